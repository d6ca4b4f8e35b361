/**
 * Reads a question: text → a reading, or `choose` or `unclear`. Deterministic, without I/O.
 *
 * words → names and numbers → a chart of weighted readings of stretches → covers of the whole question →
 * settling against the reading before, the model and the calendar → the best, with notes and alternatives.
 */
import { level as levelOf, rowColumnOf, type Model } from '../model/model';
import { canonical, same, type Condition, type Reading } from '../reading/schema';
import { sentenceOf, type Sentence } from '../reading/sentence';
import type { Edit } from '../reading/edit-schema';
import type { Points } from '../analysis/points';
import type { Calendar } from '../time/period';
import { coversOf, type Cover } from './cover';
import type { Assumption, Use } from './grammar/rule';
import { FUNCTION_WORDS, NEVER_PARTS } from './grammar/grammar';
import type { Analysis, Move } from './intent';
import { mendedWords } from './misspelt';
import { namingOf } from './naming';
import type { NameIndex } from './names/name-index';
import { aboutKind, doerIn, kindAskedFor } from './kinds';
import { Question } from './question';
import { impossibility } from './impossibility';
import { besideAllInstead, brokenDownInstead, countedInstead, eachPer, perOfEach, sharedInstead } from './instead';
import { happenedIn } from './settling/happened';
import { qualityIn } from './settling/qualities';
import { conditionOfOne, measuresAlongside } from './side-by-side';
import { readsAsFollowUp } from './settling/follow-up';
import { settle } from './settling/settle';
import type { Situation } from './settling/situation';
import { tokenise, type Token } from './tokens';

export interface WordUse {
  readonly text: string;
  readonly start: number;
  readonly end: number;
  readonly use: Use;
}

export interface Option {
  readonly label: string;
  readonly reading: Reading | null;
  /** What to type instead, where there is no reading to offer. */
  readonly text?: string;
}

export interface Note {
  /** `explained`: what was found out where a reading was looked into. */
  readonly kind: 'assumed' | 'caveat' | 'finding' | 'unclear' | 'explained';
  readonly text: string;
  readonly options?: readonly Option[];
}

export interface ReadResult {
  readonly outcome: 'answered' | 'choose' | 'unclear' | 'move';
  readonly reading: Reading | null;
  readonly sentence: Sentence | null;
  readonly words: readonly WordUse[];
  /** The stretches of the text that each stand for one thing asked. */
  readonly phrases: readonly { readonly start: number; readonly end: number }[];
  readonly notes: readonly Note[];
  readonly options: readonly Option[];
  readonly move?: Move;
  /** What the reading is to be looked into for; the answer is another reading, which takes the data to find. */
  readonly analysis?: Analysis;
  /** The edits that were made of the words, for those who want to see them. */
  readonly edits: readonly Edit[];
}

export interface ReadContext {
  readonly names: NameIndex;
  readonly calendar: Calendar;
  readonly before: Reading | null;
  /** The marked points of the answer before, that words can point at. */
  readonly points?: Points | null;
  /** Whether an unknown word is answered with the nearest names, which takes a look at all of them; `none` while completing. */
  readonly offers?: 'nearest' | 'none';
}

/** Candidates this near to the best are equally good: the person chooses. */
const TIE = 0.06;
/** A word that is as near to two names is asked about where they fit about as well. */
const TYPING_TIE = 0.5;
/** Candidates this near are worth offering. */
const NEAR = 0.9;
/** The usual measure gives way to another only where nothing else can be meant. */
const OTHER_MEASURE = 2;
/** What an ambiguous name gains where the reading already speaks of its level. */
const SETTLED_BY_CONTEXT = 0.3;

interface Candidate {
  readonly cover: Cover;
  readonly cost: number;
  /** How much of that is owed to what was spoken of before. */
  readonly bonus: number;
  readonly reading: Reading;
  readonly notes: readonly string[];
  readonly edits: readonly Edit[];
  readonly asFollowUp: boolean;
  readonly analysis?: Analysis;
  readonly otherMeasure?: true;
}

