/** What a thumbnail is drawn of: a few shapes that tell the kind of the chart, from a few of its numbers. */
import type { Step } from '../app/api';

export type Thumbnail = NonNullable<Step['thumbnail']>;

/** Colours are places of the palette; null is the quiet one. */
export type Shape =
  | { readonly kind: 'line'; readonly points: string; readonly colour: number; readonly filled: boolean }
  | {
      readonly kind: 'box';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      readonly colour: number | null;
      /** From 0 to 1. */
      readonly strength: number;
    }
  | { readonly kind: 'dot'; readonly x: number; readonly y: number; readonly colour: number }
  /** A part of a ring, as parts of its way round from the top. */
  | { readonly kind: 'arc'; readonly from: number; readonly to: number; readonly colour: number };

export const WIDTH = 48;
export const HEIGHT = 22;
const MOST_BARS = 12;
const MOST_LYING = 5;

const box = (x: number, y: number, width: number, height: number, colour: number | null, strength = 1): Shape => ({
  kind: 'box',
  x,
  y,
  width: Math.max(1, width),
  height: Math.max(1, height),
  colour,
  strength,
});
const given = (values: readonly (number | null)[]) => values.filter((value) => value !== null);

export function shapesOf({ kind, series }: Thumbnail): Shape[] {
  const all = given(series.flat());
  if (all.length === 0) return [];
  const first = series[0] ?? [];
  switch (kind) {
    case 'line':
    case 'area':
    case 'multiples':
      return lines(series, kind === 'area');
    case 'bars':
      return lying(given(first).slice(0, MOST_LYING));
    case 'stacked':
    case 'share bars':
      return stacked(series);
    case 'table':
      return [0, 1, 2, 3].map((row) => box(1, 2 + row * 5, WIDTH - 2, row === 0 ? 2 : 1, null, row === 0 ? 1 : 0.5));
    case 'number':
      return [box(1, 7, 26, 8, null)];
    case 'pie':
      return ring(given(first).map(Math.abs));
    case 'heat':
      return heat(series);
    case 'treemap':
      return tree(
        given(first).map(Math.abs).slice(0, MOST_BARS),
        { x: 1, y: 1, width: WIDTH - 2, height: HEIGHT - 2 },
        0,
      );
    case 'map':
    case 'scatter':
    case 'bubble':
      return dots(first, series[1] ?? null);
    default:
      return upright(first.slice(0, MOST_BARS));
  }
}

/** Of values as far up as they reach between the lowest and the highest. */
function scale(low: number, high: number): (value: number) => number {
  return (value) => HEIGHT - 1 - ((value - low) / (high - low || 1)) * (HEIGHT - 3);
}

function lines(series: Thumbnail['series'], filled: boolean): Shape[] {
  const all = given(series.flat());
  const y = scale(Math.min(...all, filled ? 0 : Infinity), Math.max(...all));
  return series.map((line, index): Shape => {
    const step = line.length > 1 ? (WIDTH - 2) / (line.length - 1) : 0;
    const points = line.flatMap((value, at) =>
      value === null ? [] : [`${(1 + at * step).toFixed(1)},${y(value).toFixed(1)}`],
    );
    return { kind: 'line', points: points.join(' '), colour: index, filled };
  });
}

function upright(values: readonly (number | null)[]): Shape[] {
  const all = given(values);
  const y = scale(Math.min(0, ...all), Math.max(0, ...all));
  const width = (WIDTH - 2) / values.length;
  return values.flatMap((value, at) =>
    value === null ? [] : [box(1 + at * width, Math.min(y(value), y(0)), width - 1.5, Math.abs(y(0) - y(value)), 0)],
  );
}

function lying(values: readonly number[]): Shape[] {
  const most = Math.max(...values.map(Math.abs)) || 1;
  const height = (HEIGHT - 2) / values.length;
  return values.map((value, at) => box(1, 1 + at * height, ((WIDTH - 2) * Math.abs(value)) / most, height - 1.3, 0));
}

function stacked(series: Thumbnail['series']): Shape[] {
  const bars = Math.min(MOST_BARS, Math.max(...series.map((one) => one.length)));
  const sums = Array.from({ length: bars }, (_unused, at) =>
    series.reduce((sum, one) => sum + Math.abs(one[at] ?? 0), 0),
  );
  const most = Math.max(...sums) || 1;
  const width = (WIDTH - 2) / bars;
  return sums.flatMap((_sum, at) => {
    let y = HEIGHT - 1;
    return series.flatMap((one, index) => {
      const height = ((HEIGHT - 3) * Math.abs(one[at] ?? 0)) / most;
      y -= height;
      return height === 0 ? [] : [box(1 + at * width, y, width - 1.5, height, index)];
    });
  });
}

function ring(values: readonly number[]): Shape[] {
  const sum = values.reduce((all, one) => all + one, 0) || 1;
  let from = 0;
  return values.map((value, index): Shape => {
    const arc: Shape = { kind: 'arc', from, to: from + value / sum, colour: index };
    from = arc.to;
    return arc;
  });
}

function heat(series: Thumbnail['series']): Shape[] {
  const most = Math.max(...given(series.flat()).map(Math.abs)) || 1;
  const rows = series.length;
  return series.flatMap((row, index) => {
    const cells = row.slice(0, MOST_BARS);
    const [width, height] = [(WIDTH - 2) / cells.length, (HEIGHT - 2) / rows];
    return cells.map((value, at) =>
      box(
        1 + at * width,
        1 + index * height,
        width - 0.8,
        height - 0.8,
        0,
        0.12 + (0.88 * Math.abs(value ?? 0)) / most,
      ),
    );
  });
}

interface Room {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The largest takes its part of the longer side, the others share what is left. */
function tree(values: readonly number[], room: Room, colour: number): Shape[] {
  const [first, ...rest] = [...values].sort((a, b) => b - a);
  if (first === undefined || room.width < 1 || room.height < 1) return [];
  const part = first / (values.reduce((sum, one) => sum + one, 0) || 1);
  const across = room.width >= room.height;
  const [width, height] = across ? [room.width * part, room.height] : [room.width, room.height * part];
  const left: Room = across
    ? { ...room, x: room.x + width, width: room.width - width }
    : { ...room, y: room.y + height, height: room.height - height };
  return [box(room.x, room.y, width - 0.8, height - 0.8, colour), ...tree(rest, left, colour + 1)];
}

/** Points by two coordinates; by their order where only one is known. */
function dots(xs: readonly (number | null)[], ys: readonly (number | null)[] | null): Shape[] {
  const across = ys === null ? xs.map((_value, at) => at) : xs;
  const up = ys ?? xs;
  const known = across.flatMap((x, at) => {
    const y = up[at] ?? null;
    return x === null || y === null ? [] : [{ x, y }];
  });
  const [left, right] = [Math.min(...known.map((one) => one.x)), Math.max(...known.map((one) => one.x))];
  const y = scale(Math.min(...known.map((one) => one.y)), Math.max(...known.map((one) => one.y)));
  return known.map((one): Shape => ({
    kind: 'dot',
    x: 3 + ((one.x - left) / (right - left || 1)) * (WIDTH - 6),
    y: y(one.y),
    colour: 0,
  }));
}
