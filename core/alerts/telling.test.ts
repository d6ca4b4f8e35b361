import fc from 'fast-check';
import { normals } from '../../tests/normals';
import { addDays } from '../time/day';
import { passingAt, type AlertLines } from './passing';
import { tell, tellThrough, type AlertState } from './telling';
import type { AlertWhen } from './alert';

const day = (index: number) => addDays('2026-01-05', index);
const lines = (...values: (readonly (number | null)[])[]): AlertLines => ({
  grain: 'day',
  periods: (values[0] ?? []).map((_value, index) => day(index)),
  lines: values.map((one, index) => ({ member: `M${index}`, values: one })),
  addsUp: true,
});
const over: AlertWhen = { kind: 'value', test: 'over', value: 10 };
const through = (of: AlertLines, when: AlertWhen, again: number | null = null) =>
  tellThrough(
    {},
    of.periods.map((period, at) => ({ period, passing: passingAt(of, when, at) })),
    again,
    of.grain,
  ).told.map(({ period, passing }) => [of.periods.indexOf(period), ...passing.map(({ member }) => member)]);

describe('what is told', () => {
  test('once while it lasts, again after it was back to normal', () => {
    expect(through(lines([5, 11, 12, 13, 9, 12]), over)).toEqual([
      [1, 'M0'],
      [5, 'M0'],
    ]);
  });

  test('again every two periods, where that is asked for', () => {
    expect(through(lines([11, 12, 13, 14, 15]), over, 2)).toEqual([
      [0, 'M0'],
      [2, 'M0'],
      [4, 'M0'],
    ]);
  });

  test('several at a time are one message, and one that joins later is new', () => {
    expect(through(lines([11, 12, 13], [11, 3, 4], [1, 2, 12]), over)).toEqual([
      [0, 'M0', 'M1'],
      [2, 'M2'],
    ]);
  });

  const PASSES = fc.array(fc.array(fc.boolean(), { minLength: 3, maxLength: 3 }), { minLength: 1, maxLength: 25 });

  test('LAW: never twice for one occasion, however often and in whatever states of the data a period is looked at', () => {
    fc.assert(
      fc.property(
        PASSES,
        fc.array(fc.boolean(), { maxLength: 25 }),
        fc.option(fc.integer({ min: 1, max: 4 }), { nil: null }),
        (looks, moves, again) => {
          let state: AlertState = {};
          let at = 0;
          const told = new Set<string>();
          looks.forEach((passing, index) => {
            // the same period again, or the next one
            if (moves[index] ?? true) at += 1;
            const found = tell(
              state,
              day(at),
              passing.flatMap((one, member) => (one ? [{ member: `M${member}`, value: 1 }] : [])),
              again,
              'day',
            );
            state = found.state;
            for (const { member } of found.told) {
              const key = `${member} ${at}`;
              expect(told.has(key)).toBe(false);
              told.add(key);
            }
          });
        },
      ),
    );
  });

  test('LAW: never silent for a new one: whoever passes and did not in the period before is told', () => {
    fc.assert(
      fc.property(PASSES, (periods) => {
        let state: AlertState = {};
        periods.forEach((passing, index) => {
          const found = tell(
            state,
            day(index),
            passing.flatMap((one, member) => (one ? [{ member: `M${member}`, value: 1 }] : [])),
            null,
            'day',
          );
          state = found.state;
          passing.forEach((one, member) => {
            const fresh = one && periods[index - 1]?.[member] !== true;
            expect(found.told.some((told) => told.member === `M${member}`)).toBe(fresh);
          });
        });
      }),
    );
  });

  test('LAW: looked at in any portions, the same is told', () => {
    fc.assert(
      fc.property(PASSES, fc.nat(), (periods, cut) => {
        const all = periods.map((passing, index) => ({
          period: day(index),
          passing: passing.flatMap((one, member) => (one ? [{ member: `M${member}`, value: 1 }] : [])),
        }));
        const whole = tellThrough({}, all, null, 'day');
        const at = cut % (all.length + 1);
        const first = tellThrough({}, all.slice(0, at), null, 'day');
        const second = tellThrough(first.state, all.slice(at), null, 'day');
        expect([...first.told, ...second.told]).toEqual(whole.told);
        expect(second.state).toEqual(whole.state);
      }),
    );
  });
});

