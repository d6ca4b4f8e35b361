/** The proof of a file that was brought: its lines with their marks, what is proposed, and what is to become of it. */
import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import type { BroughtFile } from '@zud/core/contract/imports';
import { undated } from '@zud/core/data/table-names';
import { api, ProblemError } from '../app/api';
import { Page } from '../app/Page';
import { isSteward, usePerson } from '../app/session';
import { NARROW, SERIF } from '../app/theme';
import { keepsModel } from '../model/keeping';
import { Choice } from '../parts/Choice';
import { Button, Menu, PrimaryButton, TextButton } from '../parts/controls';
import { Failure, Loading, Message } from '../parts/states';
import { ProofSheet } from './ProofSheet';
import { isOpen, Proposals } from './Proposals';

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  height: 100%;
  > main {
    padding: 18px 30px 24px;
    overflow: auto;
    min-width: 0;
    display: grid;
    gap: 10px;
    align-content: start;
  }
  h1 {
    font: 600 27px/1.25 ${SERIF};
  }
  @media (max-width: ${NARROW}) {
    display: block;
    > main {
      padding: 14px 16px;
    }
    > aside {
      border-left: 0;
      border-top: 1px solid var(--line);
    }
  }
`;
const Summary = styled.p`
  font: 400 17px/1.45 ${SERIF};
`;
const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: baseline;
  font-size: 13px;
  color: var(--quiet);
  input {
    border: 0;
    border-bottom: 1px solid var(--ink);
    background: transparent;
    font: 400 16px/1.3 ${SERIF};
    color: var(--ink);
    padding: 2px 0;
    width: 210px;
  }
`;

type Only = 'all' | 'changed' | 'left out';
type Mode = 'new' | 'add' | 'replace';
/** Milliseconds between looks at a file that is looked through. */
const SOON = 700;

