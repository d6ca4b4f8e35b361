/** Settling comparisons: what a change is from, which period stands beside which, members beside others. */
import { arithmetic, type Calculation } from '../../model/calculation';
import type { Model } from '../../model/model';
import type { Edit } from '../../reading/edit-schema';
import {
  hasDifference,
  same,
  type Breakdown,
  type Comparison,
  type Reading,
  type Transform,
} from '../../reading/schema';
import { unitIn } from '../../reading/moved-along';
import { inSentence } from '../../reading/words';
import { addDays, addMonths, dayNumber, dayParts, type Day, weekday } from '../../time/day';
import { addGrains, endOf, startOf as startOfGrain, type Grain } from '../../time/grain';
import { exactGrain, resolvePeriod, type Calendar, type Period } from '../../time/period';
import { shownPlainly, type SaidEdit, type SaidPeriod, type SaidTransform } from '../intent';
import { isBare, settledPeriod, wholeRange, settledRange } from './periods';
import { CannotSettle, OutOfPlace } from './cannot-settle';

const breakdowns = (edits: readonly (Edit | SaidEdit)[]): Breakdown[] =>
  edits.flatMap((edit) => (edit.do === 'breakdown' ? edit.by : []));

/** Is there a time line, said or still in force? */
function hasTimeLine(edits: readonly (Edit | SaidEdit)[], base: Reading, asFollowUp: boolean): boolean {
  return (
    [...breakdowns(edits), ...(asFollowUp ? base.by : [])].some((one) => one.kind === 'time') ||
    edits.some((edit) => edit.do === 'overTime')
  );
}

const NOT_OF_ALL =
  'A share here is of what the conditions leave, not of all. Ask for the share with a breakdown in the place of the condition: “share of … by …”.';
const NARROWING: ReadonlySet<SaidEdit['do']> = new Set([
  'condition',
  'saidRowTest',
  'saidLengthTest',
  'saidMeasureTest',
  'mention',
]);
const isNarrowed = (said: readonly SaidEdit[], base: Reading, asFollowUp: boolean) =>
  said.some((edit) => NARROWING.has(edit.do)) || (asFollowUp && base.where.length > 0);

/** A change whose basis was not said is on the period before where there is a time line, else on the year before. */
export function impliedBasis(
  transform: SaidTransform | null,
  said: readonly SaidEdit[],
  base: Reading,
  asFollowUp: boolean,
): Transform | null {
  if (transform?.kind === 'shareOfAll') {
    if (isNarrowed(said, base, asFollowUp)) throw new CannotSettle(NOT_OF_ALL, true);
    return { kind: 'share', within: 'all' };
  }
  if (transform?.kind === 'differenceOnly') {
    if (asFollowUp && base.against?.kind === 'members')
      throw new CannotSettle(
        'What stands side by side keeps both figures; their difference is a column of the table.',
        true,
      );
    return impliedBasis({ kind: 'change', basis: 'implied', as: 'difference' }, said, base, asFollowUp);
  }
  if (transform?.kind === 'inPercent') {
    const beside = asFollowUp && !said.some((edit) => edit.do === 'show') ? base.against?.kind : undefined;
    if (beside === 'period' || beside === 'plan')
      throw new CannotSettle(
        'The difference in per cent stands beside it in the table already; “sort by % change” puts it in that order.',
        true,
      );
    return beside === 'year' || beside === 'previous'
      ? { kind: 'change', basis: beside, as: 'percent' }
      : { kind: 'share', within: 'all' };
  }
  if (transform?.kind !== 'change' || transform.basis !== 'implied') return transform as Transform | null;
  // of what stands beside something already, the change is from that
  const besideBefore =
    asFollowUp && !said.some((edit) => edit.do === 'compare' || edit.do === 'saidComparison')
      ? base.against?.kind
      : undefined;
  if (besideBefore === 'year' || besideBefore === 'previous') return { ...transform, basis: besideBefore };
  return { ...transform, basis: hasTimeLine(said, base, asFollowUp) ? 'previous' : 'year' };
}

