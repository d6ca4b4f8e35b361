/** Whether the share of a member in a whole is another than a year before. */
import { studentTail } from './distributions';
import { medianOf, MIDDLE_SIZE } from './statistics';

/**
 * The mean of the changes on the same months of the year before, beside how much such changes differ from one month to the next: that
 * is noise, whether the share moved at once or little by little (after von Neumann, 1941, with a median in the place of the mean).
 * @param changes of the share in each month on the same month a year before, in the order of time
 * @param least the noise that so few records bring in any case
 * @returns two-sided, how often chance alone would bring such a mean; null with fewer than six
 * @example shareMoved([0.1, 0.11, 0.09, 0.1, 0.12, 0.1]) // about 3e-6
 */
export function shareMoved(changes: readonly number[], least = 0): number | null {
  if (changes.length < 6) return null;
  const mean = changes.reduce((sum, one) => sum + one, 0) / changes.length;
  const steps = changes.slice(1).map((one, at) => Math.abs(one - (changes[at] ?? 0)));
  const noise = Math.max(least, medianOf(steps) / MIDDLE_SIZE / Math.SQRT2);
  if (!(noise > 0)) return mean === 0 ? 1 : 0;
  return studentTail(mean / (noise / Math.sqrt(changes.length)), changes.length - 1);
}
