/**
 * Covers of a question: ways to read all of it as intents one after the other, with harmless words between them and,
 * at a high cost, words left unresolved. The cheapest few are kept (k-best dynamic programming over the chart).
 */
import { GRAINS } from '../time/grain';
import { Chart } from './grammar/chart';
import { GRAMMAR, HARMLESS_COST } from './grammar/grammar';
import { HARMLESS } from './grammar/harmless';
import type { Item, Use } from './grammar/rule';
import type { Intent } from './intent';
import type { Question } from './question';
import { singular } from './tokens';

/** A part of a cover: one intent over a stretch of tokens. */
export interface Piece {
  readonly start: number;
  readonly item: Item;
  readonly intent: Intent;
}

export interface Cover {
  readonly pieces: readonly Piece[];
  readonly cost: number;
  /** The use of each token. */
  readonly uses: readonly Use[];
}

const PIECE_COST = 0.3;
const UNRESOLVED_COST = 10;
/** Names of several words beat their parts. */
const CUT_COST = 0.6;
/** What passing over a word costs that says nothing elsewhere, but is a name in this model: “data”. */
const NAMED_COST = 3;
const KEPT = 24;

interface Partial {
  readonly cost: number;
  readonly before: Partial | null;
  readonly piece: Piece | null;
  readonly skip: 'harmless' | 'unresolved' | null;
  readonly from: number;
}

/** The cheapest covers of a question, best first. */
export function coversOf(question: Question): Cover[] {
  const { tokens } = question;
  const chart = new Chart(GRAMMAR, tokens, question);
  const whole = wholeNames(question);
  const best: Partial[][] = Array.from({ length: tokens.length + 1 }, () => []);
  best[0]?.push({ cost: 0, before: null, piece: null, skip: null, from: 0 });
  for (let at = 0; at < tokens.length; at += 1) {
    const here = kept(best[at] ?? []);
    if (here.length === 0) continue;
    const token = tokens[at];
    const quiet =
      !saysWhich(question, at) &&
      (token?.kind === 'comma' ||
        (token?.kind === 'sign' && /[–—&-]/.test(token.word) && !takesAway(question, at)) ||
        (token?.kind === 'word' && HARMLESS.has(token.word) && token.code !== true));
    const skipCost = quiet
      ? question.names.exactly([singular(token?.word ?? '')]).some(({ named }) => named.kind === 'measure')
        ? NAMED_COST
        : (HARMLESS_COST[token?.word ?? ''] ?? 0.05)
      : UNRESOLVED_COST;
    for (const before of here)
      best[at + 1]?.push({
        cost: before.cost + skipCost,
        before,
        piece: null,
        skip: quiet ? 'harmless' : 'unresolved',
        from: at,
      });
    for (const item of chart.items('Intent', at)) {
      const piece: Piece = { start: at, item, intent: item.value as Intent };
      const cost = PIECE_COST + item.cost + (cutsName(at, item, whole) ? CUT_COST : 0);
      for (const before of here)
        best[item.end]?.push({ cost: before.cost + cost, before, piece, skip: null, from: at });
    }
  }
  return kept(best[tokens.length] ?? []).map((last) => coverOf(last, tokens.length));
}

/** Stretches of several words that are a name just as it stands, typing errors aside. */
function wholeNames(question: Question): { start: number; end: number }[] {
  return question.tokens.flatMap((_token, start) =>
    question
      .namesAt(start)
      .flatMap(({ end, cost, match, assumption }) =>
        end > start + 1 &&
        match.by === 'name' &&
        match.cost === 0 &&
        match.named.kind !== 'date' &&
        (cost === 0 || assumption?.by === 'typing')
          ? [{ start, end }]
          : [],
      ),
  );
}

/** Does an item read words of a name in another way (the “longest” of the measure Longest wait as a rank), or end within it (Units | baked)? */
function cutsName(at: number, item: Item, whole: readonly { start: number; end: number }[]): boolean {
  return whole.some(({ start, end }) => {
    if (end <= at || start >= item.end) return false;
    if (start < at || end > item.end) return true;
    for (let token = Math.max(start, at); token < Math.min(end, item.end); token += 1)
      if (!item.names.includes(token)) return true;
    return false;
  });
}

/** "this" before a unit of the calendar and "that" before a level say which one is meant, so they are not passed over. */
function saysWhich(question: Question, at: number): boolean {
  const { tokens } = question;
  if (tokens[at]?.word !== 'this' && tokens[at]?.word !== 'that') return false;
  return (
    CALENDAR_UNITS.has(tokens[at + 1]?.word ?? '') ||
    question
      .namesAt(at + 1)
      .some(({ match, cost }) => match.named.kind === 'level' && match.by === 'name' && cost === 0)
  );
}

/** A minus before a member takes it away, so it is not passed over. */
const takesAway = (question: Question, at: number): boolean =>
  question.tokens[at]?.word === '-' &&
  question.namesAt(at + 1).some(({ match, cost }) => match.named.kind === 'member' && cost === 0);

const CALENDAR_UNITS: ReadonlySet<string> = new Set(GRAINS);

function kept(partials: Partial[]): Partial[] {
  return partials.sort((a, b) => a.cost - b.cost).slice(0, KEPT);
}

function coverOf(last: Partial, length: number): Cover {
  const uses: Use[] = new Array<Use>(length).fill('grammar');
  const pieces: Piece[] = [];
  for (let step: Partial | null = last; step !== null; step = step.before) {
    if (step.skip !== null) uses[step.from] = step.skip;
    if (step.piece) {
      pieces.unshift(step.piece);
      for (const name of step.piece.item.names) uses[name] = 'name';
    }
  }
  return { pieces, cost: last.cost, uses };
}
