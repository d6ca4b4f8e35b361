/** Bounds on the shape of what is sent, looked at before anything else is: nothing of it may exhaust the stack, or be what PostgreSQL cannot hold. */

/** Lists and objects within each other. */
const MOST_NESTED = 64;
/** Values in all, and things in one list. */
const MOST_VALUES = 200_000;
const MOST_ITEMS = 20_000;

/**
 * Why a value is not taken as it is, in words; null where it is. Walks without recursion.
 * @example shapeFault({ name: 'a\u0000b' }) // 'it holds a NUL character, which no text may have'
 */
export function shapeFault(value: unknown): string | null {
  const open: { readonly value: unknown; readonly depth: number }[] = [{ value, depth: 0 }];
  let values = 0;
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    values += 1;
    if (values > MOST_VALUES) return `it holds more than ${MOST_VALUES} values`;
    const one = next.value;
    if (typeof one === 'string') {
      const fault = textFault(one);
      if (fault !== null) return fault;
    } else if (typeof one === 'object' && one !== null) {
      if (next.depth >= MOST_NESTED) return `more than ${MOST_NESTED} lists and objects stand within each other`;
      const depth = next.depth + 1;
      if (Array.isArray(one)) {
        if (one.length > MOST_ITEMS) return `a list of it has more than ${MOST_ITEMS} things`;
        for (const part of one) open.push({ value: part, depth });
      } else
        for (const [key, part] of Object.entries(one)) {
          const fault = textFault(key);
          if (fault !== null) return fault;
          open.push({ value: part, depth });
        }
    }
  }
  return null;
}

/** NUL and halves of surrogate pairs, which no text in UTF-8 has. */
function textFault(text: string): string | null {
  if (text.includes('\u0000')) return 'it holds a NUL character, which no text may have';
  return !/\p{Surrogate}/u.test(text) ? null : 'it holds half of a character; send it as UTF-8';
}
