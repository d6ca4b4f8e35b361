/** What a listing of records asks for, and which columns it can still take. */
import type { Edit } from '@zud/core/reading/edit-schema';
import type { Listed } from '@zud/core/reading/schema';
import type { Answer } from '@zud/core/query/answer';
import type { AnswerColumn } from '@zud/core/query/plan';
import type { ModelView } from '../app/api';

export const listingEdit = (columns: readonly Listed[], fact?: string): Edit => ({
  do: 'rows',
  how: 'list',
  columns: [...columns],
  ...(fact === undefined ? {} : { fact }),
});

export interface AddableColumn {
  readonly id: string;
  readonly label: string;
  readonly column: Listed;
}

/** The levels that the listing does not show yet; the server says where its records do not hold one. */
export function columnsToAdd(model: ModelView | undefined, answer: Answer): AddableColumn[] {
  const there = new Set(answer.columns.map((column) => column.key));
  return (model?.dimensions ?? [])
    .flatMap((dimension) => dimension.levels)
    .filter((level) => !there.has(level.id))
    .map((level): AddableColumn => ({ id: level.id, label: level.name, column: { kind: 'level', level: level.id } }));
}

/** The order that a press on a figure of a listing asks for: downwards, then the other way round; null where records are not sorted by it. */
export function sortOf(column: AnswerColumn, before: Edit | null): Edit | null {
  if (column.of === undefined) return null;
  const calculation = { kind: 'measure' as const, measure: column.of };
  const again =
    before?.do === 'order' &&
    before.order?.by.kind === 'measure' &&
    before.order.by.calculation.kind === 'measure' &&
    before.order.by.calculation.measure === column.of;
  return {
    do: 'order',
    order: {
      by: { kind: 'measure', calculation },
      direction: again && before.order?.direction === 'down' ? 'up' : 'down',
    },
  };
}
