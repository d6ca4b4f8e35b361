/** What is drawn over and under the marks of a chart: grounds, ranges, lines across it, labels, the marks that are chosen. */
import type { Plugin } from 'chart.js';
import type { ChartDescription, ChartSeries } from '@zud/core/chart/description';
import { formatShort } from '@zud/core/format/format';
import { SANS, type Tokens } from '../app/theme';
import { markOfRow, type NumberedRow } from './numbered-rows';
import { placedNames } from './place-names';

export type Kind = 'line' | 'bar' | 'scatter' | 'bubble' | 'doughnut';

/** A colour with an alpha of two hexadecimal digits. */
export const pale = (colour: string, alpha: string) => `${colour}${alpha}`;

/** Series that stand beside another and are told by its label. */
export const BESIDE: readonly ChartSeries['style'][] = ['other', 'plan', 'ahead'];

/** The place of the series that a forecast carries on; null for one that carries none on. */
export function carriedOnBy({ series }: ChartDescription, at: number): number | null {
  const one = series[at];
  return one?.style !== 'ahead'
    ? null
    : series.findIndex(
        ({ style, colour, axis }) =>
          (style === 'value' || style === 'rest') && colour === one.colour && axis === one.axis,
      );
}

export function seriesColour(series: ChartSeries, tokens: Tokens): string {
  if (series.style === 'fall') return tokens.series[5] ?? tokens.ink;
  if (series.style === 'rest') return tokens.quiet;
  return tokens.series[series.colour % tokens.series.length] ?? tokens.ink;
}

/** Marks the points and bars of chosen rows. */
export function chosenMarks(
  chart: ChartDescription,
  { chosen: rows, tokens }: { readonly tokens: Tokens; readonly chosen?: () => ReadonlySet<number> },
): Plugin<Kind>[] {
  if (!rows) return [];
  return [
    {
      id: 'chosenMarks',
      afterDatasetsDraw(drawn) {
        const chosen = rows();
        if (chosen.size === 0) return;
        const { ctx } = drawn;
        ctx.save();
        ctx.strokeStyle = tokens.signal;
        ctx.lineWidth = 2;
        chart.series.forEach((series, index) => {
          if (!drawn.isDatasetVisible(index)) return;
          drawn.getDatasetMeta(index).data.forEach((element, at) => {
            const row = series.points[at]?.row;
            if (row === undefined || !chosen.has(row) || series.points[at]?.y === null) return;
            const { x, y, base, width, height, horizontal } = element as unknown as {
              x: number;
              y: number;
              base?: number;
              width?: number;
              height?: number;
              horizontal?: boolean;
            };
            if (base === undefined || width === undefined || height === undefined) {
              ctx.beginPath();
              ctx.arc(x, y, 6, 0, 2 * Math.PI);
              ctx.stroke();
            } else if (horizontal) ctx.strokeRect(Math.min(x, base), y - height / 2, Math.abs(base - x), height);
            else ctx.strokeRect(x - width / 2, Math.min(y, base), width, Math.abs(base - y));
          });
        });
        ctx.restore();
      },
    },
  ];
}

/** The number of a note, at the mark it speaks of. */
export function noteNumbers(
  chart: ChartDescription,
  { numbered, tokens }: { readonly tokens: Tokens; readonly numbered?: readonly NumberedRow[] },
): Plugin<Kind>[] {
  if (!numbered || numbered.length === 0) return [];
  return [
    {
      id: 'noteNumbers',
      afterDatasetsDraw(drawn) {
        const { ctx } = drawn;
        ctx.save();
        ctx.font = `700 10px ${SANS}`;
        ctx.textAlign = 'center';
        ctx.textBaseline = 'middle';
        for (const { row, number } of numbered) {
          const mark = markOfRow(chart, row);
          if (mark === null || !drawn.isDatasetVisible(mark.series)) continue;
          const element = drawn.getDatasetMeta(mark.series).data[mark.index] as
            { x: number; y: number; base?: number; horizontal?: boolean } | undefined;
          if (!element) continue;
          const { x, y, base, horizontal } = element;
          // on a bar it stands within its end, so that it covers no value
          const inward = base === undefined ? 0 : Math.sign(base - (horizontal ? x : y)) * 11;
          const [left, top] = horizontal ? [x + inward, y] : [x, y + inward];
          ctx.fillStyle = tokens.signal;
          ctx.beginPath();
          ctx.arc(left, top, 7.5, 0, 2 * Math.PI);
          ctx.fill();
          ctx.fillStyle = tokens.paper;
          ctx.fillText(String(number), left, top + 0.5);
        }
        ctx.restore();
      },
    },
  ];
}

