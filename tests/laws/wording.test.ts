/** Free words: what surrounds a question changes nothing, no sign is passed over, and people's wordings are read as the plain words. */
import { read, type ReadResult } from '@zud/core/language/read';
import { PHRASES } from '@zud/core/language/wording/phrases';
import { QUESTIONS } from '@zud/core/language/wording/questions';
import { TURNS } from '@zud/core/language/wording/turns';
import { canonical } from '@zud/core/reading/schema';
import { CORPUS_MODELS } from '../corpus/models';
import { replayed } from '../corpus/replay';
import { compared } from '../phrasebook/compare';
import { someOf } from '../some-of';

const MODELS = CORPUS_MODELS.filter(([model]) => ['ferries', 'clinics', 'libraries'].includes(model));
const told = (result: ReadResult) =>
  `${result.outcome} ${result.reading === null ? JSON.stringify(result.move ?? null) : canonical(result.reading)}`;

/** Ways in which people wrap what they ask. */
const WRAPPED: readonly ((question: string) => string)[] = [
  (question) => `please, ${question}`,
  (question) => `hey, could you show me ${question}`,
  (question) => `${question}, thanks`,
  (question) => `ok so ${question} please`,
  (question) => `can you pull ${question} for me pls`,
  (question) => `for the board pack I need ${question}`,
  (question) => `hmm right, ${question}, if you can`,
];

test.each(MODELS)('a question of %s inside any courtesy, hesitation or reason reads as itself', (model, known) => {
  const questions = replayed(model, known).filter(
    ({ before, result, question }) =>
      result.outcome === 'answered' &&
      before === null &&
      /^[a-z]/.test(question) &&
      !/^(on |in |at |by )?(which|who|what|how|where|when)/.test(question),
  );
  const wrong: string[] = [];
  let tried = 0;
  for (const { question, result } of someOf(questions, 6))
    for (const wrap of WRAPPED) {
      tried += 1;
      const wrapped = read(wrap(question), { ...known, before: null });
      if (told(wrapped) !== told(result))
        wrong.push(`“${wrap(question)}” → ${wrapped.sentence?.text ?? wrapped.outcome}`);
    }
  expect(tried).toBeGreaterThan(100);
  if (wrong.length > 0) throw new Error(`${wrong.length} of ${tried}:\n${wrong.join('\n')}`);
});

/** Ways in which people name what no model here knows, where only courtesy would be passed over. */
const UNKNOWN: readonly ((question: string) => string)[] = [
  (question) => `in the blorpwick, ${question}`,
  (question) => `for the blorpwick I need ${question}`,
  (question) => `could you show me ${question} in the blorpwick`,
  (question) => `${question} for the blorpwick team, please`,
  (question) => `since blorpwick starts, ${question}`,
  (question) => `${question}, not counting blorpwick`,
  (question) => `leave blorpwick aside, ${question}`,
  (question) => `looking only at blorpwick, ${question}`,
  (question) => `it's for blorpwick, ${question}`,
  (question) => `${question} for US`,
  (question) => `please, ${question} at IT`,
];

test.each(MODELS)('over %s, what is not known is never passed over as courtesy is', (model, known) => {
  const questions = replayed(model, known).filter(
    ({ before, result, question }) => result.outcome === 'answered' && before === null && / by /.test(question),
  );
  const passed = questions
    .slice(0, 15)
    .flatMap(({ question }) => UNKNOWN.map((wrap) => wrap(question)))
    .filter((said) => read(said, { ...known, before: null }).outcome === 'answered');
  expect(passed).toEqual([]);
});

const UNKNOWN_NEXT = [
  'strip out blorpwick',
  'put blorpwick next to it pls',
  'same again for blorpwick',
  'no blorpwick, thanks',
  'everything but blorpwick',
  'drop the 1999 filter',
  'forget blorpwick, show me bookings',
  'ok now just the blorpwick ones',
];

test.each(MODELS)('over %s, nor is it in what follows an answer', (model, known) => {
  const befores = replayed(model, known).flatMap(({ result }) =>
    result.outcome === 'answered' && result.reading?.when === null && result.reading.by.length > 0
      ? [result.reading]
      : [],
  );
  expect(befores.length).toBeGreaterThan(3);
  const passed = befores
    .slice(0, 15)
    .flatMap((before) => UNKNOWN_NEXT.filter((said) => read(said, { ...known, before }).outcome === 'answered'));
  expect(passed).toEqual([]);
});

/** Signs that deny, and signs that mean nothing here. */
const SIGNS = ['!=', '<>', '≠', '¬', '!', '\\', '~', '^', '§'];

test.each(MODELS)('over %s, a sign before a member changes the reading or the outcome', (model, known) => {
  const questions = replayed(model, known).filter(
    ({ before, result, question }) =>
      result.outcome === 'answered' && before === null && / for [A-Z]\w+/.test(question),
  );
  expect(questions.length).toBeGreaterThan(0);
  for (const { question, result } of questions.slice(0, 12))
    for (const sign of SIGNS) {
      const denied = question.replace(/ for (?=[A-Z])/, ` for ${sign}`);
      expect([denied, told(read(denied, { ...known, before: null }))]).not.toEqual([denied, told(result)]);
    }
});

test.each(MODELS)(
  'over %s, people’s wordings are read as the plain words; hardly one is read as something else',
  (_model, known) => {
    const { same, other, missed } = compared(known, 1, 2);
    const all = same + other + missed;
    expect(all).toBeGreaterThan(400);
    expect(same / all).toBeGreaterThan(0.84);
    expect(other / all).toBeLessThan(0.035);
  },
);

test('plain words name what their form holds, and nothing else; of a first question and of a phrase nothing is left unsaid', () => {
  for (const line of `${PHRASES}\n${TURNS}\n${QUESTIONS}`.split('\n').filter((one) => one.includes(' => '))) {
    const [form = '', plain = ''] = line.split(' => ');
    const named = new Set([...form.matchAll(/\{(\w+)/g)].map(([, name]) => name));
    for (const [, name] of plain.matchAll(/\{(\w+)\}/g)) expect([line, named.has(name)]).toEqual([line, true]);
    const held = [...form.matchAll(/\{(\w+)/g)].map(([, name]) => name);
    for (const name of TURNS.includes(line) ? [] : named)
      expect([line, plain.includes(`{${name ?? ''}}`) || held.filter((one) => one === name).length > 1]).toEqual([
        line,
        true,
      ]);
  }
});
