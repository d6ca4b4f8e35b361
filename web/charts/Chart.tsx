/** Draws a chart description: Chart.js for charts, type for a number, a grid for heat. */
import type { ChartProps } from './chart-props';
import { legendOf } from './legend';
import { marksOf, markWords, placeAfterKey, type ChartMark } from './marks-by-key';
import {
  BarController,
  BarElement,
  BubbleController,
  CategoryScale,
  Chart as ChartJs,
  DoughnutController,
  ArcElement,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip,
} from 'chart.js';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import styled from 'styled-components';
import type { ChartDescription, ChartSeries } from '@zud/core/chart/description';
import { shadeOf } from '@zud/core/chart/shade';
import type { Answer } from '@zud/core/query/answer';
import { formatCell, formatShort } from '@zud/core/format/format';
import { movementOf } from '@zud/core/format/movement';
import { SERIF, TOKENS } from '../app/theme';
import { useMode } from '../app/use-mode';
import { configurationOf } from './configuration';
import { carriedOnBy, seriesColour } from './plugins';
import { PlaceMap } from './PlaceMap';
import { Treemap } from './Treemap';

ChartJs.register(
  BarController,
  BarElement,
  BubbleController,
  CategoryScale,
  DoughnutController,
  ArcElement,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip,
);

const Canvas = styled.div`
  position: relative;
  width: 100%;
  height: 100%;
  min-height: 120px;
  canvas {
    position: absolute;
    inset: 0;
  }
`;

export function Chart(props: ChartProps & { answer: Answer }) {
  const { chart } = props;
  if (chart.kind === 'number') return <Figure answer={props.answer} small={props.small === true} />;
  if (chart.kind === 'heat') return <HeatGrid chart={chart} />;
  if (chart.kind === 'treemap') return <Treemap {...props} />;
  if (chart.kind === 'map') return <PlaceMap {...props} />;
  if (chart.kind === 'multiples') return <Multiples {...props} />;
  return <Drawn {...props} />;
}

const Frame = styled.div`
  height: 100%;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
  ul {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 14px;
    padding: 0 0 4px;
  }
  summary {
    width: max-content;
    font-size: 12px;
    color: var(--quiet);
    cursor: pointer;
    padding-bottom: 4px;
  }
  summary:hover {
    color: var(--ink);
  }
  summary:focus-visible,
  [role='group']:focus-visible {
    outline: 2px solid var(--signal);
    outline-offset: 2px;
  }
  li button {
    border: 0;
    background: none;
    padding: 1px 0;
    font-size: 12px;
    cursor: pointer;
    display: flex;
    gap: 6px;
    align-items: center;
  }
  li button[aria-pressed='false'] {
    color: var(--quiet);
    text-decoration: line-through;
  }
  li i {
    width: 11px;
    height: 11px;
    border-radius: 2px;
  }
`;
const Swept = styled.div`
  position: absolute;
  top: 0;
  bottom: 0;
  background: color-mix(in srgb, var(--signal) 12%, transparent);
  border-inline: 1px solid var(--signal);
  pointer-events: none;
`;
/** A press that moves less than this is a click. */
const SWEEP = 8;

