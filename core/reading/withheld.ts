/** A reading as somebody may know it: without the names of members that they may not see. */
import type { Calculation } from '../model/calculation';
import { WITHHELD } from '../model/visible';
import type { Comparison, Condition, Explain, Order, Rank, Reading, Shown, Side } from './schema';

/** May the person know this member of the level? */
export type Knows = (level: string, member: string) => boolean;

/** The part of a reading that narrows it; readings, boards and refinements have it. */
export type Narrowing = Pick<Reading, 'where' | 'when' | 'against'>;

/**
 * The reading with the members alone that the person knows. Their rows are the same: of those that are left out they see none, so a
 * condition on them keeps, or leaves out, nothing. Where none is known, one stands that nothing is called.
 * @param beginsLike does a member of the level that the person knows contain this text?
 */
export function knownReading(
  reading: Reading,
  knows: Knows,
  beginsLike: (level: string, text: string) => boolean,
): Reading {
  return {
    ...reading,
    ...knownNarrowing(reading, knows, beginsLike),
    shown: reading.shown.map((one): Shown => ({ ...one, calculation: knownCalculation(one.calculation, knows) })),
    rank: reading.rank === null ? null : knownRank(reading.rank, knows),
    order: reading.order === null ? null : knownOrder(reading.order, knows),
    ...(reading.explain === undefined ? {} : { explain: knownExplain(reading.explain, knows) }),
  };
}

/** The conditions and the comparison of a reading, a board or a refinement with the members alone that the person knows. */
export function knownNarrowing(
  { where, when, against }: Narrowing,
  knows: Knows,
  beginsLike: (level: string, text: string) => boolean,
): Narrowing {
  return {
    where: where.map((condition) => knownCondition(condition, knows, beginsLike)),
    when,
    against: against === null ? null : knownComparison(against, knows),
  };
}

function knownCondition(
  condition: Condition,
  knows: Knows,
  beginsLike: (level: string, text: string) => boolean,
): Condition {
  switch (condition.kind) {
    case 'members':
      return { ...condition, members: knownMembers(condition.level, condition.members, knows) };
    case 'text':
      return beginsLike(condition.level, condition.text) ? condition : { ...condition, text: WITHHELD };
    case 'measure':
      return { ...condition, calculation: knownCalculation(condition.calculation, knows) };
    default:
      return condition;
  }
}

const knownComparison = (against: Comparison, knows: Knows): Comparison =>
  against.kind === 'members' ? { ...against, members: knownMembers(against.level, against.members, knows) } : against;
const knownRank = (rank: Rank, knows: Knows): Rank => ({
  ...rank,
  by: rank.by === null ? null : knownCalculation(rank.by, knows),
});
const knownOrder = (order: Order, knows: Knows): Order =>
  order.by.kind === 'measure'
    ? { ...order, by: { ...order.by, calculation: knownCalculation(order.by.calculation, knows) } }
    : order;

const knownSide = (side: Side, knows: Knows): Side =>
  side.kind === 'members' ? { ...side, members: knownMembers(side.level, side.members, knows) } : side;
const knownExplain = (explain: Explain, knows: Knows): Explain =>
  explain.asked === 'contrast'
    ? {
        ...explain,
        first: knownSide(explain.first, knows),
        ...(explain.second === undefined ? {} : { second: knownSide(explain.second, knows) }),
      }
    : explain;

function knownMembers(level: string, members: readonly string[], knows: Knows): string[] {
  const known = members.filter((member) => knows(level, member));
  return known.length > 0 ? known : [WITHHELD];
}

function knownCalculation(calculation: Calculation, knows: Knows): Calculation {
  switch (calculation.kind) {
    case 'part':
    case 'ofMember':
      return knows(calculation.level, calculation.member) ? calculation : { ...calculation, member: WITHHELD };
    case 'arithmetic':
      return {
        ...calculation,
        left: knownCalculation(calculation.left, knows),
        right: knownCalculation(calculation.right, knows),
      };
    default:
      return calculation;
  }
}
