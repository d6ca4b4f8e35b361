/** Names that people give to calculations and to lists of members: kept beside the model file, and part of the model at once. */
import { z } from 'zod';
import { OPERATORS, type Calculation, type Operator } from './calculation';
import { withoutBroken } from './parts-of';
import { formatSchema, type Measure, type ModelFile, type NamedSet } from './schema';

const common = {
  name: z.string().trim().min(2).max(60),
  synonyms: z.array(z.string().trim().min(2).max(60)).max(10).default([]),
};

/** What is saved, without who and when. */
export const savedNameSchema = z.discriminatedUnion('kind', [
  /** Arithmetic over measures of the model. */
  z.object({
    kind: z.literal('calculation'),
    ...common,
    formula: z.string().min(1).max(500),
    format: formatSchema.optional(),
    unit: z.string().max(20).optional(),
    direction: z.enum(['more', 'less']).optional(),
  }),
  z.object({ kind: z.literal('set'), ...common, level: z.string(), members: z.array(z.string()).min(1).max(5000) }),
]);
export type SavedName = z.infer<typeof savedNameSchema>;

export interface Saved {
  readonly id: string;
  readonly by: string;
  /** Kept for readings that use it, but neither offered nor understood any more. */
  readonly withdrawn: boolean;
  readonly what: SavedName;
}

/** The model file with the saved names as measures and sets of its own; without those that are about what it does not have any more. */
export function withSaved(file: ModelFile, saved: readonly Saved[]): ModelFile {
  const measures = saved.flatMap(({ id, by, withdrawn, what }): Measure[] => {
    if (what.kind !== 'calculation') return [];
    const { name, synonyms, formula, format, unit, direction } = what;
    return [
      {
        kind: 'formula',
        id,
        name,
        synonyms,
        formula,
        description: `Saved by ${by}.`,
        ...(format ? { format } : {}),
        ...(unit ? { unit } : {}),
        ...(direction ? { direction } : {}),
        ...(withdrawn ? { hidden: true } : {}),
      },
    ];
  });
  const sets = saved.flatMap(({ id, withdrawn, what }): NamedSet[] =>
    what.kind === 'set'
      ? [
          {
            id,
            name: what.name,
            synonyms: what.synonyms,
            level: what.level,
            members: what.members,
            ...(withdrawn ? { hidden: true } : {}),
          },
        ]
      : [],
  );
  const levels = new Set(file.dimensions.flatMap((dimension) => dimension.levels.map((level) => level.id)));
  return {
    ...file,
    measures: withoutBroken([...file.measures, ...measures]),
    sets: [...file.sets, ...sets.filter((set) => levels.has(set.level))],
  };
}

const SIGNS: Record<Operator, string> = { add: '+', subtract: '-', multiply: '*', divide: '/' };

/**
 * A calculation as a formula of the model file; null where it has parts that a formula cannot name (averages of rows, counts of members).
 * @example formulaOf(arithmetic('subtract', measureOf('revenue'), measureOf('fuel_cost'))) // 'revenue - fuel_cost'
 */
export function formulaOf(calculation: Calculation): string | null {
  switch (calculation.kind) {
    case 'measure':
      return calculation.measure;
    case 'number':
      return Number.isFinite(calculation.value) && calculation.value >= 0 && !/e/i.test(String(calculation.value))
        ? String(calculation.value)
        : null;
    case 'arithmetic': {
      const [left, right] = [formulaOf(calculation.left), formulaOf(calculation.right)];
      return left === null || right === null
        ? null
        : `${bracketed(left, calculation.left)} ${SIGNS[calculation.operator]} ${bracketed(right, calculation.right)}`;
    }
    default:
      return null;
  }
}

const bracketed = (formula: string, part: Calculation) =>
  part.kind === 'arithmetic' && OPERATORS.includes(part.operator) ? `(${formula})` : formula;
