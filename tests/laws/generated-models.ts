/** Generated models and readings for the laws of the language: made-up names, any number of levels and measures. */
import fc from 'fast-check';
import { NameIndex } from '@zud/core/language/names/name-index';
import { compileModel, NO_NAME, type Model } from '@zud/core/model/model';
import { modelFileSchema, type ModelFile } from '@zud/core/model/schema';
import { arithmetic, measureOf, PASSING_TESTS, type Calculation } from '@zud/core/model/calculation';
import {
  byLevel,
  CHANGE_PARTS,
  CHART_KINDS,
  choosesPeriods,
  EMPTY_READING,
  hasDifference,
  MOST_AHEAD,
  type Breakdown,
  type ChangeOf,
  type Comparison,
  type Condition,
  type Key,
  type Listed,
  type Reading,
  type Shown,
  type Transform,
} from '@zud/core/reading/schema';
import { resolvePeriod, type Calendar, type Period } from '@zud/core/time/period';
import { addDays, addMonths } from '@zud/core/time/day';
import { startOf } from '@zud/core/time/grain';
import { impossibility } from '@zud/core/language/impossibility';

const ONSETS = [
  'b',
  'br',
  'd',
  'dr',
  'f',
  'g',
  'gl',
  'k',
  'kr',
  'l',
  'm',
  'n',
  'p',
  'pl',
  'r',
  's',
  'st',
  't',
  'tr',
  'v',
  'z',
];
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
  const dimensions = [0, 1, 2].map((d) => ({
    id: `d${d}`,
    name: phrase(false),
    levels: [0, 1].map((l) => ({
      id: `d${d}l${l}`,
      name: phrase(l === 1 && d === 1),
      column: `fact.c${d}${l}`,
      kind: d === 0 ? 'place' : 'thing',
    })),
  }));
  const raw = {
    zud: 1,
    id: 'generated',
    name: 'Generated',
    asOf: '2026-10-17',
    tables: [
      { id: 'fact', key: 'id' },
      { id: 'other', key: 'id' },
    ],
    facts: [
      { id: 'fact', name: next(), table: 'fact' },
      { id: 'other', name: next(), table: 'other', grain: 'month' },
    ],
    dates: [
      { id: 'day', name: `${next()} date`, default: true, columns: { fact: 'day', other: 'day' } },
      { id: 'second', name: `${next()} date`, columns: { fact: 'second' } },
    ],
    dimensions,
    measures: [
      { id: 'm0', name: phrase(false), kind: 'sum', fact: 'fact', column: 'a', plan: 'm4' },
      { id: 'm1', name: phrase(true), kind: 'sum', fact: 'fact', column: 'b' },
      { id: 'm2', name: phrase(false), kind: 'count', fact: 'fact' },
      { id: 'm3', name: phrase(true), kind: 'ratio', of: 'm0', per: 'm2' },
      { id: 'm4', name: phrase(true), kind: 'sum', fact: 'other', column: 'a' },
    ],
    sets: [{ id: 's0', name: phrase(true), level: 'd0l1', members: [] as string[] }],
  };
  const members = new Map(
    dimensions.flatMap((dimension) =>
      dimension.levels.map(
        (level, l) => [level.id, Array.from({ length: 3 }, (_, i) => phrase(i === 2 && l === 1))] as const,
      ),
    ),
  );
  (raw.sets[0] as { members: string[] }).members = [...(members.get('d0l1') ?? [])].slice(0, 2);
  const file: ModelFile = modelFileSchema.parse(raw);
  const model = compileModel(file);
  const names = new NameIndex(
    model,
    [...members].map(([level, list]) => ({ level, members: list })),
  );
  const calendar: Calendar = {
    asOf: '2026-10-17',
    weekStart: 1,
    fiscalStartMonth: 1,
    fiscalNamedBy: 'end',
    seasons: [],
    firstData: '2023-01-01',
    lastData: '2026-10-17',
  };
  return { model, names, calendar, members };
}

/** Distinct made-up words. */
export const words = fc.uniqueArray(fc.integer({ min: 0, max: 1_000_000 }).map(wordOf), {
  minLength: 64,
  maxLength: 64,
  selector: (word) => word.slice(0, 6),
});

