/** People whom words name. */
import type { Receiver } from '@zud/core/contract/messages';
import { Problem } from '@zud/core/contract/problem';
import type { Store } from '../store/database';
import { allPeople } from '../store/people';

/** @throws Problem 422 where one is not known, or several are meant */
export async function namedPeople(store: Store, names: readonly string[]): Promise<Receiver[]> {
  if (names.length === 0) return [];
  const all = await allPeople(store);
  return names.map((name) => {
    const is = (text: string) => text.toLowerCase() === name.toLowerCase();
    const found = all.filter((one) => is(one.name) || is(one.name.split(' ')[0] ?? '') || is(one.email));
    const [one] = found;
    if (one === undefined || found.length > 1)
      throw new Problem(
        422,
        'Not understood',
        found.length > 1
          ? `Several people are called “${name}”; write the whole name. Nothing was kept.`
          : `Nobody here is called “${name}”. Nothing was kept.`,
      );
    return { kind: 'person', id: one.id };
  });
}