function Drawn(props: ChartProps) {
  const mode = useMode();
  const canvas = useRef<HTMLCanvasElement>(null);
  const instance = useRef<ChartJs | null>(null);
  const { chart, small, range, numbered } = props;
  const [hidden, setHidden] = useState<ReadonlySet<number>>(NOTHING);
  const [at, setAt] = useState<number | null>(null);
  const [sweep, setSweep] = useState<{ from: number; to: number } | null>(null);
  /** What the drawing asks for while it lives: a new callback or choice makes no new chart. */
  const now = useRef({ onChoose: props.onChoose, chosen: props.chosen ?? NOTHING, swept: false });
  useEffect(() => {
    now.current.onChoose = props.onChoose;
    now.current.chosen = props.chosen ?? NOTHING;
    instance.current?.draw();
  });
  useEffect(() => {
    if (!canvas.current) return undefined;
    const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
    const drawn = new ChartJs(
      canvas.current,
      configurationOf(chart, {
        tokens: TOKENS[mode],
        animated: !still,
        small: small === true,
        ...(range ? { range } : {}),
        ...(numbered ? { numbered } : {}),
        onChoose: (row, more) => {
          if (!now.current.swept) now.current.onChoose?.(row, more);
        },
        chosen: () => now.current.chosen,
      }),
    );
    instance.current = drawn;
    void document.fonts.ready.then(() => (drawn.ctx === null ? undefined : drawn.update('none')));
    return () => {
      instance.current = null;
      drawn.destroy();
    };
  }, [chart, mode, small, range, numbered]);
  useEffect(() => {
    const drawn = instance.current;
    chart.series.forEach((_series, index) =>
      drawn?.setDatasetVisibility(index, !hidden.has(index) && !hidden.has(carriedOnBy(chart, index) ?? index)),
    );
    drawn?.update('none');
  }, [chart, hidden, mode, small, range, numbered]);
  // of several lines that are carried on, each is hidden and shown with its forecast
  const several = chart.series.filter((series) => series.style === 'ahead').length > 1;
  const lying =
    chart.kind === 'bars'
      ? Math.max(120, chart.categories.length * (chart.series.length > 1 ? 38 : 27) + 40)
      : undefined;
  const sweeps =
    props.onChoose !== undefined &&
    lying === undefined &&
    chart.categories.length > 1 &&
    chart.kind !== 'pie' &&
    chart.kind !== 'scatter';
  const marks = useMemo(() => marksOf(chart, hidden), [chart, hidden]);
  const current = at === null ? undefined : marks[at];
  /** From mark to mark by arrow keys, chosen by Enter. */
  const press = (event: KeyboardEvent) => {
    if ((event.key === 'Enter' || event.key === ' ') && current !== undefined) {
      event.preventDefault();
      props.onChoose?.(current.row, event.shiftKey);
      return;
    }
    const next = placeAfterKey(marks, at, event.key);
    if (next === null) return;
    event.preventDefault();
    setAt(next);
    point(marks[next]);
  };
  const point = (mark: ChartMark | undefined) => {
    const drawn = instance.current;
    const active = mark === undefined ? [] : [{ datasetIndex: mark.series, index: mark.index }];
    drawn?.setActiveElements(active);
    drawn?.tooltip?.setActiveElements(active, { x: 0, y: 0 });
    drawn?.update('none');
  };
  const place = (event: PointerEvent) => event.clientX - (canvas.current?.getBoundingClientRect().left ?? 0);
  const finish = () => {
    const axis = instance.current?.scales['x'];
    if (sweep && axis && Math.abs(sweep.to - sweep.from) > SWEEP) {
      const [first = 0, last = 0] = [sweep.from, sweep.to]
        .map((at) => Number(axis.getValueForPixel(at)))
        .sort((a, b) => a - b);
      now.current.swept = true;
      const rows = chart.series.flatMap((series, index) =>
        hidden.has(index)
          ? []
          : series.points.flatMap((point, at) =>
              at >= first && at <= last && point.row !== undefined && point.y !== null ? [point.row] : [],
            ),
      );
      [...new Set(rows)].forEach((row, index) => props.onChoose?.(row, index > 0));
      window.setTimeout(() => {
        now.current.swept = false;
      }, 0);
    }
    setSweep(null);
  };
  const legend = legendOf(chart);
  const list = (
    <ul aria-label="Series">
      {chart.series.map((series, index) =>
        several && series.style === 'ahead' ? null : (
          <li key={`${series.label} ${series.style}`}>
            <button
              type="button"
              aria-pressed={!hidden.has(index)}
              title="Hide it, or show it again; with shift, only this one"
              onClick={(event) => setHidden(toggledSeries(hidden, index, chart.series.length, event.shiftKey))}
            >
              <i style={swatchOf(series, seriesColour(series, TOKENS[mode]))} />
              {series.label}
            </button>
          </li>
        ),
      )}
    </ul>
  );
  return (
    <Frame>
      {small || legend === null ? (
        <span />
      ) : legend.folded ? (
        <details>
          <summary>Series{legend.fainter === null ? '' : `; the fainter lines are the ${legend.fainter}`}</summary>
          {list}
        </details>
      ) : (
        list
      )}
      <div
        style={{ minHeight: 0, overflowY: lying === undefined ? 'hidden' : 'auto' }}
        {...(lying === undefined ? {} : { 'tabIndex': 0, 'role': 'group', 'aria-label': 'Chart, scrolls' })}
      >
        <Canvas
          style={
            lying === undefined
              ? undefined
              : { height: small ? `max(100%, ${Math.min(lying, chart.categories.length * 17 + 20)}px)` : lying }
          }
          {...(props.onChoose !== undefined && marks.length > 0
            ? {
                'tabIndex': 0,
                'role': 'group',
                'aria-label': 'Marks of the chart: arrow keys lead from one to the next, Enter chooses',
                'onKeyDown': press,
                'onBlur': () => {
                  setAt(null);
                  point(undefined);
                },
              }
            : {})}
          {...(sweeps
            ? {
                onPointerDown: (event) => {
                  if (event.button === 0 && event.pointerType === 'mouse')
                    setSweep({ from: place(event), to: place(event) });
                },
                onPointerMove: (event) => {
                  if (sweep) setSweep({ ...sweep, to: place(event) });
                },
                onPointerUp: finish,
                onPointerLeave: () => setSweep(null),
              }
            : {})}
        >
          <span className="visually-hidden" aria-live="polite">
            {current === undefined ? '' : markWords(chart, current)}
          </span>
          <canvas ref={canvas} role="img" aria-label={`${props.label}. The table beside the chart has all values.`} />
          {sweep && Math.abs(sweep.to - sweep.from) > SWEEP ? (
            <Swept style={{ left: Math.min(sweep.from, sweep.to), width: Math.abs(sweep.to - sweep.from) }} />
          ) : null}
        </Canvas>
      </div>
    </Frame>
  );
}