export const world = words.map(worldOf);

const grain = fc.constantFrom('day', 'week', 'month', 'quarter', 'half', 'year');

const period: fc.Arbitrary<Period> = fc.oneof(
  fc.record({ kind: fc.constant('this' as const), grain: fc.constantFrom('day', 'week', 'month', 'quarter', 'year') }),
  fc.record({ kind: fc.constant('last' as const), grain: fc.constantFrom('day', 'week', 'month', 'quarter', 'year') }),
  fc.record({
    kind: fc.constant('latest' as const),
    grain: fc.constantFrom('day', 'week', 'month', 'quarter', 'year'),
    count: fc.integer({ min: 1, max: 40 }),
  }),
  fc.tuple(fc.integer({ min: 0, max: 1300 }), fc.integer({ min: 0, max: 500 })).map(([start, length]): Period => ({
    kind: 'days',
    from: addDays('2023-01-01', start),
    to: addDays('2023-01-01', start + length),
  })),
  fc
    .tuple(
      fc.integer({ min: 0, max: 40 }),
      fc.constantFrom<'month' | 'quarter' | 'half' | 'year'>('month', 'quarter', 'half', 'year'),
    )
    .map(([months, unit]): Period => {
      const from = startOf(unit, addMonths('2023-01-01', months));
      return {
        kind: 'days',
        from,
        to: addDays(addMonths(from, { month: 1, quarter: 3, half: 6, year: 12 }[unit]), -1),
      };
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

const SUMS = ['m0', 'm1'] as const;

/** A calculation as the grammar can say it. */
const calculationOf = (made: World): fc.Arbitrary<Calculation> =>
  fc.oneof(
    { weight: 6, arbitrary: fc.constantFrom('m0', 'm1', 'm2', 'm3').map(measureOf) },
    fc
      .tuple(fc.constantFrom(...SUMS), fc.constantFrom('average', 'median', 'minimum', 'maximum'))
      .map(([measure, name]): Calculation => ({ kind: 'rows', function: name as 'average', measure })),
    fc
      .tuple(fc.constantFrom(...SUMS), fc.integer({ min: 1, max: 99 }))
      .map(([measure, percentile]): Calculation => ({ kind: 'percentile', percentile, measure })),
    fc
      .tuple(levelId, fc.boolean())
      .map(([level, among]): Calculation => ({ kind: 'members', level, ...(among ? { fact: 'fact' } : {}) })),
    fc.tuple(fc.constantFrom('day', 'week', 'month'), fc.boolean()).map(([one, among]): Calculation => ({
      kind: 'periods',
      grain: one as 'day',
      ...(among ? { fact: 'fact' } : {}),
    })),
    fc
      .tuple(fc.constantFrom(...SUMS), fc.constantFrom('day', 'week', 'month'))
      .map(([measure, one]): Calculation => ({ kind: 'perPeriod', grain: one as 'day', measure })),
    fc
      .tuple(
        fc.constantFrom(...SUMS),
        fc.constantFrom(...PASSING_TESTS),
        fc.integer({ min: 0, max: 500 }),
        fc.integer({ min: 0, max: 500 }),
      )
      .map(([of, test, value, more]): Calculation => ({
        kind: 'proportion',
        measure: 'm2',
        of,
        test,
        value,
        ...(test === 'between' ? { upper: value + more } : {}),
      })),
    fc.tuple(fc.constantFrom('m0', 'm1', 'm2'), levelId, fc.nat(2)).map(([measure, level, at]): Calculation => ({
      kind: 'part',
      measure,
      level,
      member: made.members.get(level)?.[at] ?? '',
    })),
    fc
      .tuple(
        fc.constantFrom('m0', 'm1'),
        fc.constantFrom('add', 'subtract', 'multiply', 'divide'),
        fc.constantFrom('m2', 'm3'),
      )
      .map(([left, operator, right]) => arithmetic(operator as 'add', measureOf(left), measureOf(right))),
  );

const transform: fc.Arbitrary<Transform | null> = fc.oneof(
  { weight: 5, arbitrary: fc.constant(null) },
  fc.constantFrom<Transform>(
    { kind: 'share', within: 'all' },
    { kind: 'share', within: 'outer' },
    { kind: 'running' },
    { kind: 'index' },
    { kind: 'rank' },
    { kind: 'fromAverage' },
  ),
  fc
    .tuple(fc.constantFrom<'moving' | 'movingTotal'>('moving', 'movingTotal'), fc.integer({ min: 2, max: 30 }))
    .map(([kind, count]): Transform => ({ kind, count })),
  fc
    .tuple(
      fc.constantFrom<'previous' | 'year'>('previous', 'year'),
      fc.constantFrom<'difference' | 'percent'>('difference', 'percent'),
    )
    .map(([basis, as]): Transform => ({ kind: 'change', basis, as })),
);

const changes: fc.Arbitrary<ChangeOf> = fc.record({
  basis: fc.constantFrom<ChangeOf['basis']>('previous', 'year'),
  as: fc.constantFrom<ChangeOf['as']>('difference', 'percent'),
});

const key: fc.Arbitrary<Key> = fc.oneof(
  levelId.map(byLevel),
  grain.map((one): Key => ({ kind: 'time', grain: one as 'day' })),
  fc
    .constantFrom('dayOfWeek', 'weekPart', 'monthOfYear', 'hour')
    .map((cycle): Key => ({ kind: 'cycle', cycle: cycle as 'hour' })),
);

const breakdown: fc.Arbitrary<Breakdown> = fc.oneof(
  { weight: 6, arbitrary: key },
  fc
    .tuple(fc.constantFrom(...SUMS), fc.option(fc.integer({ min: 1, max: 500 }), { nil: null }))
    .map(([measure, width]): Breakdown => ({ kind: 'bins', measure, width })),
  fc.constantFrom('all', 'rest').map((beside): Breakdown => ({ kind: 'sets', sets: ['s0'], beside: beside as 'all' })),
);

function conditionOf(made: World): fc.Arbitrary<Condition> {
  const tests = fc.constantFrom(
    'over',
    'under',
    'atLeast',
    'atMost',
    'between',
    'aboveAverage',
    'belowAverage',
    'missing',
    'present',
  );
  const valued = (test: string, value: number) => ({
    test: test as 'over',
    ...(test === 'between' ? { value, upper: value + 10 } : /Average|missing|present/.test(test) ? {} : { value }),
  });
  return fc.oneof(
    {
      weight: 5,
      arbitrary: fc
        .tuple(levelId, fc.integer({ min: 1, max: 7 }), fc.boolean())
        .map(([level, mask, is]): Condition => ({ kind: 'members', level, is, members: membersAt(made, level, mask) })),
    },
    fc
      .tuple(levelId, fc.boolean())
      .map(([level, is]): Condition => ({ kind: 'members', level, is, members: [NO_NAME] })),
    fc.boolean().map((is): Condition => ({ kind: 'set', set: 's0', is })),
    fc
      .tuple(levelId, fc.constantFrom<'contains' | 'startsWith'>('contains', 'startsWith'))
      .map(([level, test]): Condition => ({ kind: 'text', level, test, text: 'zu & co' })),
    fc
      .uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 3 })
      .map((days): Condition => ({ kind: 'weekdays', days: days.sort((a, b) => a - b) })),
    fc
      .uniqueArray(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 3 })
      .map((values): Condition => ({ kind: 'cycle', cycle: 'monthOfYear', values: values.sort((a, b) => a - b) })),
    fc.tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 1, max: 12 })).map(([from, count]): Condition => ({
      kind: 'cycle',
      cycle: 'hour',
      values: Array.from({ length: count }, (_, index) => (from + index) % 24),
    })),
    period.map((left): Condition => ({ kind: 'notPeriod', period: left })),
    fc
      .tuple(
        key,
        fc.constantFrom('m0', 'm2'),
        fc.constantFrom('over', 'under', 'atLeast', 'atMost', 'between'),
        fc.integer({ min: -900, max: 90_000 }),
        changes,
      )
      .map(([at, id, test, value, change]): Condition => ({
        kind: 'measure',
        at,
        calculation: measureOf(id),
        change,
        ...valued(test, change.as === 'percent' ? value / 100 : value),
      })),
    fc
      .tuple(key, fc.constantFrom('m0', 'm2'), tests, fc.integer({ min: 1, max: 90_000 }))
      .map(([at, id, test, value]): Condition => ({
        kind: 'measure',
        at,
        calculation: measureOf(id),
        ...valued(test, value),
      })),
    fc
      .tuple(fc.constantFrom(...SUMS), tests, fc.integer({ min: 1, max: 900 }))
      .map(([measure, test, value]): Condition => ({ kind: 'rows', measure, ...valued(test, value) })),
  );
}

