/**
 * Transforms of the measures shown — shares, changes, running and moving figures, ranks, indices — computed over the rows of an
 * answer. What they need beyond those rows (a whole, an earlier period, days before the window) is asked for as further readings,
 * so that a share is of the whole and not of what happens to be shown.
 */
import type { Reading, Shown, Transform } from '../reading/schema';
import { inSentence } from '../reading/words';
import { addGrains, startOf } from '../time/grain';
import { resolvePeriod, type Calendar } from '../time/period';
import type { Cell } from './answer';
import type { AnswerColumn } from './plan';
import { timeGrain } from './windows';

/** Rows with their columns, as a plan gives them. */
export interface Table {
  readonly columns: readonly AnswerColumn[];
  readonly rows: readonly (readonly Cell[])[];
}

/** The readings a transformed reading is computed from. None of them has a transform. */
export interface Sources {
  readonly main: Reading;
  /** The whole that shares and differences from the average refer to; for shares within, one a member of the outer breakdown. */
  readonly whole: Reading | null;
  /** First day of the window, where the main reading looks at days before it. */
  readonly keepFrom: string | null;
}

const plainly = (shown: readonly Shown[]): Shown[] => shown.map((one) => ({ ...one, transform: null }));

/** What has to be computed for a reading with transforms; null where it has none. */
export function sourcesOf(reading: Reading, calendar: Calendar): Sources | null {
  const transforms = reading.shown.flatMap((one) => (one.transform === null ? [] : [one.transform]));
  if (transforms.length === 0) return null;
  const change = transforms.find((one) => one.kind === 'change');
  const moving = Math.max(1, ...transforms.map((one) => ('count' in one ? one.count : 1)));
  const share = transforms.find((one) => one.kind === 'share');
  const average = transforms.some((one) => one.kind === 'fromAverage');
  const main: Reading = {
    ...reading,
    shown: plainly(reading.shown),
    against: change?.kind === 'change' ? { kind: change.basis } : reading.against,
  };
  const earlier = moving > 1 ? withDaysBefore(main, moving - 1, calendar) : null;
  const wholeBy = share?.kind === 'share' && share.within === 'outer' ? reading.by.slice(0, 1) : [];
  const whole: Reading | null =
    share || average
      ? {
          ...main,
          by: wholeBy,
          rank: null,
          order: null,
          against: main.against?.kind === 'members' ? null : main.against,
        }
      : null;
  return { main: earlier?.reading ?? main, whole, keepFrom: earlier?.keepFrom ?? null };
}

function withDaysBefore(
  reading: Reading,
  periods: number,
  calendar: Calendar,
): { reading: Reading; keepFrom: string } | null {
  const grain = timeGrain(reading.by);
  if (grain === null || reading.when === null) return null;
  const { from, to } = resolvePeriod(reading.when.period, calendar);
  if (from === undefined || to === undefined) return null;
  const start = startOf(grain, from, calendar.weekStart);
  return {
    keepFrom: start,
    reading: {
      ...reading,
      when: { ...reading.when, period: { kind: 'days', from: addGrains(grain, start, -periods), to } },
    },
  };
}

/** @param outer what the outer breakdown is called */
type Labelled = (label: string, transform: Transform, outer: string) => string;
const LABELS: Record<Exclude<Transform['kind'], 'change'>, Labelled> = {
  share: (label, transform, outer) =>
    `Share of ${inSentence(label)}${transform.kind === 'share' && transform.within === 'outer' ? ` within each ${inSentence(outer)}` : ''}`,
  running: (label) => `${label}, running total`,
  moving: (label, transform) => `${label}, moving average over ${'count' in transform ? transform.count : ''}`,
  movingTotal: (label, transform) => `${label}, moving total over ${'count' in transform ? transform.count : ''}`,
  rank: (label) => `${label}, rank`,
  index: (label) => `${label}, first = 100`,
  fromAverage: (label) => `${label}, difference from average`,
};

/** The table with each transform in the place of its measure. */
export function derived(reading: Reading, main: Table, whole: Table | null, keepFrom: string | null): Table {
  let table = main;
  reading.shown.forEach((shown, index) => {
    const value = main.columns.filter((column) => column.as === 'value')[index];
    if (shown.transform !== null && value) table = transformed(table, value, shown.transform, whole);
  });
  if (keepFrom === null) return table;
  const at = table.columns.findIndex((column) => column.role === 'time');
  return { columns: table.columns, rows: table.rows.filter((row) => String(row[at] ?? '') >= keepFrom) };
}

function transformed(table: Table, value: AnswerColumn, transform: Transform, whole: Table | null): Table {
  const at = table.columns.findIndex((column) => column.key === value.key);
  if (transform.kind === 'change') return changeOnly(table, value, transform.as);
  const outer = table.columns[0]?.label ?? '';
  const column: AnswerColumn = {
    ...withoutUnit(value, transform),
    label: LABELS[transform.kind](value.label, transform, outer),
    ...(transform.kind === 'share' && value.additive !== false ? { additive: true } : {}),
    ...(transform.kind === 'share'
      ? { format: { style: 'percent' as const, decimals: 1 } }
      : transform.kind === 'rank'
        ? { format: { style: 'number' as const, decimals: 0 } }
        : transform.kind === 'index'
          ? { format: { style: 'number' as const, decimals: 1 } }
          : {}),
  };
  const beside = (as: AnswerColumn['as']) => table.columns.findIndex((one) => one.of === value.key && one.as === as);
  const [otherAt, differenceAt, changeAt] = [beside('other'), beside('difference'), beside('change')];
  const results = computed(table, at, transform, whole);
  const others = otherAt < 0 ? null : computed(table, otherAt, transform, whole);
  const { key: _key, as: _as, label: _label, ...like } = column;
  const relative = transform.kind !== 'rank' && transform.kind !== 'fromAverage';
  return {
    columns: table.columns.map((one, index) =>
      index === at
        ? column
        : index === otherAt
          ? { ...like, key: one.key, as: 'other', label: LABELS[transform.kind](one.label, transform, outer) }
          : index === differenceAt
            ? { ...like, key: one.key, as: 'difference', label: one.label }
            : one,
    ),
    rows: table.rows.map((row, index) => {
      const [now, then] = [results[index] ?? null, others?.[index] ?? null];
      const difference = now === null || then === null ? null : now - then;
      return row.map((cell, place) => {
        if (place === at) return now;
        if (others === null) return cell;
        if (place === otherAt) return then;
        if (place === differenceAt) return difference;
        if (place === changeAt)
          return relative && difference !== null && then !== null && then !== 0 ? difference / Math.abs(then) : null;
        return cell;
      });
    }),
  };
}

