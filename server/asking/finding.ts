/** What is found by a text: names that hold it, those that begin with it first. */
import { FOUND_KINDS, type FoundThing } from '@zud/core/contract/find';

/** Things of one kind in a list of all. */
const MOST_EACH = 6;

/** How well a title fits: 0 it begins with the text, 1 a word of it does, 2 it holds it; null not at all. */
export function fit(title: string, text: string): 0 | 1 | 2 | null {
  const [plain, wanted] = [title.toLowerCase(), text.trim().toLowerCase()];
  if (wanted === '') return null;
  const at = plain.indexOf(wanted);
  if (at < 0) return null;
  if (at === 0) return 0;
  return /[\s–—\-(/“"']/.test(plain.charAt(at - 1)) || plain.includes(` ${wanted}`) ? 1 : 2;
}

/** A few of each kind, in the order of kinds; within a kind the best first, then as they came. */
export function best(things: readonly FoundThing[], text: string): FoundThing[] {
  return FOUND_KINDS.flatMap((kind) =>
    things
      .filter((one) => one.kind === kind)
      .flatMap((one) => {
        const how = fit(one.title, text);
        return how === null ? [] : [{ one, how }];
      })
      .sort((a, b) => a.how - b.how)
      .slice(0, MOST_EACH)
      .map(({ one }) => one),
  );
}
