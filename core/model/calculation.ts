/**
 * Calculations: small expression trees over measures. Each leaf is aggregated on its own,
 * to the grain of the answer, before the arithmetic; so a ratio is a ratio of totals.
 */
import { z } from 'zod';
import { GRAINS } from '../time/grain';

export type Calculation =
  | { readonly kind: 'measure'; readonly measure: string }
  | { readonly kind: 'rows'; readonly function: RowFunction; readonly measure: string }
  /** The value below which this percentage of the rows lie, of the column behind a sum. */
  | { readonly kind: 'percentile'; readonly percentile: number; readonly measure: string }
  /** How many different members the records of a fact have; of the usual one where none is given. */
  | { readonly kind: 'members'; readonly level: string; readonly fact?: string | undefined }
  /** How many periods of a grain have records of a fact; of the usual one where none is given. */
  | { readonly kind: 'periods'; readonly grain: (typeof GRAINS)[number]; readonly fact?: string | undefined }
  | { readonly kind: 'perPeriod'; readonly grain: (typeof GRAINS)[number]; readonly measure: string }
  /** How many of the records that a measure counts have a number of their own that passes a test, as a fraction of all of them. */
  | ({ readonly kind: 'proportion' } & Passing)
  /** How many these are; a part of a proportion, and none of a reading. */
  | ({ readonly kind: 'passing' } & Passing)
  /** What a measure comes to for one member, as a fraction of all of it: the failure rate of inspections, the share of cash in takings. */
  | ({ readonly kind: 'part' } & OfMember)
  /** What it comes to for that member: behind a part, and on either side of a calculation (“app bookings divided by web bookings”). */
  | ({ readonly kind: 'ofMember' } & OfMember)
  /** What stands behind an average: the sum of its column, or how many records have one; a part of an explanation, and none of a reading. */
  | { readonly kind: 'behind'; readonly function: 'sum' | 'count'; readonly measure: string }
  | { readonly kind: 'number'; readonly value: number }
  | {
      readonly kind: 'arithmetic';
      readonly operator: Operator;
      readonly left: Calculation;
      readonly right: Calculation;
    };

/** Records, by a test of the number that each of them has in the column of another measure of their fact. */
export interface Passing {
  /** Counts the records. */
  readonly measure: string;
  /** Is of the number that is tested, in whose unit `value` and `upper` are. */
  readonly of: string;
  readonly test: (typeof PASSING_TESTS)[number];
  readonly value: number;
  /** For `between`, which includes both ends. */
  readonly upper?: number | undefined;
}
/** A measure that is added up or counted, for the rows of one member of a level. */
export interface OfMember {
  readonly measure: string;
  readonly level: string;
  readonly member: string;
}
export const PASSING_TESTS = ['over', 'under', 'atLeast', 'atMost', 'between'] as const;

export const OPERATORS = ['add', 'subtract', 'multiply', 'divide'] as const;
export type Operator = (typeof OPERATORS)[number];

/** Aggregations of the row-level column behind a sum. */
export const ROW_FUNCTIONS = ['average', 'median', 'minimum', 'maximum'] as const;
export type RowFunction = (typeof ROW_FUNCTIONS)[number];

const id = z.string().min(1).max(120);

export const calculationSchema: z.ZodType<Calculation> = z.lazy(() =>
  z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('measure'), measure: id }),
    z.object({ kind: z.literal('rows'), function: z.enum(ROW_FUNCTIONS), measure: id }),
    z.object({ kind: z.literal('percentile'), percentile: z.number().min(0).max(100), measure: id }),
    z.object({ kind: z.literal('members'), level: id, fact: id.optional() }),
    z.object({ kind: z.literal('periods'), grain: z.enum(GRAINS), fact: id.optional() }),
    z.object({ kind: z.literal('perPeriod'), grain: z.enum(GRAINS), measure: id }),
    z.object({
      kind: z.literal('proportion'),
      measure: id,
      of: id,
      test: z.enum(PASSING_TESTS),
      value: z.number(),
      upper: z.number().optional(),
    }),
    z.object({ kind: z.enum(['part', 'ofMember']), measure: id, level: id, member: z.string().max(1000) }),
    z.object({ kind: z.literal('number'), value: z.number() }),
    z.object({
      kind: z.literal('arithmetic'),
      operator: z.enum(OPERATORS),
      left: calculationSchema,
      right: calculationSchema,
    }),
  ]),
);

