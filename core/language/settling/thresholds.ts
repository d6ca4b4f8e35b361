/** Settling conditions on numbers: of members by a measure, and of single records. */
import { arithmetic, isMeasure, measureOf as toCalculation, type Calculation } from '../../model/calculation';
import { factsOf, measure as measureOf, rowColumnOf, type Model } from '../../model/model';
import { knowingMeasure } from '../../reading/edit';
import type { Edit } from '../../reading/edit-schema';
import {
  hasDifference,
  same,
  type ChangeOf,
  type Comparison,
  type Key,
  type Reading,
  type Shown,
} from '../../reading/schema';
import { inSentence, isInPercent } from '../../reading/words';
import { resolvePeriod, type Calendar } from '../../time/period';
import { shownPlainly, type Amount, type SaidChange, type SaidEdit, type SaidTest } from '../intent';
import { isOfTheKind, settledAmount, settledTest } from './amounts';
import { measuresOfLength, wordOfAmount, worthOf } from './lengths';
import { levelOfKind } from './breakdowns';
import { basisBetween } from './comparisons';
import { settledPeriod } from './periods';
import { directionOf } from './ranks';
import { CannotSettle, OutOfPlace } from './cannot-settle';
import { type Situation } from './situation';

interface Settled {
  readonly edits: readonly Edit[];
  readonly notes: readonly string[];
}

type SaidMeasureTest = Extract<SaidEdit, { do: 'saidMeasureTest' }>;

export function measureTestEdits(
  tested: SaidMeasureTest,
  all: readonly SaidEdit[],
  base: Reading,
  situation: Situation,
  asFollowUp: boolean,
): Settled {
  const { model, calendar } = situation;
  const shows = all.flatMap((edit) =>
    edit.do === 'show'
      ? edit.shown.map((one) => one.calculation)
      : edit.do === 'saidRank' && edit.rank.by !== null
        ? [edit.rank.by]
        : edit.do === 'memberShare' && edit.calculation !== null
          ? [edit.calculation]
          : [],
  );
  const said = besidePlanOfShown(
    tested,
    [...shows, ...(asFollowUp ? base.shown.map((one) => one.calculation) : [])],
    model,
  );
  if (said.count && shows.length > 0)
    throw new OutOfPlace('A count of members shows nothing besides; name one measure for them to be chosen by.');
  const listed =
    asFollowUp && said.at === null && said.change === undefined ? numberOfRecords(said.calculation, base, model) : null;
  if (listed !== null) return rowTestEdits(listed, testOf(said, toCalculation(listed), model), model);
  const usual = knowingMeasure(
    {
      by: said.at === null ? [] : [said.at],
      where: all.flatMap((edit) => (edit.do === 'condition' ? [edit.condition] : [])),
    },
    model,
  );
  // “and which had more than 5”, after those with none: of what they had none of
  const none = base.where.flatMap((one) =>
    asFollowUp && said.at === null && said.change === undefined && one.kind === 'measure' && one.test === 'missing'
      ? [one.calculation]
      : [],
  );
  const named = said.calculation ?? shows[0] ?? none[0] ?? testedOf(base);
  const meant: Calculation = named ?? { kind: 'measure', measure: usual };
  const calculation = said.besidePlan && said.calculation === null ? overPlan(meant, model) : meant;
  const broken =
    said.ofSaid === undefined
      ? []
      : all.flatMap((edit) =>
          edit.do === 'breakdown' ? edit.by : edit.do === 'saidRank' && edit.rank.of !== null ? [edit.rank.of] : [],
        );
  const keys = [...base.by, ...broken].flatMap((one): Key[] =>
    one.kind === 'bins' || one.kind === 'sets' ? [] : [one],
  );
  const asked =
    said.ofKind === undefined ||
    keys.some((one) => one.kind === 'level' && model.levels.get(one.level)?.level.kind === said.ofKind)
      ? null
      : levelOfKind(said.ofKind, base, [], situation, calculation);
  const at = said.at ?? asked ?? keys.findLast((one) => one.kind === 'level') ?? keys.at(-1);
  if (at === undefined && ofRecordsShown(calculation, base, model) && said.change === undefined)
    return rowTestEdits((calculation as { measure: string }).measure, testOf(said, calculation, model), model);
  if (at === undefined)
    throw new OutOfPlace('The answer before shows no members of which some could be kept; say by which level.');
  const change =
    said.change === undefined
      ? undefined
      : settledChange(
          said.change,
          said.test,
          at,
          isLast(calculation, model) ? 'previous' : 'year',
          all,
          base,
          calendar,
          asFollowUp,
        );
  const wanted =
    said.change?.sense === undefined
      ? testOf(said, calculation, model)
      : {
          test: directionOf(said.change.sense, calculation, model) === 'top' ? ('over' as const) : ('under' as const),
          value: { value: 0 },
        };
  const { test, notes } = change?.as === 'percent' ? settledShare(wanted) : settledTest(wanted, calculation, model);
  const edits: Edit[] = [
    {
      do: 'condition',
      how: 'only',
      condition: { kind: 'measure', at, calculation, ...(change === undefined ? {} : { change }), ...test },
    },
  ];
  if (asked !== null) edits.unshift({ do: 'breakdown', by: [asked], how: 'join' });
  const scope =
    change === undefined || said.asIs !== undefined
      ? []
      : changeScope(change, at, all, base, asFollowUp, said.count || said.narrows);
  edits.push(...scope);
  if (said.count) {
    if (at.kind === 'cycle')
      throw new CannotSettle('Parts of a week, a year or a day are not counted; ask by them instead.');
    const count: Calculation =
      at.kind === 'level' ? { kind: 'members', level: at.level } : { kind: 'periods', grain: at.grain };
    if (asFollowUp && base.by.some((one) => same(one, at))) edits.unshift({ do: 'breakdown', how: 'remove', by: [at] });
    edits.unshift({ do: 'show', how: 'replace', shown: [shownPlainly(count)] });
  } else if (!asFollowUp && shows.length === 0) {
    edits.unshift({
      do: 'show',
      how: 'replace',
      shown: (said.shows ?? [missingOf(test.test, calculation, at, model)]).map(shownPlainly),
    });
    if (said.besidePlan) edits.push({ do: 'compare', against: { kind: 'plan' } });
  }
  const assumed =
    said.calculation === null &&
    said.change === undefined &&
    said.besidePlan === undefined &&
    /Average$/.test(said.test.test)
      ? [`The average is that of ${nameOf(calculation, model)}.`]
      : [];
  const unnamed =
    named === null && assumed.length === 0 ? [usualNote(usual === model.defaultMeasure ? null : usual, model)] : [];
  const dated = scope.some((edit) => edit.do === 'period')
    ? ['No period was named, so this year to date is compared.']
    : [];
  return { edits, notes: [...assumed, ...unnamed, ...dated, ...notes] };
}

