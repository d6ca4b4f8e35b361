/** Versions that were published: what each changed, and the way back. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import type { ModelChange } from '@zud/core/model/changes';
import { api } from '../app/api';
import { TextButton } from '../parts/controls';
import { Title } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { changeWords } from './change-words';
import { Lines } from './Frame';

export function VersionsSection({ modelId, current }: { modelId: string; current: number }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const versions = useQuery({
    queryKey: ['versions', modelId, current],
    queryFn: () => api.versions(modelId),
  });
  const back = useMutation({
    mutationFn: (version: number) => api.draftOfVersion(modelId, version),
    onSuccess: (draft) => {
      client.setQueryData(['draft', modelId], draft);
      void navigate(`/models/${modelId}/workshop/measures`);
    },
  });
  return (
    <>
      <Title>Versions</Title>
      {back.isError ? <Failure error={back.error} /> : null}
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
                <TextButton isDisabled={back.isPending} onPress={() => back.mutate(version)}>
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
