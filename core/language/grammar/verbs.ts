/** What is measured of what a verb says: "which items are wasted most", "products not sold". */
import type { Measure } from '../../model/schema';
import { speaksOf } from '../names/derived';
import type { Question } from '../question';

/**
 * The only measure that a verb speaks of: by the noun that is its whole name, else by a word of its name.
 * @param fits which of those that only hold such a word may be meant
 * @returns its id; null where there is none, or several
 */
export function measureOfVerb(
  verb: string,
  { names, model }: Question,
  fits: (measure: Measure) => boolean = () => true,
): string | null {
  const meant = names.meantByVerb(verb).flatMap(({ named }) => (named.kind === 'measure' ? [named.id] : []));
  const [only, second] =
    meant.length > 0
      ? meant
      : [...model.measures.values()]
          .filter((one) => one.hidden !== true && fits(one) && speaksOf(one, verb))
          .map((one) => one.id);
  return only === undefined || second !== undefined ? null : only;
}
