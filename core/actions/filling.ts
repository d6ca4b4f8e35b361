/** Filling the blanks of an action from an answer: words with names in braces, each name what the answer calls it. */

export interface Filled {
  readonly text: string;
  /** Names in braces that nothing stands for. */
  readonly unfilled: readonly string[];
}

/** Names and what stands for them; a name is found whatever its capitals. */
export class Names {
  private readonly values = new Map<string, string>();

  /** The first that takes a name keeps it. */
  give(name: string, value: string): void {
    const key = keyOf(name);
    if (!this.values.has(key)) this.values.set(key, value);
  }

  find(name: string): string | undefined {
    return this.values.get(keyOf(name));
  }
}

const keyOf = (name: string): string => name.trim().toLowerCase().replace(/\s+/g, ' ');

/**
 * @param words with names in braces; what is between braces and no name is left out and told
 * @example filled('Check {route}', names) // { text: 'Check Tolmar – Pellin', unfilled: [] }
 */
export function filled(words: string, names: Names): Filled {
  const unfilled: string[] = [];
  const text = words.replace(/\{([^{}]*)\}/g, (_whole, name: string) => {
    const value = names.find(name);
    if (value === undefined) unfilled.push(name.trim());
    return value ?? '';
  });
  return { text: text.replace(/\s+/g, ' ').trim(), unfilled };
}
