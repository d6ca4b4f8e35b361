/** Queries in SQL over the loaded tables, for stewards: write, run, see how it runs, stop, and keep it as a table that follows its sources. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useRef, useState, type FormEvent } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { QueryResult, QueryRun } from '@zud/core/contract/queries';
import { api, ProblemError } from '../app/api';
import { Page } from '../app/Page';
import { NARROW, SERIF } from '../app/theme';
import { Button, Field, PrimaryButton, TextButton } from '../parts/controls';
import { ago, Title } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { SqlEditor, type Fault } from './SqlEditor';

const Two = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 250px;
  gap: 32px;
  @media (max-width: ${NARROW}) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Acts = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin: 12px 0 18px;
  small {
    color: var(--quiet);
  }
`;
const Side = styled.aside`
  font-size: 13px;
  h2 {
    font: 600 16px/1.3 ${SERIF};
    margin: 0 0 8px;
  }
  details {
    border-bottom: 1px solid var(--line);
    padding: 5px 0;
  }
  summary {
    cursor: pointer;
    overflow-wrap: anywhere;
  }
  summary:focus-visible {
    outline: 2px solid var(--signal);
  }
  dl {
    padding: 4px 0 4px 14px;
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 1px 10px;
  }
  dt {
    overflow-wrap: anywhere;
  }
  dd {
    color: var(--quiet);
  }
  ol {
    margin-bottom: 26px;
  }
  li {
    padding: 5px 0;
    border-bottom: 1px solid var(--line);
  }
  li small {
    display: block;
    color: var(--quiet);
  }
`;
const Scroll = styled.div`
  overflow: auto;
  max-height: 52vh;
  &:focus-visible {
    outline: 2px solid var(--signal);
  }
  table {
    border-collapse: collapse;
    font-size: 13px;
    font-variant-numeric: tabular-nums;
  }
  th {
    position: sticky;
    top: 0;
    background: var(--paper);
    text-align: left;
    font-weight: 600;
    color: var(--quiet);
    padding: 5px 16px 5px 0;
    border-bottom: 1.5px solid var(--ink);
    white-space: nowrap;
  }
  td {
    padding: 4px 16px 4px 0;
    border-bottom: 1px solid var(--line);
    max-width: 460px;
    overflow-wrap: anywhere;
    white-space: pre-wrap;
  }
  [data-number] {
    text-align: right;
  }
`;
const Keep = styled.form`
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
  margin-top: 26px;
  padding-top: 14px;
  border-top: 1px solid var(--line);
  p {
    flex: 1 1 100%;
    color: var(--quiet);
  }
`;

const faultOf = (error: unknown): Fault | null => {
  if (!(error instanceof ProblemError)) return null;
  const position = error.more['position'];
  return { text: error.message, position: typeof position === 'number' ? position : null };
};

export function QueryPage() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const of = search.get('table');
  const tables = useQuery({ queryKey: ['tables'], queryFn: api.tables, retry: false });
  const runs = useQuery({ queryKey: ['queries'], queryFn: api.queryRuns, retry: false });
  const kept = tables.data?.find(({ name }) => name === of)?.derived ?? null;
  const [written, setWritten] = useState<string | null>(null);
  const sql = written ?? kept?.sql ?? '';
  const [name, setName] = useState<string | null>(null);
  const stopping = useRef<AbortController | null>(null);
  const run = useMutation({
    mutationFn: (explain: boolean) => {
      stopping.current = new AbortController();
      return api.runQuery(sql, explain, stopping.current.signal);
    },
    onSettled: () => client.invalidateQueries({ queryKey: ['queries'] }),
  });
  const keep = useMutation({
    mutationFn: () => {
      stopping.current = new AbortController();
      return api.tableOfQuery(name ?? of ?? '', sql, stopping.current.signal);
    },
    onSuccess: async (made) => {
      await client.invalidateQueries({ queryKey: ['tables'] });
      await navigate(`/tables/${made.name}`);
    },
  });
  const known = useMemo(
    () => Object.fromEntries((tables.data ?? []).map((table) => [table.name, table.columns.map((one) => one.name)])),
    [tables.data],
  );
  const isStopped = (error: unknown) => error instanceof DOMException && error.name === 'AbortError';
  const stopped = isStopped(run.error) || isStopped(keep.error);
  const busy = run.isPending || keep.isPending;
  const fault = stopped ? null : faultOf(keep.error ?? run.error);
  const go = () => {
    keep.reset();
    if (sql.trim() !== '' && !busy) run.mutate(false);
  };
  const keepIt = (event: FormEvent) => {
    event.preventDefault();
    run.reset();
    keep.mutate();
  };
  if (tables.isError)
    return (
      <Page>
        <Failure error={tables.error} onRetry={() => void tables.refetch()} />
      </Page>
    );
  if (tables.isPending)
    return (
      <Page>
        <Loading what="Looking for tables" />
      </Page>
    );
  return (
    <Page>
      <Title>{of === null ? 'A query' : `The query of ${of}`}</Title>
      <Two>
        <div>
          <SqlEditor label="Query in SQL" value={sql} tables={known} fault={fault} onChange={setWritten} onRun={go} />
          <Acts>
            <PrimaryButton isDisabled={sql.trim() === '' || busy} onPress={go}>
              Run
            </PrimaryButton>
            <Button isDisabled={sql.trim() === '' || busy} onPress={() => run.mutate(true)}>
              How it runs
            </Button>
            {busy ? <Button onPress={() => stopping.current?.abort()}>Stop</Button> : null}
            <small>
              Ctrl Enter runs it. It reads the loaded tables, changes nothing, and ends after half a minute.
            </small>
          </Acts>
          {busy ? (
            <Loading what={keep.isPending ? 'Making the table' : 'Running'} />
          ) : stopped ? (
            <p role="status">Stopped. The query is kept as it stands.</p>
          ) : fault !== null ? (
            <Failure error={keep.error ?? run.error} />
          ) : run.isError ? (
            <Failure error={run.error} onRetry={go} />
          ) : run.data === undefined ? null : (
            <Result result={run.data} />
          )}
          <Keep onSubmit={keepIt}>
            <p>
              Kept as a table it can be asked, joined and ruled as any other, and is made anew whenever a table that it
              reads is loaded.
            </p>
            <Field label="Name of the table" value={name ?? of ?? ''} onChange={setName} />
            <Button type="submit" isDisabled={sql.trim() === '' || (name ?? of ?? '').trim() === '' || busy}>
              Keep as a table
            </Button>
          </Keep>
        </div>
        <Side aria-label="What there is">
          {(runs.data ?? []).length === 0 ? null : (
            <>
              <h2>Run last</h2>
              <ol>
                {(runs.data ?? []).slice(0, 8).map((one) => (
                  <li key={one.id}>
                    <TextButton onPress={() => setWritten(one.sql)}>{shortened(one.sql)}</TextButton>
                    <small>{about(one)}</small>
                  </li>
                ))}
              </ol>
            </>
          )}
          <h2>Tables</h2>
          {tables.data.map((table) => (
            <details key={table.name}>
              <summary>
                {table.name} <small>{table.rows.toLocaleString()} rows</small>
              </summary>
              <dl>
                {table.columns.map((column) => (
                  <Column key={column.name} {...column} />
                ))}
              </dl>
              <Link to={`/tables/${table.name}`}>more of it</Link>
            </details>
          ))}
        </Side>
      </Two>
    </Page>
  );
}

const Column = ({ name, type }: { name: string; type: string }) => (
  <>
    <dt>{name}</dt>
    <dd>{type}</dd>
  </>
);

const shortened = (sql: string) =>
  sql.length > 70 ? `${sql.slice(0, 68).replace(/\s+/g, ' ')} …` : sql.replace(/\s+/g, ' ');
const about = ({ at, rows, fault }: QueryRun) =>
  `${ago(at)}: ${fault ?? `${(rows ?? 0).toLocaleString()} ${rows === 1 ? 'row' : 'rows'}`}`;

function Result({ result: { columns, rows, more, ms } }: { result: QueryResult }) {
  const isNumber = (type: string | undefined) => type === 'integer' || type === 'number';
  return (
    <section aria-label="What it gives">
      <p role="status" style={{ color: 'var(--quiet)', marginBottom: 8 }}>
        {rows.length === 0
          ? 'No rows'
          : `${more ? `The first ${rows.length.toLocaleString()} rows` : `${rows.length.toLocaleString()} ${rows.length === 1 ? 'row' : 'rows'}`}`}
        , in {ms.toLocaleString()} ms.
      </p>
      <Scroll tabIndex={0} role="group" aria-label="Rows">
        <table>
          <thead>
            <tr>
              {columns.map((column, at) => (
                <th key={at} data-number={isNumber(column.type) || undefined} title={column.type}>
                  {column.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, index) => (
              <tr key={index}>
                {row.map((cell, at) => (
                  <td key={at} data-number={isNumber(columns[at]?.type) || undefined}>
                    {cell === null ? <span style={{ color: 'var(--quiet)' }}>none</span> : String(cell)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </Scroll>
    </section>
  );
}
