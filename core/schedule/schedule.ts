/**
 * When something comes round: a recurrence rule of iCalendar (RFC 5545) that is kept by the clock on the wall of a time zone.
 * The rule is expanded by `rrule` in wall time; `luxon` says which instant a time on the wall is. A time that the clock leaps over in
 * spring is the one that lies as far behind the leap; a time that comes twice in autumn is the first of both.
 */
import { DateTime, IANAZone } from 'luxon';
import { RRule } from 'rrule';
import { z } from 'zod';

/** Nothing comes round more often than this. */
const FREQUENCIES = ['YEARLY', 'MONTHLY', 'WEEKLY', 'DAILY', 'HOURLY'];
/** Occurrences that are looked through for the next one; a rule without any (31 February) ends there. */
const MOST_LOOKED_AT = 200;
const DAY = 86_400_000;
/** The parts of a rule that are known, and what each may hold. */
const PARTS: Readonly<Record<string, RegExp>> = {
  FREQ: new RegExp(`^(${FREQUENCIES.join('|')})$`),
  INTERVAL: /^[1-9]\d{0,2}$/,
  COUNT: /^[1-9]\d{0,3}$/,
  UNTIL: /^\d{8}(T\d{6}Z?)?$/,
  WKST: /^(MO|TU|WE|TH|FR|SA|SU)$/,
  BYDAY: /^([+-]?\d{0,2}(MO|TU|WE|TH|FR|SA|SU))(,[+-]?\d{0,2}(MO|TU|WE|TH|FR|SA|SU))*$/,
  BYMONTHDAY: /^-?\d{1,2}(,-?\d{1,2})*$/,
  BYMONTH: /^\d{1,2}(,\d{1,2})*$/,
  BYSETPOS: /^-?\d{1,3}(,-?\d{1,3})*$/,
  BYHOUR: /^\d{1,2}(,\d{1,2})*$/,
};

/** A time zone, as Europe/Lisbon. */
export const zoneName = z
  .string()
  .max(60)
  .refine((zone) => IANAZone.isValidZone(zone), { message: 'no time zone; name one as Europe/Lisbon' });

export const scheduleSchema = z
  .object({
    /** `FREQ=WEEKLY;BYDAY=MO`, without its start. */
    rule: z.string().min(6).max(300),
    zone: z.string().min(1).max(60),
    /** The first day, and the time of day on the wall: `2026-10-12T06:00`. */
    start: z.string().regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'a day and a time, as 2026-10-12T06:00'),
  })
  .superRefine((schedule, context) => {
    const fault = scheduleFault(schedule);
    if (fault !== null) context.addIssue({ code: 'custom', message: fault });
  });
export type Schedule = z.infer<typeof scheduleSchema>;

/** Why a schedule cannot be kept; null where it can. */
export function scheduleFault({ rule, zone, start }: Schedule): string | null {
  if (!IANAZone.isValidZone(zone)) return `“${zone}” is no time zone; name one as Europe/Lisbon`;
  if (!DateTime.fromISO(start, { zone: 'utc' }).isValid) return `“${start}” is no day of the calendar`;
  const frequency = /(?:^|;)FREQ=([A-Z]+)/.exec(rule)?.[1];
  if (frequency === undefined || !FREQUENCIES.includes(frequency))
    return 'the rule has to come round by the hour, day, week, month or year';
  for (const part of rule.split(';')) {
    const [key = '', value = ''] = part.split('=');
    const known = PARTS[key];
    if (known === undefined)
      return `“${key}” is no part of a rule that is known here; the start and the zone stand beside it`;
    if (!known.test(value)) return `“${part}” is not understood; a rule is one of iCalendar, as FREQ=WEEKLY;BYDAY=MO`;
  }
  return null;
}

/** The first instant after another at which a schedule comes round; null where it never does again. */
export function nextAfter(schedule: Schedule, after: Date): Date | null {
  const rule = ruleOf(schedule);
  let wall: Date | null = new Date(wallOf(after, schedule.zone).getTime() - DAY);
  for (let looked = 0; looked < MOST_LOOKED_AT; looked += 1) {
    wall = rule.after(wall);
    if (wall === null) return null;
    const instant = instantOf(wall, schedule.zone);
    if (instant > after) return instant;
  }
  return null;
}

/** All instants in a stretch of time (the first excluded, the last included) at which a schedule comes round. */
export function timesBetween(schedule: Schedule, after: Date, until: Date): Date[] {
  const { zone } = schedule;
  // walls stand a day apart at most from what the instants say
  const walls = ruleOf(schedule).between(
    new Date(wallOf(after, zone).getTime() - DAY),
    new Date(wallOf(until, zone).getTime() + DAY),
    true,
  );
  return walls.map((wall) => instantOf(wall, zone)).filter((instant) => instant > after && instant <= until);
}

function ruleOf({ rule, start }: Schedule): RRule {
  return new RRule({ ...RRule.parseString(rule), dtstart: new Date(`${start}:00Z`) });
}

/** The time on the wall of a zone, written as if it were UTC. */
function wallOf(instant: Date, zone: string): Date {
  return DateTime.fromJSDate(instant, { zone }).setZone('utc', { keepLocalTime: true }).toJSDate();
}

function instantOf(wall: Date, zone: string): Date {
  const there = DateTime.fromJSDate(wall, { zone: 'utc' }).setZone(zone, { keepLocalTime: true });
  return new Date(Math.min(...there.getPossibleOffsets().map((one) => one.toMillis())));
}
