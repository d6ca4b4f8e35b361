/** What becomes of the share of one member where other members of its level come to be spoken of. */
import type { OfMember } from '../model/calculation';
import type { Model } from '../model/model';
import type { Edit } from './edit-schema';
import { levelSubject, subjectOf } from './edit-conditions';
import { byLevel, same, type Reading, type Shown } from './schema';

type Part = Shown & { readonly calculation: { readonly kind: 'part' } & OfMember };

const isPart = (one: Shown): one is Part => one.calculation.kind === 'part';
const partsOf = ({ shown }: Reading, level: string): readonly Part[] =>
  shown.filter(isPart).filter((one) => one.calculation.level === level);

/** "What about cash?" after the share of cards: the share of that member in its place; null where it is no such follow-up. */
export function otherPart(
  reading: Reading,
  { condition: said, how }: Extract<Edit, { do: 'condition' }>,
): Reading | null {
  if (how !== 'only' || said.kind !== 'members' || !said.is || partsOf(reading, said.level).length === 0) return null;
  const [member, second] = said.members;
  if (member === undefined || second !== undefined) return null;
  return {
    ...reading,
    shown: reading.shown.map((one) =>
      isPart(one) && one.calculation.level === said.level
        ? { ...one, calculation: { ...one.calculation, member } }
        : one,
    ),
  };
}

/** Where all members of its level are broken down by, or some stand side by side, the share of one of them is one of their shares. */
export function sharesAmongAll(reading: Reading): Reading {
  const level = reading.shown
    .filter(isPart)
    .map((one) => one.calculation.level)
    .find(
      (one) =>
        reading.by.some((by) => same(by, byLevel(one))) ||
        (reading.against?.kind === 'members' && reading.against.level === one),
    );
  return level === undefined ? reading : sharesOfAll(reading, level);
}

/** The shares of all members of the level of one whose share is shown, as where others of them are to be left out or put beside it. */
export function sharesOfAll(reading: Reading, level: string): Reading {
  if (partsOf(reading, level).length === 0) return reading;
  const others = reading.by.filter((by) => !same(by, byLevel(level)));
  const within = others.length > 0 ? ('outer' as const) : ('all' as const);
  const shown = reading.shown.map((one): Shown =>
    isPart(one) && one.calculation.level === level
      ? { calculation: { kind: 'measure', measure: one.calculation.measure }, transform: { kind: 'share', within } }
      : one,
  );
  return {
    ...reading,
    shown: shown.filter((one, index) => shown.findIndex((other) => same(other, one)) === index),
    by: [...others, byLevel(level)],
  };
}

/** Why the share of a member has no meaning in a reading; null where it has. */
export function partFault(reading: Reading, model: Model): string | null {
  const settled = (level: string) =>
    reading.where.some((one) => subjectOf(one, model) === levelSubject(level)) ||
    reading.by.some(
      (one) =>
        same(one, byLevel(level)) ||
        (one.kind === 'sets' && one.sets.some((set) => model.sets.get(set)?.level === level)),
    ) ||
    (reading.against?.kind === 'members' && reading.against.level === level);
  const fault = reading.shown.filter(isPart).find(({ calculation }) => settled(calculation.level));
  return fault === undefined
    ? null
    : `What is shown is the share of ${fault.calculation.member} among all; where others are chosen or left out, or each is shown, it is all or nothing.`;
}
