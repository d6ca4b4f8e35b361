/**
 * What can be seen of how a message was read, as numbers: the more of it was put in other words, assumed or left out, the
 * likelier it is that something else was meant. The weights of these features are fitted (`npm run fit`).
 */
import { canonical, type Reading } from '../../reading/schema';
import { FUNCTION_WORDS } from '../grammar/grammar';
import type { Candidate, Understanding } from '../understand';

type Read = Extract<Understanding, { outcome: 'read' }>;

/** The features by name, in the order of their weights. */
export const FEATURES = [
  'put in other words',
  'words put otherwise',
  'content words put otherwise',
  'words left out',
  'longest stretch left out',
  'names by part',
  'names by typing',
  'names by sound',
  'names by everyday words',
  'names by synonym',
  'names by abbreviation',
  'words mended',
  'cost of the cover',
  'nearness of another reading',
  'another measure than the usual',
  'settled by what was spoken of',
  'goes on from the answer before',
  'begins anew after an answer',
  'measure not said',
  'read in turn',
  'after a remark',
  'things assumed',
  'words',
  'pieces',
  'edits',
  'changes nothing',
  'level changed unasked',
  'plain words all function words',
] as const;

export type Features = readonly number[];

/** At most so much of a count matters. */
const MOST = 6;
const counted = (number: number): number => Math.min(MOST, number) / 2;
/** Readings further away than this do not matter. */
const FAR = 1.5;

/** @param before the reading before, or null */
export function featuresOf(understood: Read, before: Reading | null): Features {
  const { first, others, typed, mended, inTurn, remark, anew } = understood;
  const plain = understood;
  const { tokens, uses } = typed ?? understood;
  const keptStarts = new Set(plain.tokens.map(({ start, text }) => `${String(start)} ${text}`));
  const otherwise =
    typed === undefined
      ? []
      : tokens.filter(
          ({ start, text, kind }, at) => kind !== 'comma' && uses[at] !== 'harmless' && !keptStarts.has(`${String(start)} ${text}`),
        );
  const left = tokens.map((_token, at) => uses[at] === 'harmless');
  const assumptions = first.cover.pieces.flatMap((piece) => piece.item.assumptions);
  const by = (...ways: string[]) => counted(assumptions.filter((one) => ways.includes(one.by)).length);
  const shows = first.edits.some((edit) => edit.do === 'show');
  const flag = (is: boolean): number => (is ? 1 : 0);
  return [
    flag(typed !== undefined),
    counted(otherwise.length),
    counted(otherwise.filter(({ word }) => !FUNCTION_WORDS.has(word)).length),
    counted(left.filter(Boolean).length),
    counted(longestRun(left)),
    by('part'),
    by('typing'),
    by('sound'),
    by('relative'),
    by('synonym'),
    by('abbreviation', 'initials'),
    counted(mended.length),
    Math.min(3, first.cover.cost),
    nearest(first, others),
    flag(first.otherMeasure === true),
    flag(first.bonus > 0),
    flag(first.asFollowUp),
    flag(before !== null && !first.asFollowUp),
    flag(!shows && !first.asFollowUp),
    counted((inTurn?.length ?? 1) - 1),
    flag(remark !== undefined),
    counted(first.notes.length),
    Math.log(1 + tokens.length) / 2,
    counted(first.cover.pieces.length),
    counted(first.edits.length),
    flag(before !== null && first.analysis === undefined && canonical(first.reading) === canonical(before)),
    flag(anew !== null),
    flag(plain.tokens.every(({ word, kind }) => kind !== 'word' || FUNCTION_WORDS.has(word))),
  ];
}

function nearest(first: Candidate, others: readonly Candidate[]): number {
  const away = Math.min(FAR, ...others.map((one) => one.cost - first.cost));
  return 1 - away / FAR;
}

function longestRun(flags: readonly boolean[]): number {
  let [longest, run] = [0, 0];
  for (const one of flags) {
    run = one ? run + 1 : 0;
    longest = Math.max(longest, run);
  }
  return longest;
}
