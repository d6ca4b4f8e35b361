/** Changes a condition on a number: which way, and the number or the two ends. */
import { useState } from 'react';
import styled from 'styled-components';
import type { Edit } from '@zud/core/reading/edit';
import type { Condition } from '@zud/core/reading/schema';
import { Button, Field, PrimaryButton } from '../../parts/controls';
import { testEdits } from './acts';

const Form = styled.form`
  width: 260px; padding: 10px 14px; display: grid; gap: 10px; font-size: 13px;
  label.choice { display: grid; gap: 4px; font-size: 12px; font-weight: 600; color: var(--quiet); }
  select { border: 1px solid var(--line); background: var(--raised); border-radius: 3px; padding: 6px 8px; font-weight: 400; color: var(--ink); }
  > div:last-child { display: flex; gap: 8px; }
`;

export type NumberCondition = Extract<Condition, { kind: 'measure' | 'rows' }>;

const TESTS = { over: 'over', under: 'under', atLeast: 'at least', atMost: 'at most', between: 'between', aboveAverage: 'above the average', belowAverage: 'below the average', missing: 'missing', present: 'present' } as const;
type Test = keyof typeof TESTS;
const NEEDS_NUMBER: readonly Test[] = ['over', 'under', 'atLeast', 'atMost', 'between'];

export function NumberEditor(props: { condition: NumberCondition; onEdit: (edits: readonly Edit[]) => void }) {
  const { condition } = props;
  const [test, setTest] = useState<Test>(condition.test);
  const [value, setValue] = useState(String(condition.value ?? ''));
  const [upper, setUpper] = useState(String(condition.upper ?? ''));
  const numbered = NEEDS_NUMBER.includes(test);
  const known = (text: string) => text.trim() !== '' && Number.isFinite(Number(text));
  const complete = !numbered || (known(value) && (test !== 'between' || (known(upper) && Number(upper) >= Number(value))));
  const apply = () => {
    const { value: _value, upper: _upper, ...rest } = condition;
    const changed = { ...rest, test, ...(numbered ? { value: Number(value) } : {}), ...(test === 'between' ? { upper: Number(upper) } : {}) };
    props.onEdit(testEdits(condition, changed));
  };
  return (
    <Form onSubmit={(event) => { event.preventDefault(); if (complete) apply(); }}>
      <label className="choice">It is <select value={test} onChange={(event) => setTest(event.target.value as Test)}>{Object.entries(TESTS).map(([id, label]) => <option key={id} value={id}>{label}</option>)}</select></label>
      {numbered ? <Field label={test === 'between' ? 'From' : 'Number'} value={value} onChange={setValue} autoFocus /> : null}
      {test === 'between' ? <Field label="To" value={upper} onChange={setUpper} /> : null}
      <div>
        <PrimaryButton type="submit" isDisabled={!complete}>Apply</PrimaryButton>
        <Button onPress={() => props.onEdit([{ do: 'condition', how: 'remove', condition }])}>Take out</Button>
      </div>
    </Form>
  );
}
