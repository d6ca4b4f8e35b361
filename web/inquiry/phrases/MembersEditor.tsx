/** Chooses members of a level, of whatever number, with search; keeps only them or leaves them out. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Input, Label, ListBox, ListBoxItem, SearchField, type Selection } from 'react-aria-components';
import styled from 'styled-components';
import { formatShort } from '@zud/core/format/format';
import type { Edit } from '@zud/core/reading/edit-schema';
import { byLevel, type Reading } from '@zud/core/reading/schema';
import { api } from '../../app/api';
import { Button, PrimaryButton } from '../../parts/controls';
import { Failure } from '../../parts/states';
import { memberEdits } from './acts';

const Box = styled.div`
  width: 280px;
  padding: 8px 12px;
  display: grid;
  gap: 8px;
  font-size: 13px;
  label {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    display: block;
    padding-bottom: 3px;
  }
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
  > p {
    color: var(--quiet);
    font-size: 12px;
  }
  > div:last-child {
    display: flex;
    gap: 8px;
  }
`;
const List = styled(ListBox)`
  max-height: 220px;
  overflow: auto;
  outline: none;
  border-top: 1px solid var(--line);
  border-bottom: 1px solid var(--line);
  &[data-focus-visible] {
    outline: 2px solid var(--signal);
  }
`;
const Item = styled(ListBoxItem)`
  padding: 4px 6px 4px 24px;
  cursor: pointer;
  position: relative;
  outline: none;
  display: flex;
  justify-content: space-between;
  gap: 12px;
  small {
    color: var(--quiet);
  }
  &[data-focused] {
    background: var(--wash);
  }
  &::before {
    content: '';
    position: absolute;
    left: 5px;
    top: 7px;
    width: 11px;
    height: 11px;
    border: 1.3px solid var(--ink);
    border-radius: 2px;
  }
  &[data-selected]::before {
    background: var(--ink);
    box-shadow: inset 0 0 0 2px var(--raised);
  }
`;

/** Levels with more members than this list them without figures. */
const MOST_COUNTED = 2000;

export function MembersEditor(props: {
  modelId: string;
  reading: Reading;
  level: string;
  levelName: string;
  chosen: readonly string[];
  is: boolean;
  onEdit: (edits: readonly Edit[]) => void;
}) {
  const { modelId, level, levelName } = props;
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set(props.chosen));
  const found = useQuery({
    queryKey: ['members', modelId, level, text],
    queryFn: ({ signal }) => api.members(modelId, level, text, signal),
    placeholderData: (before) => before,
    staleTime: 60_000,
  });
  // what each member has under the other conditions, where that is soon told
  const counted = useQuery({
    queryKey: ['member figures', modelId, level, props.reading],
    staleTime: 60_000,
    retry: false,
    enabled: (found.data?.all ?? Infinity) <= MOST_COUNTED,
    queryFn: ({ signal }) =>
      api.answer(
        modelId,
        props.reading,
        [
          { do: 'clear', what: 'level', level },
          { do: 'compare', against: null },
          { do: 'rank', rank: null },
          { do: 'transform', transform: null },
          { do: 'breakdown', how: 'replace', by: [byLevel(level)] },
        ],
        signal,
      ),
  });
  const column = counted.data?.answer.columns.find((one) => one.as === 'value');
  const figures = new Map((counted.data?.answer.rows ?? []).map((row) => [row[0], row[1]] as const));
  const figureOf = (name: string) => {
    const figure = figures.get(name);
    return column && typeof figure === 'number' ? formatShort(figure, column) : '';
  };
  const offered = found.data?.members ?? [];
  const listed = text === '' ? [...chosen, ...offered.filter((name) => !chosen.has(name))] : offered;
  const choose = (selection: Selection) => {
    const kept = [...chosen].filter((name) => !listed.includes(name));
    setChosen(new Set([...kept, ...(selection === 'all' ? listed : [...selection].map(String))]));
  };
  const apply = (is: boolean) => props.onEdit(memberEdits(level, [...chosen], is));
  return (
    <Box>
      <SearchField value={text} onChange={setText} autoFocus>
        <Label>
          {levelName}
          {column ? <span style={{ float: 'right', fontWeight: 400 }}>{column.label}</span> : null}
        </Label>
        <Input placeholder={`Search ${found.data?.all ?? ''}`} />
      </SearchField>
      {found.isError ? <Failure error={found.error} onRetry={() => void found.refetch()} /> : null}
      <List
        aria-label={levelName}
        selectionMode="multiple"
        selectedKeys={[...chosen].filter((name) => listed.includes(name))}
        onSelectionChange={choose}
        renderEmptyState={() => (
          <p style={{ padding: 6, color: 'var(--quiet)' }}>{found.isPending ? 'Looking …' : 'Nothing of that name'}</p>
        )}
      >
        {listed.map((name) => (
          <Item key={name} id={name} textValue={name}>
            {name}
            <small>{figureOf(name)}</small>
          </Item>
        ))}
      </List>
      {found.data && found.data.found > offered.length ? (
        <p>
          {offered.length} of {found.data.found} are listed; type to find others.
        </p>
      ) : null}
      <div>
        <PrimaryButton isDisabled={chosen.size === 0} onPress={() => apply(true)}>
          Only {chosen.size === 1 ? 'this' : 'these'}
        </PrimaryButton>
        <Button isDisabled={chosen.size === 0} onPress={() => apply(false)}>
          Leave out
        </Button>
      </div>
    </Box>
  );
}
