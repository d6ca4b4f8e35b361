/** What concerns persons: e-mail, telephone, account and card numbers, names. Told by its shape and check digits, never by a single cell. */

export const SENSITIVE = ['email', 'person', 'telephone', 'account', 'card', 'id'] as const;
export type Sensitive = (typeof SENSITIVE)[number];

/** Part of the cells that have to be of a kind. */
const MOST = 0.8;

const PERSON_HEAD =
  /\b(person|full ?name|first ?name|last ?name|surname|customer ?name|client ?name|employee|cashier|contact|patient|guest ?name|passenger ?name|respondent|staff ?name|driver ?name|member ?name)\b/i;
const ID_HEAD = /\b(ssn|social security|national id|passport|tax (id|number)|nino|personal number)\b/i;

const digitsOf = (text: string): string => text.replace(/[\s-]/g, '');

/** Luhn's sum of a card number (ISO/IEC 7812-1). */
export function isCard(text: string): boolean {
  const digits = digitsOf(text);
  if (!/^\d{13,19}$/.test(digits)) return false;
  const sum = [...digits].reverse().reduce((total, digit, index) => {
    const doubled = Number(digit) * (index % 2 === 1 ? 2 : 1);
    return total + (doubled > 9 ? doubled - 9 : doubled);
  }, 0);
  return sum % 10 === 0;
}

/** The check of an international account number (ISO 13616): the remainder by 97 is 1. */
export function isAccount(text: string): boolean {
  const said = digitsOf(text).toUpperCase();
  if (!/^[A-Z]{2}\d{2}[A-Z0-9]{11,30}$/.test(said)) return false;
  const turned = `${said.slice(4)}${said.slice(0, 4)}`.replace(/[A-Z]/g, (letter) => String(letter.charCodeAt(0) - 55));
  return [...turned].reduce((rest, digit) => (rest * 10 + Number(digit)) % 97, 0) === 1;
}

const KINDS: readonly (readonly [Sensitive, (text: string) => boolean])[] = [
  ['email', (text) => /^[^\s@]+@[^\s@]+\.[a-z]{2,}$/i.test(text)],
  ['account', isAccount],
  ['card', isCard],
  ['telephone', (text) => /^(\+|00)\d[\d ()/-]{6,18}\d$/.test(text) || /^0\d{2,5}[ /-]\d[\d -]{4,12}$/.test(text)],
];
const isPersonName = (text: string): boolean =>
  /^(\p{Lu}\p{L}*\.?[ -])+(\p{Ll}{1,4} )*(\p{Lu}\p{L}+['’-]?)+$/u.test(text) ||
  /^\p{Lu}\p{L}+, \p{Lu}\p{L}*\.?$/u.test(text);

/**
 * What a column says of persons; null where it says nothing.
 * @param values distinct values, some of them
 */
export function sensitiveKind(header: string, values: readonly string[]): Sensitive | null {
  if (values.length === 0) return null;
  const part = (is: (text: string) => boolean) => values.filter((value) => is(value.trim())).length / values.length;
  const words = header.replace(/[_-]+/g, ' ');
  for (const [kind, is] of KINDS) if (part(is) >= MOST) return kind;
  if (ID_HEAD.test(words)) return 'id';
  return PERSON_HEAD.test(words) && part(isPersonName) >= MOST ? 'person' : null;
}
