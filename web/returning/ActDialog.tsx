/** Having another program do something, from an answer or one of its rows: chosen, filled in, shown before it is sent, and what came back. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { answerWords } from '@zud/core/actions/answer-words';
import type { ActionDraft, ActionTemplate, ActionView } from '@zud/core/contract/actions';
import type { Reading } from '@zud/core/reading/schema';
import { isSteward, usePerson } from '../app/session';
import { SERIF } from '../app/theme';
import { Button, Dialog, Field, PrimaryButton, TextButton } from '../parts/controls';
import { Failure, Loading } from '../parts/states';
import { isUnderWay, stateOfAction } from './action-state';
import { returning } from './returning-api';

const Parts = styled.div`
  display: grid;
  gap: 12px;
  p {
    font: 400 15.5px/1.45 ${SERIF};
  }
  p.quiet {
    color: var(--quiet);
  }
  form {
    display: grid;
    gap: 12px;
  }
  form > footer {
    display: flex;
    gap: 12px;
    justify-content: flex-end;
    align-items: baseline;
  }
  li {
    padding: 5px 0;
    border-bottom: 1px solid var(--line);
  }
  small {
    display: block;
    color: var(--quiet);
    font-size: 12px;
  }
`;

export interface ActedOn {
  readonly modelId: string;
  readonly reading: Reading;
  /** The row of the answer; absent: the whole. */
  readonly row?: number;
}

export function ActDialog({ from, onClose }: { from: ActedOn; onClose: () => void }) {
  const me = usePerson();
  const templates = useQuery({ queryKey: ['action templates'], queryFn: returning.actionTemplates });
  const [picked, setPicked] = useState<string | null>(null);
  const all = templates.data ?? [];
  const template = all.find(({ id }) => id === picked) ?? (all.length === 1 ? all[0] : undefined);
  return (
    <Dialog title={template?.name ?? 'Have something done'} isOpen onClose={onClose}>
      <Parts>
        {templates.isPending ? <Loading what="Looking at what can be done" /> : null}
        {templates.isError ? <Failure error={templates.error} onRetry={() => void templates.refetch()} /> : null}
        {templates.data?.length === 0 ? (
          <p>
            No program is set up that could do something.{' '}
            {isSteward(me) ? (
              <Link to="/actions">Say what can be done</Link>
            ) : (
              'A steward can do that, under “Actions”.'
            )}
          </p>
        ) : null}
        {template === undefined ? (
          <ul>
            {all.map((one) => (
              <li key={one.id}>
                <TextButton onPress={() => setPicked(one.id)}>{one.name}</TextButton>
                <small>by {one.program}</small>
              </li>
            ))}
          </ul>
        ) : (
          <Filling key={template.id} template={template} from={from} onClose={onClose} />
        )}
      </Parts>
    </Dialog>
  );
}

function Filling({ template, from, onClose }: { template: ActionTemplate; from: ActedOn; onClose: () => void }) {
  const draft = useQuery({
    queryKey: ['action draft', template.id, from],
    queryFn: ({ signal }) => returning.draftAction({ templateId: template.id, ...from }, signal),
    staleTime: 0,
    gcTime: 0,
    refetchOnWindowFocus: false,
  });
  if (draft.isPending) return <Loading what="Filling it in" />;
  if (draft.isError) return <Failure error={draft.error} onRetry={() => void draft.refetch()} />;
  return <Confirming draft={draft.data} from={from} onClose={onClose} />;
}

function Confirming({ draft, from, onClose }: { draft: ActionDraft; from: ActedOn; onClose: () => void }) {
  const client = useQueryClient();
  // what is confirmed twice is sent once
  const [id] = useState(() => crypto.randomUUID());
  const [values, setValues] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(draft.blanks.map(({ key, value }) => [key, value])),
  );
  const send = useMutation({
    mutationFn: () => returning.act({ id, templateId: draft.template.id, ...from, values }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['actions'] }),
  });
  const missing = draft.blanks.find(({ key, needed }) => needed && (values[key] ?? '').trim() === '');
  if (send.data !== undefined) return <Sent action={send.data} onClose={onClose} />;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (missing === undefined && !send.isPending) send.mutate();
      }}
    >
      <p className="quiet">{draft.about}</p>
      {draft.blanks.map(({ key, label, needed }) => (
        <Field
          key={key}
          label={needed ? label : `${label} (may stay empty)`}
          value={values[key] ?? ''}
          onChange={(value) => setValues({ ...values, [key]: value })}
        />
      ))}
      {draft.unfilled.length > 0 ? (
        <p className="quiet">
          This answer has nothing for {draft.unfilled.map((name) => `“${name}”`).join(', ')}; say it yourself.
        </p>
      ) : null}
      <p className="quiet">
        This is what {draft.template.program} gets, in your name. It is written to the list of changes.
      </p>
      {send.isError ? <Failure error={send.error} /> : null}
      <footer>
        <Button onPress={onClose}>Not now</Button>
        <PrimaryButton type="submit" isDisabled={missing !== undefined || send.isPending}>
          {missing === undefined ? 'Send it' : `“${missing.label}” is empty`}
        </PrimaryButton>
      </footer>
    </form>
  );
}

/** Milliseconds between two looks at what became of it. */
const OFTEN = 700;

function Sent({ action, onClose }: { action: ActionView; onClose: () => void }) {
  const looked = useQuery({
    queryKey: ['action', action.id],
    queryFn: () => returning.action(action.id),
    initialData: action,
    refetchInterval: ({ state }) => (state.data !== undefined && isUnderWay(state.data) ? OFTEN : false),
  });
  const now = looked.data;
  return (
    <>
      {looked.isError ? <Failure error={looked.error} onRetry={() => void looked.refetch()} /> : null}
      <p role="status">{stateOfAction(now)}</p>
      {now.said === null || now.state !== 'sent' ? null : <p className="quiet">{answerWords(now.said)}</p>}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          onClose();
        }}
      >
        <footer>
          <Link to="/actions">All that you had done</Link>
          <Button type="submit">Close</Button>
        </footer>
      </form>
    </>
  );
}
