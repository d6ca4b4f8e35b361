import fc from 'fast-check';
import { RRuleTemporal } from 'rrule-temporal';
import { nextAfter, scheduleFault, timesBetween, type Schedule } from './schedule';
import { nextWords, scheduleIn, scheduleWords } from './schedule-words';

const LISBON = 'Europe/Lisbon';
const NOW = new Date('2026-10-14T09:30:00Z');
const said = (text: string) => scheduleIn(text, NOW, LISBON);

describe('when something comes round', () => {
  const weekly: Schedule = { rule: 'FREQ=WEEKLY;BYDAY=MO', zone: LISBON, start: '2026-10-12T06:00' };

  test('the clock on the wall is kept when clocks change: in summer an hour earlier by UTC', () => {
    const times = timesBetween(weekly, new Date('2026-10-18T00:00:00Z'), new Date('2026-11-03T00:00:00Z'));
    expect(times.map((one) => one.toISOString())).toEqual([
      '2026-10-19T05:00:00.000Z',
      '2026-10-26T06:00:00.000Z',
      '2026-11-02T06:00:00.000Z',
    ]);
  });

  test('a time that the clock leaps over in spring is not lost, and one that comes twice in autumn comes once', () => {
    const berlin: Schedule = { rule: 'FREQ=DAILY', zone: 'Europe/Berlin', start: '2026-03-01T02:30' };
    const spring = timesBetween(berlin, new Date('2026-03-28T12:00:00Z'), new Date('2026-03-30T12:00:00Z'));
    // on 29 March, 02:30 is not on the wall: the hour before the leap goes on
    expect(spring.map((one) => one.toISOString())).toEqual(['2026-03-29T01:30:00.000Z', '2026-03-30T00:30:00.000Z']);
    const autumn = timesBetween(berlin, new Date('2026-10-24T12:00:00Z'), new Date('2026-10-26T12:00:00Z'));
    expect(autumn.map((one) => one.toISOString())).toEqual(['2026-10-25T00:30:00.000Z', '2026-10-26T01:30:00.000Z']);
  });

  test('a rule that never comes round ends', () => {
    expect(
      nextAfter({ rule: 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=31', zone: LISBON, start: '2026-01-01T06:00' }, NOW),
    ).toBeNull();
    expect(nextAfter({ rule: 'FREQ=DAILY;COUNT=2', zone: LISBON, start: '2026-01-01T06:00' }, NOW)).toBeNull();
  });

  test('what cannot be kept is said', () => {
    expect(scheduleFault({ ...weekly, zone: 'Mars/Olympus' })).toMatch(/no time zone/);
    expect(scheduleFault({ ...weekly, rule: 'FREQ=SECONDLY' })).toMatch(/come round by/);
    expect(scheduleFault({ ...weekly, rule: 'FREQ=WEEKLY;BYDAY=XX' })).toMatch(/not understood/);
    expect(scheduleFault({ ...weekly, rule: 'FREQ=DAILY;DTSTART=20260101' })).toMatch(/stand beside it/);
    expect(scheduleFault(weekly)).toBeNull();
  });

  test('LAW: every rule gives the instants that an independent expansion gives, over years and zones', () => {
    const zones = [
      'Europe/Lisbon',
      'Europe/Berlin',
      'America/New_York',
      'Australia/Lord_Howe',
      'Asia/Kolkata',
      'America/St_Johns',
      'UTC',
    ];
    const days = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];
    const rules = fc.oneof(
      fc.integer({ min: 1, max: 9 }).map((every) => `FREQ=DAILY;INTERVAL=${every}`),
      fc
        .tuple(fc.subarray(days, { minLength: 1 }), fc.integer({ min: 1, max: 4 }))
        .map(([on, every]) => `FREQ=WEEKLY;INTERVAL=${every};BYDAY=${on.join(',')}`),
      fc
        .tuple(fc.integer({ min: 1, max: 31 }), fc.integer({ min: 1, max: 5 }))
        .map(([day, every]) => `FREQ=MONTHLY;INTERVAL=${every};BYMONTHDAY=${day}`),
      fc
        .constantFrom(...days)
        .chain((day) => fc.constantFrom(1, 2, 3, 4, -1).map((nth) => `FREQ=MONTHLY;BYDAY=${nth}${day}`)),
      fc.constantFrom(1, -1, 2).map((nth) => `FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=${nth}`),
      fc
        .tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 28 }))
        .map(([month, day]) => `FREQ=YEARLY;BYMONTH=${month};BYMONTHDAY=${day}`),
    );
    // times that are on the wall once every day; the two that are not are told above, as the standard has them
    const hours = fc.integer({ min: 4, max: 22 });
    fc.assert(
      fc.property(
        rules,
        fc.constantFrom(...zones),
        hours,
        fc.integer({ min: 0, max: 900 }),
        (rule, zone, hour, offset) => {
          const start = new Date(Date.UTC(2025, 0, 1 + offset)).toISOString().slice(0, 10);
          const schedule: Schedule = { rule, zone, start: `${start}T${String(hour).padStart(2, '0')}:15` };
          const until = new Date(Date.parse(`${start}T00:00:00Z`) + 400 * 86_400_000);
          const own = timesBetween(schedule, new Date(Date.parse(`${start}T00:00:00Z`) - 86_400_000), until);
          const other = new RRuleTemporal({
            rruleString: `DTSTART;TZID=${zone}:${schedule.start.replace(/[-:]/g, '')}00\nRRULE:${rule}`,
          }).between(new Date(Date.parse(`${start}T00:00:00Z`) - 86_400_000), until, true);
          expect(own.map((one) => one.getTime())).toEqual(other.map((one) => Number(one.epochMilliseconds)));
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('schedules in words', () => {
  test.each([
    ['every Monday at 6', 'FREQ=WEEKLY;BYDAY=MO', '06:00'],
    ['every morning', 'FREQ=DAILY', '07:00'],
    ['every morning at 7:30', 'FREQ=DAILY', '07:30'],
    ['daily at 6pm', 'FREQ=DAILY', '18:00'],
    ['every evening at 6', 'FREQ=DAILY', '18:00'],
    ['every weekday at 8am', 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', '08:00'],
    ['on Mondays and Thursdays at noon', 'FREQ=WEEKLY;BYDAY=MO,TH', '12:00'],
    ['every other Friday', 'FREQ=WEEKLY;INTERVAL=2;BYDAY=FR', '07:00'],
    ['fortnightly', 'FREQ=WEEKLY;INTERVAL=2;BYDAY=MO', '07:00'],
    ['weekly', 'FREQ=WEEKLY;BYDAY=MO', '07:00'],
    ['every 3 days', 'FREQ=DAILY;INTERVAL=3', '07:00'],
    ['on the first of each month', 'FREQ=MONTHLY;BYMONTHDAY=1', '07:00'],
    ['on the 15th of every month at 9', 'FREQ=MONTHLY;BYMONTHDAY=15', '09:00'],
    ['the last Friday of the month at 17:00', 'FREQ=MONTHLY;BYDAY=-1FR', '17:00'],
    ['on the first working day of each month', 'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=1', '07:00'],
    ['every quarter', 'FREQ=YEARLY;BYMONTH=1,4,7,10;BYMONTHDAY=1', '07:00'],
    ['hourly', 'FREQ=HOURLY', '00:00'],
  ])('“%s”', (text, rule, time) => {
    const found = said(text);
    expect(found?.schedule.rule).toBe(rule);
    expect(found?.schedule.start).toBe(`2026-10-14T${time}`);
    expect(scheduleFault(found?.schedule ?? { rule: '', zone: '', start: '' })).toBeNull();
  });

  test.each([
    'every Monday at 6 for Flex',
    'every blue moon',
    'at 6',
    'every Monday at 25',
    'on the 40th of each month',
    'every 13pm',
  ])('“%s” is none, and nothing of it is passed over', (text) => expect(said(text)).toBeNull());

  test('LAW: a schedule read back from its words comes round at the same times', () => {
    const texts = [
      'every Monday at 6',
      'every other Friday at 17:15',
      'every weekday at 8',
      'on the last Friday of each month at 9',
      'on the first of each month at 7',
      'on the 15th of each month at 7',
      'every day at 6:30',
      'on the last weekday of each month at 6',
      'every hour',
      'on Mondays, Tuesdays and Sundays at 5',
    ];
    for (const text of texts) {
      const one = said(text)?.schedule;
      if (one === undefined) throw new Error(text);
      const again = said(scheduleWords(one))?.schedule;
      if (again === undefined) throw new Error(`${text} → ${scheduleWords(one)}`);
      const until = new Date('2027-03-01T00:00:00Z');
      expect(timesBetween(again, NOW, until)).toEqual(timesBetween(one, NOW, until));
    }
  });

  test('the next time is told by the clock of its zone', () => {
    expect(nextWords({ rule: 'FREQ=WEEKLY;BYDAY=MO', zone: LISBON, start: '2026-10-12T06:00' }, NOW)).toBe(
      'Monday 19 October, 06:00',
    );
  });
});
