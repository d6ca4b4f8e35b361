/** What was changed on a board, by whom and when; each state can be gone back to. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import styled from 'styled-components';
import { api } from '../app/api';
import { Dialog, TextButton } from '../parts/controls';
import { ago } from '../parts/List';
import { Failure, Loading } from '../parts/states';

const List = styled.ol`
  display: grid;
  gap: 9px;
  li {
    display: flex;
    justify-content: space-between;
    gap: 16px;
    align-items: baseline;
  }
  small {
    color: var(--quiet);
    display: block;
  }
`;

export function HistoryDialog({ boardId, isOpen, onClose }: { boardId: string; isOpen: boolean; onClose: () => void }) {
  const client = useQueryClient();
  const history = useQuery({
    queryKey: ['board', boardId, 'history'],
    queryFn: () => api.history(boardId),
    enabled: isOpen,
  });
  const restore = useMutation({
    mutationFn: (version: number) => api.restoreVersion(boardId, version),
    onSuccess: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: ['board', boardId] }),
        client.invalidateQueries({ queryKey: ['tile', boardId] }),
      ]),
  });
  return (
    <Dialog title="History of this board" isOpen={isOpen} onClose={onClose}>
      {history.isPending && isOpen ? <Loading what="Fetching the history" /> : null}
      {history.isError ? <Failure error={history.error} onRetry={() => void history.refetch()} /> : null}
      {restore.isError ? <Failure error={restore.error} /> : null}
      {restore.data && restore.data.leftOut > 0 ? (
        <p role="status">
          {restore.data.leftOut === 1 ? 'One tile of it' : `${restore.data.leftOut} tiles of it`} could not be read any
          more and {restore.data.leftOut === 1 ? 'is' : 'are'} left out.
        </p>
      ) : null}
      {history.data?.length === 0 ? <p>Nothing has been changed since the board was made.</p> : null}
      <List>
        {(history.data ?? []).map((one, index) => (
          <li key={one.version}>
            <span>
              {one.by} {one.what}
              <small>{ago(one.at)}</small>
            </span>
            {index === 0 ? (
              <small>now</small>
            ) : (
              <TextButton
                isDisabled={restore.isPending}
                onPress={() => restore.mutate(one.version)}
                aria-label={`Go back to: ${one.by} ${one.what}`}
              >
                Go back to this
              </TextButton>
            )}
          </li>
        ))}
      </List>
    </Dialog>
  );
}
