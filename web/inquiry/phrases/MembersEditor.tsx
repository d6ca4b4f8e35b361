/** Chooses members of a level, of whatever number, with search; keeps only them or leaves them out. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Input, Label, ListBox, ListBoxItem, SearchField, type Selection } from 'react-aria-components';
import styled from 'styled-components';
import type { Edit } from '@zud/core/reading/edit';
import { api } from '../../app/api';
import { Button, PrimaryButton } from '../../parts/controls';
import { Failure } from '../../parts/states';

const Box = styled.div`
  width: 280px; padding: 8px 12px; display: grid; gap: 8px; font-size: 13px;
  label { font-size: 12px; font-weight: 600; color: var(--quiet); display: block; padding-bottom: 3px; }
  input { width: 100%; border: 1px solid var(--line); border-radius: 3px; background: var(--paper); padding: 5px 8px; font-size: 13px; }
  input:focus { outline: 2px solid var(--signal); outline-offset: 1px; }
  input::-webkit-search-cancel-button { display: none; }
  > p { color: var(--quiet); font-size: 12px; }
  > div:last-child { display: flex; gap: 8px; }
`;
const List = styled(ListBox)`
  max-height: 220px; overflow: auto; outline: none; border-top: 1px solid var(--line); border-bottom: 1px solid var(--line);
  &[data-focus-visible] { outline: 2px solid var(--signal); }
`;
const Item = styled(ListBoxItem)`
  padding: 4px 6px 4px 24px; cursor: pointer; position: relative; outline: none;
  &[data-focused] { background: var(--wash); }
  &::before { content: ''; position: absolute; left: 5px; top: 7px; width: 11px; height: 11px; border: 1.3px solid var(--ink); border-radius: 2px; }
  &[data-selected]::before { background: var(--ink); box-shadow: inset 0 0 0 2px var(--raised); }
`;

export function MembersEditor(props: { modelId: string; level: string; levelName: string; chosen: readonly string[]; is: boolean; onEdit: (edits: readonly Edit[]) => void }) {
  const { modelId, level, levelName } = props;
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set(props.chosen));
  const found = useQuery({ queryKey: ['members', modelId, level, text], queryFn: ({ signal }) => api.members(modelId, level, text, signal), placeholderData: (before) => before, staleTime: 60_000 });
  const offered = found.data?.members ?? [];
  const listed = text === '' ? [...chosen, ...offered.filter((name) => !chosen.has(name))] : offered;
  const choose = (selection: Selection) => {
    const kept = [...chosen].filter((name) => !listed.includes(name));
    setChosen(new Set([...kept, ...(selection === 'all' ? listed : [...selection].map(String))]));
  };
  const apply = (is: boolean) => {
    const members = [...chosen];
    const before: Edit[] = [{ do: 'clear', what: 'level', level }];
    props.onEdit([...before, { do: 'condition', how: is ? 'only' : 'exclude', condition: { kind: 'members', level, is, members } }]);
  };
  return (
    <Box>
      <SearchField value={text} onChange={setText} autoFocus>
        <Label>{levelName}</Label>
        <Input placeholder={`Search ${found.data?.all ?? ''}`} />
      </SearchField>
      {found.isError ? <Failure error={found.error} onRetry={() => void found.refetch()} /> : null}
      <List aria-label={levelName} selectionMode="multiple" selectedKeys={[...chosen].filter((name) => listed.includes(name))} onSelectionChange={choose} renderEmptyState={() => <p style={{ padding: 6, color: 'var(--quiet)' }}>{found.isPending ? 'Looking …' : 'Nothing of that name'}</p>}>
        {listed.map((name) => <Item key={name} id={name} textValue={name}>{name}</Item>)}
      </List>
      {found.data && found.data.found > offered.length ? <p>{offered.length} of {found.data.found} are listed; type to find others.</p> : null}
      <div>
        <PrimaryButton isDisabled={chosen.size === 0} onPress={() => apply(true)}>Only {chosen.size === 1 ? 'this' : 'these'}</PrimaryButton>
        <Button isDisabled={chosen.size === 0} onPress={() => apply(false)}>Leave out</Button>
      </div>
    </Box>
  );
}
