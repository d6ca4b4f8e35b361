/** Terms in questions: in their places, the longest first, within one another, and marked where they were typed. */
import { demoNames } from '../../tests/demo-names';
import { dialoguesOf } from '../../tests/corpus/dialogues';
import { read } from './read';
import { termMeaning } from './term-kind';
import { asTyped, completedTerm, inOtherWords, standsForItself, termsIn, type Term } from './terms';

const known = demoNames();
const term = (said: string, means: string, kind: Term['kind'] = 'question'): Term => ({
  id: said,
  term: said,
  means,
  kind,
});

test('the longest term at a place stands for its meaning; what is in quotation marks is a name', () => {
  const terms = [term('star', 'Kelm'), term('star routes', 'routes with over 10,000 passengers')];
  expect(inOtherWords('revenue by Star Routes, please', terms)?.text).toBe(
    'revenue by routes with over 10,000 passengers, please',
  );
  expect(inOtherWords('revenue by star route', terms)?.text).toBe('revenue by routes with over 10,000 passengers');
  expect(inOtherWords('revenue of “star routes”', terms)).toBeNull();
  expect(inOtherWords('revenue', terms)).toBeNull();
});

test('terms stand within terms, and one that would stand for itself is known', () => {
  const terms = [term('our patch', 'Outer Isles'), term('patch storms', 'Storm in our patch')];
  expect(inOtherWords('sailings patch storms', terms)?.text).toBe('sailings Storm in Outer Isles');
  expect(termsIn('sailings patch storms', terms).map(({ id }) => id)).toEqual(['patch storms', 'our patch']);
  expect(standsForItself(term('our patch', 'patch storms'), terms)).toBe(true);
  expect(standsForItself(term('the far patch', 'our patch'), terms)).toBe(false);
});

test.each([
  ['ticket revenue', 'name'],
  ['ticket revenue / passengers', 'calculation'],
  ['Outer Isles', 'members'],
  ['12 to 20 May 2026', 'period'],
  ['routes with over 10,000 passengers', 'set'],
  ['top 10 vessels by on-time share', 'rank'],
  ['passengers, ticket revenue and cancellation rate by coast last week', 'question'],
])('“%s” is a %s', (means, kind) => {
  expect(termMeaning(means, known)).toMatchObject({ ok: true, kind });
});

test.each([
  ['share of passengers by coast', 'question'],
  ['passengers and ticket revenue', 'question'],
])('“%s” is no one number to calculate with', (means, kind) => {
  expect(termMeaning(means, known)).toMatchObject({ ok: true, kind });
});

test.each(['+', '-', '*', '/'])('a calculation stays one thing, whatever stands beside it (%s)', (inner) => {
  const calculated = term('zorble', `ticket revenue ${inner} passengers`, 'calculation');
  const shown = (text: string) => read(text, { ...known, before: null }).reading?.shown[0]?.calculation;
  const own = shown(calculated.means);
  expect(own).toMatchObject({ kind: 'arithmetic' });
  for (const [outer, operator] of [
    ['+', 'add'],
    ['-', 'subtract'],
    ['*', 'multiply'],
    ['/', 'divide'],
  ] as const) {
    const after = shown(inOtherWords(`fuel cost ${outer} zorble`, [calculated])?.text ?? '');
    expect([outer, after]).toEqual([
      outer,
      { kind: 'arithmetic', operator, left: { kind: 'measure', measure: 'fuel_cost' }, right: own },
    ]);
    const before = shown(inOtherWords(`zorble ${outer} fuel cost`, [calculated])?.text ?? '');
    expect([outer, before]).toEqual([
      outer,
      { kind: 'arithmetic', operator, left: own, right: { kind: 'measure', measure: 'fuel_cost' } },
    ]);
  }
  // what would take a part of it is not understood, rather than another number
  expect(shown(inOtherWords('average zorble', [calculated])?.text ?? '')).toBeUndefined();
});

test('a meaning that is not understood is none, and says which words', () => {
  expect(termMeaning('the flumps of yore', known)).toMatchObject({ ok: false });
});

/** The law: whatever stretch of whatever question is taught as a term, the question with the term is read as the question was. */
test('in every question of the corpus a term means what its meaning means, and is marked where it was typed', () => {
  let tried = 0;
  for (const question of dialoguesOf('ferries').map(({ turns }) => turns[0]?.question ?? '')) {
    const plain = read(question, { ...known, before: null });
    const [stretch] = plain.words.filter(({ use, text }) => use === 'name' && /^\p{L}/u.test(text));
    if (plain.outcome !== 'answered' || stretch === undefined) continue;
    tried += 1;
    const said = `${question.slice(0, stretch.start)}zorbles${question.slice(stretch.end)}`;
    const words = inOtherWords(said, [term('zorbles', question.slice(stretch.start, stretch.end))]);
    expect(words?.text).toBe(question);
    if (words === null) continue;
    const result = asTyped(read(words.text, { ...known, before: null }), words, said);
    expect([said, result.reading]).toEqual([said, plain.reading]);
    for (const { text, start, end } of result.words) expect([said, said.slice(start, end)]).toEqual([said, text]);
    for (const [index, { start, end }] of result.phrases.entries()) {
      expect(end).toBeGreaterThan(start);
      expect(start).toBeGreaterThanOrEqual(result.phrases[index - 1]?.end ?? 0);
      expect(end).toBeLessThanOrEqual(said.length);
    }
    expect(result.words.find(({ text }) => text === 'zorbles')?.use).toBe('name');
  }
  expect(tried).toBeGreaterThan(150);
});

test('while typing, a term is offered by its beginning', () => {
  const terms = [term('snug routes', 'routes with a sailing time under 45 minutes')];
  expect(completedTerm('revenue by snu', terms).map(({ text }) => text)).toEqual(['revenue by snug routes']);
  expect(completedTerm('revenue by minus', terms)).toEqual([]);
});
