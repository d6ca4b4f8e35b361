/** What one had other programs do, and, for stewards, what can be had done: templates with blanks. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { answerWords } from '@zud/core/actions/answer-words';
import type { ActionBlank } from '@zud/core/contract/actions';
import { Page } from '../app/Page';
import { isSteward, usePerson } from '../app/session';
import { NARROW, SERIF } from '../app/theme';
import { Button, Field, PrimaryButton, TextButton } from '../parts/controls';
import { ago, Title } from '../parts/List';
import { Failure, Loading, Message } from '../parts/states';
import { isUnderWay, stateOfAction } from './action-state';
import { Nothing } from './AlertsPage';
import { returning } from './returning-api';

const Part = styled.section`
  margin-bottom: 34px;
  h2 {
    font: 600 19px/1.3 ${SERIF};
    margin-bottom: 8px;
  }
  > p {
    color: var(--quiet);
    margin-bottom: 10px;
    max-width: 640px;
  }
  li {
    border-bottom: 1px solid var(--line);
    padding: 10px 0;
    display: grid;
    gap: 2px;
  }
  b {
    font: 600 16px/1.4 ${SERIF};
  }
  small {
    font-size: 12.5px;
    color: var(--quiet);
  }
  small.bad {
    color: var(--signal);
  }
`;
const Form = styled.form`
  display: grid;
  gap: 14px;
  max-width: 760px;
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    display: grid;
    grid-template-columns: 130px 170px minmax(0, 1fr) auto auto;
    gap: 10px;
    align-items: end;
  }
  fieldset > * {
    min-width: 0;
  }
  fieldset input:not([type='checkbox']) {
    width: 100%;
    min-width: 0;
  }
  fieldset > label,
  fieldset > button {
    font-size: 12.5px;
    align-self: end;
    margin-bottom: 10px;
  }
  select {
    font: inherit;
    color: var(--ink);
    background: var(--raised);
    border: 1px solid var(--line);
    border-radius: 3px;
    padding: 7px 9px;
  }
  > label {
    display: grid;
    gap: 3px;
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
  }
  @media (max-width: ${NARROW}) {
    fieldset {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;

const OFTEN = 2000;

export function ActionsPage() {
  const me = usePerson();
  const asks = me.role !== 'viewer';
  const actions = useQuery({
    queryKey: ['actions'],
    queryFn: returning.actions,
    enabled: asks,
    refetchInterval: ({ state }) => ((state.data ?? []).some(isUnderWay) ? OFTEN : false),
  });
  if (!asks)
    return (
      <Page>
        <Message title="Actions are for analysts">
          Your role reads boards; it has nothing done by other programs.
        </Message>
      </Page>
    );
  return (
    <Page>
      <Title>What you had done</Title>
      {actions.isPending ? <Loading what="Looking at your actions" /> : null}
      {actions.isError ? <Failure error={actions.error} onRetry={() => void actions.refetch()} /> : null}
      {actions.data === undefined ? null : (
        <Part aria-label="Actions">
          {actions.data.length === 0 ? (
            <Nothing>
              Nothing yet. At an answer, choose “Watch” and then “Have something done …”, or choose a mark of its chart.
            </Nothing>
          ) : (
            <ul>
              {actions.data.map((one) => (
                <li key={one.id}>
                  <b>{one.name}</b>
                  <span>
                    {one.blanks
                      .filter(({ value }) => value !== '')
                      .map(({ label, value }) => `${label}: ${value}`)
                      .join(' · ')}
                  </span>
                  <small className={one.state === 'failed' || one.state === 'unsure' ? 'bad' : ''}>
                    {me.role === 'admin' ? `${one.by} · ` : ''}
                    {ago(one.at)} · {stateOfAction(one)}
                    {one.state === 'sent' && one.said !== null ? ` ${answerWords(one.said)}` : ''}
                  </small>
                </li>
              ))}
            </ul>
          )}
        </Part>
      )}
      {isSteward(me) ? <Templates /> : null}
    </Page>
  );
}

const EMPTY: ActionBlank = { key: '', label: '', filled: '', needed: true };

function Templates() {
  const client = useQueryClient();
  const templates = useQuery({ queryKey: ['action templates'], queryFn: returning.actionTemplates });
  const hooks = useQuery({ queryKey: ['hooks'], queryFn: returning.hooks });
  const refresh = () => client.invalidateQueries({ queryKey: ['action templates'] });
  const withdraw = useMutation({ mutationFn: returning.withdrawTemplate, onSettled: refresh });
  const [name, setName] = useState('');
  const [program, setProgram] = useState<string | null>(null);
  const [blanks, setBlanks] = useState<readonly ActionBlank[]>([EMPTY]);
  const hookId = program ?? hooks.data?.[0]?.id ?? null;
  const make = useMutation({
    mutationFn: () => returning.makeTemplate({ name: name.trim(), hookId: hookId ?? '', blanks: [...blanks] }),
    onSuccess: async () => {
      setName('');
      setBlanks([EMPTY]);
      await refresh();
    },
  });
  const change = (at: number, to: Partial<ActionBlank>) =>
    setBlanks(blanks.map((blank, index) => (index === at ? { ...blank, ...to } : blank)));
  const ready =
    name.trim() !== '' && hookId !== null && blanks.every(({ key, label }) => key.trim() !== '' && label.trim() !== '');
  return (
    <Part aria-label="What can be done">
      <h2>What can be done</h2>
      <p>
        Each names a program that an admin allowed, and what it is told. A blank is filled with words. In braces stands
        the name of a level or a measure of the answer, or {'{summary}'}, {'{headline}'}, {'{question}'}, {'{me}'},{' '}
        {'{today}'}.
      </p>
      {templates.isError ? <Failure error={templates.error} /> : null}
      {withdraw.isError ? <Failure error={withdraw.error} /> : null}
      <ul>
        {(templates.data ?? []).map((one) => (
          <li key={one.id}>
            <b>{one.name}</b>
            <span>
              {one.blanks.map(({ label, filled }) => `${label}: ${filled === '' ? '…' : filled}`).join(' · ')}
            </span>
            <small>
              by {one.program} ·{' '}
              <TextButton isDisabled={withdraw.isPending} onPress={() => withdraw.mutate(one.id)}>
                withdraw
              </TextButton>
            </small>
          </li>
        ))}
      </ul>
      {hooks.data?.length === 0 ? (
        <Nothing>No program is allowed yet; an admin does that under “What runs and was sent”.</Nothing>
      ) : (
        <>
          <h2 style={{ marginTop: 22 }}>One more</h2>
          <Form
            onSubmit={(event) => {
              event.preventDefault();
              if (ready) make.mutate();
            }}
          >
            <Field label="What it is called" value={name} onChange={setName} placeholder="Ask for a check" />
            <label>
              Done by
              <select value={hookId ?? ''} onChange={(event) => setProgram(event.target.value)}>
                {(hooks.data ?? []).map((hook) => (
                  <option key={hook.id} value={hook.id}>
                    {hook.name}
                  </option>
                ))}
              </select>
            </label>
            {blanks.map((blank, index) => (
              <fieldset key={index}>
                <Field
                  label="The program’s key"
                  value={blank.key}
                  onChange={(key) => change(index, { key })}
                  placeholder="what"
                />
                <Field
                  label="What people call it"
                  value={blank.label}
                  onChange={(label) => change(index, { label })}
                  placeholder="What to check"
                />
                <Field
                  label="Filled with"
                  value={blank.filled}
                  onChange={(filled) => change(index, { filled })}
                  placeholder="{summary}"
                />
                <label>
                  <input
                    type="checkbox"
                    checked={blank.needed}
                    onChange={(event) => change(index, { needed: event.target.checked })}
                  />{' '}
                  needed
                </label>
                <TextButton
                  isDisabled={blanks.length === 1}
                  aria-label={`Take out ${blank.label || 'this blank'}`}
                  onPress={() => setBlanks(blanks.filter((_one, at) => at !== index))}
                >
                  take out
                </TextButton>
              </fieldset>
            ))}
            {make.isError ? <Failure error={make.error} /> : null}
            <div style={{ display: 'flex', gap: 12 }}>
              <Button onPress={() => setBlanks([...blanks, EMPTY])}>One more blank</Button>
              <PrimaryButton type="submit" isDisabled={!ready || make.isPending}>
                Make it
              </PrimaryButton>
            </div>
          </Form>
        </>
      )}
    </Part>
  );
}
