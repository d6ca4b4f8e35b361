import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import styled from 'styled-components';
import { api } from '../app/api';
import { usePerson } from '../app/session';
import { Button, Dialog } from '../parts/controls';
import { Failure, Loading } from '../parts/states';

const List = styled.ul`
  display: grid; gap: 8px; margin-bottom: 18px;
  li { display: flex; justify-content: space-between; gap: 16px; align-items: center; }
  small { color: var(--quiet); display: block; }
  select { border: 1px solid var(--line); background: var(--raised); border-radius: 3px; padding: 5px 8px; }
`;

export function ShareDialog(props: { boardId: string; isOpen: boolean; onClose: () => void }) {
  const me = usePerson();
  const client = useQueryClient();
  const people = useQuery({ queryKey: ['people'], queryFn: api.people, enabled: props.isOpen });
  const shares = useQuery({ queryKey: ['shares', props.boardId], queryFn: () => api.shares(props.boardId), enabled: props.isOpen });
  const share = useMutation({
    mutationFn: ({ person, right }: { person: string; right: 'see' | 'edit' | null }) => api.share(props.boardId, person, right),
    onSuccess: (now) => client.setQueryData(['shares', props.boardId], now),
  });
  const rights = new Map((shares.data ?? []).map((one) => [one.personId, one.right]));
  return (
    <Dialog title="Share this board" isOpen={props.isOpen} onClose={props.onClose}>
      {people.isPending || shares.isPending ? <Loading what="Looking for people" /> : null}
      {people.isError || shares.isError ? <Failure error={people.error ?? shares.error} /> : null}
      <List aria-label="People">
        {(people.data ?? []).filter((person) => person.id !== me.id).map((person) => (
          <li key={person.id}>
            <span>{person.name}<small>{person.role}</small></span>
            <select aria-label={`Right of ${person.name}`} value={rights.get(person.id) ?? 'none'} onChange={(event) => share.mutate({ person: person.id, right: event.target.value === 'none' ? null : (event.target.value as 'see' | 'edit') })}>
              <option value="none">not shared</option>
              <option value="see">may see</option>
              <option value="edit">may edit</option>
            </select>
          </li>
        ))}
      </List>
      {share.isError ? <Failure error={share.error} /> : null}
      <Button onPress={props.onClose}>Done</Button>
    </Dialog>
  );
}