/** @param text a question or a follow-up, as typed */
export function read(text: string, context: ReadContext): ReadResult {
  const { names, calendar } = context;
  const { tokens, mended } = mendedWords(tokenise(text), names, FUNCTION_WORDS);
  const { model } = names;
  if (tokens.length === 0) return unclear(tokens, [], [], 'There are no words to read. Name a measure, and what to break it down by.');
  const question = new Question(tokens, model, names, calendar, NEVER_PARTS);
  const covers = coversOf(question);
  const [best] = covers;
  if (!best) return unclear(tokens, [], [], 'This could not be read.');
  if (best.uses.includes('unresolved')) return unresolved(best, tokens, names, context.offers ?? 'nearest');

  const situation: Situation = { model, calendar, before: context.before, points: context.points ?? null, quality: qualityIn(tokens, model), doer: doerIn(tokens, model), happened: happenedIn(tokens, model) };
  const candidates: Candidate[] = [];
  let refusal: string | null = null;
  let impossible: string | null = null;
  for (const cover of covers) {
    if (cover.uses.includes('unresolved') || cover.cost > best.cost + NEAR) continue;
    if (conditionOfOne(cover, tokens)) {
      refusal ??= 'A condition holds for all that is shown at once, so it cannot be said of one measure only. Ask for the two one after the other, or break them down instead.';
      continue;
    }
    const pair = measuresAlongside(cover, tokens);
    if (pair !== null) {
      refusal ??= `${pair.map((text) => `“${text}”`).join(' and ')} stand side by side, and it is not clear what they have to do with each other. Say “and” between them if both are meant.`;
      continue;
    }
    const asFollowUp = readsAsFollowUp(cover.pieces.map((piece) => piece.intent), context.before);
    const settled = settle(cover, situation, asFollowUp);
    if (settled.kind === 'move' && tokens.some(({ kind, word }, at) => kind === 'word' && cover.uses[at] === 'harmless' && !POLITE.has(word))) {
      refusal ??= 'A step back is said alone; say “back” first, then what to ask.';
      continue;
    }
    if (settled.kind === 'move') {
      if (cover === best) return { outcome: 'move', move: settled.move, reading: null, sentence: null, words: wordUses(tokens, cover.uses), phrases: [], notes: [], options: [], edits: [] };
      continue;
    }
    if (settled.kind === 'refused') {
      refusal ??= settled.reason;
      if (cover === best && settled.final) return unclear(tokens, best.uses, [], settled.reason);
      continue;
    }
    // “claims per adjuster, highest first” has an order, so it is broken down rather than divided
    const ordered = settled.reading.order !== null && settled.reading.by.length === 0 ? brokenDownInstead(settled.reading) : null;
    const each = ordered ?? (tokens.some((token) => token.word === 'per') ? perOfEach(eachPer(settled.reading)) : settled.reading);
    // the share that members have is among all of their level
    const reading = sharedInstead(each, model, asFollowUp) ?? besideAllInstead(each, model) ?? each;
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
    const meant = kind === null ? [{ reading, cost: 0 }] : aboutKind(kind, reading, asFollowUp ? context.before : null, model, situation.doer);
    for (const one of meant) if (one.reading === reading || impossibility(one.reading, names) === null) candidates.push({ cover, ...settled, reading: one.reading, bonus, cost: cost + one.cost });
  }
  const ranked = distinct(candidates.sort((a, b) => a.cost - b.cost), model);
  const [first, ...others] = ranked;
  // “students per lecturer”, which can't be, is no other measure by students
  if (!first || (impossible !== null && (first.otherMeasure === true || recut(first.cover, best, impossible, refusal)))) {
    const anew = impossible !== null && refusal === impossible && context.before !== null && standsAlone(best) ? read(text, { ...context, before: null }) : null;
    if (anew?.outcome === 'answered') return { ...anew, notes: [...anew.notes, { kind: 'caveat', text: `${impossible ?? ''} So it is read as a new question.` }] };
    return unclear(tokens, best.uses, [], refusal ?? 'This could not be read.');
  }

  const naming = namingOf(names);
  const sentence = (reading: Reading) => sentenceOf(reading, naming, calendar);
  const option = (candidate: Candidate): Option => ({ label: sentence(candidate.reading).text, reading: candidate.reading });
  const ties = others.filter((one) => (one.cost - first.cost <= TIE && namesDiffer(one, first)) || (one.cost - first.cost <= TYPING_TIE && misspeltAlike(one, first)));
  const words = wordUses(tokens, first.cover.uses);
  if (ties.length > 0)
    return { outcome: 'choose', reading: null, sentence: null, words, phrases: [], notes: [{ kind: 'unclear', text: 'This can be read in more than one way.' }], options: [first, ...ties].map(option), edits: [] };

  const near = others.filter((one) => one.cost - first.cost <= NEAR && namesDiffer(one, first)).slice(0, 3).map(option);
  const assumed = assumptionsOf(first.cover).map((assumption): Note => ({ kind: 'assumed', text: assumptionText(assumption), ...(near.length > 0 ? { options: near } : {}) }));
  const kind = kindAskedFor(first.cover.pieces.map((piece) => piece.intent));
  const kinds = assumed.length === 0 && near.length > 0 && kind !== null ? [{ kind: 'assumed' as const, text: kind === 'person' ? 'Other people may be meant.' : 'Other places may be meant.', options: near }] : [];
  const settledByContext = others.filter((one) => one.cost + one.bonus - first.cost - first.bonus <= TIE && namesDiffer(one, first)).slice(0, 3);
  const contexts = first.bonus > 0 && assumed.length === 0 && kinds.length === 0 && settledByContext.length > 0 ? [{ kind: 'assumed' as const, text: 'What was shown before settles what is meant.', options: settledByContext.map(option) }] : [];
  const typed = mended.map(({ said, meant }): Note => ({ kind: 'assumed', text: `“${said}” read as “${meant}”.` }));
  const notes: Note[] = [...typed, ...assumed, ...kinds, ...contexts, ...first.notes.map((note): Note => ({ kind: 'assumed', text: note }))];
  const perLevel = brokenDownInstead(first.reading);
  if (perLevel !== null && impossibility(perLevel, names) === null) notes.push({ kind: 'assumed', text: '“Per” divides by how many there are.', options: [{ label: sentence(perLevel).text, reading: perLevel }] });
  const counted = first.edits.some((edit) => edit.do === 'show') || first.asFollowUp ? null : countedInstead(first.reading);
  if (counted !== null && impossibility(counted, names) === null) notes.push({ kind: 'assumed', text: 'How many there are is one click away.', options: [{ label: sentence(counted).text, reading: counted }] });
  if (first.asFollowUp && context.before !== null && first.analysis === undefined && canonical(first.reading) === canonical(context.before)) notes.push({ kind: 'caveat', text: 'That is what is shown already, so nothing has changed.' });
  const other = context.before ? otherMode(first, situation, names) : null;
  if (other) notes.push({ kind: 'assumed', text: first.asFollowUp ? 'Read as a follow-up.' : 'Read as a new question.', options: [{ label: `${first.asFollowUp ? 'As a new question' : 'As a follow-up'}: ${sentence(other).text}`, reading: other }] });
  return { outcome: 'answered', reading: first.reading, sentence: sentence(first.reading), words, phrases: phrasesOf(first.cover, tokens), notes, options: [], edits: first.edits, ...(first.analysis === undefined ? {} : { analysis: first.analysis }) };
}

