/** What is amiss with the data that somebody keeps, on Today and on the page of a model: rules that the last loads break, and tables that could not be fetched. */
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import styled from 'styled-components';
import { brokenWords } from '@zud/core/data/column-rules';
import { api } from '../app/api';
import { usePerson } from '../app/session';
import { SERIF } from '../app/theme';
import { ago } from '../parts/List';

const Part = styled.section`
  padding-bottom: 26px;
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    margin-bottom: 8px;
  }
  li {
    font: 400 15.5px/1.4 ${SERIF};
    border-left: 2px solid var(--signal);
    padding: 2px 0 2px 12px;
    margin-bottom: 6px;
    overflow-wrap: anywhere;
  }
`;
/** Milliseconds between two looks. */
const OFTEN = 15_000;
const MOST = 6;

/** @param modelId only of the tables that this model reads; absent: of all */
export function AmissData({ modelId }: { modelId?: string }) {
  const { role } = usePerson();
  const keepsTables = role !== 'viewer';
  const tables = useQuery({ queryKey: ['tables'], queryFn: api.tables, enabled: keepsTables, refetchInterval: OFTEN });
  const here = (tables.data ?? []).filter(
    ({ models }) => modelId === undefined || models.some(({ id }) => id === modelId),
  );
  const amiss = here.flatMap(({ name, source, broken }) => [
    ...(source === null || source.fault === null
      ? []
      : [
          {
            table: name,
            text: `“${name}” could not be fetched, so its rows are those of ${ago(source.cameAt)}: ${source.fault}`,
          },
        ]),
    ...broken.map((one) => ({ table: one.table, text: brokenWords(one) })),
  ]);
  if (amiss.length === 0) return null;
  return (
    <Part aria-label="What is amiss with the data">
      <h2>What is amiss with the data</h2>
      <ul>
        {amiss.slice(0, MOST).map(({ table, text }) => (
          <li key={`${table} ${text}`}>
            <Link to={`/tables/${table}`}>{text}</Link>
          </li>
        ))}
      </ul>
      {amiss.length > MOST ? <Link to="/tables">{amiss.length - MOST} more</Link> : null}
    </Part>
  );
}
