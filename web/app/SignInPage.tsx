import { useState, type FormEvent } from 'react';
import styled from 'styled-components';
import { Field, PrimaryButton } from '../parts/controls';
import { api, type Person } from './api';
import { Mark } from './Mark';
import { SERIF } from './theme';

const Place = styled.main`
  min-height: 100%; display: grid; place-items: center; padding: 24px;
`;
const Card = styled.form`
  width: min(380px, 100%); display: grid; gap: 16px;
  h1 { font: 600 26px/1.25 ${SERIF}; }
  p { font: 400 16px/1.5 ${SERIF}; color: var(--quiet); }
`;
const Fault = styled.div`
  border-left: 3px solid var(--signal); padding: 4px 10px; font-size: 13px;
`;

export function SignInPage(props: { onSignedIn: (signed: { person: Person }) => void }) {
  const [email, setEmail] = useState('');
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
    <Place>
      <Card onSubmit={submit}>
        <Mark large />
        <h1>Ask the numbers in plain words</h1>
        <p>Sign in to your inquiries and boards.</p>
        <Field label="E-mail" value={email} onChange={setEmail} type="email" autoFocus autoComplete="username" />
        <Field label="Password" value={password} onChange={setPassword} type="password" autoComplete="current-password" />
        {fault === null ? null : <Fault role="alert">{fault}</Fault>}
        <PrimaryButton type="submit" isDisabled={busy || email === '' || password === ''}>
          {busy ? 'Signing in …' : 'Sign in'}
        </PrimaryButton>
      </Card>
    </Place>
  );
}
