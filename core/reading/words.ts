/**
 * The words for each part of a reading: the text that the sentence is made of and that the grammar reads back.
 * Names of a model stand as they are, in quotation marks only where the bare name would be read as something else.
 */
import { level as levelOf, measure as measureOf, NO_NAME, pluralOf, pluralWord, type Model } from '../model/model';
import type { Calculation } from '../model/calculation';
import { exactGrain, type Period } from '../time/period';
import { dayParts, isLastOfMonth, type Day } from '../time/day';
import type { Grain, Cycle } from '../time/grain';
import { MONTHS, WEEKDAYS } from '../time/names';
import type {
  Breakdown,
  Comparison,
  Condition,
  Explain,
  Key,
  Listed,
  Order,
  Rank,
  Reading,
  SaidLine,
  Shown,
  Side,
  Transform,
  View,
} from './schema';

/** How names are written: whether one is ambiguous, or would be taken for other words, is known to the name index. */
export interface Naming {
  readonly model: Model;
  /** The text for a member; with its level or in quotation marks where it needs them. */
  member(level: string, name: string): string;
  /** The text for any other name of the model. */
  name(text: string): string;
}

/** Names as they stand in the model, for texts that are not read back. */
export const plainNaming = (model: Model): Naming => ({ model, member: (_level, name) => name, name: (text) => text });

/** With its first letter as at the beginning of a sentence. */
export const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** As it stands within a sentence; a name of which more words are written large is a proper one. */
export const inSentence = (text: string): string =>
  /^[A-Z][a-z]/.test(text) && !/ [A-Z]/.test(text) ? text.charAt(0).toLowerCase() + text.slice(1) : text;

export function levelWords(naming: Naming, id: string): string {
  return naming.name(inSentence(levelOf(naming.model, id).level.name));
}

export function levelPluralWords(naming: Naming, id: string): string {
  return naming.name(inSentence(pluralOf(levelOf(naming.model, id).level)));
}

export function measureWords(naming: Naming, id: string): string {
  return naming.name(inSentence(measureOf(naming.model, id).name));
}

const ROW_WORDS = { average: 'average', median: 'median', minimum: 'minimum', maximum: 'maximum' } as const;
const OPERATOR_WORDS = { add: 'plus', subtract: 'minus', multiply: 'times', divide: 'divided by' } as const;
const PER_PERIOD: Partial<Record<Grain, string>> = {
  day: 'daily',
  week: 'weekly',
  month: 'monthly',
  quarter: 'quarterly',
  year: 'yearly',
};

export function calculationWords(naming: Naming, calculation: Calculation): string {
  switch (calculation.kind) {
    case 'measure':
      return measureWords(naming, calculation.measure);
    case 'rows':
      return `${ROW_WORDS[calculation.function]} ${rowNumberWords(naming, calculation.measure)}`;
    case 'percentile':
      return `${ordinalWords(calculation.percentile)} percentile of ${rowNumberWords(naming, calculation.measure)}`;
    case 'members':
      return `number of ${levelPluralWords(naming, calculation.level)}${amongWords(naming, calculation.fact)}`;
    case 'periods':
      return `number of ${GRAIN_PLURALS[calculation.grain]}${amongWords(naming, calculation.fact)}`;
    case 'perPeriod':
      return `average ${PER_PERIOD[calculation.grain] ?? calculation.grain} ${measureWords(naming, calculation.measure)}`;
    case 'proportion':
    case 'passing':
      return `${calculation.kind === 'proportion' ? 'share of ' : ''}${measureWords(naming, calculation.measure)} with ${measureWords(naming, calculation.of)} ${numberTestWords(naming, { kind: 'rows', measure: calculation.of, test: calculation.test, value: calculation.value, upper: calculation.upper })}`;
    case 'part':
      return `share of ${naming.member(calculation.level, calculation.member)} in ${measureWords(naming, calculation.measure)}`;
    case 'ofMember':
      return `${measureWords(naming, calculation.measure)} for ${naming.member(calculation.level, calculation.member)}`;
    case 'behind':
      return calculation.function === 'sum'
        ? `sum of ${rowNumberWords(naming, calculation.measure)}`
        : `records with ${rowNumberWords(naming, calculation.measure)}`;
    case 'number':
      return amountWords(calculation.value);
    case 'arithmetic': {
      const part = (one: Calculation) =>
        one.kind === 'arithmetic' ? `(${calculationWords(naming, one)})` : calculationWords(naming, one);
      return `${part(calculation.left)} ${OPERATOR_WORDS[calculation.operator]} ${part(calculation.right)}`;
    }
  }
}

