import fc from 'fast-check';
import { demoNames } from '../../../tests/demo-names';
import { bitCount, editDistance, letterMask } from './distance';

const { names } = demoNames();
const labels = (matches: readonly { label: string }[]) => matches.map((match) => match.label).sort();

describe('the name index', () => {
  test('finds names by exact words in any order', () => {
    expect(names.exactly(['reach', 'north']).map((match) => [match.label, match.by])).toEqual([
      ['North Reach', 'name'],
    ]);
    expect((names.exactly(['north', 'reach'])[0]?.cost ?? 1) < (names.exactly(['reach', 'north'])[0]?.cost ?? 0)).toBe(
      true,
    );
  });
  test('keeps ambiguity: an island and its port', () =>
    expect(
      names
        .exactly(['eskvik'])
        .map((match) => match.named.id)
        .sort(),
    ).toEqual(['island', 'port']));
  test('finds a unique part, initials and a beginning', () => {
    expect(labels(names.partly(['tamsin']))).toEqual(['Tamsin Orde']);
    expect(labels(names.abbreviated('nr'))).toContain('North Reach');
    expect(labels(names.abbreviated('satis'))).toContain('Satisfaction');
  });
  test('finds misspelt and misheard names', () => {
    expect(names.misspelt('tolmra').map((one) => one.word)).toEqual(['tolmar']);
    expect(names.misspelt('pasengers').map((one) => one.word)).toEqual(['passenger']);
    expect(names.misspelt('abc')).toEqual([]);
    expect(names.soundingLike('eskwick')).toContain('eskvik');
  });
  test('members without a name are no name to be found', () => expect(names.exactly(['none'])).toEqual([]));
});

describe('distances', () => {
  const word = fc.stringMatching(/^[a-f]{1,8}$/);
  test('are symmetric, nought only for the same word, and one for a swap of neighbours', () => {
    fc.assert(
      fc.property(word, word, (a, b) => {
        expect(editDistance(a, b, 9)).toBe(editDistance(b, a, 9));
        expect(editDistance(a, b, 9) === 0).toBe(a === b);
      }),
    );
    expect(editDistance('tolmar', 'tolmra', 2)).toBe(1);
    expect(editDistance('abcdef', 'uvwxyz', 2)).toBe(3);
  });
  test('letter masks never rule out a word that is near enough', () => {
    fc.assert(
      fc.property(word, word, (a, b) => {
        const distance = editDistance(a, b, 9);
        expect(bitCount(letterMask(a) ^ letterMask(b))).toBeLessThanOrEqual(2 * distance);
      }),
    );
  });
});
