/** Each rule's examples are run: every word of an example is understood, and its own rule's category is found over the whole of it. */
import { demoNames } from '../../../tests/demo-names';
import { Question } from '../question';
import { tokenise } from '../tokens';
import { Chart } from './chart';
import { FUNCTION_WORDS, GRAMMAR } from './grammar';
import { READERS } from './readers';
import { flatten } from './rule';

const { names, calendar } = demoNames();

describe('the grammar', () => {
  const examples = GRAMMAR.rules.flatMap((rule) => (rule.examples ?? []).map((example) => [example, rule] as const));
  test.each(examples)('%s', (example, rule) => {
    const tokens = tokenise(example);
    const chart = new Chart(GRAMMAR, tokens, new Question(tokens, names.model, names, calendar, FUNCTION_WORDS));
    const start = ['the', 'a'].includes(tokens[0]?.word ?? '') ? 1 : 0;
    const whole = [...chart.items(rule.gives, 0), ...chart.items(rule.gives, start)].filter(
      (item) => item.end === tokens.length,
    );
    expect(whole.length).toBeGreaterThan(0);
  });

  test('every form is well made and every part of it can be read', () => {
    const known = new Set([...GRAMMAR.rules.map((rule) => rule.gives), ...READERS.keys()]);
    const parts = new Set<string>();
    for (const rule of GRAMMAR.rules)
      for (const sequence of flatten(rule.form))
        for (const element of sequence) if (element.kind === 'part') parts.add(element.category);
    expect([...parts].filter((category) => !known.has(category))).toEqual([]);
  });

  test('an unbalanced form is refused', () => {
    expect(() => flatten('(a|b')).toThrow(SyntaxError);
    expect(() => flatten('a ] b')).toThrow(SyntaxError);
  });
});
