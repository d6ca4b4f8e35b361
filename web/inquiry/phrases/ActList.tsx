/** Acts to choose from, under headings, with a search where they are many. */
import {
  Autocomplete,
  Header,
  Input,
  Menu,
  MenuItem,
  MenuSection,
  SearchField,
  Text,
  useFilter,
} from 'react-aria-components';
import { Fragment } from 'react';
import styled from 'styled-components';
import { sectionsOf, type EditAct } from './edit-act';

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
  max-height: min(320px, 42vh);
  max-width: 380px;
  overflow: auto;
  header {
    padding: 9px 14px 2px;
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
  }
`;
const Line = styled(MenuItem)`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  column-gap: 18px;
  align-items: baseline;
  padding: 6px 14px;
  font-size: 13px;
  cursor: pointer;
  outline: none;
  small {
    font-size: 12px;
    color: var(--quiet);
  }
  small[slot='description'] {
    grid-column: 1 / -1;
    line-height: 1.35;
  }
  &[data-disabled] {
    cursor: default;
  }
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
      disabledKeys={props.acts.flatMap((act, index) => (act.inForce ? [String(index)] : []))}
      autoFocus={props.acts.length < MANY && props.focus !== 'elsewhere' ? 'first' : false}
      onAction={(key) => {
        const act = props.acts[Number(key)];
        if (act) props.onChoose(act);
      }}
      renderEmptyState={() => (
        <p style={{ padding: '6px 14px', color: 'var(--quiet)', fontSize: 13 }}>Nothing of that name</p>
      )}
    >
      {sectionsOf(props.acts).map(({ name, acts }) =>
        name === null ? (
          <Fragment key="">{acts.map(lineOf)}</Fragment>
        ) : (
          <MenuSection key={name} aria-label={name}>
            <Header>{name}</Header>
            {acts.map(lineOf)}
          </MenuSection>
        ),
      )}
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

const lineOf = ({ act, at }: { readonly act: EditAct; readonly at: number }) => (
  <Line key={at} id={String(at)} textValue={act.label}>
    <Text slot="label">{act.label}</Text>
    {act.inForce ? <small>in force</small> : act.holds === undefined ? null : <small>{act.holds}</small>}
    {act.about === undefined ? null : (
      <Text slot="description" elementType="small">
        {act.about}
      </Text>
    )}
  </Line>
);
