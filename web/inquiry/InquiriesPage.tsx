import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../app/api';
import { Page } from '../app/Page';
import { usePerson } from '../app/session';
import { Button, TextButton } from '../parts/controls';
import { ConfirmDialog } from '../parts/ConfirmDialog';
import { ago, Head, List, Title } from '../parts/List';
import { Failure, Loading, Message } from '../parts/states';

export function InquiriesPage() {
  const navigate = useNavigate();
  const person = usePerson();
  const client = useQueryClient();
  const inquiries = useQuery({ queryKey: ['inquiries'], queryFn: api.inquiries });
  const models = useQuery({ queryKey: ['models'], queryFn: api.models });
  const [going, setGoing] = useState<{ id: string; title: string } | null>(null);
  const start = useMutation({
    mutationFn: (model: string) => api.createInquiry(model),
    onSuccess: (made) => void navigate(`/inquiries/${made.id}`),
  });
  const remove = useMutation({
    mutationFn: (id: string) => api.deleteInquiry(id),
    onSuccess: () => {
      setGoing(null);
      void client.invalidateQueries({ queryKey: ['inquiries'] });
    },
  });
  const names = new Map((models.data ?? []).map((model) => [model.id, model.name]));
  const starts =
    person.role === 'viewer'
      ? null
      : (models.data ?? []).map((model) => (
          <Button key={model.id} onPress={() => start.mutate(model.id)}>
            Ask {model.name}
          </Button>
        ));
  return (
    <Page>
      <Head>
        <Title>Inquiries</Title>
        <div style={{ display: 'flex', gap: 10 }}>{starts}</div>
      </Head>
      {inquiries.isPending ? (
        <Loading what="Looking for your inquiries" />
      ) : inquiries.isError ? (
        <Failure error={inquiries.error} onRetry={() => void inquiries.refetch()} />
      ) : inquiries.data.length === 0 ? (
        <Message title="No inquiries yet">
          {person.role === 'viewer'
            ? 'Your role lets you read boards; asking needs the role of analyst.'
            : 'An inquiry keeps a question and all that followed from it. Start one with the button above, or from a tile of a board.'}
        </Message>
      ) : (
        <List
          label="Inquiries"
          entries={inquiries.data.map((one) => ({
            id: one.id,
            to: `/inquiries/${one.id}`,
            title: one.title,
            about: `${names.get(one.modelId) ?? one.modelId} · ${one.steps} ${one.steps === 1 ? 'step' : 'steps'} · ${ago(one.updatedAt)}${one.right === 'owner' ? '' : ` · by ${one.owner}`}`,
            acts:
              one.right !== 'owner' ? null : (
                <TextButton aria-label={`Delete ${one.title}`} onPress={() => setGoing(one)}>
                  Delete
                </TextButton>
              ),
          }))}
        />
      )}
      <ConfirmDialog
        title="Delete this inquiry?"
        text={`“${going?.title ?? ''}” and its steps will be gone. Tiles pinned from it stay on their boards.`}
        isOpen={going !== null}
        error={remove.error}
        onConfirm={() => going && remove.mutate(going.id)}
        onClose={() => setGoing(null)}
      />
    </Page>
  );
}
