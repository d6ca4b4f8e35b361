/** On Today: what alerts told one and one has not seen yet. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import styled from 'styled-components';
import { TextButton } from '../parts/controls';
import { Occasions } from './Occasions';
import { returning } from './returning-api';

const Part = styled.section`
  padding-bottom: 26px;
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--signal);
    margin-bottom: 8px;
  }
  ol {
    margin-bottom: 6px;
  }
  div {
    display: flex;
    gap: 16px;
  }
  li > div {
    display: block;
  }
`;

export function ToldToday() {
  const client = useQueryClient();
  const told = useQuery({ queryKey: ['told'], queryFn: returning.told, staleTime: 0 });
  const see = useMutation({
    mutationFn: returning.seeAll,
    onSuccess: () => client.invalidateQueries({ queryKey: ['told'] }),
  });
  if ((told.data ?? []).length === 0) return null;
  return (
    <Part aria-label="What alerts told you">
      <h2>Your alerts told you</h2>
      <Occasions occasions={told.data ?? []} brief />
      <div>
        <TextButton isDisabled={see.isPending} onPress={() => see.mutate()}>
          seen
        </TextButton>
        <Link to="/alerts">all alerts</Link>
      </div>
    </Part>
  );
}
