/** The days a reading is about, and the earlier days it is set beside: like with like. */
import type { Breakdown, Reading } from '../reading/schema';
import { addDays, addMonths, dayNumber, dayParts, earlierOf, type Day } from '../time/day';
import { addGrains, MONTHS_IN, startOf, type Grain } from '../time/grain';
import { resolvePeriod, type Calendar, type DayRange } from '../time/period';
import type { DayWindow, Shift } from './plan';

export interface Windows {
  readonly window: DayWindow;
  readonly other: DayWindow | null;
  /** How far the other window's time keys move to land on the window's. */
  readonly shift: Shift | null;
  /** What was cut so that like is compared with like. */
  readonly note: string | null;
}

/** Weeks in a year, so that a week stays a week: 52, on the same day of the week. */
const WEEKS_OF_YEAR = 364;

/**
 * @param planOnly a comparison with plan looks at complete months only
 */
export function windowsOf(reading: Reading, calendar: Calendar): Windows {
  const window: DayWindow = reading.when ? resolvePeriod(reading.when.period, calendar) : {};
  const against = reading.against;
  if (against === null || against.kind === 'plan' || against.kind === 'members')
    return { window, other: null, shift: null, note: null };
  const ended = cutAtData(window, calendar);
  if (against.kind !== 'period') {
    const { other, shift, unit, note } = before(against.kind, window, reading, calendar);
    return {
      window,
      other,
      shift,
      note: note ?? (window.cutFrom ? `The ${unit} before is cut at the same day.` : null),
    };
  }
  const beside = resolvePeriod(against.period, calendar);
  const shift = shiftBetween(beside, window);
  const cut =
    window.cutFrom !== undefined && sameKind(window, beside)
      ? earlierOf(beside.to ?? calendar.asOf, offsetDay(window, beside, calendar))
      : beside.to;
  return {
    window,
    other: { ...(beside.from === undefined ? {} : { from: beside.from }), ...(cut === undefined ? {} : { to: cut }) },
    shift,
    note:
      cut === beside.to
        ? lengthNote(ended, { ...beside, to: earlierOf(beside.to ?? calendar.asOf, calendar.asOf) })
        : 'The earlier period is cut at the same day.',
  };
}

interface Before {
  readonly other: DayWindow;
  readonly shift: Shift;
  readonly unit: string;
  /** What was chosen of the days before; null where it goes without saying. */
  readonly note: string | null;
}

/**
 * The days a year or a period before those of a window, which is cut at the reference day: of a feast that moves, its own dates of the year before.
 * @param reading with the time line, whose periods each stand beside the one before; without one, the window's own length
 */
export function before(
  basis: 'year' | 'previous',
  window: DayWindow,
  { by, when }: Pick<Reading, 'by' | 'when'>,
  calendar: Calendar,
): Before {
  const grain = timeGrain(by);
  const feast = basis === 'year' && when?.period.kind === 'season' ? feastBefore(when.period, calendar) : null;
  if (feast !== null) {
    const to = window.cutFrom === undefined ? feast.to : earlierOf(feast.to, offsetDay(window, feast, calendar));
    return {
      other: { from: feast.from, to },
      shift: shiftBetween(feast, window),
      unit: 'year',
      note: `The days of ${feast.name} move from year to year; those of ${dayParts(feast.from).year} stand beside it.`,
    };
  }
  const shift =
    basis === 'year'
      ? grain === 'week'
        ? { days: WEEKS_OF_YEAR }
        : { months: 12 }
      : grain === null
        ? shiftBefore(window, calendar)
        : shiftOf(grain);
  return {
    other: movedBack(cutAtData(window, calendar), shift),
    shift,
    unit: basis === 'year' ? 'year' : (grain ?? 'period'),
    note: null,
  };
}

/** The days of a feast that moves in the year before; null for a season of the same days each year, or where the model does not tell them. */
function feastBefore(
  { season, year }: { readonly season: string; readonly year: number },
  calendar: Calendar,
): { readonly name: string; readonly from: Day; readonly to: Day } | null {
  const found = calendar.seasons.find((one) => one.id === season);
  const dates = found?.dates?.find(({ from }) => dayParts(from).year === year - 1);
  return found === undefined || dates === undefined ? null : { name: found.name, ...dates };
}

/** February beside March is like beside like; a year beside a month is not. */
const UNLIKE = 1.2;

function lengthNote(now: DayRange, then: DayRange): string | null {
  if (now.from === undefined || now.to === undefined || then.from === undefined || then.to === undefined) return null;
  const lengths = [dayNumber(now.to) - dayNumber(now.from) + 1, dayNumber(then.to) - dayNumber(then.from) + 1];
  if (Math.max(...lengths) <= UNLIKE * Math.min(...lengths)) return null;
  return `The periods are not equally long: ${lengths.join(' days beside ')} days.`;
}

