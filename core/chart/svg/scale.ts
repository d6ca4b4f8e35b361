/** Scales of a drawn chart: round ticks, values to places. */

export interface Scale {
  readonly low: number;
  readonly high: number;
  readonly ticks: readonly number[];
  /** Where a value lies between the two ends, 0 … 1. */
  at(value: number): number;
}

/** A scale with some five round ticks that holds all the values. @param zero whether it begins at nought */
export function linear(values: readonly number[], zero: boolean, from?: number): Scale {
  const known = values.length > 0 ? values : [0, 1];
  const low = from ?? Math.min(...known, ...(zero ? [0] : []));
  const high = Math.max(...known, ...(zero ? [0] : []));
  const span = high - low || Math.abs(high) || 1;
  const raw = span / 5;
  const size = 10 ** Math.floor(Math.log10(raw));
  const step = ([1, 2, 2.5, 5, 10].find((one) => one * size >= raw) ?? 10) * size;
  const first = from ?? Math.floor(low / step + 1e-9) * step;
  const last = Math.ceil(high / step - 1e-9) * step || step;
  const ticks: number[] = [];
  for (let tick = first; tick <= last + step * 1e-6; tick += step) ticks.push(Number(tick.toPrecision(12)));
  const top = ticks.at(-1) ?? last;
  return { low: first, high: top, ticks, at: (value) => (top === first ? 0 : (value - first) / (top - first)) };
}
