import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import type { Reading } from '@zud/core/reading/schema';
import { api } from '../app/api';
import { Button, Dialog, Field, PrimaryButton, TextButton } from '../parts/controls';
import { Failure, Loading } from '../parts/states';

const List = styled.ul`
  display: grid;
  gap: 8px;
  margin-bottom: 16px;
  max-height: 240px;
  overflow: auto;
`;
const Row = styled.form`
  display: flex;
  gap: 10px;
  align-items: end;
  > :first-child {
    flex: 1;
  }
`;

export function PinDialog(props: { isOpen: boolean; onClose: () => void; modelId: string; reading: Reading }) {
  const client = useQueryClient();
  const boards = useQuery({ queryKey: ['boards'], queryFn: api.boards, enabled: props.isOpen, staleTime: 0 });
  const [title, setTitle] = useState('');
  const pin = useMutation({
    mutationFn: async (board: { id: string; title: string } | null) => {
      const target = board ?? { ...(await api.createBoard(title.trim())), title: title.trim() };
      await api.pin(target.id, props.modelId, props.reading, null);
      return target;
    },
    onSuccess: () => void client.invalidateQueries({ queryKey: ['boards'] }),
  });
  const close = () => {
    pin.reset();
    setTitle('');
    props.onClose();
  };
  const mine = (boards.data ?? []).filter((board) => board.right !== 'see');
  return (
    <Dialog title="Pin to a board" isOpen={props.isOpen} onClose={close}>
      {pin.isSuccess ? (
        <>
          <p style={{ marginBottom: 16 }}>
            Pinned to <Link to={`/boards/${pin.data.id}`}>{pin.data.title}</Link>.
          </p>
          <Button onPress={close}>Go on asking</Button>
        </>
      ) : (
        <>
          {boards.isPending ? <Loading what="Looking for your boards" /> : null}
          {boards.isError ? <Failure error={boards.error} onRetry={() => void boards.refetch()} /> : null}
          {mine.length > 0 ? (
            <List aria-label="Boards">
              {mine.map((board) => (
                <li key={board.id}>
                  <TextButton isDisabled={pin.isPending} onPress={() => pin.mutate(board)}>
                    {board.title}
                  </TextButton>
                </li>
              ))}
            </List>
          ) : null}
          <Row
            onSubmit={(event) => {
              event.preventDefault();
              if (title.trim() !== '') pin.mutate(null);
            }}
          >
            <Field label="A new board" value={title} onChange={setTitle} placeholder="Title" />
            <PrimaryButton type="submit" isDisabled={title.trim() === '' || pin.isPending}>
              Make and pin
            </PrimaryButton>
          </Row>
          {pin.isError ? <Failure error={pin.error} /> : null}
        </>
      )}
    </Dialog>
  );
}
