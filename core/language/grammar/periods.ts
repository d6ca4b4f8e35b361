/** Grammar of time: stretches of days, relative periods, bounds. Gives `Stretch` and `Period`. */
import { addDays, dayFromParts, daysInMonth, weekday } from '../../time/day';
import type { Grain } from '../../time/grain';
import { MONTHS } from '../../time/names';
import { dayPeriod, type SaidPeriod } from '../intent';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

const number = (parts: Parts, name: string) => parts[name] as number;
const period = (parts: Parts, name: string) => parts[name] as SaidPeriod;

function month(year: number, ordinal: number): SaidPeriod {
  const text = `${year}-${String(ordinal).padStart(2, '0')}`;
  return { kind: 'days', from: `${text}-01`, to: `${text}-${String(daysInMonth(year, ordinal)).padStart(2, '0')}` };
}

function part(grain: 'quarter' | 'half', year: number, ordinal: number): SaidPeriod {
  const months = grain === 'quarter' ? 3 : 6;
  const last = ordinal * months;
  return {
    kind: 'days',
    from: `${year}-${String(last - months + 1).padStart(2, '0')}-01`,
    to: `${year}-${String(last).padStart(2, '0')}-${String(daysInMonth(year, last)).padStart(2, '0')}`,
  };
}

function day(year: number, ordinal: number, date: number): SaidPeriod {
  const found = dayFromParts({ year, month: ordinal, day: date });
  return found === null
    ? { kind: 'impossible', text: `${date} ${MONTHS[ordinal - 1] ?? ''} ${year}` }
    : dayPeriod(found);
}

function bareDay(ordinal: number, date: number): SaidPeriod {
  return date > daysInMonth(2024, ordinal)
    ? { kind: 'impossible', text: `${date} ${MONTHS[ordinal - 1] ?? ''}` }
    : { kind: 'bareDay', month: ordinal, day: date };
}

const ofYear = (parts: Parts) => {
  const { grain, ordinal } = parts['QuarterOrHalf'] as { grain: 'quarter' | 'half'; ordinal: number };
  return part(grain, number(parts, 'Year'), ordinal);
};

/** "the first 2 weeks of October": so many days, weeks or months from one end of a period. */
function partOf(parts: Parts, side: 'first' | 'last'): SaidPeriod | null {
  const count = number(parts, 'Number');
  const whole = period(parts, 'whole');
  return Number.isInteger(count) && count >= 1 && count <= 366 && whole.kind !== 'spread'
    ? { kind: 'endOf', period: whole, side, grain: parts['Unit'] as Grain, count }
    : null;
}

/** The first 15 days of a month, or those after. */
function halfOfMonth(parts: Parts, which: 'first' | 'second'): SaidPeriod {
  const ordinal = number(parts, 'MonthName');
  const year = parts['Year'] as number | undefined;
  return {
    kind: 'monthHalf',
    month: year === undefined ? { kind: 'bareUnit', grain: 'month', ordinal } : month(year, ordinal),
    half: which,
  };
}

/** A month, quarter, half or season whose year is still to be settled. */
function bareOf(parts: Parts): SaidPeriod {
  if (parts['Season'] !== undefined) return { kind: 'bareSeason', season: parts['Season'] as string, back: 0 };
  return parts['MonthName'] !== undefined
    ? { kind: 'bareUnit', grain: 'month', ordinal: number(parts, 'MonthName') }
    : { kind: 'bareUnit', ...(parts['QuarterOrHalf'] as { grain: 'quarter' | 'half'; ordinal: number }) };
}

const isDay = (said: SaidPeriod) => said.kind === 'bareDay' || (said.kind === 'days' && said.from === said.to);

/** Two days of one month: "4 to 18 August 2025". */
function daysOfMonth(parts: Parts): SaidPeriod {
  const [from, to] = [number(parts, 'first'), number(parts, 'last')];
  const ordinal = number(parts, 'MonthName');
  const year = parts['Year'] as number | undefined;
  const one = (date: number) => (year === undefined ? bareDay(ordinal, date) : day(year, ordinal, date));
  return { kind: 'spread', from: one(from), to: one(to) };
}

const MONTHS_IN: Partial<Record<Grain, number>> = { month: 1, quarter: 3, half: 6 };