/** Is the likeliest reading impossible, and this one cuts the words otherwise: “hours per employee by topic” is not hours by employee and topic where employees are not known by topic? */
function recut(cover: Cover, best: Cover, impossible: string, refusal: string | null): boolean {
  return impossible === refusal && cover !== best && shapeOf(cover) !== shapeOf(best);
}

/** Does a question name what it measures, so that it makes sense where nothing was asked before? */
function standsAlone({ pieces }: Cover): boolean {
  const intents = pieces.map((piece) => piece.intent);
  const edits = intents.flatMap((one) => one.edits);
  return !intents.some((one) => one.followUp) && edits.some((edit) => edit.do === 'show' || (edit.do === 'compare' && edit.against?.kind === 'plan' && edits.some((other) => other.do === 'breakdown')));
}

/** What may be said with a step back. */
const POLITE: ReadonlySet<string> = new Set('please ok okay now then and just can could you us me let so hi thanks thank the it a'.split(' '));

/** The same words read the other way round: as a follow-up instead of a new question, or as a new one, where both make sense. */
function otherMode(first: Candidate, situation: Situation, names: NameIndex): Reading | null {
  const intents = first.cover.pieces.map((piece) => piece.intent);
  if (intents.some((one) => one.followUp || one.fresh)) return null;
  if (first.asFollowUp && !intents.some((one) => one.edits.some((edit) => edit.do === 'show'))) return null;
  const settled = settle(first.cover, situation, !first.asFollowUp);
  if (settled.kind !== 'reading' || impossibility(settled.reading, names) !== null) return null;
  return canonical(settled.reading) === canonical(first.reading) ? null : settled.reading;
}

/** Each reading once, by its best candidate; of tests of one number that records have, whatever measure names it, once too. */
function distinct(candidates: readonly Candidate[], model: Model): Candidate[] {
  const seen = new Set<string>();
  const tested = (one: Condition) => (one.kind === 'rows' ? { ...one, measure: canonical(rowColumnOf(model, one.measure)) } : one);
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
  return assumptionsOf(a.cover).some((one) => one.by === 'typing' && typed.some((other) => other.said === one.said && other.meant !== one.meant));
}

/** How a cover cuts the words into pieces. */
const shapeOf = ({ pieces }: Cover): string => pieces.map((piece) => `${piece.start}-${piece.item.end}`).join(' ');

