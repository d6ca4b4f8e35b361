/**
 * What a question may mean: its covers, each settled against the reading before, the model and the calendar, and weighed against each other.
 */
import { measuresIn } from '../model/calculation';
import { rowColumnOf, type Model } from '../model/model';
import { canonical, same, type Condition, type Reading } from '../reading/schema';
import { sentenceOf } from '../reading/sentence';
import { missingFrom } from '../reading/references';
import type { Edit } from '../reading/edit-schema';
import type { Points } from '../analysis/referents';
import type { Calendar } from '../time/period';
import { coversOf, type Cover } from './cover';
import type { Assumption, Use } from './grammar/rule';
import { FUNCTION_WORDS, NEVER_PARTS } from './grammar/grammar';
import type { Analysis, Move } from './intent';
import { mendedWords, type Mended } from './misspelt';
import { namingOf } from './naming';
import type { NameIndex } from './names/name-index';
import { aboutKind, doerIn, kindAskedFor } from './kinds';
import { Question } from './question';
import { impossibility } from './impossibility';
import {
  besideAllInstead,
  brokenDownInstead,
  countedAmong,
  eachPer,
  perOfEach,
  sharedInstead,
  stockOfEach,
} from './other-readings';
import { happenedIn } from './settling/happened';
import { qualityIn } from './settling/qualities';
import { conditionOfOne, measuresAlongside } from './side-by-side';
import { readsAsFollowUp } from './settling/follow-up';
import { settle } from './settling/settle';
import type { Situation } from './settling/situation';
import { nameWords, tokenise, type Token } from './tokens';
import { plainForms, WORDING_WORDS, type PlainToken } from './wording/plain';

export interface ReadContext {
  readonly names: NameIndex;
  readonly calendar: Calendar;
  readonly before: Reading | null;
  /** The reading before that one, for “both”. */
  readonly earlier?: Reading | null;
  /** The marked points of the answer before, that words can point at. */
  readonly points?: Points | null;
}

/** Candidates this near to the best are equally good: the person chooses. */
export const TIE = 0.06;
/** A word that is as near to two names is asked about where they fit about as well. */
const TYPING_TIE = 0.5;
/** Candidates this near are worth offering. */
export const NEAR = 0.9;
/** The usual measure gives way to another only where nothing else can be meant. */
const OTHER_MEASURE = 2;
/** What an ambiguous name gains where the reading already speaks of its level. */
const SETTLED_BY_CONTEXT = 0.3;

/** Words that need no mending. */
const KNOWN_WORDS: ReadonlySet<string> = new Set([...FUNCTION_WORDS, ...WORDING_WORDS]);

export interface Candidate {
  readonly cover: Cover;
  readonly cost: number;
  /** How much of that is owed to what was spoken of before. */
  readonly bonus: number;
  readonly reading: Reading;
  readonly notes: readonly string[];
  readonly edits: readonly Edit[];
  readonly asFollowUp: boolean;
  readonly analysis?: Analysis;
  /** The usual measure was replaced by one that fits what else is said. */
  readonly otherMeasure?: true;
}

/** The question that was asked, with what each of its words is used for in the likeliest reading. */
interface Asked {
  readonly tokens: readonly Token[];
  readonly uses: readonly Use[];
  /** The words as they were typed, where they were read in plainer ones. */
  readonly typed?: Pick<Asked, 'tokens' | 'uses'>;
}

export type Understanding =
  /** Words that nothing is known of. */
  | (Asked & { readonly outcome: 'unknown' })
  | (Asked & {
      readonly outcome: 'refused';
      readonly reason: string;
      /** What it may be read as all the same, where the person says so. */ readonly perhaps?: Reading;
      /** The words do not fit where they are said: plainer ones for them may. */ readonly outOfPlace?: true;
    })
  | (Asked & { readonly outcome: 'move'; readonly move: Move })
  | (Asked & {
      readonly outcome: 'read';
      readonly mended: Mended['mended'];
      readonly situation: Situation;
      readonly first: Candidate;
      /** Other readings, best first. */
      readonly others: readonly Candidate[];
      /** Those of them that are as likely as the first, so that the person chooses. */
      readonly ties: readonly Candidate[];
      /** Why it could not be read after the reading before, where that had to be left behind. */
      readonly anew: string | null;
      /** The wishes that were read one after the other, where there are several. */
      readonly inTurn?: readonly string[];
      /** A sentence before the question that asks for nothing, and was left out. */
      readonly remark?: string;
    });

/**
 * @param text a question or a follow-up, as typed
 * Words that the grammar knows are read as they stand; free words, by the first plain form of them that can be read.
 */
