/** What the draft changes: looked at before it can be published; published, or dropped. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { ModelDraftView } from '@zud/core/contract/workshop';
import { api } from '../app/api';
import { Button, PrimaryButton, TextButton } from '../parts/controls';
import { ConfirmDialog } from '../parts/ConfirmDialog';
import { Failure, Loading } from '../parts/states';
import { ChangedQuestions } from './ChangedQuestions';
import { changeWords } from './change-words';
import { Acts, Lines } from './Frame';
import type { DraftHandle } from './use-draft';

const FEW = 8;

export function DraftMargin({
  modelId,
  draft,
  handle,
}: {
  modelId: string;
  draft: ModelDraftView;
  handle: DraftHandle;
}) {
  const client = useQueryClient();
  const [seen, setSeen] = useState<readonly [number, number] | null>(null);
  const [dropping, setDropping] = useState(false);
  const [all, setAll] = useState(false);
  const { revision, changes, faults } = draft;
  const [looked, setLooked] = useState<number | null>(null);
  const wanted = revision !== null && faults.length === 0 && changes.length > 0;
  const impact = useQuery({
    queryKey: ['impact', modelId, draft.version, revision],
    queryFn: ({ signal }) => api.draftImpact(modelId, (done, of) => setSeen([done, of]), signal),
    enabled: wanted && looked === revision,
    staleTime: Infinity,
  });
  const forget = () => {
    handle.forget();
    for (const key of ['draft', 'model', 'models', 'versions', 'terms', 'samples'])
      void client.invalidateQueries({ queryKey: [key] });
  };
  const publish = useMutation({
    mutationFn: () => api.publishDraft(modelId, revision ?? 0),
    onSuccess: forget,
  });
  const drop = useMutation({
    mutationFn: () => api.dropDraft(modelId),
    onSuccess: () => {
      setDropping(false);
      forget();
    },
  });
  if (revision === null)
    return (
      <section>
        <h2>Nothing drafted</h2>
        <p>What you change here begins a draft. Nobody else is asked by it until it is published.</p>
      </section>
    );
  const shown = all ? changes : changes.slice(0, FEW);
  return (
    <section>
      <h2>What the draft changes</h2>
      <small>
        begun by {draft.begunBy ?? 'somebody'}, last changed by {draft.changedBy ?? 'somebody'}
        {handle.saving ? '; keeping …' : ''}
      </small>
      {draft.behind ? (
        <p role="alert">Another version was published since this draft was begun. Drop it and begin anew.</p>
      ) : null}
      {handle.failure === null ? null : <Failure error={handle.failure} />}
      <Lines aria-label="Changes">
        {changes.length === 0 ? <li>Nothing yet.</li> : null}
        {shown.map((one) => (
          <li key={`${one.section} ${one.id} ${one.how}`}>
            <small style={{ color: 'var(--ink)' }}>{changeWords(one)}</small>
          </li>
        ))}
      </Lines>
      {changes.length > FEW ? (
        <TextButton onPress={() => setAll(!all)}>{all ? 'fewer' : `all ${changes.length}`}</TextButton>
      ) : null}
      {handle.undo === null ? null : <TextButton onPress={handle.undo}>undo the last change</TextButton>}
      {faults.map(({ place, reason }) => (
        <p key={`${place} ${reason}`} role="alert" style={{ color: 'var(--signal)' }}>
          {place}: {reason}
        </p>
      ))}
      {impact.data !== undefined && looked === revision ? (
        <ChangedQuestions title="Saved questions" impact={impact.data} />
      ) : impact.isFetching ? (
        <Loading
          what={seen === null ? 'Reading the saved questions' : `Read ${seen[0]} of ${seen[1]} saved questions`}
          onStop={() => {
            void client.cancelQueries({ queryKey: ['impact', modelId] });
            setLooked(null);
          }}
        />
      ) : impact.isError && looked === revision ? (
        <Failure error={impact.error} onRetry={() => void impact.refetch()} />
      ) : null}
      {publish.isError ? <Failure error={publish.error} /> : null}
      <Acts>
        {impact.data !== undefined && looked === revision ? (
          <PrimaryButton
            isDisabled={publish.isPending || draft.behind || handle.saving}
            onPress={() => publish.mutate()}
          >
            Publish
          </PrimaryButton>
        ) : (
          <PrimaryButton
            isDisabled={!wanted || impact.isFetching || handle.saving || draft.behind}
            onPress={() => {
              setSeen(null);
              setLooked(revision);
            }}
          >
            See what it changes
          </PrimaryButton>
        )}
        <Button isDisabled={drop.isPending} onPress={() => setDropping(true)}>
          Drop the draft
        </Button>
      </Acts>
      <small>It is published once you have seen what it changes. Published versions can be gone back to.</small>
      <ConfirmDialog
        title="Drop the draft?"
        text={`${changes.length} ${changes.length === 1 ? 'change is' : 'changes are'} lost; what is published stays as it is.`}
        act="Drop it"
        isOpen={dropping}
        error={drop.error}
        onClose={() => setDropping(false)}
        onConfirm={() => drop.mutate()}
      />
    </section>
  );
}
