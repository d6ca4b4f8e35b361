/** Caveats: what a reader must know before quoting a number. Each follows from the answer itself. */
import { formatCell } from '../format/format';
import type { Answer, Cell } from '../query/answer';
import { OTHERS } from '../query/parts';
import { choosesPeriods, same, type Key, type Reading } from '../reading/schema';
import { dayWords, listWords } from '../reading/words';
import { addGrains, isCycle, startsBetween, type Grain } from '../time/grain';
import { addDays, dayNumber, weekday } from '../time/day';
import { WEEKDAYS } from '../time/names';

/** Fewer rows than this behind a mark make it a matter of chance. */
const FEW_ROWS = 30;

export interface Caveat {
  readonly kind: 'caveat';
  readonly text: string;
}

/** @param windowNote what was cut so that like is compared with like */
export function caveatsOf(answer: Answer, reading: Reading, windowNote: string | null, weekStart = 1): Caveat[] {
  const texts: string[] = [];
  const { window } = answer;
  const time = answer.columns.find((column) => column.role === 'time');
  if (answer.incomplete !== null && time?.grain !== undefined)
    texts.push(
      `${formatCell(answer.incomplete, time)} runs only to ${dayWords(window.to !== undefined && window.to < answer.asOf ? window.to : answer.asOf)}.`,
    );
  else if (window.cutFrom !== undefined) texts.push(`The period is incomplete: data to ${dayWords(answer.asOf)}.`);
  if (windowNote !== null) texts.push(windowNote);
  if (reading.when === null) texts.push('No period was named, so all data count.');
  if (reading.against?.kind === 'plan' && reading.against.whole === true)
    texts.push(
      window.cutFrom === undefined
        ? 'Each side counts all it has, also where the other has nothing.'
        : 'The actual to date stands beside the whole plan.',
    );
  if (answer.truncated) texts.push(`Only the first ${answer.rows.length} rows are shown; there are more.`);
  const few = answer.support.filter((rows) => rows !== null && rows > 0 && rows < FEW_ROWS).length;
  const averaging = answer.columns.some((column) => column.as === 'value' && column.additive === false);
  if (averaging && few > 0)
    texts.push(
      answer.rows.length === 1
        ? `Only ${answer.support[0]} rows stand behind this.`
        : `${few} of ${answer.rows.length} values rest on fewer than ${FEW_ROWS} rows.`,
    );
  const gaps = choosesPeriods(reading) ? [] : missingPeriods(answer, weekStart);
  if (gaps.length > 0)
    texts.push(
      `There are no data for ${gaps.slice(0, 3).join(', ')}${gaps.length > 3 ? ` and ${gaps.length - 3} more` : ''}.`,
    );
  texts.push(...missingValues(answer), ...tiesOf(answer, reading), ...unevenWeekdays(answer));
  if (
    reading.shown.length > 0 &&
    reading.by.length > 0 &&
    answer.columns.some((column) => column.as === 'value' && column.additive === false) &&
    answer.rows.length > 1
  )
    texts.push(
      `${answer.columns.find((column) => column.as === 'value' && column.additive === false)?.label ?? 'The values'} does not add up: a total is computed from the rows.`,
    );
  return texts.map((text) => ({ kind: 'caveat', text }));
}

/** Periods between the first and the last that the answer has no row for. */
function missingPeriods(answer: Answer, weekStart: number): string[] {
  const at = answer.columns.findIndex((column) => column.role === 'time');
  const column = answer.columns[at];
  const grain = column?.grain;
  if (column === undefined || grain === undefined || isCycle(grain)) return [];
  const present = [...new Set(answer.rows.map((row) => String(row[at] ?? '')))].filter((day) => day !== '').sort();
  const [first] = present;
  const last = present.at(-1);
  if (first === undefined || last === undefined || first === last) return [];
  const all = startsBetween(grain as Grain, first, addDays(addGrains(grain as Grain, last, 1), -1), weekStart);
  if (all.length > 5000) return [];
  const there = new Set(present);
  return all.filter((day) => !there.has(day)).map((day) => formatCell(day, column));
}

/** Members or periods for which the other side of a comparison, or a measure of another fact, has no value. */
function missingValues(answer: Answer): string[] {
  if (answer.rows.length < 2) return [];
  return answer.columns.flatMap((column, at) => {
    if (column.role !== 'measure' || column.as === 'difference' || column.as === 'change') return [];
    const missing = answer.rows.filter((row) => row[at] === null).length;
    if (missing === 0 || missing === answer.rows.length) return [];
    return [`${column.label} has no value in ${missing} of ${answer.rows.length} rows.`];
  });
}

/** Members that are level at the cut of a rank all stay in, so that there are more of them than were asked for. */
function tiesOf(answer: Answer, { rank, by }: Reading): string[] {
  if (rank === null || rank.percent) return [];
  const keys = answer.columns.flatMap((column, at) => (column.role === 'level' || column.role === 'time' ? [at] : []));
  const placeOf = (key: Key | null) => keys[by.findIndex((one) => same(one, key))];
  const at = placeOf(rank.of);
  const within = placeOf(rank.within);
  if (at === undefined || (rank.within !== null && within === undefined)) return [];
  const groups = new Map<Cell, Set<Cell>>();
  for (const row of answer.rows) {
    const member = row[at] ?? null;
    if (rank.others && member === OTHERS) continue;
    const group = within === undefined ? null : (row[within] ?? null);
    groups.set(group, (groups.get(group) ?? new Set()).add(member));
  }
  const over = [...groups.values()].filter((members) => members.size > rank.count).map((members) => members.size);
  const [most] = over;
  if (most === undefined) return [];
  const level = 'Members that are level at the cut all stay in';
  return [
    within === undefined
      ? `${level}: ${most} instead of ${rank.count}.`
      : `${level}, so some groups have more than ${rank.count}.`,
  ];
}

/** Days of the week that come more often on one side of a comparison than on the other. */
function unevenWeekdays({ columns, window, other }: Answer): string[] {
  const byWeekday = columns.some((column) => column.grain === 'dayOfWeek' || column.grain === 'weekPart');
  if (!byWeekday || other === null) return [];
  const uneven = WEEKDAYS.flatMap((name, index) => {
    const [now, then] = [weekdaysIn(window, index + 1), weekdaysIn(other, index + 1)];
    return now === null || then === null || now === then ? [] : [`${name} ${now} and ${then} times`];
  });
  return uneven.length === 0 ? [] : [`Days of the week come unequally often in the two: ${listWords(uneven, 'and')}.`];
}

/** How often an ISO day of the week lies between two days, both counted; null where an end is open. */
function weekdaysIn({ from, to }: Answer['window'], day: number): number | null {
  if (from === undefined || to === undefined) return null;
  const first = dayNumber(from) + ((day - weekday(from) + 7) % 7);
  return Math.max(0, Math.floor((dayNumber(to) - first) / 7) + 1);
}
