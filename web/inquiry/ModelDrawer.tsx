/** What the model knows, beside the answer: measures and hierarchies, each to be put in by click, by keyboard or by dragging it onto the answer. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Input, Label, SearchField } from 'react-aria-components';
import styled from 'styled-components';
import type { Edit } from '@zud/core/reading/edit-schema';
import { byLevel, EMPTY_READING, type Reading } from '@zud/core/reading/schema';
import { api, type ModelView } from '../app/api';
import { usePerson } from '../app/session';
import { Dialog, TextButton } from '../parts/controls';
import { Failure } from '../parts/states';
import { RecordsView } from './RecordsView';

const Box = styled.div`
  display: grid;
  gap: 10px;
  font-size: 13px;
  input {
    width: 100%;
    border: 1px solid var(--line);
    border-radius: 3px;
    background: var(--raised);
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
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    margin: 6px 0 2px;
  }
  h3 {
    font-size: 12px;
    font-weight: 500;
    color: var(--quiet);
    margin: 8px 0 0;
  }
`;
const Entry = styled.li`
  border-bottom: 1px solid var(--line);
  padding: 3px 0;
  > div:first-child {
    display: flex;
    justify-content: space-between;
    gap: 8px;
    align-items: baseline;
    cursor: grab;
  }
  > div:first-child > button:first-child {
    border: 0;
    background: none;
    padding: 2px 0;
    cursor: pointer;
    text-align: left;
    flex: 1;
    font-weight: 500;
  }
  > div:first-child > button:first-child[aria-expanded='true'] {
    font-weight: 650;
  }
  small {
    color: var(--quiet);
    font-size: 12px;
  }
  p {
    color: var(--quiet);
    font-size: 12.5px;
    line-height: 1.4;
    margin: 2px 0 4px;
  }
  p + div {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 14px;
    padding-bottom: 5px;
  }
`;

/** The kind of data that a dragged thing of the model is handed over as. */
export const DRAGGED = 'application/x-zud-edits';

interface Thing {
  readonly id: string;
  readonly name: string;
  readonly detail: string;
  readonly about: string;
  /** What a click on “add”, or dropping it on the answer, does. */
  readonly add: readonly Edit[];
  readonly acts: readonly { readonly label: string; readonly edits: readonly Edit[] }[];
  readonly saved: boolean;
}

const shown = (measure: string) => [{ calculation: { kind: 'measure' as const, measure }, transform: null }];

const WAYS: Readonly<Record<string, string>> = { more: 'more is better', less: 'less is better' };

function measureThings(model: ModelView, reading: Reading | null): Thing[] {
  const there = new Set(
    (reading?.shown ?? []).flatMap((one) => (one.calculation.kind === 'measure' ? [one.calculation.measure] : [])),
  );
  return model.measures.map((measure) => ({
    id: measure.id,
    name: measure.name,
    detail: [measure.kind, measure.unit].filter(Boolean).join(', '),
    saved: measure.id.startsWith('saved_'),
    about: [
      measure.description,
      measure.direction ? `${WAYS[measure.direction] ?? ''}.` : null,
      measure.synonyms.length > 0 ? `Also: ${measure.synonyms.join(', ')}.` : null,
    ]
      .filter(Boolean)
      .join(' '),
    add: [{ do: 'show', how: there.size === 0 ? 'replace' : 'add', shown: shown(measure.id) }],
    acts: [
      { label: 'Show instead', edits: [{ do: 'show', how: 'replace', shown: shown(measure.id) }] },
      ...(there.has(measure.id) && there.size > 1
        ? [{ label: 'Take out', edits: [{ do: 'show' as const, how: 'remove' as const, shown: shown(measure.id) }] }]
        : []),
    ],
  }));
}

function levelThings(
  model: ModelView,
  levels: ModelView['dimensions'][number]['levels'],
  reading: Reading | null,
): Thing[] {
  const members = new Map(model.levels.map((level) => [level.id, level]));
  return levels.map((level) => {
    const known = members.get(level.id);
    const there = (reading?.by ?? []).some((one) => one.kind === 'level' && one.level === level.id);
    return {
      id: level.id,
      name: level.name,
      detail: `${known?.members ?? 0}`,
      saved: false,
      about: [
        level.description,
        level.kind === 'thing' ? null : `A ${level.kind}.`,
        `${(known?.sample ?? []).join(', ')}${(known?.members ?? 0) > (known?.sample.length ?? 0) ? ' …' : ''}`,
      ]
        .filter(Boolean)
        .join(' '),
      add: [{ do: 'breakdown', how: (reading?.by.length ?? 0) === 0 ? 'join' : 'add', by: [byLevel(level.id)] }],
      acts: [
        { label: 'By it instead', edits: [{ do: 'breakdown', how: 'replace', by: [byLevel(level.id)] }] },
        ...(there
          ? [
              {
                label: 'Take out',
                edits: [{ do: 'breakdown' as const, how: 'remove' as const, by: [byLevel(level.id)] }],
              },
            ]
          : []),
      ],
    };
  });
}