/** Two sides in per cent: what stands beside it has that difference already, so that members are put in its order. @returns null where they are not */
export function byPercent({ against, by, order, rank, shown }: Reading): Edit | null {
  const [first] = shown;
  if (against?.kind !== 'period' && against?.kind !== 'plan') return null;
  if (first === undefined || by.length === 0 || by.some(({ kind }) => kind !== 'level')) return null;
  if (rank !== null) return rank.on === undefined ? null : { do: 'rank', rank: { ...rank, on: 'percent' } };
  return {
    do: 'order',
    order: {
      by: { kind: 'measure', calculation: first.calculation, on: 'percent' },
      direction: order?.by.kind === 'measure' ? order.direction : 'down',
    },
  };
}

/** A change shown as such is from what it stood beside, which then need not stand beside it; of members side by side, each has its own. */
export function withoutItsBasis(
  edits: readonly Edit[],
  said: readonly SaidEdit[],
  base: Reading,
  asFollowUp: boolean,
): Edit[] {
  const transform = edits.flatMap((edit) => (edit.do === 'transform' ? [edit.transform] : [])).at(-1);
  const { against } = base;
  if (
    !asFollowUp ||
    transform?.kind !== 'change' ||
    said.some((edit) => edit.do === 'compare' || edit.do === 'saidComparison')
  )
    return [];
  if (against?.kind === 'members' && against.beside === 'none')
    return [
      {
        do: 'condition',
        how: 'only',
        condition: { kind: 'members', level: against.level, is: true, members: [...against.members] },
      },
    ];
  return against?.kind === transform.basis ? [{ do: 'compare', against: null }] : [];
}

/** Does an edit show a change of its own, in the place of a comparison? */
export function showsChange(edit: SaidEdit): boolean {
  return (
    (edit.do === 'show' && edit.shown.some((one) => one.transform?.kind === 'change')) ||
    (edit.do === 'saidTransform' && edit.transform.kind === 'change')
  );
}

/** "growth since last year" is growth against the year before, not growth within all that time: the unit since which something changed; null where it is no such change. */
export function changeSince(period: SaidPeriod, said: readonly SaidEdit[]): Grain | null {
  if (period.kind !== 'bound' || period.side !== 'since' || period.period.kind !== 'last') return null;
  return said.some((edit) => ['change', 'saidChangeRank'].includes(edit.do) || showsChange(edit))
    ? period.period.grain
    : null;
}

/** A change needs something to change from: the period before where there is a time line, else the year before. */
export function changeEdits(edits: readonly Edit[], base: Reading, asFollowUp: boolean): Edit[] {
  if (edits.some((edit) => edit.do === 'compare') || (asFollowUp && hasDifference(base))) return [];
  return [{ do: 'compare', against: { kind: hasTimeLine(edits, base, asFollowUp) ? 'previous' : 'year' } }];
}

/** What a change can be from without naming its periods: the year before, or the period before. */
export type Basis = Extract<Comparison['kind'], 'year' | 'previous'>;

/** What a period is to a later one of the same length: the one before, or that of the year before; null where it is neither. */
export function basisBetween(then: Period, now: Period, calendar: Calendar): Basis | null {
  const [early, late] = [wholeRange(then, calendar), wholeRange(now, calendar)];
  if (early.from === undefined || early.to === undefined || late.from === undefined || late.to === undefined)
    return null;
  const grain = exactGrain(late.from, late.to);
  const alike = grain !== null && grain === exactGrain(early.from, early.to);
  if (early.from === addMonths(late.from, -12) && (alike || early.to === addMonths(late.to, -12))) return 'year';
  return alike && early.to === addDays(late.from, -1) ? 'previous' : null;
}