/** Names beside the points of a scatter, the greater first, as far as there is room. */
export function pointNames({ series }: ChartDescription, tokens: Tokens): Plugin<Kind> {
  return {
    id: 'pointNames',
    afterDatasetsDraw(drawn) {
      const { ctx, chartArea } = drawn;
      ctx.save();
      ctx.font = `500 11px ${SANS}`;
      const elements = drawn.getDatasetMeta(0).data;
      const points = (series[0]?.points ?? [])
        .flatMap((point, index) => {
          const element = elements[index] as unknown as
            { x: number; y: number; options: { radius: number } } | undefined;
          return element === undefined || point.label === undefined
            ? []
            : [
                {
                  x: element.x,
                  y: element.y,
                  radius: element.options.radius,
                  name: point.label,
                  width: ctx.measureText(point.label).width,
                },
              ];
        })
        .sort((a, b) => b.radius - a.radius || a.y - b.y || b.x - a.x);
      ctx.fillStyle = tokens.ink;
      ctx.textAlign = 'left';
      ctx.textBaseline = 'top';
      for (const { name, left, top } of placedNames(points, chartArea)) ctx.fillText(name, left, top + 1);
      ctx.restore();
    },
  };
}

/** Says at the foot of the value axis where it begins, when that is not zero. */
export function shortenedAxis(tokens: Tokens, axisId: 'x' | 'y' | 'left', column: object): Plugin<Kind> {
  return {
    id: 'shortenedAxis',
    afterDatasetsDraw(drawn) {
      const scale = drawn.scales[axisId];
      if (!scale || axisId === 'x') return;
      const text = beginningOfAxis(scale.min, scale.max, column);
      if (text === null) return;
      const { ctx, chartArea } = drawn;
      ctx.save();
      ctx.font = `500 10.5px ${SANS}`;
      const width = ctx.measureText(text).width;
      ctx.fillStyle = pale(tokens.paper, 'D8');
      ctx.fillRect(chartArea.left, chartArea.bottom - 17, width + 10, 15);
      ctx.fillStyle = tokens.quiet;
      ctx.textAlign = 'left';
      ctx.textBaseline = 'middle';
      ctx.fillText(text, chartArea.left + 5, chartArea.bottom - 9);
      // two strokes across the axis, as where a piece of it is cut out
      ctx.strokeStyle = tokens.quiet;
      ctx.lineWidth = 1.2;
      ctx.beginPath();
      for (const down of [6, 10]) {
        ctx.moveTo(chartArea.left - 5, chartArea.bottom - down + 2);
        ctx.lineTo(chartArea.left + 3, chartArea.bottom - down - 2);
      }
      ctx.stroke();
      ctx.restore();
    },
  };
}

/** What is said of an axis that leaves out zero; null of one that has it. @example 'axis from 24k' */
export function beginningOfAxis(low: number, high: number, column: object): string | null {
  if (low <= 0 && high >= 0) return null;
  return `axis from ${formatShort(low > 0 ? low : high, column)}`;
}

/** The range in which a forecast should lie, in the colour of its line. */
export function rangeGround(chart: ChartDescription, tokens: Tokens): Plugin<Kind>[] {
  if (!chart.series.some((series) => series.points.some((point) => point.range !== undefined))) return [];
  return [
    {
      id: 'rangeGround',
      beforeDatasetsDraw(drawn) {
        const [across, up] = [drawn.scales['x'], drawn.scales['left']];
        if (!across || !up) return;
        const { ctx } = drawn;
        chart.series.forEach((series, index) => {
          const ranged = series.points.flatMap(({ x, range }) =>
            range === undefined
              ? []
              : [
                  {
                    x: across.getPixelForValue(x),
                    low: up.getPixelForValue(range[0]),
                    high: up.getPixelForValue(range[1]),
                  },
                ],
          );
          if (ranged.length < 2 || !drawn.isDatasetVisible(index)) return;
          ctx.save();
          ctx.fillStyle = pale(seriesColour(series, tokens), '24');
          ctx.beginPath();
          for (const { x, high } of ranged) ctx.lineTo(x, high);
          for (const { x, low } of ranged.toReversed()) ctx.lineTo(x, low);
          ctx.closePath();
          ctx.fill();
          ctx.restore();
        });
      },
    },
  ];
}

