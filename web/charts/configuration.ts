/** Chart description → Chart.js configuration. Pure: what is drawn is decided here and tested without a canvas. */
import type { ChartConfiguration, ChartDataset } from 'chart.js';
import type { ChartDescription, ChartSeries } from '@zud/core/chart/description';
import { formatCell, formatShort } from '@zud/core/format/format';
import { SANS, type Tokens } from '../app/theme';
import type { NumberedRow } from './numbered-rows';
import {
  BESIDE,
  boxEnds,
  chosenMarks,
  endLabelRoom,
  incompleteGround,
  labelsAtEnds,
  linesAcross,
  noteNumbers,
  pale,
  pointNames,
  rangeGround,
  seriesColour,
  shortenedAxis,
  valueLabels,
  type Kind,
} from './plugins';

export interface DrawOptions {
  readonly tokens: Tokens;
  /** The ends of the value axis, where several charts stand on one scale. */
  readonly range?: { readonly low: number; readonly high: number };
  /** `more`: added to the marks chosen already. */
  readonly onChoose?: (row: number, more: boolean) => void;
  /** Numbers of notes at the rows they speak of. */
  readonly numbered?: readonly NumberedRow[];
  /** The rows whose marks are chosen; asked at each drawing, so that choosing needs no new chart. */
  readonly chosen?: () => ReadonlySet<number>;
  readonly animated: boolean;
  /** The drawing area is small: fewer ticks, no axis titles. */
  readonly small: boolean;
}

export function configurationOf(chart: ChartDescription, options: DrawOptions): ChartConfiguration<Kind> {
  if (chart.kind === 'pie') return pie(chart, options);
  if (chart.kind === 'scatter' || chart.kind === 'bubble') return scatter(chart, options);
  return cartesian(chart, options);
}

function cartesian(chart: ChartDescription, options: DrawOptions): ChartConfiguration<Kind> {
  const { tokens, small } = options;
  const lines = chart.kind === 'line' || chart.kind === 'area';
  const lying = chart.kind === 'bars';
  const stacked = chart.kind === 'stacked' || chart.kind === 'share bars';
  const value = chart.series[0]?.column ?? {};
  const right = chart.series.find((series) => series.axis === 'right');
  const data =
    chart.kind === 'share bars'
      ? sharesOf(chart)
      : chart.series.map((series) =>
          series.points.map((point) =>
            point.base === undefined || point.y === null ? point.y : ([point.base, point.y] as [number, number]),
          ),
        );
  const endLabels = lines && chart.series.filter((series) => !BESIDE.includes(series.style)).length > 1;
  const tickText = (column: object) => (tick: string | number) =>
    chart.kind === 'share bars' ? `${Math.round(Number(tick) * 100)} %` : formatShort(Number(tick), column);
  const grid = { color: tokens.line, lineWidth: 1, drawTicks: false };
  const dated = chart.categories.length > 60 || chart.categories.some((text) => DATED.test(text));
  const longest = Math.max(0, ...chart.categories.map((text) => text.length));
  const slanted =
    !lying &&
    !small &&
    !dated &&
    chart.categories.length > 8 &&
    longest * LETTER > USUAL_WIDTH / chart.categories.length;
  const categoryAxis = {
    type: 'category' as const,
    stacked,
    border: { color: tokens.line },
    grid: { display: false },
    ticks: {
      color: tokens.quiet,
      autoSkip: dated,
      ...(slanted ? { minRotation: 50, maxRotation: 50 } : { maxRotation: 0 }),
      font: { family: SANS, size: 11.5 },
      padding: 6,
      callback(this: { chart?: { width: number } }, _tick: string | number, index: number) {
        return slanted
          ? shortened(chart.categories[index] ?? '', 20)
          : categoryText(chart, index, lying, this.chart?.width ?? 800);
      },
    },
  };
  const valueAxis = (column: object, side: 'left' | 'right') => ({
    type: 'linear' as const,
    stacked,
    position: lying ? ('bottom' as const) : side,
    beginAtZero: chart.axis === null ? !lines || startsNearZero(chart) : chart.axis === 'zero',
    border: { display: false },
    grid: side === 'right' ? { display: false } : grid,
    ticks: {
      color: side === 'right' && right ? seriesColour(right, tokens) : tokens.quiet,
      maxTicksLimit: small ? 4 : 6,
      font: { family: SANS, size: 11.5 },
      padding: 8,
      callback: tickText(column),
    },
    ...(chart.kind === 'share bars' || (chart.kind === 'pareto' && side === 'right') ? { min: 0, max: 1 } : {}),
    ...(side === 'left' ? crossedEnds(chart) : {}),
    ...(options.range && side === 'left' ? { suggestedMin: options.range.low, suggestedMax: options.range.high } : {}),
    ...(chart.axisFrom === undefined ? {} : { min: chart.axisFrom }),
    ...(chart.boxes
      ? {
          suggestedMin: Math.min(...chart.boxes.map((box) => box?.low ?? Infinity)),
          suggestedMax: Math.max(...chart.boxes.map((box) => box?.high ?? -Infinity)),
        }
      : {}),
    title: {
      display: right !== undefined && !small,
      text: (side === 'right' ? right?.label : chart.series[0]?.label) ?? '',
      color: tokens.quiet,
      font: { family: SANS, size: 11 },
    },
  });
  return {
    type: lines ? 'line' : 'bar',
    data: {
      labels: [...chart.categories],
      datasets: chart.series.map((series, index) =>
        datasetOf(series, data[index] ?? [], chart, options, lines),
      ) as ChartDataset<Kind>[],
    },
    options: {
      indexAxis: lying ? 'y' : 'x',
      ...common(chart, options),
      layout: {
        padding: {
          right: endLabels ? endLabelRoom(chart, small) : lying ? 54 : 12,
          top: lying && chart.lines.length > 0 ? 20 : 14,
        },
      },
      scales: lying
        ? { y: categoryAxis, x: { ...valueAxis(value, 'left'), display: false } }
        : {
            x: categoryAxis,
            left: valueAxis(value, 'left'),
            ...(right ? { right: valueAxis(right.column, 'right') } : {}),
          },
    },
    plugins: [
      incompleteGround(chart, tokens),
      ...rangeGround(chart, tokens),
      linesAcross(chart, tokens, lying ? 'x' : 'left'),
      ...chosenMarks(chart, options),
      ...(endLabels ? [labelsAtEnds(chart, tokens, small)] : []),
      ...(lying || chart.labels ? [valueLabels(chart, tokens, lying)] : []),
      ...(chart.boxes ? [boxEnds(chart, tokens)] : []),
      ...(lying || chart.kind === 'share bars' ? [] : [shortenedAxis(tokens, 'left', value)]),
      ...noteNumbers(chart, options),
    ],
  } as ChartConfiguration<Kind>;
}

