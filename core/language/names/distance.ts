/**
 * Edit distance with swaps of neighbours (optimal string alignment; Damerau 1964, restricted form), bounded.
 * @returns the distance, or `limit + 1` where it is greater than the limit
 */
export function editDistance(a: string, b: string, limit: number): number {
  if (Math.abs(a.length - b.length) > limit) return limit + 1;
  let before: number[] = [];
  let row = Array.from({ length: b.length + 1 }, (_, index) => index);
  for (let i = 1; i <= a.length; i += 1) {
    const next = [i];
    let best = i;
    for (let j = 1; j <= b.length; j += 1) {
      const substitution = (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1);
      let value = Math.min((row[j] ?? 0) + 1, (next[j - 1] ?? 0) + 1, substitution);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        value = Math.min(value, (before[j - 2] ?? 0) + 1);
      next.push(value);
      if (value < best) best = value;
    }
    if (best > limit) return limit + 1;
    before = row;
    row = next;
  }
  return row[b.length] ?? limit + 1;
}

/** How many typing errors a word of this length may have. */
export function toleratedErrors(length: number): number {
  if (length >= 8) return 2;
  return length >= 4 ? 1 : 0;
}

/** One bit a letter: words that differ in more than 2k bits are more than k edits apart. */
export function letterMask(word: string): number {
  let mask = 0;
  for (let i = 0; i < word.length; i += 1) {
    const code = word.charCodeAt(i);
    mask |= 1 << (code >= 97 && code <= 122 ? code - 97 : 26 + (code % 5));
  }
  return mask;
}

export function bitCount(value: number): number {
  let bits = value - ((value >>> 1) & 0x55555555);
  bits = (bits & 0x33333333) + ((bits >>> 2) & 0x33333333);
  return (((bits + (bits >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24;
}
