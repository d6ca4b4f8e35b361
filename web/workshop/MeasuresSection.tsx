/** The measures of the draft: what each is, what it comes to, what was changed; each with its editor. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import type { ModelDraftView } from '@zud/core/contract/workshop';
import { addMeasure, changeMeasure, idFor, moveMeasure, removeMeasure } from '@zud/core/model/file-edits';
import { aboutMeasure, definitionWords } from '@zud/core/model/measure-words';
import type { Measure } from '@zud/core/model/schema';
import { api } from '../app/api';
import { NARROW, SERIF } from '../app/theme';
import { Button as AriaButton } from 'react-aria-components';
import { Button, Field } from '../parts/controls';
import { Head, Title } from '../parts/List';
import { SmallLinePicture } from '../parts/SmallLinePicture';
import { MeasureEditor } from './MeasureEditor';
import type { DraftHandle } from './use-draft';

const List = styled.ul`
  > li {
    border-bottom: 1px solid var(--line);
  }
`;
const Row = styled(AriaButton)`
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr) 110px 134px;
  gap: 4px 18px;
  width: 100%;
  border: 0;
  background: none;
  color: var(--ink);
  padding: 10px 0;
  text-align: left;
  cursor: pointer;
  font: 400 15.5px/1.4 ${SERIF};
  b {
    font-weight: 650;
  }
  small {
    display: block;
    font:
      400 12px/1.5 'Public Sans Variable',
      sans-serif;
    color: var(--quiet);
  }
  del {
    text-decoration-color: var(--signal);
    color: var(--quiet);
  }
  ins {
    text-decoration-color: var(--signal);
    text-decoration-thickness: 2px;
    text-underline-offset: 4px;
  }
  > span:nth-child(3) {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
  &[data-hovered] {
    background: var(--wash);
  }
  &[data-focus-visible] {
    outline: 2px solid var(--signal);
    outline-offset: -2px;
  }
  @media (max-width: ${NARROW}) {
    grid-template-columns: minmax(0, 1fr) auto;
    > span:nth-child(2) {
      grid-column: 1 / -1;
      grid-row: 2;
    }
    > span:nth-child(4) {
      display: none;
    }
  }
`;
const Search = styled.div`
  width: min(280px, 100%);
  margin-bottom: 10px;
`;

const NEW = 'new';

export function MeasuresSection({
  modelId,
  draft,
  handle,
}: {
  modelId: string;
  draft: ModelDraftView;
  handle: DraftHandle;
}) {
  const { file, published } = draft;
  const [open, setOpen] = useState<string | null>(null);
  const [search, setSearch] = useState('');
  const tables = useQuery({ queryKey: ['tables'], queryFn: api.tables });
  const wanted = search.trim().toLowerCase();
  const shown = file.measures.filter(
    (one) => wanted === '' || [one.name, ...one.synonyms].some((name) => name.toLowerCase().includes(wanted)),
  );
  const ids = shown.map(({ id }) => id);
  const samples = useQuery({
    queryKey: ['samples', modelId, draft.version, draft.revision, ids.join(',')],
    queryFn: ({ signal }) => api.draftSamples(modelId, ids.slice(0, MOST_SAMPLES), signal),
    placeholderData: (before) => before,
  });
  const of = new Map((samples.data ?? []).map((one) => [one.measure, one]));
  const made: Measure = {
    id: NEW,
    name: '',
    kind: 'sum',
    fact: file.facts[0]?.id ?? '',
    column: '',
    only: [],
    synonyms: [],
  };
  return (
    <>
      <Head>
        <Title>Measures</Title>
        <Button onPress={() => setOpen(NEW)}>New measure …</Button>
      </Head>
      <Search>
        <Field label="Search" value={search} onChange={setSearch} />
      </Search>
      {open === NEW ? (
        <MeasureEditor
          measure={made}
          file={file}
          tables={tables.data ?? []}
          isNew
          onApply={(measure) => {
            const id = idFor(
              measure.name,
              file.measures.map((one) => one.id),
            );
            handle.edit(addMeasure({ ...measure, id }));
            setOpen(null);
          }}
          onClose={() => setOpen(null)}
          onMove={() => undefined}
          onRemove={() => undefined}
        />
      ) : null}
      <List aria-label="Measures">
        {shown.map((measure) => {
          const before = published.measures.find(({ id }) => id === measure.id);
          const sample = of.get(measure.id);
          const [was, is] = [
            before === undefined ? '' : definitionWords(before, published),
            definitionWords(measure, file),
          ];
          const faulty = draft.faults.find(({ place }) =>
            place.startsWith(`measures[${file.measures.indexOf(measure)}]`),
          );
          return (
            <li key={measure.id}>
              <Row
                aria-expanded={open === measure.id}
                aria-label={`${measure.name}: ${is}`}
                onPress={() => setOpen(open === measure.id ? null : measure.id)}
              >
                <span>
                  <b>{before === undefined ? <ins>{measure.name}</ins> : measure.name}</b>
                  <Also before={before?.synonyms ?? []} now={measure.synonyms} />
                </span>
                <span>
                  {before !== undefined && was !== is ? (
                    <>
                      <del>{was}</del> <ins>{is}</ins>
                    </>
                  ) : (
                    is
                  )}
                  <small>{faulty === undefined ? aboutMeasure(measure, file) : `Fault: ${faulty.reason}`}</small>
                </span>
                <span>
                  <b>{sample?.value ?? (samples.isFetching ? '…' : '')}</b>
                  {sample?.was ? <small>was {sample.was}</small> : null}
                  {sample?.problem ? <small>{sample.problem}</small> : null}
                </span>
                <span>{sample === undefined ? null : <SmallLinePicture line={{ now: sample.line }} />}</span>
              </Row>
              {open === measure.id ? (
                <MeasureEditor
                  key={measure.id}
                  measure={measure}
                  file={file}
                  tables={tables.data ?? []}
                  isNew={false}
                  onApply={(now) => {
                    // fields that the new kind does not have are taken away
                    const gone = Object.fromEntries(
                      Object.keys(measure)
                        .filter((field) => !(field in now))
                        .map((field) => [field, undefined]),
                    );
                    handle.edit(changeMeasure(measure.id, { ...gone, ...now }));
                    setOpen(null);
                  }}
                  onClose={() => setOpen(null)}
                  onMove={(by) => handle.edit(moveMeasure(measure.id, by))}
                  onRemove={() => {
                    handle.edit(removeMeasure(measure.id));
                    setOpen(null);
                  }}
                />
              ) : null}
            </li>
          );
        })}
      </List>
    </>
  );
}
const MOST_SAMPLES = 60;

function Also({ before, now }: { before: readonly string[]; now: readonly string[] }) {
  const gone = before.filter((one) => !now.includes(one));
  if (now.length === 0 && gone.length === 0) return null;
  return (
    <small>
      also{' '}
      {[...now.map((name) => ({ name, is: true })), ...gone.map((name) => ({ name, is: false }))].map(
        ({ name, is }, index) => (
          <span key={name}>
            {index > 0 ? ', ' : ''}
            {!is ? <del>{name}</del> : before.includes(name) ? name : <ins>{name}</ins>}
          </span>
        ),
      )}
    </small>
  );
}
