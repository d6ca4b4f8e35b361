import type { Person } from './api';
import { Door } from './Door';
import { SignInForm } from './SignInForm';

export function SignInPage(props: { onSignedIn: (signed: { person: Person }) => void }) {
  return (
    <Door title="Ask the numbers in plain words">
      <p>Sign in to your inquiries and boards.</p>
      <SignInForm onSignedIn={props.onSignedIn} />
    </Door>
  );
}
