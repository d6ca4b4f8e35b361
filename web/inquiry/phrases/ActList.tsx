/** Acts to choose from, with a search where they are many. */
import { Autocomplete, Input, Menu, MenuItem, SearchField, useFilter } from 'react-aria-components';
import styled from 'styled-components';
import type { EditAct } from './edit-act';

const Search = styled(SearchField)`
  padding: 6px 10px;
  input {
    width: 100%;
    border: 1px solid var(--line);
    border-radius: 3px;
    background: var(--paper);
    padding: 5px 8px;
    font-size: 13px;
  }
  input:focus {
    outline: 2px solid var(--signal);
    outline-offset: 1px;
  }
  input::-webkit-search-cancel-button {
    display: none;
  }
`;
const List = styled(Menu)`
  outline: none;
  max-height: 280px;
  overflow: auto;
`;
const Line = styled(MenuItem)`
  padding: 6px 14px;
  font-size: 13px;
  cursor: pointer;
  outline: none;
  &[data-focused] {
    background: var(--wash);
  }
`;
const MANY = 10;

export function ActList<Act extends EditAct>(props: {
  acts: readonly Act[];
  label: string;
  focus?: 'here' | 'elsewhere';
  onChoose: (act: Act) => void;
}) {
  const { contains } = useFilter({ sensitivity: 'base' });
  const list = (
    <List
      aria-label={props.label}
      shouldCloseOnSelect={false}
      autoFocus={props.acts.length < MANY && props.focus !== 'elsewhere' ? 'first' : false}
      onAction={(key) => {
        const act = props.acts[Number(key)];
        if (act) props.onChoose(act);
      }}
      renderEmptyState={() => (
        <p style={{ padding: '6px 14px', color: 'var(--quiet)', fontSize: 13 }}>Nothing of that name</p>
      )}
    >
      {props.acts.map((act, index) => (
        <Line key={act.label} id={String(index)} textValue={act.label}>
          {act.label}
        </Line>
      ))}
    </List>
  );
  if (props.acts.length < MANY) return list;
  return (
    <Autocomplete filter={contains}>
      <Search aria-label="Search" autoFocus>
        <Input placeholder="Search" />
      </Search>
      {list}
    </Autocomplete>
  );
}
