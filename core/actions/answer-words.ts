/** What another program answered, as people read it. */

/** Fields of an answer that are told. */
const MOST = 6;

/**
 * @param said a status, and what came with it
 * @example answerWords('201: {"order":1007,"state":"taken"}') // 'order: 1007 · state: taken'
 */
export function answerWords(said: string): string {
  const body = /^\d{3}: ([\s\S]*)$/.exec(said)?.[1];
  if (body === undefined) return /^\d{3}$/.test(said) ? 'taken, without a word' : said;
  try {
    const read: unknown = JSON.parse(body);
    if (typeof read !== 'object' || read === null) return body;
    const fields = Object.entries(read).filter(([, value]) => typeof value === 'string' || typeof value === 'number');
    return fields.length === 0
      ? body
      : fields
          .slice(0, MOST)
          .map(([key, value]) => `${key}: ${value}`)
          .join(' · ');
  } catch {
    return body;
  }
}
