/** What a headline says besides its numbers: the scope of a reading and what it stands beside, so that it can be quoted alone. */
import type { HeadlineWords } from '@zud/core/narrate/headline';
import type { Answer } from '@zud/core/query/answer';
import { byLevel, same, type Condition, type Reading } from '@zud/core/reading/schema';
import { conditionWords, dayWords, listWords, periodWords, rangeWords } from '@zud/core/reading/words';
import { resolvePeriod, type Period } from '@zud/core/time/period';
import { timeGrain } from '@zud/core/query/windows';
import type { ReadyModel } from './ready-model';

/** Conditions that are said; of more, how many more there are. */
const MOST_CONDITIONS = 3;
/** Members that are named; more are counted by the words of the condition. */
const MOST_MEMBERS = 3;

export function headlineWords(
  answer: Pick<Answer, 'other' | 'window'>,
  reading: Reading,
  ready: ReadyModel,
): HeadlineWords {
  return { scope: scopeWords(answer, reading, ready), beside: besideWords(answer, reading, ready) };
}

function scopeWords({ window }: Pick<Answer, 'window'>, reading: Reading, ready: ReadyModel): string {
  // members that the answer is broken down by are named by its rows
  const said = reading.where.filter(
    (one) => !(one.kind === 'members' && one.is && reading.by.some((by) => same(by, byLevel(one.level)))),
  );
  const conditions = said.slice(0, MOST_CONDITIONS).map((one) => scopeCondition(one, ready));
  const more = said.length - MOST_CONDITIONS;
  // a time line names its periods itself
  const period = reading.when && timeGrain(reading.by) === null ? [inPeriod(reading.when.period, window, ready)] : [];
  return [
    ...conditions,
    ...(more > 0 ? [`with ${more} more ${more === 1 ? 'condition' : 'conditions'}`] : []),
    ...period,
  ].join(', ');
}

function scopeCondition(condition: Condition, { naming }: ReadyModel): string {
  if (condition.kind === 'members' && condition.is && condition.members.length <= MOST_MEMBERS)
    return listWords(
      condition.members.map((member) => naming.member(condition.level, member)),
      'and',
    );
  return conditionWords(naming, condition);
}

/** The days that count, by name, whenever it is read: not "this month". A period that is still running says how far it goes. */
function inPeriod(period: Period, window: Answer['window'], { model, calendar }: ReadyModel): string {
  const { from, to, cutFrom } = resolvePeriod(period, calendar);
  if (window.from !== undefined && window.to !== undefined && (window.from !== from || window.to !== to))
    return rangeWords(window.from, window.to).replace(/^(?!from |week )/, 'in ');
  const end = cutFrom ?? to;
  const named =
    period.kind === 'season' || period.kind === 'fiscal' || from === undefined || end === undefined
      ? periodWords(period, model)
      : rangeWords(from, end);
  const said = /^(from|since|until|the|week) /.test(named) ? named : `in ${named}`;
  return cutFrom === undefined || to === undefined ? said : `${said} up to ${withoutYear(dayWords(to), from)}`;
}

/** The year goes without saying where the period began in it. */
const withoutYear = (day: string, from: string | undefined) =>
  day.replace(from === undefined ? '' : ` ${from.slice(0, 4)}`, '');

function besideWords({ other }: Pick<Answer, 'other'>, { against, by }: Reading, { model }: ReadyModel): string {
  const grain = timeGrain(by);
  switch (against?.kind) {
    case undefined:
    case 'members':
      return '';
    case 'plan':
      return against.whole === true ? 'the whole plan' : 'plan';
    case 'year':
      return 'the year before';
    case 'period':
      return asDays(periodWords(against.period, model));
    case 'previous':
      if (grain !== null) return `the ${grain === 'half' ? 'half year' : grain} before`;
      return other?.from !== undefined && other.to !== undefined
        ? asDays(rangeWords(other.from, other.to))
        : 'the period before';
  }
}

/** A period after “on” and “than on”. @example asDays('from 28 September to 4 October 2026') // '28 September to 4 October 2026' */
function asDays(period: string): string {
  if (/^(since|until) /.test(period)) return `the days ${period}`;
  return period.startsWith('week ') ? `the ${period}` : period.replace(/^from /, '');
}
