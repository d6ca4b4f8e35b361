/**
 * Exponential smoothing with additive errors, damped trend and seasons, in its error-correction form (Hyndman, Koehler, Ord and
 * Snyder, “Forecasting with Exponential Smoothing”, 2008, chapter 2): one recursion of which the simple methods are special cases.
 */

/** How much of each error goes into the level, the trend and the season, and how much of the trend is left a step later. */
export interface Weights {
  readonly level: number;
  readonly trend: number;
  readonly season: number;
  readonly damping: number;
}

interface State {
  readonly level: number;
  readonly trend: number;
  /** The next step's season first. */
  readonly seasons: readonly number[];
}

export interface Smoothed {
  readonly weights: Weights;
  /** Steps of a season; 1 where there are none. */
  readonly period: number;
  /** What was expected of each value of the line from those before it, less what it was. */
  readonly errors: readonly number[];
  readonly state: State;
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, one) => sum + one, 0) / Math.max(1, values.length);

/** The state before the first value: from the first two seasons where there are seasons, else from the first values. */
function beginning(values: readonly number[], period: number, trended: boolean): State {
  if (period < 2) {
    const [first = 0] = values;
    const steps = values.slice(1, 5).map((value, index) => value - (values[index] ?? 0));
    const trend = trended ? mean(steps) : 0;
    return { level: first - trend, trend, seasons: [0] };
  }
  const [one, two] = [values.slice(0, period), values.slice(period, 2 * period)];
  const trend = trended ? (mean(two) - mean(one)) / period : 0;
  // the line through the middles of both seasons, where there is a trend
  const at = (index: number) =>
    trended ? mean(one) + trend * (index - (period - 1) / 2) : index < period ? mean(one) : mean(two);
  const seasons = one.map((value, index) => (value - at(index) + (two[index] ?? 0) - at(index + period)) / 2);
  return { level: trended ? at(-1) : mean(one), trend, seasons };
}

/** A line being followed: what is expected of its next value, and what that value's error changes. */
class Following {
  private level: number;
  private trend: number;
  /** The season of each place, that of the first value first. */
  private readonly seasons: number[];
  private index = 0;

  constructor(
    { level, trend, seasons }: State,
    private readonly weights: Weights,
    private readonly period: number,
  ) {
    this.level = level;
    this.trend = trend;
    this.seasons = [...seasons];
  }

  get next(): number {
    return this.level + this.weights.damping * this.trend + (this.seasons[this.index % this.period] ?? 0);
  }

  /** @param error what the next value exceeds the expectation by */
  step(error: number): void {
    const { weights } = this;
    const place = this.index % this.period;
    const slope = weights.damping * this.trend;
    this.level += slope + weights.level * error;
    this.trend = slope + weights.trend * error;
    this.seasons[place] = (this.seasons[place] ?? 0) + weights.season * error;
    this.index += 1;
  }

  /** Where it stands, with the next step's season first. */
  state(): State {
    const { level, trend, seasons, index, period } = this;
    return { level, trend, seasons: seasons.map((_one, place) => seasons[(index + place) % period] ?? 0) };
  }
}

/** Follows a line value by value. @param values at least two seasons of them where there are seasons */
export function smoothed(values: readonly number[], weights: Weights, period: number): Smoothed {
  const line = new Following(beginning(values, period, weights.trend > 0), weights, period);
  const errors = values.map((value) => {
    const error = value - line.next;
    line.step(error);
    return error;
  });
  return { weights, period, errors, state: line.state() };
}

/**
 * One way a line followed so far may go on: what is expected of each step from those before it, and an error more.
 * @param errors of each step to come, in the order of time
 */
export function goesOn({ weights, state, period }: Smoothed, errors: readonly number[]): number[] {
  const line = new Following(state, weights, period);
  return errors.map((error) => {
    const value = line.next + error;
    line.step(error);
    return value;
  });
}

/** What a line followed so far is expected to be after so many steps more, from 1 on. */
export function expected({ weights, state, period }: Smoothed, steps: number): number {
  return state.level + dampedSteps(weights.damping, steps) * state.trend + (state.seasons[(steps - 1) % period] ?? 0);
}

/** How many times a step's trend so many steps with its damping come to. */
function dampedSteps(damping: number, steps: number): number {
  return damping === 1 ? steps : (damping * (1 - damping ** steps)) / (1 - damping);
}

/** How far the variance of what is expected after so many steps exceeds that of one step (the same book, table 6.1). */
export function spreadAfter({ weights, period }: Smoothed, steps: number): number {
  let sum = 1;
  for (let back = 1; back < steps; back += 1) {
    const carried =
      weights.level +
      weights.trend * dampedSteps(weights.damping, back) +
      (period > 1 && back % period === 0 ? weights.season : 0);
    sum += carried * carried;
  }
  return sum;
}