/** The number of single records behind a measure. @example "delay" for the measure "average delay" */
function rowNumberWords(naming: Naming, measure: string): string {
  const words = measureWords(naming, measure);
  const averages = naming.model.measures.get(measure)?.kind === 'average';
  return averages ? words.replace(/^(average|mean) (?=\S)/i, '') : words;
}

/** Of which records what is counted is told from, where they are not the usual ones. */
const amongWords = (naming: Naming, fact: string | undefined): string =>
  fact === undefined ? '' : ` among ${factWords(naming, fact)}`;

/** @example ordinalWords(92) // '92nd' */
function ordinalWords(value: number): string {
  if (!Number.isInteger(value)) return String(value);
  const teen = value % 100 >= 11 && value % 100 <= 13;
  return `${value}${teen ? 'th' : (['th', 'st', 'nd', 'rd'][value % 10] ?? 'th')}`;
}

export function transformWords(transform: Transform, inner: string): string {
  switch (transform.kind) {
    case 'share':
      return `share of ${inner}${transform.within === 'all' ? '' : ' within each group'}`;
    case 'change':
      return `${transform.as === 'percent' ? '% change' : 'change'} in ${inner} on the ${transform.basis === 'year' ? 'year' : 'period'} before`;
    case 'running':
      return `running total of ${inner}`;
    case 'moving':
      return `moving average over ${transform.count} of ${inner}`;
    case 'movingTotal':
      return `moving total over ${transform.count} of ${inner}`;
    case 'rank':
      return `rank of ${inner}`;
    case 'index':
      return `index of ${inner}`;
    case 'fromAverage':
      return `difference from average of ${inner}`;
  }
}

export function shownWords(naming: Naming, shown: Shown): string {
  const inner = calculationWords(naming, shown.calculation);
  if (shown.transform === null) return inner;
  return transformWords(shown.transform, shown.calculation.kind === 'arithmetic' ? `(${inner})` : inner);
}

const CYCLE_WORDS: Record<Cycle, string> = {
  dayOfWeek: 'day of week',
  weekPart: 'part of week',
  monthOfYear: 'month of year',
  hour: 'hour of day',
};
const CYCLE_PLURALS: Record<Cycle, string> = {
  dayOfWeek: 'days of week',
  weekPart: 'parts of week',
  monthOfYear: 'months of year',
  hour: 'hours of day',
};
const GRAIN_PLURALS: Record<Grain, string> = {
  day: 'days',
  week: 'weeks',
  month: 'months',
  quarter: 'quarters',
  half: 'half years',
  year: 'years',
};

export const setWords = (naming: Naming, id: string): string =>
  naming.name(inSentence(naming.model.sets.get(id)?.name ?? id));

const BESIDE_WORDS = { none: '', all: ' beside all', rest: ' beside the rest' } as const;

export function breakdownWords(naming: Naming, by: Breakdown): string {
  switch (by.kind) {
    case 'level':
      return levelWords(naming, by.level);
    case 'bins':
      return `${measureWords(naming, by.measure)} in ${by.width === null ? 'ranges' : `steps of ${amountWords(by.width)}`}`;
    case 'sets':
      return `${by.sets.map((set) => setWords(naming, set)).join(' versus ')}${BESIDE_WORDS[by.beside]}`;
    default:
      return withRole(
        naming,
        by.kind === 'cycle' ? CYCLE_WORDS[by.cycle] : by.grain === 'half' ? 'half year' : by.grain,
        by.role,
      );
  }
}

