/** The answer as a table. A row's first cell can be chosen, as a mark of the chart can. */
import { useState } from 'react';
import styled from 'styled-components';
import type { Answer } from '@zud/core/query/answer';
import type { AnswerColumn } from '@zud/core/query/plan';
import { formatCell } from '@zud/core/format/format';
import { Button } from '../parts/controls';

const Box = styled.div`
  overflow: auto; max-height: 100%; height: 100%;
  table { border-collapse: collapse; min-width: min(100%, 420px); font-size: 13px; }
  th, td { padding: 5px 14px 5px 0; text-align: right; border-bottom: 1px solid var(--line); white-space: nowrap; }
  thead th { position: sticky; top: 0; background: var(--paper); font-weight: 600; color: var(--quiet); }
  .key { text-align: left; padding-right: 22px; }
  td.key button { border: 0; background: none; padding: 0; cursor: pointer; font-weight: 500; }
  td.key button:hover { text-decoration: underline; }
  tr[data-incomplete] td { color: var(--quiet); }
  p { padding: 12px 0; color: var(--quiet); }
`;
const PORTION = 500;

export function AnswerTable(props: { answer: Answer; onChoose?: (row: number) => void }) {
  const { answer } = props;
  const [shown, setShown] = useState(PORTION);
  const isKey = (role: string) => role === 'level' || role === 'time';
  /** Figures stand on the right, below one another; texts on the left. */
  const side = (column: AnswerColumn) => (isKey(column.role) || (column.role === 'detail' && column.of === undefined) ? 'key' : '');
  const time = answer.columns.findIndex((column) => column.role === 'time');
  return (
    <Box tabIndex={0} role="group" aria-label="Table of the answer">
      <table>
        <thead>
          <tr>{answer.columns.map((column) => <th key={column.key} scope="col" className={side(column)}>{column.label}</th>)}</tr>
        </thead>
        <tbody>
          {answer.rows.slice(0, shown).map((row, index) => (
            <tr key={index} {...(answer.incomplete !== null && row[time] === answer.incomplete ? { 'data-incomplete': true } : {})}>
              {row.map((cell, at) => {
                const column = answer.columns[at];
                if (!column) return null;
                const text = formatCell(cell, column);
                const choosable = props.onChoose && isKey(column.role) && at === answer.columns.findLastIndex((one) => isKey(one.role));
                return <td key={column.key} className={side(column)}>{choosable ? <button type="button" onClick={() => props.onChoose?.(index)}>{text}</button> : text}</td>;
              })}
            </tr>
          ))}
        </tbody>
      </table>
      {answer.rows.length > shown ? <p>{shown} of {answer.rows.length} rows. <Button onPress={() => setShown(shown + PORTION)}>Show more</Button></p> : null}
    </Box>
  );
}