export function understand(text: string, context: ReadContext): Understanding {
  const { names, calendar } = context;
  const typed = mendedWords(tokenise(text), names, KNOWN_WORDS);
  const of = (tokens: readonly Token[]) => new Question(tokens, names.model, names, calendar, NEVER_PARTS);
  const question = of(typed.tokens);
  const asItStands = understandPlain(question, typed.mended, context);
  const plain = plainForms(question, wordsBefore(context), of);
  // a reason not to answer is not talked away, and of several readings a plain form only chooses
  const tried =
    asItStands.outcome === 'unknown' || (asItStands.outcome === 'refused' && asItStands.outOfPlace)
      ? plain
      : plain.filter((one) => one.sure || (isTied(asItStands) && one.met >= CHOOSING));
  let refused: Understanding | null = null;
  /** What leaves the fewest words unknown, of what cannot be read. */
  let nearest = asItStands;
  for (const { tokens } of tried) {
    const understood = asTyped(understandPlain(of(tokens), typed.mended, context), tokens, typed.tokens);
    if (isTied(asItStands) && !isAmong(understood, asItStands)) continue;
    if (understood.outcome === 'read' || understood.outcome === 'move') return understood;
    if (understood.outcome === 'refused') refused ??= understood;
    if (understood.outcome === 'unknown' && unknownIn(understood) < unknownIn(nearest)) nearest = understood;
  }
  return asItStands.outcome === 'unknown' ? (refused ?? nearest) : asItStands;
}

/** So many words of a wording choose between readings that are as likely. */
const CHOOSING = 3;

const isTied = (understood: Understanding): boolean => understood.outcome === 'read' && understood.ties.length > 0;

/** Is a reading one of those that a question can be read as? */
function isAmong(understood: Understanding, several: Understanding): boolean {
  const reading = readingOf(understood);
  return (
    reading !== null &&
    several.outcome === 'read' &&
    [several.first, ...several.ties].some((one) => canonical(one.reading) === canonical(reading))
  );
}

/** How many of the typed words are unknown; of an unknown reading there is at least one to be told. */
const unknownIn = ({ uses, typed }: Asked): number =>
  (typed?.uses ?? uses).filter((use) => use === 'unresolved').length || Infinity;

/**
 * The words of the sentence that a question follows, with the other names of what it shows; none of one that speaks of what the
 * model has no more.
 */
function wordsBefore({ before, names, calendar }: ReadContext): ReadonlySet<string> | null {
  if (before === null) return null;
  const { model } = names;
  if (missingFrom(before, model) !== null) return new Set();
  const synonyms = before.shown.flatMap(({ calculation }) =>
    measuresIn(calculation).flatMap((id) => model.measures.get(id)?.synonyms ?? []),
  );
  const levels = before.by.flatMap((one) =>
    one.kind === 'level' ? (model.levels.get(one.level)?.level.synonyms ?? []) : [],
  );
  return new Set([sentenceOf(before, namingOf(names), calendar).text, ...synonyms, ...levels].flatMap(nameWords));
}

/** What was understood of plain words, told of the words that were typed. */
function asTyped(understood: Understanding, plain: readonly PlainToken[], tokens: readonly Token[]): Understanding {
  const used = new Map(plain.flatMap(({ of }, at) => (of === null ? [] : [[of, understood.uses[at]] as const])));
  const kept = plain.flatMap(({ of }) => (of === null ? [] : [of]));
  const [first, last] = [Math.min(...kept), Math.max(...kept)];
  const uses = tokens.map((_token, at): Use => used.get(at) ?? (at < first || at > last ? 'harmless' : 'grammar'));
  return { ...understood, typed: { tokens, uses } };
}

