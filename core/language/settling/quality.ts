/** What an adjective says of what is measured. */
export const KINDS = ['length', 'money', 'weight', 'depth', 'height', 'warmth', 'age', 'strength', 'fullness'] as const;

export interface Quality {
  readonly word: string;
  readonly of: (typeof KINDS)[number];
}