describe('who passes', () => {
  const one = (
    when: AlertWhen,
    values: readonly (number | null)[],
    more: Partial<AlertLines> = {},
    plan?: readonly (number | null)[],
  ) => {
    const of: AlertLines = { ...lines(values), ...more };
    const planned = plan === undefined ? of : { ...of, lines: of.lines.map((line) => ({ ...line, plan })) };
    return of.periods.flatMap((_period, at) => (passingAt(planned, when, at).length > 0 ? [at] : []));
  };

  test('values: both ends of between are in it; a rate without records is none', () => {
    expect(one({ kind: 'value', test: 'between', value: 2, upper: 4 }, [1, 2, 3, 4, 5])).toEqual([1, 2, 3]);
    expect(one({ kind: 'value', test: 'under', value: 2 }, [1, null, 1], { addsUp: false })).toEqual([0, 2]);
    // what adds up is nought where there are no records, once there were some
    expect(one({ kind: 'value', test: 'under', value: 2 }, [null, 5, null, 5])).toEqual([2]);
  });

  test('changes: as much as was said is not more than it; a change from nought has no per cent', () => {
    const change = { kind: 'change', as: 'percent', basis: 'previous' } as const;
    expect(one({ ...change, direction: 'down', by: 0.1, strict: true }, [300, 270, 200])).toEqual([2]);
    expect(one({ ...change, direction: 'down', by: 0.1, strict: false }, [300, 270, 200])).toEqual([1, 2]);
    expect(one({ ...change, direction: 'either', by: 0.1, strict: true }, [0, 5, 10, 5])).toEqual([2, 3]);
    expect(one({ ...change, as: 'difference', direction: 'up', by: 3, strict: true }, [1, 5, 8, 12])).toEqual([1, 3]);
  });

  test('plan: by more than the margin; a period without a plan is none', () => {
    expect(one({ kind: 'plan', side: 'below', by: 0.1 }, [89, 91, 50], {}, [100, 100, null])).toEqual([0]);
    expect(one({ kind: 'plan', side: 'above', by: 0 }, [100, 101], {}, [100, 100])).toEqual([1]);
  });

  test('late: days without records, up to the day itself', () => {
    expect(one({ kind: 'late', days: 2 }, [5, null, null, null, 4, null])).toEqual([3]);
  });

  test('new: the first records of a member, but not those that all begin with', () => {
    expect(one({ kind: 'new' }, [null, null, 3, null, 4])).toEqual([2]);
    expect(one({ kind: 'new' }, [3, 4])).toEqual([]);
  });

  test('unusual: a planted outlier is told, high or low as asked; noise with a season is told once in a hundred', () => {
    let found = 0;
    let claims = 0;
    let looks = 0;
    for (let seed = 1; seed <= 30; seed += 1) {
      const draw = normals(seed);
      const noise = Array.from({ length: 90 }, draw);
      const usual = noise.map((value, index) => 200 + 30 * Math.sin((index % 7) * 0.9) + 6 * value);
      const planted = usual.map((value, index) => (index === 80 ? value + 60 : value));
      const told = one({ kind: 'unusual', side: 'high' }, planted, { addsUp: false });
      if (told.includes(80)) found += 1;
      expect(one({ kind: 'unusual', side: 'low' }, planted, { addsUp: false })).not.toContain(80);
      claims += one({ kind: 'unusual', side: 'either' }, usual, { addsUp: false }).filter((at) => at >= 35).length;
      looks += 90 - 35;
    }
    expect(found).toBe(30);
    expect(claims / looks).toBeLessThan(0.015);
  });

  test('forecast: a line that climbs is told before it passes', () => {
    const climbing = Array.from({ length: 40 }, (_one, index) => 100 + 5 * index + ((index * 7) % 3));
    const first = one({ kind: 'forecast', side: 'over', value: 250, within: 3 }, climbing)[0] ?? 0;
    const passed = climbing.findIndex((value) => value > 250);
    expect(first).toBeGreaterThanOrEqual(passed - 4);
    expect(first).toBeLessThan(passed);
  });
});
