/** Findings: what stands out in an answer, each one sentence computed from its numbers, with what to do next. */
import { formatCell, formatSize, formatValue } from '../format/format';
import type { Edit } from '../reading/edit-schema';
import { choosesPeriods, type Reading } from '../reading/schema';
import type { Answer, Cell } from '../query/answer';
import { ALL, OTHERS, REST } from '../query/parts';
import type { AnswerColumn } from '../query/plan';
import { kendall, medianOf, outliers, seasonalSlope } from './statistics';

export interface Finding {
  readonly kind: 'outlier' | 'concentration' | 'trend' | 'crossing' | 'mover';
  readonly text: string;
  /** The rows of the answer that show it. */
  readonly rows: readonly number[];
  readonly act: { readonly label: string; readonly edits: readonly Edit[] } | null;
}

interface Placed {
  readonly column: AnswerColumn;
  readonly at: number;
}

const MOST = 3;

/** At most three findings, the more telling first. */
export function findingsOf(answer: Answer, reading: Reading): Finding[] {
  if (reading.rows !== null || answer.truncated) return [];
  const placed = answer.columns.map((column, at): Placed => ({ column, at }));
  const keys = placed.filter(({ column }) => column.role === 'level' || column.role === 'time');
  const value = placed.find(({ column }) => column.as === 'value');
  const [first] = keys;
  if (!value || !first || reading.shown.some((one) => one.transform !== null)) return [];
  const time = keys.find(({ column }) => column.role === 'time');
  const level = keys.find(({ column }) => column.role === 'level');
  const found = [
    ...(keys.length === 1 && level
      ? [
          ...mover(answer, level, value),
          ...concentration(answer, reading, level, value),
          ...outlier(answer, level, value),
        ]
      : []),
    ...(keys.length === 1 && time && !choosesPeriods(reading) ? trend(answer, time, value) : []),
    ...(keys.length === 2 && time && level && !choosesPeriods(reading) ? crossing(answer, time, level, value) : []),
  ];
  return found.slice(0, MOST);
}

const number = (cell: Cell | undefined) => (typeof cell === 'number' ? cell : null);
const isMember = (cell: Cell | undefined): cell is string =>
  typeof cell === 'string' && ![ALL, REST, OTHERS].includes(cell);
const lower = (text: string) => (/^[A-Z][a-z]/.test(text) ? text.charAt(0).toLowerCase() + text.slice(1) : text);
const only = (level: AnswerColumn, members: readonly string[]): Edit => ({
  do: 'condition',
  how: 'only',
  condition: { kind: 'members', level: level.level ?? '', is: true, members: [...members] },
});

/** The member that makes up most of a change: at least half of it, and no other goes the other way as far. */
function mover(answer: Answer, { column, at }: Placed, value: Placed): Finding[] {
  const difference = answer.columns.findIndex((one) => one.of === value.column.of && one.as === 'difference');
  if (difference < 0 || value.column.additive !== true || column.level === undefined) return [];
  const moves = answer.rows.flatMap((row, index) =>
    isMember(row[at]) && number(row[difference]) !== null
      ? [{ name: row[at], row: index, by: Number(row[difference]) }]
      : [],
  );
  const total = moves.reduce((sum, one) => sum + one.by, 0);
  const [most] = [...moves].sort((a, b) => Math.abs(b.by) - Math.abs(a.by));
  if (moves.length < 3 || !most || total === 0 || most.by / total < 0.5 || most.by / total > 1) return [];
  return [
    {
      kind: 'mover',
      text: `${most.name} makes up ${formatSize(most.by / total)} of the change, ${formatCell(most.by, answer.columns[difference] as AnswerColumn)} of ${formatCell(total, answer.columns[difference] as AnswerColumn)}.`,
      rows: [most.row],
      act: { label: `Only ${most.name}`, edits: [only(column, [most.name])] },
    },
  ];
}

/** Few members that make up half of the whole: at most a fifth of at least ten. */
function concentration(answer: Answer, reading: Reading, { column, at }: Placed, value: Placed): Finding[] {
  if (
    value.column.additive !== true ||
    reading.rank !== null ||
    reading.against?.kind === 'members' ||
    column.level === undefined
  )
    return [];
  const members = answer.rows
    .flatMap((row, index) =>
      isMember(row[at]) && number(row[value.at]) !== null ? [{ row: index, value: Number(row[value.at]) }] : [],
    )
    .sort((a, b) => b.value - a.value);
  const total = members.reduce((sum, one) => sum + one.value, 0);
  if (members.length < 10 || members.some((one) => one.value < 0) || total <= 0) return [];
  let so = 0;
  const half = members.findIndex((one) => (so += one.value) >= total / 2) + 1;
  // where the last of them has as much as the next, no one can say which they are
  if (half < 1 || half > members.length / 5 || members[half - 1]?.value === members[half]?.value) return [];
  return [
    {
      kind: 'concentration',
      text: `${half === 1 ? 'One' : half} of ${members.length} ${half === 1 ? 'makes' : 'make'} up half of the ${lower(value.column.label)}.`,
      rows: members.slice(0, half).map((one) => one.row),
      act: { label: `Top ${half}`, edits: [{ do: 'rerank', count: half, direction: 'top' }] },
    },
  ];
}