const Panels = styled.div`
  height: 100%;
  overflow: auto;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  grid-auto-rows: minmax(150px, 1fr);
  gap: 14px 18px;
  align-content: stretch;
  section {
    display: grid;
    grid-template-rows: auto minmax(0, 1fr);
    min-height: 0;
  }
  h2 {
    font-size: 12px;
    font-weight: 600;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
`;

/** One small chart for each member, all on one scale. */
function Multiples(props: ChartProps) {
  const { chart } = props;
  const panels = useMemo(
    () =>
      (chart.panels ?? []).map((panel): { title: string; chart: ChartDescription } => ({
        title: panel.title,
        chart: { ...chart, kind: isDated(chart) ? 'line' : 'columns', series: panel.series },
      })),
    [chart],
  );
  const range = useMemo(() => {
    const values = (chart.panels ?? []).flatMap((panel) =>
      panel.series.flatMap((series) => series.points.flatMap((point) => (point.y === null ? [] : [point.y]))),
    );
    return { low: Math.min(0, ...values), high: Math.max(0, ...values) };
  }, [chart]);
  return (
    <Panels tabIndex={0} role="group" aria-label="Small multiples">
      {panels.map((panel) => (
        <section key={panel.title} aria-label={panel.title}>
          <h2>{panel.title}</h2>
          <Drawn {...props} chart={panel.chart} label={`${props.label}, ${panel.title}`} small range={range} />
        </section>
      ))}
    </Panels>
  );
}

/** Do the categories follow one another in time? */
const isDated = (chart: ChartDescription) =>
  chart.categories.length > 2 &&
  chart.series.some((series) => series.points.length > 2) &&
  /^(Day|Week|Month|Quarter|Half year|Year)$/.test(chart.categoryLabel);

const NOTHING: ReadonlySet<number> = new Set();

