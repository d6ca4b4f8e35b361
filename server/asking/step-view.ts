/** What of a stored step leaves the server for one person. Every way out goes through `stepFor`. */
import type { z } from 'zod';
import type { step, thumbnail } from '@zud/core/contract/inquiries';
import type { Note } from '@zud/core/language/read';
import { WITHHELD } from '@zud/core/model/visible';
import { missingFrom } from '@zud/core/reading/references';
import type { Reading } from '@zud/core/reading/schema';
import { sentenceOf, type Phrase, type Sentence } from '@zud/core/reading/sentence';
import type { Step } from '../store/inquiries';
import { SEES_ALL, type Access } from './access';
import type { ReadyModel } from './ready-model';

/** A step as the contract gives it. */
export type StepView = z.infer<typeof step>;
export type Thumbnail = z.infer<typeof thumbnail>;

/** What is kept of a step besides its reading: as it was told to whoever asked. */
export type KeptRecord = Pick<
  StepView,
  'sentence' | 'change' | 'words' | 'notes' | 'options' | 'headline' | 'thumbnail' | 'inWords'
>;

/** Who looks at a step: what they may see, and the model as they see it; null where it cannot be asked. */
export interface Viewer {
  readonly access: Access;
  readonly ready: ReadyModel | null;
}

/** A text of somebody else, as the viewer may read it. */
export function textFor({ access, ready }: Viewer, text: string): string {
  if (access.key === SEES_ALL) return text;
  return ready === null ? WITHHELD : ready.sight.text(text);
}

export const recordOf = (row: Step): KeptRecord => row.record as unknown as KeptRecord;

/** May the viewer be shown what was told to the asker? Whoever sees everything may, and whoever sees the same. */
export const seesRecord = (row: Step, { access }: Viewer): boolean =>
  access.key === SEES_ALL || row.access === access.key;

/**
 * A step without its answer, as this person may see it. Of a step of somebody who sees other rows, nothing is told that came of these:
 * no number, no picture, no option; and names that the person may not know are withheld.
 */
export function stepFor(row: Step, viewer: Viewer): StepView {
  const marks = {
    id: row.id,
    after: row.after,
    starred: row.starred,
    folded: row.folded,
    by: row.by,
    at: row.at.toISOString(),
  };
  const lost = row.reading === null && (row.outcome === 'answered' || row.outcome === 'empty');
  const outcome = lost ? 'unclear' : row.outcome;
  if (seesRecord(row, viewer)) {
    const record = recordOf(row);
    const notes = lost ? [...record.notes, LOST] : record.notes;
    return { ...marks, asked: row.asked, name: row.name, outcome, reading: row.reading, ...record, notes };
  }
  const { ready } = viewer;
  const none = { change: { added: [], removed: [] }, words: [], notes: lost ? [LOST] : [] };
  const asked = textFor(viewer, row.asked);
  const name = row.name === null ? null : textFor(viewer, row.name);
  if (ready === null) return { ...marks, asked, name, outcome, reading: null, sentence: null, ...none };
  const { sight } = ready;
  const { change, inWords } = recordOf(row);
  const reading = row.reading === null ? null : sight.reading(row.reading);
  const phrases = (all: readonly Phrase[]) => all.map((phrase) => ({ ...phrase, text: sight.text(phrase.text) }));
  return {
    ...marks,
    ...none,
    asked,
    name,
    outcome,
    reading,
    sentence: reading === null ? null : sentenceIn(reading, ready),
    change: { added: phrases(change.added), removed: phrases(change.removed) },
    ...(inWords === undefined ? {} : { inWords: sight.text(inWords) }),
  };
}

const LOST: Note = {
  kind: 'unclear',
  text: 'What this step asked can no longer be read. Ask it again, or delete the step; the others are whole.',
};

/** The sentence of a reading; null where the model does not have (any more) what it names. */
export function sentenceIn(reading: Reading, { model, naming, calendar }: ReadyModel): Sentence | null {
  return missingFrom(reading, model) === null ? sentenceOf(reading, naming, calendar) : null;
}