/** A line's axis may leave out zero only where the values lie far from it; then its ticks say so. */
function startsNearZero(chart: ChartDescription): boolean {
  const values = chart.series.flatMap((series) =>
    series.points.flatMap((point) => (point.y === null ? [] : [point.y, ...(point.range ?? [])])),
  );
  const low = Math.min(...values);
  const high = Math.max(...values);
  return low < 0 || high === low || low < 0.72 * high;
}

const DATED = /^(\d{1,2} \w{3}|\w{3}|Q\d|H\d) (\d{4})$/;
const USUAL_WIDTH = 700;
/** Pixels that a letter of a label takes, on average. */
const LETTER = 6.4;

/** The label of a category, shortened where there is no room for it; along a line of months or quarters the year stands once, below its first label. */
function categoryText(chart: ChartDescription, index: number, lying: boolean, width: number): string | string[] {
  const text = chart.categories[index] ?? '';
  const dated = DATED.exec(text);
  if (!lying && dated) {
    const yearBefore = /\d{4}$/.exec(chart.categories[index - 1] ?? '')?.[0];
    return yearBefore === dated[2] ? (dated[1] ?? '') : [dated[1] ?? '', dated[2] ?? ''];
  }
  const room = Math.max(
    4,
    Math.floor(lying ? Math.min(26, (0.4 * width) / LETTER) : (width - 60) / chart.categories.length / LETTER),
  );
  return shortened(text, room);
}

const shortened = (text: string, room: number) => (text.length > room ? `${text.slice(0, room - 1)}…` : text);

function sharesOf(chart: ChartDescription): (number | null)[][] {
  const totals = chart.categories.map((_category, index) =>
    chart.series.reduce((sum, series) => sum + (series.points[index]?.y ?? 0), 0),
  );
  return chart.series.map((series) =>
    series.points.map((point, index) =>
      point.y === null || totals[index] === 0 ? null : point.y / (totals[index] ?? 1),
    ),
  );
}

type Datum = number | null | [number, number];

