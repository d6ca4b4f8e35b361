/** The steps of a routine: which go on from which, and their words with the blanks filled. */
import type { RoutineBlank, RoutineStep } from '../contract/routines';

/** Why steps cannot be kept; null where they can. */
export function routineFault(steps: readonly RoutineStep[], blanks: readonly RoutineBlank[]): string | null {
  const known = new Set<string>();
  for (const { id, text, follows } of steps) {
    if (known.has(id)) return 'Two steps have the same id.';
    if (follows !== null && !known.has(follows)) return `“${text}” goes on from a step that is not before it.`;
    known.add(id);
  }
  const names = blanks.map(({ name }) => keyOf(name));
  const twice = names.find((name, at) => names.indexOf(name) !== at);
  return twice === undefined ? null : `There are two blanks called “${twice}”.`;
}

const keyOf = (name: string): string => name.trim().toLowerCase();

/** The member that a step is asked for, and what its level is called. */
export interface Member {
  readonly name: string;
  readonly level: string;
}

/**
 * The words of a step. Braces that name no blank hold plain words: “{last month}” is last month.
 * @returns `named`: whether the member stands in them
 */
export function wordsOf(
  text: string,
  blanks: readonly RoutineBlank[],
  member: Member | null,
): { readonly words: string; readonly named: boolean; readonly empty: string | null } {
  const values = new Map(blanks.map(({ name, value }) => [keyOf(name), value]));
  let named = false;
  let empty: string | null = null;
  const words = text.replace(/\{([^{}]*)\}/g, (_whole, said: string) => {
    const key = keyOf(said);
    if (member !== null && (key === 'it' || key === keyOf(member.level))) {
      named = true;
      return member.name;
    }
    const value = values.get(key);
    if (value === '') empty ??= said.trim();
    return value ?? said;
  });
  return { words: words.replace(/\s+/g, ' ').trim(), named, empty };
}

/** Names in braces that are no blank yet, in their order. */
export function namesInBraces(steps: readonly RoutineStep[]): string[] {
  const found = steps.flatMap(({ text, each }) =>
    [...`${text} ${each ?? ''}`.matchAll(/\{([^{}]+)\}/g)].map((match) => (match[1] ?? '').trim()),
  );
  return [...new Map(found.map((name) => [keyOf(name), name])).values()];
}
