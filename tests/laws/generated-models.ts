/** Generated models and readings for the laws of the language: made-up names, any number of levels and measures. */
import fc from 'fast-check';
import { NameIndex } from '@zud/core/language/names/name-index';
import { compileModel, type Model } from '@zud/core/model/model';
import { modelFileSchema, type ModelFile } from '@zud/core/model/schema';
import { measureOf } from '@zud/core/model/calculation';
import type { Breakdown, Comparison, Condition, Reading, Shown } from '@zud/core/reading/schema';
import { EMPTY_READING } from '@zud/core/reading/schema';
import type { Calendar, Period } from '@zud/core/time/period';
import { addDays, addMonths } from '@zud/core/time/day';
import { startOf } from '@zud/core/time/grain';
import { impossibility } from '@zud/core/language/read';

const ONSETS = ['b', 'br', 'd', 'dr', 'f', 'g', 'gl', 'k', 'kr', 'l', 'm', 'n', 'p', 'pl', 'r', 's', 'st', 't', 'tr', 'v', 'z'];
const NUCLEI = ['a', 'e', 'i', 'o', 'u', 'ai', 'ou', 'ee'];
const CODAS = ['b', 'd', 'g', 'k', 'l', 'm', 'n', 'p', 'r', 't', 'x'];

/** A made-up word of two or three syllables, from numbers. */
export function wordOf(seed: number): string {
  let left = seed;
  const take = (list: readonly string[]) => {
    const item = list[left % list.length] as string;
    left = Math.floor(left / list.length);
    return item;
  };
  return take(ONSETS) + take(NUCLEI) + take(CODAS) + take(NUCLEI) + take(CODAS);
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

export interface World {
  readonly model: Model;
  readonly names: NameIndex;
  readonly calendar: Calendar;
  readonly members: ReadonlyMap<string, readonly string[]>;
}

/** A model whose names are made of the given words, taken in turn. */
export function worldOf(words: readonly string[]): World {
  let at = 0;
  const next = () => words[at++ % words.length] as string;
  const phrase = (two: boolean) => (two ? `${capital(next())} ${next()}` : capital(next()));
  const dimensions = [0, 1, 2].map((d) => ({ id: `d${d}`, name: phrase(false), levels: [0, 1].map((l) => ({ id: `d${d}l${l}`, name: phrase(l === 1 && d === 1), column: `fact.c${d}${l}`, kind: d === 0 ? 'place' : 'thing' })) }));
  const raw = {
    zud: 1, id: 'generated', name: 'Generated', asOf: '2026-10-17',
    tables: [{ id: 'fact', key: 'id' }, { id: 'other', key: 'id' }],
    facts: [{ id: 'fact', name: next(), table: 'fact' }, { id: 'other', name: next(), table: 'other', grain: 'month' }],
    dates: [{ id: 'day', name: `${next()} date`, default: true, columns: { fact: 'day', other: 'day' } }, { id: 'second', name: `${next()} date`, columns: { fact: 'second' } }],
    dimensions,
    measures: [
      { id: 'm0', name: phrase(false), kind: 'sum', fact: 'fact', column: 'a', plan: 'm4' }, { id: 'm1', name: phrase(true), kind: 'sum', fact: 'fact', column: 'b' },
      { id: 'm2', name: phrase(false), kind: 'count', fact: 'fact' }, { id: 'm3', name: phrase(true), kind: 'ratio', of: 'm0', per: 'm2' }, { id: 'm4', name: phrase(true), kind: 'sum', fact: 'other', column: 'a' },
    ],
    sets: [{ id: 's0', name: phrase(true), level: 'd0l1', members: [] as string[] }],
  };
  const members = new Map(dimensions.flatMap((dimension) => dimension.levels.map((level, l) => [level.id, Array.from({ length: 3 }, (_, i) => phrase(i === 2 && l === 1))] as const)));
  (raw.sets[0] as { members: string[] }).members = [...(members.get('d0l1') ?? [])].slice(0, 2);
  const file: ModelFile = modelFileSchema.parse(raw);
  const model = compileModel(file);
  const names = new NameIndex(model, [...members].map(([level, list]) => ({ level, members: list })));
  const calendar: Calendar = { asOf: '2026-10-17', weekStart: 1, fiscalStartMonth: 1, fiscalNamedBy: 'end', seasons: [], firstData: '2023-01-01', lastData: '2026-10-17' };
  return { model, names, calendar, members };
}

/** Distinct made-up words. */
export const words = fc.uniqueArray(fc.integer({ min: 0, max: 1_000_000 }).map(wordOf), { minLength: 64, maxLength: 64, selector: (word) => word.slice(0, 6) });

export const world = words.map(worldOf);

const grain = fc.constantFrom('day', 'week', 'month', 'quarter', 'half', 'year');

const period: fc.Arbitrary<Period> = fc.oneof(
  fc.record({ kind: fc.constant('this' as const), grain: fc.constantFrom('day', 'week', 'month', 'quarter', 'year') }),
  fc.record({ kind: fc.constant('last' as const), grain: fc.constantFrom('day', 'week', 'month', 'quarter', 'year') }),
  fc.record({ kind: fc.constant('latest' as const), grain: fc.constantFrom('day', 'week', 'month', 'quarter', 'year'), count: fc.integer({ min: 1, max: 40 }) }),
  fc.tuple(fc.integer({ min: 0, max: 1300 }), fc.integer({ min: 0, max: 500 })).map(([start, length]): Period => ({ kind: 'days', from: addDays('2023-01-01', start), to: addDays('2023-01-01', start + length) })),
  fc.tuple(fc.integer({ min: 0, max: 40 }), fc.constantFrom<'month' | 'quarter' | 'half' | 'year'>('month', 'quarter', 'half', 'year')).map(([months, unit]): Period => {
    const from = startOf(unit, addMonths('2023-01-01', months));
    return { kind: 'days', from, to: addDays(addMonths(from, { month: 1, quarter: 3, half: 6, year: 12 }[unit]), -1) };
  }),
  fc.integer({ min: 0, max: 1300 }).map((days): Period => ({ kind: 'since', from: addDays('2023-01-01', days) })),
  fc.integer({ min: 0, max: 1300 }).map((days): Period => ({ kind: 'until', to: addDays('2023-01-01', days) })),
);

const levelId = fc.constantFrom('d0l0', 'd0l1', 'd1l0', 'd1l1', 'd2l0', 'd2l1');

function membersAt(made: World, level: string, mask: number): string[] {
  const list = made.members.get(level) ?? [];
  const chosen = list.filter((_name, index) => (mask >> index) & 1);
  return chosen.length > 0 ? chosen : list.slice(0, 1);
}

/** A reading over a generated model, as the grammar can say it and the model can answer it. */
export function readingOf(made: World): fc.Arbitrary<Reading> {
  const shown: fc.Arbitrary<Shown> = fc.tuple(fc.constantFrom('m0', 'm1', 'm2', 'm3'), fc.constantFrom(null, null, null, 'share', 'running', 'index')).map(([id, transform]) => ({
    calculation: measureOf(id), transform: transform === null ? null : transform === 'share' ? { kind: 'share', within: 'all' } : { kind: transform as 'running' | 'index' },
  }));
  const by: fc.Arbitrary<Breakdown> = fc.oneof(
    levelId.map((level): Breakdown => ({ kind: 'level', level })),
    grain.map((one): Breakdown => ({ kind: 'time', grain: one as never })),
    fc.constantFrom('dayOfWeek', 'monthOfYear', 'hour').map((cycle): Breakdown => ({ kind: 'cycle', cycle: cycle as never })),
  );
  const condition: fc.Arbitrary<Condition> = fc.oneof(
    { weight: 5, arbitrary: fc.tuple(levelId, fc.integer({ min: 1, max: 7 }), fc.boolean()).map(([level, mask, is]): Condition => ({ kind: 'members', level, is, members: membersAt(made, level, mask) })) },
    fc.boolean().map((is): Condition => ({ kind: 'set', set: 's0', is })),
    fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 3 }).map((days): Condition => ({ kind: 'weekdays', days: days.sort((a, b) => a - b) })),
    fc.tuple(levelId, fc.constantFrom('m0', 'm2'), fc.constantFrom('over', 'under', 'atLeast', 'atMost', 'aboveAverage', 'belowAverage'), fc.integer({ min: 1, max: 90_000 })).map(([level, id, test, value]): Condition => ({
      kind: 'measure', at: { kind: 'level', level }, calculation: measureOf(id), test: test as 'over', ...(test.endsWith('Average') ? {} : { value }),
    })),
    fc.tuple(fc.constantFrom('m0', 'm1'), fc.integer({ min: 1, max: 900 })).map(([measure, value]): Condition => ({ kind: 'rows', measure, test: 'over', value })),
  );
  const against: fc.Arbitrary<Comparison | null> = fc.constantFrom(null, null, { kind: 'year' as const }, { kind: 'previous' as const });
  return fc
    .record({
      shown: fc.uniqueArray(shown, { minLength: 1, maxLength: 2, selector: (one) => JSON.stringify(one.calculation) }),
      by: fc.uniqueArray(by, { maxLength: 2, selector: (one) => (one.kind === 'level' ? one.level.slice(0, 2) : one.kind) }),
      where: fc.uniqueArray(condition, { maxLength: 2, selector: (one) => (one.kind === 'members' ? one.level : one.kind === 'set' ? 'd0l1' : one.kind) }),
      when: fc.option(fc.tuple(period, fc.boolean()), { nil: null }),
      against, rankCount: fc.option(fc.tuple(fc.integer({ min: 1, max: 30 }), fc.constantFrom<'top' | 'bottom'>('top', 'bottom'), fc.constantFrom(null, 'm1', 'm2')), { nil: null }),
      chart: fc.option(fc.constantFrom('line', 'bars', 'columns', 'table', 'stacked', 'pie', 'heat', 'scatter', 'area', 'share bars', 'number'), { nil: null }),
      order: fc.option(fc.tuple(fc.boolean(), fc.constantFrom<'up' | 'down'>('up', 'down')), { nil: null }),
    })
    .map((parts): Reading => {
      const arranged = [...parts.by.filter((one) => one.kind === 'time'), ...parts.by.filter((one) => one.kind !== 'time')];
      const level = arranged.findLast((one) => one.kind === 'level');
      const first = parts.shown[0]?.calculation ?? measureOf('m0');
      const comparesInTime = parts.against !== null && (parts.when !== null || arranged.some((one) => one.kind === 'time'));
      const rank = parts.rankCount !== null && level?.kind === 'level'
        ? { count: parts.rankCount[0], direction: parts.rankCount[1], percent: false, of: level, marked: false, by: parts.rankCount[2] === null ? null : measureOf(parts.rankCount[2]), within: null, others: false }
        : null;
      return {
        ...EMPTY_READING, shown: parts.shown, by: arranged, where: parts.where,
        when: parts.when === null ? null : { period: parts.when[0], ...(parts.when[1] ? { role: 'second' } : {}) },
        against: comparesInTime ? parts.against : null, rank,
        order: parts.order === null || rank !== null ? null : { by: parts.order[0] ? { kind: 'name' } : { kind: 'measure', calculation: first }, direction: parts.order[1] },
        view: parts.chart === null ? null : { chart: parts.chart as never },
      };
    })
    .filter((reading) => impossibility(reading, made.names) === null);
}
