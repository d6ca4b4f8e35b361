/** Rows in columns, for looking at very many of them: texts as places in their names, numbers side by side. */
import type { Cell } from './answer';

export interface CodedText {
  /** In the order of their code units. */
  readonly names: readonly string[];
  /** The place of each row's text in the names; −1 for none. */
  readonly codes: Int32Array;
}

export interface CodedRows {
  readonly size: number;
  readonly texts: readonly CodedText[];
  /** NaN for none. */
  readonly numbers: readonly Float64Array[];
}

/** Which columns of rows are texts and which are numbers, by their places; others are left out. */
export interface CodedPlaces {
  readonly texts: readonly number[];
  readonly numbers: readonly number[];
}

/** Rows as an engine gives them, in columns, in an order that hangs on nothing but what they hold. */
export function codedRows(rows: readonly (readonly Cell[])[], places: CodedPlaces): CodedRows {
  const texts = places.texts.map((at): CodedText => {
    const cells = rows.map((row) => (row[at] === null || row[at] === undefined ? null : String(row[at])));
    const names = [...new Set(cells.filter((cell) => cell !== null))].sort();
    const codeOf = new Map(names.map((name, code) => [name, code]));
    return { names, codes: Int32Array.from(cells, (cell) => (cell === null ? -1 : (codeOf.get(cell) ?? -1))) };
  });
  const numbers = places.numbers.map((at) =>
    Float64Array.from(rows, (row) => (typeof row[at] === 'number' ? row[at] : NaN)),
  );
  const order = Array.from({ length: rows.length }, (_one, index) => index).sort((a, b) => {
    for (const { codes } of texts) {
      const difference = (codes[a] as number) - (codes[b] as number);
      if (difference !== 0) return difference;
    }
    return 0;
  });
  return {
    size: rows.length,
    texts: texts.map(({ names, codes }) => ({ names, codes: Int32Array.from(order, (at) => codes[at] as number) })),
    numbers: numbers.map((values) => Float64Array.from(order, (at) => values[at] as number)),
  };
}
