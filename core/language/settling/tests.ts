/** Settling conditions on numbers: of members by a measure, and of single records. */
import type { Calculation } from '../../model/calculation';
import { factsOf, measure as measureOf, rowColumnOf, type Model } from '../../model/model';
import type { Edit } from '../../reading/edit';
import { same, type Key, type Reading } from '../../reading/schema';
import { resolvePeriod, type Calendar } from '../../time/period';
import { shownPlainly, type SaidEdit, type SaidTest } from '../intent';
import { nameWords } from '../tokens';
import { settledAmount, settledTest } from './amounts';
import { settledPeriod } from './periods';
import { CannotSettle } from './situation';

interface Settled {
  readonly edits: readonly Edit[];
  readonly notes: readonly string[];
}

export function measureTestEdits(said: Extract<SaidEdit, { do: 'saidMeasureTest' }>, all: readonly SaidEdit[], base: Reading, model: Model, asFollowUp: boolean): Settled {
  const shows = all.flatMap((edit) => (edit.do === 'show' ? edit.shown.map((one) => one.calculation) : []));
  if (said.count && shows.length > 0) throw new CannotSettle('A count of members shows nothing besides; name one measure for them to be chosen by.');
  const calculation: Calculation = said.calculation ?? shows[0] ?? base.shown[0]?.calculation ?? { kind: 'measure', measure: model.defaultMeasure };
  const { test, notes } = settledTest(said.test, calculation, model);
  const keys = base.by.flatMap((one): Key[] => (one.kind === 'bins' || one.kind === 'sets' ? [] : [one]));
  const at = said.at ?? keys.findLast((one) => one.kind === 'level') ?? keys.at(-1);
  if (at === undefined) throw new CannotSettle('The answer before shows no members of which some could be kept; say by which level.');
  const edits: Edit[] = [{ do: 'condition', how: 'only', condition: { kind: 'measure', at, calculation, ...test } }];
  if (said.count) {
    if (at.kind === 'cycle') throw new CannotSettle('Parts of a week, a year or a day are not counted; ask by them instead.');
    const count: Calculation = at.kind === 'level' ? { kind: 'members', level: at.level } : { kind: 'periods', grain: at.grain };
    edits.unshift({ do: 'show', how: 'replace', shown: [shownPlainly(count)] });
  } else if (!asFollowUp && shows.length === 0) {
    edits.unshift({ do: 'show', how: 'replace', shown: (said.shows ?? [missingOf(test.test, calculation, model)]).map(shownPlainly) });
    if (said.besidePlan) edits.push({ do: 'compare', against: { kind: 'plan' } });
  }
  const assumed = said.calculation === null ? [`The average is that of ${nameOf(calculation, model)}.`] : [];
  return { edits, notes: [...assumed, ...notes] };
}

/** "routes with no plan" shows what they have instead, as their plan is missing. */
function missingOf(test: SaidTest['test'], calculation: Calculation, model: Model): Calculation {
  return test === 'missing' ? { kind: 'measure', measure: model.defaultMeasure } : calculation;
}

const nameOf = (calculation: Calculation, model: Model) => ('measure' in calculation ? measureOf(model, calculation.measure).name.toLowerCase() : 'what is shown');

export function rowTestEdits(measure: string, said: SaidTest, model: Model): Settled {
  if (rowColumnOf(model, measure) === null) throw new CannotSettle(`${measureOf(model, measure).name} has no value in single records; say of which level it should be tested.`);
  const { test, notes } = settledTest(said, { kind: 'measure', measure }, model);
  return { edits: [{ do: 'condition', how: 'only', condition: { kind: 'rows', measure, ...test } }], notes };
}

/** What a comparative speaks of, as the words that the names of such measures hold; the likelier ones first. */
const SPOKEN_OF: Readonly<Record<string, readonly RegExp[]>> = {
  long: [/\b(length|duration|stay|long|lasting)\b/i, /\btime\b/i], late: [/\b(delay|late|lateness|overdue)\b/i], old: [/\bage\b/i], slow: [/\b(duration|speed)\b/i, /\btime\b/i], heavy: [/\b(weight|mass|load)\b/i], dear: [/\b(price|cost|fare|fee)\b/i],
};
const ABOUT: Readonly<Record<string, keyof typeof SPOKEN_OF>> = { longer: 'long', shorter: 'long', later: 'late', older: 'old', younger: 'old', slower: 'slow', faster: 'slow', quicker: 'slow', heavier: 'heavy', lighter: 'heavy', dearer: 'dear', cheaper: 'dear' };

