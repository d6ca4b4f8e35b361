import fc from 'fast-check';
import { demoNames } from '../../tests/demo-names';
import { FUNCTION_WORDS } from './grammar/grammar';
import { mendedWords } from './misspelt';
import { nameWords, plainLetters, singular, tokenise } from './tokens';

const words = (text: string) => tokenise(text).map((token) => token.word);
const value = (text: string) => tokenise(text)[0]?.value;

describe('words', () => {
  test('case, accents, contractions and possessives do not matter', () => {
    expect(words("What's Tamsin's DELAY?")).toEqual(['what', 'tamsin', 'delay']);
    expect(words('Brännøy’s café')).toEqual(['brannoy', 'cafe']);
    expect(plainLetters('Ærøskøbing')).toBe('aeroskobing');
  });
  test('a hyphen inside a word joins it, between figures it is a sign', () => {
    expect(words('on-time share year-over-year')).toEqual(['on', 'time', 'share', 'year', 'over', 'year']);
    expect(words('2024-2025')).toEqual(['2024', '-', '2025']);
  });
  test('quoted names stay whole', () => {
    expect(tokenise('where port contains “the Quay”').map((token) => [token.kind, token.word])).toContainEqual([
      'quoted',
      'the quay',
    ]);
  });
  test.each<[string, number]>([
    ['1,200', 1200],
    ['1.2k', 1200],
    ['3m', 3e6],
    ['2bn', 2e9],
    ['15%', 15],
    ['€40', 40],
    ['€1.5k', 1500],
    ['3rd', 3],
    ['0.25', 0.25],
    ['300 €', 300],
    ['1.5k£', 1500],
  ])('%s is a number', (text, expected) => expect(value(text)).toBeCloseTo(expected, 9));
  test('each token knows where it stands', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => {
        for (const token of tokenise(text)) expect(text.slice(token.start, token.end)).toBe(token.text);
      }),
    );
  });
  test('both numbers of a word are kept as one', () => {
    for (const [one, many] of [
      ['ferry', 'ferries'],
      ['route', 'routes'],
      ['class', 'classes'],
      ['branch', 'branches'],
      ['box', 'boxes'],
      ['pass', 'passes'],
    ] as const)
      expect(singular(many)).toBe(singular(one));
    expect(nameWords("Founders' Day")).toEqual(['founder', 'day']);
  });
});

test('a word that is as near to two words of the language is not mended', () => {
  const { names } = demoNames();
  const meant = (text: string) => mendedWords(tokenise(text), names, FUNCTION_WORDS).mended.map((one) => one.meant);
  expect(meant('higest revenue by montly')).toEqual(['highest', 'monthly']);
  expect(meant('logest delay')).toEqual([]);
});