/** The grain of the time line, if there is one. */
export function timeGrain(by: readonly Breakdown[]): Grain | null {
  const time = by.find((one) => one.kind === 'time');
  return time?.kind === 'time' ? time.grain : null;
}

const shiftOf = (grain: Grain): Shift =>
  MONTHS_IN[grain] === undefined ? { days: grain === 'week' ? 7 : 1 } : { months: MONTHS_IN[grain] };

/** The window as far as the reference day, so that what it is set beside is cut at the same day. */
function cutAtData(window: DayWindow, calendar: Calendar): DayRange {
  if (window.to !== undefined && window.to <= calendar.asOf) return window;
  if (window.from !== undefined && window.from > calendar.asOf) return window;
  return { ...window, to: calendar.asOf };
}

function movedBack(window: DayRange, shift: Shift): DayWindow {
  const back = (day: Day) => ('months' in shift ? addMonths(day, -shift.months) : addDays(day, -shift.days));
  return {
    ...(window.from === undefined ? {} : { from: back(window.from) }),
    ...(window.to === undefined ? {} : { to: endMovedBack(window.to, shift) }),
  };
}

/** A last day of a month stays one: the months before 30 June end on 31 May. */
function endMovedBack(day: Day, shift: Shift): Day {
  if ('days' in shift) return addDays(day, -shift.days);
  const next = addDays(day, 1);
  return next.endsWith('-01') ? addDays(addMonths(next, -shift.months), -1) : addMonths(day, -shift.months);
}

/** A period's own length: in months where it is whole months, else in days. */
function shiftBefore(window: DayWindow, calendar: Calendar): Shift {
  const from = window.from;
  const to = window.cutFrom ?? window.to ?? calendar.asOf;
  if (from === undefined) return { months: 12 };
  const months = wholeMonths(from, to);
  return months === null ? { days: dayNumber(to) - dayNumber(from) + 1 } : { months };
}

function wholeMonths(from: Day, to: Day): number | null {
  const next = addDays(to, 1);
  if (!from.endsWith('-01') || !next.endsWith('-01')) return null;
  const [fy = 0, fm = 0] = from.split('-').map(Number);
  const [ny = 0, nm = 0] = next.split('-').map(Number);
  return (ny - fy) * 12 + nm - fm;
}

/** From the start of one window to the start of another: in months where both begin months, else in days. */
function shiftBetween(earlier: DayWindow, later: DayWindow): Shift {
  const from = earlier.from ?? later.from;
  const to = later.from ?? earlier.from;
  if (from === undefined || to === undefined) return { days: 0 };
  if (from.slice(8) === to.slice(8)) {
    const [fy = 0, fm = 0] = from.split('-').map(Number);
    const [ty = 0, tm = 0] = to.split('-').map(Number);
    return { months: (ty - fy) * 12 + tm - fm };
  }
  return { days: dayNumber(to) - dayNumber(from) };
}

function sameKind(a: DayWindow, b: DayWindow): boolean {
  const months = (one: DayWindow) =>
    one.from && (one.cutFrom ?? one.to) ? wholeMonths(one.from, one.cutFrom ?? one.to ?? one.from) : null;
  return months(a) !== null && months(a) === months(b);
}

/** The day in the earlier window that lies as far from its start as the reference day does from the later one's. */
function offsetDay(window: DayWindow, earlier: DayWindow, calendar: Calendar): Day {
  const shift = shiftBetween(earlier, window);
  return endMovedBack(window.to ?? calendar.asOf, shift);
}

/** First day of the last time key that the data or the reference day leaves incomplete, if any. */
export function incompleteKey(reading: Reading, window: DayWindow, calendar: Calendar): Day | null {
  const grain = timeGrain(reading.by);
  if (grain === null || grain === 'day') return null;
  const last = window.to === undefined || window.to > calendar.asOf ? calendar.asOf : window.to;
  if (last !== calendar.asOf && window.cutFrom === undefined) return null;
  const start = startOf(grain, last, calendar.weekStart);
  const end = addDays(addGrains(grain, start, 1), -1);
  return end > last && countsBetween(reading, addDays(last, 1), end) ? start : null;
}

/** Does a day of a stretch count? “In every March”, only those of March do. */
function countsBetween(reading: Reading, from: Day, to: Day): boolean {
  const months = reading.where.flatMap((one) =>
    one.kind === 'cycle' && one.cycle === 'monthOfYear' ? [one.values] : [],
  );
  for (let month = startOf('month', from, 1); month <= to; month = addGrains('month', month, 1))
    if (months.every((values) => values.includes(dayParts(month).month))) return true;
  return false;
}
