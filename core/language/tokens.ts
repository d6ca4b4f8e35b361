/** Text → tokens: words, numbers, quoted names and signs, each with its place in the text. */
import { byWord } from './by-word';

export interface Token {
  /** As typed. */
  readonly text: string;
  /** Small letters, no accents, contractions and possessives undone. */
  readonly word: string;
  readonly start: number;
  readonly end: number;
  readonly kind: 'word' | 'number' | 'quoted' | 'sign' | 'comma';
  /** The value of a number; a percentage keeps its figure (15% is 15) and says so in `unit`. */
  readonly value?: number;
  readonly unit?: 'percent' | 'currency';
  /** A word of two capitals in a text that is not all in capitals: a code (US, IT, ME) rather than the little word it looks like. */
  readonly code?: true;
}

const PATTERN =
  /[“"]([^”"]*)[”"]|\d{4}-\d{2}-\d{2}|\d{4}-(?:0[1-9]|1[0-2])(?![\d\p{L}-])|\d{1,2}:\d{2}\b(?!:)|\d{1,2}[/.]\d{4}\b|\d+(?:,\d{3})*(?:\.\d+)?(?:[bB][nN]|[kKmM])?\s?[€£]|[€$£]\s?\d+(?:,\d{3})*(?:\.\d+)?(?:[bB][nN]|[kKmM])?\b|\d+(?:,\d{3})+(?:\.\d+)?%?|\d+(?:\.\d+)?(?:[bB][nN]|[kKmM])\b|\d+(?:\.\d+)?(?:\s?%|pct\b)|\d+(?:[sS][tT]|[nN][dD]|[rR][dD]|[tT][hH])\b|\d+\.\d+|\d+(?![\p{L}\d])|[\p{L}\d]+(?:['’][\p{L}]+)?|%|!=|<>|≠|¬|(?<![\p{L}\d])!(?=[\p{L}\d])|[-−+*/×÷()&–—=<>≤≥]|,|[^\s\p{L}\p{N}\p{M}.,;:?!¿¡'"’‘“”„…_\p{Cf}]/gu;

/** Letters without accents and case; the letters that do not decompose are spelt out. */
export function plainLetters(text: string): string {
  return PLAIN.test(text) ? text.toLowerCase() : withoutAccents(text);
}

const PLAIN = /^[ -~]*$/;

function withoutAccents(text: string): string {
  return text
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/ø/g, 'o')
    .replace(/[đð]/g, 'd')
    .replace(/ł/g, 'l')
    .replace(/ß/g, 'ss')
    .replace(/æ/g, 'ae')
    .replace(/œ/g, 'oe')
    .replace(/þ/g, 'th');
}

const CONTRACTIONS: Readonly<Record<string, string>> = byWord({
  "what's": 'what',
  'whats': 'what',
  "how's": 'how',
  "who's": 'who',
  "where's": 'where',
  "where'd": 'where',
  "who'd": 'who',
  "that's": 'that',
  "let's": 'let',
  "it's": 'it',
  "don't": 'not',
  "doesn't": 'not',
  "didn't": 'not',
  "isn't": 'not',
  "wasn't": 'not',
  "aren't": 'not',
  "weren't": 'not',
  "hasn't": 'not',
  "haven't": 'not',
  "hadn't": 'not',
  "how'd": 'how',
  "what'd": 'what',
  "why'd": 'why',
  "when'd": 'when',
  "she'd": 'she',
  "he'd": 'he',
  "they'd": 'they',
  "you'd": 'you',
  "it'd": 'it',
  "that'd": 'that',
  "they've": 'they',
  "you've": 'you',
  "who've": 'who',
  "we'll": 'we',
  "you'll": 'you',
  "they'll": 'they',
  "what're": 'what',
  "who're": 'who',
  "how're": 'how',
  "where're": 'where',
  "they're": 'they',
  "you're": 'you',
  "we're": 'we',
  "we've": 'we',
  "i've": 'i',
  "i'll": 'i',
  "we'd": 'we',
  "i'd": 'i',
  "i'm": 'i',
});

/** Signs that deny what follows them. */
const NOT: ReadonlySet<string> = new Set(['!=', '<>', '≠', '¬', '!']);

/**
 * Cuts a text into tokens. Marks that only punctuate (full stops, question marks, colons, quotes) give none; each other sign
 * is a token, so that none is passed over unread.
 */
