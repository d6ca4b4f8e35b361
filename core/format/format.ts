/** Numbers, shares, money and times as people read them, in the reader's locale. */
import type { AnswerColumn } from '../query/plan';
import type { Cell } from '../query/answer';
import { addDays, dayParts } from '../time/day';
import { WEEK_PARTS, type Cycle, type Grain } from '../time/grain';
import { MONTHS, WEEKDAYS } from '../time/names';

export const LOCALE = 'en-GB';
const NARROW_SPACE = '\u202f';
const NO_BREAK = '\u00a0';

type Format = NonNullable<AnswerColumn['format']>;
type Formatted = Pick<AnswerColumn, 'format' | 'unit'>;

const formatters = new Map<string, Intl.NumberFormat>();
function formatter(locale: string, options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = `${locale} ${JSON.stringify(options)}`;
  let made = formatters.get(key);
  if (!made) {
    made = new Intl.NumberFormat(locale, options);
    formatters.set(key, made);
  }
  return made;
}

function decimalsFor(value: number, format: Format | undefined): number {
  if (format?.decimals !== undefined) return format.decimals;
  if (format?.style === 'percent') return 1;
  const size = Math.abs(value);
  return Number.isInteger(value) || size >= 1000 ? 0 : size >= 100 ? 1 : 2;
}

/** A measure's value, exact enough to quote. @example formatValue(0.712, { format: { style: 'percent' } }) // '71.2 %' */
export function formatValue(value: Cell, column: Formatted, locale = LOCALE): string {
  if (value === null) return '–';
  if (typeof value === 'string') return value;
  return numberText(value, column, locale).replace(/^-/, '−');
}

function numberText(value: number, { format, unit }: Formatted, locale: string): string {
  const decimals = decimalsFor(value, format);
  const digits = { minimumFractionDigits: decimals, maximumFractionDigits: decimals };
  if (format?.style === 'percent') return `${formatter(locale, digits).format(value * 100)}${NARROW_SPACE}%`;
  if (format?.style === 'currency' && format.currency !== undefined)
    return formatter(locale, { style: 'currency', currency: format.currency, ...digits }).format(value);
  return `${formatter(locale, digits).format(value)}${unit === undefined ? '' : `${NARROW_SPACE}${unit}`}`;
}

/** Short, for axes and marks. @example formatShort(1412380, {}) // '1.41m' */
export function formatShort(value: number, column: Formatted, locale = LOCALE): string {
  if (column.format?.style === 'percent')
    return `${formatter(locale, { maximumFractionDigits: 1 }).format(value * 100)}${NARROW_SPACE}%`;
  const size = Math.abs(value);
  const [divisor, suffix] = size >= 1e9 ? [1e9, 'bn'] : size >= 1e6 ? [1e6, 'm'] : size >= 1e4 ? [1e3, 'k'] : [1, ''];
  const scaled = value / divisor;
  const text = formatter(locale, {
    maximumFractionDigits:
      Math.abs(scaled) >= 100 || (divisor === 1 && size >= 100) ? 0 : Math.abs(scaled) >= 10 ? 1 : 2,
  }).format(scaled);
  const sign = column.format?.style === 'currency' ? currencySign(column.format.currency ?? 'EUR', locale) : '';
  return `${value < 0 ? '−' : ''}${sign}${text.replace('-', '')}${suffix}`;
}

function currencySign(currency: string, locale: string): string {
  return (
    formatter(locale, { style: 'currency', currency, maximumFractionDigits: 0 })
      .formatToParts(0)
      .find((part) => part.type === 'currency')?.value ?? currency
  );
}

/** A change in per cent with its sign. @example formatChange(-0.018) // '−1.8 %' */
export function formatChange(value: number, locale = LOCALE): string {
  return `${value > 0 ? '+' : value < 0 ? '−' : ''}${formatSize(value, locale)}`;
}

/** A change in per cent without its sign. */
export function formatSize(value: number, locale = LOCALE): string {
  const figure = Math.abs(value) * 100;
  return `${formatter(locale, { maximumFractionDigits: figure < 10 ? 1 : 0 }).format(figure)}${NARROW_SPACE}%`;
}

/** How far two rates or shares lie apart, in percentage points, without a sign: a rate of 47 % that was 45 % rose by 2 points, and by 4 % of itself. @example formatPoints(0.021) // '2.1 points' */
export function formatPoints(value: number, locale = LOCALE): string {
  const figure = Math.abs(value) * 100;
  const text = formatter(locale, { maximumFractionDigits: figure < 10 ? 1 : 0 }).format(figure);
  return `${text}${NO_BREAK}${text === '1' ? 'point' : 'points'}`;
}

/** A time key as a label. @example formatTime('2025-07-01', 'quarter') // 'Q3 2025' */
export function formatTime(value: Cell, grain: Grain | Cycle): string {
  if (value === null) return '(no date)';
  if (grain === 'dayOfWeek') return WEEKDAYS[Number(value) - 1] ?? String(value);
  if (grain === 'weekPart') return WEEK_PARTS[Number(value) - 1]?.name ?? String(value);
  if (grain === 'monthOfYear') return MONTHS[Number(value) - 1] ?? String(value);
  if (grain === 'hour') return `${String(value).padStart(2, '0')}:00`;
  const day = String(value);
  const { year, month, day: date } = dayParts(day);
  const short = (MONTHS[month - 1] ?? '').slice(0, 3);
  switch (grain) {
    case 'year':
      return String(year);
    case 'half':
      return `H${month <= 6 ? 1 : 2} ${year}`;
    case 'quarter':
      return `Q${Math.ceil(month / 3)} ${year}`;
    case 'month':
      return `${short} ${year}`;
    case 'week': {
      const end = dayParts(addDays(day, 6));
      return `${date} ${short} – ${end.day} ${(MONTHS[end.month - 1] ?? '').slice(0, 3)} ${end.year}`;
    }
    case 'day':
      return `${date} ${short} ${year}`;
  }
}

/** A cell of an answer as text, by its column. */
export function formatCell(value: Cell, column: AnswerColumn, locale = LOCALE): string {
  if (column.role === 'time' && column.grain !== undefined) return formatTime(value, column.grain);
  if (column.role === 'detail') return formatDetail(value, column, locale);
  if (column.role === 'level') return value === null ? '(none)' : String(value);
  if (column.as === 'change' && typeof value === 'number') return formatChange(value, locale);
  if (column.as === 'difference' && typeof value === 'number' && column.format?.style === 'percent')
    return `${value > 0 ? '+' : value < 0 ? '−' : ''}${formatPoints(value, locale)}`;
  if (column.as === 'difference' && typeof value === 'number')
    return `${value > 0 ? '+' : ''}${formatValue(value, column, locale)}`;
  return formatValue(value, column, locale);
}

/** A cell of a record: moments to the minute, figures in their own format, texts as they are. */
function formatDetail(value: Cell, column: AnswerColumn, locale: string): string {
  if (value === null) return column.of === undefined ? '(none)' : '–';
  if (typeof value === 'number') return column.of === undefined ? String(value) : formatValue(value, column, locale);
  const moment = column.grain === 'day' ? /^(\d{4}-\d{2}-\d{2})(?:[ T](\d{2}:\d{2}))?/.exec(value) : null;
  if (!moment) return value;
  const day = formatTime(moment[1] ?? value, 'day');
  return moment[2] === undefined || moment[2] === '00:00' ? day : `${day}, ${moment[2]}`;
}
