/** Numbers as people write them: “1.204,50”, “(45.00)”, “€ 3 200”, “12 %”. */

/** How a column writes its numbers. */
export type NumberStyle = 'point' | 'comma';

export interface ReadNumber {
  /** As JSON and SQL write it. */
  readonly text: string;
  readonly integer: boolean;
  readonly unit: string | null;
}

const CURRENCIES: Readonly<Record<string, string>> = { '€': 'EUR', '$': 'USD', '£': 'GBP', '¥': 'JPY' };
const CODES = /\b(EUR|USD|GBP|CHF|SEK|NOK|DKK|PLN|CZK|JPY|CAD|AUD)\b/;
/** Digits in groups of three, the first of which does not begin with nought (“0,740” is no thousands), or none; a decimal part, or none. */
const SHAPES: Readonly<Record<NumberStyle, RegExp>> = {
  point: /^([1-9]\d{0,2}(?:[,'’  ]\d{3})+|\d+)?(\.\d+)?(e[+-]?\d+)?$/i,
  comma: /^([1-9]\d{0,2}(?:[.'’  ]\d{3})+|\d+)?(,\d+)?$/i,
};

/** What most numbers of files that programs write are like: digits, with a point or without. */
const BARE = /^(?:0|[1-9]\d{0,14})(\.\d+)?$/;

/**
 * A text as a number in one style; null where it is none. “Percent” is a unit: 12 % is 0.12.
 * @example readNumber('(1.204,50)', 'comma') // { text: '-1204.50', integer: false, unit: null }
 */
export function readNumber(text: string, style: NumberStyle): ReadNumber | null {
  const bare = BARE.exec(text);
  if (bare !== null) {
    const part = bare[1] ?? '';
    if (part === '' || style === 'point') return { text, integer: part === '', unit: null };
    // one sign before other than three digits parts no thousands
    if (part.length !== 4) return null;
  }
  let rest = text.trim();
  if (!/\d/.test(rest) || rest.length > 60) return null;
  let negative = false;
  let bracketed = false;
  let unit: string | null = null;
  // a currency stands before or within the brackets
  for (let turn = 0; turn < 2; turn += 1) {
    const inner = /^\((.*)\)$/.exec(rest);
    if (inner) [negative, bracketed, rest] = [true, true, (inner[1] ?? '').trim()];
    const symbol = /[€$£¥]/.exec(rest)?.[0];
    const code = CODES.exec(rest)?.[0];
    if (symbol !== undefined) [unit, rest] = [CURRENCIES[symbol] ?? null, rest.replace(symbol, '').trim()];
    else if (code !== undefined) [unit, rest] = [code, rest.replace(code, '').trim()];
    else if (rest.endsWith('%')) [unit, rest] = ['%', rest.slice(0, -1).trim()];
  }
  const signed = /^([+−–-])\s*(.*)$/.exec(rest) ?? /^(.*\d)\s*(-)$/.exec(rest);
  if (signed) {
    const leads = /^[+−–-]$/.test(signed[1] ?? '');
    if (bracketed) return null;
    negative = (leads ? signed[1] : signed[2]) !== '+';
    rest = (leads ? signed[2] : signed[1]) ?? '';
  }
  const found = SHAPES[style].exec(rest);
  if (!found || (found[1] === undefined && found[2] === undefined)) return null;
  const whole = (found[1] ?? '0').replace(/[^\d]/g, '').replace(/^0+(?=\d)/, '');
  const part = (found[2] ?? '').slice(1);
  const plain = `${whole}${part === '' ? '' : `.${part}`}${found[3] ?? ''}`;
  if (!Number.isFinite(Number(plain))) return null;
  const shifted = unit === '%' ? String(Number((Number(plain) / 100).toPrecision(15))) : plain;
  const isNegative = negative && Number(shifted) !== 0;
  return { text: `${isNegative ? '-' : ''}${shifted}`, integer: /^\d+$/.test(shifted), unit };
}

/** Is a text another number in each style: “1.234”? */
export const isEitherNumber = (point: ReadNumber | null, comma: ReadNumber | null): boolean =>
  point !== null && comma !== null && Number(point.text) !== Number(comma.text);

/** A number that says who or which rather than how much: with leading zeros, as “007”. */
export const hasLeadingZeros = (text: string): boolean => /^0\d+$/.test(text.trim());
