/** Versions that were published: what each changed, and the way back. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { ModelDraftView } from '@zud/core/contract/workshop';
import type { ModelChange } from '@zud/core/model/changes';
import { api } from '../app/api';
import { ConfirmDialog } from '../parts/ConfirmDialog';
import { TextButton } from '../parts/controls';
import { Title } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { changeWords } from './change-words';
import { Lines } from './Frame';

export function VersionsSection({ modelId, draft }: { modelId: string; draft: ModelDraftView }) {
  const { version: current, revision, changes: drafted } = draft;
  const [asked, setAsked] = useState<number | null>(null);
  const client = useQueryClient();
  const navigate = useNavigate();
  const versions = useQuery({
    queryKey: ['versions', modelId, current],
    queryFn: () => api.versions(modelId),
  });
  const back = useMutation({
    mutationFn: (version: number) => api.draftOfVersion(modelId, version, revision),
    onSuccess: (draft) => {
      client.setQueryData(['draft', modelId], draft);
      void navigate(`/models/${modelId}/workshop/measures`);
    },
  });
  return (
    <>
      <Title>Versions</Title>
      {back.isError && asked === null ? <Failure error={back.error} /> : null}
      <ConfirmDialog
        title="In the place of the draft?"
        text={`${drafted.length} ${drafted.length === 1 ? 'change' : 'changes'} of the draft give way to version ${asked ?? ''}; what is published stays as it is.`}
        act="Put it in its place"
        isOpen={asked !== null}
        error={back.error}
        onClose={() => setAsked(null)}
        onConfirm={() => {
          if (asked !== null) back.mutate(asked);
        }}
      />
      {versions.isPending ? (
        <Loading what="Opening the versions" />
      ) : versions.isError ? (
        <Failure error={versions.error} onRetry={() => void versions.refetch()} />
      ) : (
        <Lines aria-label="Versions">
          {versions.data.map(({ version, by, at, changes }) => (
            <li key={version}>
              <b>Version {version}</b> {by === null ? '' : `by ${by}, `}
              {new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}
              {version === current ? ' · published now' : ''}
              <Changes changes={changes} />
              {version === current ? null : (
                <TextButton
                  isDisabled={back.isPending}
                  onPress={() => (drafted.length === 0 ? back.mutate(version) : setAsked(version))}
                >
                  put version {version} into the draft
                </TextButton>
              )}
            </li>
          ))}
        </Lines>
      )}
    </>
  );
}

function Changes({ changes }: { changes: readonly ModelChange[] }) {
  return changes.length === 0 ? null : (
    <ul style={{ color: 'var(--quiet)', fontSize: 13 }}>
      {changes.map((one) => (
        <li key={`${one.section} ${one.id} ${one.how}`} style={{ border: 0, padding: '1px 0' }}>
          {changeWords(one)}
        </li>
      ))}
    </ul>
  );
}