/** "change from March to April": the two ends of the only stretch said, where no time line lies between them. */
export function twoEnds(
  said: readonly SaidEdit[],
  base: Reading,
  asFollowUp: boolean,
): Parameters<typeof saidComparison>[0] | null {
  if (hasTimeLine(said, base, asFollowUp)) return null;
  const periods = said.flatMap((edit) => (edit.do === 'saidPeriod' && edit.how === 'set' ? [edit.period] : []));
  const [only] = periods;
  return periods.length === 1 && only?.kind === 'spread' ? { period: only.to, with: only.from } : null;
}

/** "vs 2024": beside the period in force; with none, what is now beside what was. */
export function besidePeriod(said: SaidPeriod, when: Period | null, calendar: Calendar, year: number | null): Edit[] {
  const named = settledPeriod(said, calendar, year);
  if (when !== null)
    return [
      {
        do: 'compare',
        against: { kind: 'period', period: otherThan(inThatYear(named, when, calendar), when, said, calendar) },
      },
    ];
  const period = named;
  const now: Period = period.kind === 'last' ? { kind: 'this', grain: period.grain } : { kind: 'this', grain: 'year' };
  return [
    { do: 'period', period: now },
    { do: 'compare', against: { kind: 'period', period } },
  ];
}

/** "2025 vs 2024": the later of two periods beside the earlier, whatever the order said. */
export function saidComparison(
  edit: { readonly period: SaidPeriod; readonly with: SaidPeriod },
  calendar: Calendar,
  year: number | null,
): Edit[] {
  // “May vs last year” is the May there was, beside the one before it; “May vs 2025” the one of 2025
  const given = isWholeYear(edit.with) ? null : yearBeside(edit.period, edit.with, calendar);
  const first = settledPeriod(edit.period, calendar, year ?? given);
  const second = inThatYear(
    settledPeriod(edit.with, calendar, year ?? yearBeside(edit.with, edit.period, calendar)),
    first,
    calendar,
  );
  if (isLastYear(first) && second.kind === 'this' && second.grain === 'year')
    return [
      { do: 'period', period: second },
      { do: 'compare', against: { kind: 'year' } },
    ];
  // “versus last year” is each period beside the one 12 months earlier, whatever the period.
  if (isLastYear(second))
    return [
      { do: 'period', period: first },
      { do: 'compare', against: { kind: 'year' } },
    ];
  const other = otherThan(second, first, edit.with, calendar);
  const [later, earlier] = startOf(first, calendar) >= startOf(other, calendar) ? [first, other] : [other, first];
  return [
    { do: 'period', period: later },
    { do: 'compare', against: { kind: 'period', period: earlier } },
  ];
}

/** "March 2026 vs 2025" is March of both years: a whole year beside a shorter part of another stands for that part of it. */
export function inThatYear(named: Period, beside: Period, calendar: Calendar): Period {
  if (
    named.kind !== 'days' ||
    exactGrain(named.from, named.to) !== 'year' ||
    (beside.kind !== 'season' && beside.kind !== 'days' && beside.kind !== 'since')
  )
    return named;
  const { from, to = calendar.asOf } = wholeRange(beside, calendar);
  const { year } = dayParts(named.from);
  if (from === undefined || from > to || addGrains('month', from, 11) <= to || dayParts(from).year === year)
    return named;
  if (beside.kind === 'season') return { ...beside, year };
  const back = 12 * (year - dayParts(from).year);
  const end = addGrains('month', addDays(to, 1), back);
  return { kind: 'days', from: addGrains('month', from, back), to: addDays(end, -1) };
}

/** A period beside another: "last summer" beside this one is the summer before it. */
function otherThan(period: Period, beside: Period, said: SaidPeriod, calendar: Calendar): Period {
  if (!same(resolvePeriod(period, calendar), resolvePeriod(beside, calendar))) return period;
  if (said.kind === 'bareSeason' && period.kind === 'season') return { ...period, year: period.year - 1 };
  throw new OutOfPlace('Both are the same period, so there is nothing to compare.');
}

