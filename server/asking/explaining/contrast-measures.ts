/** How far all measures lie apart between two sides of a level: over its members where there are enough on each side, else over time. */
import {
  LEAST_MEMBERS,
  LEAST_PERIODS,
  membersApart,
  periodsApart,
  sharesApart,
  steadyOver,
  type Apart,
} from '@zud/core/analysis/explain/contrast';
import { madeOf } from '@zud/core/analysis/explain/make-of';
import { impossibility } from '@zud/core/language/impossibility';
import { addsUp } from '@zud/core/model/additivity';
import { arithmetic, measureOf, type Calculation } from '@zud/core/model/calculation';
import { factsOf, type Model } from '@zud/core/model/model';
import { byLevel, type Reading } from '@zud/core/reading/schema';
import { calculationWords, capitalised, listWords } from '@zud/core/reading/words';
import { endOf, startsBetween, type Grain } from '@zud/core/time/grain';
import { resolvePeriod } from '@zud/core/time/period';
import type { ReadyModel } from '../ready-model';
import { passedOver } from '../unanswerable';
import { within } from './compared';
import type { Difference, Sides } from './contrast-sides';
import { amountAt, placesOf, type Figures, type Looks } from './looks';

const GRAINS: readonly Grain[] = ['month', 'week', 'day'];

export interface MeasuresApart {
  readonly looked: Difference[];
  /** What they were compared over, and on which scale, in words. */
  readonly over: readonly string[];
}

/** Amounts, rates and averages that are known by the level; what is planned is none that happened. */
export function measuresFor(base: Reading, { level }: Sides, { model, names }: ReadyModel): Calculation[] {
  const plans = new Set([...model.measures.values()].flatMap((one) => one.plan ?? []));
  return [...model.measures.values()]
    .filter((one) => one.hidden !== true && !plans.has(one.id))
    .map((one) => measureOf(one.id))
    .filter(
      (calculation) =>
        madeOf(calculation, model) !== null &&
        impossibility({ ...base, shown: [{ calculation, transform: null }], by: [byLevel(level)] }, names) === null,
    );
}

export async function measuresApart(
  base: Reading,
  calculations: readonly Calculation[],
  sides: Sides,
  ready: ReadyModel,
  looks: Looks,
): Promise<MeasuresApart> {
  const each = await Promise.all(
    byFacts(calculations, ready.model).map((together) => ofOneFact(base, together, sides, ready, looks)),
  );
  return { looked: each.flatMap((one) => one.looked), over: [...new Set(each.flatMap((one) => one.over))] };
}

