import { useMutation, useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { api, type AnswerTile } from '../app/api';
import { SERIF } from '../app/theme';
import { Chart } from '../charts/Chart';
import { AnswerTable } from '../inquiry/table/AnswerTable';
import { Menu, TextButton } from '../parts/controls';
import { Loading } from '../parts/states';
import { tileEntries, type TileRights } from './tile-acts';

const Card = styled.section`
  background: var(--raised); border: 1px solid var(--line); border-radius: 3px; padding: 11px 14px 10px; display: grid; grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr); min-width: 0; min-height: 0; position: relative; height: 100%; overflow: hidden;
  header { display: flex; gap: 8px; align-items: flex-start; }
  header > div { flex: 1; min-width: 0; }
  h2 { font: 600 16px/1.25 ${SERIF}; display: -webkit-box; -webkit-line-clamp: 2; -webkit-box-orient: vertical; overflow: hidden; }
  header p { font: italic 400 13px/1.35 ${SERIF}; color: var(--quiet); white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
  header button { border: 0; padding: 0 2px; line-height: 1; color: var(--quiet); flex: none; font-size: 12px; }
  footer { font-size: 11.5px; color: var(--quiet); display: flex; gap: 8px; justify-content: space-between; min-height: 0; }
  &[data-number] { grid-template-rows: minmax(0, 1fr); align-items: center; padding: 8px 14px; }
  &[data-number] header { position: absolute; right: 12px; top: 8px; z-index: 1; }
  footer b { font-weight: 600; color: var(--signal); }
`;
const Body = styled.div`
  min-height: 0; min-width: 0; padding-top: 6px; overflow: hidden;
`;

export function TileCard(props: TileRights & { boardId: string; tile: AnswerTile; refinement: string | null; count: number; onAct: (act: string) => void }) {
  const { tile } = props;
  const navigate = useNavigate();
  const query = useQuery({
    queryKey: ['tile', props.boardId, tile.id, props.refinement], queryFn: ({ signal }) => api.tileAnswer(props.boardId, tile.id, props.refinement, signal),
    placeholderData: (last) => last, retry: 2, retryDelay: 1500,
  });
  const ask = useMutation({ mutationFn: () => api.askFromTile(props.boardId, tile.id, props.refinement), onSuccess: ({ inquiry, step }) => void navigate(`/inquiries/${inquiry}/steps/${step}`) });
  const { data } = query;
  const number = data?.chart.kind === 'number';
  const entries = tileEntries(tile, props, number ? 1 : 2);
  const act = (id: string) => (id === 'ask' ? ask.mutate() : props.onAct(id));
  const title = tile.title ?? data?.plainHeadline ?? '';
  return (
    <Card {...(title === '' ? { 'aria-busy': true } : { 'aria-label': title })} data-testid="tile" {...(number ? { 'data-number': true } : {})}>
      <header>
        {number ? null : (
          <div>
            {title === '' ? null : <h2>{title}</h2>}
            {data ? <p title={data.sentence.text}>{data.sentence.text}</p> : null}
          </div>
        )}
        {props.count > 0 ? <TextButton onPress={() => props.onAct('comment')} aria-label={`${props.count} open ${props.count === 1 ? 'comment' : 'comments'} on ${title || 'this tile'}`}>{props.count} {props.count === 1 ? 'comment' : 'comments'}</TextButton> : null}
        {entries.length > 0 ? <Menu plain label="⋯" ariaLabel={`Acts on ${title || 'this tile'}`} entries={entries} onChoose={act} /> : null}
      </header>
      <Body>
        {query.isPending ? <Loading what="Computing" />
        : !data ? <p role="alert">{query.error?.message}</p>
        : data.outcome === 'empty' ? <p>No data: {data.notes[0]?.text}</p>
        : data.chart.kind === 'table' ? <AnswerTable answer={data.answer} view={data.reading.view} />
        : <Chart small chart={data.chart} answer={data.answer} label={data.headline} />}
      </Body>
      {number && !query.isError && data.refused.length === 0 && !ask.isError ? null : <footer>
        {data && query.isError ? <b>Not refreshed; shows the last answer</b> : data && data.refused.length > 0 ? <b title={data.refused.join(' ')}>Not narrowed: {data.refused[0]}</b> : number ? null : <span>{data ? `by ${tile.by}${dataTime(data.answer.dataVersion)}` : ''}</span>}
        {ask.isError ? <b>{ask.error.message}</b> : null}
      </footer>}
    </Card>
  );
}

/** When the data behind an answer were loaded: the time today, else the day. */
function dataTime(version: string): string {
  const at = new Date(version.split('@')[1] ?? '');
  if (Number.isNaN(at.getTime())) return '';
  const today = at.toDateString() === new Date().toDateString();
  return ` · data loaded ${today ? at.toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit' }) : at.toLocaleDateString(undefined, { day: 'numeric', month: 'short' })}`;
}