function understandPlain(question: Question, mended: Mended['mended'], context: ReadContext): Understanding {
  const { names, calendar } = context;
  const { tokens } = question;
  const { model } = names;
  const nothing = (reason: string): Understanding => ({ outcome: 'refused', tokens, uses: [], reason });
  if (tokens.length === 0) return nothing('There are no words to read. Name a measure, and what to break it down by.');
  const covers = coversOf(question);
  const [best] = covers;
  if (!best) return nothing('This could not be read.');
  if (best.uses.includes('unresolved')) return { outcome: 'unknown', tokens, uses: best.uses };
  const refused = (reason: string) => ({ outcome: 'refused' as const, tokens, uses: best.uses, reason });

  const situation: Situation = {
    model,
    calendar,
    before: context.before,
    earlier: context.earlier ?? null,
    points: context.points ?? null,
    quality: qualityIn(tokens, model),
    doer: doerIn(tokens, model),
    happened: happenedIn(tokens, model),
  };
  const candidates: Candidate[] = [];
  let refusal: string | null = null;
  let outOfPlace = false;
  let impossible: string | null = null;
  for (const cover of covers) {
    if (cover.uses.includes('unresolved') || cover.cost > best.cost + NEAR) continue;
    if (conditionOfOne(cover, tokens)) {
      refusal ??=
        'A condition holds for all that is shown at once, so it cannot be said of one measure only. Ask for the two one after the other, or break them down instead.';
      continue;
    }
    const pair = measuresAlongside(cover, tokens);
    if (pair !== null) {
      refusal ??= `${pair.map((text) => `“${text}”`).join(' and ')} stand side by side, and it is not clear what they have to do with each other. Say “and” between them if both are meant.`;
      continue;
    }
    const asFollowUp = readsAsFollowUp(
      cover.pieces.map((piece) => piece.intent),
      context.before,
    );
    const settled = settle(cover, situation, asFollowUp);
    if (
      settled.kind === 'move' &&
      tokens.some(({ kind, word }, at) => kind === 'word' && cover.uses[at] === 'harmless' && !POLITE.has(word))
    ) {
      refusal ??= 'A step back is said alone; say “back” first, then what to ask.';
      continue;
    }
    if (settled.kind === 'move') {
      if (cover === best) return { outcome: 'move', move: settled.move, tokens, uses: cover.uses };
      continue;
    }
    if (settled.kind === 'refused') {
      outOfPlace ||= refusal === null && settled.outOfPlace === true;
      refusal ??= settled.reason;
      if (cover === best && settled.final) return refused(settled.reason);
      continue;
    }
    // “claims per adjuster, highest first” has an order, so it is broken down rather than divided
    const ordered =
      settled.reading.order !== null && settled.reading.by.length === 0 ? brokenDownInstead(settled.reading) : null;
    const each =
      ordered ??
      (tokens.some((token) => token.word === 'per')
        ? perOfEach(stockOfEach(eachPer(settled.reading), model))
        : settled.reading);
    // the share that members have is among all of their level
    const meantBy = sharedInstead(each, model, asFollowUp) ?? besideAllInstead(each, model) ?? each;
    const among = countedAmong(meantBy, model);
    const reading = among?.reading ?? meantBy;
    const notes = among === null ? settled.notes : [...settled.notes, among.note];
    const reason = impossibility(reading, names);
    if (reason !== null) {
      refusal ??= reason;
      impossible ??= reason;
      continue;
    }
    // a long name beats its parts, whatever was spoken of before
    const bonus = splitsName(cover, best) ? 0 : contextBonus(reading, asFollowUp ? context.before : null);
    const cost = cover.cost - bonus + (settled.otherMeasure ? OTHER_MEASURE : 0);
    const intents = cover.pieces.map((piece) => piece.intent);
    const kind = kindAskedFor(intents);
    const meant =
      kind === null
        ? [{ reading, cost: 0 }]
        : aboutKind(kind, reading, asFollowUp ? context.before : null, model, situation.doer);
    for (const one of meant)
      if (one.reading === reading || impossibility(one.reading, names) === null)
        candidates.push({ cover, ...settled, notes, reading: one.reading, bonus, cost: cost + one.cost });
  }
  const [first, ...others] = distinct(
    candidates.sort((a, b) => a.cost - b.cost),
    model,
  );
  // “students per lecturer”, which can't be, is no other measure by students
  if (
    !first ||
    (impossible !== null && (first.otherMeasure === true || recut(first.cover, best, impossible, refusal)))
  ) {
    const anew =
      impossible !== null && refusal === impossible && context.before !== null && standsAlone(best)
        ? understandPlain(question, mended, { ...context, before: null })
        : null;
    if (anew?.outcome === 'read' && anew.ties.length === 0) return { ...anew, anew: impossible };
    return { ...refused(refusal ?? 'This could not be read.'), ...(outOfPlace ? { outOfPlace } : {}) };
  }
  if (context.before === null && goesOn(tokens, first))
    return {
      ...refused(
        'It sounds like the rest of a question, but no answer stands before it here. Name what is to be shown as well.',
      ),
      perhaps: first.reading,
    };
  const ties = others.filter(
    (one) =>
      (one.cost - first.cost <= TIE && namesDiffer(one, first)) ||
      (one.cost - first.cost <= TYPING_TIE && misspeltAlike(one, first)),
  );
  return { outcome: 'read', tokens, mended, uses: first.cover.uses, situation, first, others, ties, anew: null };
}

/** What is read where nothing is left to choose; null otherwise. */
export function readingOf(understood: Understanding): Reading | null {
  return understood.outcome === 'read' && understood.ties.length === 0 ? understood.first.reading : null;
}