export function ProofPage() {
  const { importId = '' } = useParams();
  const client = useQueryClient();
  const navigate = useNavigate();
  const person = usePerson();
  const key = ['import', importId];
  const [only, setOnly] = useState<Only>('all');
  const [decided, setDecided] = useState<ReadonlySet<string>>(new Set());
  const [undo, setUndo] = useState<readonly Readonly<Record<string, string>>[]>([]);
  const [named, setNamed] = useState<string | null>(null);
  const [said, setSaid] = useState<Mode | null>(null);
  const file = useQuery({
    queryKey: key,
    queryFn: () => api.brought(importId),
    refetchInterval: ({ state }) => (state.data?.state === 'reading' ? SOON : false),
  });
  const lines = useInfiniteQuery({
    queryKey: [...key, 'lines', only, file.dataUpdatedAt],
    queryFn: ({ pageParam, signal }) => api.broughtLines(importId, pageParam, only === 'all' ? null : only, signal),
    initialPageParam: 1,
    getNextPageParam: (last) => last.next,
    enabled: file.data?.state === 'read',
    placeholderData: (before) => before,
  });
  const change = useMutation({
    mutationFn: (what: { sheet?: string; choices?: Readonly<Record<string, string>> }) => api.decide(importId, what),
    onSuccess: (now) => client.setQueryData(key, now),
  });
  const choose = (choices: Readonly<Record<string, string>>) => {
    const before = Object.fromEntries(
      (file.data?.proposals ?? []).filter(({ id }) => id in choices).map(({ id, chosen }) => [id, chosen]),
    );
    setUndo([...undo, before]);
    setDecided(new Set([...decided, ...Object.keys(choices)]));
    change.mutate({ choices });
  };
  const takeBack = () => {
    const last = undo.at(-1);
    if (last === undefined) return;
    setUndo(undo.slice(0, -1));
    setDecided(new Set([...decided].filter((id) => !(id in last))));
    change.mutate({ choices: last });
  };
  const same = file.data?.sameAs;
  const name = named ?? file.data?.table?.name ?? '';
  const isThere = same?.table === name;
  // the same rows once more would count twice
  const mode: Mode = said ?? (!isThere ? 'new' : same.how === 'layout' ? 'add' : 'replace');
  const loaded = useRef(false);
  const load = useMutation({
    mutationFn: async (then: 'ask' | 'load' | { readonly join: string }) => {
      // where only what comes after it failed, the file is a table already
      if (!loaded.current) await api.makeTable(importId, name, mode);
      loaded.current = true;
      if (then === 'load') return '/models';
      if (then !== 'ask') return `/models/${then.join}/workshop/joins?join=${encodeURIComponent(name)}`;
      const [reader] = (await api.tableUses(name)).models;
      const model = reader ?? (await api.createModel((await api.draftModel([name], titleOf(file.data))).file));
      const inquiry = await api.createInquiry(model.id);
      return `/inquiries/${inquiry.id}`;
    },
    onSuccess: async (address) => {
      await client.invalidateQueries({ queryKey: ['models'] });
      void navigate(address);
    },
  });
  const models = useQuery({ queryKey: ['models'], queryFn: api.models });
  const joinable = (models.data ?? []).filter(({ kept }) =>
    isSteward(person) ? kept === null : keepsModel(person, kept),
  );
  const drop = useMutation({
    mutationFn: () => api.dropBrought(importId),
    onSuccess: () => void navigate('/models/bring'),
  });

  if (file.isPending || file.data?.state === 'reading')
    return (
      <Page>
        <Loading what="Looking through the file" onStop={() => drop.mutate()} />
      </Page>
    );
  if (file.isError)
    return (
      <Page>
        <Failure error={file.error} onRetry={() => void file.refetch()} />
      </Page>
    );
  const { data } = file;
  if (data.state === 'failed' || data.table === undefined)
    return (
      <Page>
        <Message
          title={`${data.filename} can’t be read as a table`}
          action={<Button onPress={() => drop.mutate()}>Bring another file</Button>}
        >
          {data.problem ?? 'It holds no table.'} Nothing was loaded.
        </Message>
      </Page>
    );
  const { table } = data;
  const open = data.proposals.filter((one) => isOpen(one, decided)).length;
  const shown = lines.data?.pages.flatMap((page) => page.lines) ?? [];
  return (
    <Page bare>
      <Columns>
        <main>
          <Row as="p">
            <Link to="/models">Models</Link> / <Link to="/models/bring">bring data</Link>
          </Row>
          <h1>{titleOf(data)}</h1>
          <Summary>
            {table.rows.toLocaleString()} rows of <i>{data.filename}</i>
            {table.leftOutCount > 0 ? `, ${table.leftOutCount.toLocaleString()} left out` : ''}.{' '}
            {same === undefined
              ? ''
              : same.how === 'bytes'
                ? `The very file that was loaded as ${same.table}.`
                : same.how === 'rows'
                  ? `The same rows as ${same.table}, in another order.`
                  : `The same layout as ${same.table}: its recipe is used.`}
          </Summary>
          {data.sheets === undefined || data.sheets.length < 2 ? null : (
            <Row>
              Sheet
              <Choice
                label="Sheet"
                value={data.sheets.find((one) => one.chosen)?.name ?? ''}
                options={data.sheets.map((one) => [one.name, `${one.name}${one.hidden ? ' (hidden)' : ''}`] as const)}
                onChange={(sheet) => {
                  setUndo([]);
                  setDecided(new Set());
                  change.mutate({ sheet });
                }}
              />
            </Row>
          )}
          {lines.isError ? <Failure error={lines.error} onRetry={() => void lines.refetch()} /> : null}
          <ProofSheet columns={table.columns} lines={shown} />
          <Row>
            <Choice
              label="Lines"
              value={only}
              options={[
                ['all', 'all lines'],
                ['changed', 'only changed'],
                ['left out', 'only left out'],
              ]}
              onChange={setOnly}
            />
            <span role="status">
              {lines.isFetching
                ? 'Fetching lines …'
                : shown.length === 0
                  ? 'No such lines.'
                  : `${shown.length.toLocaleString()} lines shown`}
            </span>
            {lines.hasNextPage ? <TextButton onPress={() => void lines.fetchNextPage()}>more lines</TextButton> : null}
          </Row>
          <Row>
            <PrimaryButton
              isDisabled={load.isPending || change.isPending || name === ''}
              onPress={() => load.mutate('ask')}
            >
              Ask of it
            </PrimaryButton>
            <Button isDisabled={load.isPending || change.isPending || name === ''} onPress={() => load.mutate('load')}>
              Load only
            </Button>
            {!isThere && joinable.length > 0 ? (
              <Menu
                label="Join to a model ▾"
                ariaLabel="Join it to a model"
                entries={joinable.map((model) => ({
                  id: model.id,
                  label: model.name,
                  note: 'What is found in it is shown first',
                  disabled: load.isPending || change.isPending || name === '',
                }))}
                onChoose={(id) => load.mutate({ join: id })}
              />
            ) : null}
            <label>
              as{' '}
              <input
                aria-label="Name of the table"
                value={name}
                spellCheck={false}
                onChange={(event) => {
                  setNamed(event.target.value);
                  setSaid(null);
                }}
              />
            </label>
            {isThere || said !== null ? (
              <Choice
                label="What becomes of the table that is there"
                value={mode}
                options={[
                  ['add', 'add to its rows'],
                  ['replace', 'in the place of its rows'],
                ]}
                onChange={setSaid}
              />
            ) : null}
            <TextButton onPress={() => drop.mutate()}>Give it up</TextButton>
          </Row>
          {isSteward(person) || isThere ? null : (
            <Row as="p">It will be yours alone, until you share the model that comes of it.</Row>
          )}
          {load.isPending ? <Loading what="Loading" /> : null}
          {open > 0 ? (
            <Row as="p">
              {open === 1 ? 'One thing is' : `${open} things are`} to decide; until then nothing is done about{' '}
              {open === 1 ? 'it' : 'them'}.
            </Row>
          ) : null}
          {load.isError ? (
            <Failure
              error={load.error}
              action={
                load.error instanceof ProblemError && [403, 409].includes(load.error.status) ? (
                  <>
                    {load.error.status === 403 ? null : (
                      <>
                        <Button onPress={() => setSaid('add')}>Add to it</Button>{' '}
                        <Button onPress={() => setSaid('replace')}>Replace its rows</Button>{' '}
                      </>
                    )}
                    <Button onPress={() => setNamed(`${name}_2`)}>Under another name</Button>
                  </>
                ) : undefined
              }
            />
          ) : null}
          {change.isError ? <Failure error={change.error} /> : null}
        </main>
        <Proposals
          proposals={data.proposals}
          decided={decided}
          busy={change.isPending}
          undo={undo.length === 0 ? null : takeBack}
          onChoose={choose}
        />
      </Columns>
    </Page>
  );
}

/** What a file is about, as its name says it without its month. */
function titleOf(file: BroughtFile | undefined): string {
  const words = undated((file?.filename ?? '').replace(/\.[a-z0-9]+$/i, ''))
    .replace(/[_-]+/g, ' ')
    .trim();
  return words === '' ? 'A file' : words.charAt(0).toUpperCase() + words.slice(1);
}