/** The year of a bare month, quarter or day set beside another period: that of the other; of two bare ones, the latest that both have begun in. */
function yearBeside(said: SaidPeriod, other: SaidPeriod, calendar: Calendar): number | null {
  if (!isBare(said)) return null;
  // “last season” is told from the other already
  if ([said, other].some((one) => one.kind === 'bareSeason' && one.back > 0)) return null;
  if (!isBare(other))
    return dayParts(wholeRange(settledPeriod(other, calendar, null), calendar).to ?? calendar.asOf).year;
  const [start, otherStart] = [said, other].map((one) => startOf(settledPeriod(one, calendar, null), calendar));
  const years = [start, otherStart].map((one) => dayParts(one ?? calendar.asOf).year);
  const inOneYear = [said, other].map((one) => startOf(settledPeriod(one, calendar, Math.min(...years)), calendar));
  // “January vs December”, just after the new year: the two that are by far nearer to each other
  return 2 * apart(start, otherStart) < apart(inOneYear[0], inOneYear[1]) ? null : Math.min(...years);
}

const apart = (one: Day | undefined, other: Day | undefined) => Math.abs(dayNumber(one ?? '') - dayNumber(other ?? ''));
const isWholeYear = (said: SaidPeriod) =>
  (said.kind === 'last' && said.grain === 'year') ||
  (said.kind === 'days' && exactGrain(said.from, said.to) === 'year');
const isLastYear = (period: Period) => period.kind === 'last' && period.grain === 'year';
const startOf = (period: Period, calendar: Calendar) => resolvePeriod(period, calendar).from ?? '';

/** "vs the month before": the period before, where months are shown or a month is the period; else last month itself. */
export function unitBefore(
  unit: Grain,
  said: readonly SaidEdit[],
  base: Reading,
  calendar: Calendar,
  asFollowUp: boolean,
): Edit[] {
  if (unit === 'year') return [{ do: 'compare', against: { kind: 'year' } }];
  const shown = [...breakdowns(said), ...(asFollowUp ? base.by : [])].find((one) => one.kind === 'time');
  const period =
    said.flatMap((edit) => (edit.do === 'saidPeriod' ? [edit.period] : []))[0] ??
    (asFollowUp ? base.when?.period : undefined);
  const ofUnit =
    shown !== undefined
      ? shown.kind === 'time' && shown.grain === unit
      : period !== undefined && 'grain' in period && period.grain === unit;
  if (
    !ofUnit &&
    shown?.kind === 'time' &&
    (period?.kind === 'this' || period?.kind === 'last' || period?.kind === 'latest') &&
    period.grain === unit
  )
    return shiftedBefore(unit, period, calendar);
  const season =
    period?.kind === 'bareSeason' || period?.kind === 'season'
      ? unitIn(settledPeriod(period, calendar, null), calendar)
      : undefined;
  if (season !== undefined && season?.grain !== unit && !isWeekLong(period, unit, calendar))
    throw new CannotSettle(
      `A season is named, which is no ${unit}; name the days that it should stand beside, or say “the period before”.`,
    );
  if (ofUnit || period?.kind === 'days' || season !== undefined)
    return [{ do: 'compare', against: { kind: 'previous' } }];
  return besidePeriod({ kind: 'last', grain: unit }, asFollowUp ? (base.when?.period ?? null) : null, calendar, null);
}

/** Seven days, on whatever day they begin. */
function isWeekLong(period: SaidPeriod | undefined, unit: Grain, calendar: Calendar): boolean {
  if (unit !== 'week' || period === undefined) return false;
  const { from, to } = wholeRange(settledPeriod(period, calendar, null), calendar);
  return from !== undefined && to === addDays(from, 6);
}

