/** Reminders for people's own calendars (RFC 5545). */
import ical, { ICalCalendarMethod } from 'ical-generator';
import { DateTime } from 'luxon';
import { nextAfter, type Schedule } from '@zud/core/schedule/schedule';

/** Minutes that a reminder takes in a calendar. */
const MINUTES = 15;

/** @returns the calendar with one event that comes round as the briefing does; its times are those of its own zone */
export function calendarOf(
  briefing: { readonly id: string; readonly title: string; readonly look: Schedule; readonly createdAt: Date },
  home: string,
): string {
  const { look } = briefing;
  const first = nextAfter(look, new Date(briefing.createdAt.getTime() - 1)) ?? briefing.createdAt;
  const start = DateTime.fromJSDate(first, { zone: look.zone });
  const calendar = ical({ name: briefing.title, method: ICalCalendarMethod.PUBLISH, prodId: '//Zud//Zud//EN' });
  calendar
    .createEvent({
      id: `${briefing.id}@zud`,
      start,
      end: start.plus({ minutes: MINUTES }),
      timezone: look.zone,
      stamp: briefing.createdAt,
      summary: briefing.title,
      url: `${home}/briefings/${briefing.id}`,
      description: `The briefing “${briefing.title}”: ${home}/briefings/${briefing.id}`,
    })
    .repeating(`RRULE:${look.rule}`);
  return calendar.toString();
}
