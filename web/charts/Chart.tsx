/** Draws a chart description: Chart.js for charts, type for a number, a grid for heat. */
import { BarController, BarElement, CategoryScale, Chart as ChartJs, DoughnutController, ArcElement, Filler, Legend, LinearScale, LineController, LineElement, PointElement, ScatterController, Tooltip } from 'chart.js';
import { useEffect, useRef } from 'react';
import styled from 'styled-components';
import type { ChartDescription } from '@zud/core/chart/describe';
import type { Answer } from '@zud/core/query/answer';
import { formatCell, formatShort, formatSize } from '@zud/core/format/format';
import { SERIF, TOKENS } from '../app/theme';
import { useMode } from '../app/use-mode';
import { configurationOf } from './configuration';

ChartJs.register(BarController, BarElement, CategoryScale, DoughnutController, ArcElement, Filler, Legend, LinearScale, LineController, LineElement, PointElement, ScatterController, Tooltip);

const Canvas = styled.div`
  position: relative; width: 100%; height: 100%; min-height: 120px;
  canvas { position: absolute; inset: 0; }
`;

export function Chart(props: { chart: ChartDescription; answer: Answer; label: string; small?: boolean; onChoose?: (row: number) => void }) {
  const { chart } = props;
  if (chart.kind === 'number') return <Figure answer={props.answer} small={props.small === true} />;
  if (chart.kind === 'heat') return <HeatGrid chart={chart} />;
  return <Drawn {...props} />;
}

function Drawn(props: { chart: ChartDescription; label: string; small?: boolean; onChoose?: (row: number) => void }) {
  const mode = useMode();
  const canvas = useRef<HTMLCanvasElement>(null);
  const choose = useRef(props.onChoose);
  useEffect(() => {
    choose.current = props.onChoose;
  });
  const { chart, small } = props;
  useEffect(() => {
    if (!canvas.current) return undefined;
    const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
    const drawn = new ChartJs(canvas.current, configurationOf(chart, { tokens: TOKENS[mode], animated: !still, small: small === true, onChoose: (row) => choose.current?.(row) }));
    void document.fonts.ready.then(() => (drawn.ctx === null ? undefined : drawn.update('none')));
    return () => drawn.destroy();
  }, [chart, mode, small]);
  const lying = chart.kind === 'bars' ? Math.max(120, chart.categories.length * (chart.series.length > 1 ? 38 : 27) + 40) : undefined;
  return (
    <div style={{ height: '100%', overflowY: lying === undefined ? 'hidden' : 'auto' }} {...(lying === undefined ? {} : { tabIndex: 0, role: 'group', 'aria-label': 'Chart, scrolls' })}>
      <Canvas style={lying === undefined ? undefined : { height: small ? `max(100%, ${Math.min(lying, chart.categories.length * 17 + 20)}px)` : lying }}>
        <canvas ref={canvas} role="img" aria-label={`${props.label}. The table beside the chart has all values.`} />
      </Canvas>
    </div>
  );
}

const Big = styled.div<{ $small: boolean }>`
  display: flex; flex-wrap: wrap; gap: ${(props) => (props.$small ? '8px 28px' : '28px 56px')}; padding: ${(props) => (props.$small ? 0 : '28px 0')};
  strong { display: block; font: 600 ${(props) => (props.$small ? 28 : 56)}px/1.1 ${SERIF}; letter-spacing: -0.01em; }
  span { color: var(--quiet); font-size: ${(props) => (props.$small ? 13 : 15)}px; }
  em { font-style: normal; font-weight: 600; color: var(--ink); }
  em.worse { color: var(--signal); }
`;

function Figure({ answer, small }: { answer: Answer; small: boolean }) {
  const row = answer.rows[0] ?? [];
  const values = answer.columns.map((column, at) => ({ column, at })).filter(({ column }) => column.as === 'value');
  return (
    <Big $small={small}>
      {values.map(({ column, at }) => {
        const change = answer.columns.findIndex((one) => one.of === column.of && one.as === 'change');
        const other = answer.columns.findIndex((one) => one.of === column.of && one.as === 'other');
        const moved = row[change];
        const worse = typeof moved === 'number' && ((column.direction === 'less' && moved > 0) || (column.direction !== 'less' && moved < 0));
        return (
          <div key={column.key}>
            <strong>{formatCell(row[at] ?? null, column)}</strong>
            <span>
              {column.label}
              {typeof moved === 'number' && other >= 0 ? (
                <>
                  , <em className={worse ? 'worse' : ''}>{moved >= 0 ? '+' : '−'} {formatSize(moved)}</em> on the {answer.columns[other]?.label.split(', ').at(-1)}
                  {small ? '' : ` (${formatCell(row[other] ?? null, column)})`}
                </>
              ) : null}
            </span>
          </div>
        );
      })}
    </Big>
  );
}

const Grid = styled.div`
  overflow: auto; height: 100%;
  table { border-collapse: separate; border-spacing: 2px; font-size: 11.5px; }
  th { font-weight: 500; color: var(--quiet); text-align: right; padding: 0 6px; white-space: nowrap; }
  thead th { text-align: center; }
  td { min-width: 34px; height: 22px; text-align: center; }
`;

function HeatGrid({ chart }: { chart: ChartDescription }) {
  const mode = useMode();
  const colour = TOKENS[mode].series[0] ?? '#000000';
  const values = chart.series.flatMap((series) => series.points.flatMap((point) => (point.y === null ? [] : [point.y])));
  const low = Math.min(...values);
  const high = Math.max(...values);
  const strength = (value: number) => (high === low ? 0.6 : 0.08 + (0.92 * (value - low)) / (high - low));
  return (
    <Grid tabIndex={0} role="group" aria-label="Heat grid">
      <table>
        <thead>
          <tr>
            <th />
            {chart.categories.map((category) => <th key={category} scope="col">{category}</th>)}
          </tr>
        </thead>
        <tbody>
          {chart.series.map((series) => (
            <tr key={series.label}>
              <th scope="row">{series.label}</th>
              {series.points.map((point) => (
                <td key={point.x} style={point.y === null ? undefined : { background: `color-mix(in srgb, ${colour} ${Math.round(strength(point.y) * 100)}%, transparent)`, color: strength(point.y) > 0.5 ? TOKENS[mode].onInk : 'inherit' }}>
                  {point.y === null ? '' : formatShort(point.y, series.column)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Grid>
  );
}
