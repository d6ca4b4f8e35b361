/** Numbers as chance makes them, from a seed: the same worlds come in every run. */

/** @returns draws of a standard normal variable (Box and Muller 1958, over a linear congruence) */
export function normals(seed: number): () => number {
  let state = seed >>> 0;
  const uniform = (): number => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return (state + 0.5) / 2 ** 32;
  };
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
}
