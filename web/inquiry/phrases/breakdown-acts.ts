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

/** A breakdown that can be had; under its dimension, or with others of its kind. */
interface Offer extends Pick<EditAct, 'about' | 'holds'> {
  readonly label: string;
  readonly by: Breakdown;
  readonly section: string;
}

export function breakdownActs(reading: Reading, model: ModelView | undefined): EditAct[] {
  const taken = (by: Breakdown) => reading.by.some((one) => same(one, by));
  return [
    ...reading.by.map((by): EditAct => ({
      label: `Not by ${nameOf(by, model)}`,
      edits: [{ do: 'breakdown', how: 'remove', by: [by] }],
    })),
    ...offers(reading, model).map((offer): EditAct => ({
      ...listed(offer),
      label: `By ${offer.label}`,
      edits: [{ do: 'breakdown', how: 'join', by: [offer.by] }],
      ...(taken(offer.by) ? { inForce: true } : {}),
    })),
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
    ...listed(one),
    ...(how === 'add' ? { section: `${one.section}, also` } : {}),
    label: `${label} ${one.label}`,
    edits: [{ do: 'breakdown', how, by: [one.by] }],
  }));
}

const listed = ({ section, about, holds }: Offer): Pick<EditAct, 'section' | 'about' | 'holds'> => ({
  section,
  ...(about === undefined ? {} : { about }),
  ...(holds === undefined ? {} : { holds }),
});

function offers(reading: Reading, model: ModelView | undefined): Offer[] {
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
    ...GRAINS.map((grain): Offer => ({ label: GRAIN_NAMES[grain], by: { kind: 'time', grain }, section: 'Time' })),
    ...(model?.dimensions ?? []).flatMap((dimension) =>
      dimension.levels.map((level): Offer => {
        const members = model?.levels.find((one) => one.id === level.id)?.members;
        return {
          label: lower(level.name),
          by: { kind: 'level', level: level.id },
          section: dimension.name,
          ...(level.description === undefined ? {} : { about: level.description }),
          ...(members === undefined ? {} : { holds: `${members.toLocaleString()} member${members === 1 ? '' : 's'}` }),
        };
      }),
    ),
    ...CYCLES.map((cycle): Offer => ({ label: CYCLE_NAMES[cycle], by: { kind: 'cycle', cycle }, section: 'Calendar' })),
    ...others.flatMap((date) =>
      OTHER_DATE_GRAINS.map((grain): Offer => ({
        label: `${grain} of ${lower(date.name)}`,
        by: onDate({ kind: 'time', grain }, date.id),
        section: date.name,
      })),
    ),
    ...single.map((measure): Offer => ({
      label: `${lower(measure.name)} in ranges`,
      by: { kind: 'bins', measure: measure.id, width: null },
      section: 'Ranges',
    })),
    ...[...sets.values()].map((list): Offer => ({
      label:
        list.length === 1
          ? `${lower(list[0]?.name ?? '')} beside the rest`
          : list.map((set) => lower(set.name)).join(' versus '),
      by: { kind: 'sets', sets: list.map((set) => set.id), beside: list.length === 1 ? 'rest' : 'none' },
      section: 'Named sets',
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
      return onItsDate(GRAIN_NAMES[by.grain], by, model);
    case 'cycle':
      return onItsDate(CYCLE_NAMES[by.cycle], by, model);
    case 'bins':
      return 'ranges';
    case 'sets':
      return 'named set';
  }
}

/** @example 'month of booking date' of a month on another date than the usual one */
function onItsDate(
  name: string,
  { role }: { readonly role?: string | undefined },
  model: ModelView | undefined,
): string {
  const date = role === undefined ? undefined : (model?.dates ?? []).find((one) => one.id === role);
  return date === undefined ? name : `${name} of ${lower(date.name)}`;
}
