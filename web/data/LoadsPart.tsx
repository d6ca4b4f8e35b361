/** What was loaded into a table, the latest first, and the way back to one of the last. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { TableLoad } from '@zud/core/contract/models';
import { api } from '../app/api';
import { ConfirmDialog } from '../parts/ConfirmDialog';
import { TextButton } from '../parts/controls';
import { ago } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { TablePart } from '../parts/TablePart';

/** What a load did, in words. */
function didWords({ how, added, removed, backTo }: TableLoad): string {
  const rows = (count: number | null) => `${(count ?? 0).toLocaleString()} ${count === 1 ? 'row' : 'rows'}`;
  switch (how) {
    case 'whole':
      return 'loaded whole';
    case 'add':
      return `${rows(added)} added`;
    case 'days':
      return `days replaced: ${rows(removed)} went, ${rows(added)} came`;
    case 'back':
      return `went back to load ${backTo}`;
  }
}

/** @param models that read the table, in words; empty where none does */
export function LoadsPart({ name, models }: { name: string; models: string }) {
  const client = useQueryClient();
  const [asked, setAsked] = useState<TableLoad | null>(null);
  const loads = useQuery({ queryKey: ['table loads', name], queryFn: () => api.tableLoads(name) });
  const back = useMutation({
    mutationFn: (version: number) => api.goBackToLoad(name, version),
    onSuccess: async () => {
      setAsked(null);
      await client.invalidateQueries();
    },
  });
  return (
    <TablePart aria-label="Loads">
      <h2>Loads</h2>
      <p>The last five that were replaced are kept, and can be gone back to. Going back is a load as well.</p>
      {loads.isPending ? (
        <Loading what="Looking for loads" />
      ) : loads.isError ? (
        <Failure error={loads.error} onRetry={() => void loads.refetch()} />
      ) : loads.data.length === 0 ? (
        <p>It was loaded before loads were listed; the next one is.</p>
      ) : (
        <div>
          <table>
            <thead>
              <tr>
                <th>Load</th>
                <th>When</th>
                <th>By</th>
                <th>What</th>
                <th>File</th>
                <th>Rows then</th>
                <th>Now</th>
              </tr>
            </thead>
            <tbody>
              {loads.data.map((load) => (
                <tr key={load.version}>
                  <td>{load.version}</td>
                  <td title={new Date(load.at).toLocaleString()}>{ago(load.at)}</td>
                  <td>{load.by ?? ''}</td>
                  <td>{didWords(load)}</td>
                  <td title={load.hash === null ? undefined : `SHA-256 ${load.hash}`}>{load.file ?? ''}</td>
                  <td>{load.rows.toLocaleString()}</td>
                  <td>
                    {load.state === 'current' ? (
                      <strong>there now</strong>
                    ) : load.state === 'kept' ? (
                      <TextButton
                        onPress={() => {
                          back.reset();
                          setAsked(load);
                        }}
                      >
                        Go back to it …
                      </TextButton>
                    ) : (
                      'not kept'
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <ConfirmDialog
        title={`Go back to load ${asked?.version ?? ''}?`}
        text={`${name} then holds the ${(asked?.rows ?? 0).toLocaleString()} rows of that load.${
          models === '' ? '' : ` Whatever is asked of ${models}, and every board and alert on it, follows at once.`
        } What is there now is kept, and can be gone back to in turn.`}
        act="Go back"
        isOpen={asked !== null}
        error={back.error}
        onConfirm={() => asked !== null && back.mutate(asked.version)}
        onClose={() => setAsked(null)}
      />
    </TablePart>
  );
}
