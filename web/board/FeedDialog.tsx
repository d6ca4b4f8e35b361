/** An address at which a program for feeds reads the news of a board. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import styled from 'styled-components';
import { Button, Dialog, TextButton } from '../parts/controls';
import { Failure } from '../parts/states';
import { returning } from '../returning/returning-api';

const Address = styled.code`
  display: block;
  overflow-wrap: anywhere;
  user-select: all;
  background: var(--wash);
  padding: 8px 10px;
  margin: 12px 0;
  font-size: 12.5px;
`;

const Acts = styled.div`
  display: flex;
  gap: 16px;
  align-items: baseline;
  margin-top: 14px;
`;

export function FeedDialog({ boardId, onClose }: { boardId: string; onClose: () => void }) {
  const client = useQueryClient();
  const key = ['board', boardId, 'feeds'];
  const feeds = useQuery({ queryKey: key, queryFn: () => returning.feedsOf(boardId) });
  const refresh = () => client.invalidateQueries({ queryKey: key });
  const make = useMutation({ mutationFn: () => returning.makeFeed(boardId), onSettled: refresh });
  const withdraw = useMutation({
    mutationFn: () => returning.withdrawFeeds(boardId),
    onSuccess: () => make.reset(),
    onSettled: refresh,
  });
  const count = feeds.data?.feeds ?? 0;
  return (
    <Dialog title="A feed of its news" isOpen onClose={onClose}>
      <p>
        A program for feeds reads what is changed on the board (Atom) at an address. Whoever has the address reads it,
        as you may see it; it is shown this once.
      </p>
      {feeds.isError ? <Failure error={feeds.error} onRetry={() => void feeds.refetch()} /> : null}
      {make.isError || withdraw.isError ? <Failure error={make.error ?? withdraw.error} /> : null}
      {make.data === undefined ? null : <Address role="status">{make.data.address}</Address>}
      <Acts>
        <Button isDisabled={make.isPending} onPress={() => make.mutate()}>
          Make an address
        </Button>
        {count > 0 ? (
          <TextButton isDisabled={withdraw.isPending} onPress={() => withdraw.mutate()}>
            {count === 1 ? 'withdraw the one you made' : `withdraw the ${count} you made`}
          </TextButton>
        ) : null}
      </Acts>
    </Dialog>
  );
}
