/** Where a table is fetched from: when it is, what came of the last look, and fetching it now. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import styled from 'styled-components';
import type { ToldSource } from '@zud/core/contract/imports';
import { api } from '../app/api';
import { ConfirmDialog } from '../parts/ConfirmDialog';
import { Button, TextButton } from '../parts/controls';
import { ago } from '../parts/List';
import { Failure } from '../parts/states';
import { TablePart } from '../parts/TablePart';
import { LookChoice } from '../returning/LookChoice';

const Address = styled.p`
  overflow-wrap: anywhere;
`;
const Fault = styled.p`
  border-left: 2px solid var(--signal);
  padding-left: 12px;
`;
const Acts = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 8px 16px;
`;

const when = (iso: string) =>
  new Date(iso).toLocaleString(undefined, {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    hour: '2-digit',
    minute: '2-digit',
  });

export function SourcePart({ name, source }: { name: string; source: ToldSource }) {
  const client = useQueryClient();
  const stop = useRef<AbortController | null>(null);
  const [leaving, setLeaving] = useState(false);
  const reread = () => client.invalidateQueries();
  const set = useMutation({
    mutationFn: (change: Parameters<typeof api.setSource>[1]) => api.setSource(name, change),
    onSuccess: reread,
  });
  const fetched = useMutation({
    mutationFn: () => {
      stop.current = new AbortController();
      return api.fetchAgain(name, stop.current.signal);
    },
    // a look that came to nothing is told by the table as well
    onSettled: reread,
  });
  const letGo = useMutation({
    mutationFn: () => api.letSourceGo(name),
    onSuccess: async () => {
      setLeaving(false);
      await reread();
    },
  });
  const isStopped = fetched.error instanceof DOMException && fetched.error.name === 'AbortError';
  return (
    <TablePart aria-label="Where it comes from">
      <h2>Where it comes from</h2>
      <Address>{source.address}</Address>
      {source.fault === null ? null : (
        <Fault role="alert">
          The last look, {ago(source.lookedAt)}, came to nothing: {source.fault} Its rows are those of{' '}
          {ago(source.cameAt)}.
        </Fault>
      )}
      <LookChoice
        hand
        data={false}
        look={source.look}
        words={source.looks}
        onChange={(look) => set.mutate({ look: look === 'data' ? null : look })}
      />
      <p>
        Last looked at {ago(source.lookedAt)}; the last file that was another came {ago(source.cameAt)}.
        {source.nextAt === null ? '' : ` Next: ${when(source.nextAt)}.`}
      </p>
      <p>
        What comes {source.mode === 'replace' ? 'takes the place of what is there' : 'joins what is there'}.{' '}
        <TextButton onPress={() => set.mutate({ mode: source.mode === 'replace' ? 'add' : 'replace' })}>
          {source.mode === 'replace' ? 'let it join what is there' : 'let it take its place'}
        </TextButton>
      </p>
      <Acts>
        {fetched.isPending ? (
          <>
            <span role="status">Fetching it …</span>
            <Button onPress={() => stop.current?.abort()}>Stop</Button>
          </>
        ) : (
          <Button onPress={() => fetched.mutate()}>Fetch it now</Button>
        )}
        <TextButton onPress={() => setLeaving(true)}>Fetch it no more …</TextButton>
        {fetched.isSuccess ? (
          <span role="status">
            {fetched.data.rows === null
              ? 'The file there is the one that is loaded.'
              : `Loaded: ${fetched.data.rows.toLocaleString()} rows.`}
          </span>
        ) : null}
      </Acts>
      {fetched.isError && !isStopped && source.fault === null ? <Failure error={fetched.error} /> : null}
      {set.isError ? <Failure error={set.error} /> : null}
      <ConfirmDialog
        title={`Fetch “${name}” no more?`}
        text="Its rows and the loads that are kept of it stay. It can be brought from the address again."
        act="Fetch it no more"
        isOpen={leaving}
        error={letGo.error}
        onConfirm={() => letGo.mutate()}
        onClose={() => setLeaving(false)}
      />
    </TablePart>
  );
}