const withRole = (naming: Naming, unit: string, role: string | undefined): string =>
  role === undefined ? unit : `${unit} of ${roleWords(naming, role)}`;

/** Several members of a key. @example keyPluralWords(naming, { kind: 'time', grain: 'day' }) // 'days' */
export function keyPluralWords(naming: Naming, key: Key): string {
  if (key.kind === 'level') return levelPluralWords(naming, key.level);
  return withRole(naming, key.kind === 'time' ? GRAIN_PLURALS[key.grain] : CYCLE_PLURALS[key.cycle], key.role);
}

export function roleWords(naming: Naming, role: string): string {
  return naming.name(inSentence(naming.model.dates.get(role)?.name ?? role));
}

/** A number as it is written in a sentence: with its thousands apart, shares in per cent; as it is where that would not read back as the same. */
export function amountWords(value: number, share: 'share' | 'number' = 'number'): string {
  const percent = Number((value * 100).toPrecision(12));
  if (share === 'share' && percent / 100 === value) return `${amountWords(percent)}%`;
  const grouped = value.toLocaleString('en-GB', { maximumFractionDigits: 12 });
  return Number(grouped.replaceAll(',', '')) === value ? grouped : String(value);
}

/** A test of a calculation, or of how it changed. @example numberTestWords(naming, condition) // 'over 10,000' */
export function numberTestWords(naming: Naming, one: Tested): string {
  const share = isShare(naming.model, one) ? 'share' : 'number';
  const [value, upper] = [amountWords(one.value ?? 0, share), amountWords(one.upper ?? 0, share)];
  switch (one.test) {
    case 'over':
      return `over ${value}`;
    case 'under':
      return `under ${value}`;
    case 'atLeast':
      return `at least ${value}`;
    case 'atMost':
      return `at most ${value}`;
    case 'between':
      return `between ${value} and ${upper}`;
    case 'aboveAverage':
      return 'above average';
    case 'belowAverage':
      return 'below average';
    default:
      return one.test;
  }
}

type Tested = Extract<Condition, { kind: 'measure' | 'rows' }>;

/** Is what is tested a fraction, which is said in per cent? */
function isShare(model: Model, tested: Tested): boolean {
  if (tested.kind === 'rows') return isFraction(model, { kind: 'measure', measure: tested.measure });
  return tested.change === undefined ? isFraction(model, tested.calculation) : tested.change.as === 'percent';
}

const isFraction = (model: Model, calculation: Calculation): boolean =>
  calculation.kind === 'proportion' ||
  calculation.kind === 'part' ||
  (calculation.kind === 'measure' && model.measures.get(calculation.measure)?.format?.style === 'percent');

/** Are the values of what is shown told in per cent? */
export function isInPercent(model: Model, shown: Shown | undefined): boolean {
  if (shown === undefined) return false;
  const { calculation, transform } = shown;
  if (transform?.kind === 'share' || (transform?.kind === 'change' && transform.as === 'percent')) return true;
  if (transform?.kind === 'index' || transform?.kind === 'rank') return false;
  return isFraction(model, calculation);
}

/** What a condition on a measure tests: the calculation, or how it changed. */
export function testedWords(naming: Naming, { calculation, change }: Extract<Condition, { kind: 'measure' }>): string {
  return shownWords(naming, { calculation, transform: change === undefined ? null : { kind: 'change', ...change } });
}

export function listWords(items: readonly string[], conjunction: 'and' | 'or'): string {
  if (items.length <= 1) return items[0] ?? '';
  return `${items.slice(0, -1).join(', ')} ${conjunction} ${items[items.length - 1] ?? ''}`;
}

