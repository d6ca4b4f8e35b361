/** The draft of a model: edits are kept one after the other, also where another steward changes it at the same time. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import type { ModelDraftView } from '@zud/core/contract/workshop';
import type { FileEdit } from '@zud/core/model/file-edits';
import type { ModelFile } from '@zud/core/model/schema';
import { api, ProblemError } from '../app/api';

/** So often an edit is made again on what another steward kept meanwhile. */
const MOST_TRIES = 4;
const MOST_UNDONE = 100;

export interface DraftHandle {
  readonly draft: ModelDraftView | undefined;
  readonly error: Error | null;
  readonly retry: () => void;
  readonly edit: (edit: FileEdit) => void;
  readonly undo: (() => void) | null;
  readonly saving: boolean;
  readonly failure: Error | null;
  readonly forget: () => void;
}

export function useDraft(modelId: string): DraftHandle {
  const client = useQueryClient();
  const key = ['draft', modelId];
  const found = useQuery({ queryKey: key, queryFn: () => api.draft(modelId) });
  const [before, setBefore] = useState<readonly ModelFile[]>([]);
  /** Edits wait for one another, so that each is made on what the one before gave. */
  const last = useRef<Promise<unknown>>(Promise.resolve());

  const kept = async (edit: FileEdit): Promise<ModelDraftView> => {
    let there = client.getQueryData<ModelDraftView>(key) ?? (await api.draft(modelId));
    for (let tries = 1; ; tries += 1)
      try {
        const now = await api.keepDraft(modelId, edit(there.file), there.revision);
        setBefore((all) => [...all, there.file].slice(-MOST_UNDONE));
        return now;
      } catch (error) {
        if (!(error instanceof ProblemError) || error.status !== 409 || tries >= MOST_TRIES) throw error;
        there = await api.draft(modelId);
        // what somebody else changed meanwhile is not taken back by going back to a file from before
        setBefore([]);
      }
  };
  /** The file before, as long as nobody else changed the draft since. */
  const undone = async (): Promise<ModelDraftView | undefined> => {
    const [there, file] = [client.getQueryData<ModelDraftView>(key), before.at(-1)];
    if (there === undefined || file === undefined) return there;
    try {
      const now = await api.keepDraft(modelId, file, there.revision);
      setBefore((all) => all.slice(0, -1));
      return now;
    } catch (error) {
      setBefore([]);
      await client.invalidateQueries({ queryKey: key });
      throw error;
    }
  };
  const save = useMutation({
    mutationFn: (work: () => Promise<ModelDraftView | undefined>) => {
      const next = last.current.catch(() => undefined).then(work);
      last.current = next;
      return next;
    },
    onSuccess: (now) => client.setQueryData(key, now),
  });
  return {
    draft: found.data,
    error: found.error,
    retry: () => void found.refetch(),
    edit: (edit) => save.mutate(() => kept(edit)),
    undo: before.length === 0 ? null : () => save.mutate(undone),
    saving: save.isPending,
    failure: save.error,
    forget: () => setBefore([]),
  };
}
