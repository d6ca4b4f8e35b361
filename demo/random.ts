/** A seeded generator of numbers (mulberry32), so that each run makes the same world. */
export interface Random {
  /** In [0, 1). */
  next(): number;
  between(low: number, high: number): number;
  whole(low: number, high: number): number;
  /** Normal, by the sum of uniforms (Irwin–Hall with 4 terms): cheap and bounded. */
  normal(mean: number, deviation: number): number;
  weighted<T>(choices: readonly (readonly [T, number])[]): T;
}

export function seeded(seed: number): Random {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    next,
    between: (low, high) => low + (high - low) * next(),
    whole: (low, high) => Math.floor(low + (high - low + 1) * next()),
    normal: (mean, deviation) => mean + deviation * (next() + next() + next() + next() - 2) * Math.sqrt(3),
    weighted(choices) {
      let total = 0;
      for (const [, weight] of choices) total += weight;
      let at = next() * total;
      for (const [choice, weight] of choices) {
        at -= weight;
        if (at < 0) return choice;
      }
      return (choices[choices.length - 1] as (typeof choices)[number])[0];
    },
  };
}
