/** Under a board's sentence: what was decided on it and is still open, in a line each. */
import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import { SERIF } from '../app/theme';
import { TextButton } from '../parts/controls';
import { termsOf } from './decision-words';
import { returning } from './returning-api';

const Lines = styled.ul`
  display: grid;
  gap: 3px;
  padding: 2px 0 8px;
  font-size: 13px;
  color: var(--quiet);
  li {
    border-left: 2px solid var(--signal);
    padding-left: 10px;
  }
  b {
    font: 600 14.5px/1.4 ${SERIF};
    color: var(--ink);
  }
  em {
    font-style: normal;
    font-weight: 600;
    color: var(--signal);
  }
`;
const MOST = 2;

/** @param onOpen shows them all, beside the comments */
export function DecisionsOnBoard({ boardId, onOpen }: { boardId: string; onOpen: () => void }) {
  const decided = useQuery({
    queryKey: ['board', boardId, 'decisions'],
    queryFn: () => returning.decisionsOn(boardId),
    staleTime: 60_000,
  });
  const open = (decided.data?.decisions ?? []).filter(({ state }) => state === 'open');
  if (open.length === 0) return null;
  return (
    <Lines aria-label="Decided, and still open">
      {open.slice(0, MOST).map((one) => (
        <li key={one.id}>
          <b>{one.text}</b> · {termsOf(one)}
          {one.overdue ? (
            <>
              , <em>overdue</em>
            </>
          ) : null}
          {one.since === null ? '' : ` · ${one.since[0] ?? ''}`}{' '}
          <TextButton onPress={onOpen} aria-label={`Look at “${one.text}”`}>
            look
          </TextButton>
        </li>
      ))}
      {open.length > MOST ? (
        <li>
          <TextButton onPress={onOpen}>{open.length - MOST} more</TextButton>
        </li>
      ) : null}
    </Lines>
  );
}
