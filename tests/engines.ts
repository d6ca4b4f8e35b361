/** What the laws of engines share: the readings of the corpus, their plans as they are answered, and where two results differ. */
import { impossibility } from '@zud/core/language/impossibility';
import { sourcesOf } from '@zud/core/query/derive';
import { CannotPlan } from '@zud/core/query/cannot-plan';
import { planOf } from '@zud/core/query/planner';
import type { Plan } from '@zud/core/query/plan';
import { canonical, type Reading } from '@zud/core/reading/schema';
import type { ReadyModel } from '../server/asking/ready-model';
import type { EngineResult } from '../server/engines/engine';
import { CORPUS_MODELS } from './corpus/models';
import { replayed } from './corpus/replay';

/** The plan of a reading as it is answered; null where it has none. */
export function planned(reading: Reading, ready: ReadyModel): Plan | null {
  if (impossibility(reading, ready.names) !== null) return null;
  const { model, calendar, naming, rules, hidden, hasHours } = ready;
  try {
    const settled: Reading = {
      ...reading,
      by: reading.by.map((one) => (one.kind === 'bins' && one.width === null ? { ...one, width: 7 } : one)),
    };
    const asked = settled.rows === null ? (sourcesOf(settled, calendar)?.main ?? settled) : settled;
    return planOf(asked, { model, calendar, naming, rules, hidden, hasHours, rowLimit: 2000 });
  } catch (error) {
    if (error instanceof CannotPlan) return null;
    throw error;
  }
}

type Row = EngineResult['rows'][number];
const near = (a: unknown, b: unknown) =>
  a === b ||
  (typeof a === 'number' && typeof b === 'number' && Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a), Math.abs(b)));

/** Where two results differ, in words; null where they agree. Rows of the same value, but for its last digit, may stand either way round. */
export function difference(one: EngineResult, other: EngineResult): string | null {
  if (one.rows.length !== other.rows.length) return `${one.rows.length} rows, not ${other.rows.length}`;
  const keyOf = (row: Row) => JSON.stringify(row.filter((cell) => typeof cell !== 'number'));
  const valueOf = (row: Row | undefined) => row?.find((cell) => typeof cell === 'number');
  const elsewhere = new Map(other.rows.map((row) => [keyOf(row), row] as const));
  const alike = (row: Row, beside: Row | undefined) =>
    beside !== undefined && row.every((cell, at) => near(cell, beside[at]));
  for (const [index, row] of one.rows.entries()) {
    const beside = other.rows[index];
    if (!alike(row, beside) && !(alike(row, elsewhere.get(keyOf(row))) && near(valueOf(row), valueOf(beside))))
      return `row ${index + 1}: ${JSON.stringify(row)}, not ${JSON.stringify(beside)}`;
  }
  return null;
}

/** The different readings of a model's corpus, each with the question that first gives it. */
export const readingsOf = (model: string) => {
  const known = CORPUS_MODELS.find(([name]) => name === model)?.[1];
  const seen = new Set<string>();
  return (known ? replayed(model, known) : []).flatMap(({ question, at, result }) => {
    const key = canonical(result.reading);
    if (result.reading === null || seen.has(key)) return [];
    seen.add(key);
    return [{ about: `${at} ${question}`, reading: result.reading }];
  });
};
