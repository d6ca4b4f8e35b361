/** Words for amounts of money, in the singular, with the codes of their currencies (ISO 4217). They are never misspelt names. */
export const CURRENCY_OF_WORD: ReadonlyMap<string, string> = new Map([
  ['euro', 'EUR'],
  ['eur', 'EUR'],
  ['dollar', 'USD'],
  ['usd', 'USD'],
  ['pound', 'GBP'],
  ['gbp', 'GBP'],
]);