/** Lines across the chart, each with its value at the end; a target in the signal colour. */
export function linesAcross(chart: ChartDescription, tokens: Tokens, axisId: 'x' | 'y' | 'left'): Plugin<Kind> {
  return {
    id: 'linesAcross',
    afterDatasetsDraw(drawn) {
      const scale = drawn.scales[axisId];
      if (!scale || chart.lines.length === 0) return;
      const { ctx, chartArea } = drawn;
      ctx.save();
      ctx.font = `600 11px ${SANS}`;
      for (const line of chart.lines) {
        const at = scale.getPixelForValue(line.value);
        if (
          at < (axisId === 'x' ? chartArea.left : chartArea.top) - 1 ||
          at > (axisId === 'x' ? chartArea.right : chartArea.bottom) + 1
        )
          continue;
        ctx.strokeStyle = line.target ? tokens.signal : tokens.ink;
        ctx.lineWidth = line.target ? 1.6 : 1.1;
        ctx.setLineDash(line.target ? [] : [5, 4]);
        ctx.beginPath();
        if (axisId === 'x') {
          ctx.moveTo(at, chartArea.top);
          ctx.lineTo(at, chartArea.bottom);
        } else {
          ctx.moveTo(chartArea.left, at);
          ctx.lineTo(chartArea.right, at);
        }
        ctx.stroke();
        const width = ctx.measureText(line.label).width + 8;
        const [x, y] =
          axisId === 'x'
            ? [Math.min(at - 4, chartArea.right - width), chartArea.top - 16]
            : [chartArea.left + 2, Math.max(chartArea.top, at - 17)];
        ctx.fillStyle = pale(tokens.paper, 'E0');
        ctx.fillRect(x, y, width, 15);
        ctx.fillStyle = line.target ? tokens.signal : tokens.ink;
        ctx.textBaseline = 'middle';
        ctx.textAlign = 'left';
        ctx.fillText(line.label, x + 4, y + 8);
      }
      ctx.restore();
    },
  };
}

/** A tinted ground below the incomplete period. */
export function incompleteGround(chart: ChartDescription, tokens: Tokens): Plugin<Kind> {
  return {
    id: 'incompleteGround',
    beforeDatasetsDraw(drawn) {
      const at = chart.incompleteAt;
      const axis = drawn.scales['x'];
      if (at === null || !axis || chart.kind === 'bars') return;
      const { ctx, chartArea } = drawn;
      const centre = axis.getPixelForValue(at);
      const step =
        chart.categories.length > 1 ? Math.abs(axis.getPixelForValue(1) - axis.getPixelForValue(0)) : chartArea.width;
      ctx.save();
      ctx.fillStyle = tokens.wash;
      const left = Math.max(chartArea.left, centre - step / 2);
      ctx.fillRect(left, chartArea.top, Math.min(chartArea.right, centre + step / 2) - left, chartArea.height);
      ctx.restore();
    },
  };
}

export const endLabelRoom = (chart: ChartDescription, small: boolean) =>
  Math.min(
    small ? 96 : 160,
    14 +
      6.6 *
        Math.max(
          ...chart.series.filter((series) => !BESIDE.includes(series.style)).map((series) => series.label.length),
        ),
  );

