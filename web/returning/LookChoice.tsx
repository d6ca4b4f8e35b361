/** When something is looked at or comes out: whenever data arrive, or by a schedule in words. */
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import type { AlertLook } from '@zud/core/alerts/alert';
import { Button, Field, TextButton } from '../parts/controls';
import { Failure } from '../parts/states';
import { returning } from './returning-api';

const Form = styled.form`
  display: grid;
  gap: 8px;
  margin-top: 6px;
`;
const Line = styled.p`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
`;

export function LookChoice(props: {
  look: AlertLook | null;
  words: string;
  /** By hand only is one of the choices. */
  hand?: boolean;
  /** Whenever data arrive is one of the choices; it is, unless said otherwise. */
  data?: boolean;
  onChange: (look: AlertLook | null, words: string) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const read = useMutation({
    mutationFn: returning.readSchedule,
    onSuccess: ({ schedule, words }) => {
      setText(null);
      props.onChange(schedule, words);
    },
  });
  return (
    <div>
      <Line>
        <span>{props.words}</span>
        {props.look === 'data' || props.data === false ? null : (
          <TextButton onPress={() => props.onChange('data', 'whenever data arrive')}>whenever data arrive</TextButton>
        )}
        {props.hand === true && props.look !== null ? (
          <TextButton onPress={() => props.onChange(null, 'by hand only')}>by hand only</TextButton>
        ) : null}
        <TextButton onPress={() => setText('')}>by a schedule …</TextButton>
      </Line>
      {text === null ? null : (
        <Form
          onSubmit={(event) => {
            event.preventDefault();
            read.mutate(text);
          }}
        >
          <Field label="When" value={text} onChange={setText} placeholder="every Monday at 6" autoFocus />
          {read.isError ? <Failure error={read.error} /> : null}
          <span>
            <Button type="submit" isDisabled={text.trim() === '' || read.isPending}>
              Use it
            </Button>{' '}
            <Button onPress={() => setText(null)}>Cancel</Button>
          </span>
        </Form>
      )}
    </div>
  );
}
