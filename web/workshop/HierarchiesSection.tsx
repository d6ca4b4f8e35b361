/** Dimensions and their levels: renamed, and put in order from coarse to fine by keys. */
import { useState } from 'react';
import styled from 'styled-components';
import type { ModelDraftView } from '@zud/core/contract/workshop';
import { changeLevel, moveLevel, type Patch } from '@zud/core/model/file-edits';
import type { Level } from '@zud/core/model/schema';
import { SERIF } from '../app/theme';
import { Field, TextButton } from '../parts/controls';
import { Title } from '../parts/List';
import { Editor } from './Editor';
import { Grid, listOf, Select, Text } from './fields';
import type { DraftHandle } from './use-draft';

const Group = styled.section`
  margin-bottom: 22px;
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    padding-bottom: 6px;
    border-bottom: 1.5px solid var(--ink);
  }
  ol > li {
    border-bottom: 1px solid var(--line);
    padding: 9px 0;
  }
`;
const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
  font: 400 16px/1.4 ${SERIF};
  b {
    font-weight: 650;
  }
  > span {
    flex: 1 1 200px;
  }
  small {
    font:
      400 12px/1.5 'Public Sans Variable',
      sans-serif;
    color: var(--quiet);
    margin-left: 8px;
  }
  ins {
    text-decoration-color: var(--signal);
    text-decoration-thickness: 2px;
    text-underline-offset: 4px;
  }
`;

export function HierarchiesSection({ draft, handle }: { draft: ModelDraftView; handle: DraftHandle }) {
  const [open, setOpen] = useState<string | null>(null);
  const changed = new Set(draft.changes.filter(({ section }) => section === 'hierarchies').map(({ id }) => id));
  return (
    <>
      <Title>Hierarchies</Title>
      {draft.file.dimensions.map((dimension) => (
        <Group key={dimension.id} aria-label={dimension.name}>
          <h2>
            {dimension.name}
            {dimension.levels.length > 1 ? ', coarse to fine' : ''}
          </h2>
          <ol>
            {dimension.levels.map((level, index) => {
              const key = `${dimension.id}.${level.id}`;
              return (
                <li key={level.id}>
                  <Line>
                    <span>
                      <b>{changed.has(key) ? <ins>{level.name}</ins> : level.name}</b>
                      {level.synonyms.length > 0 ? <small>also {level.synonyms.join(', ')}</small> : null}
                      <small>{level.column}</small>
                    </span>
                    {dimension.levels.length > 1 ? (
                      <>
                        <TextButton
                          isDisabled={index === 0}
                          aria-label={`${level.name}: coarser`}
                          onPress={() => handle.edit(moveLevel(dimension.id, level.id, -1))}
                        >
                          coarser
                        </TextButton>
                        <TextButton
                          isDisabled={index === dimension.levels.length - 1}
                          aria-label={`${level.name}: finer`}
                          onPress={() => handle.edit(moveLevel(dimension.id, level.id, 1))}
                        >
                          finer
                        </TextButton>
                      </>
                    ) : null}
                    <TextButton
                      aria-label={`Change ${level.name}`}
                      aria-expanded={open === key}
                      onPress={() => setOpen(open === key ? null : key)}
                    >
                      change
                    </TextButton>
                  </Line>
                  {open === key ? (
                    <LevelEditor
                      level={level}
                      onApply={(patch) => {
                        handle.edit(changeLevel(dimension.id, level.id, patch));
                        setOpen(null);
                      }}
                      onClose={() => setOpen(null)}
                    />
                  ) : null}
                </li>
              );
            })}
          </ol>
        </Group>
      ))}
    </>
  );
}

function LevelEditor(props: { level: Level; onApply: (patch: Patch<Level>) => void; onClose: () => void }) {
  const { level } = props;
  const [name, setName] = useState(level.name);
  const [also, setAlso] = useState(level.synonyms.join(', '));
  const [kind, setKind] = useState(level.kind);
  const [description, setDescription] = useState(level.description ?? '');
  return (
    <Editor
      label={`${level.name}, edited`}
      ready={name.trim() !== ''}
      onKeep={() =>
        props.onApply({
          name: name.trim(),
          synonyms: listOf(also),
          kind,
          description: description.trim() === '' ? undefined : description.trim(),
        })
      }
      onClose={props.onClose}
    >
      <Grid>
        <Field label="Name" value={name} onChange={setName} autoFocus />
        <Field label="Also called (with commas between)" value={also} onChange={setAlso} />
        <Select
          label="Its members are"
          value={kind}
          options={[
            ['thing', 'things'],
            ['place', 'places'],
            ['person', 'persons'],
            ['time', 'times'],
          ]}
          onChange={(value) => setKind(value as Level['kind'])}
        />
      </Grid>
      <Text label="Description" value={description} rows={2} onChange={setDescription} />
    </Editor>
  );
}
