/** Settling breakdowns that a question leaves open: over time, who and where, distributions. */
import type { Calculation, RowFunction } from '../../model/calculation';
import {
  factHasLevel,
  factsOf,
  measure as measureOf,
  NO_NAME,
  partOf,
  rowColumnOf,
  type Model,
} from '../../model/model';
import type { Edit } from '../../reading/edit-schema';
import {
  byLevel,
  plain,
  same,
  type Breakdown,
  type Condition,
  type Key,
  type Listed,
  type Reading,
} from '../../reading/schema';
import { GRAINS, type Grain } from '../../time/grain';
import { resolvePeriod, type Calendar, type Period } from '../../time/period';
import { shownPlainly, type SaidEdit } from '../intent';
import { readableGrain } from './periods';
import { CannotSettle, OutOfPlace } from './cannot-settle';
import { type Situation } from './situation';

/** The calculations a question shows, or those still in force. */
function calculations(said: readonly (SaidEdit | Edit)[], base: Reading, model: Model): Calculation[] {
  const shown = said.flatMap((edit) => (edit.do === 'show' ? edit.shown.map((one) => one.calculation) : []));
  if (shown.length > 0) return shown;
  return base.shown.length > 0
    ? base.shown.map((one) => one.calculation)
    : [{ kind: 'measure', measure: model.defaultMeasure }];
}

/** The grain that shows a development best in the days at hand. */
export function readableBreakdown(
  said: readonly (SaidEdit | Edit)[],
  when: Period | null,
  calendar: Calendar,
  model: Model,
  base: Reading,
): Extract<Breakdown, { kind: 'time' }> {
  const range = when ? resolvePeriod(when, calendar) : {};
  const from = range.from ?? calendar.firstData ?? calendar.asOf;
  const to = range.to ?? calendar.lastData ?? calendar.asOf;
  const shown = calculations(said, base, model);
  return {
    kind: 'time',
    grain: readableGrain(
      from,
      to,
      calendar.weekStart,
      finestGrain([...shown, ...plansBeside(shown, said, base, model)], model),
    ),
  };
}

export function overTime(
  said: readonly SaidEdit[],
  when: Period | null,
  calendar: Calendar,
  model: Model,
  base: Reading,
): Edit {
  return { do: 'breakdown', how: 'join', by: [readableBreakdown(said, when, calendar, model, base)] };
}

/** A running total of one number, an index and moving figures are over time, though no time line is named. */
export function needsTimeLine(edits: readonly Edit[], base: Reading): boolean {
  const transforms = edits.flatMap((edit) =>
    edit.do === 'transform' ? [edit.transform] : edit.do === 'show' ? edit.shown.map((one) => one.transform) : [],
  );
  const along = transforms.some(
    (one) => one?.kind === 'running' || one?.kind === 'moving' || one?.kind === 'movingTotal' || one?.kind === 'index',
  );
  // of members, these are lines over time as well
  const by = [
    ...base.by,
    ...edits.flatMap((edit) => (edit.do === 'breakdown' && edit.how !== 'remove' ? edit.by : [])),
  ];
  if (
    along &&
    base.rows === null &&
    edits.every((edit) => edit.do !== 'rows') &&
    by.length === 1 &&
    by[0]?.kind === 'level'
  )
    return true;
  return (
    along &&
    base.by.length === 0 &&
    base.rows === null &&
    edits.every((edit) => edit.do !== 'breakdown' && edit.do !== 'rows')
  );
}

/** The plans that stand beside what is shown, which are known by month as a rule. */
function plansBeside(
  shown: readonly Calculation[],
  said: readonly (SaidEdit | Edit)[],
  base: Reading,
  model: Model,
): Calculation[] {
  const compared = said.findLast((edit) => edit.do === 'compare');
  const against = compared?.do === 'compare' ? compared.against : base.against;
  return against?.kind !== 'plan'
    ? []
    : shown
        .flatMap((one) => (one.kind === 'measure' ? (model.measures.get(one.measure)?.plan ?? []) : []))
        .map((measure) => ({ kind: 'measure', measure }));
}

