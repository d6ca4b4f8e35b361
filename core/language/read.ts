/**
 * Reads a question: text → a reading, or `choose` or `unclear`. Deterministic, without I/O.
 *
 * words → names and numbers → a chart of weighted readings of stretches → covers of the whole question →
 * settling against the reading before, the model and the calendar → the best, with notes and alternatives.
 */
import { byWord } from './by-word';
import { level as levelOf, type Model } from '../model/model';
import { canonical, type Reading } from '../reading/schema';
import { sentenceOf, type Sentence } from '../reading/sentence';
import type { Edit } from '../reading/edit-schema';
import { inSentence } from '../reading/words';
import type { Cover } from './cover';
import type { Assumption, Use } from './grammar/rule';
import { FUNCTION_WORDS } from './grammar/grammar';
import type { Analysis, Move } from './intent';
import { namingOf } from './naming';
import { nearQuestions } from './near-questions';
import type { NameIndex } from './names/name-index';
import { understandInTurn } from './in-turn';
import { kindAskedFor } from './kinds';
import { impossibility } from './impossibility';
import { brokenDownInstead, countedInstead } from './other-readings';
import { settle } from './settling/settle';
import type { Situation } from './settling/situation';
import type { Token } from './tokens';
import {
  assumptionsOf,
  namesDiffer,
  NEAR,
  TIE,
  type Candidate,
  type ReadContext,
  type Understanding,
} from './understand';

export type { ReadContext } from './understand';

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
  /** A heading of its own. */
  readonly about?: string;
  readonly text: string;
  readonly options?: readonly Option[];
  /** The rows of the answer that show what it says, where they are few. */
  readonly rows?: readonly number[];
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
  /** Whether it goes on from something: from the answer before or, where none is, by naming nothing to be shown. */
  readonly leans?: boolean;
}

/** @param text a question or a follow-up, as typed */
export function read(text: string, context: ReadContext): ReadResult {
  const { names, calendar } = context;
  const understood = understandInTurn(text, context);
  if (understood.outcome === 'unknown') return unknownWords(text, understood, context);
  const naming = namingOf(names);
  const told = (reading: Reading) => sentenceOf(reading, naming, calendar);
  if (understood.outcome === 'refused') {
    const { perhaps } = understood;
    const options = perhaps === undefined ? [] : [{ label: told(perhaps).text, reading: perhaps }];
    return unclear(understood, options, understood.reason);
  }
  if (understood.outcome === 'move')
    return {
      outcome: 'move',
      move: understood.move,
      reading: null,
      sentence: null,
      words: wordsOf(understood),
      phrases: [],
      notes: [],
      options: [],
      edits: [],
    };

  const { first, ties } = understood;
  const words = wordsOf(understood);
  if (ties.length > 0)
    return {
      outcome: 'choose',
      reading: null,
      sentence: null,
      words,
      phrases: [],
      notes: [{ kind: 'unclear', text: 'This can be read in more than one way.' }],
      options: [first, ...ties].map(({ reading }) => ({ label: told(reading).text, reading })),
      edits: [],
    };
  const { reading, edits, analysis, cover } = first;
  return {
    outcome: 'answered',
    reading,
    sentence: told(reading),
    words,
    phrases: phrasesOf(cover, understood.tokens),
    notes: notesOn(understood, names, (one) => told(one).text),
    options: [],
    edits,
    leans: first.asFollowUp || !edits.some((edit) => edit.do === 'show'),
    ...(analysis === undefined ? {} : { analysis }),
  };
}

/** What was assumed on the way to the likeliest reading, with the other readings to be had for a click. */
function notesOn(
  understood: Understanding & { outcome: 'read' },
  names: NameIndex,
  told: (reading: Reading) => string,
): Note[] {
  const {
    first,
    others,
    situation: { before },
  } = understood;
  const option = ({ reading }: Candidate): Option => ({ label: told(reading), reading });
  const near = others
    .filter((one) => one.cost - first.cost <= NEAR && namesDiffer(one, first))
    .slice(0, 3)
    .map(option);
  const notes: Note[] = understood.mended.map(({ said, meant }) => ({
    kind: 'assumed',
    text: `“${said}” read as “${meant}”.`,
  }));
  const assumed = (text: string, options: readonly Option[] = []) =>
    notes.push({ kind: 'assumed', text, ...(options.length > 0 ? { options } : {}) });

  const assumptions = assumptionsOf(first.cover);
  const kind = kindAskedFor(first.cover.pieces.map((piece) => piece.intent));
  const settledByContext =
    first.bonus > 0
      ? others
          .filter((one) => one.cost + one.bonus - first.cost - first.bonus <= TIE && namesDiffer(one, first))
          .slice(0, 3)
      : [];
  for (const assumption of assumptions) assumed(assumptionText(assumption), near);
  if (assumptions.length === 0 && near.length > 0 && kind !== null)
    assumed(kind === 'person' ? 'Other people may be meant.' : 'Other places may be meant.', near);
  else if (assumptions.length === 0 && settledByContext.length > 0)
    assumed('What was shown before settles what is meant.', settledByContext.map(option));
  for (const note of first.notes) assumed(note);
  const { inTurn, remark } = understood;
  if (remark !== undefined) assumed(`“${remark}” was taken as a remark; only what follows it was asked.`);
  if (inTurn !== undefined) assumed(`Read one after the other: ${inTurn.map((one) => `“${one}”`).join(', then ')}.`);

  const offered = (reading: Reading | null, text: string, label = '') => {
    if (reading !== null && impossibility(reading, names) === null)
      assumed(text, [{ label: `${label}${told(reading)}`, reading }]);
  };
  offered(brokenDownInstead(first.reading), '“Per” divides by how many there are.');
  if (!first.asFollowUp && !first.edits.some((edit) => edit.do === 'show'))
    offered(countedInstead(first.reading), 'How many there are is one click away.');
  if (
    first.asFollowUp &&
    before !== null &&
    first.analysis === undefined &&
    canonical(first.reading) === canonical(before)
  )
    notes.push({ kind: 'caveat', text: 'That is what is shown already, so nothing has changed.' });
  if (before !== null && inTurn === undefined)
    offered(
      otherMode(first, understood.situation),
      first.asFollowUp ? 'Read as a follow-up.' : 'Read as a new question.',
      `${first.asFollowUp ? 'As a new question' : 'As a follow-up'}: `,
    );
  if (understood.anew !== null)
    notes.push({ kind: 'caveat', text: `${understood.anew} So it is read as a new question.` });
  return notes;
}

