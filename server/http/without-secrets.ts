/** Addresses as they stand in the log. */

/** Tokens that let in whoever has them: of links, passwords, feeds, and of ending messages. */
const TOKENS = /\/(shared|password|feeds|unsubscribe)\/[^/]+/;

/** An address without what lets somebody in, and without its query. */
export const withoutSecrets = (url: string): string => (url.split('?')[0] ?? '').replace(TOKENS, '/$1/…');