export function conditionWords(naming: Naming, condition: Condition): string {
  const { model } = naming;
  switch (condition.kind) {
    case 'members':
      if (condition.members.length === 1 && condition.members[0] === NO_NAME)
        return `with ${condition.is ? 'no' : 'any'} ${levelWords(naming, condition.level)}`;
      return `${condition.is ? 'for' : 'without'} ${listWords(
        condition.members.map((member) => naming.member(condition.level, member)),
        condition.is ? 'or' : 'and',
      )}`;
    case 'text':
      return `where ${levelWords(naming, condition.level)} ${condition.test === 'contains' ? 'contains' : 'starts with'} “${condition.text}”`;
    case 'set':
      return `${condition.is ? 'for' : 'without'} ${setWords(naming, condition.set)}`;
    case 'notPeriod':
      return `without ${periodWords(condition.period, model)}`;
    case 'weekdays':
      return `on ${listWords(
        condition.days.map((day) => `${WEEKDAYS[day - 1] ?? ''}s`),
        'and',
      )}`;
    case 'cycle':
      return condition.cycle === 'hour'
        ? hoursWords(condition.values)
        : `in every ${listWords(
            condition.values.map((month) => MONTHS[month - 1] ?? ''),
            'and',
          )}`;
    case 'measure':
      if (condition.test === 'missing' || condition.test === 'present')
        return `where ${breakdownWords(naming, condition.at)} has ${condition.test === 'missing' ? 'no' : 'any'} ${testedWords(naming, condition)}`;
      return `where ${breakdownWords(naming, condition.at)} has ${testedWords(naming, condition)} ${numberTestWords(naming, condition)}`;
    case 'rows':
      return `where row ${measureWords(naming, condition.measure)} is ${numberTestWords(naming, condition)}`;
  }
}

const clock = (hour: number): string => `${hour}:00`;

/** Hours of the day; a stretch of them by its ends, of which the second is not in it. @example hoursWords([9, 10]) // 'from 9:00 to 11:00' */
function hoursWords(hours: readonly number[]): string {
  const stretch = hours.every((hour, index) => index === 0 || hour === ((hours[index - 1] ?? 0) + 1) % 24);
  return stretch
    ? `from ${clock(hours[0] ?? 0)} to ${clock(((hours.at(-1) ?? 0) + 1) % 24)}`
    : `at ${listWords(hours.map(clock), 'and')}`;
}

/** A day in words. @example dayWords('2026-10-17') // '17 October 2026' */
export function dayWords(day: Day): string {
  const { year, month, day: date } = dayParts(day);
  return `${date} ${MONTHS[month - 1] ?? ''} ${year}`;
}

/** A calendar period in words. @example unitWords('quarter', '2025-07-01') // 'Q3 2025' */
export function unitWords(grain: Grain, start: Day): string {
  const { year, month } = dayParts(start);
  switch (grain) {
    case 'year':
      return String(year);
    case 'half':
      return `H${month <= 6 ? 1 : 2} ${year}`;
    case 'quarter':
      return `Q${Math.ceil(month / 3)} ${year}`;
    case 'month':
      return `${MONTHS[month - 1] ?? ''} ${year}`;
    case 'week':
      return `week of ${dayWords(start)}`;
    case 'day':
      return dayWords(start);
  }
}

/** Two days as the shortest plain words: one unit where they are one, months where they begin and end with months. */
export function rangeWords(from: Day, to: Day): string {
  const grain = exactGrain(from, to);
  if (grain !== null) return unitWords(grain, from);
  const sameYear = dayParts(from).year === dayParts(to).year;
  const start = (words: string) => (sameYear ? words.replace(/ \d{4}$/, '') : words);
  if (dayParts(from).day === 1 && isLastOfMonth(to))
    return `from ${start(unitWords('month', from))} to ${unitWords('month', to)}`;
  return `from ${start(dayWords(from))} to ${dayWords(to)}`;
}