/** What a test without a measure is of: what the answer before shows; where it counts members, what chose them. */
function testedOf({ shown, where }: Reading): Calculation | null {
  const calculation = shown[0]?.calculation ?? null;
  if (calculation?.kind !== 'members' && calculation?.kind !== 'periods') return calculation;
  const chosen = where.findLast((one) => one.kind === 'measure');
  return chosen?.kind === 'measure' ? chosen.calculation : null;
}

/** What is tested: better or worse than average is above or below it by the direction of what is measured. */
function testOf(
  { test, better }: Extract<SaidEdit, { do: 'saidMeasureTest' }>,
  calculation: Calculation,
  model: Model,
): SaidTest {
  if (better === undefined) return test;
  const up = directionOf(better ? 'best' : 'worst', calculation, model) === 'top';
  return { test: up ? 'aboveAverage' : 'belowAverage' };
}

/** Of records that are listed, the number of theirs that a test is of: the one named, the only one listed, or what they are worth; null where no records are listed. */
function numberOfRecords(said: Calculation | null, { rows }: Reading, model: Model): string | null {
  if (rows === null) return null;
  const ofThem = (id: string) => rowColumnOf(model, id)?.fact === rows.fact;
  if (said !== null) return isMeasure(said) && ofThem(said.measure) ? said.measure : null;
  const listed = rows.columns.flatMap((column) =>
    column.kind === 'measure' && ofThem(column.measure) ? [column.measure] : [],
  );
  const [only, second] = listed.length > 0 ? listed : worthOf(rows.fact, model).map((one) => one.id);
  if (only === undefined || second !== undefined)
    throw new CannotSettle(
      'These records have no single number that this could be about; name it, for example “… over 100” after its name.',
      true,
    );
  return only;
}

/** Is it a number that each of the records has whose count is shown, chosen by another such number already? */
function ofRecordsShown(calculation: Calculation, { shown, where }: Reading, model: Model): boolean {
  const column = calculation.kind === 'measure' ? rowColumnOf(model, calculation.measure) : null;
  return (
    column !== null &&
    where.some((one) => one.kind === 'rows') &&
    shown.every((one) => factsOf(model, one.calculation).every((fact) => fact === column.fact))
  );
}

