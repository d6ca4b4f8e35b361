/** Under a decision: who does it and by when, what its measure has done since, and saying that it is done. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import styled from 'styled-components';
import type { DecisionState as State, DecisionView } from '@zud/core/contract/decisions';
import { TextButton } from '../parts/controls';
import { Failure } from '../parts/states';
import { termsOf } from './decision-words';
import { returning } from './returning-api';

const Part = styled.div`
  border-left: 2px solid var(--signal);
  padding-left: 10px;
  margin: 4px 0 6px;
  font-size: 12.5px;
  line-height: 1.45;
  display: grid;
  gap: 3px;
  &[data-ended] {
    border-color: var(--line);
  }
  b {
    font-weight: 600;
    color: var(--signal);
  }
  span span {
    color: var(--quiet);
  }
  button {
    font-size: 12.5px;
  }
`;

export function DecisionState({ decision, onChanged }: { decision: DecisionView; onChanged?: () => void }) {
  const client = useQueryClient();
  const { id, boardId, state, since } = decision;
  const change = useMutation({
    mutationFn: (to: State) => returning.changeDecision(boardId, id, { state: to }),
    onSuccess: async () => {
      await Promise.all([
        client.invalidateQueries({ queryKey: ['board', boardId] }),
        client.invalidateQueries({ queryKey: ['open decisions'] }),
      ]);
      onChanged?.();
    },
  });
  return (
    <Part {...(state === 'open' ? {} : { 'data-ended': true })}>
      <span>
        {termsOf(decision)}
        {decision.overdue ? (
          <>
            {' '}
            · <b>overdue</b>
          </>
        ) : null}
      </span>
      {since === null ? null : (
        <span>
          <span>Since then: </span>
          {since.join(' ')}
        </span>
      )}
      {change.isError ? <Failure error={change.error} /> : null}
      {decision.mayChange ? (
        <span>
          {state === 'open' ? (
            <>
              <TextButton isDisabled={change.isPending} onPress={() => change.mutate('done')}>
                It is done
              </TextButton>{' '}
              ·{' '}
              <TextButton isDisabled={change.isPending} onPress={() => change.mutate('dropped')}>
                Drop it
              </TextButton>
            </>
          ) : (
            <TextButton isDisabled={change.isPending} onPress={() => change.mutate('open')}>
              Open again
            </TextButton>
          )}
        </span>
      ) : null}
    </Part>
  );
}
