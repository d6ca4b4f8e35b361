/** Readings of earlier versions, brought up to today's, one step a version; the only place that knows what they looked like. */
import { EMPTY_READING, readingSchema, READING_VERSION, type Reading } from './schema';

type Json = Readonly<Record<string, unknown>>;

const list = (value: unknown): Json[] => (Array.isArray(value) ? (value as Json[]) : []);
const atLevel = (level: unknown) => ({ kind: 'level', level });

/** Version n → version n + 1. */
const STEPS: Readonly<Record<number, (reading: Json) => Json>> = {
  /** Ranks and conditions on results may be of a grain too; readings may list records. */
  1: (reading) => {
    const rank = reading['rank'] as Json | null;
    const { level, ...ranked } = rank ?? {};
    return {
      ...reading,
      version: 2,
      rows: null,
      where: !Array.isArray(reading['where'])
        ? reading['where']
        : list(reading['where']).map((one) => {
            if (one['kind'] !== 'measure' || 'at' in one) return one;
            const { level: tested, ...rest } = one;
            return { ...rest, at: atLevel(tested) };
          }),
      rank:
        rank === null
          ? null
          : {
              ...ranked,
              of: atLevel(level),
              within: typeof rank['within'] === 'string' ? atLevel(rank['within']) : null,
              marked: false,
            },
    };
  },
};

/**
 * A stored reading, of whatever version, as today's.
 * @throws ZodError where it is no reading of its version
 * @example currentReading({ version: 1, … }).version // READING_VERSION
 */
export function currentReading(stored: unknown): Reading {
  let reading = stored as Json;
  for (let version = Number(reading['version']); version < READING_VERSION; version += 1)
    reading = STEPS[version]?.(reading) ?? reading;
  return readingSchema.parse(reading);
}

/** The part of a stored reading that a board or a refinement holds, as today's. Scopes carry no version: they are taken as the oldest. */
export function currentScope(stored: unknown): Pick<Reading, 'where' | 'when' | 'against'> {
  const { where, when, against } = currentReading({ ...EMPTY_READING, ...(stored as Json), version: 1 });
  return { where, when, against };
}
