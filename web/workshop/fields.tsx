/** Fields of the workshop's editors. */
import { useId, type ReactNode } from 'react';
import styled from 'styled-components';

const Box = styled.div`
  display: grid;
  gap: 4px;
  align-content: start;
  label {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
  }
  select,
  textarea {
    border: 1px solid var(--line);
    border-radius: 3px;
    background: var(--raised);
    color: var(--ink);
    padding: 8px 10px;
    font: inherit;
    width: 100%;
  }
  select:focus,
  textarea:focus {
    outline: 2px solid var(--signal);
    outline-offset: 1px;
  }
`;

export function Select(props: {
  label: string;
  value: string;
  options: readonly (readonly [value: string, label: string])[];
  onChange: (value: string) => void;
}) {
  const id = useId();
  return (
    <Box>
      <label htmlFor={id}>{props.label}</label>
      <select id={id} value={props.value} onChange={(event) => props.onChange(event.target.value)}>
        {props.options.map(([value, label]) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </select>
    </Box>
  );
}

export function Text(props: {
  label: string;
  value: string;
  rows: number;
  onChange: (value: string) => void;
  about?: ReactNode;
  mono?: boolean;
}) {
  const id = useId();
  return (
    <Box>
      <label htmlFor={id}>{props.label}</label>
      <textarea
        id={id}
        value={props.value}
        rows={props.rows}
        spellCheck={props.mono !== true}
        style={props.mono ? { fontFamily: 'ui-monospace, monospace', fontSize: 12.5, whiteSpace: 'pre' } : {}}
        onChange={(event) => props.onChange(event.target.value)}
      />
      {props.about}
    </Box>
  );
}

export const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(190px, 1fr));
  gap: 12px 18px;
`;

/** A list of names in one line. */
export const listOf = (text: string): string[] =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '');