function datasetOf(
  series: ChartSeries,
  data: readonly Datum[],
  chart: ChartDescription,
  { tokens }: DrawOptions,
  lines: boolean,
): ChartDataset<'line' | 'bar'> {
  const colour = seriesColour(series, tokens);
  const earlier = series.style === 'other';
  const plan = series.style === 'plan';
  const ahead = series.style === 'ahead';
  const alone = data.map((value) => (Array.isArray(value) ? value[1] : value));
  if (lines || series.mark === 'line')
    return {
      type: 'line',
      order: lines ? 1 : 0,
      label: series.label,
      data: [...data],
      yAxisID: series.axis,
      borderColor: earlier ? pale(colour, '59') : plan ? tokens.quiet : colour,
      backgroundColor: chart.kind === 'area' ? pale(colour, '2B') : earlier ? pale(colour, '59') : colour,
      fill: chart.kind === 'area' && !earlier && !plan,
      borderWidth: earlier ? 1.6 : plan ? 1.2 : 2.4,
      tension: 0,
      spanGaps: false,
      pointRadius:
        data.length > 1 && isolatedOnly(alone) ? 3 : data.map((_value, index) => (isIsolated(alone, index) ? 3 : 0)),
      pointHoverRadius: 5,
      pointHitRadius: 12,
      segment: {
        borderDash: (context: { p1DataIndex: number }) =>
          ahead
            ? [6, 4]
            : plan
              ? [4, 3]
              : chart.incompleteAt !== null && context.p1DataIndex >= chart.incompleteAt
                ? [3, 4]
                : undefined,
      },
    } as ChartDataset<'line'>;
  return {
    type: 'bar',
    label: series.label,
    data: [...data],
    ...(chart.kind === 'bars' ? {} : { yAxisID: series.axis }),
    backgroundColor: plan
      ? 'transparent'
      : data.map((_value, index) =>
          earlier || (chart.emphasis !== null && index !== chart.emphasis)
            ? pale(colour, '59')
            : index === chart.incompleteAt
              ? pale(colour, '80')
              : colour,
        ),
    borderColor: plan ? tokens.ink : colour,
    borderWidth: plan ? 1.3 : 0,
    borderSkipped: false,
    order: 1,
    ...(chart.kind === 'bridge' ? { grouped: false, skipNull: true } : {}),
    ...(chart.kind === 'histogram'
      ? { categoryPercentage: 1, barPercentage: 0.99 }
      : { maxBarThickness: chart.kind === 'bars' ? 26 : 72, categoryPercentage: 0.76, barPercentage: 0.92 }),
  } as ChartDataset<'bar'>;
}

function isIsolated(data: readonly (number | null)[], index: number): boolean {
  return data[index] !== null && (data[index - 1] ?? null) === null && (data[index + 1] ?? null) === null;
}

const isolatedOnly = (data: readonly (number | null)[]) =>
  data.every((value, index) => value === null || isIsolated(data, index));

function common(chart: ChartDescription, { tokens, onChoose, animated, small }: DrawOptions) {
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: animated ? { duration: 240 } : false,
    interaction:
      chart.kind === 'scatter' || chart.kind === 'bubble' || chart.kind === 'pie'
        ? { mode: 'nearest' as const, intersect: true }
        : { mode: 'index' as const, axis: chart.kind === 'bars' ? ('y' as const) : ('x' as const), intersect: false },
    plugins: {
      // the legend is drawn beside the chart, where it can be reached by keyboard; a small chart has it inside
      legend: {
        display: small && legendNeeded(chart),
        position: 'top' as const,
        align: 'start' as const,
        labels: { color: tokens.ink, boxWidth: 12, boxHeight: 12, font: { family: SANS, size: 11.5 } },
      },
      tooltip: {
        backgroundColor: tokens.raised,
        titleColor: tokens.ink,
        bodyColor: tokens.ink,
        borderColor: tokens.line,
        borderWidth: 1,
        cornerRadius: 3,
        padding: 10,
        boxWidth: 10,
        boxHeight: 10,
        titleFont: { family: SANS, size: 12 },
        bodyFont: { family: SANS, size: 12 },
        callbacks: {
          label: (item: { datasetIndex: number; dataIndex: number }) =>
            tooltipLine(chart, item.datasetIndex, item.dataIndex),
          title: (items: { dataIndex: number; datasetIndex: number }[]) => tooltipTitle(chart, items[0]),
        },
      },
    },
    onClick: (event: { native?: unknown }, elements: { datasetIndex: number; index: number }[]) => {
      const [element] = elements;
      const row = element === undefined ? undefined : chart.series[element.datasetIndex]?.points[element.index]?.row;
      const held = event.native as { shiftKey?: boolean; ctrlKey?: boolean; metaKey?: boolean } | undefined;
      if (row !== undefined)
        onChoose?.(row, held?.shiftKey === true || held?.ctrlKey === true || held?.metaKey === true);
    },
  };
}

function legendNeeded(chart: ChartDescription): boolean {
  if (chart.kind === 'line' || chart.kind === 'area')
    return chart.series.length === 2 && chart.series[1]?.style !== 'value';
  return chart.series.length > 1;
}

