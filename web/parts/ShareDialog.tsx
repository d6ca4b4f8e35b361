/** With whom something of one's own is shared, and what each may do with it. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import styled from 'styled-components';
import { api, type Share } from '../app/api';
import { usePerson } from '../app/session';
import { Button, Dialog } from './controls';
import { Failure, Loading } from './states';

const List = styled.ul`
  display: grid;
  gap: 8px;
  margin-bottom: 18px;
  li {
    display: flex;
    justify-content: space-between;
    gap: 16px;
    align-items: center;
  }
  small {
    color: var(--quiet);
    display: block;
  }
  select {
    border: 1px solid var(--line);
    background: var(--raised);
    border-radius: 3px;
    padding: 5px 8px;
  }
`;
const Foot = styled.div`
  display: flex;
  gap: 10px;
  align-items: center;
  font-size: 12.5px;
  color: var(--quiet);
`;

interface Sharing<Right extends string> {
  /** Where the shares are kept on the server, for the cache. */
  readonly kept: readonly string[];
  readonly title: string;
  readonly rights: readonly (readonly [Right, string])[];
  readonly fetch: () => Promise<readonly Share<Right>[]>;
  readonly set: (person: string, right: Right | null) => Promise<readonly Share<Right>[]>;
}

export function ShareDialog<Right extends string>(props: Sharing<Right> & { isOpen: boolean; onClose: () => void }) {
  const me = usePerson();
  const client = useQueryClient();
  const people = useQuery({ queryKey: ['people'], queryFn: api.people, enabled: props.isOpen });
  const shares = useQuery({ queryKey: ['shares', ...props.kept], queryFn: props.fetch, enabled: props.isOpen });
  const share = useMutation({
    mutationFn: ({ person, right }: { person: string; right: Right | null }) => props.set(person, right),
    onSuccess: (now) => client.setQueryData(['shares', ...props.kept], now),
  });
  const link = useMutation({ mutationFn: () => navigator.clipboard.writeText(window.location.href) });
  const rights = new Map((shares.data ?? []).map((one) => [one.personId, one.right]));
  return (
    <Dialog title={props.title} isOpen={props.isOpen} onClose={props.onClose}>
      {people.isPending || shares.isPending ? <Loading what="Looking for people" /> : null}
      {people.isError || shares.isError ? <Failure error={people.error ?? shares.error} /> : null}
      <List aria-label="People">
        {(people.data ?? [])
          .filter((person) => person.id !== me.id)
          .map((person) => (
            <li key={person.id}>
              <span>
                {person.name}
                <small>{person.role}</small>
              </span>
              <select
                aria-label={`Right of ${person.name}`}
                value={rights.get(person.id) ?? 'none'}
                onChange={(event) =>
                  share.mutate({
                    person: person.id,
                    right: event.target.value === 'none' ? null : (event.target.value as Right),
                  })
                }
              >
                <option value="none">not shared</option>
                {props.rights.map(([right, words]) => (
                  <option key={right} value={right}>
                    {words}
                  </option>
                ))}
              </select>
            </li>
          ))}
      </List>
      {share.isError ? <Failure error={share.error} /> : null}
      <Foot>
        <Button onPress={props.onClose}>Done</Button>
        <Button onPress={() => link.mutate()}>Copy the link</Button>
        <span role="status">
          {link.isSuccess
            ? 'Copied'
            : link.isError
              ? 'The browser does not allow copying here; the address above is the link.'
              : ''}
        </span>
      </Foot>
    </Dialog>
  );
}
