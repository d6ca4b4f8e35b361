/** Facts, their parents, and the joins between them: a diagram that lays itself out, and the same as a list. */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { ModelDraftView } from '@zud/core/contract/workshop';
import { pluralWord } from '@zud/core/model/model';
import { api } from '../app/api';
import { Button } from '../parts/controls';
import { Head, Title } from '../parts/List';
import { JoinDialog } from './JoinDialog';
import { Lines } from './Frame';
import { laidOut } from './diagram';

const Scroll = styled.div`
  overflow: auto;
  margin-bottom: 20px;
  svg {
    display: block;
    max-width: 100%;
    height: auto;
  }
  rect {
    fill: var(--paper);
    stroke: var(--quiet);
  }
  rect[data-fact='true'] {
    fill: var(--raised);
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  text {
    font:
      400 12px 'Public Sans Variable',
      sans-serif;
    fill: var(--ink);
  }
  text.name {
    font-weight: 600;
  }
  text.about {
    fill: var(--quiet);
  }
  path {
    fill: none;
    stroke: var(--quiet);
  }
`;

export function JoinsSection({ modelId, draft }: { modelId: string; draft: ModelDraftView }) {
  const client = useQueryClient();
  const [wanted, setWanted] = useSearchParams();
  const [joining, setJoining] = useState(wanted.has('join'));
  const { file } = draft;
  const tables = useQuery({ queryKey: ['tables'], queryFn: api.tables });
  const rowsOf = (id: string) => {
    const table = file.tables.find((one) => one.id === id);
    return tables.data?.find(({ name }) => name === (table?.source ?? id))?.rows;
  };
  const factOf = (id: string) => file.facts.filter((fact) => fact.table === id);
  const { width, height, boxes, edges } = laidOut(
    file.tables.map(({ id }) => ({ id, large: factOf(id).length > 0 })),
    file.tables.flatMap(({ id, joins }) => joins.map(({ to }) => ({ from: id, to }))),
  );
  return (
    <>
      <Head>
        <Title>Facts and joins</Title>
        <Button onPress={() => setJoining(true)}>Join a table …</Button>
      </Head>
      {joining ? (
        <JoinDialog
          modelId={modelId}
          draft={draft}
          table={wanted.get('join') ?? ''}
          onClose={() => {
            setJoining(false);
            setWanted({}, { replace: true });
          }}
          onJoined={(now) => {
            client.setQueryData(['draft', modelId], now);
            setJoining(false);
            setWanted({}, { replace: true });
          }}
        />
      ) : null}
      <Scroll>
        <svg
          width={width}
          height={height}
          viewBox={`0 0 ${width} ${height}`}
          role="img"
          aria-label={`${file.tables.length} tables and their joins; the list below says the same`}
        >
          {edges.map(({ key, points }) => (
            <path key={key} d={`M${points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}`} />
          ))}
          {boxes.map(({ id, x, y, width: wide, height: high, large }) => (
            <g key={id} transform={`translate(${x},${y})`}>
              <rect width={wide} height={high} rx={2} data-fact={large} />
              <text className="name" x={12} y={large ? 21 : 20}>
                {id}
              </text>
              {large ? (
                <text className="about" x={12} y={38}>
                  {rowsOf(id)?.toLocaleString() ?? ''} rows
                </text>
              ) : null}
            </g>
          ))}
        </svg>
      </Scroll>
      <Lines aria-label="Tables">
        {file.tables.map((table) => (
          <li key={table.id}>
            <b>{table.id}</b>
            {table.source !== undefined && table.source !== table.id ? `, of the loaded table ${table.source}` : ''}
            {rowsOf(table.id) === undefined ? '' : `, ${rowsOf(table.id)?.toLocaleString()} rows`}, key {table.key}
            {table.joins.length === 0
              ? '.'
              : `; ${`joined to ${table.joins.map(({ to, column }) => `${to} by ${column}`).join(', ')}`}.`}
            {factOf(table.id).map((fact) => (
              <small key={fact.id}>
                its rows are {fact.plural ?? pluralWord(fact.name)}
                {fact.grain === 'day' ? '' : `, by ${fact.grain}`}
              </small>
            ))}
          </li>
        ))}
      </Lines>
    </>
  );
}