const sameDays = (a: Period, b: Period, calendar: Calendar) =>
  JSON.stringify(resolvePeriod(a, calendar)) === JSON.stringify(resolvePeriod(b, calendar));

const subject = (one: Condition) =>
  one.kind === 'members' || one.kind === 'text' ? one.level : one.kind === 'set' ? 'd0l1' : one.kind;

/** A reading over a generated model, as the grammar can say it and the model can answer it. */
export function readingOf(made: World): fc.Arbitrary<Reading> {
  const shown: fc.Arbitrary<Shown> = fc.record({ calculation: calculationOf(made), transform });
  const against = fc.oneof(
    { weight: 4, arbitrary: fc.constant<Comparison | null>(null) },
    fc.constantFrom<Comparison>({ kind: 'year' }, { kind: 'previous' }, { kind: 'plan' }),
    period.map((one): Comparison => ({ kind: 'period', period: one })),
    fc
      .tuple(levelId, fc.constantFrom('all', 'rest'), fc.integer({ min: 1, max: 7 }))
      .map(([level, beside, mask]): Comparison => ({
        kind: 'members',
        level,
        members: membersAt(made, level, mask),
        beside: beside as 'all',
      })),
  );
  const listed: fc.Arbitrary<Listed> = fc.oneof(
    levelId.map(byLevel),
    fc.constantFrom(...SUMS).map((measure): Listed => ({ kind: 'measure', measure })),
  );
  return fc
    .record({
      shown: fc.uniqueArray(shown, { minLength: 1, maxLength: 2, selector: (one) => JSON.stringify(one.calculation) }),
      by: fc.uniqueArray(breakdown, {
        maxLength: 3,
        selector: (one) => (one.kind === 'level' ? one.level.slice(0, 2) : one.kind === 'sets' ? 'd0' : one.kind),
      }),
      where: fc.uniqueArray(conditionOf(made), { maxLength: 2, selector: subject }),
      when: fc.option(fc.tuple(period, fc.boolean()), { nil: null }),
      against,
      rank: fc.option(
        fc.record({
          count: fc.integer({ min: 1, max: 30 }),
          direction: fc.constantFrom<'top' | 'bottom'>('top', 'bottom'),
          by: fc.constantFrom(null, 'm1', 'm2'),
          percent: fc.boolean(),
          within: fc.boolean(),
          others: fc.boolean(),
          marked: fc.boolean(),
          on: fc.constantFrom(undefined, ...CHANGE_PARTS),
        }),
        { nil: null },
      ),
      chart: fc.option(fc.constantFrom(null, ...CHART_KINDS), { nil: undefined }),
      formats: fc.record(
        {
          labels: fc.constant(true),
          totals: fc.constant(true),
          across: fc.constant(true),
          cells: fc.constantFrom<'bars' | 'shades'>('bars', 'shades'),
          lines: fc.uniqueArray(
            fc.record(
              {
                at: fc.oneof(
                  fc.integer({ min: 1, max: 90_000 }),
                  fc.constantFrom<'average' | 'median'>('average', 'median'),
                ),
                target: fc.constant<true>(true),
              },
              { requiredKeys: ['at'] },
            ),
            { minLength: 1, maxLength: 3, selector: (one) => one.at },
          ),
          axis: fc.constantFrom<'zero' | 'fitted'>('zero', 'fitted'),
          colour: fc.integer({ min: 1, max: 10 }),
        },
        { requiredKeys: [] },
      ),
      order: fc.option(
        fc.tuple(
          fc.boolean(),
          fc.constantFrom<'up' | 'down'>('up', 'down'),
          fc.constantFrom(undefined, ...CHANGE_PARTS),
        ),
        { nil: null },
      ),
      ahead: fc.option(fc.integer({ min: 1, max: MOST_AHEAD }), { nil: null, freq: 2 }),
      rows: fc.option(fc.uniqueArray(listed, { maxLength: 3, selector: (one) => JSON.stringify(one) }), {
        nil: null,
        freq: 6,
      }),
    })
    .map((parts): Reading => {
      const members = parts.against?.kind === 'members' ? parts.against : null;
      const kept = parts.by.filter(
        (one) =>
          members === null ||
          (!(one.kind === 'level' && one.level.slice(0, 2) === members.level.slice(0, 2)) &&
            !(one.kind === 'sets' && members.level.startsWith('d0'))),
      );
      const by = [
        ...kept.filter((one) => one.kind === 'time'),
        ...kept.filter((one) => one.kind !== 'time'),
        ...(members === null ? [] : [byLevel(members.level)]),
      ];
      const time = by.some((one) => one.kind === 'time');
      const keys = by.filter((one): one is Key => one.kind === 'level' || one.kind === 'time' || one.kind === 'cycle');
      const of = members === null && parts.rows === null ? keys.at(-1) : undefined;
      const within = keys.at(-2);
      const first = parts.shown[0]?.calculation ?? measureOf('m0');
      // a line that is carried on has one plain measure and stands beside nothing
      const ahead =
        parts.ahead !== null &&
        time &&
        parts.rows === null &&
        !choosesPeriods({ ...EMPTY_READING, where: parts.where });
      const shown = ahead ? [{ calculation: first, transform: null }] : parts.shown;
      const compares = parts.when !== null || time;
      const inTime = parts.against?.kind === 'year' || parts.against?.kind === 'previous';
      const beside =
        parts.rows !== null ||
        (inTime && !compares) ||
        (parts.against?.kind === 'period' &&
          (parts.when === null || sameDays(parts.against.period, parts.when[0], made.calendar))) ||
        (ahead && members === null)
          ? null
          : parts.against;
      const on = (part: (typeof CHANGE_PARTS)[number] | undefined) =>
        part !== undefined && hasDifference({ ...EMPTY_READING, against: beside }) ? { on: part } : {};
      const byDifference = 'on' in on(parts.rank?.on) && by.length === 1;
      const rank =
        parts.rank === null || of === undefined
          ? null
          : {
              count: parts.rank.count,
              direction: parts.rank.direction,
              percent: parts.rank.percent,
              of,
              by: parts.rank.by === null || byDifference ? null : measureOf(parts.rank.by),
              ...(byDifference ? on(parts.rank.on) : {}),
              within: parts.rank.within && within !== undefined ? within : null,
              others: parts.rank.others && !byDifference,
              marked: parts.rank.marked,
            };
      const sided = new Set(
        by.flatMap((one) => (one.kind === 'sets' ? ['d0l1'] : [])).concat(members === null ? [] : [members.level]),
      );
      return {
        ...EMPTY_READING,
        by,
        rank,
        ahead: ahead && (rank === null || rank.of.kind === 'level') ? { periods: parts.ahead ?? 1 } : null,
        shown: shown.map((one) => (one.transform?.kind === 'change' && !compares ? { ...one, transform: null } : one)),
        where: parts.where.filter((one) => !sided.has(subject(one))),
        when: parts.when === null ? null : { period: parts.when[0], ...(parts.when[1] ? { role: 'second' } : {}) },
        against: beside,
        order:
          parts.order === null || rank !== null
            ? null
            : {
                by: parts.order[0] ? { kind: 'name' } : { kind: 'measure', calculation: first, ...on(parts.order[2]) },
                direction: parts.order[1],
              },
        rows: parts.rows === null ? null : { fact: 'fact', columns: parts.rows },
        view:
          parts.rows !== null ||
          parts.chart === undefined ||
          (parts.chart === null && Object.keys(parts.formats).length === 0)
            ? null
            : { chart: parts.chart, ...parts.formats },
      };
    })
    .filter((reading) => impossibility(reading, made.names) === null);
}
