/** On Today: the figures that one keeps an eye on, small, each with its line and what moved since the last visit. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import type { KeptFigureView } from '@zud/core/contract/kept-figures';
import { api } from '../app/api';
import { usePerson } from '../app/session';
import { SERIF } from '../app/theme';
import { Menu } from '../parts/controls';
import { Failure } from '../parts/states';
import { SmallLinePicture } from '../parts/SmallLinePicture';
import { newAlertAddress, WATCHED } from './new-alert';
import { returning } from './returning-api';

const Part = styled.section`
  padding-bottom: 28px;
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    margin-bottom: 10px;
  }
  ul {
    display: flex;
    flex-wrap: wrap;
    gap: 18px 40px;
  }
  li {
    display: grid;
    grid-template-columns: auto auto;
    gap: 0 18px;
    align-items: start;
  }
  strong {
    font: 600 25px/1.2 ${SERIF};
    display: block;
  }
  span {
    display: block;
    font-size: 12.5px;
    color: var(--quiet);
    max-width: 220px;
  }
  em {
    font-style: normal;
    color: var(--ink);
  }
  button {
    font-size: 12.5px;
  }
`;

export function KeptFigures() {
  const client = useQueryClient();
  const figures = useQuery({ queryKey: ['kept figures'], queryFn: returning.keptFigures, staleTime: 60_000 });
  const refresh = () => client.invalidateQueries({ queryKey: ['kept figures'] });
  const drop = useMutation({ mutationFn: returning.dropFigure, onSettled: refresh });
  const place = useMutation({
    mutationFn: ({ id, at }: { id: string; at: number }) => returning.placeFigure(id, at),
    onSettled: refresh,
  });
  const { data } = figures;
  if (figures.isError) return <Failure error={figures.error} onRetry={() => void figures.refetch()} />;
  if (data === undefined || data.length === 0) return null;
  return (
    <Part aria-label="Kept in sight">
      <h2>Kept in sight</h2>
      <ul>
        {data.map((figure, index) => (
          <Figure
            key={figure.id}
            figure={figure}
            first={index === 0}
            last={index === data.length - 1}
            onDrop={() => drop.mutate(figure.id)}
            onMove={(by) => place.mutate({ id: figure.id, at: index + by })}
          />
        ))}
      </ul>
      {drop.isError ? <Failure error={drop.error} /> : null}
    </Part>
  );
}

function Figure({
  figure,
  first,
  last,
  onDrop,
  onMove,
}: {
  figure: KeptFigureView;
  first: boolean;
  last: boolean;
  onDrop: () => void;
  onMove: (by: number) => void;
}) {
  const navigate = useNavigate();
  const me = usePerson();
  const { reading, modelId } = figure;
  const asks = me.role !== 'viewer' && reading !== null;
  const ask = useMutation({
    mutationFn: async () => {
      const inquiry = await api.createInquiry(modelId);
      const step = await api.ask(inquiry.id, { reading: reading as NonNullable<typeof reading> }, undefined);
      return `/inquiries/${inquiry.id}/steps/${step.id}`;
    },
    onSuccess: (to) => void navigate(to),
  });
  return (
    <li>
      <div>
        <strong>{figure.value ?? '—'}</strong>
        <span>
          {figure.title}
          {figure.period === null ? '' : `, ${figure.period}`}
        </span>
        {figure.problem !== null ? <span>{figure.problem}</span> : null}
        {figure.moved !== null ? (
          <span>
            <em>{figure.moved}</em>
          </span>
        ) : null}
        <Menu
          plain
          label="more ▾"
          ariaLabel={`More about ${figure.title}`}
          entries={[
            ...(asks
              ? [
                  { id: 'ask', label: 'Ask from here' },
                  { id: 'alert', label: 'Tell me when …' },
                ]
              : []),
            ...(first ? [] : [{ id: 'earlier', label: 'Move ahead' }]),
            ...(last ? [] : [{ id: 'later', label: 'Move back' }]),
            { id: 'drop', label: 'Keep it no longer' },
          ]}
          onChoose={(id) => {
            if (id === 'ask') ask.mutate();
            else if (id === 'alert') void navigate(newAlertAddress(modelId, WATCHED), { state: { reading } });
            else if (id === 'drop') onDrop();
            else onMove(id === 'earlier' ? -1 : 1);
          }}
        />
      </div>
      <SmallLinePicture line={{ now: figure.line.map(({ value }) => value) }} />
    </li>
  );
}
