/** What to do with the chosen marks: acts, the levels to go deeper by (the most uneven first), copying. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import type { Edit } from '@zud/core/reading/edit-schema';
import type { Reading } from '@zud/core/reading/schema';
import { api } from '../app/api';
import { Menu, TextButton } from '../parts/controls';
import { ActDialog } from '../returning/ActDialog';
import { deeperEdits, type Marked } from './marks';

const Acts = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: baseline;
  border-top: 1px solid var(--line);
  padding: 8px 0;
  font-size: 13px;
  b {
    font-weight: 600;
  }
  small {
    color: var(--quiet);
    font-size: 12px;
  }
`;
const percent = new Intl.NumberFormat(undefined, { style: 'percent', maximumFractionDigits: 0 });

export function MarkActs(props: {
  modelId: string;
  reading: Reading;
  marked: Marked;
  /** The row, where one mark is chosen. */
  row?: number;
  onEdit: (edits: readonly Edit[]) => void;
  onClose: () => void;
}) {
  const { modelId, reading, marked } = props;
  const [acts, setActs] = useState(false);
  const [copied, setCopied] = useState('');
  const deeper = useQuery({
    queryKey: ['deeper', modelId, reading, marked.narrow],
    queryFn: ({ signal }) => api.deeper(modelId, reading, marked.narrow ?? [], signal),
    enabled: marked.narrow !== null,
    staleTime: 60_000,
  });
  const levels = deeper.data?.levels ?? [];
  const copy = () =>
    navigator.clipboard.writeText(marked.text).then(
      () => setCopied('Copied'),
      () => setCopied('The browser does not allow copying here.'),
    );
  return (
    <Acts role="group" aria-label={`What to do with ${marked.title}`}>
      <b>{marked.title}</b>
      {marked.acts.map((act) => (
        <TextButton key={act.label} onPress={() => props.onEdit(act.edits)}>
          {act.label}
        </TextButton>
      ))}
      {marked.narrow === null ? null : levels.length > 0 ? (
        <Menu
          plain
          label="Go deeper by ▾"
          ariaLabel="Go deeper by"
          onChoose={(level) => props.onEdit(deeperEdits(marked.narrow ?? [], level))}
          entries={levels.map((one) => ({
            id: one.level,
            label: one.name,
            note:
              one.unevenness === null
                ? `${one.members} members`
                : `${one.members} members, ${percent.format(one.unevenness)} uneven`,
          }))}
        />
      ) : deeper.isFetching ? (
        <small role="status">Looking where it differs most …</small>
      ) : null}
      {marked.questions.map((act) => (
        <TextButton key={act.label} onPress={() => props.onEdit(act.edits)}>
          {act.label}
        </TextButton>
      ))}
      {props.row === undefined ? null : <TextButton onPress={() => setActs(true)}>Have something done …</TextButton>}
      {acts && props.row !== undefined ? (
        <ActDialog from={{ modelId, reading, row: props.row }} onClose={() => setActs(false)} />
      ) : null}
      <TextButton onPress={() => void copy()}>Copy</TextButton>
      <TextButton onPress={props.onClose}>Close</TextButton>
      {copied ? <small role="status">{copied}</small> : <small>Hold shift to choose several</small>}
    </Acts>
  );
}
