/** How two measures go together over members or periods: correlations with their intervals, in words that claim no more. */
import { normalQuantile, studentTail } from './distributions';

export interface Relation {
  readonly points: number;
  /** Of the values (Pearson), and of their ranks (Spearman). */
  readonly r: number;
  readonly rank: number;
  /** 95 % interval of r (Fisher 1921). */
  readonly low: number;
  readonly high: number;
  /** How often r lies as far from nought by chance. */
  readonly tail: number;
  /** Places far from the line through the others, the furthest first. */
  readonly apart: readonly number[];
}

const LEAST_POINTS = 4;
/** A standardised residual beyond this is far from the line. */
const FAR = 3;
const MOST_APART = 3;

/** @param pairs both values of each point @returns null for fewer than four points, or where one of the two does not vary */
export function relationOf(pairs: readonly (readonly [number, number])[]): Relation | null {
  if (pairs.length < LEAST_POINTS) return null;
  const [xs, ys] = [pairs.map(([x]) => x), pairs.map(([, y]) => y)];
  const r = correlation(xs, ys);
  const rank = correlation(ranks(xs), ranks(ys));
  if (r === null || rank === null) return null;
  const count = pairs.length;
  const z = Math.atanh(Math.max(-0.999999, Math.min(0.999999, r)));
  const reach = normalQuantile(0.975) / Math.sqrt(count - 3);
  const t = (r * Math.sqrt(count - 2)) / Math.sqrt(Math.max(1e-12, 1 - r * r));
  return {
    points: count,
    r,
    rank,
    low: Math.tanh(z - reach),
    high: Math.tanh(z + reach),
    tail: studentTail(t, count - 2),
    apart: farFrom(xs, ys),
  };
}

const mean = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0) / values.length;

function correlation(xs: readonly number[], ys: readonly number[]): number | null {
  const [mx, my] = [mean(xs), mean(ys)];
  const dot = (a: readonly number[], am: number, b: readonly number[], bm: number) =>
    a.reduce((sum, value, index) => sum + (value - am) * ((b[index] ?? 0) - bm), 0);
  const [xx, yy] = [dot(xs, mx, xs, mx), dot(ys, my, ys, my)];
  return xx <= 0 || yy <= 0 ? null : dot(xs, mx, ys, my) / Math.sqrt(xx * yy);
}

/** Ranks from 1 on; equal values share the middle of theirs. */
function ranks(values: readonly number[]): number[] {
  const order = values.map((value, index) => ({ value, index })).sort((a, b) => a.value - b.value);
  const found: number[] = [];
  for (let at = 0; at < order.length;) {
    let end = at;
    while (end + 1 < order.length && order[end + 1]?.value === order[at]?.value) end += 1;
    for (let place = at; place <= end; place += 1) found[order[place]?.index ?? 0] = (at + end) / 2 + 1;
    at = end + 1;
  }
  return found;
}

/** Points far from the line of least squares through all the others (externally studentised residuals). */
function farFrom(xs: readonly number[], ys: readonly number[]): number[] {
  if (xs.length < 8) return [];
  return xs
    .map((x, index) => {
      const [ox, oy] = [xs.filter((_one, at) => at !== index), ys.filter((_one, at) => at !== index)];
      const [mx, my] = [mean(ox), mean(oy)];
      const xx = ox.reduce((sum, value) => sum + (value - mx) ** 2, 0);
      const slope = xx <= 0 ? 0 : ox.reduce((sum, value, at) => sum + (value - mx) * ((oy[at] ?? 0) - my), 0) / xx;
      const left = oy.map((value, at) => value - my - slope * ((ox[at] ?? 0) - mx));
      const deviation = Math.sqrt(left.reduce((sum, one) => sum + one * one, 0) / Math.max(1, left.length - 2));
      const error = deviation * Math.sqrt(1 + 1 / ox.length + (xx <= 0 ? 0 : (x - mx) ** 2 / xx));
      return { index, far: error <= 0 ? 0 : Math.abs((ys[index] ?? 0) - my - slope * (x - mx)) / error };
    })
    .filter(({ far }) => far > FAR)
    .sort((a, b) => b.far - a.far)
    .slice(0, MOST_APART)
    .map(({ index }) => index);
}

/** @example strengthWords(0.85) // 'go closely together' */
export function strengthWords({ r, low, high, tail }: Pick<Relation, 'r' | 'low' | 'high' | 'tail'>): string {
  if (tail > 0.05 || (low < 0 && high > 0)) return 'do not go together as far as can be told';
  const how = Math.abs(r) >= 0.8 ? 'closely ' : Math.abs(r) >= 0.5 ? '' : 'loosely ';
  return r > 0 ? `go ${how}together` : `go ${how}against each other`;
}
