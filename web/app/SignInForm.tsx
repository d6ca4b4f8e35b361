/** E-mail address and password, asked for at the door and where a session has ended. */
import { useState, type FormEvent } from 'react';
import styled from 'styled-components';
import { Field, PrimaryButton } from '../parts/controls';
import { api, type Person } from './api';

const Card = styled.form`
  display: grid;
  gap: 16px;
`;
const Fault = styled.div`
  border-left: 3px solid var(--signal);
  padding: 4px 10px;
  font-size: 13px;
`;

export function SignInForm(props: { email?: string; onSignedIn: (signed: { person: Person }) => void }) {
  const [email, setEmail] = useState(props.email ?? '');
  const [password, setPassword] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setFault(null);
    api.signIn(email, password).then(props.onSignedIn, (error: unknown) => {
      setFault(error instanceof Error ? error.message : 'That did not work.');
      setBusy(false);
    });
  };
  return (
    <Card onSubmit={submit}>
      <Field
        label="E-mail"
        value={email}
        onChange={setEmail}
        type="email"
        autoComplete="username"
        {...(props.email === undefined ? { autoFocus: true } : {})}
      />
      <Field
        label="Password"
        value={password}
        onChange={setPassword}
        type="password"
        autoComplete="current-password"
        {...(props.email === undefined ? {} : { autoFocus: true })}
      />
      {fault === null ? null : <Fault role="alert">{fault}</Fault>}
      <PrimaryButton type="submit" isDisabled={busy || email === '' || password === ''}>
        {busy ? 'Signing in …' : 'Sign in'}
      </PrimaryButton>
    </Card>
  );
}