/** The units just before the period in force; with none, the latest ones beside those before them. */
export function stretchBefore(unit: Grain, count: number, when: Period | null, calendar: Calendar): Edit[] {
  const now: Period = when ?? { kind: 'latest', grain: unit, count };
  const { from } = resolvePeriod(now, calendar);
  if (from === undefined) throw new CannotSettle('The period has no beginning, so nothing lies before it.');
  const before: Period = { kind: 'days', from: addGrains(unit, from, -count), to: addDays(from, -1) };
  return [
    ...(when === null ? [{ do: 'period' as const, period: now }] : []),
    { do: 'compare', against: { kind: 'period', period: before } },
  ];
}

/** "vs the same day last week": the days of the period in force, a unit earlier. */
export function shiftedBefore(unit: Grain, when: Period | null, calendar: Calendar): Edit[] {
  if (unit === 'year') return [{ do: 'compare', against: { kind: 'year' } }];
  const { from, to } = when === null ? {} : resolvePeriod(when, calendar);
  if (from === undefined || to === undefined)
    throw new CannotSettle(
      `No period is named, so there is nothing a ${unit} earlier; name one, for example “yesterday”.`,
    );
  return [
    {
      do: 'compare',
      against: {
        kind: 'period',
        period: { kind: 'days', from: addGrains(unit, from, -1), to: addGrains(unit, to, -1) },
      },
    },
  ];
}

/**
 * "the week before", "the summer before that": the one before what is shown, in its place. Where no period is shown, each stands
 * beside the one before.
 */
export function furtherBack(
  { unit, season, month, beside }: Extract<SaidEdit, { do: 'furtherBack' }>,
  when: Period | null,
  said: readonly SaidEdit[],
  base: Reading,
  calendar: Calendar,
): Edit[] {
  const { from, to } = when === null ? {} : wholeRange(when, calendar);
  if (from === undefined || to === undefined) {
    if (unit !== null) return unitBefore(unit, said, base, calendar, true);
    throw new CannotSettle('No period is shown that another could lie before; name the season and its year.');
  }
  if (season !== null || month !== null) {
    const year = dayParts(from).year;
    const found = [0, ...YEARS_BACK]
      .map((back) => (season === null ? monthOf(year - back, month ?? 1) : seasonOf(season, year - back)))
      .find((period) => {
        const range = settledRange(period, calendar);
        return range?.to !== undefined && range.to < from;
      });
    if (found === undefined) throw new CannotSettle('The model gives no dates for an earlier one.');
    return beside ? [{ do: 'compare', against: { kind: 'period', period: found } }] : [{ do: 'period', period: found }];
  }
  const grain = unit ?? 'month';
  const moves = exactGrain(from, to) === grain || (grain === 'week' && to === addDays(from, 6));
  const start = addGrains(grain, moves ? from : startOfGrain(grain, from, calendar.weekStart), -1);
  const end = moves && grain === 'week' ? addDays(start, 6) : endOf(grain, start, calendar.weekStart);
  return [{ do: 'period', period: { kind: 'days', from: start, to: end } }];
}

const seasonOf = (season: string, year: number): Period => ({ kind: 'season', season, year });
function monthOf(year: number, month: number): Period {
  const from = `${year}-${String(month).padStart(2, '0')}-01`;
  return { kind: 'days', from, to: endOf('month', from) };
}

/** "the Friday before": the last one before the day that is shown. */
export function weekdayBefore(day: number, when: Period | null, calendar: Calendar): Edit[] {
  const { from, to } = when === null ? {} : resolvePeriod(when, calendar);
  if (from === undefined || from !== to)
    throw new CannotSettle('No single day is shown that another day could lie before; name the day.');
  const found = [1, 2, 3, 4, 5, 6, 7].map((back) => addDays(from, -back)).find((one) => weekday(one) === day) ?? from;
  return [{ do: 'compare', against: { kind: 'period', period: { kind: 'days', from: found, to: found } } }];
}

