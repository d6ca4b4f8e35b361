/** What stands on a button can be typed: each label of the editors is understood, and does what its button does. */
import { impossibility } from '@zud/core/language/impossibility';
import { read } from '@zud/core/language/read';
import { namingOf } from '@zud/core/language/naming';
import { applyEdits } from '@zud/core/reading/edit';
import { canonical, type Reading } from '@zud/core/reading/schema';
import { sentenceOf } from '@zud/core/reading/sentence';
import { actsForPhrase, actsToAdd } from '../../web/inquiry/phrases/acts';
import type { ModelView } from '../../web/app/api';
import { CORPUS_MODELS } from '../corpus/models';
import { replayed } from '../corpus/replay';
import { someOf } from '../some-of';

/** Labels that say what becomes of the phrase they stand under, and mean nothing away from it. */
const OF_ITS_PHRASE = /^(Take out|Not by (ranges|named set))$/;

test.each(CORPUS_MODELS.filter(([model]) => ['ferries', 'libraries', 'clinics'].includes(model)))(
  'over %s',
  (model, known) => {
    const view = {
      ...known.names.model.file,
      asOfDay: known.calendar.asOf,
      levels: [],
      starters: [],
    } as unknown as ModelView;
    const naming = namingOf(known.names);
    const seen = new Set<string>();
    const wrong: string[] = [];
    let tried = 0;
    const readings = replayed(model, known).flatMap(({ result }): Reading[] =>
      result.reading === null ? [] : [result.reading],
    );
    for (const reading of someOf(readings, 9)) {
      if (reading.rows !== null) continue;
      const acts = [
        ...sentenceOf(reading, naming).phrases.flatMap((phrase) => actsForPhrase(phrase, reading, view)),
        ...actsToAdd(reading, view),
      ];
      for (const { label, edits } of acts) {
        if (OF_ITS_PHRASE.test(label) || seen.has(label)) continue;
        const edited = applyEdits(reading, edits, known.names.model);
        if (!edited.ok || impossibility(edited.reading, known.names) !== null) continue;
        seen.add(label);
        tried += 1;
        const typed = read(label, { ...known, before: reading });
        if (typed.outcome !== 'answered' || canonical(typed.reading) !== canonical(edited.reading))
          wrong.push(
            `“${label}” after “${sentenceOf(reading, naming).text}”: ${typed.sentence?.text ?? typed.notes[0]?.text ?? typed.outcome}`,
          );
      }
    }
    expect(tried).toBeGreaterThan(40);
    if (wrong.length > 0) throw new Error(`${wrong.length} of ${tried}:\n${wrong.join('\n')}`);
  },
);
