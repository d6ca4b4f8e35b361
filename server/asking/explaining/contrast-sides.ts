/** The two sides of a contrast: as conditions, in words, and as a reading that shows a figure of both. */
import type { Apart } from '@zud/core/analysis/explain/contrast';
import type { ExplanationPart } from '@zud/core/analysis/explain/explanation';
import { pluralOf, type Model } from '@zud/core/model/model';
import type { AnswerColumn } from '@zud/core/query/plan';
import type { Condition, Explain, Reading, Side } from '@zud/core/reading/schema';
import { inSentence, plainNaming, sideWords } from '@zud/core/reading/words';
import { Unanswerable } from '../unanswerable';
import { within } from './compared';

/** So many members of a side are named; of more it is said how many they are. */
const MOST_NAMED = 3;

export interface Sides {
  readonly level: string;
  /** What one and several of its members are called. */
  readonly one: string;
  readonly several: string;
  readonly where: readonly [Condition, Condition];
  readonly words: readonly [string, string];
  /** Does each side have one member only? */
  readonly single: boolean;
  /** A reading of a figure of both sides, where there is one; else of the first. */
  readonly both: (reading: Reading) => Reading;
}

/** A difference of two sides that was looked at. */
export interface Difference {
  readonly apart: Apart;
  readonly kind: ExplanationPart['kind'];
  /** Of a make-up, its level. */
  readonly level: string | null;
  readonly members: ExplanationPart['members'];
  readonly name: string;
  /** How its figures are written. */
  readonly column: AnswerColumn;
  readonly values: readonly [first: number, second: number];
  /** What it was compared over, by which measures that tell the same are found. */
  readonly seen: ReadonlyMap<string, number>;
  readonly reading: Reading;
}

/** @throws Unanswerable where a set or level is not known, or both sides are not of one level */
export function sidesOf({ first, second }: Extract<Explain, { asked: 'contrast' }>, model: Model): Sides {
  const levelOf = (side: Side) => (side.kind === 'members' ? side.level : model.sets.get(side.set)?.level);
  const level = levelOf(first);
  if (level === undefined || !model.levels.has(level) || (second !== undefined && levelOf(second) !== level))
    throw new Unanswerable('The two sides are not of one level that the model knows, so they cannot be told apart.');
  const condition = (side: Side, is: boolean): Condition =>
    side.kind === 'set'
      ? { kind: 'set', set: side.set, is }
      : { kind: 'members', level, is, members: [...side.members] };
  const naming = plainNaming(model);
  const entry = model.levels.get(level);
  const plural = entry === undefined ? level : inSentence(pluralOf(entry.level));
  const words = (side: Side) =>
    side.kind === 'members' && side.members.length > MOST_NAMED
      ? `these ${side.members.length} ${plural}`
      : sideWords(naming, side);
  const alone = (side: Side) => side.kind === 'members' && side.members.length === 1;
  return {
    level,
    one: entry === undefined ? level : inSentence(entry.level.name),
    several: plural,
    where: [condition(first, true), second === undefined ? condition(first, false) : condition(second, true)],
    words: [words(first), second === undefined ? `the other ${plural}` : words(second)],
    single: second !== undefined && alone(first) && alone(second),
    both: (reading) => {
      if (first.kind === 'set' && (second === undefined || second.kind === 'set'))
        return {
          ...reading,
          by: [
            {
              kind: 'sets',
              sets: [first.set, ...(second === undefined ? [] : [second.set])],
              beside: second === undefined ? 'rest' : 'none',
            },
          ],
        };
      if (first.kind === 'members' && second?.kind === 'members' && alone(first) && alone(second))
        return {
          ...reading,
          against: { kind: 'members', level, members: [...first.members, ...second.members], beside: 'none' },
        };
      return within(reading, [condition(first, true)]);
    },
  };
}

/** Which members are meant, the sides say: what kept some of them before is taken out. */
export const withoutLevel = (reading: Reading, level: string, model: Model): Reading => ({
  ...reading,
  where: reading.where.filter(
    (one) =>
      !(one.kind === 'members' && one.level === level) &&
      !(one.kind === 'set' && model.sets.get(one.set)?.level === level) &&
      !(one.kind === 'measure' && one.at.kind === 'level' && one.at.level === level),
  ),
});
