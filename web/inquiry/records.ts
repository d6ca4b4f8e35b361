/** What a listing of records asks for, and which columns it can still take. */
import type { Edit } from '@zud/core/reading/edit';
import type { Listed } from '@zud/core/reading/schema';
import type { Answer } from '@zud/core/query/answer';
import type { ModelView } from '../app/api';

export const listingEdit = (columns: readonly Listed[], fact?: string): Edit => ({ do: 'rows', how: 'list', columns: [...columns], ...(fact === undefined ? {} : { fact }) });

export interface AddableColumn {
  readonly id: string;
  readonly label: string;
  readonly column: Listed;
}

/** The levels that the listing does not show yet; the server says where its records do not hold one. */
export function columnsToAdd(model: ModelView | undefined, answer: Answer): AddableColumn[] {
  const there = new Set(answer.columns.map((column) => column.key));
  return (model?.dimensions ?? []).flatMap((dimension) => dimension.levels).filter((level) => !there.has(level.id)).map((level): AddableColumn => ({ id: level.id, label: level.name, column: { kind: 'level', level: level.id } }));
}
