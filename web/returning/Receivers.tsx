/** To whom something goes: people and groups of Zud, and addresses outside, which get what its owner sees. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import type { Receiver } from '@zud/core/contract/messages';
import { usePerson } from '../app/session';
import { Button, Field, Menu, TextButton } from '../parts/controls';
import { Failure } from '../parts/states';
import { returning } from './returning-api';

const Names = styled.ul`
  display: grid;
  gap: 4px;
  margin-bottom: 6px;
  li {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    align-items: baseline;
  }
  small {
    color: var(--quiet);
  }
`;
const Outside = styled.form`
  display: grid;
  gap: 8px;
  margin-top: 8px;
  p {
    font-size: 12.5px;
    color: var(--quiet);
  }
`;

export const keyOf = (one: Receiver): string => JSON.stringify(one);

export function Receivers(props: {
  receivers: readonly Receiver[];
  /** Of those that are known already. */
  names: ReadonlyMap<string, string>;
  onChange: (receivers: readonly Receiver[]) => void;
}) {
  const me = usePerson();
  const known = useQuery({ queryKey: ['receivers'], queryFn: returning.receivers });
  const [address, setAddress] = useState<string | null>(null);
  const has = new Set(props.receivers.map(keyOf));
  const nameOf = (one: Receiver): string => {
    const named = props.names.get(keyOf(one));
    if (named !== undefined) return named;
    if (one.kind === 'address') return one.address;
    if (one.kind === 'group') return one.group;
    if (one.kind === 'room') return known.data?.rooms.find(({ id }) => id === one.id)?.name ?? 'a room';
    if (one.kind === 'hook') return known.data?.hooks.find(({ id }) => id === one.id)?.name ?? 'a hook';
    return one.id === me.id
      ? me.name
      : (known.data?.people.find(({ id }) => id === one.id)?.name ?? 'somebody who left');
  };
  const offers: readonly { readonly label: string; readonly note: string; readonly to: Receiver }[] = [
    ...(known.data?.people ?? []).map((person) => ({
      label: person.name,
      note: person.role,
      to: { kind: 'person' as const, id: person.id },
    })),
    ...(known.data?.groups ?? []).map(({ group, people }) => ({
      label: group,
      note: `${people} people, each with their own rows`,
      to: { kind: 'group' as const, group },
    })),
    ...(known.data?.hooks ?? []).map((hook) => ({
      label: hook.name,
      note: 'a program',
      to: { kind: 'hook' as const, id: hook.id },
    })),
    ...(known.data?.rooms ?? []).map((room) => ({
      label: room.name,
      note: 'a room; all in it see what you see',
      to: { kind: 'room' as const, id: room.id },
    })),
  ].filter(({ to }) => !has.has(keyOf(to)));
  return (
    <div>
      <Names aria-label="To whom">
        {props.receivers.map((one) => (
          <li key={keyOf(one)}>
            <span>
              {nameOf(one)}{' '}
              <small>
                {one.kind === 'address'
                  ? 'outside: gets what you see'
                  : one.kind === 'group'
                    ? 'each with their own rows'
                    : ''}
              </small>
            </span>
            <TextButton
              aria-label={`Take ${nameOf(one)} off`}
              onPress={() => props.onChange(props.receivers.filter((other) => keyOf(other) !== keyOf(one)))}
            >
              take off
            </TextButton>
          </li>
        ))}
        {props.receivers.length === 0 ? <li>Nobody: it stands on your Today only.</li> : null}
      </Names>
      {known.isError ? <Failure error={known.error} /> : null}
      <Menu
        plain
        label="Add somebody ▾"
        ariaLabel="Add somebody"
        entries={[
          ...offers.map(({ label, note, to }) => ({ id: keyOf(to), label, note })),
          { id: 'outside', label: 'An address outside …', note: 'by mail' },
        ]}
        onChoose={(id) => {
          if (id === 'outside') setAddress('');
          else props.onChange([...props.receivers, JSON.parse(id) as Receiver]);
        }}
      />
      {address === null ? null : (
        <Outside
          onSubmit={(event) => {
            event.preventDefault();
            if (!/^\S+@\S+\.\S+$/.test(address)) return;
            props.onChange([...props.receivers, { kind: 'address', address }]);
            setAddress(null);
          }}
        >
          <Field label="Address outside" type="email" value={address} onChange={setAddress} autoFocus />
          <p>They have no account, so they get your numbers: all that you may see of it.</p>
          <span>
            <Button type="submit" isDisabled={!/^\S+@\S+\.\S+$/.test(address)}>
              Add the address
            </Button>{' '}
            <Button onPress={() => setAddress(null)}>Cancel</Button>
          </span>
        </Outside>
      )}
    </div>
  );
}