export function periodWords(period: Period, model: Model): string {
  switch (period.kind) {
    case 'days':
      return rangeWords(period.from, period.to);
    case 'since':
      return `since ${dayWords(period.from)}`;
    case 'until':
      return `until ${dayWords(period.to)}`;
    case 'this':
      return period.grain === 'day' ? 'today' : `this ${period.grain}`;
    case 'last':
      return period.grain === 'day' ? 'yesterday' : `last ${period.grain}`;
    case 'latest':
      if (period.count === 1) return `the latest complete ${period.grain}`;
      return `the last ${period.count} ${period.grain === 'half' ? 'halves' : `${period.grain}s`}`;
    case 'season':
      return `${inSentence(model.seasons.find((season) => season.id === period.season)?.name ?? period.season)} ${period.year}`;
    case 'fiscal':
      return period.quarter === undefined ? `fiscal year ${period.year}` : `fiscal Q${period.quarter} ${period.year}`;
  }
}

export function comparisonWords(naming: Naming, against: Comparison): string {
  switch (against.kind) {
    case 'year':
      return 'beside the year before';
    case 'previous':
      return 'beside the period before';
    case 'period':
      // “Beside last year” is each period beside the one 12 months earlier; this is that whole year beside all.
      return `beside ${against.period.kind === 'last' && against.period.grain === 'year' ? 'all of ' : ''}${periodWords(against.period, naming.model)}`;
    case 'plan':
      return against.whole === true ? 'beside the whole plan' : 'beside plan';
    case 'members': {
      const names = against.members.map((member) => naming.member(against.level, member));
      const beside = { none: '', all: ', beside all', rest: ', beside the rest' }[against.beside];
      return names.length === 1
        ? `${names[0] ?? ''}${beside}`
        : `${listWords(names, 'and').replace(' and ', ' versus ')}${beside}`;
    }
  }
}

const CHANGE_WORDS = { difference: 'difference', percent: '% difference' } as const;

export function rankWords(naming: Naming, rank: Rank): string {
  const by =
    rank.on === undefined
      ? rank.by === null
        ? ''
        : ` by ${calculationWords(naming, rank.by)}`
      : ` by ${CHANGE_WORDS[rank.on]}`;
  const within = rank.within === null ? '' : ` in each ${breakdownWords(naming, rank.within)}`;
  const one = rank.count === 1 && !rank.percent;
  return `${rank.direction} ${rank.count}${rank.percent ? '%' : ''} ${one ? breakdownWords(naming, rank.of) : keyPluralWords(naming, rank.of)}${by}${within}${rank.others ? ' with others' : ''}${rank.marked ? ' marking the first' : ''}`;
}

/** How far a line is carried on. @example "with a forecast of the next 6 months" */
export function aheadWords({ periods }: NonNullable<Reading['ahead']>, by: Reading['by']): string {
  const grain = by.find((one) => one.kind === 'time')?.grain ?? 'month';
  return `with a forecast of the next ${periods === 1 ? grain : `${periods} ${grain === 'half' ? 'halves' : `${grain}s`}`}`;
}

/**
 * What is asked of figures beyond them.
 * @param share whether what is explained is told in per cent
 * @example 'explained as a fall'
 */
export function explainWords(naming: Naming, explain: Explain, share = false): string {
  if (explain.asked === 'contrast') {
    const { first, second } = explain;
    const one = first.kind === 'members' && first.members.length === 1;
    return `with how ${sideWords(naming, first)} ${one ? 'differs' : 'differ'} from ${second === undefined ? 'the others' : sideWords(naming, second)}`;
  }
  if (explain.asked === 'when') {
    const { aim, needed } = explain;
    const value = aim.kind === 'plan' ? 'plan' : amountWords(aim.value, share ? 'share' : 'number');
    if (needed === true) return `with what is needed to reach ${value}`;
    if (aim.kind === 'plan') return 'with whether it reaches plan';
    return `with when it ${aim.side === 'over' ? 'passes' : 'falls below'} ${value}`;
  }
  if (explain.asked === 'goesWith') return 'with what goes with it';
  if (explain.asked === 'unusual')
    return `with whether it is unusual${explain.said === undefined ? '' : `ly ${explain.said}`}`;
  return `explained${explain.said === undefined ? '' : ` as a ${explain.said}`}`;
}

