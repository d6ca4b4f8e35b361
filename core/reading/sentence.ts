/** The sentence: a reading as plain English, made of phrases that are each tied to the part they came from. */
import { resolvePeriod, type Calendar } from '../time/period';
import {
  aheadWords,
  breakdownWords,
  capitalised,
  comparisonWords,
  conditionWords,
  dayWords,
  explainWords,
  isInPercent,
  listWords,
  type Naming,
  orderWords,
  periodWords,
  rankWords,
  roleWords,
  rowsWords,
  shownWords,
  viewWords,
} from './words';
import type { Reading } from './schema';

export type PhrasePart =
  'shown' | 'by' | 'where' | 'when' | 'against' | 'ahead' | 'rank' | 'order' | 'rows' | 'view' | 'explain';

export interface Phrase {
  readonly text: string;
  readonly part: PhrasePart;
  /** Where in the reading it came from, as a JSON Pointer (RFC 6901). */
  readonly path: string;
  /** What the phrase comes to now: the days of a relative period. */
  readonly detail?: string;
}

export interface Sentence {
  readonly text: string;
  readonly phrases: readonly Phrase[];
}

/** Renders a reading. Reading the sentence back gives the same reading (the round-trip law). */
export function sentenceOf(reading: Reading, naming: Naming, calendar?: Calendar): Sentence {
  const phrases: Phrase[] = [];
  phrases.push({
    part: 'shown',
    path: '/shown',
    text: capitalised(
      listWords(
        reading.shown.map((one) => shownWords(naming, one)),
        'and',
      ),
    ),
  });
  if (reading.by.length > 0)
    phrases.push({
      part: 'by',
      path: '/by',
      text: `by ${listWords(
        reading.by.map((one) => breakdownWords(naming, one)),
        'and',
      )}`,
    });
  if (reading.rank) phrases.push({ part: 'rank', path: '/rank', text: rankWords(naming, reading.rank) });
  reading.where.forEach((condition, index) =>
    phrases.push({ part: 'where', path: `/where/${index}`, text: conditionWords(naming, condition) }),
  );
  if (reading.when) {
    const on = reading.when.role === undefined ? '' : ` on ${roleWords(naming, reading.when.role)}`;
    const detail = calendar ? periodDetail(reading.when.period, calendar) : undefined;
    phrases.push({
      part: 'when',
      path: '/when',
      text: `${periodWords(reading.when.period, naming.model)}${on}`,
      ...(detail === undefined ? {} : { detail }),
    });
  }
  if (reading.against)
    phrases.push({ part: 'against', path: '/against', text: comparisonWords(naming, reading.against) });
  if (reading.ahead) phrases.push({ part: 'ahead', path: '/ahead', text: aheadWords(reading.ahead, reading.by) });
  if (reading.order) phrases.push({ part: 'order', path: '/order', text: orderWords(naming, reading.order) });
  if (reading.rows) phrases.push({ part: 'rows', path: '/rows', text: rowsWords(naming, reading.rows) });
  if (reading.view)
    phrases.push({
      part: 'view',
      path: '/view',
      text: viewWords(reading.view, isInPercent(naming.model, reading.shown[0])),
    });
  if (reading.explain)
    phrases.push({
      part: 'explain',
      path: '/explain',
      text: explainWords(naming, reading.explain, isInPercent(naming.model, reading.shown[0])),
    });
  return { phrases, text: joined(phrases) };
}

/** What stands before a phrase in the running sentence. */
const LEAD: Record<PhrasePart, string> = {
  shown: '',
  by: ' ',
  rank: ', ',
  where: ' ',
  when: ', ',
  against: ' — ',
  ahead: ', ',
  order: ', ',
  rows: ', ',
  view: ', ',
  explain: ', ',
};

/** The text between a phrase and the one before it. */
export function leadOf(part: PhrasePart): string {
  return LEAD[part];
}

function joined(phrases: readonly Phrase[]): string {
  return phrases.map((phrase, index) => `${index === 0 ? '' : LEAD[phrase.part]}${phrase.text}`).join('');
}

function periodDetail(period: NonNullable<Reading['when']>['period'], calendar: Calendar): string | undefined {
  const { from, to } = resolvePeriod(period, calendar);
  if (period.kind === 'days' && to === period.to) return undefined;
  if (from !== undefined && to !== undefined)
    return from === to
      ? dayWords(from)
      : `${from.slice(0, 4) === to.slice(0, 4) ? dayWords(from).replace(/ \d{4}$/, '') : dayWords(from)} – ${dayWords(to)}`;
  if (from !== undefined) return `from ${dayWords(from)}`;
  return to === undefined ? undefined : `to ${dayWords(to)}`;
}
