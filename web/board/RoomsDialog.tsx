/** Which rooms are told of a board: what it is at once, and what is changed from then on. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import styled from 'styled-components';
import { Dialog, TextButton } from '../parts/controls';
import { Failure, Loading } from '../parts/states';
import { returning } from '../returning/returning-api';

const Rooms = styled.ul`
  li {
    display: flex;
    justify-content: space-between;
    gap: 16px;
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
  }
`;

export function RoomsDialog({ boardId, onClose }: { boardId: string; onClose: () => void }) {
  const client = useQueryClient();
  const key = ['board', boardId, 'rooms'];
  const rooms = useQuery({ queryKey: key, queryFn: () => returning.roomsOfBoard(boardId) });
  const tell = useMutation({
    mutationFn: ({ id, told }: { id: string; told: boolean }) => returning.tellRoom(boardId, id, told),
    onSettled: () => client.invalidateQueries({ queryKey: key }),
  });
  return (
    <Dialog title="Tell a room of it" isOpen onClose={onClose}>
      <p>A room is told what the board says now, and from then on what is changed on it. All in the room see it.</p>
      {rooms.isPending ? <Loading what="Looking at the rooms" /> : null}
      {rooms.isError ? <Failure error={rooms.error} onRetry={() => void rooms.refetch()} /> : null}
      {tell.isError ? <Failure error={tell.error} /> : null}
      {rooms.data?.rooms.length === 0 ? <p>There are no rooms; an admin can enter one.</p> : null}
      <Rooms>
        {(rooms.data?.rooms ?? []).map((room) => (
          <li key={room.id}>
            <span>
              {room.name}
              {room.told ? ', is told of it' : ''}
            </span>
            <TextButton isDisabled={tell.isPending} onPress={() => tell.mutate({ id: room.id, told: !room.told })}>
              {room.told ? 'tell it no more' : 'tell it'}
            </TextButton>
          </li>
        ))}
      </Rooms>
    </Dialog>
  );
}