/** The column without what is no longer true of it: whether it adds up, and for figures of another kind its unit and format. */
function withoutUnit(given: AnswerColumn, transform: Transform): AnswerColumn {
  const column = withoutAdditive(given);
  if (transform.kind !== 'share' && transform.kind !== 'rank' && transform.kind !== 'index') return column;
  const { unit: _unit, format: _format, ...rest } = column;
  return rest;
}

/** Only the difference, or only the % of it, of a comparison. */
function changeOnly(table: Table, value: AnswerColumn, as: 'difference' | 'percent'): Table {
  const wanted = as === 'percent' ? 'change' : 'difference';
  const kept = table.columns
    .map((column, index) => ({ column, index }))
    .filter(({ column }) => column.of !== value.key || column.as === wanted);
  return {
    columns: kept.map(({ column }) =>
      column.of === value.key
        ? {
            ...withoutAdditive(column),
            as: 'value',
            label: `${value.label}, ${as === 'percent' ? '% change' : 'change'}`,
          }
        : column,
    ),
    rows: table.rows.map((row) => kept.map(({ index }) => row[index] ?? null)),
  };
}

function withoutAdditive({ additive: _additive, ...column }: AnswerColumn): AnswerColumn {
  return column;
}

const figure = (cell: Cell | undefined): number | null => (typeof cell === 'number' ? cell : null);

function computed(
  table: Table,
  at: number,
  transform: Exclude<Transform, { kind: 'change' }>,
  whole: Table | null,
): (number | null)[] {
  const values = table.rows.map((row) => figure(row[at]));
  const keys = table.columns
    .map((column, index) => ({ column, index }))
    .filter(({ column }) => column.role === 'time' || column.role === 'level');
  const time = keys.find(({ column }) => column.role === 'time')?.index ?? null;
  const seriesOf = (row: readonly Cell[]) =>
    keys
      .filter(({ index }) => index !== time)
      .map(({ index }) => String(row[index]))
      .join('\u0000');
  const inTime = () => {
    const groups = new Map<string, number[]>();
    table.rows.forEach((row, index) => groups.set(seriesOf(row), [...(groups.get(seriesOf(row)) ?? []), index]));
    for (const group of groups.values())
      group.sort((a, b) => (String(table.rows[a]?.[time ?? 0]) < String(table.rows[b]?.[time ?? 0]) ? -1 : 1));
    return [...groups.values()];
  };
  const results: (number | null)[] = values.map(() => null);
  const wholeAt = whole?.columns.findIndex((column) => column.key === table.columns[at]?.key) ?? -1;
  const wholeFor = (row: readonly Cell[]): number | null => {
    if (!whole) return null;
    const outer = whole.columns.findIndex((column) => column.role === 'time' || column.role === 'level');
    const found = outer < 0 ? whole.rows[0] : whole.rows.find((one) => one[outer] === row[0]);
    return figure(found?.[wholeAt]);
  };
  switch (transform.kind) {
    case 'share':
      table.rows.forEach((row, index) => {
        const total = wholeFor(row);
        const value = values[index] ?? null;
        results[index] = value === null || total === null || total === 0 ? null : value / total;
      });
      return results;
    case 'running':
      for (const group of inTime()) {
        let sum = 0;
        for (const index of group) {
          sum += values[index] ?? 0;
          results[index] = sum;
        }
      }
      return results;
    case 'moving':
    case 'movingTotal':
      for (const group of inTime())
        group.forEach((index, place) => {
          const window = group
            .slice(Math.max(0, place - transform.count + 1), place + 1)
            .map((one) => values[one] ?? null);
          results[index] =
            window.length < transform.count || window.some((one) => one === null)
              ? null
              : window.reduce<number>((sum, one) => sum + (one ?? 0), 0) /
                (transform.kind === 'moving' ? transform.count : 1);
        });
      return results;
    case 'index':
      for (const group of inTime()) {
        const first =
          group.map((index) => values[index] ?? null).find((value) => value !== null && value !== 0) ?? null;
        for (const index of group)
          results[index] = first === null || values[index] === null ? null : ((values[index] ?? 0) / first) * 100;
      }
      return results;
    case 'rank':
      table.rows.forEach((row, index) => {
        const value = values[index];
        if (value === null || value === undefined) return;
        const rivals = values.filter((_other, place) => time === null || table.rows[place]?.[time] === row[time]);
        results[index] = 1 + rivals.filter((other) => other !== null && other > value).length;
      });
      return results;
    case 'fromAverage': {
      const given = values.filter((value) => value !== null);
      const additive = table.columns[at]?.additive === true;
      const mean = additive
        ? given.reduce<number>((sum, value) => sum + (value ?? 0), 0) / Math.max(1, given.length)
        : wholeFor([]);
      return values.map((value) => (value === null || mean === null ? null : value - mean));
    }
  }
}
