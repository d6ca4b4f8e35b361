/** Rules of the data that the last loads break, for stewards: on Today, and on the page of a model. */
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import styled from 'styled-components';
import { brokenWords } from '@zud/core/data/column-rules';
import { api } from '../app/api';
import { usePerson } from '../app/session';
import { SERIF } from '../app/theme';

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
export function BrokenRules({ modelId }: { modelId?: string }) {
  const { role } = usePerson();
  const isSteward = role === 'steward' || role === 'admin';
  const tables = useQuery({ queryKey: ['tables'], queryFn: api.tables, enabled: isSteward, refetchInterval: OFTEN });
  const broken = (tables.data ?? [])
    .filter(({ models }) => modelId === undefined || models.some(({ id }) => id === modelId))
    .flatMap((table) => table.broken);
  if (broken.length === 0) return null;
  return (
    <Part aria-label="Data that break their rules">
      <h2>Data that break their rules</h2>
      <ul>
        {broken.slice(0, MOST).map((one) => (
          <li key={JSON.stringify(one)}>
            <Link to={`/tables/${one.table}`}>{brokenWords(one)}</Link>
          </li>
        ))}
      </ul>
      {broken.length > MOST ? <Link to="/tables">{broken.length - MOST} more</Link> : null}
    </Part>
  );
}