/** Two covers that differ in what a name stands for, rather than in how the sentence is cut. */
function namesDiffer(a: Candidate, b: Candidate): boolean {
  return shapeOf(a.cover) === shapeOf(b.cover) || Math.abs(a.cost - b.cost) <= TIE;
}

/** Does a cover cut through a stretch of words that another takes for one name? */
function splitsName({ pieces }: Cover, other: Cover): boolean {
  const within = (at: number) => other.uses[at] === 'name' && other.uses[at - 1] === 'name' && other.pieces.some((piece) => piece.start < at && at < piece.item.end);
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
  const known = new Set([...(before ? levelsOf(before) : []), ...reading.by.flatMap((one) => (one.kind === 'level' ? [one.level] : []))]);
  const settled = reading.where.some((one) => one.kind === 'members' && known.has(one.level)) || (before?.against?.kind === 'members' && reading.against?.kind === 'members' && reading.against.level === before.against.level && !same(reading.against, before.against));
  return settled ? SETTLED_BY_CONTEXT : 0;
}

function assumptionsOf(cover: Cover): Assumption[] {
  const all = cover.pieces.flatMap((piece) => piece.item.assumptions);
  return all.filter((one, index) => all.findIndex((other) => other.said === one.said && other.meant === one.meant) === index);
}

const HOW: Readonly<Record<string, string>> = {
  synonym: 'a word for', part: 'read as', abbreviation: 'short for', initials: 'short for', typing: 'read as', sound: 'sounds like', relative: 'an everyday word for',
};

function assumptionText({ said, meant, by }: Assumption): string {
  return by === 'synonym' || by === 'relative' ? `“${said}” is ${by === 'relative' ? 'taken as ' : ''}${HOW[by] ?? ''} ${meant}.` : `“${said}” ${by === 'sound' ? 'read, by its sound, as' : by === 'abbreviation' || by === 'initials' ? 'taken as short for' : 'read as'} ${meant}.`;
}

function wordUses(tokens: readonly Token[], uses: readonly Use[]): WordUse[] {
  return tokens.map((token, index) => ({ text: token.text, start: token.start, end: token.end, use: uses[index] ?? 'grammar' }));
}

function phrasesOf(cover: Cover, tokens: readonly Token[]): { start: number; end: number }[] {
  return cover.pieces.map(({ start, item }) => ({ start: tokens[start]?.start ?? 0, end: tokens[item.end - 1]?.end ?? 0 }));
}

function unclear(tokens: readonly Token[], uses: readonly Use[], options: readonly Option[], text: string): ReadResult {
  return { outcome: 'unclear', reading: null, sentence: null, words: wordUses(tokens, uses), phrases: [], notes: [{ kind: 'unclear', text }], options, edits: [] };
}

/** Names the words that could not be used, with the nearest names of the model. */
function unresolved(cover: Cover, tokens: readonly Token[], names: NameIndex, offers: 'nearest' | 'none'): ReadResult {
  const left = tokens.filter((_token, index) => cover.uses[index] === 'unresolved');
  const content = left.filter((token) => !FUNCTION_WORDS.has(token.word));
  const unknown = content.length > 0 ? content : left;
  const options: Option[] = (offers === 'none' ? [] : unknown).flatMap((token) =>
    names.nearest(FUNCTION_WORDS.has(token.word) ? (tokens[tokens.indexOf(token) + 1] ?? token).word : token.word).map((match) => ({ label: `${match.label} (${kindWords(match.named, names.model)})`, reading: null, text: match.label })),
  );
  const list = unknown.map((token) => `“${FUNCTION_WORDS.has(token.word) ? withNext(token, tokens) : token.text}”`).join(', ');
  const text = `${list} ${unknown.length === 1 ? 'is' : 'are'} not understood here, so nothing was computed.${options.length > 0 ? ' Did you mean one of these?' : ''}`;
  const uses = cover.uses.map((use, index): Use => (use === 'unresolved' && !unknown.includes(tokens[index] as Token) ? 'grammar' : use));
  return unclear(tokens, uses, options.slice(0, 6), text);
}

/** A little word says nothing alone: "by reason", not "by". */
function withNext(token: Token, tokens: readonly Token[]): string {
  const next = tokens[tokens.indexOf(token) + 1];
  return next === undefined ? token.text : `${token.text} ${next.text}`;
}

function kindWords(named: { kind: string; id: string }, model: Model): string {
  if (named.kind === 'member') return levelOf(model, named.id).level.name.toLowerCase();
  return { measure: 'measure', level: 'level', date: 'date', set: 'named set', season: 'season', fact: 'records' }[named.kind] ?? named.kind;
}
