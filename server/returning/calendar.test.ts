/** The reminder, read by a parser that did not write it. */
import ICAL from 'ical.js';
import { timesBetween, type Schedule } from '@zud/core/schedule/schedule';
import { calendarOf } from './calendar';

test.each<[string, Schedule]>([
  ['weekly', { rule: 'FREQ=WEEKLY;BYDAY=MO', zone: 'UTC', start: '2026-10-12T06:00' }],
  ['monthly', { rule: 'FREQ=MONTHLY;BYMONTHDAY=1', zone: 'UTC', start: '2026-10-12T07:30' }],
  ['each weekday', { rule: 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', zone: 'UTC', start: '2026-10-14T08:00' }],
])('a briefing that is %s comes round in a calendar when it comes out', (_name, look) => {
  const createdAt = new Date('2026-10-14T09:00:00Z');
  const text = calendarOf({ id: 'b1', title: 'Weekly, operations; all', look, createdAt }, 'https://zud.example');
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
  const [component] = calendar.getAllSubcomponents('vevent');
  if (component === undefined) throw new Error(text);
  const event = new ICAL.Event(component);
  expect(event.summary).toBe('Weekly, operations; all');
  expect(component.getFirstPropertyValue('url')).toBe('https://zud.example/briefings/b1');
  const times = event.iterator();
  const said = Array.from({ length: 8 }, () => {
    const { year, month, day, hour, minute } = times.next();
    return Date.UTC(year, month - 1, day, hour, minute);
  });
  const own = timesBetween(look, createdAt, new Date('2027-12-31T00:00:00Z')).slice(0, 8);
  expect(said).toEqual(own.map((one) => one.getTime()));
});

test('its times are those of its own zone', () => {
  const look: Schedule = { rule: 'FREQ=DAILY', zone: 'America/New_York', start: '2026-10-12T06:00' };
  const text = calendarOf({ id: 'b', title: 'Daily', look, createdAt: new Date('2026-10-14T00:00:00Z') }, '');
  expect(text).toContain('DTSTART;TZID=America/New_York:20261014T060000');
});