/** Series are labelled where they end; labels that would overlap are moved apart. */
export function labelsAtEnds(chart: ChartDescription, tokens: Tokens, small: boolean): Plugin<Kind> {
  return {
    id: 'labelsAtEnds',
    afterDatasetsDraw(drawn) {
      const { ctx, chartArea } = drawn;
      const labels = chart.series.flatMap((series, index) => {
        if (BESIDE.includes(series.style)) return [];
        const ahead = chart.series.findIndex((_one, at) => carriedOnBy(chart, at) === index);
        const last = (chart.series[ahead] ?? series).points.findLastIndex((point) => point.y !== null);
        const element = drawn.getDatasetMeta(ahead < 0 ? index : ahead).data[last];
        return element
          ? [{ text: series.label, colour: seriesColour(series, tokens), y: element.y, x: element.x }]
          : [];
      });
      labels.sort((a, b) => a.y - b.y);
      const gap = 15;
      labels.forEach((label, index) => {
        const above = labels[index - 1];
        if (above && label.y - above.y < gap) label.y = above.y + gap;
      });
      const overflow = (labels.at(-1)?.y ?? 0) - (chartArea.bottom + 4);
      if (overflow > 0)
        for (let index = labels.length - 1, limit = chartArea.bottom + 4; index >= 0; index -= 1, limit -= gap) {
          const label = labels[index];
          if (label && label.y > limit) label.y = limit;
        }
      ctx.save();
      ctx.font = `600 ${small ? 11 : 12}px ${SANS}`;
      ctx.textBaseline = 'middle';
      for (const label of labels) {
        ctx.fillStyle = label.colour;
        const room = small ? 14 : 24;
        ctx.fillText(label.text.length > room ? `${label.text.slice(0, room - 1)}…` : label.text, label.x + 9, label.y);
      }
      ctx.restore();
    },
  };
}

/** Values at the ends of bars. */
export function valueLabels(chart: ChartDescription, tokens: Tokens, lying: boolean): Plugin<Kind> {
  return {
    id: 'valueLabels',
    afterDatasetsDraw(drawn) {
      const { ctx } = drawn;
      ctx.save();
      ctx.font = `600 11.5px ${SANS}`;
      ctx.fillStyle = tokens.ink;
      chart.series.forEach((series, index) => {
        if (BESIDE.includes(series.style)) return;
        drawn.getDatasetMeta(index).data.forEach((element, at) => {
          const value = series.points[at]?.y;
          if (value === null || value === undefined) return;
          const text = formatShort(value, series.column);
          if (lying) {
            ctx.textBaseline = 'middle';
            ctx.fillText(text, Math.max(element.x, drawn.chartArea.left) + 6, element.y);
          } else {
            ctx.textAlign = 'center';
            ctx.textBaseline = 'bottom';
            ctx.fillText(text, element.x, element.y - 4);
          }
        });
      });
      ctx.restore();
    },
  };
}

/** The lines of a box from its middle half to the least and the most, and its median. */
export function boxEnds(chart: ChartDescription, tokens: Tokens): Plugin<Kind> {
  return {
    id: 'boxEnds',
    afterDatasetsDraw(drawn) {
      const { ctx } = drawn;
      const scale = drawn.scales['left'];
      if (!scale) return;
      ctx.save();
      ctx.strokeStyle = tokens.ink;
      ctx.lineWidth = 1.4;
      drawn.getDatasetMeta(0).data.forEach((element, index) => {
        const box = chart.boxes?.[index];
        const point = chart.series[0]?.points[index];
        if (!box || point?.y === null || point?.y === undefined) return;
        const { x, width } = element as unknown as { x: number; width: number };
        const at = (value: number) => scale.getPixelForValue(value);
        const line = (fromX: number, fromY: number, toX: number, toY: number) => {
          ctx.moveTo(fromX, fromY);
          ctx.lineTo(toX, toY);
        };
        ctx.beginPath();
        line(x, at(box.low), x, at(point.base ?? box.low));
        line(x, at(point.y), x, at(box.high));
        line(x - width / 4, at(box.low), x + width / 4, at(box.low));
        line(x - width / 4, at(box.high), x + width / 4, at(box.high));
        ctx.stroke();
        ctx.beginPath();
        ctx.strokeStyle = tokens.paper;
        ctx.lineWidth = 2.4;
        line(x - width / 2, at(box.middle), x + width / 2, at(box.middle));
        ctx.stroke();
        ctx.strokeStyle = tokens.ink;
        ctx.lineWidth = 1.4;
      });
      ctx.restore();
    },
  };
}
