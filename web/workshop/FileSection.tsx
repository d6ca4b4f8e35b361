/** The whole model file as YAML, which says all that the other parts say. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { parse, stringify } from 'yaml';
import type { ModelDraftView } from '@zud/core/contract/workshop';
import type { ModelFile } from '@zud/core/model/schema';
import { api } from '../app/api';
import { Button, PrimaryButton } from '../parts/controls';
import { Title } from '../parts/List';
import { Failure } from '../parts/states';
import { Text } from './fields';

export function FileSection({ modelId, draft }: { modelId: string; draft: ModelDraftView }) {
  const client = useQueryClient();
  const own = stringify(draft.file, { lineWidth: 120 });
  const [text, setText] = useState<string | null>(null);
  const written = text ?? own;
  // what is typed is read as it is typed, so that a slip is told where it is
  const read = useQuery({ queryKey: ['yaml', written], queryFn: () => faultIn(written), enabled: text !== null });
  const save = useMutation({
    mutationFn: () => api.keepDraft(modelId, parse(written) as ModelFile, draft.revision),
    onSuccess: (now) => {
      client.setQueryData(['draft', modelId], now);
      setText(null);
    },
  });
  return (
    <>
      <Title>The whole file</Title>
      <Text label="YAML" value={written} rows={28} onChange={setText} mono />
      <p role="status" style={{ minHeight: 22, fontSize: 13, color: 'var(--signal)' }}>
        {text === null ? '' : (read.data ?? '')}
      </p>
      {save.isError ? <Failure error={save.error} /> : null}
      <div style={{ display: 'flex', gap: 10 }}>
        <PrimaryButton
          isDisabled={text === null || (read.data ?? null) !== null || save.isPending}
          onPress={() => save.mutate()}
        >
          Keep in the draft
        </PrimaryButton>
        <Button isDisabled={text === null} onPress={() => setText(null)}>
          As it was
        </Button>
      </div>
    </>
  );
}

/** What is wrong with the YAML itself, with its line; null where it can be read. */
function faultIn(text: string): string | null {
  try {
    parse(text);
    return null;
  } catch (error) {
    return error instanceof Error ? (error.message.split('\n')[0] ?? '') : 'It is no YAML.';
  }
}