/** The finest grain that all the facts of these calculations have. */
function finestGrain(shown: readonly Calculation[], model: Model): Grain {
  const order = ['day', 'week', 'month', 'quarter', 'year'] as const;
  const grains = shown.flatMap((one) => factsOf(model, one)).map((fact) => model.facts.get(fact)?.grain ?? 'day');
  return order[Math.max(0, ...grains.map((grain) => order.indexOf(grain)))] ?? 'day';
}

/** The level that answers who or where: just below the one that is fixed to one member, else the coarsest that the model marks and what is shown knows. */
export function levelOfKind(
  kind: 'person' | 'place' | 'time',
  base: Reading,
  edits: readonly Edit[],
  { model, doer }: Pick<Situation, 'model' | 'doer'>,
  by: Calculation | null = null,
): Extract<Breakdown, { kind: 'level' }> {
  if (kind === 'person' && doer !== null) return byLevel(doer);
  const facts = [...(by === null ? calculations(edits, base, model) : [by])].flatMap((one) => factsOf(model, one));
  const marked = [...model.levels.values()].filter((entry) => entry.level.kind === kind).map((entry) => entry.level.id);
  const known = marked.filter((level) => facts.every((fact) => factHasLevel(model, fact, level)));
  const levels = known.length > 0 ? known : marked;
  const fixed = [...base.where, ...edits.flatMap((edit) => (edit.do === 'condition' ? [edit.condition] : []))].flatMap(
    (one) =>
      one.kind === 'members' && one.is && one.members.length === 1 && levels.includes(one.level) ? [one.level] : [],
  );
  for (const level of fixed)
    for (const hierarchy of model.hierarchies) {
      const below = hierarchy[hierarchy.indexOf(level) + 1];
      if (hierarchy.includes(level) && below !== undefined) return byLevel(below);
    }
  const [first] = levels;
  if (first === undefined) throw new CannotSettle(`The model marks no level as a ${kind}; name the level instead.`);
  return byLevel(first);
}

/** How the single values of a measure are spread: the number of their records in ranges. */
export function distributionEdits(measure: string, width: number | null, model: Model): Edit[] {
  const fact = rowColumnOf(model, measure)?.fact;
  const count = [...model.measures.values()].find(
    (one) => one.kind === 'count' && one.fact === fact && one.only.length === 0,
  );
  if (count === undefined)
    throw new CannotSettle('The model has no measure that counts these records, so their spread cannot be shown.');
  return [
    { do: 'show', how: 'replace', shown: [plain(count.id)] },
    { do: 'breakdown', how: 'join', by: [{ kind: 'bins', measure, width }] },
  ];
}

/** "channel mix by quarter": the shares within each quarter. */
export function mixEdit(edits: readonly Edit[], base: Reading): Edit {
  const said = edits.flatMap((edit) => (edit.do === 'breakdown' ? edit.by : []));
  const all = [...said, ...base.by.filter((one) => one.kind === 'time' && said.every((by) => by.kind !== 'time'))];
  return { do: 'transform', transform: { kind: 'share', within: all.length > 1 ? 'outer' : 'all' } };
}

/** "within each coast": broken down by it first; a share shown is then of its own coast. */
export function withinEdits(
  key: Key,
  edits: readonly Edit[],
  base: Reading,
  asFollowUp: boolean,
  asShares = false,
): Edit[] {
  const said = edits.flatMap((edit) => (edit.do === 'breakdown' ? edit.by : []));
  const there = [...said, ...(asFollowUp ? base.by : [])].filter((one) => !same(one, key));
  const shares =
    asShares ||
    edits.some((edit) => edit.do === 'transform' && edit.transform?.kind === 'share') ||
    [...edits.flatMap((edit) => (edit.do === 'show' ? edit.shown : [])), ...(asFollowUp ? base.shown : [])].some(
      (one) => one.transform?.kind === 'share',
    );
  const aside = edits.some((edit) => edit.do === 'compare' && edit.against?.kind === 'members');
  if (asShares && there.length === 0 && !aside)
    throw new CannotSettle(
      'Shares within it need something that they are of as well; say by what, for example “by … as percentages per …”.',
      true,
    );
  return [
    { do: 'breakdown', how: 'replace', by: [key, ...there] },
    ...(shares && (there.length > 0 || (asShares && aside))
      ? [{ do: 'transform' as const, transform: { kind: 'share' as const, within: 'outer' as const } }]
      : []),
  ];
}

