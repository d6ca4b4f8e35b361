/** Which side of an answer is shown when a step was made. */
import type { Ask } from '../app/api';
import type { Side } from '../app/interface-state';

/**
 * What is asked in words shows its answer, and so does a reading that was chosen. What is done by hand stays where one looks, but
 * not behind records or working, which are of the step before.
 */
export function sideAfter(said: Ask, side: Side): Side {
  return 'edit' in said && side === 'table' ? 'table' : 'chart';
}
