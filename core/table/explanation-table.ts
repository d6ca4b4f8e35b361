/** An explanation as a table: a row for each part that is told, and one for the rest. */
import type { Explanation } from '../analysis/explain/explanation';
import type { Answer, Cell } from '../query/answer';
import type { AnswerColumn } from '../query/plan';

const tableOf = (columns: AnswerColumn[], rows: Cell[][], answer: Answer): Answer => ({
  ...answer,
  columns,
  rows,
  rowCount: rows.length,
  truncated: false,
  support: rows.map(() => null),
  incomplete: null,
});

/** @param answer the total that is explained, whose days and data the table is of */
export function partsTable({ parts, against = [], rest }: Explanation, answer: Answer): Answer {
  const value = answer.columns.find((column) => column.as === 'value');
  const columns: AnswerColumn[] = [
    { key: 'part', label: 'Part', role: 'detail' },
    {
      ...value,
      key: 'effect',
      label: 'Effect',
      role: 'measure',
      of: value?.of ?? 'effect',
      as: 'difference',
      additive: true,
    },
    { key: 'share', label: 'Of the change', role: 'measure', of: 'share', format: { style: 'percent', decimals: 1 } },
    { key: 'told', label: 'In words', role: 'detail' },
  ];
  const rows: Cell[][] = [...parts, ...against].map(({ name, effect, share, text }) => [
    name,
    effect,
    share ?? null,
    text,
  ]);
  if (rest !== undefined) rows.push(['The rest', rest.effect, null, rest.text]);
  return tableOf(columns, rows, answer);
}

/** A contrast as a table: each measure and share of both sides, as told, with how far they lie apart. */
export function contrastTable({ parts }: Explanation, sides: readonly [string, string], answer: Answer): Answer {
  const columns: AnswerColumn[] = [
    { key: 'part', label: 'Of', role: 'detail' },
    { key: 'first', label: sides[0], role: 'detail' },
    { key: 'second', label: sides[1], role: 'detail' },
    {
      key: 'apart',
      label: 'Apart, in standard deviations',
      role: 'measure',
      of: 'apart',
      as: 'difference',
      format: { style: 'number', decimals: 2 },
    },
    { key: 'told', label: 'In words', role: 'detail' },
  ];
  const rows: Cell[][] = parts.map(({ name, written, apart, text }) => [
    name,
    written?.[0] ?? null,
    written?.[1] ?? null,
    apart?.standardised ?? null,
    text,
  ]);
  return tableOf(columns, rows, answer);
}
