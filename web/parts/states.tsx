/** The designed states of a place: loading, nothing there, an error, no right to see. Each with a next thing to do. */
import { Component, type ReactNode } from 'react';
import styled, { keyframes } from 'styled-components';
import { ProblemError } from '../app/api';
import { SERIF } from '../app/theme';
import { Button } from './controls';

const Box = styled.div`
  padding: 40px 0;
  max-width: 520px;
  h2 {
    font: 600 22px/1.3 ${SERIF};
    margin-bottom: 6px;
  }
  p {
    font: 400 16px/1.5 ${SERIF};
    color: var(--quiet);
    margin-bottom: 16px;
  }
`;

export function Message(props: { title: string; children: ReactNode; action?: ReactNode }) {
  return (
    <Box role="status">
      <h2>{props.title}</h2>
      <p>{props.children}</p>
      {props.action}
    </Box>
  );
}

const sweep = keyframes`from { transform: translateX(-100%); } to { transform: translateX(400%); }`;
const Rule = styled.div`
  height: 2px;
  background: var(--line);
  overflow: hidden;
  position: relative;
  max-width: 240px;
  &::after {
    content: '';
    position: absolute;
    inset: 0;
    width: 25%;
    background: var(--signal);
    animation: ${sweep} 1.1s linear infinite;
  }
`;
const Waiting = styled.div`
  padding: 24px 0;
  color: var(--quiet);
  display: grid;
  gap: 10px;
  font-size: 13px;
`;

/** @param props.far how far it is, in words that are seen and not read out each time that they change */
export function Loading(props: { what: string; far?: string; onStop?: () => void }) {
  return (
    <Waiting role="status" aria-live="polite" aria-busy="true">
      <span>
        {props.what}
        {props.far === undefined ? null : <span aria-hidden="true"> {props.far}</span>}
      </span>
      <Rule />
      {props.onStop ? (
        <span>
          <Button onPress={props.onStop}>Stop</Button>
        </span>
      ) : null}
    </Waiting>
  );
}

export function Failure(props: { error: unknown; onRetry?: () => void; action?: ReactNode }) {
  const { error } = props;
  const title =
    error instanceof ProblemError ? (error.status === 404 ? 'Not found' : error.title) : 'Something went wrong';
  const detail = error instanceof Error ? error.message : 'Try again.';
  return (
    <Message
      title={title}
      action={
        <>
          {props.onRetry ? <Button onPress={props.onRetry}>Try again</Button> : null} {props.action}
        </>
      }
    >
      {detail}
    </Message>
  );
}

/** Keeps a fault in drawing one place from taking the rest with it. */
export class FaultBoundary extends Component<{ children: ReactNode }, { error: unknown }> {
  override state: { error: unknown } = { error: null };

  static getDerivedStateFromError(error: unknown) {
    return { error };
  }

  override render() {
    if (this.state.error === null) return this.props.children;
    return (
      <Message
        title="This could not be drawn"
        action={<Button onPress={() => window.location.reload()}>Load again</Button>}
      >
        It is a fault of ours. Your steps and boards are kept on the server; loading the page again usually helps.
      </Message>
    );
  }
}
