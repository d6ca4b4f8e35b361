/** Completions while typing: names and phrases at the caret, in the context of the reading before; and follow-ups for an empty line. */
import { madeOf } from '../analysis/explain/make-of';
import { factHasLevel, factsOf, neighbourLevel, type Model } from '../model/model';
import { hasDifference, isOneLine, type Reading } from '../reading/schema';
import { sentenceOf } from '../reading/sentence';
import { inSentence, levelWords, measureWords } from '../reading/words';
import { namingOf } from './naming';
import type { NameMatch } from './names/name-index';
import { wordsOf, type WordUse } from './read';
import { plainLetters } from './tokens';
import { understandInTurn } from './in-turn';
import { readingOf, understand, type ReadContext } from './understand';

export interface Completion {
  /** The whole line with the completion in it. */
  readonly text: string;
  /** What is put in. */
  readonly label: string;
  readonly kind: 'measure' | 'level' | 'member' | 'time' | 'phrase' | 'set';
  /** Which level a member is of, or what the name is. */
  readonly detail: string;
}

export interface Suggestion {
  readonly completions: readonly Completion[];
  readonly words: readonly WordUse[];
  /** What the sentence would become, where the words can be read already. */
  readonly sentence: string | null;
}

const MOST = 6;
const TRIED = 8;

/** Whole phrases worth offering by their beginnings; each is read before it is offered. */
const PHRASES: readonly (readonly [string, Completion['kind']])[] = [
  ['by month', 'time'],
  ['by week', 'time'],
  ['by quarter', 'time'],
  ['by year', 'time'],
  ['by day of week', 'time'],
  ['over time', 'time'],
  ['monthly', 'time'],
  ['this year', 'time'],
  ['last year', 'time'],
  ['last month', 'time'],
  ['last quarter', 'time'],
  ['the last 12 months', 'time'],
  ['year to date', 'time'],
  ['vs last year', 'phrase'],
  ['versus plan', 'phrase'],
  ['beside the year before', 'phrase'],
  ['top 5', 'phrase'],
  ['bottom 5', 'phrase'],
  ['without', 'phrase'],
  ['only', 'phrase'],
  ['as a share', 'phrase'],
  ['as a table', 'phrase'],
  ['as bars', 'phrase'],
  ['sort by name', 'phrase'],
  ['all time', 'time'],
  ['stop comparing', 'phrase'],
  ['clear the filters', 'phrase'],
  ['go deeper', 'phrase'],
  ['one level up', 'phrase'],
  ['undo', 'phrase'],
  ['start over', 'phrase'],
];

/** What begins a phrase that takes more than one name, so that it can't be tried whole yet. */
const UNFINISHED = /\b(between|from|swap|replace|compare)\s+$/i;

const DETAIL: Readonly<Record<string, string>> = {
  measure: 'measure',
  level: 'level',
  set: 'named set',
  season: 'season',
  date: 'date',
  fact: 'records',
};

