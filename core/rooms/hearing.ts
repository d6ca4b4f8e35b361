/** What is said to Zud in a room, among what people say to one another. */

/** Zud's name as people write it. */
export const NAME = 'Zud';

const GREETING = String.raw`(?:(?:hey|hi|hello|ok|okay|dear|good (?:morning|afternoon|evening))[\s,]+)?`;
const FIRST = new RegExp(String.raw`^\s*${GREETING}@?${NAME}(?![\p{L}\p{N}_-])[\s,:;.!–—-]*`, 'iu');
const LAST = new RegExp(String.raw`[\s,]+@?${NAME}\s*([?!.]*)\s*$`, 'iu');
const AT = new RegExp(String.raw`(^|\s)@${NAME}(?![\p{L}\p{N}_-])[,:]?\s*`, 'iu');

/**
 * The words without the name, where they are to Zud; null where they are to somebody else. A name in the middle is one only with an @: people speak
 * about it too.
 * @example addressed('zud: passengers by coast') // 'passengers by coast'
 */
export function addressed(text: string): string | null {
  const said = text.trim();
  if (FIRST.test(said)) {
    const rest = said.replace(FIRST, '');
    // “Zud is wrong about May” is about it, not to it
    return /^(?:is|was|has|had|says|said|told|tells|thinks|does(?:n['’]t)?|did(?:n['’]t)?|can(?:not|['’]t)?|will|won['’]t)\b/i.test(
      rest,
    ) && !/^@|[,:]/.test(said.slice(0, said.length - rest.length))
      ? null
      : rest.trim();
  }
  if (LAST.test(said)) return said.replace(LAST, '$1').trim();
  if (AT.test(said)) return said.replace(AT, '$1').trim();
  return null;
}

const AWAY =
  /\b(while i was (?:away|out|off|gone)|since i (?:left|was (?:last )?here)|did i miss|have i missed|catch me up|bring me up to (?:date|speed))\b|\bwhat(?:['’]s| has| have i)? (?:happened|missed)(?: here| in (?:here|this room))?\W*$/i;

/** Is it asked what happened while somebody was away? */
export const asksWhatHappened = (words: string): boolean => AWAY.test(words);

/** Is nothing asked but what can be asked? */
export const asksForHelp = (words: string): boolean =>
  /^\W*(?:help|hello|hi|what can (?:you|i) (?:do|ask|say)(?: here)?)?\W*$/i.test(words);

/** Thanks need no answer. */
export const onlyThanks = (words: string): boolean =>
  /^\W*(?:(?:many )?thanks?(?: you)?(?: (?:a lot|very much|so much))?|great|perfect|cheers|ok(?:ay)?)\W*$/i.test(words);