export const isKey = (by: Breakdown): by is Key => by.kind === 'level' || by.kind === 'time' || by.kind === 'cycle';

/** Is a share asked for, or in force? */
export function sharesShown(said: readonly SaidEdit[], base: Reading, asFollowUp: boolean): boolean {
  const shown = said.flatMap((edit) => (edit.do === 'show' ? edit.shown : []));
  return [...shown, ...(asFollowUp && shown.length === 0 ? base.shown : [])].some(
    (one) => one.transform?.kind === 'share',
  );
}

/** "in each coast", of members that are ranked, or "for each coast" where that is above them: they are ranked in each. */
export function ranksInEach(
  { by, inEach }: Extract<SaidEdit, { do: 'forEach' }>,
  said: readonly SaidEdit[],
  base: Reading,
  asFollowUp: boolean,
  model: Model,
): boolean {
  const [key, ...others] = by;
  const { rank } = base;
  if (
    !asFollowUp ||
    rank === null ||
    others.length > 0 ||
    key === undefined ||
    !isKey(key) ||
    same(key, rank.of) ||
    said.some((edit) => edit.do === 'saidRank' || edit.do === 'rank' || edit.do === 'kindRank')
  )
    return false;
  const { of } = rank;
  return (
    inEach === true ||
    (key.kind === 'level' &&
      of.kind === 'level' &&
      model.hierarchies.some(
        (levels) => levels.includes(key.level) && levels.indexOf(key.level) < levels.indexOf(of.level),
      ))
  );
}

export function rankedInEach(by: readonly Breakdown[], base: Reading): Edit[] {
  const [key] = by.filter(isKey);
  return key === undefined
    ? []
    : [
        { do: 'breakdown', how: 'replace', by: [key, ...base.by.filter((one) => !same(one, key))] },
        { do: 'rerank', within: key },
      ];
}

/**
 * "card share of sales by shop": what cards come to of all in each shop. Of several members, of what is no sum and no count, or where that
 * level is broken down by already: the shares of all its members, within what else it is broken down by.
 */
export function memberShareEdits(
  said: Extract<SaidEdit, { do: 'memberShare' }>,
  edits: readonly Edit[],
  base: Reading,
  asFollowUp: boolean,
  model: Model,
): Edit[] {
  const broken = [...edits.flatMap((edit) => (edit.do === 'breakdown' ? edit.by : [])), ...(asFollowUp ? base.by : [])];
  const calculation = said.calculation ??
    (asFollowUp ? base.shown[0]?.calculation : undefined) ?? {
      kind: 'measure' as const,
      measure: model.defaultMeasure,
    };
  const [member, second] = said.members;
  const part =
    calculation.kind === 'measure' &&
    member !== undefined &&
    second === undefined &&
    !broken.some((one) => same(one, byLevel(said.level)))
      ? partOf(model, calculation.measure, { level: said.level, member })
      : null;
  if (part !== null)
    return [
      { do: 'show', how: 'replace', shown: [shownPlainly(part)] },
      ...(asFollowUp ? allOf(said.level, base, model).filter((one) => one.do !== 'breakdown') : []),
    ];
  const key: Breakdown =
    said.set === undefined ? byLevel(said.level) : { kind: 'sets', sets: [said.set], beside: 'rest' };
  const there = broken.filter((one) => !same(one, key));
  const within = there.length > 0 ? ('outer' as const) : ('all' as const);
  return [
    { do: 'show', how: 'replace', shown: [{ calculation, transform: { kind: 'share', within } }] },
    { do: 'breakdown', how: 'replace', by: [...there, key] },
  ];
}

/** "average revenue per day", where each day is shown: days are what it is the average of, so they are no longer shown. */
export function withoutItsUnits(
  { shown }: Extract<SaidEdit, { do: 'show' }>,
  said: readonly SaidEdit[],
  base: Reading,
): Edit[] {
  const units = shown.flatMap(({ calculation }) => (calculation.kind === 'perPeriod' ? [calculation.grain] : []));
  const timed = said.some(
    (edit) => edit.do === 'overTime' || (edit.do === 'breakdown' && edit.by.some((one) => one.kind === 'time')),
  );
  const finer = base.by.filter(
    (one) => one.kind === 'time' && units.some((unit) => GRAINS.indexOf(one.grain) <= GRAINS.indexOf(unit)),
  );
  return timed || finer.length === 0 ? [] : [{ do: 'breakdown', how: 'remove', by: finer }];
}