/** Readings over one fact are asked together. */
function byFacts(calculations: readonly Calculation[], model: Model): Calculation[][] {
  const groups = new Map<string, Calculation[]>();
  for (const one of calculations) {
    const key = [...factsOf(model, one)].sort().join(' ');
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  return [...groups.values()];
}

async function ofOneFact(
  base: Reading,
  calculations: readonly Calculation[],
  sides: Sides,
  ready: ReadyModel,
  looks: Looks,
): Promise<MeasuresApart> {
  const { model, naming } = ready;
  const reading: Reading = { ...base, shown: calculations.map((calculation) => ({ calculation, transform: null })) };
  const bothOf = async (by: Reading['by']) => {
    const [first, second] = await Promise.all(
      sides.where.map((where) => looks.figures(within({ ...reading, by }, [where])).catch(passedOver)),
    );
    return first && second ? ([first, second] as const) : null;
  };
  const [members, totals, counted] = await Promise.all([
    bothOf([byLevel(sides.level)]),
    bothOf([]),
    countedOf(base, calculations, sides, model, looks),
  ]);
  if (members === null || totals === null) return { looked: [], over: [] };
  const counts = members.map((side) => side.rows.length);
  const enough = counts.every((count) => count >= LEAST_MEMBERS);
  const periods = enough ? null : await periodsOf(bothOf, base, ready);
  const looked = calculations.flatMap((calculation, index): Difference[] => {
    const adds = addsUp(calculation, model);
    // what adds up is told per member, as one side has more of them than the other
    const per = !sides.single && adds ? counts : [1, 1];
    const [here, there] = totals.map((side, at) => {
      const value = side.rows[0]?.[placesOf(side).value[index] ?? -1];
      return typeof value === 'number' ? value / Math.max(1, per[at] ?? 1) : null;
    });
    const column = totals[0].columns[placesOf(totals[0]).value[index] ?? -1];
    if (typeof here !== 'number' || typeof there !== 'number' || column === undefined) return [];
    const each = members.map((side) => valuesOf(side, index));
    const [first, second] = each;
    if (first === undefined || second === undefined) return [];
    const all = [...first.values(), ...second.values()];
    const pairs = periods?.pairs(index, adds, per) ?? [];
    const records = counted.get(calculation);
    const apart = enough
      ? inLine(membersApart([...first.values()], [...second.values()]), here - there)
      : (overTime(pairs, here - there, all) ?? (records === undefined ? null : sharesApart(...records)));
    if (apart === null) return [];
    const told = toldAs(calculation, sides, model);
    return [
      {
        apart,
        kind: adds ? 'amount' : 'rate',
        level: null,
        members: [],
        name: `${capitalised(calculationWords(naming, calculation))}${told === calculation ? '' : ` per ${sides.one}`}`,
        column,
        values: [here, there],
        seen: enough
          ? new Map([...first, ...second])
          : new Map(pairs.map(([a, b], at) => [String(at), a - b] as const)),
        reading: sides.both({ ...base, shown: [{ calculation: told, transform: null }] }),
      },
    ];
  });
  const scale = counts[0] !== undefined && counts[0] + (counts[1] ?? 0) >= LEAST_MEMBERS;
  return {
    looked,
    over:
      looked.length === 0
        ? []
        : [
            enough || periods === null
              ? `${listWords(counts.map(String), 'and')} ${sides.several}, by how much these vary among themselves`
              : `${periods.count} whole ${periods.grain}s, by how much ${scale ? `${sides.several} vary among themselves` : 'they vary over time'}`,
          ],
  };
}

/** Of rates of records how many they are of, on both sides: they tell by themselves how much they vary. */
async function countedOf(
  base: Reading,
  calculations: readonly Calculation[],
  sides: Sides,
  model: Model,
  looks: Looks,
): Promise<ReadonlyMap<Calculation, readonly [readonly [number, number], readonly [number, number]]>> {
  const rates = calculations.flatMap((calculation) => {
    const made = madeOf(calculation, model);
    const [hits, of] = made?.amounts ?? [];
    return made?.make === 'rate' && made.counts && hits !== undefined && of !== undefined
      ? [{ calculation, amounts: [hits, of] }]
      : [];
  });
  if (rates.length === 0) return new Map();
  const shown = rates.flatMap(({ amounts }) => amounts.map((calculation) => ({ calculation, transform: null })));
  const both = await Promise.all(
    sides.where.map((where) => looks.figures(within({ ...base, shown }, [where])).catch(passedOver)),
  );
  return new Map(
    rates.flatMap(({ calculation }, index) => {
      const [first, second] = both.map((figures) => {
        if (!figures) return null;
        const [row] = figures.rows;
        const { value } = placesOf(figures);
        return row === undefined
          ? null
          : ([amountAt(row, value[2 * index]), amountAt(row, value[2 * index + 1])] as const);
      });
      return first && second ? [[calculation, [first, second]] as const] : [];
    }),
  );
}

/** What is told and what is tested say the same, or nothing is said: totals may lie the other way than most members do. */
const inLine = (apart: Apart | null, difference: number): Apart | null =>
  apart !== null && Math.sign(apart.standardised) === Math.sign(difference) ? apart : null;

function overTime(
  pairs: readonly (readonly [number, number])[],
  difference: number,
  members: readonly number[],
): Apart | null {
  const steady = steadyOver(pairs);
  return steady === null ? null : periodsApart(steady, difference, members);
}

function toldAs(calculation: Calculation, { level, single }: Sides, model: Model): Calculation {
  const [fact] = factsOf(model, calculation);
  return single || !addsUp(calculation, model)
    ? calculation
    : arithmetic('divide', calculation, { kind: 'members', level, ...(fact === undefined ? {} : { fact }) });
}

/** The figure of each member. */
function valuesOf(figures: Figures, index: number): Map<string, number> {
  const at = figures.columns.findIndex((column) => column.role === 'level');
  const place = placesOf(figures).value[index] ?? -1;
  return new Map(
    figures.rows.flatMap((row) => {
      const [member, value] = [row[at], row[place]];
      return typeof value === 'number' && member !== null && member !== undefined
        ? [[String(member), value] as const]
        : [];
    }),
  );
}

interface Periods {
  readonly grain: Grain;
  readonly count: number;
  readonly pairs: (index: number, adds: boolean, per: readonly number[]) => (readonly [number, number])[];
}

/** Both sides in the same whole periods, in the coarsest grain that has enough of them. */
async function periodsOf(
  bothOf: (by: Reading['by']) => Promise<readonly [Figures, Figures] | null>,
  base: Reading,
  { calendar }: ReadyModel,
): Promise<Periods | null> {
  const role = base.when?.role;
  for (const grain of GRAINS) {
    const both = await bothOf([{ kind: 'time', grain, ...(role === undefined ? {} : { role }) }]);
    if (both === null) return null;
    const rows = both.map((figures) => {
      const at = figures.columns.findIndex((column) => column.role === 'time');
      return new Map(figures.rows.flatMap((row) => (typeof row[at] === 'string' ? [[row[at], row] as const] : [])));
    });
    const days = rows.flatMap((of) => [...of.keys()]).sort();
    const [start, end] = [days[0], days.at(-1)];
    if (start === undefined || end === undefined) return null;
    const last = calendar.lastData ?? calendar.asOf;
    const begin = base.when === null ? undefined : resolvePeriod(base.when.period, calendar).from;
    // the first may have begun before what is asked of, and the last may not be over
    const whole = startsBetween(grain, start, end, calendar.weekStart).filter(
      (day, index) =>
        (index > 0 || (begin !== undefined && day >= begin)) && endOf(grain, day, calendar.weekStart) <= last,
    );
    if (whole.length < LEAST_PERIODS) continue;
    return {
      grain,
      count: whole.length,
      pairs: (index, adds, per) =>
        whole.flatMap((day) => {
          const [first, second] = both.map((figures, side) => {
            const value = rows[side]?.get(day)?.[placesOf(figures).value[index] ?? -1];
            // where nothing was counted there was nothing; a rate of nothing is none
            return typeof value === 'number' ? value / Math.max(1, per[side] ?? 1) : adds ? 0 : null;
          });
          return typeof first === 'number' && typeof second === 'number' ? [[first, second] as const] : [];
        }),
    };
  }
  return null;
}
