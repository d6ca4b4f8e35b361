/** Counts and bells for generated worlds, on the demo's seeded numbers. */
import { seeded } from '../../demo/random';

export interface Chance {
  readonly next: () => number;
  readonly whole: (low: number, high: number) => number;
  pick<Item>(items: readonly Item[]): Item;
  /** Standard normal (Box and Muller 1958): the demo's own is bounded, and tails are what is tested here. */
  normal(): number;
  poisson(mean: number): number;
}

export function randomOf(seed: number): Chance {
  const { next, whole } = seeded(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
  return {
    next,
    whole,
    normal,
    pick: (items) => items[whole(0, items.length - 1)] as (typeof items)[number],
    poisson: (mean) => {
      if (mean > 50) return Math.max(0, Math.round(mean + Math.sqrt(mean) * normal()));
      const limit = Math.exp(-mean);
      let count = 0;
      for (let product = next(); product > limit; product *= next()) count += 1;
      return count;
    },
  };
}