/**
 * What is shown where no measure was named, and why.
 * @param other the measure that is shown in the place of the usual one
 */
export function usualNote(other: string | null, model: Model): string {
  const name = (id: string) => inSentence(measureOf(model, id).name);
  return other === null
    ? `Shows ${name(model.defaultMeasure)}, the model’s usual measure, as none was named.`
    : `Shows ${name(other)}, as none was named and ${name(model.defaultMeasure)}, the model’s usual measure, knows nothing of this.`;
}

/** How far a measure lies over its plan. */
/** “Which routes missed the plan”, where no measure is named: the plan of what is shown, if that has one. */
function besidePlanOfShown(said: SaidMeasureTest, shown: readonly Calculation[], model: Model): SaidMeasureTest {
  const [usual] = said.shows ?? [];
  if (said.usualPlan !== true || said.calculation === null || usual?.kind !== 'measure') return said;
  const meant = shown.flatMap((one) =>
    one.kind === 'measure' && measureOf(model, one.measure).plan !== undefined ? [measureOf(model, one.measure)] : [],
  )[0];
  const plan = measureOf(model, usual.measure).plan;
  if (meant?.plan === undefined || plan === undefined || meant.id === usual.measure) return said;
  const ids = new Map([
    [usual.measure, meant.id],
    [plan, meant.plan],
  ]);
  const put = (one: Calculation): Calculation =>
    one.kind === 'measure'
      ? toCalculation(ids.get(one.measure) ?? one.measure)
      : one.kind === 'arithmetic'
        ? { ...one, left: put(one.left), right: put(one.right) }
        : one;
  return { ...said, calculation: put(said.calculation), shows: [toCalculation(meant.id)] };
}

function overPlan(calculation: Calculation, model: Model): Calculation {
  const plan = calculation.kind === 'measure' ? measureOf(model, calculation.measure).plan : undefined;
  if (plan === undefined) throw new CannotSettle('What is shown has no plan in this model.');
  return arithmetic('subtract', calculation, toCalculation(plan));
}

/** From what members or periods changed: what is said or stands beside the answer already; else periods from the one before, members as is usual. */
function settledChange(
  { basis, as }: SaidChange,
  test: SaidTest,
  at: Key,
  ofMembers: ChangeOf['basis'],
  all: readonly SaidEdit[],
  base: Reading,
  calendar: Calendar,
  asFollowUp: boolean,
): ChangeOf {
  const beside = all
    .flatMap((edit): (Comparison | null)[] =>
      edit.do === 'compare'
        ? [edit.against]
        : edit.do === 'unitBefore'
          ? [{ kind: edit.unit === 'year' ? 'year' : 'previous' }]
          : [],
    )
    .concat(asFollowUp ? besideInForce(base, calendar) : [])
    .find((one) => one?.kind === 'year' || one?.kind === 'previous');
  const implied =
    beside?.kind === 'year' || beside?.kind === 'previous' ? beside.kind : at.kind === 'time' ? 'previous' : ofMembers;
  return {
    basis: basis === 'implied' ? implied : basis,
    as: test.value?.unit === 'percent' || test.upper?.unit === 'percent' ? 'percent' : as,
  };
}

/** What the answer before stands beside, as what a change is from; a period of its own where it is a year before. */
function besideInForce(base: Reading, calendar: Calendar): Comparison | null {
  if (base.against?.kind !== 'period') return base.against;
  const now = base.when?.period;
  const basis = now === undefined ? null : basisBetween(base.against.period, now, calendar);
  if (basis !== null) return { kind: basis };
  throw new CannotSettle(
    'The answer before stands beside a period of its own; say what the change is from, for example “on the year before”.',
    true,
  );
}

/** What is known by its last value changes from the last one before the period: “clubs that lost members since January”. */
function isLast(calculation: Calculation, model: Model): boolean {
  return calculation.kind === 'measure' && measureOf(model, calculation.measure).kind === 'last';
}

/** How much something changed in per cent, as a fraction. */
function settledShare({ test, value, upper }: SaidTest): {
  test: { test: SaidTest['test']; value?: number; upper?: number };
  notes: string[];
} {
  const fraction = (amount: Amount) => amount.value / 100;
  return {
    test: {
      test,
      ...(value === undefined ? {} : { value: fraction(value) }),
      ...(upper === undefined ? {} : { upper: fraction(upper) }),
    },
    notes: [],
  };
}

