/** Settling references: "that month", "the first one", "it", "those routes" point at the answer before. */
import { unitOf, type Points } from '../../analysis/referents';
import { isMeasure, type Calculation } from '../../model/calculation';
import { factHasLevel, factsOf, measure as measureOf, type Model } from '../../model/model';
import type { Edit } from '../../reading/edit-schema';
import { byLevel, same, type Key, type Reading } from '../../reading/schema';
import type { Grain } from '../../time/grain';
import type { Period } from '../../time/period';
import { shownPlainly, type PointAt, type SaidEdit } from '../intent';
import { CannotSettle, OutOfPlace } from './cannot-settle';
import { type Situation } from './situation';

/** What would have a rank or a test choose other members than those shown. */
const CHOOSES_ANEW: ReadonlySet<SaidEdit['do']> = new Set([
  'saidPeriod',
  'period',
  'condition',
  'saidMeasureTest',
  'saidRowTest',
  'saidLengthTest',
]);
const MOST_PINNED = 100;

/** The members that a rank or a test chose stay chosen, whatever is shown of them next: by the measure that chose them, or by name where that would choose others. */
export function referenceEdits(
  { level, one: single }: Extract<SaidEdit, { do: 'reference' }>,
  said: readonly SaidEdit[],
  { points, model }: Situation,
  base: Reading,
): Edit[] {
  const { rank } = base;
  const first = base.shown[0]?.calculation;
  const ranked = rank !== null && same(rank.of, byLevel(level));
  const speaksOf =
    base.by.some((one) => same(one, byLevel(level))) ||
    base.where.some(
      (one) =>
        (one.kind === 'members' && one.level === level) || (one.kind === 'measure' && same(one.at, byLevel(level))),
    ) ||
    (base.against?.kind === 'members' && base.against.level === level);
  if (!speaksOf && !ranked)
    throw new CannotSettle('The answer before does not show such members, so there are none to point at.');
  if (single === true && !speaksOfOne(level, base, points))
    throw new CannotSettle('The answer before shows several of them; name the one that is meant.', true);
  const tests = base.where.filter((one) => one.kind === 'measure' && same(one.at, byLevel(level)));
  // over another period or under other conditions, a rank or a test would choose others; and by a level that what they were chosen by knows nothing of, none
  const by = [
    ...(ranked ? [rank.by ?? first] : []),
    ...tests.flatMap((one) => (one.kind === 'measure' ? [one.calculation] : [])),
  ].flatMap((one) => (one === undefined ? [] : factsOf(model, one)));
  const unknown = said.some(
    (edit) =>
      edit.do === 'breakdown' &&
      edit.by.some((one) => one.kind === 'level' && by.some((fact) => !factHasLevel(model, fact, one.level))),
  );
  if ((ranked || tests.length > 0) && (unknown || said.some((edit) => CHOOSES_ANEW.has(edit.do)))) {
    return [
      ...(ranked ? [{ do: 'clear' as const, what: 'rank' as const }] : []),
      ...tests.map((one): Edit => ({ do: 'condition', how: 'remove', condition: one })),
      pinned(level, points),
    ];
  }
  return ranked && rank.by === null && first ? [{ do: 'rank', rank: { ...rank, by: first, marked: false } }] : [];
}

/** Is there one member of the level that the answer before is about, or marks? */
function speaksOfOne(level: string, { rank, where, against }: Reading, points: Situation['points']): boolean {
  return (
    (rank !== null && same(rank.of, byLevel(level)) && (rank.marked || rank.count === 1)) ||
    where.some((one) => one.kind === 'members' && one.level === level && one.is && one.members.length === 1) ||
    (against?.kind === 'members' && against.level === level) ||
    (points?.members?.level === level && points.members.names.length === 1)
  );
}

/** The members that the answer before shows, by name. @throws CannotSettle where they are not at hand, or too many */
export function pinned(level: string, points: Situation['points']): Edit {
  if (points?.members?.level !== level)
    throw new CannotSettle(
      'Which they are is not at hand here; name them, or ask for the rank or the condition over that period.',
      true,
    );
  const { names } = points.members;
  if (names.length > MOST_PINNED)
    throw new CannotSettle(
      `More than ${MOST_PINNED} are shown, too many to be named one by one; narrow the answer before first.`,
      true,
    );
  return {
    do: 'condition',
    how: 'only',
    condition: { kind: 'members', level, is: true, members: [...names] },
  };
}

