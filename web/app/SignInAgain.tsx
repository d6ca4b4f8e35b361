/** A session that ended while somebody worked: they sign in where they are, and go on with what they had. */
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { Dialog } from '../parts/controls';
import { onSignedOut, type Person } from './api';
import { SERIF } from './theme';
import { SignInForm } from './SignInForm';

const Lead = styled.p`
  font: 400 16px/1.5 ${SERIF};
  color: var(--quiet);
  margin-bottom: 14px;
`;

export function SignInAgain({ person }: { person: Person }) {
  const client = useQueryClient();
  const [ended, setEnded] = useState(false);
  useEffect(() => onSignedOut(() => setEnded(true)), []);
  const signedIn = (signed: { person: Person }) => {
    // somebody else has other places and other numbers
    if (signed.person.id !== person.id) return window.location.assign('/');
    setEnded(false);
    client.setQueryData(['session'], signed);
    void client.invalidateQueries();
  };
  return (
    <Dialog title="Sign in again" isOpen={ended} onClose={() => setEnded(false)}>
      <Lead>Your session has ended. What you wrote is still here; sign in and go on.</Lead>
      <SignInForm email={person.email} onSignedIn={signedIn} />
    </Dialog>
  );
}
