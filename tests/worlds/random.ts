/** Randomness of generated worlds, from a seed. */

export interface Random {
  /** From 0 up to 1. */
  next(): number;
  whole(from: number, to: number): number;
  pick<Item>(items: readonly Item[]): Item;
  normal(): number;
  poisson(mean: number): number;
}

/** Mulberry32: small, fast and the same on every machine. */
export function randomOf(seed: number): Random {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
  const whole = (from: number, to: number) => from + Math.floor(next() * (to - from + 1));
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
