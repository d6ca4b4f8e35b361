/** How an answer can be broken down by hand: levels, grains and parts of the calendar on any date, ranges, named sets. */
import { same, type Breakdown, type Key, type Reading } from '@zud/core/reading/schema';
import { CYCLES, GRAINS, type Cycle } from '@zud/core/time/grain';
import type { ModelView } from '../../app/api';
import type { EditAct } from './edit-act';
import { lower } from './lower';

const GRAIN_NAMES = {
  day: 'day',
  week: 'week',
  month: 'month',
  quarter: 'quarter',
  half: 'half year',
  year: 'year',
} as const;
const CYCLE_NAMES: Readonly<Record<Cycle, string>> = {
  dayOfWeek: 'day of the week',
  weekPart: 'weekdays and weekends',
  monthOfYear: 'month of the year',
  hour: 'hour of the day',
};
/** Grains that other dates than the usual one are offered with. */
const OTHER_DATE_GRAINS = ['month', 'day'] as const;
/** Kinds of measures with a number of their own in each record. */
const SINGLE = ['sum', 'average', 'median', 'minimum', 'maximum', 'percentile'];

interface Offer {
  readonly label: string;
  readonly by: Breakdown;
}

export function breakdownActs(reading: Reading, model: ModelView | undefined): EditAct[] {
  const taken = (by: Breakdown) => reading.by.some((one) => same(one, by));
  return [
    ...reading.by.map((by): EditAct => ({
      label: `Without ${nameOf(by, model)}`,
      edits: [{ do: 'breakdown', how: 'remove', by: [by] }],
    })),
    ...offers(reading, model)
      .filter(({ by }) => !taken(by))
      .map(({ label, by }): EditAct => ({ label: `By ${label}`, edits: [{ do: 'breakdown', how: 'join', by: [by] }] })),
    ...alsoActs(reading, model),
  ];
}

/** What can be added to the breakdown there is; where there is none, what it can be broken down by. */
export function alsoActs(reading: Reading, model: ModelView | undefined): EditAct[] {
  const free = offers(reading, model).filter(
    ({ by }) => !reading.by.some((one) => same(one, by) || (one.kind === 'time' && by.kind === 'time')),
  );
  const [label, how] = reading.by.length > 0 ? (['Also by', 'add'] as const) : (['By', 'join'] as const);
  return free.map((one): EditAct => ({
    label: `${label} ${one.label}`,
    edits: [{ do: 'breakdown', how, by: [one.by] }],
  }));
}

function offers(reading: Reading, model: ModelView | undefined): Offer[] {
  const levels = (model?.dimensions ?? []).flatMap((dimension) => dimension.levels);
  const others = (model?.dates ?? []).filter((date) => date.default !== true);
  const onDate = (key: Key, role: string) => ({ ...key, role }) as Key;
  const single = reading.shown.flatMap(({ calculation }) =>
    calculation.kind === 'measure'
      ? (model?.measures ?? []).filter((one) => one.id === calculation.measure && SINGLE.includes(one.kind))
      : [],
  );
  const sets = new Map(
    (model?.sets ?? []).map(
      (set) => [set.level, (model?.sets ?? []).filter((one) => one.level === set.level)] as const,
    ),
  );
  return [
    ...GRAINS.map((grain): Offer => ({ label: GRAIN_NAMES[grain], by: { kind: 'time', grain } })),
    ...levels.map((level): Offer => ({ label: lower(level.name), by: { kind: 'level', level: level.id } })),
    ...CYCLES.map((cycle): Offer => ({ label: CYCLE_NAMES[cycle], by: { kind: 'cycle', cycle } })),
    ...others.flatMap((date) =>
      OTHER_DATE_GRAINS.map((grain): Offer => ({
        label: `${grain} of ${lower(date.name)}`,
        by: onDate({ kind: 'time', grain }, date.id),
      })),
    ),
    ...single.map((measure): Offer => ({
      label: `${lower(measure.name)} in ranges`,
      by: { kind: 'bins', measure: measure.id, width: null },
    })),
    ...[...sets.values()].map((list): Offer => ({
      label:
        list.length === 1
          ? `${lower(list[0]?.name ?? '')} beside the rest`
          : list.map((set) => lower(set.name)).join(' versus '),
      by: { kind: 'sets', sets: list.map((set) => set.id), beside: list.length === 1 ? 'rest' : 'none' },
    })),
  ];
}

/** A breakdown as it is called in lists. */
export function nameOf(by: Breakdown, model: ModelView | undefined): string {
  switch (by.kind) {
    case 'level':
      return lower(
        (model?.dimensions ?? []).flatMap((dimension) => dimension.levels).find((level) => level.id === by.level)
          ?.name ?? by.level,
      );
    case 'time':
      return GRAIN_NAMES[by.grain];
    case 'cycle':
      return CYCLE_NAMES[by.cycle];
    case 'bins':
      return 'the ranges';
    case 'sets':
      return 'the named sets';
  }
}
