import fc from 'fast-check';
import { hasLeadingZeros, isEitherNumber, readNumber } from './numbers';

test.each([
  ['1,204.50', 'point', '1204.50', false, null],
  ['1.204,50', 'comma', '1204.50', false, null],
  ['1 204 500', 'point', '1204500', true, null],
  ['1’204.5', 'point', '1204.5', false, null],
  ['(45.00)', 'point', '-45.00', false, null],
  ['€ (2,454.71)', 'point', '-2454.71', false, 'EUR'],
  ['(€2,454.71)', 'point', '-2454.71', false, 'EUR'],
  ['-€12', 'point', '-12', true, 'EUR'],
  ['12-', 'point', '-12', true, null],
  ['−7', 'point', '-7', true, null],
  ['+7', 'point', '7', true, null],
  ['12.5 %', 'point', '0.125', false, '%'],
  ['3 USD', 'point', '3', true, 'USD'],
  ['.5', 'point', '0.5', false, null],
  ['1.5e3', 'point', '1.5e3', false, null],
  ['-0', 'point', '0', true, null],
  ['0,740', 'comma', '0.740', false, null],
  ['0.740', 'point', '0.740', false, null],
] as const)('%s with a decimal %s is %s', (text, style, number, integer, unit) => {
  expect(readNumber(text, style)).toEqual({ text: number, integer, unit });
});

test.each(['', 'n/a', '12 ships', '1,23,456', '1.2.3', '(-4)', '12:30', '2026-01-02', '1e999', '1,2', '0,740'])(
  '“%s” is no number with a decimal point',
  (text) => {
    expect(readNumber(text, 'point')).toBeNull();
  },
);

test('law: whatever number is written in either style is read as itself', () => {
  fc.assert(
    fc.property(fc.double({ min: -1e9, max: 1e9, noNaN: true }), fc.constantFrom('en-GB', 'de-DE'), (value, locale) => {
      const rounded = Math.round(value * 100) / 100;
      const text = rounded.toLocaleString(locale, { minimumFractionDigits: 2, maximumFractionDigits: 2 });
      expect(Number(readNumber(text, locale === 'en-GB' ? 'point' : 'comma')?.text)).toBeCloseTo(rounded, 2);
    }),
  );
});

test('“1.234” and “1,234” may be either, “1234”, “12.34” and “0,234” not', () => {
  const texts = ['1.234', '1,234', '1234', '12.34', '1.234,5', '0,234', '0.234'];
  expect(texts.filter((text) => isEitherNumber(readNumber(text, 'point'), readNumber(text, 'comma')))).toEqual([
    '1.234',
    '1,234',
  ]);
});

test('what begins with zeros says which', () => {
  expect(['007', '0', '0.5', '70'].map(hasLeadingZeros)).toEqual([true, false, false, false]);
});
