/** A chart description as an SVG picture: for files, and for whatever shows SVG. */
import { movementOf } from '../../format/movement';
import { formatCell, formatShort } from '../../format/format';
import type { Answer } from '../../query/answer';
import { withAhead } from '../../table/with-ahead';
import type { ChartDescription, ChartSeries } from '../description';
import { projected } from '../projection';
import { shadeOf } from '../shade';
import type { Tokens } from '../tokens';
import { circle, escaped, fitted, line, path, rect, SERIF, text, widthOf, wrapped } from './marks';
import { lineAcross } from './line-across';
import { linear, type Scale } from './scale';

export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly tokens: Tokens;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

interface Drawing {
  readonly chart: ChartDescription;
  readonly tokens: Tokens;
  readonly box: Box;
}

const MARGIN = 28;

/** The picture of a chart with its headline and sentence above it. */
/** The height of a line of remarks, and the least that a chart is drawn in. */
const REMARK = 15;
const LEAST_HEIGHT = 120;

export function svgOf(
  chart: ChartDescription,
  answer: Answer,
  words: { readonly headline: string; readonly sentence: string; readonly remarks?: readonly string[] },
  picture: Picture,
): string {
  const { width, height, tokens } = picture;
  const room = width - 2 * MARGIN;
  // bold serifs are wider than the average letter
  const head = wrapped(words.headline, room / 1.15, 22).slice(0, 3);
  const sentence = wrapped(words.sentence, room, 14).slice(0, 3);
  const parts: string[] = [rect(0, 0, width, height, tokens.paper)];
  let y = MARGIN + 16;
  for (const one of head) {
    parts.push(text(MARGIN, y, one, tokens.ink, { size: 22, weight: 600, family: SERIF }));
    y += 28;
  }
  for (const one of sentence) {
    parts.push(text(MARGIN, y - 4, one, tokens.quiet, { size: 14, family: SERIF }));
    y += 19;
  }
  const remarks = (words.remarks ?? (chart.omitted === null ? [] : [chart.omitted])).flatMap((one) =>
    wrapped(one, room, 11),
  );
  const foot = remarks.length * REMARK;
  const box = { x: MARGIN, y: y + 4, width: room, height: Math.max(LEAST_HEIGHT, height - y - MARGIN - foot) };
  parts.push(drawn(chart, answer, tokens, box));
  remarks.forEach((one, index) =>
    parts.push(text(MARGIN, height - 14 - foot + (index + 1) * REMARK, one, tokens.quiet, { size: 11 })),
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" role="img" aria-label="${escaped(words.headline)}">${parts.join('')}</svg>`;
}

/** The chart alone, within a box of a larger picture. */
export function drawn(chart: ChartDescription, answer: Answer, tokens: Tokens, box: Box): string {
  const drawing: Drawing = { chart, tokens, box };
  switch (chart.kind) {
    case 'number':
      return numberFigure(drawing, answer);
    case 'table':
      return tableFigure(drawing, answer);
    case 'pie':
      return pieFigure(drawing);
    case 'scatter':
    case 'bubble':
      return scatterFigure(drawing);
    case 'heat':
      return heatFigure(drawing);
    case 'treemap':
      return treeFigure(drawing);
    case 'map':
      return mapFigure(drawing);
    case 'multiples':
      return multiplesFigure(drawing, answer);
    case 'bars':
      return lyingFigure(drawing);
    default:
      return axisFigure(drawing);
  }
}

export function colourOf(series: ChartSeries, tokens: Tokens): string {
  if (series.style === 'rest') return tokens.quiet;
  if (series.style === 'fall') return tokens.series[5] ?? tokens.ink;
  return tokens.series[series.colour % tokens.series.length] ?? tokens.ink;
}

function numberFigure({ tokens, box }: Drawing, answer: Answer): string {
  const columns = answer.columns.map((column, at) => ({ column, at })).filter(({ column }) => column.as === 'value');
  const room = box.width / Math.max(1, columns.length);
  return columns
    .map(({ column, at }, index) => {
      const x = box.x + index * room;
      const moved = movementOf(answer.columns, column);
      const by = answer.rows[0]?.[moved.at];
      const change =
        typeof by !== 'number'
          ? ''
          : text(
              x,
              box.y + 120,
              `${by > 0 ? '+' : by < 0 ? '−' : ''}${moved.size(by)} beside ${answer.columns.find((one) => one.of === column.of && one.as === 'other')?.label ?? ''}`,
              tokens.quiet,
              { size: 14 },
            );
      return `${text(x, box.y + 70, formatCell(answer.rows[0]?.[at] ?? null, column), tokens.ink, { size: 54, weight: 600, family: SERIF })}${text(x, box.y + 96, column.label, tokens.quiet, { size: 15 })}${change}`;
    })
    .join('');
}

const ROW = 21;

function tableFigure({ tokens, box }: Drawing, given: Answer): string {
  const answer = withAhead(given);
  const room = box.width / Math.max(1, answer.columns.length);
  const many = Math.max(1, Math.floor(box.height / ROW) - 2);
  const cells = (row: readonly string[], y: number, weight: 400 | 600) =>
    row
      .map((words, at) => {
        const key = answer.columns[at]?.role !== 'measure';
        return text(
          box.x + at * room + (key ? 0 : room - 10),
          y,
          fitted(words, room - 12),
          weight === 600 ? tokens.quiet : tokens.ink,
          { weight, anchor: key ? 'start' : 'end' },
        );
      })
      .join('');
  const rows = answer.rows.slice(0, many).map(
    (row, index) =>
      cells(
        row.map((cell, at) => formatCell(cell, answer.columns[at] ?? { key: '', label: '', role: 'detail' })),
        box.y + ROW * (index + 2) - 6,
        400,
      ) + line(box.x, box.y + ROW * (index + 2), box.x + box.width, box.y + ROW * (index + 2), tokens.line),
  );
  const more =
    answer.rows.length > many
      ? text(box.x, box.y + ROW * (many + 2) - 4, `${many} of ${answer.rows.length} rows`, tokens.quiet, { size: 11 })
      : '';
  return (
    cells(
      answer.columns.map((column) => column.label),
      box.y + ROW - 6,
      600,
    ) +
    line(box.x, box.y + ROW, box.x + box.width, box.y + ROW, tokens.ink) +
    rows.join('') +
    more
  );
}

function legend(series: readonly ChartSeries[], tokens: Tokens, box: Box): string {
  let x = box.x;
  return series
    .map((one) => {
      const colour = colourOf(one, tokens);
      const swatch =
        one.style === 'ahead'
          ? line(x, box.y + 6, x + 11, box.y + 6, colour, { 'stroke-width': 2.4, 'stroke-dasharray': '4 2' })
          : one.style === 'plan'
            ? rect(x, box.y, 11, 11, 'none', { stroke: tokens.ink })
            : rect(x, box.y, 11, 11, colour, { 'fill-opacity': one.style === 'other' ? 0.35 : 1 });
      const words = text(x + 16, box.y + 10, one.label, tokens.ink, { size: 11.5 });
      x += 16 + widthOf(one.label, 11.5) + 16;
      return swatch + words;
    })
    .join('');
}

function valuesOf(series: readonly ChartSeries[]): number[] {
  return series.flatMap((one) =>
    one.points.flatMap((point) =>
      point.y === null ? [] : [point.y, ...(point.base === undefined ? [] : [point.base]), ...(point.range ?? [])],
    ),
  );
}

const isLine = (chart: ChartDescription, series: ChartSeries) =>
  chart.kind === 'line' || chart.kind === 'area' || series.mark === 'line';

/** The points of stacked series, each standing on those below it; of shares, as parts of their whole. */
function stackedOf(chart: ChartDescription): ChartSeries[] {
  const shares = chart.kind === 'share bars';
  const totals = chart.categories.map((_name, at) =>
    chart.series.reduce((sum, one) => sum + (one.points[at]?.y ?? 0), 0),
  );
  const so = chart.categories.map(() => 0);
  return chart.series.map((one) => ({
    ...one,
    points: one.points.map((point, at) => {
      if (point.y === null) return point;
      const base = so[at] ?? 0;
      const part = shares ? (totals[at] ? point.y / (totals[at] ?? 1) : 0) : point.y;
      so[at] = base + part;
      return { ...point, base, y: base + part };
    }),
  }));
}

const shortTick = (chart: ChartDescription, column: ChartSeries['column'], tick: number) =>
  chart.kind === 'share bars' ? `${Math.round(tick * 100)} %` : formatShort(tick, column);

function axisFigure({ chart, tokens, box }: Drawing): string {
  const stacked = chart.kind === 'stacked' || chart.kind === 'share bars';
  const all = stacked ? stackedOf(chart) : chart.series;
  const left = all.filter((series) => series.axis === 'left');
  const right = all.filter((series) => series.axis === 'right');
  const [first] = left.length > 0 ? left : all;
  if (!first) return '';
  const bars = all.filter((series) => !isLine(chart, series));
  const named = all.length > 1;
  const plot: Box = {
    x: box.x + 52,
    y: box.y + (named ? 26 : 10),
    width: box.width - 52 - (right.length > 0 ? 52 : 12),
    height: box.height - (named ? 26 : 10) - (isSlanted(chart, box.width) ? 72 : 40),
  };
  const leftValues = [
    ...valuesOf(left),
    ...chart.lines.map((one) => one.value),
    ...(chart.boxes ?? []).flatMap((ends) => (ends === null ? [] : [ends.low, ends.high])),
  ];
  const usualZero = Math.min(...leftValues) < 0.72 * Math.max(...leftValues);
  const scale = linear(
    leftValues,
    bars.length > 0 || (chart.axis === null ? usualZero : chart.axis === 'zero'),
    chart.axisFrom,
  );
  const rightScale =
    right.length > 0 ? linear([...valuesOf(right), ...(chart.kind === 'pareto' ? [1] : [])], true) : null;
  const y = (value: number, of: Scale) => plot.y + plot.height * (1 - of.at(value));
  const step = plot.width / Math.max(1, chart.categories.length);
  const x = (index: number) => plot.x + step * (index + 0.5);
  const parts: string[] = [named ? legend(all, tokens, box) : ''];
  if (chart.incompleteAt !== null)
    parts.push(rect(x(chart.incompleteAt) - step / 2, plot.y, step, plot.height, tokens.wash));
  for (const tick of scale.ticks)
    parts.push(
      line(plot.x, y(tick, scale), plot.x + plot.width, y(tick, scale), tokens.line),
      text(plot.x - 8, y(tick, scale) + 4, shortTick(chart, first.column, tick), tokens.quiet, {
        size: 11,
        anchor: 'end',
      }),
    );
  if (rightScale)
    for (const tick of rightScale.ticks)
      parts.push(
        text(
          plot.x + plot.width + 8,
          y(tick, rightScale) + 4,
          formatShort(tick, right[0]?.column ?? first.column),
          tokens.quiet,
          { size: 11 },
        ),
      );
  const apart = chart.kind === 'bridge' || stacked ? 1 : Math.max(1, bars.length);
  const room = step * (chart.kind === 'histogram' ? 0.99 : 0.74);
  const thickness = Math.min(chart.kind === 'histogram' ? Infinity : 72, room / apart);
  bars.forEach((series, index) => {
    const of = series.axis === 'right' && rightScale ? rightScale : scale;
    const place = apart === 1 ? 0 : index;
    series.points.forEach((point, at) => {
      if (point.y === null) return;
      const from = Math.max(point.base ?? 0, of.low);
      const [top, bottom] = [y(Math.max(point.y, from), of), y(Math.min(point.y, from), of)];
      const begin = x(at) - (thickness * apart) / 2 + place * thickness;
      const pale = series.style === 'other' ? 0.35 : at === chart.incompleteAt ? 0.5 : 1;
      parts.push(
        series.style === 'plan'
          ? rect(begin + 1, top, thickness - 2, bottom - top, 'none', { stroke: tokens.ink })
          : rect(begin + thickness * 0.04, top, thickness * 0.92, bottom - top, colourOf(series, tokens), {
              'fill-opacity': pale,
            }),
      );
      if (chart.labels && series.style !== 'other' && series.style !== 'plan')
        parts.push(
          text(
            begin + thickness / 2,
            top - 4,
            formatShort(chart.series[index]?.points[at]?.y ?? point.y, series.column),
            tokens.ink,
            { size: 11, weight: 600, anchor: 'middle' },
          ),
        );
    });
  });
  (chart.boxes ?? []).forEach((ends, at) => {
    const point = first.points[at];
    if (!ends || point?.y === null || point?.y === undefined) return;
    const half = thickness / 4;
    parts.push(
      line(x(at), y(ends.low, scale), x(at), y(point.base ?? ends.low, scale), tokens.ink),
      line(x(at), y(point.y, scale), x(at), y(ends.high, scale), tokens.ink),
      line(x(at) - half, y(ends.low, scale), x(at) + half, y(ends.low, scale), tokens.ink),
      line(x(at) - half, y(ends.high, scale), x(at) + half, y(ends.high, scale), tokens.ink),
      line(x(at) - 2 * half, y(ends.middle, scale), x(at) + 2 * half, y(ends.middle, scale), tokens.paper, {
        'stroke-width': 2.4,
      }),
    );
  });
  for (const series of all) parts.push(rangeOf(series, tokens, x, (value) => y(value, scale)));
  for (const series of all.filter((one) => isLine(chart, one)))
    parts.push(
      lineOf(
        series,
        chart,
        tokens,
        x,
        (value) => y(value, series.axis === 'right' && rightScale ? rightScale : scale),
        plot,
      ),
    );
  for (const one of chart.lines)
    parts.push(lineAcross(one, tokens, { y: y(one.value, scale), left: plot.x, right: plot.x + plot.width }));
  parts.push(categoryLabels(chart, tokens, plot, step));
  return parts.join('');
}

/** The range in which a forecast should lie. */
function rangeOf(
  series: ChartSeries,
  tokens: Tokens,
  x: (index: number) => number,
  y: (value: number) => number,
): string {
  const ranged = series.points.flatMap((point) =>
    point.range === undefined ? [] : [{ x: x(point.x), low: y(point.range[0]), high: y(point.range[1]) }],
  );
  const corners = [
    ...ranged.map((one) => `${one.x.toFixed(1)} ${one.high.toFixed(1)}`),
    ...ranged.toReversed().map((one) => `${one.x.toFixed(1)} ${one.low.toFixed(1)}`),
  ];
  return ranged.length < 2
    ? ''
    : path(`M${corners.join(' L')} Z`, { 'fill': colourOf(series, tokens), 'fill-opacity': 0.14 });
}

/** A line with gaps where periods are missing; what is incomplete is dashed. */
function lineOf(
  series: ChartSeries,
  chart: ChartDescription,
  tokens: Tokens,
  x: (index: number) => number,
  y: (value: number) => number,
  plot: Box,
): string {
  const colour = series.style === 'plan' ? tokens.quiet : colourOf(series, tokens);
  const runs: { x: number; y: number; at: number }[][] = [];
  series.points.forEach((point, at) => {
    if (point.y === null) return;
    const run = runs.at(-1);
    const there = { x: x(at), y: y(point.y), at };
    if (run && run.at(-1)?.at === at - 1) run.push(there);
    else runs.push([there]);
  });
  const way = (points: readonly { x: number; y: number }[]) =>
    points.map((point, index) => `${index === 0 ? 'M' : 'L'}${point.x.toFixed(1)} ${point.y.toFixed(1)}`).join(' ');
  const style = {
    'fill': 'none',
    'stroke': colour,
    'stroke-width': series.style === 'other' ? 1.6 : 2.4,
    'stroke-opacity': series.style === 'other' ? 0.4 : 1,
  };
  return runs
    .map((run) => {
      if (run.length === 1 && run[0]) return circle(run[0].x, run[0].y, 3, colour);
      const complete =
        chart.incompleteAt === null || series.style === 'ahead'
          ? run
          : run.filter((point) => point.at < (chart.incompleteAt ?? 0));
      const rest =
        chart.incompleteAt === null || series.style === 'ahead'
          ? []
          : run.filter((point) => point.at >= (chart.incompleteAt ?? 0) - 1);
      const floor = plot.y + plot.height;
      const area =
        chart.kind === 'area' && series.style === 'value'
          ? path(`${way(run)} L${run.at(-1)?.x.toFixed(1)} ${floor} L${run[0]?.x.toFixed(1)} ${floor} Z`, {
              'fill': colour,
              'fill-opacity': 0.17,
            })
          : '';
      return (
        area +
        (complete.length > 1
          ? path(way(complete), {
              ...style,
              ...(series.style === 'plan'
                ? { 'stroke-dasharray': '4 3' }
                : series.style === 'ahead'
                  ? { 'stroke-dasharray': '6 4' }
                  : {}),
            })
          : '') +
        (rest.length > 1 ? path(way(rest), { ...style, 'stroke-dasharray': '3 4' }) : '')
      );
    })
    .join('');
}

const isDated = (chart: ChartDescription) => chart.categories.every((name) => /\d{4}$/.test(name));

/** Names that have no room side by side stand at a slant. */
function isSlanted(chart: ChartDescription, width: number): boolean {
  const longest = Math.max(0, ...chart.categories.map((name) => widthOf(name, 11)));
  return !isDated(chart) && chart.categories.length > 6 && longest > width / chart.categories.length - 6;
}

function categoryLabels(chart: ChartDescription, tokens: Tokens, plot: Box, step: number): string {
  const every = Math.max(1, Math.ceil((chart.categories.length * 46) / plot.width));
  const dated = isDated(chart);
  const slant = isSlanted(chart, plot.width);
  return chart.categories
    .map((name, index) => {
      if ((slant || dated) && index % (slant ? 1 : every) !== 0) return '';
      const x = plot.x + step * (index + 0.5);
      return slant
        ? text(x + 4, plot.y + plot.height + 14, fitted(name, 92, 10.5), tokens.quiet, {
            size: 10.5,
            anchor: 'end',
            turn: -40,
          })
        : text(x, plot.y + plot.height + 18, dated ? name : fitted(name, step - 4, 11), tokens.quiet, {
            size: 11,
            anchor: 'middle',
          });
    })
    .join('');
}

function lyingFigure({ chart, tokens, box }: Drawing): string {
  const named = chart.series.length > 1;
  const labels = Math.min(190, 12 + Math.max(0, ...chart.categories.map((name) => widthOf(name, 11.5))));
  const top = (named ? 26 : 4) + (chart.lines.length > 0 ? 18 : 0);
  const plot: Box = { x: box.x + labels, y: box.y + top, width: box.width - labels - 62, height: box.height - top };
  const scale = linear([...valuesOf(chart.series), ...chart.lines.map((one) => one.value)], true);
  const step = plot.height / Math.max(1, chart.categories.length);
  const thickness = Math.min(24, (step * 0.78) / Math.max(1, chart.series.length));
  const x = (value: number) => plot.x + plot.width * scale.at(value);
  return (
    (named ? legend(chart.series, tokens, box) : '') +
    chart.categories
      .map((name, at) => {
        const middle = plot.y + step * (at + 0.5);
        const bars = chart.series.map((series, index) => {
          const value = series.points[at]?.y ?? null;
          if (value === null) return '';
          const top = middle - (thickness * chart.series.length) / 2 + index * thickness;
          const [from, to] = [Math.min(x(0), x(value)), Math.max(x(0), x(value))];
          const pale = chart.emphasis !== null && at !== chart.emphasis ? 0.4 : series.style === 'other' ? 0.35 : 1;
          const bar =
            series.style === 'plan'
              ? rect(from, top + 1, to - from, thickness - 2, 'none', { stroke: tokens.ink })
              : rect(from, top, to - from, thickness * 0.94, colourOf(series, tokens), { 'fill-opacity': pale });
          return (
            bar +
            (series.style === 'value' || series.style === 'rest'
              ? text(to + 6, top + thickness / 2 + 4, formatShort(value, series.column), tokens.ink, {
                  size: 11,
                  weight: 600,
                })
              : '')
          );
        });
        return (
          text(plot.x - 10, middle + 4, fitted(name, labels - 12, 11.5), tokens.ink, {
            size: Math.min(11.5, step),
            anchor: 'end',
          }) + bars.join('')
        );
      })
      .join('') +
    chart.lines
      .map((one) => lineAcross(one, tokens, { x: x(one.value), top: plot.y, bottom: plot.y + plot.height }))
      .join('')
  );
}

function pieFigure({ chart, tokens, box }: Drawing): string {
  const [series] = chart.series;
  if (!series) return '';
  const total = series.points.reduce((sum, point) => sum + (point.y ?? 0), 0);
  const radius = Math.min(box.width / 2, box.height) / 2 - 6;
  const [cx, cy] = [box.x + radius + 20, box.y + box.height / 2];
  let turned = -Math.PI / 2;
  const slices = series.points.map((point, index) => {
    const part = total === 0 ? 0 : (point.y ?? 0) / total;
    const next = turned + part * 2 * Math.PI;
    const colour = tokens.series[(series.colour + index) % tokens.series.length] ?? tokens.ink;
    const on = (angle: number, r: number) =>
      `${(cx + r * Math.cos(angle)).toFixed(1)} ${(cy + r * Math.sin(angle)).toFixed(1)}`;
    const large = part > 0.5 ? 1 : 0;
    const slice =
      part >= 0.9999
        ? circle(cx, cy, radius * 0.76, 'none', { 'stroke': colour, 'stroke-width': radius * 0.48 })
        : path(
            `M${on(turned, radius)} A${radius} ${radius} 0 ${large} 1 ${on(next, radius)} L${on(next, radius * 0.52)} A${radius * 0.52} ${radius * 0.52} 0 ${large} 0 ${on(turned, radius * 0.52)} Z`,
            { 'fill': colour, 'stroke': tokens.paper, 'stroke-width': 2 },
          );
    turned = next;
    const y = box.y + 26 + index * 24;
    return (
      slice +
      rect(cx + radius + 50, y - 10, 12, 12, colour) +
      text(
        cx + radius + 70,
        y,
        `${chart.categories[index] ?? ''}  ${formatCell(point.y, series.column)}  ${(part * 100).toFixed(0)} %`,
        tokens.ink,
        { size: 13 },
      )
    );
  });
  return slices.join('');
}

function scatterFigure({ chart, tokens, box }: Drawing): string {
  const [series] = chart.series;
  if (!series) return '';
  const plot: Box = { x: box.x + 56, y: box.y + 8, width: box.width - 70, height: box.height - 54 };
  const [across, up] = [
    linear(
      series.points.map((point) => point.x),
      false,
    ),
    linear([...valuesOf(chart.series), ...chart.lines.map((one) => one.value)], chart.axis === 'zero'),
  ];
  const most = Math.max(1e-9, ...series.points.map((point) => point.size ?? 0));
  const parts: string[] = [];
  for (const tick of up.ticks) {
    const y = plot.y + plot.height * (1 - up.at(tick));
    parts.push(
      line(plot.x, y, plot.x + plot.width, y, tokens.line),
      text(plot.x - 8, y + 4, formatShort(tick, series.column), tokens.quiet, { size: 11, anchor: 'end' }),
    );
  }
  for (const tick of across.ticks) {
    const x = plot.x + plot.width * across.at(tick);
    parts.push(
      line(x, plot.y, x, plot.y + plot.height, tokens.line),
      text(x, plot.y + plot.height + 16, formatShort(tick, {}), tokens.quiet, { size: 11, anchor: 'middle' }),
    );
  }
  for (const point of series.points)
    if (point.y !== null)
      parts.push(
        circle(
          plot.x + plot.width * across.at(point.x),
          plot.y + plot.height * (1 - up.at(point.y)),
          point.size === undefined ? 5 : 4 + 22 * Math.sqrt(point.size / most),
          colourOf(series, tokens),
          { 'fill-opacity': 0.65 },
        ),
      );
  for (const one of chart.lines)
    parts.push(
      lineAcross(one, tokens, {
        y: plot.y + plot.height * (1 - up.at(one.value)),
        left: plot.x,
        right: plot.x + plot.width,
      }),
    );
  parts.push(
    text(plot.x + plot.width / 2, plot.y + plot.height + 36, chart.categoryLabel, tokens.quiet, {
      size: 12,
      anchor: 'middle',
    }),
    text(box.x + 10, plot.y + plot.height / 2, series.label, tokens.quiet, { size: 12, anchor: 'middle', turn: -90 }),
  );
  return parts.join('');
}

function heatFigure({ chart, tokens, box }: Drawing): string {
  const values = valuesOf(chart.series);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const labels = Math.min(170, 12 + Math.max(0, ...chart.series.map((series) => widthOf(series.label, 11))));
  const [width, height] = [
    (box.width - labels) / Math.max(1, chart.categories.length),
    Math.min(30, (box.height - 22) / Math.max(1, chart.series.length)),
  ];
  const heads = chart.categories.map((name, index) =>
    width > 24 || index % Math.ceil(30 / width) === 0
      ? text(
          box.x + labels + width * (index + 0.5),
          box.y + 12,
          fitted(name, Math.max(width, 30), 10.5),
          tokens.quiet,
          { size: 10.5, anchor: 'middle' },
        )
      : '',
  );
  return (
    heads.join('') +
    chart.series
      .map((series, row) => {
        const y = box.y + 20 + row * height;
        return (
          text(box.x + labels - 8, y + height / 2 + 4, fitted(series.label, labels - 10, 11), tokens.ink, {
            size: 11,
            anchor: 'end',
          }) +
          series.points
            .map((point, at) => {
              if (point.y === null) return '';
              return (
                rect(
                  box.x + labels + width * at + 1,
                  y + 1,
                  width - 2,
                  height - 2,
                  tokens.series[(chart.series[0]?.colour ?? 0) % tokens.series.length] ?? tokens.ink,
                  { 'fill-opacity': shadeOf(point.y, low, high) },
                ) +
                (width > 34
                  ? text(
                      box.x + labels + width * (at + 0.5),
                      y + height / 2 + 4,
                      formatShort(point.y, series.column),
                      tokens.ink,
                      { size: 10.5, anchor: 'middle' },
                    )
                  : '')
              );
            })
            .join('')
        );
      })
      .join('')
  );
}

function treeFigure({ chart, tokens, box }: Drawing): string {
  const column = chart.series[0]?.column;
  return (chart.tree ?? [])
    .map((part) => {
      const [x, y, width, height] = [
        box.x + part.x * box.width,
        box.y + part.y * box.height,
        part.width * box.width,
        part.height * box.height,
      ];
      const words =
        width > 60 && height > 34 && column
          ? text(x + 7, y + 16, fitted(part.label, width - 12, 12), '#FFFFFF', { weight: 600 }) +
            text(x + 7, y + 31, formatShort(part.value, column), '#FFFFFF', { size: 11.5 })
          : '';
      return (
        rect(x, y, width, height, tokens.series[part.colour % tokens.series.length] ?? tokens.ink, {
          stroke: tokens.paper,
        }) + words
      );
    })
    .join('');
}

function mapFigure({ chart, tokens, box }: Drawing): string {
  const [series] = chart.series;
  const points = (series?.points ?? []).filter((point) => point.y !== null);
  const plane = projected(
    points.map((point) => ({ longitude: point.x, latitude: point.y ?? 0 })),
    box,
    50,
  );
  const most = Math.max(1e-9, ...points.map((point) => Math.abs(point.size ?? 0)));
  const grid = [
    ...plane.meridians.map((one) => line(box.x + one.at, box.y, box.x + one.at, box.y + box.height, tokens.line)),
    ...plane.parallels.map((one) => line(box.x, box.y + one.at, box.x + box.width, box.y + one.at, tokens.line)),
  ];
  return (
    rect(box.x, box.y, box.width, box.height, tokens.wash) +
    grid.join('') +
    points
      .map((point, index) => {
        const at = plane.points[index] ?? { x: 0, y: 0 };
        const radius = Math.max(3, 24 * Math.sqrt(Math.abs(point.size ?? 0) / most));
        return (
          circle(box.x + at.x, box.y + at.y, radius, series ? colourOf(series, tokens) : tokens.ink, {
            'fill-opacity': 0.72,
          }) +
          text(
            box.x + at.x + radius + 4,
            box.y + at.y + 4,
            `${point.label ?? ''} ${series ? formatShort(point.size ?? 0, series.column) : ''}`,
            tokens.ink,
            { size: 11 },
          )
        );
      })
      .join('')
  );
}

function multiplesFigure({ chart, tokens, box }: Drawing, answer: Answer): string {
  const panels = chart.panels ?? [];
  const across = Math.min(4, Math.ceil(Math.sqrt(panels.length)));
  const [width, height] = [box.width / across, box.height / Math.ceil(panels.length / across)];
  const time = chart.categories.every((name) => /\d/.test(name)) && chart.categories.length > 2;
  return panels
    .map((panel, index) => {
      const place: Box = {
        x: box.x + (index % across) * width,
        y: box.y + Math.floor(index / across) * height,
        width: width - 14,
        height: height - 10,
      };
      return (
        text(place.x, place.y + 12, panel.title, tokens.ink, { weight: 600 }) +
        drawn({ ...chart, kind: time ? 'line' : 'columns', series: panel.series, omitted: null }, answer, tokens, {
          ...place,
          y: place.y + 18,
          height: place.height - 18,
        })
      );
    })
    .join('');
}