export function tokenise(text: string): Token[] {
  const tokens: Token[] = [];
  const mixed = /\p{Ll}/u.test(text);
  for (const match of text.matchAll(PATTERN)) {
    const raw = match[0];
    const start = match.index;
    const place = { text: raw, start, end: start + raw.length };
    if ((raw === '-' || raw === '−') && joinsWords(text, start)) continue;
    // “2025’s” is of 2025
    if (/^s$/i.test(raw) && /\d['’]$/.test(text.slice(0, start))) continue;
    const sign = tokens.at(-1);
    // a minus that stands right before a number and after nothing it could join is the number's own
    if (
      sign?.word === '-' &&
      sign.end === start &&
      /^\d/.test(raw) &&
      !/[\p{L}\d)]\s*$/u.test(text.slice(0, sign.start))
    ) {
      const number = numberOf(raw);
      if (number.value !== undefined && !raw.includes(':')) {
        tokens.pop();
        tokens.push({
          text: text.slice(sign.start, place.end),
          start: sign.start,
          end: place.end,
          word: `-${raw}`,
          kind: 'number',
          ...number,
          value: -number.value,
        });
        continue;
      }
    }
    if (match[1] !== undefined) {
      if (match[1].trim() !== '') tokens.push({ ...place, word: plainLetters(match[1].trim()), kind: 'quoted' });
    } else if (raw === ',') {
      // “March 15, 2025” is one day
      if (!isWithinDate(text, start)) tokens.push({ ...place, word: ',', kind: 'comma' });
    } else if (NOT.has(raw)) tokens.push({ ...place, word: 'not', kind: 'word' });
    else if (/^[^\p{L}\p{N}€$£]$/u.test(raw) || raw === '€' || raw === '$' || raw === '£')
      tokens.push({ ...place, word: raw === '−' ? '-' : raw, kind: 'sign' });
    else if (/^[\d€$£]/.test(raw) && !/^\d+[\p{L}]/u.test(raw.replace(/(bn|[km]|st|nd|rd|th|pct)$/i, '')))
      tokens.push({ ...place, word: raw, kind: 'number', ...numberOf(raw) });
    else tokens.push({ ...place, word: wordOf(raw), kind: 'word', ...(mixed && isCode(raw) ? { code: true } : {}) });
  }
  return tokens;
}

const isCode = (raw: string): boolean => /^\p{Lu}{2}$/u.test(raw) && raw !== 'OK' && raw !== 'HI';

const MONTH_AND_DAY =
  /\b(?:jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)\.?\s+\d{1,2}(?:st|nd|rd|th)?\s*$/i;

/** Is the comma at this place the one of a date, between its day and its year (“March 15, 2025”)? */
const isWithinDate = (text: string, at: number): boolean =>
  /^,\s*(?:19|20)\d\d(?![\d-])/.test(text.slice(at)) && MONTH_AND_DAY.test(text.slice(0, at));

/** Is the hyphen at this place part of a compound word ("on-time", "year-over-year")? */
function joinsWords(text: string, at: number): boolean {
  const before = text[at - 1] ?? ' ';
  const after = text[at + 1] ?? ' ';
  return /[\p{L}\d]/u.test(before) && /[\p{L}\d]/u.test(after) && /\p{L}/u.test(before + after);
}

function wordOf(raw: string): string {
  const word = plainLetters(raw).replace(/’/g, "'");
  return CONTRACTIONS[word] ?? word.replace(/'s$/, '').replace(/'/g, '');
}

const MAGNITUDE: Readonly<Record<string, number>> = byWord({ k: 1e3, m: 1e6, bn: 1e9 });

function numberOf(raw: string): Pick<Token, 'value' | 'unit'> {
  if (/^\d{4}-\d{2}(-\d{2})?$/.test(raw) || /^\d{1,2}\/\d{4}$/.test(raw) || raw.includes(':')) return {};
  const plain = raw
    .toLowerCase()
    .replace(/[€$£,%\s]|pct/g, '')
    .replace(/(st|nd|rd|th)$/, '');
  const magnitude = /(bn|[km])$/.exec(plain)?.[1];
  const value =
    Number(magnitude === undefined ? plain : plain.slice(0, -magnitude.length)) *
    (magnitude === undefined ? 1 : (MAGNITUDE[magnitude] ?? 1));
  const unit = /%|pct$/.test(raw) ? 'percent' : /[€$£]/.test(raw) ? 'currency' : undefined;
  return { value, ...(unit === undefined ? {} : { unit }) };
}

/**
 * The singular form under which names are kept: only has to be the same for both numbers of a word.
 * @example singular('ferries') === singular('ferry')
 */
export function singular(word: string): string {
  // “the over 65s”, “the 1990s”
  if (/^\d+s$/.test(word)) return word.slice(0, -1);
  if (word.length < 4) return word;
  if (word.endsWith('ies')) return `${word.slice(0, -3)}y`;
  if (/(ss|x|z|ch|sh)es$/.test(word)) return word.slice(0, -2);
  if (word.endsWith('s') && !/(ss|us|is)$/.test(word)) return word.slice(0, -1);
  return word;
}

const SIMPLE = /^[a-z0-9]+(?: [a-z0-9]+)*$/;

/** The words of a name as they are kept in the index. */
export function nameWords(name: string): string[] {
  const plain = plainLetters(name);
  if (SIMPLE.test(plain)) return plain.split(' ').map(singular);
  return (
    plain
      .replace(/['’]s\b/g, '')
      .replace(/['’]/g, '')
      .match(/[\p{L}\d]+/gu) ?? []
  ).map(singular);
}
