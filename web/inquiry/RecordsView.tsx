/** The records behind an answer, without making a step of them: columns to add, a file to take along. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import type { Edit } from '@zud/core/reading/edit-schema';
import type { Listed, Reading } from '@zud/core/reading/schema';
import { api, type ModelView } from '../app/api';
import { Choice } from '../parts/Choice';
import { Menu, TextButton } from '../parts/controls';
import { Failure, Loading, Message } from '../parts/states';
import { AnswerTable } from './table/AnswerTable';
import { columnsToAdd, listingEdit, sortOf } from './records';

const Box = styled.div`
  min-height: 0;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  gap: 8px;
  > header {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 18px;
    align-items: baseline;
    font-size: 13px;
    color: var(--quiet);
  }
`;

/** Records of a page. */
const PAGE = 1000;

/** @param props.fact whose records, where that does not follow from the reading */
export function RecordsView(props: {
  modelId: string;
  reading: Reading;
  model: ModelView | undefined;
  fact?: string;
  onKeep?: (edits: readonly Edit[]) => void;
}) {
  const { modelId, reading, model } = props;
  const [columns, setColumns] = useState<readonly Listed[]>([]);
  const [skip, setSkip] = useState(0);
  const [sort, setSort] = useState<Edit | null>(null);
  const [fact, setFact] = useState(props.fact);
  const edit = listingEdit(columns, fact);
  const edits = sort === null ? [edit] : [edit, sort];
  const records = useQuery({
    queryKey: ['records', modelId, reading, edits, skip],
    queryFn: ({ signal }) => api.answer(modelId, reading, edits, signal, skip),
    staleTime: 60_000,
    placeholderData: (before) => before,
  });
  if (records.isPending) return <Loading what="Reading the records" />;
  if (records.isError) return <Failure error={records.error} onRetry={() => void records.refetch()} />;
  const { answer } = records.data;
  const addable = columnsToAdd(model, answer);
  const behind = props.fact === undefined ? (answer.records ?? []) : [];
  const choice =
    behind.length > 1 ? (
      <Choice
        label="Records of"
        value={fact ?? records.data.reading.rows?.fact ?? ''}
        options={behind.map(({ id, name }) => [id, name])}
        onChange={(id) => {
          setFact(id);
          setColumns([]);
          setSort(null);
          setSkip(0);
        }}
      />
    ) : null;
  if (answer.rows.length === 0)
    return (
      <div>
        {choice}
        <Message title="No records">Nothing stands behind this answer. Take a condition out of the sentence.</Message>
      </div>
    );
  return (
    <Box>
      <header>
        {choice}
        <span>
          {answer.truncated || skip > 0
            ? `Records ${(skip + 1).toLocaleString()} to ${(skip + answer.rowCount).toLocaleString()}`
            : `${answer.rowCount} ${answer.rowCount === 1 ? 'record' : 'records'}`}
        </span>
        {skip > 0 ? <TextButton onPress={() => setSkip(Math.max(0, skip - PAGE))}>Those before</TextButton> : null}
        {answer.truncated ? <TextButton onPress={() => setSkip(skip + PAGE)}>The next ones</TextButton> : null}
        {addable.length > 0 ? (
          <Menu
            plain
            label="Add a column ▾"
            ariaLabel="Add a column"
            entries={addable.map(({ id, label }) => ({ id, label }))}
            onChoose={(id) =>
              setColumns([...columns, ...addable.filter((one) => one.id === id).map((one) => one.column)])
            }
          />
        ) : null}
        {columns.length > 0 ? <TextButton onPress={() => setColumns([])}>Usual columns</TextButton> : null}
        {props.onKeep ? <TextButton onPress={() => props.onKeep?.(edits)}>Keep as a step</TextButton> : null}
      </header>
      <AnswerTable
        answer={answer}
        onSort={(column) => {
          const next = sortOf(column, sort);
          if (next) {
            setSort(next);
            setSkip(0);
          }
        }}
        sorted={(column) =>
          sort?.do === 'order' &&
          sort.order?.by.kind === 'measure' &&
          sort.order.by.calculation.kind === 'measure' &&
          sort.order.by.calculation.measure === column.of
            ? sort.order.direction === 'up'
              ? 'ascending'
              : 'descending'
            : 'none'
        }
      />
    </Box>
  );
}
