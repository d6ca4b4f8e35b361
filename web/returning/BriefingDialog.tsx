/** To whom a briefing goes, when, and with which files; and its end. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import type { BriefingView } from '@zud/core/contract/briefings';
import { ConfirmDialog } from '../parts/ConfirmDialog';
import { Button, Dialog, Field } from '../parts/controls';
import { Failure } from '../parts/states';
import { LookChoice } from './LookChoice';
import { keyOf, Receivers } from './Receivers';
import { briefings, type BriefingChange } from './returning-api';

const Part = styled.section`
  margin-bottom: 18px;
  h3 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    margin-bottom: 6px;
  }
  label {
    margin-right: 16px;
  }
`;
const FILES = [
  ['pdf', 'PDF'],
  ['pptx', 'PPTX'],
  ['xlsx', 'XLSX'],
] as const;

export function BriefingDialog(props: {
  open: 'terms' | 'remove' | null;
  briefing: BriefingView;
  onChange: (what: BriefingChange) => void;
  error: unknown;
  onClose: () => void;
}) {
  const { briefing, onChange } = props;
  const client = useQueryClient();
  const navigate = useNavigate();
  const [title, setTitle] = useState(briefing.title);
  const remove = useMutation({
    mutationFn: () => briefings.remove(briefing.id),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['briefings'] });
      void navigate('/briefings');
    },
  });
  return (
    <>
      <Dialog title="To whom and when" isOpen={props.open === 'terms'} onClose={props.onClose}>
        <Part>
          <Field label="Title" value={title} onChange={setTitle} />
          {title.trim() !== '' && title.trim() !== briefing.title ? (
            <Button onPress={() => onChange({ title: title.trim() })}>Change the title</Button>
          ) : null}
        </Part>
        <Part>
          <h3>When</h3>
          <LookChoice hand look={briefing.look} words={briefing.looks} onChange={(look) => onChange({ look })} />
        </Part>
        <Part>
          <h3>To whom</h3>
          <Receivers
            receivers={briefing.receivers.map(({ to }) => to)}
            names={new Map(briefing.receivers.map(({ to, name }) => [keyOf(to), name]))}
            onChange={(receivers) => onChange({ receivers })}
          />
        </Part>
        <Part>
          <h3>Files that go along</h3>
          {FILES.map(([file, label]) => (
            <label key={file}>
              <input
                type="checkbox"
                checked={briefing.files.includes(file)}
                onChange={(event) =>
                  onChange({
                    files: event.target.checked
                      ? [...briefing.files, file]
                      : briefing.files.filter((one) => one !== file),
                  })
                }
              />{' '}
              {label}
            </label>
          ))}
        </Part>
        {props.error ? <Failure error={props.error} /> : null}
        <Button onPress={props.onClose}>Done</Button>
      </Dialog>
      <ConfirmDialog
        isOpen={props.open === 'remove'}
        title="Remove this briefing?"
        text={`“${briefing.title}” comes out no more, and its ${briefing.editions.length} editions are removed with it.`}
        act="Remove it"
        error={remove.error}
        onConfirm={() => remove.mutate()}
        onClose={props.onClose}
      />
    </>
  );
}