/** Neighbouring periods said one by one are one stretch: "2024 and 2025", "June, July and August". */
function neighbours(parts: Parts): SaidPeriod | null {
  const first = period(parts, 'first');
  const rest = period(parts, 'rest');
  const next = rest.kind === 'spread' ? rest.from : rest;
  if (first.kind === 'bareUnit') {
    if (next.kind === 'bareUnit')
      return first.grain === next.grain && next.ordinal === first.ordinal + 1
        ? { kind: 'spread', from: first, to: rest.kind === 'spread' ? rest.to : rest }
        : null;
    const begins = next.kind === 'days' ? Number(next.from.slice(5, 7)) : 0;
    return next.kind === 'days' && begins === first.ordinal * (MONTHS_IN[first.grain] ?? Number.NaN) + 1
      ? { kind: 'spread', from: first, to: rest.kind === 'spread' ? rest.to : rest }
      : null;
  }
  if (first.kind === 'days' && rest.kind === 'days' && addDays(rest.to, 1) === first.from)
    return { kind: 'days', from: rest.from, to: first.to };
  if (first.kind !== 'days' || next.kind !== 'days' || addDays(first.to, 1) !== next.from) return null;
  return rest.kind === 'spread'
    ? { kind: 'spread', from: first, to: rest.to }
    : { kind: 'days', from: first.from, to: next.to };
}

/** From, up to, before or after one period; a stretch from one day to another has its bounds already. */
const bound =
  (side: 'since' | 'until' | 'before' | 'after') =>
  (parts: Parts): SaidPeriod | null =>
    period(parts, 'Stretch').kind === 'spread' ? null : { kind: 'bound', side, period: period(parts, 'Stretch') };

/** "since the high season started". */
function sinceItBegan(parts: Parts): SaidPeriod | null {
  const named: SaidPeriod =
    parts['Named'] === undefined
      ? period(parts, 'Stretch')
      : { kind: 'bareSeason', season: parts['Named'] as string, back: 0 };
  return /^(started|starts|began|begins|opened|opens)$/i.test(String(parts['began'])) && named.kind !== 'spread'
    ? { kind: 'bound', side: 'since', period: named }
    : null;
}

/** "sales from yesterday" are of that day; "from yesterday on", of that and later ones. */
function fromOneDay({ tokens }: Question): SaidPeriod | null {
  const at = tokens.findIndex(({ word }) => word === 'yesterday' || word === 'today');
  return /^(on|onwards?|until|to|till)$/.test(tokens[at + 1]?.word ?? '')
    ? null
    : { kind: tokens[at]?.word === 'today' ? 'this' : 'last', grain: 'day' };
}

/** "last December so far" would be cut where this one is, which a period alone does not know. */
const isOfLastYear = (said: SaidPeriod) => said.kind === 'partOfYear' && said.back > 0;

const latest = (grain: Grain, count: number): SaidPeriod | null =>
  Number.isInteger(count) && count >= 1 && count <= 5000 ? { kind: 'latest', grain, count } : null;