export const measureOf = (measure: string): { readonly kind: 'measure'; readonly measure: string } => ({
  kind: 'measure',
  measure,
});

export const arithmetic = (
  operator: Operator,
  left: Calculation,
  right: Calculation,
): Extract<Calculation, { kind: 'arithmetic' }> => ({
  kind: 'arithmetic',
  operator,
  left,
  right,
});

/** A part of a calculation that is aggregated from rows. */
export type Leaf = Exclude<Calculation, { kind: 'arithmetic' | 'number' | 'proportion' | 'part' }>;

/** All leaves of a calculation that are aggregated from rows, left to right. */
export function leavesOf(calculation: Calculation): Leaf[] {
  switch (calculation.kind) {
    case 'arithmetic':
      return [...leavesOf(calculation.left), ...leavesOf(calculation.right)];
    case 'proportion':
      return [{ ...calculation, kind: 'passing' }, measureOf(calculation.measure)];
    case 'part':
      return [{ ...calculation, kind: 'ofMember' }, measureOf(calculation.measure)];
    case 'number':
      return [];
    default:
      return [calculation];
  }
}

/** The ids of all measures that a calculation names. */
export function measuresIn(calculation: Calculation): string[] {
  return leavesOf(calculation).flatMap((leaf) =>
    leaf.kind === 'passing' ? [leaf.measure, leaf.of] : 'measure' in leaf ? [leaf.measure] : [],
  );
}

/** Is one thing divided by another? */
export const isQuotient = (calculation: Calculation): calculation is Extract<Calculation, { kind: 'arithmetic' }> =>
  calculation.kind === 'arithmetic' && calculation.operator === 'divide';

export function isMeasure(calculation: Calculation): calculation is { kind: 'measure'; measure: string } {
  return calculation.kind === 'measure';
}

export class FormulaError extends Error {}

/** Parentheses within each other. */
const MOST_NESTED = 40;

/**
 * Reads a formula of the model file: measure ids, numbers, `+ - * /` and parentheses, with the usual precedence.
 * @throws FormulaError with the place of the fault
 * @example parseFormula('revenue - fuel_cost')
 */
export function parseFormula(formula: string): Calculation {
  const tokens = formula.match(/[a-z][a-z0-9_]*|\d+(?:\.\d+)?|[-+*/()]|\S/g) ?? [];
  let at = 0;
  let nested = 0;
  const next = () => tokens[at++];

  function factor(): Calculation {
    const token = next();
    if (token === undefined) throw new FormulaError('The formula ends where a measure is expected.');
    if (token === '(') {
      nested += 1;
      if (nested > MOST_NESTED) throw new FormulaError(`More than ${MOST_NESTED} parentheses stand within each other.`);
      const inner = sum();
      nested -= 1;
      if (next() !== ')') throw new FormulaError('A parenthesis is not closed.');
      return inner;
    }
    if (/^\d/.test(token)) return { kind: 'number', value: Number(token) };
    if (/^[a-z]/.test(token)) return measureOf(token);
    throw new FormulaError(`“${token}” stands where a measure or a number is expected.`);
  }
  function product(): Calculation {
    let left = factor();
    while (tokens[at] === '*' || tokens[at] === '/')
      left = arithmetic(next() === '*' ? 'multiply' : 'divide', left, factor());
    return left;
  }
  function sum(): Calculation {
    let left = product();
    while (tokens[at] === '+' || tokens[at] === '-')
      left = arithmetic(next() === '+' ? 'add' : 'subtract', left, product());
    return left;
  }

  const whole = sum();
  if (at < tokens.length) throw new FormulaError(`“${tokens[at]}” is not expected here.`);
  return whole;
}