const FINER: Partial<Record<Grain, Grain>> = {
  year: 'month',
  half: 'month',
  quarter: 'month',
  month: 'day',
  week: 'day',
};

export function pointEdits(said: Extract<SaidEdit, { do: 'point' }>, situation: Situation, base: Reading): Edit[] {
  const { at, how } = said;
  const { points } = situation;
  if (situation.before === null) throw new OutOfPlace('There is no answer before to point at.');
  if (at.point === 'row' || at.point === 'last row' || at.point === 'extreme') {
    if (!points?.members) throw new CannotSettle('The answer before shows no members to point at.');
    const { level } = points.members;
    const name = at.point === 'extreme' ? extremeOf(at, points, situation, base) : placed(at, points.members.names);
    if (how === 'drill') return [{ do: 'drill', member: { level, name } }];
    return [{ do: 'condition', how, condition: { kind: 'members', level, is: how === 'only', members: [name] } }];
  }
  const period = periodAt(at, situation, base);
  if (period === null)
    throw new CannotSettle(
      points === null
        ? 'The answer before is not at hand here; name the period.'
        : 'The answer before has no such period to point at; name it.',
    );
  if (how === 'exclude') return [{ do: 'condition', how: 'only', condition: { kind: 'notPeriod', period } }];
  const single: Edit[] = [{ do: 'period', period, ...(base.when?.role === undefined ? {} : { role: base.when.role }) }];
  const grain = points?.grain ?? null;
  if (how !== 'drill') return single;
  const finer = FINER[grain ?? 'year'];
  if (finer === undefined) throw new CannotSettle('A day has no finer grain to go into.');
  return [...single, { do: 'breakdown', how: 'join', by: [{ kind: 'time', grain: finer }] }];
}

function placed(at: Extract<PointAt, { point: 'row' | 'last row' }>, names: readonly string[]): string {
  const name = at.point === 'row' ? names[at.place] : names.at(-1);
  if (name === undefined) throw new CannotSettle(`The answer before shows only ${names.length}.`);
  return name;
}

/** The highest member is that with the highest value, wherever its row stands. */
function extremeOf(
  at: Extract<PointAt, { point: 'extreme' }>,
  points: Points,
  { model }: Situation,
  base: Reading,
): string {
  if (at.level !== undefined && at.level !== points.members?.level)
    throw new CannotSettle('The answer before does not show such members; name the one that is meant.');
  const first = base.shown[0]?.calculation;
  const lessIsBetter = first !== undefined && isMeasure(first) && measureOf(model, first.measure).direction === 'less';
  const high = at.of === 'highest' || at.of === (lessIsBetter ? 'worst' : 'best');
  const name = high ? points.highest : points.lowest;
  if (name === null)
    throw new CannotSettle(`The answer before has no single ${at.of} member; name the one that is meant.`);
  return name;
}

function periodAt(
  at: Extract<SaidEdit, { do: 'point' }>['at'],
  { points, calendar }: Situation,
  base: Reading,
): Period | null {
  if (at.point === 'row' || at.point === 'last row' || at.point === 'extreme') return null;
  if (at.point === 'low') return points?.low ?? null;
  if (at.point === 'high') return points?.high ?? null;
  if (at.grain === undefined) return null;
  return unitOf(base, at.grain, calendar) ?? (points?.grain === at.grain ? points.high : null);
}

