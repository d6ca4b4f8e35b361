/** The answer as a table with its format options: totals, members across, bars and shades; each choice is an edit. */
import styled from 'styled-components';
import type { Answer } from '@zud/core/query/answer';
import type { Edit } from '@zud/core/reading/edit-schema';
import type { FormatEdit, Reading } from '@zud/core/reading/schema';
import { crossTable, isKey } from '@zud/core/table/cross-table';
import { sortedBy, sortEdits } from '../marks';
import { AnswerTable, type Choosing } from './AnswerTable';
import { useTotals } from './use-totals';

const Sheet = styled.div`
  min-height: 0;
  height: 100%;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  gap: 6px;
  > header {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
    align-items: baseline;
    font-size: 13px;
    color: var(--quiet);
  }
`;
const Toggle = styled.button`
  border: 0;
  background: none;
  padding: 2px 0;
  cursor: pointer;
  font-size: 13px;
  color: var(--quiet);
  border-bottom: 1px solid transparent;
  &[aria-pressed='true'] {
    color: var(--ink);
    font-weight: 600;
    border-bottom-color: var(--ink);
  }
  &:hover {
    color: var(--ink);
  }
  &:disabled {
    cursor: default;
    opacity: 0.6;
  }
`;

export function TableView(props: {
  modelId: string;
  answer: Answer;
  reading: Reading;
  choosing?: Choosing;
  onEdit?: (edits: readonly Edit[]) => void;
}) {
  const { answer, reading, onEdit } = props;
  const { view } = reading;
  const keys = answer.columns.filter(isKey);
  const cross = view?.across ? crossTable(answer) : null;
  const groups = !view?.totals
    ? []
    : cross
      ? [[], cross.side.map((one) => one.column), [cross.across.column]]
      : keys.length > 1
        ? [[], keys.slice(0, 1)]
        : [[]];
  const { totals, fault } = useTotals(props.modelId, reading, answer, groups);
  const format = (change: FormatEdit) => onEdit?.([{ do: 'format', format: change }]);
  return (
    <Sheet>
      <header>
        {onEdit && reading.rows === null && keys.length > 0 ? (
          <>
            <span>Show</span>
            <Toggle
              type="button"
              aria-pressed={view?.totals === true}
              onClick={() => format({ totals: !view?.totals })}
            >
              totals
            </Toggle>
            {keys.length > 1 ? (
              <Toggle
                type="button"
                aria-pressed={view?.across === true}
                onClick={() => format({ across: !view?.across })}
              >
                columns across
              </Toggle>
            ) : null}
            {(['bars', 'shades'] as const).map((kind) => (
              <Toggle
                key={kind}
                type="button"
                aria-pressed={view?.cells === kind}
                onClick={() => format({ cells: view?.cells === kind ? null : kind })}
              >
                {kind} in cells
              </Toggle>
            ))}
          </>
        ) : null}
        {fault !== null ? <span role="status">No totals: {fault}</span> : null}
        {totals !== null && reading.rank !== null ? <span>Totals are of all, not only of those shown.</span> : null}
      </header>
      <AnswerTable
        answer={answer}
        view={view}
        totals={totals}
        {...(props.choosing ? { choosing: props.choosing } : {})}
        {...(onEdit && !cross
          ? {
              onSort: (column) => {
                const edits = sortEdits(column, reading);
                if (edits.length > 0) onEdit(edits);
              },
              sorted: (column) => sortedBy(column, reading),
            }
          : {})}
      />
    </Sheet>
  );
}
