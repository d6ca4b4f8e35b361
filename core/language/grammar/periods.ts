/** Grammar of time: stretches of days, relative periods, bounds. Gives `Stretch` and `Period`. */
import { dayFromParts, daysInMonth } from '../../time/day';
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
  return found === null ? { kind: 'impossible', text: `${date} ${MONTHS[ordinal - 1] ?? ''} ${year}` } : dayPeriod(found);
}

function bareDay(ordinal: number, date: number): SaidPeriod {
  return date > daysInMonth(2024, ordinal) ? { kind: 'impossible', text: `${date} ${MONTHS[ordinal - 1] ?? ''}` } : { kind: 'bareDay', month: ordinal, day: date };
}

const ofYear = (parts: Parts) => {
  const { grain, ordinal } = parts['QuarterOrHalf'] as { grain: 'quarter' | 'half'; ordinal: number };
  return part(grain, number(parts, 'Year'), ordinal);
};

const latest = (grain: Grain, count: number): SaidPeriod | null =>
  Number.isInteger(count) && count >= 1 && count <= 5000 ? { kind: 'latest', grain, count } : null;

export const PERIOD_RULES: readonly Rule<Question>[] = [
  { gives: 'Stretch', form: '{IsoDay}', means: (p) => p['IsoDay'], examples: ['2025-05-03'] },
  { gives: 'Stretch', form: '{DayOfMonth} [of] {MonthName} {Year}', means: (p) => day(number(p, 'Year'), number(p, 'MonthName'), number(p, 'DayOfMonth')), examples: ['3 May 2025'] },
  { gives: 'Stretch', form: '{MonthName} {DayOfMonth} {Year}', means: (p) => day(number(p, 'Year'), number(p, 'MonthName'), number(p, 'DayOfMonth')), examples: ['May 3rd 2025'] },
  { gives: 'Stretch', form: '{DayOfMonth} [of] {MonthName}', means: (p) => bareDay(number(p, 'MonthName'), number(p, 'DayOfMonth')), cost: 0.05, examples: ['the 3rd of May'] },
  { gives: 'Stretch', form: '{MonthName} {DayOfMonth}', means: (p) => bareDay(number(p, 'MonthName'), number(p, 'DayOfMonth')), cost: 0.05, examples: ['May 3rd'] },
  { gives: 'Stretch', form: '{MonthName} [of] {Year}', means: (p) => month(number(p, 'Year'), number(p, 'MonthName')), examples: ['March 2025'] },
  { gives: 'Stretch', form: '{MonthAndYear}', means: (p) => month((p['MonthAndYear'] as { year: number }).year, (p['MonthAndYear'] as { month: number }).month), examples: ['05/2025'] },
  { gives: 'Stretch', form: '{MonthName}', means: (p) => ({ kind: 'bareUnit', grain: 'month', ordinal: p['MonthName'] }), cost: 0.05, examples: ['March'] },
  ...['first', 'second', 'third', 'fourth'].map((word, index): Rule<Question> => ({ gives: 'QuarterOrHalf', form: `${word} quarter`, means: () => ({ grain: 'quarter', ordinal: index + 1 }), examples: [`the ${word} quarter`] })),
  ...['first', 'second'].map((word, index): Rule<Question> => ({ gives: 'QuarterOrHalf', form: `${word} half [year]`, means: () => ({ grain: 'half', ordinal: index + 1 }), examples: [`the ${word} half`] })),
  { gives: 'Stretch', form: '{QuarterOrHalf} [of] {Year}', means: ofYear, examples: ['Q3 2025', 'H1 2024'] },
  { gives: 'Stretch', form: '{Year} {QuarterOrHalf}', means: ofYear, examples: ['2025 Q3'] },
  { gives: 'Stretch', form: '{QuarterOrHalf}', means: (p) => ({ kind: 'bareUnit', ...(p['QuarterOrHalf'] as object) }), cost: 0.05, examples: ['Q2'] },
  { gives: 'Stretch', form: '{Year}', means: (p) => ({ kind: 'days', from: `${number(p, 'Year')}-01-01`, to: `${number(p, 'Year')}-12-31` }), examples: ['2024'] },
  { gives: 'Stretch', form: 'fiscal year {Year}', means: (p) => ({ kind: 'fiscal', year: p['Year'] }), examples: ['fiscal year 2025'] },
  { gives: 'Stretch', form: '{FiscalYear}', means: (p) => ({ kind: 'fiscal', year: p['FiscalYear'] }), examples: ['FY25'] },
  { gives: 'Stretch', form: 'fiscal {QuarterOrHalf} [of] [fiscal] [year] {Year}', means: (p) => fiscalQuarter(p, number(p, 'Year')), examples: ['fiscal Q1 2025'] },
  { gives: 'Stretch', form: '{QuarterOrHalf} {FiscalYear}', means: (p) => fiscalQuarter(p, number(p, 'FiscalYear')), examples: ['Q1 FY25'] },
  { gives: 'Stretch', form: 'fiscal {QuarterOrHalf}', means: (p) => thisFiscal(p), examples: ['fiscal Q1'] },
  { gives: 'Stretch', form: '(this|current) fiscal year', means: () => ({ kind: 'thisFiscal', back: 0 }), examples: ['this fiscal year'] },
  { gives: 'Stretch', form: '(last|previous) fiscal year', means: () => ({ kind: 'thisFiscal', back: 1 }), examples: ['last fiscal year'] },
  { gives: 'Stretch', form: '{Season} [of|in] {Year}', means: (p) => ({ kind: 'season', season: p['Season'], year: p['Year'] }) },
  { gives: 'Stretch', form: '{Year} {Season}', means: (p) => ({ kind: 'season', season: p['Season'], year: p['Year'] }) },
  { gives: 'Stretch', form: '[this] {Season}', means: (p) => ({ kind: 'bareSeason', season: p['Season'] }), cost: 0.05 },

  { gives: 'Period', form: '{Stretch}', means: (p) => p['Stretch'] },
  { gives: 'Period', form: '{Relative}', means: (p) => p['Relative'] },
  { gives: 'Relative', form: 'today', means: () => ({ kind: 'this', grain: 'day' }), examples: ['today'] },
  { gives: 'Relative', form: 'yesterday', means: () => ({ kind: 'last', grain: 'day' }), examples: ['yesterday'] },
  { gives: 'Relative', form: '(this|current) {Unit} [(so far|to date)]', means: (p) => ({ kind: 'this', grain: p['Unit'] }), examples: ['this month', 'this year so far'] },
  { gives: 'Relative', form: 'so far this {Unit}', means: (p) => ({ kind: 'this', grain: p['Unit'] }), examples: ['so far this year'] },
  { gives: 'Relative', form: '{Unit} to date', means: (p) => ({ kind: 'this', grain: p['Unit'] }), examples: ['year to date'] },
  { gives: 'Relative', form: 'ytd', means: () => ({ kind: 'this', grain: 'year' }), examples: ['YTD'] },
  { gives: 'Relative', form: 'qtd', means: () => ({ kind: 'this', grain: 'quarter' }), examples: ['QTD'] },
  { gives: 'Relative', form: 'mtd', means: () => ({ kind: 'this', grain: 'month' }), examples: ['MTD'] },
  { gives: 'Relative', form: '(last|previous) {Unit}', means: (p) => ({ kind: 'last', grain: p['Unit'] }), examples: ['last quarter', 'previous month'] },
  { gives: 'Relative', form: '(last|past|previous|trailing|latest) {Number} [(full|complete)] {Unit}', means: (p) => latest(p['Unit'] as Grain, number(p, 'Number')), examples: ['the last 12 months', 'past 7 days', 'trailing three quarters'] },
  { gives: 'Period', form: '(from|between) {Stretch:from} (to|until|till|and|through|–|-) {Stretch:to}', means: (p) => ({ kind: 'spread', from: period(p, 'from'), to: period(p, 'to') }), examples: ['from March to May 2025', 'between 2024 and 2025'] },
  { gives: 'Period', form: '{Stretch:from} (to|until|till|through|–|-|—) {Stretch:to}', means: (p) => ({ kind: 'spread', from: period(p, 'from'), to: period(p, 'to') }), cost: 0.05, examples: ['January to March 2025'] },
  { gives: 'Period', form: 'since ({Stretch}|{Relative:Stretch})', means: (p) => ({ kind: 'bound', side: 'since', period: period(p, 'Stretch') }), examples: ['since March 2025'] },
  { gives: 'Period', form: '(until|till|up to) ({Stretch}|{Relative:Stretch})', means: (p) => ({ kind: 'bound', side: 'until', period: period(p, 'Stretch') }), examples: ['until June 2025'] },
  { gives: 'Period', form: 'before ({Stretch}|{Relative:Stretch})', means: (p) => ({ kind: 'bound', side: 'before', period: period(p, 'Stretch') }), examples: ['before 2025'] },
  { gives: 'Period', form: 'after ({Stretch}|{Relative:Stretch})', means: (p) => ({ kind: 'bound', side: 'after', period: period(p, 'Stretch') }), examples: ['after 3 May 2025'] },
];

function fiscalQuarter(parts: Parts, year: number): SaidPeriod | null {
  const { grain, ordinal } = parts['QuarterOrHalf'] as { grain: string; ordinal: number };
  return grain === 'quarter' ? { kind: 'fiscal', year, quarter: ordinal } : null;
}

function thisFiscal(parts: Parts): SaidPeriod | null {
  const { grain, ordinal } = parts['QuarterOrHalf'] as { grain: string; ordinal: number };
  return grain === 'quarter' ? { kind: 'thisFiscal', quarter: ordinal, back: 0 } : null;
}
