/** The answer as a table: rows to choose, columns to sort by, totals, members across, bars or shades in the cells. Only what is in view is drawn. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef, type MouseEvent } from 'react';
import styled from 'styled-components';

import type { Answer, Cell } from '@zud/core/query/answer';
import type { AnswerColumn } from '@zud/core/query/plan';
import type { View } from '@zud/core/reading/schema';
import { formatCell } from '@zud/core/format/format';
import { crossTable, isKey, type CrossTable } from '@zud/core/table/cross-table';
import { isExpected, withAhead } from '@zud/core/table/with-ahead';
import { cellSize, linesOf, sizesOf } from './lines';
import type { Figures, Totals } from './use-totals';

const LINE = 29;

const Box = styled.div`
  overflow: auto;
  max-height: 100%;
  height: 100%;
  min-height: 0;
  table {
    border-collapse: separate;
    border-spacing: 0;
    min-width: min(100%, 420px);
    font-size: 13px;
  }
  th,
  td {
    padding: 4px 14px 4px 0;
    height: ${LINE}px;
    text-align: right;
    border-bottom: 1px solid var(--line);
    white-space: nowrap;
  }
  thead th {
    position: sticky;
    top: 0;
    background: var(--paper);
    font-weight: 600;
    color: var(--quiet);
    z-index: 2;
  }
  thead tr:nth-child(2) th {
    top: ${LINE}px;
  }
  .key {
    text-align: left;
    padding-right: 22px;
  }
  .key:first-child {
    position: sticky;
    left: 0;
    background: var(--paper);
    z-index: 1;
  }
  thead .key:first-child,
  tfoot .key:first-child {
    z-index: 3;
  }
  td button,
  th button {
    border: 0;
    background: none;
    padding: 0;
    cursor: pointer;
    font: inherit;
  }
  td.key button {
    font-weight: 500;
  }
  td button:hover,
  th button:hover {
    text-decoration: underline;
  }
  tr[data-incomplete] td {
    color: var(--quiet);
  }
  tr[data-chosen] td,
  td[data-chosen] {
    background: var(--wash);
    box-shadow: inset 0 -2px 0 var(--signal);
  }
  tr[data-subtotal] td {
    font-weight: 600;
    border-bottom-color: var(--ink);
  }
  tfoot td {
    position: sticky;
    bottom: 0;
    background: var(--paper);
    font-weight: 650;
    border-top: 1.5px solid var(--ink);
    border-bottom: 0;
    z-index: 2;
  }
  td.figure {
    background-repeat: no-repeat;
    background-position: right 14px bottom 3px;
    background-size: 0 0;
  }
`;

export interface Choosing {
  readonly chosen: ReadonlySet<number>;
  /** `more`: added to those chosen already, or taken from them. */
  readonly onChoose: (row: number, more: boolean) => void;
}

interface TableProps {
  readonly answer: Answer;
  readonly view?: View | null;
  readonly totals?: Totals | null;
  readonly choosing?: Choosing;
  readonly onSort?: (column: AnswerColumn) => void;
  /** How a column is sorted by, for those who cannot see it. */
  readonly sorted?: (column: AnswerColumn) => 'ascending' | 'descending' | 'none';
}

const holdsMore = (event: MouseEvent) => event.shiftKey || event.ctrlKey || event.metaKey;

export function AnswerTable(given: TableProps) {
  const answer = useMemo(() => withAhead(given.answer), [given.answer]);
  const props = { ...given, answer };
  const { view } = props;
  const cross = useMemo(() => (view?.across ? crossTable(answer) : null), [answer, view?.across]);
  return cross ? <Across {...props} cross={cross} /> : <Flat {...props} />;
}

/** Figures stand on the right, below one another; texts on the left. */
const side = (column: AnswerColumn) =>
  isKey(column) || (column.role === 'detail' && column.of === undefined) ? 'key' : 'figure';