/** One side of a contrast. @example 'Kelm and Orra' */
export function sideWords(naming: Naming, side: Side): string {
  return side.kind === 'set'
    ? setWords(naming, side.set)
    : listWords(
        side.members.map((member) => naming.member(side.level, member)),
        'and',
      );
}

/** A listing of records. @example 'as records of bookings with captain and weather' */
export function rowsWords(naming: Naming, rows: NonNullable<Reading['rows']>): string {
  const columns = rows.columns.map((column) => listedWords(naming, column));
  return `as records of ${factWords(naming, rows.fact)}${columns.length > 0 ? ` with ${listWords(columns, 'and')}` : ''}`;
}

export function factWords(naming: Naming, id: string): string {
  const fact = naming.model.facts.get(id);
  return naming.name(inSentence(fact?.plural ?? pluralWord(fact?.name ?? id)));
}

export function listedWords(naming: Naming, column: Listed): string {
  if (column.kind === 'level') return levelWords(naming, column.level);
  return column.kind === 'date' ? roleWords(naming, column.role) : measureWords(naming, column.measure);
}

export function orderWords(naming: Naming, order: Order): string {
  if (order.by.kind === 'name') return `sorted by name ${order.direction === 'up' ? 'ascending' : 'descending'}`;
  const by = order.by.on === undefined ? calculationWords(naming, order.by.calculation) : CHANGE_WORDS[order.by.on];
  return `sorted by ${by} ${order.direction === 'up' ? 'ascending' : 'descending'}`;
}

const CHART_WORDS: Record<NonNullable<View['chart']>, string> = {
  'number': 'a number',
  'line': 'lines',
  'area': 'an area',
  'bars': 'lying bars',
  'columns': 'upright bars',
  'stacked': 'stacked bars',
  'share bars': '100% bars',
  'table': 'a table',
  'scatter': 'a scatter',
  'pie': 'a pie',
  'heat': 'a heat grid',
  'bars with line': 'bars with a line',
  'bubble': 'bubbles',
  'bridge': 'a bridge',
  'pareto': 'a Pareto chart',
  'histogram': 'a histogram',
  'box': 'boxes',
  'multiples': 'small multiples',
  'treemap': 'a treemap',
  'map': 'a map',
};

/**
 * @param percent whether the values that the line crosses are told in per cent
 * @example lineWords({ at: 500, target: true }, false) // 'target at 500'
 */
export function lineWords({ at, target }: SaidLine, percent: boolean): string {
  return `${target === true ? 'target' : 'line'} at ${typeof at === 'number' ? amountWords(at, percent ? 'share' : 'number') : `the ${at}`}`;
}

/** @param percent whether the values shown are told in per cent */
export function viewWords(view: View, percent: boolean): string {
  const formats = [
    ...(view.labels ? ['labels'] : []),
    ...(view.totals ? ['totals'] : []),
    ...(view.across ? ['columns across'] : []),
    ...(view.cells === undefined ? [] : [`${view.cells} in cells`]),
    ...(view.lines ?? []).map((line) => lineWords(line, percent)),
    ...(view.axis === undefined ? [] : [view.axis === 'zero' ? 'axis from zero' : 'fitted axis']),
    ...(view.colour === undefined ? [] : [`colour ${view.colour}`]),
  ];
  const said = [
    ...(view.chart === null ? [] : [`as ${CHART_WORDS[view.chart]}`]),
    ...(formats.length > 0 ? [`with ${listWords(formats, 'and')}`] : []),
  ];
  return said.join(' ');
}