/** The comparison that shows the change of what is kept, and a period for members to have changed in. */
function changeScope(
  change: ChangeOf,
  at: Key,
  all: readonly SaidEdit[],
  base: Reading,
  asFollowUp: boolean,
  quiet: boolean,
): Edit[] {
  const compared =
    quiet ||
    all.some((edit) => edit.do === 'compare' || edit.do === 'unitBefore') ||
    (asFollowUp && hasDifference(base));
  const dated =
    at.kind === 'time' ||
    all.some((edit) => edit.do === 'saidPeriod' || edit.do === 'period') ||
    (asFollowUp && base.when !== null);
  return [
    ...(compared ? [] : [{ do: 'compare' as const, against: { kind: change.basis } }]),
    ...(dated ? [] : [{ do: 'period' as const, period: { kind: 'this' as const, grain: 'year' as const } }]),
  ];
}

/** "routes with no plan" shows what they have instead, as their plan is missing. */
function missingOf(test: SaidTest['test'], calculation: Calculation, at: Key, model: Model): Calculation {
  return test === 'missing'
    ? { kind: 'measure', measure: knowingMeasure({ by: [at], where: [] }, model) }
    : calculation;
}

const nameOf = (calculation: Calculation, model: Model) =>
  'measure' in calculation ? inSentence(measureOf(model, calculation.measure).name) : 'what is shown';

export function rowTestEdits(measure: string, said: SaidTest, model: Model): Settled {
  if (rowColumnOf(model, measure) === null)
    throw new CannotSettle(
      `${measureOf(model, measure).name} has no value in single records; say of which level it should be tested.`,
    );
  const { test, notes } = settledTest(said, { kind: 'measure', measure }, model);
  return { edits: [{ do: 'condition', how: 'only', condition: { kind: 'rows', measure, ...test } }], notes };
}

/** "longer than 3 hours": the number of the records shown whose name says that it is such a number; of several, one a reading. */
export function lengthTestEdits(
  said: Extract<SaidEdit, { do: 'saidLengthTest' }>,
  all: readonly SaidEdit[],
  base: Reading,
  model: Model,
): Settled {
  const shown = [
    ...all.flatMap((edit) => (edit.do === 'show' ? edit.shown.map((one) => one.calculation) : [])),
    ...base.shown.map((one) => one.calculation),
  ][0] ?? { kind: 'measure' as const, measure: model.defaultMeasure };
  const facts = factsOf(model, shown);
  const fitting = measuresOfLength({ word: said.word, amount: said.test.value, to: said.to }, facts, model);
  if (fitting === 'refused')
    throw new CannotSettle(
      `Nothing in these records says how long it took to ${said.to ?? 'do that'}; name the measure.`,
    );
  const only = fitting[said.place];
  if (only === undefined)
    throw new CannotSettle(`Nothing in these records says how “${said.word}” they are; name the measure.`);
  const settled = rowTestEdits(only.id, said.test, model);
  return {
    edits: settled.edits,
    notes: [
      said.word === wordOfAmount(said.test.value)
        ? `What is compared is ${inSentence(only.name)}.`
        : `“${said.word}” is about ${inSentence(only.name)}.`,
      ...settled.notes,
    ],
  };
}

/**
 * The only test of a number in force, with another number.
 * @param alone is this all that is said? Then members that are shown with one number each may be tested by it.
 */