function Flat(props: TableProps) {
  const { answer, view, choosing, totals } = props;
  const { columns, rows } = answer;
  const scrolled = useRef<HTMLDivElement>(null);
  const lines = useMemo(() => linesOf(answer, view?.totals === true), [answer, view?.totals]);
  const sizes = useMemo(() => (view?.cells === undefined ? null : sizesOf(answer)), [answer, view?.cells]);
  const { items, before, after } = useWindow(lines.length, scrolled);
  const time = columns.findIndex((column) => column.role === 'time');
  const lastKey = columns.findLastIndex(isKey);
  return (
    <Box ref={scrolled} tabIndex={0} role="group" aria-label="Table of the answer">
      <table aria-rowcount={lines.length}>
        <thead>
          <tr>
            {columns.map((column) => (
              <th
                key={column.key}
                scope="col"
                className={side(column)}
                {...(props.sorted ? { 'aria-sort': props.sorted(column) } : {})}
              >
                {props.onSort && !isExpected(column) && (column.role !== 'detail' || column.of !== undefined) ? (
                  <button type="button" onClick={() => props.onSort?.(column)}>
                    {column.label}
                    {ARROW[props.sorted?.(column) ?? 'none']}
                  </button>
                ) : (
                  column.label
                )}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {before > 0 ? (
            <tr aria-hidden="true">
              <td style={{ height: before, padding: 0, border: 0 }} />
            </tr>
          ) : null}
          {items.map((index) => {
            const line = lines[index];
            if (!line) return null;
            if (line.kind === 'subtotal')
              return (
                <TotalLine
                  key={`total ${index}`}
                  columns={columns}
                  label={formatCell(line.cell, line.column)}
                  figures={totals?.of([line.column], [line.cell]) ?? null}
                />
              );
            const row = rows[line.row] ?? [];
            return (
              <tr
                key={line.row}
                {...(answer.incomplete !== null && row[time] === answer.incomplete ? { 'data-incomplete': true } : {})}
                {...(choosing?.chosen.has(line.row) ? { 'data-chosen': true } : {})}
              >
                {row.map((cell, at) => {
                  const column = columns[at];
                  if (!column) return null;
                  const text = formatCell(cell, column);
                  return (
                    <td
                      key={column.key}
                      className={side(column)}
                      style={cellSize(cell, sizes?.[at] ?? null, view?.cells)}
                    >
                      {choosing && at === lastKey && line.row < answer.rowCount ? (
                        <button
                          type="button"
                          aria-pressed={choosing.chosen.has(line.row)}
                          onClick={(event) => choosing.onChoose(line.row, holdsMore(event))}
                        >
                          {text}
                        </button>
                      ) : (
                        text
                      )}
                    </td>
                  );
                })}
              </tr>
            );
          })}
          {after > 0 ? (
            <tr aria-hidden="true">
              <td style={{ height: after, padding: 0, border: 0 }} />
            </tr>
          ) : null}
        </tbody>
        {view?.totals === true && totals ? (
          <tfoot>
            <TotalLine columns={columns} label="All" figures={totals.whole} />
          </tfoot>
        ) : null}
      </table>
    </Box>
  );
}

const ARROW = { ascending: ' ↑', descending: ' ↓', none: '' } as const;

function TotalLine({
  columns,
  label,
  figures,
}: {
  columns: readonly AnswerColumn[];
  label: string;
  figures: Figures | null;
}) {
  const firstKey = columns.findIndex(isKey);
  return (
    <tr data-subtotal>
      {columns.map((column, at) => (
        <td key={column.key} className={side(column)}>
          {at === firstKey
            ? `${label}${label === 'All' ? '' : ', all'}`
            : isKey(column)
              ? ''
              : figures === null
                ? '…'
                : formatCell(figures(column), column)}
        </td>
      ))}
    </tr>
  );
}

/** Members across that are drawn; more are in the file. */
const MOST_ACROSS = 120;

function Across(props: TableProps & { cross: CrossTable }) {
  const { answer, cross, view, choosing, totals } = props;
  const scrolled = useRef<HTMLDivElement>(null);
  const { items, before, after } = useWindow(cross.lines.length, scrolled);
  const sizes = useMemo(() => (view?.cells === undefined ? null : sizesOf(answer)), [answer, view?.cells]);
  const heads = cross.heads.slice(0, MOST_ACROSS);
  const several = cross.figures.length > 1;
  const sideColumns = cross.side.map((one) => one.column);
  const showsTotals = view?.totals === true && totals !== null && totals !== undefined;
  const figureOf = (row: number | null, at: number): Cell => (row === null ? null : (answer.rows[row]?.[at] ?? null));
  return (
    <Box ref={scrolled} tabIndex={0} role="group" aria-label="Table of the answer">
      <table aria-rowcount={cross.lines.length}>
        <thead>
          <tr>
            {cross.side.map(({ column }) => (
              <th key={column.key} scope="col" rowSpan={several ? 2 : 1} className="key">
                {column.label}
              </th>
            ))}
            {heads.map((head) => (
              <th key={String(head)} scope={several ? 'colgroup' : 'col'} colSpan={cross.figures.length}>
                {formatCell(head, cross.across.column)}
              </th>
            ))}
            {showsTotals ? (
              <th scope={several ? 'colgroup' : 'col'} colSpan={cross.figures.length}>
                All
              </th>
            ) : null}
          </tr>
          {several ? (
            <tr>
              {[...heads, ...(showsTotals ? ['All'] : [])].flatMap((head, index) =>
                cross.figures.map(({ column }) => (
                  <th key={`${index} ${String(head)} ${column.key}`} scope="col">
                    {column.label}
                  </th>
                )),
              )}
            </tr>
          ) : null}
        </thead>
        <tbody>
          {before > 0 ? (
            <tr aria-hidden="true">
              <td style={{ height: before, padding: 0, border: 0 }} />
            </tr>
          ) : null}
          {items.map((index) => {
            const line = cross.lines[index];
            if (!line) return null;
            const total = showsTotals ? totals.of(sideColumns, line.keys) : null;
            return (
              <tr key={JSON.stringify(line.keys)}>
                {line.keys.map((cell, at) => (
                  <td key={at} className="key">
                    {formatCell(cell, (cross.side[at] ?? cross.across).column)}
                  </td>
                ))}
                {heads.flatMap((_head, place) => {
                  const row = line.rows[place] ?? null;
                  return cross.figures.map(({ column, at }) => {
                    const cell = figureOf(row, at);
                    const text = row === null ? '' : formatCell(cell, column);
                    return (
                      <td
                        key={`${place} ${column.key}`}
                        className="figure"
                        style={cellSize(cell, sizes?.[at] ?? null, view?.cells)}
                        {...(row !== null && choosing?.chosen.has(row) ? { 'data-chosen': true } : {})}
                      >
                        {choosing && row !== null && row < answer.rowCount ? (
                          <button
                            type="button"
                            aria-pressed={choosing.chosen.has(row)}
                            onClick={(event) => choosing.onChoose(row, holdsMore(event))}
                          >
                            {text}
                          </button>
                        ) : (
                          text
                        )}
                      </td>
                    );
                  });
                })}
                {showsTotals
                  ? cross.figures.map(({ column }) => (
                      <td key={`all ${column.key}`} className="figure">
                        <b>{total === null ? '…' : formatCell(total(column), column)}</b>
                      </td>
                    ))
                  : null}
              </tr>
            );
          })}
          {after > 0 ? (
            <tr aria-hidden="true">
              <td style={{ height: after, padding: 0, border: 0 }} />
            </tr>
          ) : null}
        </tbody>
        {showsTotals ? (
          <tfoot>
            <tr>
              {cross.side.map(({ column }, at) => (
                <td key={column.key} className="key">
                  {at === 0 ? 'All' : ''}
                </td>
              ))}
              {heads.flatMap((head) => {
                const total = totals.of([cross.across.column], [head]);
                return cross.figures.map(({ column }) => (
                  <td key={`${String(head)} ${column.key}`}>
                    {total === null ? '…' : formatCell(total(column), column)}
                  </td>
                ));
              })}
              {cross.figures.map(({ column }) => (
                <td key={`whole ${column.key}`}>
                  {totals.whole === null ? '…' : formatCell(totals.whole(column), column)}
                </td>
              ))}
            </tr>
          </tfoot>
        ) : null}
      </table>
      {cross.heads.length > heads.length ? (
        <p role="status" style={{ padding: '10px 0', color: 'var(--quiet)' }}>
          {heads.length} of {cross.heads.length} columns are drawn; narrow the answer, or take the file along.
        </p>
      ) : null}
    </Box>
  );
}

/** The lines in view, with the heights of those above and below. */
function useWindow(count: number, scrolled: React.RefObject<HTMLDivElement | null>) {
  // eslint-disable-next-line react-hooks/incompatible-library -- the React compiler, which cannot memoize it, is not used
  const rows = useVirtualizer({
    count,
    getScrollElement: () => scrolled.current,
    estimateSize: () => LINE,
    overscan: 24,
    initialRect: { width: 900, height: 800 },
  });
  const found = rows.getVirtualItems();
  const first = found[0];
  const last = found.at(-1);
  return {
    items: found.map((one) => one.index),
    before: first?.start ?? 0,
    after: last ? rows.getTotalSize() - last.end : 0,
  };
}
