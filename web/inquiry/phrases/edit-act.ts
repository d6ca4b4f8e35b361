/** Something that can be done with a phrase: how it is called, and what it changes. */
import type { Edit } from '@zud/core/reading/edit-schema';

export interface EditAct {
  readonly label: string;
  readonly edits: readonly Edit[];
}