/** "it", "there": the answer itself, or the one member that it marks. */
export function sameEdits(kind: 'any' | 'place' | 'one', { points, before, model }: Situation, base: Reading): Edit[] {
  if (before === null) throw new OutOfPlace('There is no answer before to point at.');
  const { rank } = base;
  if (rank?.marked !== true || rank.of.kind !== 'level') {
    if (kind === 'one' && base.by.some((one) => one.kind === 'level'))
      throw new CannotSettle('Several are shown, and none of them is marked; name the one that is meant.');
    return [];
  }
  const { level } = rank.of;
  if (kind === 'place' && model.levels.get(level)?.level.kind !== 'place') return [];
  const name = points?.members?.level === level ? points.members.names[0] : undefined;
  if (name === undefined) throw new CannotSettle('The answer before is not at hand here; name the member.');
  return [
    { do: 'clear', what: 'rank' },
    { do: 'breakdown', how: 'remove', by: [rank.of] },
    { do: 'condition', how: 'only', condition: { kind: 'members', level, is: true, members: [name] } },
  ];
}

/** “their delay”: of the members that a rank or a test chose, not of those that another would choose; “its delay”, of the one that is marked. */
export function theirEdits(
  { one }: Extract<SaidEdit, { do: 'theirs' }>,
  said: readonly SaidEdit[],
  situation: Situation,
  base: Reading,
): Edit[] {
  if (one && base.rank?.marked === true) return sameEdits('any', situation, base);
  const [tested] = base.where.flatMap((condition) => (condition.kind === 'measure' ? [condition.at] : []));
  const of = base.rank?.of ?? tested;
  return of?.kind === 'level' ? referenceEdits({ do: 'reference', level: of.level }, said, situation, base) : [];
}

/** Is a count of members or periods broken down by just those? */
export function asksForTheCounted(
  { by, instead }: Extract<SaidEdit, { do: 'breakdown' }>,
  said: readonly SaidEdit[],
  { shown, by: before }: Reading,
): boolean {
  const [only] = shown;
  const [key] = by;
  if (shown.length !== 1 || only === undefined || key === undefined || by.length !== 1 || before.length > 0)
    return false;
  if (instead !== undefined || said.some((one) => one.do === 'show' || one.do === 'saidRank')) return false;
  const { calculation } = only;
  return (
    (calculation.kind === 'periods' && key.kind === 'time' && key.grain === calculation.grain) ||
    (calculation.kind === 'members' && key.kind === 'level' && key.level === calculation.level)
  );
}

/** After a count of members: those members, by what they were chosen by. After anything else: the records. */
export function whichAreThese(base: Reading, asked: string | undefined, model: Model): Edit[] {
  const levels = base.by.filter((one) => one.kind === 'level');
  // “what tier are they”, of customers
  if (asked !== undefined && levels.length > 0 && !levels.some((one) => one.level === asked))
    return [{ do: 'breakdown', how: 'add', by: [byLevel(asked)] }];
  const [only] = base.shown;
  if (base.shown.length === 1 && only?.calculation.kind === 'members') {
    const { level } = only.calculation;
    const tested = base.where.find((one) => one.kind === 'measure' && same(one.at, byLevel(level)));
    const shown =
      tested?.kind === 'measure'
        ? [{ do: 'show' as const, how: 'replace' as const, shown: [shownPlainly(tested.calculation)] }]
        : [{ do: 'show' as const, how: 'replace' as const, shown: [only] }];
    return [
      ...shown,
      {
        do: 'breakdown',
        how: 'add',
        by: asked === undefined || asked === level ? [byLevel(level)] : [byLevel(level), byLevel(asked)],
      },
    ];
  }
  if (base.shown.length === 1 && only?.calculation.kind === 'periods') {
    const key = { kind: 'time' as const, grain: only.calculation.grain };
    const tested = base.where.find((one) => one.kind === 'measure' && same(one.at, key));
    return [
      ...(tested?.kind === 'measure'
        ? [{ do: 'show' as const, how: 'replace' as const, shown: [shownPlainly(tested.calculation)] }]
        : []),
      { do: 'breakdown', how: 'add', by: [key] },
    ];
  }
  const hasLevel = asked !== undefined && !model.facts.has(asked);
  return [{ do: 'rows', how: 'list', columns: hasLevel ? [{ kind: 'level', level: asked }] : [] }];
}

const isCount = (calculation: Calculation, model: Model): boolean =>
  calculation.kind === 'members' ||
  (isMeasure(calculation) && ['count', 'distinct'].includes(measureOf(model, calculation.measure).kind));

