import { namesInBraces, routineFault, wordsOf } from './routine';

const step = (id: string, text: string, follows: string | null = null) => ({ id, text, follows, each: null });

test('blanks are filled; braces that name none hold plain words; the member is known by “it” and by its level', () => {
  const blanks = [{ name: 'Coast', value: 'Outer Isles' }];
  expect(wordsOf('passengers for {coast} in {last month}', blanks, null)).toEqual({
    words: 'passengers for Outer Isles in last month',
    named: false,
    empty: null,
  });
  const member = { name: 'Tolmar', level: 'Port' };
  expect(wordsOf('passengers of {port}', [], member)).toMatchObject({ words: 'passengers of Tolmar', named: true });
  expect(wordsOf('passengers of {it}', [], member).named).toBe(true);
  expect(wordsOf('for {coast}', [{ name: 'coast', value: '' }], null).empty).toBe('coast');
});

test('a step goes on from one before it only', () => {
  expect(routineFault([step('a', 'one'), step('b', 'two', 'a')], [])).toBeNull();
  expect(routineFault([step('b', 'two', 'a'), step('a', 'one')], [])).toMatch(/“two” goes on from a step/);
  expect(routineFault([step('a', 'one', 'a')], [])).toMatch(/not before it/);
  expect(routineFault([step('a', 'one'), step('a', 'two')], [])).toMatch(/same id/);
  expect(
    routineFault(
      [step('a', 'one')],
      [
        { name: 'Coast', value: '' },
        { name: 'coast ', value: '' },
      ],
    ),
  ).toMatch(/two blanks/);
});

test('names in braces are offered as blanks, each once', () => {
  expect(namesInBraces([step('a', 'x for {Coast}'), { ...step('b', 'y {coast}'), each: 'top 3 of {year}' }])).toEqual([
    'coast',
    'year',
  ]);
});
