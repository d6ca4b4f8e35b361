/**
 * What of a reading, a text or a step leaves the server for one person: nothing that names members they may not know. Every way out
 * goes through here; for those who see everything it changes nothing.
 */
import { nameWords } from '@zud/core/language/tokens';
import type { MembersOfLevel, NameIndex } from '@zud/core/language/names/name-index';
import { WITHHELD } from '@zud/core/model/visible';
import type { Reading } from '@zud/core/reading/schema';
import { knownNarrowing, knownReading, type Narrowing } from '@zud/core/reading/withheld';
import { same } from '@zud/core/reading/schema';

export interface Sight {
  reading(reading: Reading): Reading;
  narrowing(narrowing: Narrowing): Narrowing;
  /** Somebody else's words, with the names in them that the person may not know withheld. */
  text(words: string): string;
}

/** The sight of those who see everything. */
export const WHOLE_SIGHT: Sight = {
  reading: (reading) => reading,
  narrowing: (narrowing) => narrowing,
  text: (words) => words,
};

/** Longer names than this are found by their first words. */
const MOST_WORDS = 8;

/** Members that are looked at in one step. */
const A_STEP = 1000;

/**
 * Made in steps of a few milliseconds each, as there may be many members.
 * @param names the index that the person has
 * @param all the members that there are, of all levels
 */
export function* limitedSight(names: NameIndex, all: readonly MembersOfLevel[]): Generator<void, Sight> {
  const knows = (level: string, member: string) => names.hasMember(level, member);
  const contains = (level: string, text: string) => {
    const wanted = text.toLowerCase();
    return names.membersOf(level).some((member) => member.toLowerCase().includes(wanted));
  };
  const hidden = yield* hiddenNames(names, all);
  return {
    reading: (reading) =>
      reading.where.length + reading.shown.length === 0 && reading.against === null && reading.explain === undefined
        ? reading
        : knownReading(reading, knows, contains),
    narrowing: (narrowing) => knownNarrowing(narrowing, knows, contains),
    text: (words) => (hidden.size === 0 ? words : withoutNames(words, hidden)),
  };
}

/** The words, joined by spaces, of names that no member the person knows has. */
function* hiddenNames(names: NameIndex, all: readonly MembersOfLevel[]): Generator<void, ReadonlySet<string>> {
  const known = new Set<string>();
  const unknown = new Set<string>();
  for (const { level, members } of all)
    for (const [index, member] of members.entries()) {
      (names.hasMember(level, member) ? known : unknown).add(nameKey(member));
      if (index % A_STEP === 0) yield;
    }
  // single signs and bare numbers are no names that a text gives away
  return new Set([...unknown].filter((key) => key.length > 1 && !/^[\d ]+$/.test(key) && !known.has(key)));
}

const nameKey = (name: string) => nameWords(name).slice(0, MOST_WORDS).join(' ');

/** Each run of words that is a hidden name, the longest first, withheld; all else of the text as it is. */
function withoutNames(text: string, hidden: ReadonlySet<string>): string {
  const words = [...text.matchAll(/[\p{L}\p{N}]+(?:['’][\p{L}\p{N}]+)*/gu)].map((found) => ({
    key: nameKey(found[0]),
    start: found.index,
    end: found.index + found[0].length,
  }));
  let told = '';
  let upTo = 0;
  for (let at = 0; at < words.length; at += 1)
    for (let count = Math.min(MOST_WORDS, words.length - at); count >= 1; count -= 1) {
      const run = words.slice(at, at + count);
      if (
        !hidden.has(
          run
            .map((word) => word.key)
            .filter((key) => key !== '')
            .join(' '),
        )
      )
        continue;
      told += `${text.slice(upTo, run[0]?.start)}${WITHHELD}`;
      upTo = run.at(-1)?.end ?? upTo;
      at += count - 1;
      break;
    }
  return told + text.slice(upTo);
}

/**
 * What a person with a part of the sight changed, with what they could not see put back: a condition that they left as it was stands
 * for the one that was there.
 * @param before as it is stored
 * @param made as the person made it, from what they saw of `before`
 */
export function restored<Part extends Narrowing>(before: Narrowing, made: Part, sight: Sight): Part {
  if (sight === WHOLE_SIGHT) return made;
  const seen = before.where.map((condition) => ({
    condition,
    seen: sight.narrowing({ where: [condition], when: null, against: null }).where[0],
  }));
  const against = same(made.against, sight.narrowing(before).against) ? before.against : made.against;
  return {
    ...made,
    where: made.where.map((condition) => seen.find((one) => same(one.seen, condition))?.condition ?? condition),
    against,
  };
}