/** The same words read the other way round: as a follow-up instead of a new question, or as a new one, where both make sense. */
function otherMode(first: Candidate, situation: Situation): Reading | null {
  const intents = first.cover.pieces.map((piece) => piece.intent);
  if (intents.some((one) => one.followUp || one.fresh)) return null;
  if (first.asFollowUp && !intents.some((one) => one.edits.some((edit) => edit.do === 'show'))) return null;
  const settled = settle(first.cover, situation, !first.asFollowUp);
  return settled.kind !== 'reading' || canonical(settled.reading) === canonical(first.reading) ? null : settled.reading;
}

const HOW: Readonly<Record<string, string>> = byWord({
  synonym: 'a word for',
  part: 'read as',
  abbreviation: 'short for',
  initials: 'short for',
  typing: 'read as',
  sound: 'sounds like',
  relative: 'an everyday word for',
});

function assumptionText({ said, meant, by }: Assumption): string {
  return by === 'synonym' || by === 'relative'
    ? `“${said}” is ${by === 'relative' ? 'taken as ' : ''}${HOW[by] ?? ''} ${meant}.`
    : `“${said}” ${by === 'sound' ? 'read, by its sound, as' : by === 'abbreviation' || by === 'initials' ? 'taken as short for' : 'read as'} ${meant}.`;
}

/** What each word is used for. Among words that nothing is known of, little words are not named beside others. */
export function wordsOf(understood: Pick<Understanding, 'tokens' | 'uses' | 'typed'>): WordUse[] {
  const { tokens, uses } = understood.typed ?? understood;
  const content = tokens.some(({ word }, index) => uses[index] === 'unresolved' && !FUNCTION_WORDS.has(word));
  return tokens.map(({ text, start, end, word }, index) => ({
    text,
    start,
    end,
    use: uses[index] === 'unresolved' && content && FUNCTION_WORDS.has(word) ? 'grammar' : (uses[index] ?? 'grammar'),
  }));
}

function phrasesOf(cover: Cover, tokens: readonly Token[]): { start: number; end: number }[] {
  return cover.pieces.map(({ start, item }) => ({
    start: tokens[start]?.start ?? 0,
    end: tokens[item.end - 1]?.end ?? 0,
  }));
}

function unclear(
  asked: Pick<Understanding, 'tokens' | 'uses' | 'typed'>,
  options: readonly Option[],
  text: string,
): ReadResult {
  return {
    outcome: 'unclear',
    reading: null,
    sentence: null,
    words: wordsOf(asked),
    phrases: [],
    notes: [{ kind: 'unclear', text }],
    options,
    edits: [],
  };
}

/** Names the words that could not be used, with whole questions that are near and the nearest names of the model. */
function unknownWords(
  said: string,
  asked: Pick<Understanding, 'tokens' | 'uses' | 'typed'>,
  context: ReadContext,
): ReadResult {
  const { names } = context;
  const { tokens } = asked.typed ?? asked;
  const left = wordsOf(asked);
  const unknown = tokens.filter((_token, index) => left[index]?.use === 'unresolved');
  const near: Option[] = unknown.flatMap((token) =>
    FUNCTION_WORDS.has(token.word)
      ? []
      : names.nearest(token.word).map((match) => ({
          label: `${match.label} (${kindWords(match.named, names.model)})`,
          reading: null,
          text: match.label,
        })),
  );
  const options: Option[] = [
    ...nearQuestions(
      said,
      unknown,
      near.flatMap(({ text }) => text ?? []),
      left
        .filter(({ use }) => use === 'name' || use === 'time' || use === 'number')
        .map(({ text }) => text)
        .join(' '),
      context,
    ),
    ...near.slice(0, 6),
  ];
  const list = unknown
    .map((token) => `“${FUNCTION_WORDS.has(token.word) ? withNext(token, tokens) : token.text}”`)
    .join(', ');
  const text = `${list} ${unknown.length === 1 ? 'is' : 'are'} not understood here, so nothing was computed.${options.length > 0 ? ' Did you mean one of these?' : ''}`;
  return unclear(asked, options, text);
}

/** A little word says nothing alone: "by reason", not "by". */
function withNext(token: Token, tokens: readonly Token[]): string {
  const next = tokens[tokens.indexOf(token) + 1];
  return next === undefined ? token.text : `${token.text} ${next.text}`;
}

function kindWords(named: { kind: string; id: string }, model: Model): string {
  if (named.kind === 'member') return inSentence(levelOf(model, named.id).level.name);
  return (
    { measure: 'measure', level: 'level', date: 'date', set: 'named set', season: 'season', fact: 'records' }[
      named.kind
    ] ?? named.kind
  );
}
