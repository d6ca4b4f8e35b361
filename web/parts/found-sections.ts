/** What is found, in sections as they are shown; and the keys that begin to find. */
import type { FoundThing } from '../app/api';

const NAMES: Readonly<Record<FoundThing['kind'], string>> = {
  board: 'Boards',
  inquiry: 'Inquiries',
  step: 'Steps',
  model: 'Models',
  measure: 'Ask about a measure',
  level: 'Ask by',
  member: 'Ask about a member',
  person: 'Boards of',
};

export interface FoundSection {
  readonly name: string;
  /** Each with its place among all that is found. */
  readonly things: readonly { readonly thing: FoundThing; readonly at: number }[];
}

/** @param found in the order of kinds */
export function sectionsOf(found: readonly FoundThing[]): FoundSection[] {
  const sections = new Map<string, { thing: FoundThing; at: number }[]>();
  found.forEach((thing, at) => {
    const name = NAMES[thing.kind];
    sections.set(name, [...(sections.get(name) ?? []), { thing, at }]);
  });
  return [...sections].map(([name, things]) => ({ name, things }));
}

interface Pressed {
  readonly key: string;
  readonly altKey: boolean;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
}

/** Alt and “/”, also while something is typed; “/” alone leads to the ask line. */
export const startsFinder = ({ key, altKey, ctrlKey, metaKey }: Pressed): boolean =>
  key === '/' && altKey && !ctrlKey && !metaKey;
