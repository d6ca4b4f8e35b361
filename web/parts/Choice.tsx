/** One of a few things, side by side: the chosen one is underlined. Arrow keys move along. */
import { Radio, RadioGroup } from 'react-aria-components';
import styled from 'styled-components';

const Group = styled(RadioGroup)`
  display: inline-flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
  font-size: 13px;
`;
const Option = styled(Radio)`
  cursor: pointer;
  color: var(--quiet);
  padding: 2px 0;
  border-bottom: 1.5px solid transparent;
  &[data-selected] {
    color: var(--ink);
    font-weight: 650;
    border-bottom-color: var(--ink);
  }
  &[data-hovered] {
    color: var(--ink);
  }
  &[data-focus-visible] {
    outline: 2px solid var(--signal);
    outline-offset: 2px;
  }
`;

export function Choice<Value extends string>(props: {
  label: string;
  value: Value;
  options: readonly (readonly [Value, string])[];
  onChange: (value: Value) => void;
}) {
  return (
    <Group
      aria-label={props.label}
      orientation="horizontal"
      value={props.value}
      onChange={(value) => props.onChange(value as Value)}
    >
      {props.options.map(([value, label]) => (
        <Option key={value} value={value}>
          {label}
        </Option>
      ))}
    </Group>
  );
}
