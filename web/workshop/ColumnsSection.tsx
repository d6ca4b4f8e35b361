/** What the columns of the model's tables hold: type, what is missing, how many different values, ends, and the most frequent ones. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import type { ModelDraftView } from '@zud/core/contract/workshop';
import { formatValue } from '@zud/core/format/format';
import { api } from '../app/api';
import { SERIF } from '../app/theme';
import { Title } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { Select } from './fields';

const Sheet = styled.table`
  width: 100%;
  border-collapse: collapse;
  margin-top: 14px;
  th {
    text-align: left;
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    padding: 6px 14px 6px 0;
    border-bottom: 1.5px solid var(--ink);
  }
  td {
    padding: 8px 14px 8px 0;
    border-bottom: 1px solid var(--line);
    vertical-align: top;
    font: 400 14.5px/1.4 ${SERIF};
  }
  td:first-child {
    font-weight: 650;
  }
  td[data-number],
  th[data-number] {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
`;
const Bars = styled.ul`
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 64px;
    gap: 8px;
    align-items: center;
    font-size: 12.5px;
  }
  span {
    display: block;
    height: 7px;
    background: var(--first);
    min-width: 1px;
  }
`;
const About = styled.p`
  color: var(--quiet);
  font-size: 13px;
  margin-top: 10px;
`;

const MOST_VALUES = 5;

const Scroll = styled.div`
  overflow-x: auto;
`;

export function ColumnsSection({ draft }: { draft: ModelDraftView }) {
  const { tables } = draft.file;
  const [chosen, setChosen] = useState(tables[0]?.id ?? '');
  const source = tables.find(({ id }) => id === chosen)?.source ?? chosen;
  const profile = useQuery({
    queryKey: ['profile', source],
    queryFn: ({ signal }) => api.tableProfile(source, signal),
    enabled: source !== '',
  });
  const loaded = useQuery({ queryKey: ['tables'], queryFn: api.tables });
  const at = loaded.data?.find(({ name }) => name === source)?.loadedAt;
  return (
    <>
      <Title>Columns</Title>
      <Select label="Table" value={chosen} options={tables.map(({ id }) => [id, id] as const)} onChange={setChosen} />
      {at === undefined ? null : (
        <About>Loaded {new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}.</About>
      )}
      {profile.isPending ? (
        <Loading what="Looking through the table" />
      ) : profile.isError ? (
        <Failure error={profile.error} onRetry={() => void profile.refetch()} />
      ) : (
        <Scroll>
          <Sheet>
            <thead>
              <tr>
                <th>Column</th>
                <th>Type</th>
                <th data-number>Missing</th>
                <th data-number>Different</th>
                <th>From – to</th>
                <th>Most frequent</th>
              </tr>
            </thead>
            <tbody>
              {profile.data.columns.map((column) => (
                <tr key={column.name}>
                  <td>{column.name}</td>
                  <td>{column.type}</td>
                  <td data-number>
                    {column.missing === 0
                      ? '0'
                      : formatValue(column.missing / Math.max(1, profile.data.rows), {
                          format: { style: 'percent', decimals: 1 },
                        })}
                  </td>
                  <td data-number>{column.distinct.toLocaleString()}</td>
                  <td>{column.min === undefined ? '' : `${String(column.min)} – ${String(column.max ?? '')}`}</td>
                  <td>
                    <Bars>
                      {column.top.slice(0, MOST_VALUES).map(({ value, count }) => (
                        <li key={String(value)}>
                          {value === null || value === '' ? '(none)' : String(value)}
                          <span
                            role="img"
                            aria-label={`${count.toLocaleString()} rows`}
                            style={{ width: `${(100 * count) / Math.max(1, column.top[0]?.count ?? 1)}%` }}
                          />
                        </li>
                      ))}
                    </Bars>
                  </td>
                </tr>
              ))}
            </tbody>
          </Sheet>
        </Scroll>
      )}
    </>
  );
}