/** "… as a percentage of departures": the one measure said with it, or the one shown, divided by that. */
export function withRatios(
  said: readonly SaidEdit[],
  base: Reading,
  asFollowUp: boolean,
  model: Model,
): readonly SaidEdit[] {
  const ratio = said.find((edit) => edit.do === 'saidRatio');
  if (ratio?.do !== 'saidRatio') return said;
  const shows = said.filter((edit) => edit.do === 'show' && edit.how === 'replace');
  const shown =
    shows.length > 0 ? shows.flatMap((edit) => (edit.do === 'show' ? edit.shown : [])) : asFollowUp ? base.shown : [];
  const per = ratio.per ?? 1;
  const divided = (part: Calculation): SaidEdit => {
    const quotient = arithmetic('divide', part, ratio.whole);
    return {
      do: 'show',
      how: 'replace',
      shown: [shownPlainly(per === 1 ? quotient : arithmetic('multiply', quotient, { kind: 'number', value: per }))],
    };
  };
  // “who costs most per repair”: what is ranked by is per that
  const ranked = shows.length > 0 || ratio.per === undefined ? undefined : said.find((edit) => edit.do === 'kindRank');
  if (ranked?.do === 'kindRank' && ranked.by !== null) {
    const { by } = ranked;
    return said.map((edit): SaidEdit =>
      edit === ratio ? divided(by) : edit === ranked ? { ...ranked, by: null } : edit,
    );
  }
  const [only] = shown;
  if (only === undefined || shown.length > 1)
    throw new CannotSettle('One measure at a time is shown as a percentage of another; name both.');
  if (same(only.calculation, ratio.whole) && ratio.per !== undefined)
    throw new CannotSettle('A measure divided by itself says nothing; name another to divide by.');
  const member = asFollowUp && ratio.ofAll && same(only.calculation, ratio.whole) ? onlyMember(base) : null;
  if (member !== null && !said.some((edit) => edit.do === 'condition'))
    return said.map((edit) => (edit === ratio ? { do: 'memberShare', ...member, calculation: ratio.whole } : edit));
  if (same(only.calculation, ratio.whole))
    return said.flatMap((edit) =>
      edit === ratio ? [{ do: 'saidTransform' as const, transform: { kind: 'shareOfAll' as const } }] : [edit],
    );
  if (ratio.per === undefined && isOtherMoney(only.calculation, ratio.whole, model))
    throw new CannotSettle(
      'One of these is an amount of money and the other is not, so neither is a share of the other; say “… per …” for the one divided by the other.',
      true,
    );
  if (ratio.ofAll && isNarrowed(said, base, asFollowUp)) throw new CannotSettle(NOT_OF_ALL, true);
  // “and per sailing”, after “per passenger”: of the same, not of what was divided
  const { calculation } = only;
  const part =
    asFollowUp &&
    shows.length === 0 &&
    ratio.per !== undefined &&
    calculation.kind === 'arithmetic' &&
    calculation.operator === 'divide'
      ? calculation.left
      : calculation;
  const narrowed = asFollowUp && base.where.length > 0 && ratio.per === undefined;
  const remark: SaidEdit[] = narrowed ? [{ do: 'remark', text: 'Both parts are of what the conditions leave.' }] : [];
  return [divided(part), ...remark, ...said.filter((edit) => edit !== ratio && !shows.includes(edit))];
}

/** The one member that an answer is narrowed to, where nothing else narrows it. */
function onlyMember({ where }: Reading): { readonly level: string; readonly members: readonly string[] } | null {
  const [only, second] = where;
  return only?.kind === 'members' && only.is && only.members.length === 1 && second === undefined
    ? { level: only.level, members: only.members }
    : null;
}

/** Is one measure an amount of money and the other none, or of another currency? */
function isOtherMoney(one: Calculation, other: Calculation, model: Model): boolean {
  if (!('measure' in one) || !('measure' in other)) return false;
  const moneyOf = ({ measure }: { readonly measure: string }) => {
    const format = model.measures.get(measure)?.format;
    return format?.style === 'currency' ? (format.currency ?? '') : null;
  };
  return moneyOf(one) !== moneyOf(other);
}