/** One series hidden or shown again; singled out, or all shown when it was alone. */
function toggledSeries(hidden: ReadonlySet<number>, index: number, all: number, alone: boolean): ReadonlySet<number> {
  const others = Array.from({ length: all }, (_unused, at) => at).filter((at) => at !== index);
  if (alone) return others.every((at) => hidden.has(at)) && !hidden.has(index) ? NOTHING : new Set(others);
  const after = new Set(hidden);
  if (!after.delete(index)) after.add(index);
  return after.size === all ? NOTHING : after;
}

function swatchOf(series: ChartSeries, colour: string): React.CSSProperties {
  if (series.style === 'plan') return { border: '1.5px solid var(--ink)' };
  if (series.style === 'ahead')
    return { background: `repeating-linear-gradient(90deg, ${colour} 0 4px, transparent 4px 6px)` };
  return { background: series.style === 'other' ? `color-mix(in srgb, ${colour} 35%, transparent)` : colour };
}

const Big = styled.div<{ $small: boolean }>`
  display: flex;
  flex-wrap: wrap;
  gap: ${(props) => (props.$small ? '8px 28px' : '28px 56px')};
  padding: ${(props) => (props.$small ? 0 : '28px 0')};
  strong {
    display: block;
    font: 600 ${(props) => (props.$small ? 28 : 56)}px / 1.1 ${SERIF};
    letter-spacing: -0.01em;
  }
  span {
    color: var(--quiet);
    font-size: ${(props) => (props.$small ? '12px' : '15px')};
    line-height: 1.25;
    display: block;
  }
  em {
    font-style: normal;
    font-weight: 600;
    color: var(--ink);
  }
  em.worse {
    color: var(--signal);
  }
`;

function Figure({ answer, small }: { answer: Answer; small: boolean }) {
  const row = answer.rows[0] ?? [];
  const values = answer.columns.map((column, at) => ({ column, at })).filter(({ column }) => column.as === 'value');
  return (
    <Big $small={small}>
      {values.map(({ column, at }) => {
        const movement = movementOf(answer.columns, column);
        const other = answer.columns.findIndex((one) => one.of === column.of && one.as === 'other');
        const moved = row[movement.at];
        const worse =
          typeof moved === 'number' &&
          ((column.direction === 'less' && moved > 0) || (column.direction !== 'less' && moved < 0));
        return (
          <div key={column.key}>
            <strong>{formatCell(row[at] ?? null, column)}</strong>
            <span>
              {column.label}
              {typeof moved === 'number' && other >= 0 ? (
                <>
                  ,{' '}
                  <em className={worse ? 'worse' : ''}>
                    {moved >= 0 ? '+' : '−'} {(small ? movement.brief : movement.size)(moved)}
                  </em>{' '}
                  on the {answer.columns[other]?.label.split(', ').at(-1)}
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
  overflow: auto;
  height: 100%;
  table {
    border-collapse: separate;
    border-spacing: 2px;
    font-size: 11.5px;
  }
  th {
    font-weight: 500;
    color: var(--quiet);
    text-align: right;
    padding: 0 6px;
    white-space: nowrap;
  }
  thead th {
    text-align: center;
  }
  td {
    min-width: 34px;
    height: 22px;
    text-align: center;
  }
`;

function HeatGrid({ chart }: { chart: ChartDescription }) {
  const mode = useMode();
  const { series } = TOKENS[mode];
  const colour = series[(chart.series[0]?.colour ?? 0) % series.length] ?? '#000000';
  const values = chart.series.flatMap((series) =>
    series.points.flatMap((point) => (point.y === null ? [] : [point.y])),
  );
  const low = Math.min(...values);
  const high = Math.max(...values);
  return (
    <Grid tabIndex={0} role="group" aria-label="Heat grid">
      <table>
        <thead>
          <tr>
            <td />
            {chart.categories.map((category) => (
              <th key={category} scope="col">
                {category}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {chart.series.map((series) => (
            <tr key={series.label}>
              <th scope="row">{series.label}</th>
              {series.points.map((point) => (
                <td
                  key={point.x}
                  style={
                    point.y === null
                      ? undefined
                      : {
                          background: `color-mix(in srgb, ${colour} ${Math.round(shadeOf(point.y, low, high) * 100)}%, transparent)`,
                        }
                  }
                >
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
