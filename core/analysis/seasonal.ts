/**
 * A line over time taken apart robustly: level, season, and what is left. Medians throughout, so that what stands out does not bend what
 * it is measured by (in the spirit of STL, Cleveland and others 1990, with running medians in the place of local regression).
 */
import type { Grain } from '../time/grain';
import { medianOf, MIDDLE_SIZE } from './statistics';

/** Periods of a season: of a year, or of a week of days. */
export const SEASON: Readonly<Record<Grain, number>> = { day: 7, week: 52, month: 12, quarter: 4, half: 2, year: 1 };

export interface TakenApart {
  /** Was it taken apart in proportions? Then all parts are logarithms. */
  readonly proportional: boolean;
  readonly level: readonly number[];
  readonly season: readonly number[];
  readonly left: readonly number[];
  /** How far what is left usually lies from nought: a robust standard deviation. */
  readonly spread: number;
}

/** Half the width of the running median of a line without seasons. */
const HALF_WIDTH = 3;

/**
 * @param values in the order of time, none missing
 * @param period how many of them make a season; 1 where there are none
 * @returns null for fewer than eight values
 */
export function takenApart(values: readonly number[], period: number): TakenApart | null {
  if (values.length < 8) return null;
  const proportional = values.every((value) => value > 0);
  const scaled = values.map((value) => (proportional ? Math.log(value) : value));
  const seasonal = period > 1 && values.length >= 2 * period;
  const half = seasonal ? Math.floor(period / 2) : HALF_WIDTH;
  const running = (of: readonly number[], width: number) =>
    of.map((_value, index) => medianOf(of.slice(Math.max(0, index - width), index + width + 1)));
  const rough = running(scaled, half);
  const season = seasonal
    ? seasonOf(
        scaled.map((value, index) => value - (rough[index] ?? 0)),
        period,
      )
    : [0];
  const at = (index: number) => season[index % season.length] ?? 0;
  const plain = scaled.map((value, index) => value - at(index));
  const level = running(plain, half);
  const left = plain.map((value, index) => value - (level[index] ?? 0));
  // what was fitted lies nearer than what is to come: as many values as were fitted say nothing of how far it strays
  const fitted = (seasonal ? period : 0) + values.length / (2 * half + 1);
  const free = Math.max(values.length / 4, values.length - fitted);
  const spread = (medianOf(left.map(Math.abs)) / MIDDLE_SIZE) * Math.sqrt(values.length / free);
  return { proportional, level, season: scaled.map((_value, index) => at(index)), left, spread };
}

/** The usual deviation of each place of a season, around nought. */
function seasonOf(deviations: readonly number[], period: number): number[] {
  const places = Array.from({ length: period }, (_one, place) =>
    medianOf(deviations.filter((_value, index) => index % period === place)),
  );
  const middle = medianOf(places);
  return places.map((one) => one - middle);
}