export function tooltipLine(chart: ChartDescription, dataset: number, index: number): string {
  const series = chart.series[dataset];
  const point = series?.points[index];
  if (!series || !point) return '';
  if (chart.kind === 'bridge' && point.base !== undefined && point.y !== null && series.style !== 'rest')
    return `${series.label}: ${formatCell(point.y - point.base, { ...series.column, as: 'difference' })}`;
  const box = chart.boxes?.[index];
  if (box)
    return `${formatCell(box.low, series.column)} – ${formatCell(point.base ?? null, series.column)} – ${formatCell(box.middle, series.column)} – ${formatCell(point.y, series.column)} – ${formatCell(box.high, series.column)} (least, quarter, middle, three quarters, most)`;
  const value = `${formatCell(point.y, series.column)}${point.range === undefined ? '' : ` (${point.range.map((end) => formatCell(end, series.column)).join(' to ')})`}`;
  if (chart.kind === 'bubble') return `${point.label ?? ''}: ${value}, size ${formatShort(point.size ?? 0, {})}`;
  if (chart.kind === 'scatter') return `${point.label ?? ''}: ${value}`;
  return `${chart.kind === 'pie' ? (chart.categories[index] ?? '') : series.label}: ${value}`;
}

function tooltipTitle(chart: ChartDescription, item: { dataIndex: number } | undefined): string {
  if (!item || chart.kind === 'scatter' || chart.kind === 'bubble' || chart.kind === 'pie') return '';
  const incomplete = item.dataIndex === chart.incompleteAt ? ', incomplete' : '';
  return `${chart.categories[item.dataIndex] ?? ''}${incomplete}`;
}

/** The value axis reaches the lines that cross it, and the ranges of forecasts. */
function crossedEnds({ lines, boxes, series }: ChartDescription): { suggestedMin?: number; suggestedMax?: number } {
  const values = [
    ...lines.map((one) => one.value),
    ...series.flatMap((one) => one.points.flatMap((point) => point.range ?? [])),
  ];
  if (values.length === 0 || boxes) return {};
  return { suggestedMin: Math.min(...values), suggestedMax: Math.max(...values) };
}

function pie(chart: ChartDescription, options: DrawOptions): ChartConfiguration<Kind> {
  const { tokens } = options;
  const [series] = chart.series;
  return {
    type: 'doughnut',
    data: {
      labels: [...chart.categories],
      datasets: [
        {
          data: (series?.points ?? []).map((point) => point.y ?? 0),
          backgroundColor: chart.categories.map(
            (_category, index) => tokens.series[((series?.colour ?? 0) + index) % tokens.series.length] ?? tokens.ink,
          ),
          borderColor: tokens.paper,
          borderWidth: 2,
        },
      ],
    },
    options: {
      ...common(chart, options),
      cutout: '52%',
      plugins: {
        ...common(chart, options).plugins,
        legend: {
          display: true,
          position: 'right',
          labels: { color: tokens.ink, boxWidth: 12, font: { family: SANS, size: 12 } },
        },
      },
    },
  } as ChartConfiguration<Kind>;
}

/** A small chart of more points names none of them. */
const MOST_NAMED_SMALL = 25;

function scatter(chart: ChartDescription, options: DrawOptions): ChartConfiguration<Kind> {
  const { tokens } = options;
  const [series] = chart.series;
  const most = Math.max(1e-9, ...(series?.points ?? []).map((point) => point.size ?? 0));
  const axis = (text: string, column: object) => ({
    title: { display: true, text, color: tokens.quiet, font: { family: SANS, size: 12 } },
    grid: { color: tokens.line },
    border: { display: false },
    ticks: {
      color: tokens.quiet,
      maxTicksLimit: 6,
      font: { family: SANS, size: 11.5 },
      callback: (tick: string | number) => formatShort(Number(tick), column),
    },
  });
  return {
    type: chart.kind === 'bubble' ? 'bubble' : 'scatter',
    data: {
      datasets: [
        {
          label: series?.label ?? '',
          data: (series?.points ?? []).map((point) => ({
            x: point.x,
            y: point.y ?? 0,
            ...(point.size === undefined ? {} : { r: 4 + 24 * Math.sqrt(Math.max(0, point.size) / most) }),
          })),
          backgroundColor: pale(series ? seriesColour(series, tokens) : tokens.ink, 'B0'),
          ...(chart.kind === 'bubble' ? {} : { pointRadius: 5, pointHoverRadius: 7 }),
        },
      ],
    },
    plugins: [
      linesAcross(chart, tokens, 'y'),
      ...chosenMarks(chart, options),
      ...(options.small && (series?.points.length ?? 0) > MOST_NAMED_SMALL ? [] : [pointNames(chart, tokens)]),
      shortenedAxis(tokens, 'y', series?.column ?? {}),
      ...noteNumbers(chart, options),
    ],
    options: {
      ...common(chart, options),
      scales: {
        x: axis(chart.categoryLabel, {}),
        y: {
          ...axis(series?.label ?? '', series?.column ?? {}),
          beginAtZero: chart.axis === 'zero',
          ...crossedEnds(chart),
        },
      },
    },
  } as ChartConfiguration<Kind>;
}