/** The members that the answer before is narrowed to or sets side by side, at a level. */
function presentMembers(base: Reading, level: string | null): { level: string; members: readonly string[] } | null {
  if (base.against?.kind === 'members' && (level === null || base.against.level === level)) return base.against;
  const narrowed = base.where.filter(
    (one) => one.kind === 'members' && one.is && (level === null || one.level === level),
  );
  const [only] = narrowed;
  return narrowed.length === 1 && only?.kind === 'members' ? only : null;
}

export function asideEdits(level: string, members: readonly string[], base: Reading, model: Model): Edit[] {
  const present = presentMembers(base, level);
  if (present === null)
    throw new OutOfPlace(
      `The answer before is not about one ${inSentence(model.levels.get(level)?.level.name ?? 'member')}; name both that should stand side by side.`,
    );
  return [
    {
      do: 'compare',
      against: {
        kind: 'members',
        level,
        members: [...new Set([...present.members, ...members])],
        beside: base.against?.kind === 'members' ? base.against.beside : 'none',
      },
    },
  ];
}

/** The two members that the answer before is narrowed to, side by side. */
export function betweenThem(base: Reading): Edit[] {
  const present = presentMembers(base, null);
  if (present?.members.length !== 2) throw new OutOfPlace('The answer before is not about two members; name both.');
  return [
    {
      do: 'compare',
      against: { kind: 'members', level: present.level, members: [...present.members], beside: 'none' },
    },
  ];
}

/** Those that the only condition on members leaves out, in the place of those it keeps. */
export function otherEdits(level: string | null, base: Reading, model: Model): Edit[] {
  const levelOf = (one: Reading['where'][number]) =>
    one.kind === 'members' ? one.level : one.kind === 'set' ? model.sets.get(one.set)?.level : undefined;
  const narrowed = base.where.filter(
    (one) => (one.kind === 'members' || one.kind === 'set') && one.is && (level === null || levelOf(one) === level),
  );
  const [only] = narrowed;
  if (narrowed.length !== 1 || (only?.kind !== 'members' && only?.kind !== 'set'))
    throw new OutOfPlace(
      'The answer before is not narrowed to certain members, so there are no others to turn to; name them.',
    );
  return [
    { do: 'condition', how: 'remove', condition: only },
    { do: 'condition', how: only.kind === 'set' ? 'only' : 'exclude', condition: { ...only, is: false } },
  ];
}

export function besideEdits(beside: 'all' | 'rest', base: Reading): Edit[] {
  const set = base.where.find((one) => one.kind === 'set' && one.is);
  if (set?.kind === 'set')
    return [
      { do: 'condition', how: 'remove', condition: set },
      { do: 'breakdown', how: 'join', by: [{ kind: 'sets', sets: [set.set], beside }] },
    ];
  const present = presentMembers(base, null);
  if (present === null)
    throw new OutOfPlace(
      'The answer before is not narrowed to certain members, so there is nothing to set beside the others; name a member.',
    );
  return [{ do: 'compare', against: { kind: 'members', level: present.level, members: [...present.members], beside } }];
}

/** Years that a season is looked for before another of its kind. */
const YEARS_BACK = [1, 2, 3, 4];

/** "vs the one before": of a season, the latest one before it that has dates. */
export function oneBefore(when: Period | null, calendar: Calendar): Edit {
  if (when?.kind !== 'season') return { do: 'compare', against: { kind: 'previous' } };
  const before = YEARS_BACK.map((back): Period => ({ ...when, year: when.year - back })).find(
    (period) => settledRange(period, calendar) !== null,
  );
  return { do: 'compare', against: before === undefined ? { kind: 'previous' } : { kind: 'period', period: before } };
}
