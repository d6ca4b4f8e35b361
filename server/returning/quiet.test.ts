import fc from 'fast-check';
import { afterQuiet } from './quiet';

const night = { from: '22:00', to: '07:00', zone: 'Europe/Lisbon' };

test.each([
  ['2026-07-01T20:59:00Z', '2026-07-01T20:59:00.000Z'],
  // in summer Lisbon is an hour ahead: 22:00 there
  ['2026-07-01T21:00:00Z', '2026-07-02T06:00:00.000Z'],
  ['2026-07-02T05:59:00Z', '2026-07-02T06:00:00.000Z'],
  ['2026-07-02T06:00:00Z', '2026-07-02T06:00:00.000Z'],
  // the night in which clocks go back is an hour longer
  ['2026-10-24T22:00:00Z', '2026-10-25T07:00:00.000Z'],
])('what is due at %s goes out at %s', (at, out) => {
  expect(afterQuiet(new Date(at), night).toISOString()).toBe(out);
});

test('hours within a day, and none at all', () => {
  const noon = { from: '12:00', to: '13:30', zone: 'UTC' };
  expect(afterQuiet(new Date('2026-07-01T12:10:00Z'), noon).toISOString()).toBe('2026-07-01T13:30:00.000Z');
  expect(afterQuiet(new Date('2026-07-01T13:30:00Z'), noon).toISOString()).toBe('2026-07-01T13:30:00.000Z');
  expect(afterQuiet(new Date('2026-07-01T12:10:00Z'), null).toISOString()).toBe('2026-07-01T12:10:00.000Z');
});

test('LAW: nothing goes out within quiet hours, nothing earlier than it is due, nothing more than a day late', () => {
  const time = fc
    .tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 59 }))
    .map(([hour, minute]) => `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`);
  const zones = fc.constantFrom('UTC', 'Europe/Lisbon', 'Asia/Kolkata', 'Australia/Lord_Howe');
  fc.assert(
    fc.property(time, time, zones, fc.integer({ min: 0, max: 525_600 }), (from, to, zone, minute) => {
      const at = new Date(Date.UTC(2026, 0, 1) + minute * 60_000);
      const out = afterQuiet(at, { from, to, zone });
      expect(out.getTime()).toBeGreaterThanOrEqual(at.getTime());
      expect(out.getTime() - at.getTime()).toBeLessThanOrEqual(25 * 3_600_000);
      expect(afterQuiet(out, { from, to, zone }).getTime()).toBe(out.getTime());
    }),
  );
});
