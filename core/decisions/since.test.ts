import fc from 'fast-check';
import { addDays, dayNumber, weekday } from '../time/day';
import { sinceSentences, stretchesSince, type Stretch } from './since';

const length = ({ from, to }: Stretch): number => dayNumber(to) - dayNumber(from) + 1;

test('the four stretches are equally long, begin on one weekday, and none reaches into another', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 4000 }), fc.integer({ min: 1, max: 360 }), (start, days) => {
      const decided = addDays('2018-01-01', start);
      const made = stretchesSince(decided, addDays(decided, days));
      if (made === null) throw new Error('there are days since');
      const all = [made.since, made.before, made.sinceLastYear, made.beforeLastYear];
      expect(all.map(length)).toEqual([days, days, days, days]);
      expect(new Set(all.map(({ from }) => weekday(from))).size).toBe(1);
      // before ends on the day of the decision or less than a week earlier, never after it
      const gap = dayNumber(decided) - dayNumber(made.before.to);
      expect(gap).toBeGreaterThanOrEqual(0);
      expect(gap).toBeLessThan(7);
      expect(dayNumber(made.since.from) - dayNumber(made.sinceLastYear.from)).toBe(364);
    }),
  );
});

test('without a day of data since, nothing is told', () => {
  expect(stretchesSince('2026-10-17', '2026-10-17')).toBeNull();
  expect(stretchesSince('2026-10-17', '2026-10-01')).toBeNull();
});

const told = (
  days: number,
  values: readonly (number | null)[],
  format: { style: 'percent' | 'number' } = { style: 'number' },
) => {
  const made = stretchesSince('2026-10-01', addDays('2026-10-01', days));
  if (made === null) throw new Error('there are days since');
  const [since = null, before = null, sinceLastYear = null, beforeLastYear = null] = values;
  return sinceSentences('Riders', made, { since, before, sinceLastYear, beforeLastYear }, { format }).map((text) =>
    text.replace(/[\u00a0\u202f]/g, ' '),
  );
};

test('what it was, what it was before, and how the same weeks went a year earlier', () => {
  expect(told(28, [900, 1000, 780, 800])).toEqual([
    'Riders 900 from 2 October to 29 October 2026, −10 % on 1,000 from 4 September to 1 October 2026.',
    'A year earlier, between the same weeks: −2.5 %.',
  ]);
});

test('rates move by points; few days are said to be few; what is missing is said to be', () => {
  expect(told(28, [0.031, 0.05], { style: 'percent' })[0]).toContain('−1.9 points on 5.0 %');
  expect(told(3, [30, 20])).toEqual([
    'Riders 30 from 2 October to 4 October 2026, +50 % on 20 from 25 September to 27 September 2026.',
    'That is 3 days only.',
  ]);
  expect(told(28, [30, null])[0]).toMatch(/there are no data of before/);
  expect(told(28, [null, 30])).toEqual(['No data of Riders came since.']);
});
