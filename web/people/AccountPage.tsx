/** One's own account: the password, where one is signed in, and the tokens that programs use. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import styled from 'styled-components';
import { api, type AccessToken } from '../app/api';
import { Page } from '../app/Page';
import { isSteward, usePerson } from '../app/session';
import { SERIF } from '../app/theme';
import { Button, Field, PrimaryButton, TextButton } from '../parts/controls';
import { ago, Title } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { agentWords } from './agent-words';
import { DigestPart } from './DigestPart';
import { RoomAddresses } from './RoomAddresses';
import { passwordFault } from './password-fault';

const Part = styled.section`
  margin-top: 30px;
  max-width: 720px;
  h2 {
    font: 600 18px/1.3 ${SERIF};
    margin-bottom: 8px;
  }
  p {
    color: var(--quiet);
    font-size: 13px;
    margin-bottom: 8px;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    align-items: end;
    margin-bottom: 12px;
  }
  fieldset {
    border: 0;
    padding: 0;
    display: flex;
    gap: 14px;
    font-size: 13px;
    align-items: center;
  }
  input[type='checkbox'] {
    accent-color: var(--ink);
  }
  legend {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    padding: 0;
  }
  li {
    display: flex;
    gap: 16px;
    align-items: baseline;
    padding: 8px 0;
    border-top: 1px solid var(--line);
    font-size: 13px;
  }
  li > span {
    flex: 1;
  }
  li small {
    color: var(--quiet);
    font-size: 12px;
    display: block;
  }
  code {
    font-size: 12.5px;
    overflow-wrap: anywhere;
    user-select: all;
    background: var(--wash);
    padding: 2px 6px;
  }
`;

export function AccountPage() {
  const person = usePerson();
  return (
    <Page>
      <Title>Your account</Title>
      <p>
        {person.name}, {person.email}, {person.role}
      </p>
      <PasswordPart />
      <SessionsPart />
      <TokensPart />
      <Part>
        <DigestPart />
      </Part>
      <Part>
        <RoomAddresses />
      </Part>
    </Page>
  );
}

function PasswordPart() {
  const [old, setOld] = useState('');
  const [password, setPassword] = useState('');
  const [again, setAgain] = useState('');
  const change = useMutation({
    mutationFn: () => api.changePassword(old, password),
    onSuccess: () => {
      setOld('');
      setPassword('');
      setAgain('');
    },
  });
  const fault = passwordFault(password, again);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (fault === null) change.mutate();
  };
  return (
    <Part>
      <h2>Password</h2>
      <form onSubmit={submit}>
        <Field label="The one you have" value={old} onChange={setOld} type="password" autoComplete="current-password" />
        <Field label="A new one" value={password} onChange={setPassword} type="password" autoComplete="new-password" />
        <Field label="The same again" value={again} onChange={setAgain} type="password" autoComplete="new-password" />
        <Button type="submit" isDisabled={fault !== null || old === '' || change.isPending}>
          Change it
        </Button>
      </form>
      {fault !== null && again !== '' ? <p role="alert">{fault}</p> : null}
      {change.isSuccess ? <p role="status">It is changed. All other places are signed out.</p> : null}
      {change.isError ? <Failure error={change.error} /> : null}
    </Part>
  );
}

function SessionsPart() {
  const client = useQueryClient();
  const sessions = useQuery({ queryKey: ['sessions'], queryFn: api.sessions });
  const end = useMutation({
    mutationFn: api.endSession,
    onSettled: () => client.invalidateQueries({ queryKey: ['sessions'] }),
  });
  return (
    <Part>
      <h2>Where you are signed in</h2>
      <p>A session ends after a day without use, and after 14 days in any case.</p>
      {sessions.isPending ? (
        <Loading what="Fetching your sessions" />
      ) : sessions.isError ? (
        <Failure error={sessions.error} onRetry={() => void sessions.refetch()} />
      ) : (
        <ul aria-label="Sessions">
          {sessions.data.map((one) => (
            <li key={one.id}>
              <span>
                {agentWords(one.agent)}
                <small>
                  signed in {ago(one.createdAt)}, last used {ago(one.lastUsedAt)}
                </small>
              </span>
              {one.current ? (
                <span style={{ flex: 'none' }}>this one</span>
              ) : (
                <TextButton onPress={() => end.mutate(one.id)}>End it</TextButton>
              )}
            </li>
          ))}
        </ul>
      )}
      {end.isError ? <Failure error={end.error} /> : null}
    </Part>
  );
}

const SCOPES = [
  ['read', 'look at answers'],
  ['ask', 'ask, pin and share'],
  ['steward', 'load data and change models'],
] as const;

function TokensPart() {
  const client = useQueryClient();
  const person = usePerson();
  const tokens = useQuery({ queryKey: ['tokens'], queryFn: api.tokens });
  const [name, setName] = useState('');
  const [scopes, setScopes] = useState<readonly AccessToken['scopes'][number][]>(['read']);
  const [days, setDays] = useState('90');
  const refresh = () => client.invalidateQueries({ queryKey: ['tokens'] });
  const make = useMutation({
    mutationFn: () => api.makeToken({ name: name.trim(), scopes, days: Number(days) }),
    onSuccess: () => {
      setName('');
      void refresh();
    },
  });
  const withdraw = useMutation({ mutationFn: api.withdrawToken, onSettled: refresh });
  const ready = name.trim() !== '' && scopes.length > 0 && Number(days) >= 1 && Number(days) <= 366;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (ready) make.mutate();
  };
  return (
    <Part>
      <h2>Tokens for programs</h2>
      <p>A program that has one acts as you, within what the token may do, until it ends or you withdraw it.</p>
      <form onSubmit={submit}>
        <Field label="What it is for" value={name} onChange={setName} />
        <fieldset>
          <legend>It may</legend>
          {SCOPES.filter(([scope]) => scope !== 'steward' || isSteward(person)).map(([scope, words]) => (
            <label key={scope}>
              <input
                type="checkbox"
                checked={scopes.includes(scope)}
                onChange={(event) =>
                  setScopes(event.target.checked ? [...scopes, scope] : scopes.filter((one) => one !== scope))
                }
              />{' '}
              {words}
            </label>
          ))}
        </fieldset>
        <Field label="Days until it ends" value={days} onChange={setDays} type="number" />
        <PrimaryButton type="submit" isDisabled={!ready || make.isPending}>
          Make it
        </PrimaryButton>
      </form>
      {make.data ? (
        <p role="status">
          Copy it now, it is shown this once: <code>{make.data.token}</code>
        </p>
      ) : null}
      {make.isError ? <Failure error={make.error} /> : null}
      {tokens.isPending ? (
        <Loading what="Fetching your tokens" />
      ) : tokens.isError ? (
        <Failure error={tokens.error} onRetry={() => void tokens.refetch()} />
      ) : tokens.data.length === 0 ? (
        <p>You have none.</p>
      ) : (
        <ul aria-label="Tokens">
          {tokens.data.map((one) => (
            <li key={one.id}>
              <span>
                {one.name}
                <small>
                  {one.scopes.join(', ')}; {one.lastUsedAt === null ? 'never used' : `last used ${ago(one.lastUsedAt)}`}
                  ;{' '}
                  {one.withdrawnAt !== null
                    ? 'withdrawn'
                    : one.inForce
                      ? `ends ${one.expiresAt === null ? 'never' : new Date(one.expiresAt).toLocaleDateString()}`
                      : 'over'}
                </small>
              </span>
              {one.inForce ? <TextButton onPress={() => withdraw.mutate(one.id)}>Withdraw</TextButton> : null}
            </li>
          ))}
        </ul>
      )}
      {withdraw.isError ? <Failure error={withdraw.error} /> : null}
    </Part>
  );
}
