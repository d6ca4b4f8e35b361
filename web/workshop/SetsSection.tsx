/** Named sets: members of a level that go by one name. */
import { useState } from 'react';
import styled from 'styled-components';
import type { ModelDraftView } from '@zud/core/contract/workshop';
import { addSet, changeSet, idFor, removeSet } from '@zud/core/model/file-edits';
import type { NamedSet } from '@zud/core/model/schema';
import { SERIF } from '../app/theme';
import { Button, Field, TextButton } from '../parts/controls';
import { Head, Title } from '../parts/List';
import { Editor } from './Editor';
import { Grid, listOf, Select, Text } from './fields';
import type { DraftHandle } from './use-draft';

const List = styled.ul`
  border-top: 1px solid var(--line);
  li {
    border-bottom: 1px solid var(--line);
    padding: 10px 0;
    font: 400 16px/1.4 ${SERIF};
  }
  b {
    font-weight: 650;
  }
  small {
    font:
      400 12px/1.5 'Public Sans Variable',
      sans-serif;
    color: var(--quiet);
    margin-left: 8px;
  }
`;

export function SetsSection({ draft, handle }: { draft: ModelDraftView; handle: DraftHandle }) {
  const { file } = draft;
  const [open, setOpen] = useState<string | null>(null);
  const levels = file.dimensions.flatMap(({ levels: all }) => all.map(({ id, name }) => [id, name] as const));
  const made: NamedSet = { id: '', name: '', synonyms: [], level: levels[0]?.[0] ?? '', members: [] };
  return (
    <>
      <Head>
        <Title>Named sets</Title>
        <Button onPress={() => setOpen('')}>New set …</Button>
      </Head>
      {open === '' ? (
        <SetEditor
          set={made}
          levels={levels}
          onApply={(set) => {
            handle.edit(
              addSet({
                ...set,
                id: idFor(
                  set.name,
                  file.sets.map(({ id }) => id),
                ),
              }),
            );
            setOpen(null);
          }}
          onClose={() => setOpen(null)}
        />
      ) : null}
      <List aria-label="Named sets">
        {file.sets.map((set) => (
          <li key={set.id}>
            <b>{set.name}</b>
            {set.synonyms.length > 0 ? <small>also {set.synonyms.join(', ')}</small> : null}
            <small>
              {levels.find(([id]) => id === set.level)?.[1] ?? set.level}: {set.members.join(', ')}
            </small>{' '}
            <TextButton aria-label={`Change ${set.name}`} onPress={() => setOpen(open === set.id ? null : set.id)}>
              change
            </TextButton>{' '}
            <TextButton aria-label={`Take out ${set.name}`} onPress={() => handle.edit(removeSet(set.id))}>
              take out
            </TextButton>
            {open === set.id ? (
              <SetEditor
                set={set}
                levels={levels}
                onApply={(now) => {
                  handle.edit(changeSet(set.id, now));
                  setOpen(null);
                }}
                onClose={() => setOpen(null)}
              />
            ) : null}
          </li>
        ))}
      </List>
    </>
  );
}

function SetEditor(props: {
  set: NamedSet;
  levels: readonly (readonly [string, string])[];
  onApply: (set: NamedSet) => void;
  onClose: () => void;
}) {
  const [name, setName] = useState(props.set.name);
  const [also, setAlso] = useState(props.set.synonyms.join(', '));
  const [level, setLevel] = useState(props.set.level);
  const [members, setMembers] = useState(props.set.members.join('\n'));
  const listed = members
    .split('\n')
    .map((one) => one.trim())
    .filter((one) => one !== '');
  return (
    <Editor
      label={`${props.set.name === '' ? 'New set' : props.set.name}, edited`}
      ready={name.trim() !== '' && listed.length > 0}
      onKeep={() => props.onApply({ ...props.set, name: name.trim(), synonyms: listOf(also), level, members: listed })}
      onClose={props.onClose}
    >
      <Grid>
        <Field label="Name" value={name} onChange={setName} autoFocus />
        <Field label="Also called (with commas between)" value={also} onChange={setAlso} />
        <Select label="Members of" value={level} options={props.levels} onChange={setLevel} />
      </Grid>
      <Text label="Members, one a line" value={members} rows={5} onChange={setMembers} />
    </Editor>
  );
}
