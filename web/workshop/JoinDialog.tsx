/** Joins a loaded table to the draft: what is found, what is not and what is near to it, and what the model gains. */
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import type { ModelDraftView } from '@zud/core/contract/workshop';
import { changesOf } from '@zud/core/model/changes';
import { api } from '../app/api';
import { SERIF } from '../app/theme';
import { Button, Dialog, PrimaryButton } from '../parts/controls';
import { Failure, Loading } from '../parts/states';
import { changeWords } from './change-words';
import { Select } from './fields';
import { Lines } from './Frame';

const Said = styled.p`
  font: 400 16px/1.45 ${SERIF};
  margin: 12px 0 6px;
`;

export function JoinDialog(props: {
  modelId: string;
  draft: ModelDraftView;
  /** Chosen before, where somebody comes from a file. */
  table: string;
  onClose: () => void;
  onJoined: (draft: ModelDraftView) => void;
}) {
  const { modelId, draft } = props;
  const [table, setTable] = useState(props.table);
  const tables = useQuery({ queryKey: ['tables'], queryFn: api.tables });
  const there = new Set(draft.file.tables.map(({ id, source }) => source ?? id));
  const joined = useQuery({
    queryKey: ['join', modelId, draft.version, draft.revision, table],
    queryFn: () => api.joinTo(modelId, [table]),
    enabled: table !== '',
    retry: false,
  });
  const keep = useMutation({
    mutationFn: () => {
      if (joined.data === undefined) throw new TypeError('Nothing was joined.');
      return api.keepDraft(modelId, joined.data.file, draft.revision);
    },
    onSuccess: props.onJoined,
  });
  return (
    <Dialog title="Join a loaded table" isOpen onClose={props.onClose} wide>
      <Select
        label="Table"
        value={table}
        options={[
          ['', 'choose …'] as const,
          ...(tables.data ?? [])
            .filter(({ name }) => !there.has(name))
            .map(({ name, rows }) => [name, `${name}, ${rows.toLocaleString()} rows`] as const),
        ]}
        onChange={setTable}
      />
      {table === '' ? (
        <Said>Choose a table; what of it is found in this model is shown before anything is kept.</Said>
      ) : joined.isPending ? (
        <Loading what="Looking what is found" />
      ) : joined.isError ? (
        <Failure error={joined.error} onRetry={() => void joined.refetch()} />
      ) : (
        <>
          {joined.data.joins.map(({ from, to, matched, unmatched }) => (
            <section key={`${from} ${to}`} aria-label={`${from} in ${to}`}>
              <Said>
                {from} is found in {to} for {matched.toLocaleString()} rows
                {unmatched.length === 0 ? '; nothing is left over.' : '. Not found:'}
              </Said>
              {unmatched.length === 0 ? null : (
                <Lines aria-label="Not found">
                  {unmatched.map(({ value, rows, near }) => (
                    <li key={value}>
                      {value}, {rows.toLocaleString()} {rows === 1 ? 'row' : 'rows'}
                      {near === undefined ? '' : `; near is ${near}`}
                    </li>
                  ))}
                </Lines>
              )}
            </section>
          ))}
          <Said>The model gains:</Said>
          <Lines aria-label="Gains">
            {changesOf(draft.file, joined.data.file)
              .filter(({ how, section }) => how === 'added' || section === 'measures')
              .map((one) => (
                <li key={`${one.section} ${one.id}`}>{changeWords(one)}</li>
              ))}
          </Lines>
        </>
      )}
      {keep.isError ? <Failure error={keep.error} /> : null}
      <div style={{ display: 'flex', gap: 10, marginTop: 14 }}>
        <PrimaryButton isDisabled={joined.data === undefined || keep.isPending} onPress={() => keep.mutate()}>
          Put it into the draft
        </PrimaryButton>
        <Button onPress={props.onClose}>Close</Button>
      </div>
    </Dialog>
  );
}