/** "with their share of the total": what is shown, and its share. */
export function alsoShare(done: readonly Edit[], base: Reading): Edit[] {
  const [first] = [...done.flatMap((edit) => (edit.do === 'show' ? edit.shown : [])), ...base.shown];
  if (first === undefined) throw new OutOfPlace('Name the measure whose share is to stand beside it.');
  return [
    {
      do: 'show',
      how: 'add',
      shown: [{ calculation: first.calculation, transform: { kind: 'share', within: 'all' } }],
    },
  ];
}

/** "all ports": without what keeps only some of them (members, a test, a rank); where nothing does, by port. */
export function allOf(level: string, base: Reading, model: Model): Edit[] {
  const key = byLevel(level);
  const narrowed = base.where.some(
    (one) =>
      ((one.kind === 'members' || one.kind === 'text') && one.level === level) ||
      (one.kind === 'set' && model.sets.get(one.set)?.level === level),
  );
  const widened: Edit[] = [
    ...(narrowed ? [{ do: 'clear' as const, what: 'level' as const, level }] : []),
    ...base.where.flatMap((one): Edit[] =>
      one.kind === 'measure' && same(one.at, key) ? [{ do: 'condition', how: 'remove', condition: one }] : [],
    ),
    ...(base.rank !== null && same(base.rank.of, key) ? [{ do: 'clear' as const, what: 'rank' as const }] : []),
  ];
  return widened.length > 0 ? widened : [{ do: 'breakdown', how: 'join', by: [key] }];
}

/** "add captain and weather": columns of a listing; where none is shown, breakdowns and measures of the answer. */
/** @param lists whether the same words ask for a listing */
export function columnEdits(columns: readonly Listed[], base: Reading, lists: boolean): Edit[] {
  if (lists || base.rows !== null) return [{ do: 'rows', how: 'add', columns: [...columns] }];
  if (columns.some((one) => one.kind === 'date'))
    throw new CannotSettle('Columns of dates are added to a listing; “show the rows” makes one.');
  const levels = columns.flatMap((one) => (one.kind === 'level' ? [byLevel(one.level)] : []));
  const measures = columns.flatMap((one) => (one.kind === 'measure' ? [plain(one.measure)] : []));
  return [
    ...(measures.length > 0 ? [{ do: 'show' as const, how: 'add' as const, shown: measures }] : []),
    ...(levels.length > 0 ? [{ do: 'breakdown' as const, how: 'add' as const, by: levels }] : []),
  ];
}

/** The one measure shown, by another function of the records behind it. */
export function otherFunction(
  { of, alone }: { readonly of: RowFunction | { readonly percentile: number }; readonly alone: boolean },
  said: readonly { readonly calculation: Calculation }[],
  base: Reading,
  model: Model,
): Calculation {
  if (alone && said.some(({ calculation }) => calculation.kind !== 'measure'))
    throw new OutOfPlace('Two numbers of single records are named; name them together: “median and highest …”.');
  const all = said.length > 0 ? said : base.shown;
  const [only] = all;
  const shown = only?.calculation;
  const measure =
    all.length === 1 &&
    shown !== undefined &&
    (shown.kind === 'measure' || shown.kind === 'rows' || shown.kind === 'percentile')
      ? shown.measure
      : null;
  if (measure === null || rowColumnOf(model, measure) === null)
    throw new CannotSettle('What is shown is not one number of single records; name the measure with it.');
  if (typeof of === 'object') return { kind: 'percentile', percentile: of.percentile, measure };
  return model.measures.get(measure)?.kind === of
    ? { kind: 'measure', measure }
    : { kind: 'rows', function: of, measure };
}

