/**
 * Tails and quantiles of the usual distributions. From jstat, whose incomplete beta and gamma functions agree with published tables to
 * eight digits and more; simple-statistics was looked at and interpolates a table of four.
 */
import jstat from 'jstat';

/** Two-sided: how often a standard normal variable lies further from 0 than this. */
export function normalTail(z: number): number {
  return Number.isFinite(z) ? jstat.erfc(Math.abs(z) / Math.SQRT2) : 0;
}

/** Two-sided, of Student's distribution with so many degrees of freedom. */
export function studentTail(t: number, freedom: number): number {
  if (!Number.isFinite(t)) return 0;
  if (!(freedom > 0)) return 1;
  return jstat.ibeta(freedom / (freedom + t * t), freedom / 2, 0.5);
}

/** The value below which a standard normal variable lies with this probability. */
export const normalQuantile = (probability: number): number => jstat.normal.inv(probability, 0, 1);

/** How often a standard normal variable lies below a value. */
export const normalBelow = (z: number): number => 0.5 * jstat.erfc(-z / Math.SQRT2);
