/** The corpus: each question of each dialogue gives the reading that its sentence says. */
import { read } from '@zud/core/language/read';
import type { Reading } from '@zud/core/reading/schema';
import type { Known } from '../demo-names';
import { dialoguesOf, told, type Dialogue } from './dialogues';
import { CORPUS_MODELS } from './models';

function wrongTurns({ turns }: Dialogue, known: Known): string[] {
  let before: Reading | null = null;
  let earlier: Reading | null = null;
  const wrong: string[] = [];
  for (const turn of turns) {
    const result = read(turn.question, { ...known, before, earlier });
    const actual = told(result);
    if (actual !== turn.expected)
      wrong.push(
        `${turn.at}: ${turn.question}\n  expected ${turn.expected}\n  but got  ${actual}   ${result.outcome === 'unclear' ? result.notes.map((note) => note.text).join(' ') : ''}`,
      );
    if (result.reading) {
      earlier = before;
      before = result.reading;
    }
  }
  return wrong;
}

for (const [model, known] of CORPUS_MODELS)
  describe(model, () => {
    const headings = new Map<string, Dialogue[]>();
    for (const dialogue of dialoguesOf(model))
      headings.set(dialogue.heading, [...(headings.get(dialogue.heading) ?? []), dialogue]);
    test.each([...headings])('%s', (_heading, dialogues) => {
      const wrong = dialogues.flatMap((dialogue) => wrongTurns(dialogue, known));
      if (wrong.length > 0) throw new Error(wrong.join('\n'));
    });
  });

test('the corpus is wide enough: 800 turns in 220 dialogues, five or more for each row of the language', () => {
  const all = CORPUS_MODELS.flatMap(([model]) => dialoguesOf(model));
  expect(all.length).toBeGreaterThanOrEqual(220);
  expect(all.reduce((sum, dialogue) => sum + dialogue.turns.length, 0)).toBeGreaterThanOrEqual(800);
  const rows = new Map<string, number>();
  for (const dialogue of dialoguesOf('ferries'))
    rows.set(dialogue.heading, (rows.get(dialogue.heading) ?? 0) + dialogue.turns.length);
  expect([...rows].filter(([, turns]) => turns < 5)).toEqual([]);
});