function setThings(model: ModelView): Thing[] {
  return model.sets.map((set) => ({
    id: set.id,
    name: set.name,
    detail: `${set.members.length}`,
    saved: set.id.startsWith('saved_'),
    about: set.members.slice(0, 8).join(', ') + (set.members.length > 8 ? ' …' : ''),
    add: [{ do: 'condition', how: 'only', condition: { kind: 'set', set: set.id, is: true } }],
    acts: [
      {
        label: 'Leave it out',
        edits: [{ do: 'condition', how: 'exclude', condition: { kind: 'set', set: set.id, is: false } }],
      },
    ],
  }));
}

export function ModelDrawer(props: {
  model: ModelView;
  reading: Reading | null;
  onEdit: (edits: readonly Edit[]) => void;
}) {
  const { model, reading } = props;
  const [text, setText] = useState('');
  const [fact, setFact] = useState<ModelView['facts'][number] | null>(null);
  const wanted = text.trim().toLowerCase();
  const fits = (thing: Thing) =>
    wanted === '' || thing.name.toLowerCase().includes(wanted) || thing.about.toLowerCase().includes(wanted);
  const measures = measureThings(model, reading).filter(fits);
  const dimensions = model.dimensions
    .map((dimension) => ({ dimension, things: levelThings(model, dimension.levels, reading).filter(fits) }))
    .filter(({ things }) => things.length > 0);
  const sets = setThings(model).filter(fits);
  const list = (things: readonly Thing[], label: string) => (
    <ul aria-label={label}>
      {things.map((thing) => (
        <Line key={thing.id} thing={thing} modelId={model.id} onEdit={props.onEdit} />
      ))}
    </ul>
  );
  return (
    <Box>
      <SearchField value={text} onChange={setText}>
        <Label className="visually-hidden">Search the model</Label>
        <Input placeholder={`Search ${model.name}`} />
      </SearchField>
      {measures.length + dimensions.length + sets.length === 0 ? <p>Nothing of that name.</p> : null}
      {measures.length > 0 ? (
        <section>
          <h2>Measures</h2>
          {list(measures, 'Measures')}
        </section>
      ) : null}
      {dimensions.length > 0 ? (
        <section>
          <h2>Hierarchies</h2>
          {dimensions.map(({ dimension, things }) => (
            <div key={dimension.id}>
              {things.length === 1 && things[0]?.name === dimension.name ? null : <h3>{dimension.name}</h3>}
              {list(things, dimension.name)}
            </div>
          ))}
        </section>
      ) : null}
      {sets.length > 0 ? (
        <section>
          <h2>Named sets</h2>
          {list(sets, 'Named sets')}
        </section>
      ) : null}
      <section>
        <h2>Records</h2>
        <ul>
          {model.facts.map((one) => (
            <Entry key={one.id}>
              <div style={{ cursor: 'auto' }}>
                <span>{one.plural ?? `${one.name}s`}</span>
                <TextButton onPress={() => setFact(one)}>Some rows</TextButton>
              </div>
            </Entry>
          ))}
        </ul>
      </section>
      <Dialog
        wide
        title={`Some rows of ${fact?.plural ?? `${fact?.name ?? ''}s`}`}
        isOpen={fact !== null}
        onClose={() => setFact(null)}
      >
        {fact ? (
          <div style={{ height: '60vh' }}>
            <RecordsView modelId={model.id} model={model} reading={EMPTY_READING} fact={fact.id} />
          </div>
        ) : null}
      </Dialog>
    </Box>
  );
}

function Line({ thing, modelId, onEdit }: { thing: Thing; modelId: string; onEdit: (edits: readonly Edit[]) => void }) {
  const [open, setOpen] = useState(false);
  const client = useQueryClient();
  const person = usePerson();
  const withdraw = useMutation({
    mutationFn: () => api.withdrawName(modelId, thing.id),
    onSuccess: () => client.invalidateQueries({ queryKey: ['model', modelId] }),
  });
  return (
    <Entry>
      <div
        draggable
        onDragStart={(event) => {
          event.dataTransfer.setData(DRAGGED, JSON.stringify(thing.add));
          event.dataTransfer.effectAllowed = 'copy';
        }}
      >
        <button type="button" aria-expanded={open} onClick={() => setOpen(!open)}>
          {thing.name}
        </button>
        <small>{thing.detail}</small>
        <TextButton aria-label={`Add ${thing.name}`} onPress={() => onEdit(thing.add)}>
          add
        </TextButton>
      </div>
      {open ? (
        <>
          <p>{thing.about}</p>
          <div>
            {thing.acts.map((act) => (
              <TextButton key={act.label} onPress={() => onEdit(act.edits)}>
                {act.label}
              </TextButton>
            ))}
            {thing.saved && person.role !== 'viewer' ? (
              <TextButton onPress={() => withdraw.mutate()}>Take the name back</TextButton>
            ) : null}
          </div>
          {withdraw.isError ? <Failure error={withdraw.error} /> : null}
        </>
      ) : null}
    </Entry>
  );
}