/** Completions for a line of which the caret is at the end. */
export function suggest(text: string, context: ReadContext): Suggestion {
  const { names } = context;
  const now = text.trim() === '' ? null : understandInTurn(text, context);
  const beginning = /[\p{L}\p{N}'’-]*$/u.exec(text)?.[0] ?? '';
  const head = text.slice(0, text.length - beginning.length);
  const found: Completion[] = [];
  const offer = (completion: Completion) => {
    if (
      found.length < MOST &&
      !found.some((one) => plainLetters(one.text) === plainLetters(completion.text)) &&
      plainLetters(completion.text) !== plainLetters(text)
    )
      found.push(completion);
  };
  if (text.trim() === '')
    followUps(context).forEach((label) => offer({ text: label, label, kind: 'phrase', detail: '' }));
  else {
    const plain = plainLetters(text.trimStart());
    const candidates: Completion[] = [
      ...PHRASES.filter(
        ([phrase]) => phrase.startsWith(plain) || (beginning !== '' && phrase.startsWith(plainLetters(beginning))),
      ).map(([phrase, kind]): Completion => ({
        text: phrase.startsWith(plain) ? phrase : `${head}${phrase}`,
        label: phrase,
        kind,
        detail: '',
      })),
      ...(beginning === ''
        ? []
        : names.completing(beginning, TRIED).map((match) => completionOf(match, head, context))),
    ];
    // Names of one kind stand in the same place of a question: where one fits, the others do.
    const fits = new Map<string, boolean>();
    for (const candidate of candidates.slice(0, TRIED)) {
      if (found.length >= MOST) break;
      const open = candidate.kind === 'phrase' && ['without', 'only'].includes(candidate.label);
      const place = candidate.detail === '' ? candidate.label : `${candidate.kind} ${candidate.detail}`;
      const fitting = fits.get(place) ?? (open || UNFINISHED.test(head) || isUnderstood(candidate.text, context));
      fits.set(place, fitting);
      if (fitting) offer(candidate);
    }
  }
  const reading = now === null ? null : readingOf(now);
  return {
    completions: found,
    words: now === null ? [] : wordsOf(now),
    sentence: reading === null ? null : sentenceOf(reading, namingOf(names), context.calendar).text,
  };
}

function isUnderstood(text: string, context: ReadContext): boolean {
  const { outcome } = understand(text, context);
  return outcome === 'read' || outcome === 'move';
}

function completionOf(match: NameMatch, head: string, { names }: ReadContext): Completion {
  const { named } = match;
  if (named.kind === 'member') {
    const naming = namingOf(names);
    return {
      text: `${head}${naming.member(named.id, named.member)}`,
      label: named.member,
      kind: 'member',
      detail: inSentence(names.model.levels.get(named.id)?.level.name ?? ''),
    };
  }
  const label = named.kind === 'measure' || named.kind === 'level' ? inSentence(match.label) : match.label;
  const kind = named.kind === 'measure' || named.kind === 'level' || named.kind === 'set' ? named.kind : 'time';
  return { text: `${head}${label}`, label, kind, detail: DETAIL[named.kind] ?? '' };
}

/** Likely next questions after a reading; each can be read and changes it. */
export function followUps(context: ReadContext): string[] {
  const { before, names } = context;
  if (before === null) return [];
  const naming = namingOf(names);
  const { model } = names;
  if (before.rows !== null) return listingFollowUps(before.rows, context);
  const facts = before.shown.flatMap((one) => factsOf(model, one.calculation));
  const reachable = [...model.levels.keys()].filter((id) => facts.every((fact) => factHasLevel(model, fact, id)));
  const shownLevels = before.by.flatMap((one) => (one.kind === 'level' ? [one.level] : []));
  const deeper = shownLevels
    .map((id) => neighbourLevel(model, id, 1))
    .filter((id): id is string => id !== null && reachable.includes(id));
  const shownDimensions = new Set(shownLevels.map((id) => model.levels.get(id)?.dimension.id));
  const fresh = model.file.dimensions
    .filter((dimension) => !shownDimensions.has(dimension.id))
    .flatMap((dimension) => dimension.levels.map((level) => level.id).find((id) => reachable.includes(id)) ?? []);
  const tries = [
    ...deeper.slice(0, 1).map((id) => `by ${levelWords(naming, id)}`),
    ...(canBeAskedWhy(before, model) ? ['why?'] : []),
    ...(before.explain?.asked === 'moved' ? ['is that normal?', 'summarise this'] : []),
    ...(before.against === null ? ['vs last year'] : ['stop comparing']),
    ...(before.ahead !== null ? ['drop the forecast'] : isOneLine(before) ? ['forecast it'] : []),
    ...(before.by.some((one) => one.kind === 'time') ? [] : ['by month']),
    ...fresh.slice(0, 3).map((id) => `${before.by.length > 0 ? 'also ' : ''}by ${levelWords(naming, id)}`),
    ...(shownLevels.length > 0 && before.rank === null ? ['top 5'] : []),
    ...(before.when === null ? ['this year'] : ['all time']),
    ...otherMeasures(before, names).map((id) => `and ${measureWords(naming, id)}?`),
  ];
  return [...new Set(tries)].filter((text) => readingOf(understand(text, context)) !== null).slice(0, MOST);
}

/** Does it show how something that is made of parts changed, and not why already? */
function canBeAskedWhy(before: Reading, model: Model): boolean {
  const [first] = before.shown;
  return (
    first !== undefined &&
    before.explain?.asked !== 'moved' &&
    madeOf(first.calculation, model) !== null &&
    !(before.order?.by.kind === 'measure' && before.order.by.on !== undefined) &&
    (hasDifference(before) || (before.against === null && before.by.some((one) => one.kind === 'time')))
  );
}

/** After a listing: columns it does not show yet, and the way back. */
function listingFollowUps({ fact, columns }: NonNullable<Reading['rows']>, context: ReadContext): string[] {
  const { model } = context.names;
  const naming = namingOf(context.names);
  const there = new Set(columns.flatMap((column) => (column.kind === 'level' ? [column.level] : [])));
  const finest = model.file.dimensions
    .flatMap((dimension) => dimension.levels.at(-1)?.id ?? [])
    .filter((id) => !there.has(id) && factHasLevel(model, fact, id));
  return [...finest.slice(0, 3).map((id) => `add ${levelWords(naming, id)}`), 'back to the figures'].filter(
    (text) => readingOf(understand(text, context)) !== null,
  );
}

/** Measures of the same facts that are not shown. */
function otherMeasures(before: Reading, names: ReadContext['names']): string[] {
  const { model } = names;
  const shown = new Set(
    before.shown.flatMap((one) => (one.calculation.kind === 'measure' ? [one.calculation.measure] : [])),
  );
  const facts = new Set(before.shown.flatMap((one) => factsOf(model, one.calculation)));
  return [...model.measures.keys()]
    .filter(
      (id) =>
        !shown.has(id) &&
        model.measures.get(id)?.hidden !== true &&
        factsOf(model, { kind: 'measure', measure: id }).every((fact) => facts.has(fact)),
    )
    .slice(0, 2);
}
