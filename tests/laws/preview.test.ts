/** What the ask line says a text would become is what it becomes: for each turn of the corpus, nothing where it is not answered. */
import { suggest } from '@zud/core/language/suggest';
import { CORPUS_MODELS } from '../corpus/models';
import { replayed } from '../corpus/replay';
import { someOf } from '../some-of';

test.each(CORPUS_MODELS.filter(([model]) => ['ferries', 'libraries', 'clinics'].includes(model)))(
  'over %s',
  (model, known) => {
    const turns = someOf(replayed(model, known), 4).filter(({ question }) => question.trim() !== '');
    expect(turns.length).toBeGreaterThan(30);
    for (const { question, before, earlier, result } of turns) {
      const { sentence } = suggest(question, { ...known, before, earlier });
      expect([question, sentence]).toEqual([
        question,
        result.outcome === 'answered' ? (result.sentence?.text ?? null) : null,
      ]);
    }
  },
);