/** "longer than 3 hours": the only number of the records shown whose name says that it is such a number. */
export function lengthTestEdits(said: Extract<SaidEdit, { do: 'saidLengthTest' }>, all: readonly SaidEdit[], base: Reading, model: Model): Settled {
  const shown = [...all.flatMap((edit) => (edit.do === 'show' ? edit.shown.map((one) => one.calculation) : [])), ...base.shown.map((one) => one.calculation)][0] ?? { kind: 'measure' as const, measure: model.defaultMeasure };
  const facts = factsOf(model, shown);
  const about = SPOKEN_OF[ABOUT[said.word] ?? ''];
  const speaking = (words: RegExp) => [...model.measures.values()].filter((one) => [one.name, ...one.synonyms].some((name) => words.test(name)) && facts.includes(rowColumnOf(model, one.id)?.fact ?? ''));
  const spoken = (about ?? []).map(speaking).find((found) => found.length > 0) ?? [];
  const fitting = said.to === undefined ? spoken : spoken.filter((one) => [one.name, ...one.synonyms].some((name) => nameWords(name).includes(said.to ?? '')));
  if (spoken.length > 0 && fitting.length === 0) throw new CannotSettle(`Nothing in these records says how long it took to ${said.to ?? 'do that'}; name the measure.`);
  const columns = new Set(fitting.map((one) => ('column' in one ? one.column : one.id)));
  const [only] = fitting;
  if (only === undefined) throw new CannotSettle(`Nothing in these records says how “${said.word}” they are; name the measure.`);
  if (columns.size > 1) throw new CannotSettle(`“${said.word}” may be about ${fitting.map((one) => one.name.toLowerCase()).join(' or ')}; name the measure.`);
  const settled = rowTestEdits(only.id, said.test, model);
  return { edits: settled.edits, notes: [`“${said.word}” is about ${only.name.toLowerCase()}.`, ...settled.notes] };
}

/** The only test of a number in force, with another number. */
export function retestEdits(said: SaidTest, base: Reading, model: Model): Settled {
  const tests = base.where.filter((one) => one.kind === 'measure' || one.kind === 'rows');
  const [only] = tests;
  if (tests.length !== 1 || only === undefined || (only.kind !== 'measure' && only.kind !== 'rows')) throw new CannotSettle('The answer before tests no single number, so it is not clear what this is about; name the measure.');
  const calculation: Calculation = only.kind === 'rows' ? { kind: 'measure', measure: only.measure } : only.calculation;
  const { test, notes } = settledTest(said, calculation, model);
  const condition = only.kind === 'rows' ? { kind: only.kind, measure: only.measure, ...test } : { kind: only.kind, at: only.at, calculation, ...test };
  return { edits: [{ do: 'condition', how: 'only', condition }], notes };
}

/** A line across the chart, its number in the unit of what is shown first. */
export function lineEdit({ at, target, how }: Extract<SaidEdit, { do: 'saidLine' }>, edits: readonly Edit[], base: Reading, model: Model): Edit {
  const shown = edits.flatMap((edit) => (edit.do === 'show' ? edit.shown : []))[0] ?? base.shown[0];
  const value = typeof at === 'string' ? at : settledAmount(at, shown?.calculation ?? { kind: 'measure', measure: model.defaultMeasure }, model).value;
  return { do: 'line', how, line: { at: value, ...(target === undefined ? {} : { target }) } };
}

/** Takes the targets off the chart; other lines stay. */
export function dropTargets(base: Reading): Edit[] {
  const targets = (base.view?.lines ?? []).filter((line) => line.target === true);
  if (targets.length === 0) throw new CannotSettle('There is no target on the chart now.');
  return targets.map((line) => ({ do: 'line', how: 'remove', line }));
}

/** Takes out the conditions on a measure, on a part of the calendar, or on a period that is left out. */
export function dropEdits(of: Extract<SaidEdit, { do: 'dropTests' }>['of'], base: Reading, calendar: Calendar, year: number | null): Edit[] {
  const found = base.where.filter((one) => {
    if ('period' in of) return one.kind === 'notPeriod' && same(resolvePeriod(one.period, calendar), resolvePeriod(settledPeriod(of.period, calendar, year), calendar));
    if ('key' in of) return of.key.kind === 'cycle' && ((one.kind === 'weekdays' && (of.key.cycle === 'dayOfWeek' || of.key.cycle === 'weekPart')) || (one.kind === 'cycle' && one.cycle === of.key.cycle));
    return (one.kind === 'measure' && same(one.calculation, of.calculation)) || (one.kind === 'rows' && same({ kind: 'measure', measure: one.measure }, of.calculation));
  });
  if (found.length === 0) throw new CannotSettle('The answer before has no such condition to take out.');
  return found.map((one) => ({ do: 'condition', how: 'remove', condition: one }));
}
