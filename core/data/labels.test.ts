import { oneLabel } from './labels';

const told = (counts: Readonly<Record<string, number>>) => {
  const { spelt, mistyped } = oneLabel(new Map(Object.entries(counts)));
  return {
    spelt: spelt.map(({ from, to }) => `${from} → ${to}`),
    mistyped: mistyped.map(({ from, to }) => `${from} → ${to}`),
  };
};

test('the same letters in other case, spaces, marks and accents are one, as they are written most often', () => {
  expect(told({ 'São Tomé': 30, 'SAO TOME': 2, 'sao-tome': 1, 'Porto': 9 })).toEqual({
    spelt: ['SAO TOME → São Tomé', 'sao-tome → São Tomé'],
    mistyped: [],
  });
});

test('one letter wrong, rarely, beside a frequent name is a typing error', () => {
  expect(told({ Ogbury: 40, Ogbery: 1 }).mistyped).toEqual(['Ogbery → Ogbury']);
  expect(told({ Fernhollow: 40, Fernhollwo: 2 }).mistyped).toEqual(['Fernhollwo → Fernhollow']);
});

test.each<Readonly<Record<string, number>>>([
  { 'North 1': 40, 'North 2': 1 },
  { 'Site A': 40, 'Site B': 1 },
  { 'Skarrow': 40, 'Skarrow Pier': 1 },
  { 'Upper Mill': 40, 'Lower Mill': 1 },
  { East: 40, West: 1 },
  // as frequent as each other, or two that it may be
  { Marlow: 9, Harlow: 8 },
  { Marlow: 40, Harlow: 40, Barlow: 1 },
])('%j are several', (counts) => {
  expect(told(counts)).toEqual({ spelt: [], mistyped: [] });
});
