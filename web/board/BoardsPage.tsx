import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { api } from '../app/api';
import { Page } from '../app/Page';
import { usePerson } from '../app/session';
import { Button, Dialog, Field, PrimaryButton, TextButton } from '../parts/controls';
import { ConfirmDialog } from '../parts/ConfirmDialog';
import { ago, Head, List, Title } from '../parts/List';
import { Failure, Loading, Message } from '../parts/states';

const RIGHTS = { owner: 'yours', edit: 'you may edit', comment: 'you may comment', see: 'you may see' } as const;

export function BoardsPage() {
  const navigate = useNavigate();
  const person = usePerson();
  const client = useQueryClient();
  const [search, setSearch] = useSearchParams();
  const by = search.get('by');
  const boards = useQuery({ queryKey: ['boards'], queryFn: api.boards });
  const shown = (boards.data ?? []).filter((board) => by === null || board.owner === by);
  const [making, setMaking] = useState(false);
  const [going, setGoing] = useState<{ id: string; title: string } | null>(null);
  const [title, setTitle] = useState('');
  const models = useQuery({ queryKey: ['models'], queryFn: api.models, enabled: making });
  const [from, setFrom] = useState('');
  const make = useMutation({
    mutationFn: () =>
      from === '' ? api.createBoard(title.trim()) : api.draftBoard({ modelId: from, title: title.trim() }),
    onSuccess: (board) => {
      void client.invalidateQueries({ queryKey: ['boards'] });
      void navigate(`/boards/${board.id}`);
    },
  });
  const remove = useMutation({
    mutationFn: (id: string) => api.deleteBoard(id),
    onSuccess: () => {
      setGoing(null);
      void client.invalidateQueries({ queryKey: ['boards'] });
    },
  });
  return (
    <Page>
      <Head>
        <Title>Boards</Title>
        {person.role === 'viewer' ? null : <Button onPress={() => setMaking(true)}>New board</Button>}
      </Head>
      {by === null ? null : (
        <p style={{ paddingBottom: 10, color: 'var(--quiet)' }}>
          Those of {by}. <TextButton onPress={() => setSearch({})}>Show all</TextButton>
        </p>
      )}
      {boards.isPending ? (
        <Loading what="Looking for boards" />
      ) : boards.isError ? (
        <Failure error={boards.error} onRetry={() => void boards.refetch()} />
      ) : boards.data.length === 0 ? (
        <Message title="No boards yet">
          A board is a shared page of pinned charts.{' '}
          {person.role === 'viewer' ? 'Those shared with you appear here.' : 'Ask a question, and pin its answer.'}
        </Message>
      ) : shown.length === 0 ? (
        <Message title="None to be seen">Nothing of {by} is shared with you yet.</Message>
      ) : (
        <List
          label="Boards"
          entries={shown.map((board) => ({
            id: board.id,
            to: `/boards/${board.id}`,
            title: board.title,
            about: `${board.tiles} ${board.tiles === 1 ? 'tile' : 'tiles'} · ${board.right === 'owner' ? RIGHTS.owner : `${board.owner}, ${RIGHTS[board.right]}`} · ${ago(board.updatedAt)}`,
            ...(board.right === 'owner'
              ? {
                  acts: (
                    <TextButton aria-label={`Delete ${board.title}`} onPress={() => setGoing(board)}>
                      Delete
                    </TextButton>
                  ),
                }
              : {}),
          }))}
        />
      )}
      <Dialog title="New board" isOpen={making} onClose={() => setMaking(false)}>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (title.trim() !== '') make.mutate();
          }}
          style={{ display: 'grid', gap: 14, justifyItems: 'start' }}
        >
          <Field label="Title" value={title} onChange={setTitle} autoFocus />
          <label style={{ display: 'grid', gap: 4, fontSize: 12, fontWeight: 600, color: 'var(--quiet)' }}>
            Begin with
            <select
              value={from}
              onChange={(event) => setFrom(event.target.value)}
              style={{
                border: '1px solid var(--line)',
                background: 'var(--raised)',
                borderRadius: 3,
                padding: '7px 8px',
                color: 'var(--ink)',
              }}
            >
              <option value="">nothing on it</option>
              {(models.data ?? []).map((one) => (
                <option key={one.id} value={one.id}>
                  a draft from {one.name}
                </option>
              ))}
            </select>
          </label>
          {make.isPending ? <Loading what={from === '' ? 'Making it' : 'Drafting the board'} /> : null}
          {make.isError ? <Failure error={make.error} /> : null}
          <PrimaryButton type="submit" isDisabled={title.trim() === '' || make.isPending}>
            Make it
          </PrimaryButton>
        </form>
      </Dialog>
      <ConfirmDialog
        title="Delete this board?"
        text={`“${going?.title ?? ''}” will be gone for everyone it is shared with.`}
        isOpen={going !== null}
        error={remove.error}
        onConfirm={() => going && remove.mutate(going.id)}
        onClose={() => setGoing(null)}
      />
    </Page>
  );
}
