/** Quiet hours: what would go out within them goes out at their end. */
import { DateTime } from 'luxon';
import type { QuietHours } from '@zud/core/contract/messages';

/** @returns the instant itself, or the end of the quiet hours that it lies in */
export function afterQuiet(at: Date, quiet: QuietHours | null): Date {
  if (quiet === null || quiet.from === quiet.to) return at;
  const wall = DateTime.fromJSDate(at, { zone: quiet.zone });
  if (!wall.isValid) return at;
  const time = wall.toFormat('HH:mm');
  const within = quiet.from < quiet.to ? time >= quiet.from && time < quiet.to : time >= quiet.from || time < quiet.to;
  if (!within) return at;
  const [hour = 0, minute = 0] = quiet.to.split(':').map(Number);
  const end = wall.set({ hour, minute, second: 0, millisecond: 0 });
  return (end > wall ? end : end.plus({ days: 1 })).toJSDate();
}
