/** The form of an editor: its fields, then “Keep in the draft” and “Close”. */
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Button, PrimaryButton } from '../parts/controls';

const Form = styled.form`
  display: grid;
  gap: 12px;
  padding: 10px 0 14px;
`;
const Acts = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: baseline;
`;

export function Editor(props: {
  /** What is edited, for those who hear the page. */
  label: string;
  /** Can it be kept as it is? */
  ready: boolean;
  onKeep: () => void;
  onClose: () => void;
  /** “Keep in the draft” where it is not said. */
  keep?: string;
  children: ReactNode;
  /** Beside the buttons. */
  acts?: ReactNode;
}) {
  return (
    <Form
      aria-label={props.label}
      onSubmit={(event) => {
        event.preventDefault();
        if (props.ready) props.onKeep();
      }}
    >
      {props.children}
      <Acts>
        <PrimaryButton type="submit" isDisabled={!props.ready}>
          {props.keep ?? 'Keep in the draft'}
        </PrimaryButton>
        <Button onPress={props.onClose}>Close</Button>
        {props.acts}
      </Acts>
    </Form>
  );
}
