/** On Today: decisions that one does or made, until they are closed. */
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import styled from 'styled-components';
import { SERIF } from '../app/theme';
import { Failure } from '../parts/states';
import { DecisionState } from './DecisionState';
import { returning } from './returning-api';

const Part = styled.section`
  padding-bottom: 26px;
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    margin-bottom: 8px;
  }
  ul {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(100%, 340px), 1fr));
    gap: 14px 40px;
  }
  p {
    font: 400 15.5px/1.4 ${SERIF};
    overflow-wrap: anywhere;
  }
  small {
    font-size: 12px;
    color: var(--quiet);
  }
`;

export function DecisionsToday() {
  const open = useQuery({ queryKey: ['open decisions'], queryFn: returning.openDecisions, staleTime: 0 });
  if (open.isError) return <Failure error={open.error} onRetry={() => void open.refetch()} />;
  if ((open.data ?? []).length === 0) return null;
  return (
    <Part aria-label="Open decisions">
      <h2>Decided, and still open</h2>
      <ul>
        {(open.data ?? []).map((one) => (
          <li key={one.id}>
            <p>{one.text}</p>
            <DecisionState decision={one} />
            <small>
              {one.by} on <Link to={`/boards/${one.boardId}?comments`}>{one.board}</Link>
            </small>
          </li>
        ))}
      </ul>
    </Part>
  );
}
