/** Edits of the rank and the order in force. */
import { done, refused, type Edit, type Edited } from './edit-schema';
import { same, type Key, type Reading } from './schema';

export function rerank(reading: Reading, edit: Extract<Edit, { do: 'rerank' }>): Edited {
  const keys = reading.by.flatMap((one): Key[] => (one.kind === 'bins' || one.kind === 'sets' ? [] : [one]));
  const before = reading.rank;
  const of =
    before && keys.some((one) => same(one, before.of))
      ? before.of
      : (keys.findLast((one) => one.kind === 'level') ?? keys.at(-1));
  if (of === undefined)
    return refused('Nothing is broken down by members, so there is nothing to rank; say by which level.');
  return done({
    ...reading,
    order: null,
    rank: {
      direction: edit.direction ?? before?.direction ?? 'top',
      count: edit.count ?? before?.count ?? 10,
      percent: edit.percent ?? (edit.count === undefined ? (before?.percent ?? false) : false),
      of,
      by: edit.by ?? before?.by ?? null,
      within: edit.within ?? before?.within ?? null,
      others: edit.others ?? before?.others ?? false,
      marked: edit.count === undefined ? (before?.marked ?? false) : false,
      // ranked by how it changed, unless another measure is named
      ...(edit.by === undefined && before?.on !== undefined ? { on: before.on } : {}),
    },
  });
}

export function reverse(reading: Reading, direction: 'up' | 'down' | undefined): Edited {
  const [first] = reading.shown;
  const before = reading.order;
  const next = direction ?? (before?.direction === 'up' ? 'down' : 'up');
  if (before) return done({ ...reading, order: { ...before, direction: next } });
  if (!first) return refused('There is nothing to sort yet.');
  return done({ ...reading, order: { by: { kind: 'measure', calculation: first.calculation }, direction: next } });
}