/** The records that are listed, as their count. @throws CannotSettle where no measure counts them */
function countRecords(base: Reading, fact: string, model: Model): Edit[] {
  const counted = base.shown.find(
    ({ calculation }) => isMeasure(calculation) && measureOf(model, calculation.measure).kind === 'count',
  );
  const count = [...model.measures.values()].find(
    (one) => one.kind === 'count' && one.fact === fact && one.only.length === 0,
  );
  if (counted === undefined && count === undefined)
    throw new CannotSettle('Nothing counts these records; say of which level you want to know how many.');
  return [
    { do: 'rows', how: 'stop', columns: [] },
    ...(counted === undefined && count !== undefined
      ? [
          {
            do: 'show' as const,
            how: 'replace' as const,
            shown: [shownPlainly({ kind: 'measure', measure: count.id })],
          },
        ]
      : []),
  ];
}

/** The members that the answer before shows last, under the conditions that chose them, as one count. */
export function countThese(base: Reading, model: Model, except?: string): Edit[] {
  if (base.rows !== null) return countRecords(base, base.rows.fact, model);
  const tested = base.where.flatMap((one) => (one.kind === 'measure' ? [one.at] : []));
  const grain = [...base.by, ...tested].findLast((one) => one.kind === 'time');
  const key =
    [...tested, ...base.by].findLast(
      (one): one is Extract<Key, { kind: 'level' }> => one.kind === 'level' && one.level !== except,
    ) ?? (grain !== undefined && tested.some((one) => same(one, grain)) ? grain : undefined);
  // that is what is shown
  if (key === undefined && base.shown.some(({ calculation }) => isCount(calculation, model)))
    return except === undefined ? [{ do: 'rows', how: 'stop', columns: [] }] : [];
  if (key === undefined) throw new CannotSettle('The answer before shows no members to count; say of which level.');
  if (base.rank !== null)
    throw new CannotSettle(
      'The answer before shows a rank of so many; ask “how many …” of the level, with the condition that should choose them.',
    );
  return [
    {
      do: 'show',
      how: 'replace',
      shown: [
        shownPlainly(
          key.kind === 'level' ? { kind: 'members', level: key.level } : { kind: 'periods', grain: key.grain },
        ),
      ],
    },
    { do: 'clear', what: 'breakdown' },
    ...(base.against === null ? [] : [{ do: 'compare' as const, against: null }]),
  ];
}

/** One of several members makes way for others; where it is not among several, they are what is shown alone. */
export function membersInstead(
  { level, members, old }: Extract<SaidEdit, { do: 'membersInstead' }>,
  { where, against }: Reading,
): Edit {
  const swapped = (there: readonly string[]): string[] | null => {
    if (!old.every((one) => there.includes(one)) || there.length <= old.length) return null;
    const at = there.indexOf(old[0] ?? '');
    const kept = (one: string) => !old.includes(one) && !members.includes(one);
    return [...there.slice(0, at).filter(kept), ...members, ...there.slice(at).filter(kept)];
  };
  const beside = against?.kind === 'members' && against.level === level ? swapped(against.members) : null;
  if (against?.kind === 'members' && beside !== null)
    return { do: 'compare', against: { ...against, members: beside } };
  const chosen = where.flatMap((one) =>
    one.kind === 'members' && one.level === level && one.is ? [swapped(one.members)] : [],
  )[0];
  return {
    do: 'condition',
    condition: { kind: 'members', level, is: true, members: [...(chosen ?? members)] },
    how: 'only',
  };
}

/** “how many branches”, after loans by branch: each branch counts one of them, so that they are counted over all. */
export function withoutTheCounted(
  { how, shown }: Extract<SaidEdit, { do: 'show' }>,
  said: readonly SaidEdit[],
  base: Reading,
  asFollowUp: boolean,
): Edit[] {
  const [only, second] = shown;
  if (!asFollowUp || how !== 'replace' || second !== undefined || only?.calculation.kind !== 'members') return [];
  const { level } = only.calculation;
  const counted = base.by.filter((one) => one.kind === 'level' && one.level === level);
  return counted.length === 0 || said.some((one) => one.do === 'breakdown')
    ? []
    : [{ do: 'breakdown', how: 'remove', by: counted }];
}
