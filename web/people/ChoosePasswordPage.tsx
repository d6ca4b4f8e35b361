/** Choosing a password by a one-time link. */
import { useMutation } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { useParams } from 'react-router';
import { api } from '../app/api';
import { Door } from '../app/Door';
import { Field, PrimaryButton } from '../parts/controls';
import { Failure } from '../parts/states';
import { passwordFault } from './password-fault';

export function ChoosePasswordPage() {
  const { token = '' } = useParams();
  const [password, setPassword] = useState('');
  const [again, setAgain] = useState('');
  const choose = useMutation({ mutationFn: () => api.choosePassword(token, password) });
  if (choose.data)
    return (
      <Door title="Your password is set">
        <p>You can sign in with {choose.data.email} now. This link does not work any more.</p>
        <PrimaryButton onPress={() => window.location.assign('/')}>To the sign-in</PrimaryButton>
      </Door>
    );
  const fault = passwordFault(password, again);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (fault === null) choose.mutate();
  };
  return (
    <Door title="Choose a password">
      <p>Twelve letters or more; a few words are easy to remember and hard to guess.</p>
      <form onSubmit={submit} style={{ display: 'grid', gap: 16 }}>
        <Field
          label="Password"
          value={password}
          onChange={setPassword}
          type="password"
          autoComplete="new-password"
          autoFocus
        />
        <Field label="The same again" value={again} onChange={setAgain} type="password" autoComplete="new-password" />
        {fault !== null && again !== '' ? <p role="alert">{fault}</p> : null}
        {choose.isError ? <Failure error={choose.error} /> : null}
        <PrimaryButton type="submit" isDisabled={fault !== null || choose.isPending}>
          Set it
        </PrimaryButton>
      </form>
    </Door>
  );
}
