/** A name within a line: its first letter small, unless it is an abbreviation. */
export const lower = (text: string): string =>
  /^[A-Z][a-z]/.test(text) ? text.charAt(0).toLowerCase() + text.slice(1) : text;
