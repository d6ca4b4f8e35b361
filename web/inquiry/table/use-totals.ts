/** The totals of an answer, fetched as answers of their own: by all breakdowns but the last, by the last, and of everything. */
import { useQueries } from '@tanstack/react-query';
import type { Answer, Cell } from '@zud/core/query/answer';
import { isKey } from '@zud/core/table/cross-table';
import { totalEdits, totalsFault } from '@zud/core/table/totals';
import { byLevel, type Breakdown, type Reading } from '@zud/core/reading/schema';
import type { AnswerColumn } from '@zud/core/query/plan';
import { api } from '../../app/api';

export interface Totals {
  /** The figures of everything, by the key of their column. */
  readonly whole: Figures | null;
  /** The figures by some of the breakdowns; null where they are not known. */
  of(keys: readonly AnswerColumn[], cells: readonly Cell[]): Figures | null;
}

export type Figures = (column: AnswerColumn) => Cell;

/** @param wanted groups of key columns that totals are needed by; the empty group is everything */
export function useTotals(
  modelId: string,
  reading: Reading,
  answer: Answer,
  wanted: readonly (readonly AnswerColumn[])[],
): { totals: Totals | null; fault: string | null } {
  const fault = wanted.length === 0 ? null : totalsFault(reading);
  const found = useQueries({
    queries: (fault === null ? wanted : []).map((keys) => {
      const by = keys.flatMap((key) => breakdownOf(key, answer, reading));
      return {
        queryKey: ['total', modelId, reading, by],
        queryFn: ({ signal }: { signal: AbortSignal }) => api.answer(modelId, reading, totalEdits(by), signal),
        staleTime: 60_000,
      };
    }),
  });
  if (fault !== null || wanted.length === 0) return { totals: null, fault };
  const failed = found.find((one) => one.isError);
  if (failed) return { totals: null, fault: failed.error.message };
  const tables = wanted.map((keys, index) => ({ keys, table: tableOf(keys, found[index]?.data?.answer) }));
  const of: Totals['of'] = (keys, cells) => tables.find((one) => sameKeys(one.keys, keys))?.table(cells) ?? null;
  return { totals: { whole: of([], []), of }, fault: null };
}

const sameKeys = (a: readonly AnswerColumn[], b: readonly AnswerColumn[]) =>
  a.length === b.length && a.every((one, index) => one.key === b[index]?.key);

/** The breakdown that a key column of the answer comes from. */
function breakdownOf(key: AnswerColumn, answer: Answer, reading: Reading): Breakdown[] {
  const at = answer.columns.filter(isKey).findIndex((one) => one.key === key.key);
  const by = reading.by[at];
  return by === undefined ? (key.level === undefined ? [] : [byLevel(key.level)]) : [by];
}

function tableOf(keys: readonly AnswerColumn[], answer: Answer | undefined) {
  const places = keys.map((key) => answer?.columns.findIndex((column) => column.key === key.key) ?? -1);
  const rows = new Map(
    (answer?.rows ?? []).map((row) => [JSON.stringify(places.map((at) => row[at] ?? null)), row] as const),
  );
  return (cells: readonly Cell[]): Figures | null => {
    const row = rows.get(JSON.stringify(cells));
    return row === undefined
      ? null
      : (column) => row[answer?.columns.findIndex((one) => one.key === column.key) ?? -1] ?? null;
  };
}
