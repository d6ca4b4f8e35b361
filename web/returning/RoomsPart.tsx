/** For admins: the rooms in which Zud answers. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../app/api';
import { Button, Field, Menu, TextButton } from '../parts/controls';
import { Failure } from '../parts/states';
import { TablePart } from '../parts/TablePart';
import { Line } from './jobs-layout';
import { returning } from './returning-api';

export function RoomsPart() {
  const client = useQueryClient();
  const rooms = useQuery({ queryKey: ['rooms'], queryFn: returning.rooms });
  const models = useQuery({ queryKey: ['models'], queryFn: api.models });
  const [name, setName] = useState('');
  const [address, setAddress] = useState('');
  const [picked, setPicked] = useState<string | null>(null);
  const model = models.data?.find(({ id }) => id === picked) ?? models.data?.[0];
  const refresh = () => client.invalidateQueries({ queryKey: ['rooms'] });
  const allow = useMutation({
    mutationFn: () =>
      returning.allowRoom({ name: name.trim(), address: address.trim().toLowerCase(), modelId: model?.id ?? '' }),
    onSuccess: async () => {
      setName('');
      setAddress('');
      await refresh();
    },
  });
  const withdraw = useMutation({ mutationFn: returning.withdrawRoom, onSettled: refresh });
  if (rooms.isError) return <Failure error={rooms.error} onRetry={() => void rooms.refetch()} />;
  if (rooms.data?.served === false)
    return (
      <TablePart>
        <h2>Rooms</h2>
        <p>This installation has no server of rooms; whoever runs it names one as ZUD_XMPP.</p>
      </TablePart>
    );
  return (
    <TablePart>
      <h2>Rooms</h2>
      <p>
        In them Zud is asked by its name, and tells what it is to tell. Each is answered by their own rights, and all in
        the room see the answer.
      </p>
      {allow.isError || withdraw.isError ? <Failure error={allow.error ?? withdraw.error} /> : null}
      {(rooms.data?.rooms ?? []).length === 0 ? null : (
        <div>
          <table>
            <tbody>
              {(rooms.data?.rooms ?? []).map((room) => (
                <tr key={room.id}>
                  <td>{room.name}</td>
                  <td>{room.address}</td>
                  <td>asked of {room.model}</td>
                  <td className={room.reached ? '' : 'bad'}>{room.reached ? 'Zud is in it' : 'not reached'}</td>
                  <td>
                    <TextButton isDisabled={withdraw.isPending} onPress={() => withdraw.mutate(room.id)}>
                      leave it
                    </TextButton>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <Line
        onSubmit={(event) => {
          event.preventDefault();
          allow.mutate();
        }}
      >
        <Field label="Name" value={name} onChange={setName} />
        <Field label="Its address" value={address} onChange={setAddress} placeholder="operations@rooms.example.com" />
        <Menu
          label={`Of ${model?.name ?? '…'} ▾`}
          ariaLabel="What is asked there"
          entries={(models.data ?? []).map((one) => ({ id: one.id, label: one.name }))}
          onChoose={setPicked}
        />
        <Button
          type="submit"
          isDisabled={name.trim() === '' || address.trim() === '' || model === undefined || allow.isPending}
        >
          Enter it
        </Button>
      </Line>
    </TablePart>
  );
}
