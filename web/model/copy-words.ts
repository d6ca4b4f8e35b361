/** How far the columnar copy of the data is, in words for people. */
import type { CopyState } from '../app/api';

const number = (value: number) => value.toLocaleString();

export interface CopyWords {
  readonly text: string;
  /** Done and of all, while something is under way; null when nothing is. */
  readonly progress: { readonly done: number; readonly of: number } | null;
}

export function copyWords({ ready, of, failed, making }: CopyState): CopyWords {
  const tables = `${number(of)} ${of === 1 ? 'table' : 'tables'}`;
  const refused =
    failed === 0
      ? ''
      : ` ${number(failed)} could not be copied; PostgreSQL answers questions about ${failed === 1 ? 'it' : 'them'}.`;
  if (making !== null)
    return {
      text: `A columnar copy of ${making.table} is being made: ${number(making.rows)} of ${number(making.of)} rows. PostgreSQL answers until it is ready.${refused}`,
      progress: { done: making.rows, of: making.of },
    };
  if (of === 0) return { text: 'Nothing is loaded that could be copied yet.', progress: null };
  if (ready + failed < of)
    return {
      text: `${number(ready)} of ${tables} are in the columnar copy; the rest follow. PostgreSQL answers until then.${refused}`,
      progress: { done: ready, of },
    };
  return {
    text:
      failed === 0
        ? `The columnar copy holds all ${tables}.`
        : `The columnar copy holds ${number(ready)} of ${tables}.${refused}`,
    progress: null,
  };
}
