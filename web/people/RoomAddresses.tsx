/** One's addresses in rooms: said here, and shown by a code that comes there. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Field, TextButton } from '../parts/controls';
import { ago } from '../parts/List';
import { Failure } from '../parts/states';
import { returning } from '../returning/returning-api';

export function RoomAddresses() {
  const client = useQueryClient();
  const own = useQuery({ queryKey: ['room accounts'], queryFn: returning.roomAccounts });
  const [address, setAddress] = useState('');
  const [code, setCode] = useState('');
  const refresh = () => client.invalidateQueries({ queryKey: ['room accounts'] });
  const say = useMutation({ mutationFn: () => returning.sayAddress(address.trim()), onSuccess: refresh });
  const show = useMutation({
    mutationFn: () => returning.showCode(code.trim()),
    onSuccess: async () => {
      setAddress('');
      setCode('');
      await refresh();
    },
  });
  const drop = useMutation({ mutationFn: returning.dropAddress, onSettled: refresh });
  if (own.isError) return <Failure error={own.error} onRetry={() => void own.refetch()} />;
  const asked = own.data?.asked ?? null;
  return (
    <>
      <h2>Your addresses in rooms</h2>
      <p>Where you ask Zud in a room, it knows you by your address there, and answers by your rights.</p>
      {(own.data?.accounts ?? []).length === 0 ? null : (
        <ul>
          {(own.data?.accounts ?? []).map((one) => (
            <li key={one.address}>
              <span>
                {one.address} <small>yours since {ago(one.linkedAt)}</small>
              </span>
              <TextButton isDisabled={drop.isPending} onPress={() => drop.mutate(one.address)}>
                not mine any more
              </TextButton>
            </li>
          ))}
        </ul>
      )}
      {[say.error, show.error, drop.error].map((error, index) =>
        error === null ? null : <Failure key={index} error={error} />,
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          say.mutate();
        }}
      >
        <Field label="An address of yours" value={address} onChange={setAddress} placeholder="name@example.com" />
        <Button type="submit" isDisabled={address.trim() === '' || say.isPending}>
          Send a code there
        </Button>
      </form>
      {asked === null ? null : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            show.mutate();
          }}
        >
          <Field
            label={`The code that came to ${asked}`}
            value={code}
            onChange={setCode}
            autoComplete="one-time-code"
            placeholder="six digits"
          />
          <Button type="submit" isDisabled={!/^\s*\d{6}\s*$/.test(code) || show.isPending}>
            That is it
          </Button>
        </form>
      )}
    </>
  );
}