/** The one sum or count shown, added up in each unit of time and averaged over these. */
export function averagePer(grain: Grain, base: Reading, model: Model): Calculation {
  const [only] = base.shown;
  const calculation =
    only?.calculation.kind === 'perPeriod'
      ? { kind: 'measure' as const, measure: only.calculation.measure }
      : only?.calculation;
  if (
    base.shown.length !== 1 ||
    calculation?.kind !== 'measure' ||
    !['sum', 'count'].includes(measureOf(model, calculation.measure).kind)
  )
    throw new CannotSettle(`An average per ${grain} is of one sum or count; name the measure.`);
  return { kind: 'perPeriod', grain, measure: calculation.measure };
}

/** Only what has a name at the level that the answer before shows last. */
export function namedOnly(base: Reading): Condition {
  const level = base.by.findLast((one) => one.kind === 'level')?.level;
  if (level === undefined)
    throw new OutOfPlace('The answer before shows no members, so none of them is blank; say of which level.');
  return { kind: 'members', level, is: false, members: [NO_NAME] };
}

/** “For each captain”, after an answer about one of them, is of all of them. */
export function withoutTheOne(by: readonly Breakdown[], said: readonly SaidEdit[], { where }: Reading): Edit[] {
  if (said.some((edit) => edit.do === 'condition')) return [];
  return where.flatMap((condition): Edit[] =>
    condition.kind === 'members' &&
    condition.is &&
    condition.members.length === 1 &&
    by.some((one) => one.kind === 'level' && one.level === condition.level)
      ? [{ do: 'condition', how: 'remove', condition }]
      : [],
  );
}

/**
 * “One by one”, “each separately”: broken down by the members or the set that is kept; of a single one, by what is inside it.
 * Two that were spoken of one after the other stand beside each other.
 */
export function eachOf(two: boolean, done: readonly Edit[], base: Reading, situation: Situation): Edit[] {
  const { model, earlier } = situation;
  const said = done.flatMap((edit) => (edit.do === 'condition' && edit.how === 'only' ? [edit.condition] : []));
  const kept = [...base.where, ...said].flatMap(
    (one): { readonly level: string; readonly members: readonly string[] }[] =>
      one.kind === 'members' && one.is && (one.members.length > 1 || said.includes(one))
        ? [{ level: one.level, members: one.members }]
        : one.kind === 'set' && one.is
          ? [{ level: model.sets.get(one.set)?.level ?? '', members: [] }]
          : [],
  );
  const [first, second] = kept;
  if (two && first === undefined && earlier !== null) return besideEarlier(base, earlier, situation);
  const level = first?.level;
  if (level === undefined || (second !== undefined && said.length === 0))
    throw new OutOfPlace(
      'The answer before does not add up several members; say by which level it should be broken down.',
    );
  const [member, other] = first?.members ?? [];
  return member !== undefined && other === undefined
    ? [{ do: 'drill', member: { level, name: member } }]
    : [{ do: 'breakdown', how: 'join', by: [byLevel(level)] }];
}

/** “Both”, “the two side by side”: the periods or the members of the two answers before. */
function besideEarlier(base: Reading, earlier: Reading, { calendar }: Situation): Edit[] {
  const membersOf = (reading: Reading) => reading.where.filter((one) => one.kind === 'members' && one.is);
  const [here, there] = [membersOf(base), membersOf(earlier)];
  if (base.when !== null && earlier.when !== null && !same(base.when, earlier.when)) {
    const fromOf = (when: NonNullable<Reading['when']>) => resolvePeriod(when.period, calendar).from ?? '';
    const [late, early] =
      fromOf(base.when) >= fromOf(earlier.when) ? [base.when, earlier.when] : [earlier.when, base.when];
    return [
      { do: 'period', period: late.period, ...(late.role === undefined ? {} : { role: late.role }) },
      { do: 'compare', against: { kind: 'period', period: early.period } },
    ];
  }
  const [now] = here;
  const then = there.find((one) => one.kind === 'members' && now?.kind === 'members' && one.level === now.level);
  if (here.length !== 1 || now?.kind !== 'members' || then?.kind !== 'members' || same(now, then))
    throw new OutOfPlace('It is not clear which two are meant; name what should stand beside each other.');
  return [
    { do: 'condition', how: 'remove', condition: now },
    {
      do: 'condition',
      how: 'only',
      condition: { ...now, members: [...new Set([...then.members, ...now.members])] },
    },
    { do: 'breakdown', how: 'add', by: [byLevel(now.level)] },
  ];
}