export const PERIOD_RULES: readonly Rule<Question>[] = [
  { gives: 'Stretch', form: '{IsoDay}', means: (p) => p['IsoDay'], examples: ['2025-05-03'] },
  {
    gives: 'Stretch',
    form: '{DayOfMonth} [of] {MonthName} {Year}',
    means: (p) => day(number(p, 'Year'), number(p, 'MonthName'), number(p, 'DayOfMonth')),
    examples: ['3 May 2025'],
  },
  {
    gives: 'Stretch',
    form: '{MonthName} {DayOfMonth} {Year}',
    means: (p) => day(number(p, 'Year'), number(p, 'MonthName'), number(p, 'DayOfMonth')),
    examples: ['May 3rd 2025'],
  },
  {
    gives: 'Stretch',
    form: '{DayOfMonth} [of] {MonthName}',
    means: (p) => bareDay(number(p, 'MonthName'), number(p, 'DayOfMonth')),
    cost: 0.05,
    examples: ['the 3rd of May'],
  },
  {
    gives: 'Stretch',
    form: '{MonthName} {DayOfMonth}',
    means: (p) => bareDay(number(p, 'MonthName'), number(p, 'DayOfMonth')),
    cost: 0.05,
    examples: ['May 3rd'],
  },
  {
    gives: 'Stretch',
    form: '{MonthName} [of] {Year}',
    means: (p) => month(number(p, 'Year'), number(p, 'MonthName')),
    examples: ['March 2025'],
  },
  {
    gives: 'Stretch',
    form: '{MonthAndYear}',
    means: (p) => month((p['MonthAndYear'] as { year: number }).year, (p['MonthAndYear'] as { month: number }).month),
    examples: ['05/2025'],
  },
  {
    gives: 'Stretch',
    form: '{MonthName}',
    means: (p) => ({ kind: 'bareUnit', grain: 'month', ordinal: p['MonthName'] }),
    cost: 0.05,
    examples: ['March'],
  },
  ...['first', 'second', 'third', 'fourth'].map((word, index): Rule<Question> => ({
    gives: 'QuarterOrHalf',
    form: `${word} quarter`,
    means: () => ({ grain: 'quarter', ordinal: index + 1 }),
    examples: [`the ${word} quarter`],
  })),
  ...['first', 'second'].map((word, index): Rule<Question> => ({
    gives: 'QuarterOrHalf',
    form: `${word} half [year]`,
    means: () => ({ grain: 'half', ordinal: index + 1 }),
    examples: [`the ${word} half`],
  })),
  { gives: 'Stretch', form: '{QuarterOrHalf} [of] {Year}', means: ofYear, examples: ['Q3 2025', 'H1 2024'] },
  { gives: 'Stretch', form: '{Year} {QuarterOrHalf}', means: ofYear, examples: ['2025 Q3'] },
  {
    gives: 'Stretch',
    form: '{QuarterOrHalf}',
    means: (p) => ({ kind: 'bareUnit', ...(p['QuarterOrHalf'] as object) }),
    cost: 0.05,
    examples: ['Q2'],
  },
  {
    gives: 'Stretch',
    form: '[(calendar|iso)] week {Number} [of|in] {Year}',
    means: (p) => ({ kind: 'week', week: p['Number'], year: p['Year'] }),
    cost: -0.1,
    examples: ['week 12 of 2025'],
  },
  {
    gives: 'Stretch',
    form: '[(calendar|iso)] week {Number}',
    means: (p) => ({ kind: 'week', week: p['Number'] }),
    cost: 0.05,
    examples: ['week 12'],
  },
  ...(['this', 'last'] as const).flatMap((which): Rule<Question>[] =>
    ['MonthName', 'QuarterOrHalf', 'Season'].flatMap((part) => {
      const year = `${which === 'this' ? '(this|current)' : '(last|previous|prior)'} year`;
      return [`{${part}} [(of|in)] ${year}`, `${year} {${part}}`].map((form): Rule<Question> => ({
        gives: 'Stretch',
        form,
        means: (p) => ({ kind: 'partOfYear', part: bareOf(p), back: which === 'this' ? 0 : 1 }),
        cost: -0.15,
      }));
    }),
  ),
  // in summer, “last April” may be that of this year or of the year before: where they differ, both are readings
  {
    gives: 'Stretch',
    form: 'last {MonthName}',
    means: (p) => ({ kind: 'lastMonth', ordinal: number(p, 'MonthName') }),
    cost: 0.05,
    examples: ['last March'],
  },
  {
    gives: 'Stretch',
    form: 'last {MonthName}',
    means: (p) => ({ kind: 'partOfYear', part: bareOf(p), back: 1 }),
    cost: 0.05,
    examples: ['last March'],
  },
  {
    gives: 'Relative',
    form: '(since|from) [the] (start|beginning) of [(this|the|this current)] {Unit}',
    means: (p) => ({ kind: 'this', grain: p['Unit'] }),
    cost: -0.1,
    examples: ['since the start of the year'],
  },
  {
    gives: 'Relative',
    form: '(since|from) [the] (start|beginning) of [(this|the)] fiscal year',
    means: () => ({ kind: 'thisFiscal', back: 0 }),
    cost: -0.1,
    examples: ['since the start of the fiscal year'],
  },
  {
    gives: 'Period',
    form: '(since|from) [the] (start|beginning) of {Stretch}',
    means: bound('since'),
    cost: -0.1,
    examples: ['since the beginning of 2025'],
  },
  ...(['first', 'last'] as const).flatMap((side): Rule<Question>[] => [
    {
      gives: 'Stretch',
      form: `${side} {OneUnit:Unit} (of|in) {Stretch:whole}`,
      means: (p) => (p['Unit'] === 'quarter' ? null : partOf({ ...p, Number: 1 }, side)),
      cost: -0.1,
      examples: [`the ${side} week of October 2025`],
    },
    {
      gives: 'Stretch',
      form: `${side} {Number} {Unit} (of|in) {Stretch:whole}`,
      means: (p) => partOf(p, side),
      cost: -0.1,
      examples: [`the ${side} 2 weeks of October 2025`],
    },
  ]),
  ...(['first', 'second'] as const).map((word): Rule<Question> => ({
    gives: 'Stretch',
    form: `${word} half of {MonthName} [{Year}]`,
    means: (p) => halfOfMonth(p, word),
    cost: -0.3,
    examples: [`the ${word} half of September 2025`],
  })),
  {
    gives: 'Stretch',
    form: '{Unit} (of|containing|commencing|starting|beginning|starting on|beginning on|with|around) {Stretch:day}',
    means: (p) =>
      isDay(period(p, 'day')) && p['Unit'] !== 'day' ? { kind: 'unitOf', grain: p['Unit'], period: p['day'] } : null,
    cost: -0.1,
    examples: ['the week of 4 May 2025'],
  },
  {
    gives: 'Stretch',
    form: '(last|previous) {Weekday}',
    means: (p) => ({ kind: 'lastWeekday', day: p['Weekday'] }),
    examples: ['last Monday'],
  },
  {
    gives: 'Stretch',
    form: '{Year}',
    means: (p) => ({ kind: 'days', from: `${number(p, 'Year')}-01-01`, to: `${number(p, 'Year')}-12-31` }),
    examples: ['2024'],
  },
  {
    gives: 'Stretch',
    form: '(fiscal year|fy) {Year}',
    means: (p) => ({ kind: 'fiscal', year: p['Year'] }),
    examples: ['fiscal year 2025'],
  },
  {
    gives: 'Stretch',
    form: '{FiscalYear}',
    means: (p) => ({ kind: 'fiscal', year: p['FiscalYear'] }),
    examples: ['FY25'],
  },
  {
    gives: 'Stretch',
    form: 'fiscal {QuarterOrHalf} [of] [fiscal] [year] {Year}',
    means: (p) => fiscalQuarter(p, number(p, 'Year')),
    examples: ['fiscal Q1 2025'],
  },
  {
    gives: 'Stretch',
    form: '{QuarterOrHalf} {FiscalYear}',
    means: (p) => fiscalQuarter(p, number(p, 'FiscalYear')),
    examples: ['Q1 FY25'],
  },
  { gives: 'Stretch', form: 'fiscal {QuarterOrHalf}', means: (p) => thisFiscal(p), examples: ['fiscal Q1'] },
  {
    gives: 'Stretch',
    form: '(this|current) fiscal year (so far|to date|up to now)',
    means: () => ({ kind: 'thisFiscal', back: 0 }),
    cost: -0.5,
    examples: ['this fiscal year to date'],
  },
  {
    gives: 'Stretch',
    form: 'so far (this|in this|in the current) fiscal year',
    means: () => ({ kind: 'thisFiscal', back: 0 }),
    cost: -0.5,
    examples: ['so far this fiscal year'],
  },
  {
    gives: 'Stretch',
    form: '(this|current) fiscal year',
    means: () => ({ kind: 'thisFiscal', back: 0 }),
    examples: ['this fiscal year'],
  },
  {
    gives: 'Stretch',
    form: '(last|previous) fiscal year',
    means: () => ({ kind: 'thisFiscal', back: 1 }),
    examples: ['last fiscal year'],
  },
  {
    gives: 'Stretch',
    form: '(this|current) fiscal quarter',
    means: () => ({ kind: 'fiscalQuarter', back: 0 }),
    examples: ['this fiscal quarter'],
  },
  {
    gives: 'Stretch',
    form: '(last|previous) fiscal quarter',
    means: () => ({ kind: 'fiscalQuarter', back: 1 }),
    examples: ['last fiscal quarter'],
  },
  {
    gives: 'Stretch',
    form: 'fiscal year (so far|up to now)',
    means: () => ({ kind: 'thisFiscal', back: 0 }),
    examples: ['the fiscal year so far'],
  },
  {
    gives: 'Stretch',
    form: 'fiscal year to date',
    means: () => ({ kind: 'thisFiscal', back: 0 }),
    examples: ['fiscal year to date'],
  },
  {
    gives: 'Stretch',
    form: 'fiscal [year] {Year}',
    means: (p) => ({ kind: 'fiscal', year: p['Year'] }),
    cost: 0.05,
    examples: ['fiscal 2025'],
  },
  {
    gives: 'Stretch',
    form: 'fiscal {QuarterOrHalf} [of] {FiscalYear}',
    means: (p) => fiscalQuarter(p, number(p, 'FiscalYear')),
    examples: ['fiscal Q1 FY25'],
  },
  {
    gives: 'Stretch',
    form: '{QuarterOrHalf} of fiscal [year] {Year}',
    means: (p) => fiscalQuarter(p, number(p, 'Year')),
    examples: ['Q1 of fiscal year 2025'],
  },
  {
    gives: 'Stretch',
    form: '{FiscalYear} {QuarterOrHalf}',
    means: (p) => fiscalQuarter(p, number(p, 'FiscalYear')),
    examples: ['FY25 Q1'],
  },
  {
    gives: 'Stretch',
    form: '(this|current) {SeasonNoun}',
    means: (p) => ({ kind: 'oneOfSeasons', seasons: p['SeasonNoun'], back: 0 }),
    cost: -0.1,
  },
  {
    gives: 'Stretch',
    form: '(last|previous) {SeasonNoun}',
    means: (p) => ({ kind: 'oneOfSeasons', seasons: p['SeasonNoun'], back: 1 }),
    cost: -0.1,
  },
  {
    gives: 'Stretch',
    form: '(last|previous) {Season}',
    means: (p) => ({ kind: 'bareSeason', season: p['Season'], back: 1 }),
  },
  {
    gives: 'Stretch',
    form: '[(from|between)] {DayOfMonth:first} (to|–|-|until|till|through|and) {DayOfMonth:last} [of] {MonthName} [{Year}]',
    means: daysOfMonth,
    cost: -0.02,
    examples: ['4 to 18 August 2025', '4 – 18 August'],
  },
  {
    gives: 'Stretch',
    form: '[(from|between)] {MonthName} {DayOfMonth:first} (to|–|-|until|till|through|and) {DayOfMonth:last} [{Year}]',
    means: daysOfMonth,
    cost: -0.02,
    examples: ['August 4 to 18 2025'],
  },
  {
    gives: 'Stretch',
    form: '{Season} [of|in] {Year}',
    means: (p) => ({ kind: 'season', season: p['Season'], year: p['Year'] }),
  },
  {
    gives: 'Stretch',
    form: '{Year} {Season}',
    means: (p) => ({ kind: 'season', season: p['Season'], year: p['Year'] }),
  },
  {
    gives: 'Stretch',
    form: '[this] {Season}',
    means: (p) => ({ kind: 'bareSeason', season: p['Season'], back: 0 }),
    cost: 0.05,
  },

  { gives: 'Period', form: '{Stretch}', means: (p) => p['Stretch'] },
  { gives: 'Period', form: '{Relative}', means: (p) => p['Relative'] },
  { gives: 'Relative', form: 'today', means: () => ({ kind: 'this', grain: 'day' }), examples: ['today'] },
  { gives: 'Relative', form: 'yesterday', means: () => ({ kind: 'last', grain: 'day' }), examples: ['yesterday'] },
  {
    gives: 'Relative',
    form: '{Number} {Unit} ago',
    means: (p) => ago(p['Unit'] as Grain, number(p, 'Number')),
    examples: ['2 months ago'],
  },
  {
    gives: 'Relative',
    form: '(a|one) {Unit} ago',
    means: (p) => ago(p['Unit'] as Grain, 1),
    cost: 0.1,
    examples: ['a month ago'],
  },
  {
    gives: 'Relative',
    form: '{Unit} before last',
    means: (p) => ago(p['Unit'] as Grain, 2),
    examples: ['the month before last'],
  },
  {
    gives: 'Relative',
    form: 'day before yesterday',
    means: () => ago('day', 2),
    cost: -0.1,
    examples: ['the day before yesterday'],
  },
  {
    gives: 'Relative',
    form: '(this|current) half [year]',
    means: () => ({ kind: 'this', grain: 'half' }),
    examples: ['this half year'],
  },
  {
    gives: 'Relative',
    form: '(last|previous) half [year]',
    means: () => ({ kind: 'last', grain: 'half' }),
    examples: ['last half year'],
  },
  {
    gives: 'Relative',
    form: '(last|past|previous|trailing|latest) {Number} (half years|halves)',
    means: (p) => latest('half', number(p, 'Number')),
    examples: ['the last 3 half years'],
  },
  {
    gives: 'Relative',
    form: '(last|past|previous|latest) weekend',
    means: (_p, q) => lastWeekend(q),
    examples: ['last weekend'],
  },
  {
    gives: 'Relative',
    form: '(last|past|previous) fortnight',
    means: () => latest('day', 14),
    examples: ['the last fortnight'],
  },
  { gives: 'Relative', form: 'wtd', means: () => ({ kind: 'this', grain: 'week' }), examples: ['WTD'] },
  {
    gives: 'Relative',
    form: '(latest|most recent) complete {Unit}',
    means: (p) => latest(p['Unit'] as Grain, 1),
    examples: ['the latest complete month'],
  },
  { gives: 'Relative', form: '(latest|most recent) complete half [year]', means: () => latest('half', 1) },
  {
    gives: 'Relative',
    form: '(past|trailing) {Unit}',
    means: (p) => latest(p['Unit'] as Grain, 1),
    cost: 0.1,
    examples: ['the past week'],
  },
  {
    gives: 'Relative',
    form: '(this|current) {Unit} [(so far|to date)]',
    means: (p) => ({ kind: 'this', grain: p['Unit'] }),
    examples: ['this month', 'this year so far'],
  },
  {
    gives: 'Relative',
    form: '(so far|to date) this {Unit}',
    means: (p) => ({ kind: 'this', grain: p['Unit'] }),
    examples: ['so far this year'],
  },
  {
    gives: 'Relative',
    form: '{Unit} to date',
    means: (p) => ({ kind: 'this', grain: p['Unit'] }),
    examples: ['year to date'],
  },
  {
    gives: 'Period',
    form: '{Stretch} (to date|so far)',
    means: (p) =>
      period(p, 'Stretch').kind === 'spread' ||
      period(p, 'Stretch').kind === 'lastMonth' ||
      isOfLastYear(period(p, 'Stretch'))
        ? null
        : { kind: 'toDate', period: period(p, 'Stretch') },
    cost: -0.1,
    examples: ['2026 to date'],
  },
  { gives: 'Relative', form: 'ytd', means: () => ({ kind: 'this', grain: 'year' }), examples: ['YTD'] },
  { gives: 'Relative', form: 'qtd', means: () => ({ kind: 'this', grain: 'quarter' }), examples: ['QTD'] },
  { gives: 'Relative', form: 'mtd', means: () => ({ kind: 'this', grain: 'month' }), examples: ['MTD'] },
  {
    gives: 'Relative',
    form: '{Unit} so far',
    means: (p) => ({ kind: 'this', grain: p['Unit'] }),
    cost: 0.1,
    examples: ['the year so far'],
  },
  {
    gives: 'Relative',
    form: '(last|previous|prior|preceding) [(full|complete|whole|calendar)] {Unit}',
    means: (p) => ({ kind: 'last', grain: p['Unit'] }),
    examples: ['last quarter', 'previous month'],
  },
  {
    gives: 'Relative',
    form: '(last|past|previous|trailing|latest|most recent|recent|rolling|preceding) {Number} [(full|complete|whole|calendar)] {Unit}',
    means: (p) => latest(p['Unit'] as Grain, number(p, 'Number')),
    examples: ['the last 12 months', 'past 7 days', 'trailing three quarters'],
  },
  { gives: 'Period', form: '{Stretch:first} , {Period:rest}', means: neighbours, cost: 0.12 },
  {
    gives: 'Period',
    form: '{Stretch:first} (and|, and|&|or|plus) {Period:rest}',
    means: neighbours,
    cost: 0.02,
    examples: ['2024 and 2025', 'June, July and August'],
  },
  { gives: 'Relative', form: 'whole [of] {Stretch}', means: (p) => p['Stretch'] },
  {
    gives: 'Relative',
    form: '(all of|all|entire|full [year]|year|calendar year|month of|quarter of) {Stretch}',
    means: (p) => p['Stretch'],
    cost: 0.05,
  },
  {
    gives: 'Period',
    form: '(from|between) {Stretch:from} (to|until|till|and|through|–|-|up to) {Relative:to}',
    means: (p) => ({ kind: 'spread', from: period(p, 'from'), to: period(p, 'to') }),
    cost: 0.02,
    examples: ['from March 2025 to today'],
  },
  {
    gives: 'Period',
    form: '(from|between) {Stretch:from} (to|until|till|and|through|–|-|up to|up until) {Stretch:to}',
    means: (p) => ({ kind: 'spread', from: period(p, 'from'), to: period(p, 'to') }),
    examples: ['from March to May 2025', 'between 2024 and 2025'],
  },
  {
    gives: 'Period',
    form: '{Stretch:from} (to|until|till|through|–|-|—) {Stretch:to}',
    means: (p) => ({ kind: 'spread', from: period(p, 'from'), to: period(p, 'to') }),
    cost: 0.05,
    examples: ['January to March 2025'],
  },
  {
    gives: 'Period',
    form: '(since|from when) ({Stretch}|{Season:Named}) {AnyWord:began}',
    means: (p) => sinceItBegan(p),
    cost: -0.2,
  },
  {
    gives: 'Period',
    form: '(since|starting|starting in|starting from|start from|start in|begin in|begin with|start with|beginning in|ever since) ({Stretch}|{Relative:Stretch})',
    means: bound('since'),
    examples: ['since March 2025'],
  },
  {
    gives: 'Period',
    form: 'from (yesterday|today)',
    means: (_p, q) => fromOneDay(q),
    cost: -0.1,
    examples: ['from yesterday'],
  },
  {
    gives: 'Period',
    form: 'from ({Stretch}|{Relative:Stretch}) [(on|onwards|onward|until now|to now|to date|till now)]',
    means: bound('since'),
    examples: ['from March 2025 onwards'],
  },
  {
    gives: 'Period',
    form: '(until|till|up to|up until|up to and including|through) ({Stretch}|{Relative:Stretch})',
    means: bound('until'),
    examples: ['until June 2025'],
  },
  {
    gives: 'Period',
    form: 'since (start|beginning) of ({Stretch}|{Relative:Stretch})',
    means: bound('since'),
    examples: ['since the start of this year'],
  },
  {
    gives: 'Period',
    form: '(since|from) [(the turn of|start of|beginning of)] new year',
    means: () => ({ kind: 'this', grain: 'year' }),
    cost: -0.1,
    examples: ['since the new year'],
  },
  {
    gives: 'Period',
    form: 'since (start|beginning) of [the] {Unit}',
    means: (p) => ({ kind: 'this', grain: p['Unit'] }),
    cost: 0.05,
    examples: ['since the start of the year'],
  },
  {
    gives: 'Period',
    form: '(until|till|up to|to|through) end of ({Stretch}|{Relative:Stretch})',
    means: bound('until'),
    examples: ['until the end of March 2025'],
  },
  {
    gives: 'Period',
    form: '(before|prior to|earlier than) ({Stretch}|{Relative:Stretch})',
    means: bound('before'),
    examples: ['before 2025'],
  },
  {
    gives: 'Period',
    form: '(after|later than|following) ({Stretch}|{Relative:Stretch})',
    means: bound('after'),
    examples: ['after 3 May 2025'],
  },
];

/** The Saturday and Sunday of the latest weekend that is over on the reference day. */
function lastWeekend({ calendar }: Question): SaidPeriod {
  const sunday = addDays(calendar.asOf, -(weekday(calendar.asOf) % 7));
  return { kind: 'days', from: addDays(sunday, -1), to: sunday };
}

function fiscalQuarter(parts: Parts, year: number): SaidPeriod | null {
  const { grain, ordinal } = parts['QuarterOrHalf'] as { grain: string; ordinal: number };
  return grain === 'quarter' ? { kind: 'fiscal', year, quarter: ordinal } : null;
}

function thisFiscal(parts: Parts): SaidPeriod | null {
  const { grain, ordinal } = parts['QuarterOrHalf'] as { grain: string; ordinal: number };
  return grain === 'quarter' ? { kind: 'thisFiscal', quarter: ordinal, back: 0 } : null;
}

const ago = (grain: Grain, count: number): SaidPeriod | null =>
  Number.isInteger(count) && count >= 1 && count <= 5000 ? { kind: 'ago', grain, count } : null;
