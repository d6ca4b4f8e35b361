/** Fields of a test of a number: which way, and the number or the two ends. */
import { useState } from 'react';
import styled from 'styled-components';
import type { COMPARISONS } from '@zud/core/reading/schema';
import { Field } from '../../parts/controls';

export type Test = (typeof COMPARISONS)[number];
export interface NumberTest {
  readonly test: Test;
  readonly value?: number;
  readonly upper?: number;
}

const TESTS: Readonly<Record<Test, string>> = {
  over: 'over',
  under: 'under',
  atLeast: 'at least',
  atMost: 'at most',
  between: 'between',
  aboveAverage: 'above the average',
  belowAverage: 'below the average',
  missing: 'missing',
  present: 'present',
};
export const NEEDS_NUMBER: readonly Test[] = ['over', 'under', 'atLeast', 'atMost', 'between'];

export const EditorForm = styled.form`
  width: 270px;
  padding: 10px 14px;
  display: grid;
  gap: 10px;
  font-size: 13px;
  > div:last-child {
    display: flex;
    gap: 8px;
  }
`;
const Line = styled.label`
  display: grid;
  gap: 4px;
  font-size: 12px;
  font-weight: 600;
  color: var(--quiet);
  select {
    border: 1px solid var(--line);
    background: var(--raised);
    border-radius: 3px;
    padding: 6px 8px;
    font-weight: 400;
    color: var(--ink);
    min-width: 0;
    width: 100%;
  }
`;

export function Choice(props: {
  label: string;
  value: string;
  options: readonly (readonly [id: string, label: string])[];
  onChange: (id: string) => void;
}) {
  return (
    <Line>
      {props.label}
      <select value={props.value} onChange={(event) => props.onChange(event.target.value)}>
        {props.options.map(([id, label]) => (
          <option key={id} value={id}>
            {label}
          </option>
        ))}
      </select>
    </Line>
  );
}

/** In what a number is typed: as it is kept, or a fraction in per cent. */
export type TypedAs = 'number' | 'percent';

const shown = (value: number | undefined, as: TypedAs) =>
  value === undefined ? '' : String(as === 'percent' ? Number((value * 100).toPrecision(12)) : value);
const kept = (text: string, as: TypedAs) => (as === 'percent' ? Number(text) / 100 : Number(text));

const known = (text: string) => text.trim() !== '' && Number.isFinite(Number(text));

/**
 * The state of the fields, with the test that they make; null while a number is wanting.
 * @param tests those offered: how much something changed is tested against numbers only
 */
export function useTest(
  before: NumberTest,
  as: TypedAs,
  tests: readonly Test[] = Object.keys(TESTS) as Test[],
): { test: NumberTest | null; fields: React.ReactNode } {
  const [test, setTest] = useState<Test>(before.test);
  const [value, setValue] = useState(shown(before.value, as));
  const [upper, setUpper] = useState(shown(before.upper, as));
  const numbered = NEEDS_NUMBER.includes(test);
  const complete =
    !numbered || (known(value) && (test !== 'between' || (known(upper) && Number(upper) >= Number(value))));
  const made: NumberTest = {
    test,
    ...(numbered ? { value: kept(value, as) } : {}),
    ...(test === 'between' ? { upper: kept(upper, as) } : {}),
  };
  return {
    test: complete ? made : null,
    fields: (
      <>
        <Choice
          label="It is"
          value={test}
          options={tests.map((id) => [id, TESTS[id]] as const)}
          onChange={(id) => setTest(id as Test)}
        />
        {numbered ? (
          <Field
            label={`${test === 'between' ? 'From' : 'Number'}${as === 'percent' ? ' in %' : ''}`}
            value={value}
            onChange={setValue}
          />
        ) : null}
        {test === 'between' ? (
          <Field label={as === 'percent' ? 'To in %' : 'To'} value={upper} onChange={setUpper} />
        ) : null}
      </>
    ),
  };
}
