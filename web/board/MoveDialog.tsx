/** Chooses the board that a tile moves to. */
import { useQuery } from '@tanstack/react-query';
import { api } from '../app/api';
import { Dialog, TextButton } from '../parts/controls';
import { Failure, Loading } from '../parts/states';

export function MoveDialog({
  from,
  isOpen,
  onMove,
  onClose,
}: {
  from: string;
  isOpen: boolean;
  onMove: (board: string) => void;
  onClose: () => void;
}) {
  const boards = useQuery({ queryKey: ['boards'], queryFn: api.boards, enabled: isOpen, staleTime: 0 });
  const others = (boards.data ?? []).filter(
    (board) => board.id !== from && (board.right === 'owner' || board.right === 'edit'),
  );
  return (
    <Dialog title="Move the tile to" isOpen={isOpen} onClose={onClose}>
      {boards.isPending && isOpen ? (
        <Loading what="Looking for boards" />
      ) : boards.isError ? (
        <Failure error={boards.error} />
      ) : others.length === 0 ? (
        <p>There is no other board that you may change. Make one under Boards first.</p>
      ) : null}
      <ul style={{ display: 'grid', gap: 10 }}>
        {others.map((board) => (
          <li key={board.id}>
            <TextButton
              onPress={() => {
                onMove(board.id);
                onClose();
              }}
            >
              {board.title}
            </TextButton>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
