/** Letters that a password has at least. */
const SHORTEST = 12;

/** Why a password cannot be set; null where it can. @example passwordFault('short', 'short') // 'A password has 12 letters or more.' */
export function passwordFault(password: string, again: string): string | null {
  if (password.length < SHORTEST) return `A password has ${SHORTEST} letters or more.`;
  return password === again ? null : 'The two are not the same.';
}