export function retestEdits(said: SaidTest, base: Reading, model: Model, alone: boolean): Settled {
  const tests = base.where.filter((one) => one.kind === 'measure' || one.kind === 'rows');
  const [only] = tests;
  const shown =
    base.by.findLast((one): one is Key => one.kind === 'level') ??
    base.by.findLast((one): one is Key => one.kind === 'time');
  const [first] = base.shown;
  // “more than 100”, of members that are shown with one number each
  if (
    alone &&
    tests.length === 0 &&
    shown !== undefined &&
    first !== undefined &&
    base.shown.length === 1 &&
    first.transform === null
  ) {
    const { test, notes } = settledTest(said, first.calculation, model);
    return {
      edits: [
        {
          do: 'condition',
          how: 'only',
          condition: { kind: 'measure', at: shown, calculation: first.calculation, ...test },
        },
      ],
      notes,
    };
  }
  if (base.shown.length === 0)
    throw new OutOfPlace(
      'A number is tested of members or of single records; say of which, for example the level and “with … over 10”.',
    );
  if (tests.length !== 1 || only === undefined || (only.kind !== 'measure' && only.kind !== 'rows'))
    throw new OutOfPlace(
      'The answer before tests no single number, so it is not clear what this is about; name the measure.',
    );
  const calculation: Calculation = only.kind === 'rows' ? { kind: 'measure', measure: only.measure } : only.calculation;
  // “and at least 60 seconds”, of records that were chosen by something else
  const word = wordOfAmount(said.value);
  const others =
    only.kind === 'rows' && word !== null && !isOfTheKind(measureOf(model, only.measure).unit, said.value)
      ? measuresOfLength(
          { word, amount: said.value },
          base.shown.flatMap((one) => factsOf(model, one.calculation)),
          model,
        )
      : [];
  const [other, second] = others === 'refused' ? [] : others.filter((one) => isOfTheKind(one.unit, said.value));
  if (other !== undefined && second === undefined) return rowTestEdits(other.id, said, model);
  const { test, notes } =
    only.kind === 'measure' && only.change?.as === 'percent'
      ? settledShare(said)
      : settledTest(said, calculation, model);
  const condition =
    only.kind === 'rows'
      ? { kind: only.kind, measure: only.measure, ...test }
      : {
          kind: only.kind,
          at: only.at,
          calculation,
          ...(only.change === undefined ? {} : { change: only.change }),
          ...test,
        };
  return { edits: [{ do: 'condition', how: 'only', condition }], notes };
}

/** A line across the chart, its number in the unit of what is shown first. */
export function lineEdit(
  { at, target, how }: Extract<SaidEdit, { do: 'saidLine' }>,
  edits: readonly Edit[],
  base: Reading,
  model: Model,
): Edit {
  const first = edits.flatMap((edit) => (edit.do === 'show' ? edit.shown : []))[0] ?? base.shown[0];
  const shown = edits.reduce(
    (one, edit) => (edit.do === 'transform' && one !== undefined ? { ...one, transform: edit.transform } : one),
    first,
  );
  return { do: 'line', how, line: { at: lineAt(at, shown, model), ...(target === undefined ? {} : { target }) } };
}

/** Where a line lies, in the unit of what is shown: of shares, per cent. */
function lineAt(
  at: Extract<SaidEdit, { do: 'saidLine' }>['at'],
  shown: Shown | undefined,
  model: Model,
): number | 'average' | 'median' {
  if (typeof at === 'string') return at;
  const transform = shown?.transform?.kind;
  if (transform === 'index' || transform === 'rank') return at.value;
  if (!isInPercent(model, shown))
    return settledAmount(at, shown?.calculation ?? { kind: 'measure', measure: model.defaultMeasure }, model).value;
  if (at.unit !== undefined && at.unit !== 'percent')
    throw new CannotSettle('What is shown is told in per cent; give the line in per cent too.');
  return at.unit === 'percent' || Math.abs(at.value) > 1 ? at.value / 100 : at.value;
}

/** Takes the targets off the chart; other lines stay. */
export function dropTargets(base: Reading): Edit[] {
  const targets = (base.view?.lines ?? []).filter((line) => line.target === true);
  if (targets.length === 0) throw new CannotSettle('There is no target on the chart now.');
  return targets.map((line) => ({ do: 'line', how: 'remove', line }));
}

/** Takes out the conditions on a measure, on a part of the calendar, or on a period that is left out. */
export function dropEdits(
  of: Extract<SaidEdit, { do: 'dropTests' }>['of'],
  base: Reading,
  calendar: Calendar,
  year: number | null,
): Edit[] {
  const found = base.where.filter((one) => {
    if ('period' in of)
      return (
        one.kind === 'notPeriod' &&
        same(resolvePeriod(one.period, calendar), resolvePeriod(settledPeriod(of.period, calendar, year), calendar))
      );
    if ('key' in of)
      return (
        of.key.kind === 'cycle' &&
        ((one.kind === 'weekdays' && (of.key.cycle === 'dayOfWeek' || of.key.cycle === 'weekPart')) ||
          (one.kind === 'cycle' && one.cycle === of.key.cycle))
      );
    return (
      (one.kind === 'measure' && same(one.calculation, of.calculation)) ||
      (one.kind === 'rows' && same({ kind: 'measure', measure: one.measure }, of.calculation))
    );
  });
  if (found.length === 0) throw new OutOfPlace('The answer before has no such condition to take out.');
  return found.map((one) => ({ do: 'condition', how: 'remove', condition: one }));
}
