/** Something that can be done with a phrase: how it is called, what it changes, and where it stands in a list. */
import type { Edit } from '@zud/core/reading/edit-schema';

export interface EditAct {
  readonly label: string;
  readonly edits: readonly Edit[];
  /** The heading it is listed under: a dimension, "Shown as" …; without one it stands at the beginning. */
  readonly section?: string;
  /** What it stands for, as the model says. */
  readonly about?: string;
  /** What it holds, in few words: "6 members". */
  readonly holds?: string;
  /** Whether it is what the sentence says already. */
  readonly inForce?: boolean;
}

/** Acts as a list shows them: those of one heading together, headings in the order of their first act. */
export function sectionsOf<Act extends EditAct>(
  acts: readonly Act[],
): { readonly name: string | null; readonly acts: readonly { readonly act: Act; readonly at: number }[] }[] {
  const sections = new Map<string | null, { act: Act; at: number }[]>();
  acts.forEach((act, at) => {
    const name = act.section ?? null;
    const list = sections.get(name);
    if (list) list.push({ act, at });
    else sections.set(name, [{ act, at }]);
  });
  return [...sections].map(([name, list]) => ({ name, acts: list }));
}