/** Is the likeliest reading impossible, and this one cuts the words otherwise: “hours per employee by topic” is not hours by employee and topic where employees are not known by topic? */
function recut(cover: Cover, best: Cover, impossible: string, refusal: string | null): boolean {
  return impossible === refusal && cover !== best && shapeOf(cover) !== shapeOf(best);
}

/** Does a question name what it measures, so that it makes sense where nothing was asked before? */
function standsAlone({ pieces }: Cover): boolean {
  const intents = pieces.map((piece) => piece.intent);
  const edits = intents.flatMap((one) => one.edits);
  return (
    !intents.some((one) => one.followUp) &&
    edits.some(
      (edit) =>
        edit.do === 'show' ||
        (edit.do === 'compare' && edit.against?.kind === 'plan' && edits.some((other) => other.do === 'breakdown')),
    )
  );
}

/** Words that begin or end a message which goes on from an answer. */
const GOING_ON = {
  first: new Set('and also plus just only same again instead without'.split(' ')),
  last: new Set('only instead too again alone'.split(' ')),
};

/** Does a message name nothing to be shown, and go on from an answer? */
function goesOn(tokens: readonly Token[], { cover, edits }: Candidate): boolean {
  const words = tokens.flatMap(({ kind, word }) => (kind === 'word' ? [word] : []));
  const asking = cover.pieces.filter(({ intent }) => intent.edits.length > 0);
  return (
    !edits.some((edit) => edit.do === 'show') &&
    ((asking.length === 1 && (GOING_ON.first.has(words[0] ?? '') || GOING_ON.last.has(words.at(-1) ?? ''))) ||
      asking.some(({ intent }) => intent.edits.some((edit) => edit.do === 'whichAreThese')))
  );
}

/** What may be said with a step back. */
const POLITE: ReadonlySet<string> = new Set(
  'please ok okay now then and just can could you us me let so hi thanks thank the it a'.split(' '),
);

/** Each reading once, by its best candidate; of tests of one number that records have, whatever measure names it, once too. */
function distinct(candidates: readonly Candidate[], model: Model): Candidate[] {
  const seen = new Set<string>();
  const tested = (one: Condition) =>
    one.kind === 'rows' ? { ...one, measure: canonical(rowColumnOf(model, one.measure)) } : one;
  return candidates.filter((one) => {
    const key = canonical({ ...one.reading, where: one.reading.where.map(tested) });
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/** Is one misspelt word taken for another name by each of two readings? */
function misspeltAlike(a: Candidate, b: Candidate): boolean {
  const typed = assumptionsOf(b.cover).filter((one) => one.by === 'typing');
  return assumptionsOf(a.cover).some(
    (one) => one.by === 'typing' && typed.some((other) => other.said === one.said && other.meant !== one.meant),
  );
}

/** How a cover cuts the words into pieces. */
const shapeOf = ({ pieces }: Cover): string => pieces.map((piece) => `${piece.start}-${piece.item.end}`).join(' ');

/** Two covers that differ in what a name stands for, rather than in how the sentence is cut. */
export function namesDiffer(a: Candidate, b: Candidate): boolean {
  return shapeOf(a.cover) === shapeOf(b.cover) || Math.abs(a.cost - b.cost) <= TIE;
}

/** Does a cover cut through a stretch of words that another takes for one name? */
function splitsName({ pieces }: Cover, other: Cover): boolean {
  const within = (at: number) =>
    other.uses[at] === 'name' &&
    other.uses[at - 1] === 'name' &&
    other.pieces.some((piece) => piece.start < at && at < piece.item.end);
  return pieces.some((piece) => within(piece.start));
}

function levelsOf(reading: Reading): string[] {
  return [
    ...reading.by.flatMap((one) => (one.kind === 'level' ? [one.level] : [])),
    ...reading.where.flatMap((one) => (one.kind === 'members' ? [one.level] : [])),
    ...(reading.against?.kind === 'members' ? [reading.against.level] : []),
  ];
}

/** How much the levels that are already spoken of make a reading likelier. */
function contextBonus(reading: Reading, before: Reading | null): number {
  const known = new Set([
    ...(before ? levelsOf(before) : []),
    ...reading.by.flatMap((one) => (one.kind === 'level' ? [one.level] : [])),
  ]);
  const settled =
    reading.where.some((one) => one.kind === 'members' && known.has(one.level)) ||
    (before?.against?.kind === 'members' &&
      reading.against?.kind === 'members' &&
      reading.against.level === before.against.level &&
      !same(reading.against, before.against));
  return settled ? SETTLED_BY_CONTEXT : 0;
}

export function assumptionsOf(cover: Cover): Assumption[] {
  const all = cover.pieces.flatMap((piece) => piece.item.assumptions);
  return all.filter(
    (one, index) => all.findIndex((other) => other.said === one.said && other.meant === one.meant) === index,
  );
}
