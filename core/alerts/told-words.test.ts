import { demoNames } from '../../tests/demo-names';
import { namingOf } from '../language/naming';
import { EMPTY_READING, plain } from '../reading/schema';
import { alertReading, type AlertWhen } from './alert';
import type { Passing } from './passing';
import { toldText, trialText } from './told-words';

const naming = namingOf(demoNames().names);
const percent = { format: { style: 'percent' as const, decimals: 1 } };
const told = (when: AlertWhen, passing: readonly Passing[], level: string | null = 'route', column: object = percent) =>
  toldText(
    { period: '2026-10-05', passing },
    {
      reading: alertReading(
        { ...EMPTY_READING, shown: [plain('cancellation_rate')], by: level === null ? [] : [{ kind: 'level', level }] },
        'week',
      ),
      when,
      naming,
      column,
    },
  );
const over: AlertWhen = { kind: 'value', test: 'over', value: 0.025 };

test('a figure with its member, its period and what it passed', () => {
  expect(told(over, [{ member: 'Tolmar – Brannoy', value: 0.041 }])).toBe(
    'Cancellation rate of Tolmar – Brannoy: 4.1\u202f%, week of 5 October 2026, over 2.5\u202f%',
  );
  expect(told(over, [{ member: '', value: 0.041 }], null)).toBe(
    'Cancellation rate: 4.1\u202f%, week of 5 October 2026, over 2.5\u202f%',
  );
});

test('a figure that would read like the value it passed is told with as many digits as tell them apart', () => {
  expect(told(over, [{ member: 'A', value: 0.0252 }])).toBe(
    'Cancellation rate of A: 2.52\u202f%, week of 5 October 2026, over 2.50\u202f%',
  );
});

test('of several members the first are named with their figures, of more how many', () => {
  const many = ['A', 'B', 'C', 'D', 'E', 'F'].map((member) => ({ member, value: 0.05 }));
  expect(told(over, many)).toBe(
    'Cancellation rate of 6 routes, week of 5 October 2026: A (5.0\u202f%), B (5.0\u202f%), C (5.0\u202f%), D (5.0\u202f%) and 2 more',
  );
});

test('changes, plans and what was to be expected are told with what they stand beside', () => {
  const change: AlertWhen = {
    kind: 'change',
    direction: 'up',
    by: 0.01,
    as: 'difference',
    basis: 'previous',
    strict: true,
  };
  expect(told(change, [{ member: '', value: 0.04, beside: 0.02 }], null).replace(/\s/g, ' ')).toBe(
    'Cancellation rate: 4.0 %, week of 5 October 2026, 2 points more than the week before (2.0 %)',
  );
  expect(told({ kind: 'plan', side: 'above', by: 0 }, [{ member: '', value: 0.04, beside: 0.02 }], null)).toContain(
    'where 2.0\u202f% was planned',
  );
  expect(
    told({ kind: 'unusual', side: 'either' }, [{ member: '', value: 0.04, low: 0.01, high: 0.02 }], null),
  ).toContain('where 1.0\u202f% to 2.0\u202f% was to be expected');
});

test('late data are told with who is late', () => {
  const late: AlertWhen = { kind: 'late', days: 2 };
  expect(
    told(late, [
      { member: 'A', value: 3 },
      { member: 'B', value: 4 },
    ]),
  ).toBe('No records of cancellation rate, as of week of 5 October 2026: A (3 days), B (4 days)');
});

test('broken rules of the data are told with how many', () => {
  const name = (value: number) => told({ kind: 'fault' }, [{ member: '', value }], null);
  expect(name(1)).toBe('The data of cancellation rate break a rule, as of week of 5 October 2026');
  expect(name(3)).toBe('The data of cancellation rate break 3 rules, as of week of 5 October 2026');
});

test('how often it would have told', () => {
  expect(trialText(7, 12, 'month')).toBe('In the last 12 months it would have told you 7 times.');
  expect(trialText(1, 52, 'week')).toBe('In the last 52 weeks it would have told you once.');
  expect(trialText(0, 52, 'week')).toBe('In the last 52 weeks it would not have told you anything.');
});
