/** The face of a tile with an answer: headline, sentence, chart, and what is to be known about it. */
import { useMemo, type ReactNode } from 'react';
import styled from 'styled-components';
import { inColour } from '@zud/core/chart/colours';
import type { TileAnswer } from '../app/api';
import { SERIF } from '../app/theme';
import { Chart } from '../charts/Chart';
import { AnswerTable } from '../inquiry/table/AnswerTable';
import { Loading } from '../parts/states';

const Card = styled.section`
  background: var(--raised);
  border: 1px solid var(--line);
  border-radius: 3px;
  padding: 11px 14px 10px;
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr);
  min-width: 0;
  min-height: 0;
  position: relative;
  height: 100%;
  overflow: hidden;
  header {
    display: flex;
    gap: 8px;
    align-items: flex-start;
  }
  header > div {
    flex: 1;
    min-width: 0;
  }
  h2 {
    font: 600 16px/1.25 ${SERIF};
    display: -webkit-box;
    -webkit-line-clamp: 2;
    -webkit-box-orient: vertical;
    overflow: hidden;
  }
  header p {
    font: italic 400 13px/1.35 ${SERIF};
    color: var(--quiet);
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  header button {
    border: 0;
    padding: 0 2px;
    line-height: 1;
    color: var(--quiet);
    flex: none;
    font-size: 12px;
  }
  footer {
    font-size: 11.5px;
    color: var(--quiet);
    display: flex;
    gap: 8px;
    justify-content: space-between;
    min-height: 0;
  }
  &[data-number] {
    grid-template-rows: minmax(0, 1fr);
    align-items: center;
    padding: 4px 14px;
  }
  &[data-number] header {
    position: absolute;
    right: 12px;
    top: 8px;
    z-index: 1;
  }
  &[data-number] footer {
    position: absolute;
    left: 14px;
    right: 14px;
    bottom: 4px;
  }
  &[data-number]:has(footer) > div {
    padding-bottom: 12px;
  }
  footer b {
    font-weight: 600;
    color: var(--signal);
  }
`;
const Body = styled.div`
  min-height: 0;
  min-width: 0;
  padding-top: 6px;
  overflow: hidden;
`;

interface Face {
  readonly title: string | null;
  readonly by: string;
  readonly data: TileAnswer | undefined;
  readonly error: Error | null;
  readonly isPending: boolean;
  /** The place of the palette that the chart begins with, where the reading names none. */
  readonly accent?: number;
  /** What stands at the right end of the head, for a headline. */
  readonly acts?: (title: string) => ReactNode;
  /** Is the tile narrowed by no board? */
  readonly ownScope?: boolean;
  readonly fault?: string | undefined;
  readonly large?: boolean;
  readonly onChoose?: (row: number, more: boolean) => void;
  readonly chosen?: ReadonlySet<number>;
  readonly below?: ReactNode;
}

export function AnswerCard(props: Face) {
  const { data, error, accent } = props;
  const number = data?.chart.kind === 'number';
  const title = props.title ?? data?.plainHeadline ?? '';
  const chart = useMemo(
    () =>
      data && accent !== undefined && data.reading.view?.colour === undefined
        ? inColour(data.chart, accent - 1)
        : data?.chart,
    [data, accent],
  );
  const quiet =
    number && error === null && data.refused.length === 0 && props.fault === undefined && props.ownScope !== true;
  return (
    <Card
      {...(title === '' ? { 'aria-busy': true } : { 'aria-label': title })}
      data-testid="tile"
      {...(number ? { 'data-number': true } : {})}
    >
      <header>
        {number ? null : (
          <div>
            {title === '' ? null : <h2>{title}</h2>}
            {data ? <p title={data.sentence.text}>{data.sentence.text}</p> : null}
          </div>
        )}
        {props.acts?.(title)}
      </header>
      <Body>
        {props.isPending ? (
          <Loading what="Computing" />
        ) : !data || !chart ? (
          <p role="alert">{error?.message}</p>
        ) : data.outcome === 'empty' ? (
          <p>No data: {data.notes[0]?.text}</p>
        ) : chart.kind === 'table' ? (
          <AnswerTable answer={data.answer} view={data.reading.view} />
        ) : (
          <Chart
            small={props.large !== true}
            chart={chart}
            answer={data.answer}
            label={data.headline}
            {...(props.onChoose ? { onChoose: props.onChoose } : {})}
            {...(props.chosen ? { chosen: props.chosen } : {})}
          />
        )}
      </Body>
      {props.below}
      {quiet ? null : (
        <footer>
          {data && error !== null ? (
            <b>Not refreshed; shows the last answer</b>
          ) : data && data.refused.length > 0 ? (
            <b title={data.refused.join(' ')}>Not narrowed: {data.refused[0]}</b>
          ) : (
            <span>
              {props.ownScope === true
                ? 'keeps its own conditions'
                : number
                  ? ''
                  : data
                    ? `by ${props.by}${dataTime(data.answer.dataVersion)}`
                    : ''}
            </span>
          )}
          {props.fault === undefined ? null : <b>{props.fault}</b>}
        </footer>
      )}
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
