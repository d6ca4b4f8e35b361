import fc from 'fast-check';
import { arithmetic, measureOf, OPERATORS, parseFormula, type Calculation } from './calculation';
import { formulaOf } from './saved';

const leaf: fc.Arbitrary<Calculation> = fc.oneof(
  fc.constantFrom('revenue', 'fuel_cost', 'passengers').map(measureOf),
  fc.integer({ min: 0, max: 10_000 }).map((value): Calculation => ({ kind: 'number', value })),
);
const { tree } = fc.letrec<{ tree: Calculation }>((tie) => ({
  tree: fc.oneof(
    { depthSize: 'small' },
    leaf,
    fc
      .tuple(fc.constantFrom(...OPERATORS), tie('tree'), tie('tree'))
      .map(([operator, left, right]) => arithmetic(operator, left, right)),
  ),
}));

test('a formula reads as the calculation it was made of', () => {
  fc.assert(
    fc.property(tree, (calculation) => {
      const formula = formulaOf(calculation);
      expect(formula).not.toBeNull();
      expect(parseFormula(formula ?? '')).toEqual(calculation);
    }),
  );
});

test('what a formula cannot name has none', () => {
  expect(formulaOf(arithmetic('divide', measureOf('passengers'), { kind: 'members', level: 'port' }))).toBeNull();
  expect(formulaOf({ kind: 'rows', function: 'median', measure: 'delay' })).toBeNull();
});
