/** Calculations are written as what they are made of. */
import { arithmetic, measureOf as measure, type Calculation } from './calculation';
import { withFormats, writtenOf, type Written } from './format-of';
import type { Measure } from './schema';

const EURO = { style: 'currency' as const, currency: 'EUR', decimals: 0 };
const MEASURES: Readonly<Record<string, Written>> = {
  revenue: { format: EURO },
  cost: { format: EURO },
  heads: {},
  km: { unit: 'km' },
};
const number: Calculation = { kind: 'number', value: 2 };

test.each<[string, Calculation, Written]>([
  ['a sum of money', arithmetic('add', measure('revenue'), measure('cost')), { format: EURO }],
  ['money a head', arithmetic('divide', measure('revenue'), measure('heads')), { format: { ...EURO, decimals: 2 } }],
  [
    'money by money',
    arithmetic('divide', measure('cost'), measure('revenue')),
    { format: { style: 'number', decimals: 2 } },
  ],
  ['twice a length', arithmetic('multiply', number, measure('km')), { unit: 'km' }],
  ['half of a length', arithmetic('divide', measure('km'), number), { unit: 'km' }],
  ['a length and a count', arithmetic('add', measure('km'), measure('heads')), {}],
  ['a product', arithmetic('multiply', measure('km'), measure('revenue')), {}],
])('%s', (_what, calculation, written) => expect(writtenOf(calculation, (id) => MEASURES[id])).toEqual(written));

test('a formula without a format is written as its parts, through other formulas too; one with a format as it says', () => {
  const formula = (id: string, text: string, more: object = {}) => ({
    kind: 'formula',
    id,
    name: id,
    formula: text,
    synonyms: [],
    ...more,
  });
  const [, margin, double, own] = withFormats([
    { kind: 'sum', id: 'revenue', name: 'Revenue', fact: 'f', column: 'c', only: [], synonyms: [], format: EURO },
    formula('margin', 'revenue - 5'),
    formula('double', 'margin * 2'),
    formula('own', 'revenue / margin', { format: { style: 'percent', decimals: 1 } }),
  ] as unknown as Measure[]);
  expect([margin?.format, double?.format, own?.format]).toEqual([EURO, EURO, { style: 'percent', decimals: 1 }]);
});
