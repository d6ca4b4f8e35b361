/**
 * Several wishes in one message: “revenue by line, compare it with last year and sort by the biggest gain”. Where a message
 * cannot be read as one, it is cut between its clauses; each is read after what the ones before it came to, as if they had
 * been said one after the other. Every part has to be understood by itself, without a choice left open.
 */
import { same, type Reading } from '../reading/schema';
import type { Cover } from './cover';
import { remarkBefore } from './remark';
import type { Candidate, ReadContext, Understanding } from './understand';
import { tokenise, type Token } from './tokens';
import { understand } from './understand';

type Read = Extract<Understanding, { outcome: 'read' }>;

/** Where a clause may end, with the little words that only join the next one to it. */
const BOUNDARY =
  /\s*(?:[;,]|[.!?](?=\s)|\s[–—-]\s|(?=\s(?:and|then|but|also|plus)\s))\s*(?:(?:and|then|but|also|now)\s+)*/gi;
/** A message holds at most so many wishes, … */
const MOST_WISHES = 4;
/** … is cut at most so often, … */
const MOST_CUTS = 8;
/** … and is no longer than this, in letters. */
const LONGEST = 300;

/** A sentence of its own that only greets or agrees, also where it is a name: “Fine. By branch?” is not of fines. */
const ASSENT =
  /^\s*(?:ok|okay|fine|right|good|great|nice|cool|thanks|thank you|perfect|lovely|super|splendid|sure|yes|no|well|hm+|morning|afternoon|evening)\s*[.!;]\s+(?=\S)/i;

/** @returns what the text may mean as a whole or, where it means nothing so, as one wish after the other */
export function understandInTurn(text: string, context: ReadContext): Understanding {
  const assent = ASSENT.exec(text)?.[0];
  if (assent !== undefined) {
    const rest = understandInTurn(text.slice(assent.length), context);
    if (rest.outcome !== 'unknown') return behind(assent, rest);
  }
  const whole = understand(text, context);
  if (whole.outcome !== 'unknown' || text.length > LONGEST) return whole;
  return inTurn(text, context, MOST_WISHES) ?? afterRemark(text, context) ?? whole;
}

/** What is asked behind a remark that asks for nothing. */
function afterRemark(text: string, context: ReadContext): Read | null {
  const [remark, rest] = ((at) => [text.slice(0, at), text.slice(at)])(remarkBefore(text, context));
  if (remark === '') return null;
  const found = understandInTurn(rest, context);
  return isSettled(found) && (context.before !== null || names(found))
    ? { ...(behind(remark, found) as Read), remark: remark.trim() }
    : null;
}

function inTurn(text: string, context: ReadContext, most: number): Read | null {
  let cuts = 0;
  for (const { index, 0: between } of text.matchAll(BOUNDARY)) {
    const [said, rest] = [text.slice(0, index), index + between.length];
    if (said.trim() === '' || text.slice(rest).trim() === '' || (cuts += 1) > MOST_CUTS) continue;
    const first = understand(said, context);
    if (!isSettled(first) || first.first.analysis !== undefined || (context.before === null && !names(first))) continue;
    const after = { ...context, before: first.first.reading, earlier: context.before, points: null };
    const next = understand(text.slice(rest), after);
    const then = next.outcome === 'unknown' && most > 2 ? inTurn(text.slice(rest), after, most - 1) : next;
    if (then === null || !isSettled(then) || !then.first.asFollowUp) continue;
    if (CORRECTS.test(between + text.slice(rest)) || takesBack(then) || keeps(then, first, context.before))
      return joined(first, then, [said, between, text.slice(rest)]);
  }
  return null;
}

/** Words after which the last version counts. */
const CORRECTS = /\b(no|wait|sorry|instead|rather|actually|forget)\b/i;

/** Does a wish take out something by name? */
const takesBack = ({ first: { edits } }: Read): boolean =>
  edits.some((edit) => edit.do === 'clear' || ('how' in edit && edit.how === 'remove'));

/** Is what one wish asked for still there after the next? “Paid last month but billed this month” are not two wishes. */
function keeps(
  { first: { reading: last } }: Read,
  { first: { reading: first } }: Read,
  before: Reading | null,
): boolean {
  const stays = (of: (reading: Reading) => readonly unknown[]): boolean =>
    of(first).every((part) => [...of(last), ...(before === null ? [] : of(before))].some((one) => same(one, part)));
  const alone = ({ when, against, rank, order, rows, ahead, view }: Reading) => [
    { when },
    { against },
    { rank },
    { order },
    { rows },
    { ahead },
    { view },
  ];
  const said = (reading: Reading) => alone(reading).filter((one) => Object.values(one)[0] !== null);
  return (
    stays(({ by }) => by) &&
    stays(({ shown }) => shown.map(({ calculation }) => calculation)) &&
    stays(({ where }) => where) &&
    stays(said)
  );
}

/** Is there nothing left to choose, and nothing to look into first? */
const isSettled = (understood: Understanding): understood is Read =>
  understood.outcome === 'read' && understood.ties.length === 0 && understood.anew === null;

/** Does a first question name what is to be shown? */
const names = ({ first }: Read): boolean => first.edits.some((edit) => edit.do === 'show');

const movedBy = (by: number, tokens: readonly Token[]): Token[] =>
  tokens.map((token) => ({ ...token, start: token.start + by, end: token.end + by }));

/** What was understood of a text behind words that are left out. */
function behind(left: string, rest: Understanding): Understanding {
  const moved = (tokens: readonly Token[]) => movedBy(left.length, tokens);
  const words = tokenise(left);
  const { tokens, uses } = rest.typed ?? rest;
  return {
    ...rest,
    tokens: moved(rest.tokens),
    typed: { tokens: [...words, ...moved(tokens)], uses: [...words.map(() => 'harmless' as const), ...uses] },
  };
}

/** @param parts the words of the first, those between, and the words of the rest */
function joined(first: Read, then: Read, [said, between, rest]: readonly [string, string, string]): Read {
  const moved = (tokens: readonly Token[]) => movedBy(said.length + between.length, tokens);
  const typedOf = ({ tokens, uses, typed }: Read) => typed ?? { tokens, uses };
  const [before, after] = [typedOf(first), typedOf(then)];
  const joining = movedBy(said.length, tokenise(between));
  const cover = coverOfBoth(first.first.cover, then.first.cover, first.tokens.length);
  const candidate: Candidate = {
    ...then.first,
    cover,
    asFollowUp: first.first.asFollowUp,
    edits: [...first.first.edits, ...then.first.edits],
    notes: [...first.first.notes, ...then.first.notes],
  };
  return {
    ...then,
    tokens: [...first.tokens, ...moved(then.tokens)],
    uses: cover.uses,
    typed: {
      tokens: [...before.tokens, ...joining, ...moved(after.tokens)],
      uses: [...before.uses, ...joining.map(() => 'grammar' as const), ...after.uses],
    },
    mended: [...first.mended, ...then.mended],
    situation: { ...then.situation, before: first.situation.before },
    first: candidate,
    inTurn: [said.trim(), ...(then.inTurn ?? [rest.trim()])],
  };
}

/** Pieces of both, those of the second where they stand in the tokens of both. */
function coverOfBoth(first: Cover, then: Cover, by: number): Cover {
  return {
    pieces: [
      ...first.pieces,
      ...then.pieces.map((piece) => ({
        ...piece,
        start: piece.start + by,
        item: { ...piece.item, end: piece.item.end + by },
      })),
    ],
    cost: first.cost + then.cost,
    uses: [...first.uses, ...then.uses],
  };
}
