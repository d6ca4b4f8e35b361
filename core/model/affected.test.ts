/** What a change concerns: what is made of it as well, and everything where the ground itself changed. */
import { demoNames } from '../../tests/demo-names';
import { affectedBy } from './affected';
import { changeMeasure, changeModel, changeSet, moveLevel } from './file-edits';

const { file } = demoNames().names.model;

test('a measure concerns what is made of it and what it plans, and nothing else', () => {
  const affected = affectedBy(file, changeMeasure('fuel_cost', { only: [], column: 'fuel_litres' })(file));
  expect([...(affected?.measures ?? [])].sort()).toEqual(['fuel_cost', 'margin']);
  const plan = affectedBy(file, changeMeasure('planned_revenue', { column: 'passengers' })(file));
  expect(plan?.measures.has('ticket_revenue')).toBe(true);
  expect(plan?.measures.has('revenue_per_passenger')).toBe(true);
  expect(plan?.measures.has('sailings')).toBe(false);
});

test('a set and a level are told by their ids; the calendar concerns everything', () => {
  expect(affectedBy(file, changeSet('large_ports', { members: ['Pellin'] })(file))?.sets).toEqual(
    new Set(['large_ports']),
  );
  expect(affectedBy(file, file)).toEqual({ measures: new Set(), levels: new Set(), sets: new Set() });
  expect(affectedBy(file, moveLevel('place', 'coast', 1)(file))?.levels.size).toBeGreaterThan(0);
  expect(affectedBy(file, changeModel({ asOf: 'clock' })(file))).toBeNull();
});