/** Small counts differ by chance. */
const SMALL_COUNT = 30;

/** A member far from all others, by the modified z score (Iglewicz and Hoaglin 1993). */
function outlier(answer: Answer, { column, at }: Placed, value: Placed): Finding[] {
  const members = answer.rows.flatMap((row, index) =>
    isMember(row[at]) && number(row[value.at]) !== null
      ? [{ name: row[at], row: index, value: Number(row[value.at]) }]
      : [],
  );
  if (members.length < 6 || column.level === undefined) return [];
  const far = outliers(members.map((one) => one.value));
  const [place] = far;
  const one = place === undefined ? undefined : members[place];
  if (far.length !== 1 || !one || (value.column.additive === true && one.value < SMALL_COUNT)) return [];
  return [
    {
      kind: 'outlier',
      text: `${one.name} stands far from the others, at ${formatValue(one.value, value.column)}; the middle of them is ${formatValue(medianOf(members.map((other) => other.value)), value.column)}.`,
      rows: [one.row],
      act: {
        label: `Leave out ${one.name}`,
        edits: [
          {
            do: 'condition',
            how: 'exclude',
            condition: { kind: 'members', level: column.level, is: false, members: [one.name] },
          },
        ],
      },
    },
  ];
}

const A_YEAR: Readonly<Record<string, number>> = { month: 12, quarter: 4, year: 1 };

/** A lasting rise or fall, each season beside the same season of other years (seasonal Kendall test, Hirsch, Slack and Smith 1982). */
function trend(answer: Answer, { column, at }: Placed, value: Placed): Finding[] {
  const seasons = A_YEAR[column.grain ?? ''];
  if (seasons === undefined) return [];
  const complete = answer.rows.filter((row) => row[at] !== answer.incomplete && typeof row[at] === 'string');
  const points = complete
    .map((row) => ({
      year: Number(String(row[at]).slice(0, 4)),
      season: String(row[at]).slice(5),
      value: number(row[value.at]),
    }))
    .flatMap((point) => (point.value === null ? [] : [{ ...point, value: point.value }]));
  if (new Set(points.map((point) => point.year)).size < (seasons === 1 ? 6 : 3)) return [];
  const bySeason = [...new Set(points.map((point) => point.season))].map((season) =>
    points.filter((point) => point.season === season).sort((a, b) => a.year - b.year),
  );
  const z = kendall(bySeason.map((one) => one.map((point) => point.value)));
  if (Math.abs(z) < 2.58) return [];
  const slope = seasonalSlope(bySeason.map((one) => one.map((point) => ({ at: point.year, value: point.value }))));
  if (slope === 0) return [];
  return [
    {
      kind: 'trend',
      text: `${value.column.label}: ${slope > 0 ? 'up' : 'down'} by about ${formatValue(Math.abs(slope), value.column)} a year${seasons === 1 ? '' : `, each ${column.grain ?? 'period'} beside that of other years`}.`,
      rows: answer.rows.map((_row, index) => index),
      act: { label: 'Beside the year before', edits: [{ do: 'compare', against: { kind: 'year' } }] },
    },
  ];
}

/** The last time that one line passes another and stays ahead for three periods. */
function crossing(answer: Answer, time: Placed, level: Placed, value: Placed): Finding[] {
  if (level.column.level === undefined) return [];
  const periods = [...new Set(answer.rows.map((row) => row[time.at] ?? null))]
    .filter((cell): cell is string => typeof cell === 'string' && cell !== answer.incomplete)
    .sort();
  const names = [...new Set(answer.rows.map((row) => row[level.at]))].filter(isMember);
  if (names.length < 2 || names.length > 8 || periods.length < 6) return [];
  const lineOf = (name: string) =>
    periods.map((period) =>
      number(answer.rows.find((row) => row[time.at] === period && row[level.at] === name)?.[value.at]),
    );
  const lines = new Map(names.map((name) => [name, lineOf(name)]));
  let last: { at: number; up: string; down: string } | null = null;
  for (const up of names)
    for (const down of names) {
      const gaps = periods.map((_period, index) => {
        const [a, b] = [lines.get(up)?.[index] ?? null, lines.get(down)?.[index] ?? null];
        return a === null || b === null ? null : a - b;
      });
      if (up === down || gaps.some((gap) => gap === null)) continue;
      const at = gaps.findLastIndex((gap) => (gap ?? 0) <= 0) + 1;
      if (
        at >= 3 &&
        at <= periods.length - 3 &&
        gaps.slice(0, at).filter((gap) => (gap ?? 0) < 0).length >= at - 1 &&
        (last === null || at > last.at)
      )
        last = { at, up, down };
    }
  if (last === null) return [];
  const { up, down } = last;
  const when = formatCell(periods[last.at] ?? null, time.column);
  return [
    {
      kind: 'crossing',
      text: `${up} passes ${down} in ${when}, and stays ahead.`,
      rows: answer.rows.flatMap((row, index) =>
        row[time.at] === periods[last.at] && [up, down].includes(String(row[level.at])) ? [index] : [],
      ),
      act: { label: `Only ${up} and ${down}`, edits: [only(level.column, [up, down])] },
    },
  ];
}
