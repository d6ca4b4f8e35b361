import { columnName, undated } from './table-names';

test.each([
  ['Takings 2026-09', 'Takings'],
  ['takings_2026_09_30', 'takings'],
  ['takings_202609', 'takings'],
  ['Loans Sep 2026', 'Loans'],
  ['Loans September', 'Loans'],
  ['loans-2026-september', 'loans'],
  ['2026', '2026'],
  ['plan_b', 'plan_b'],
  ['Route 66', 'Route 66'],
  ['the_march_of_time', 'the_march_of_time'],
  ['sales_marina', 'sales_marina'],
])('“%s” without its month is “%s”', (name, bare) => expect(undated(name)).toBe(bare));

test('a name of a column is what PostgreSQL can hold', () => {
  expect(columnName('Net Sales (€)')).toBe('net_sales');
  expect(columnName('2025 Total')).toBe('c_2025_total');
});
