/** Settling: the intents of a cover, against the reading before, the model and the calendar → a reading, or why not. */
import { isMeasure, measuresIn, type Calculation } from '../model/calculation';
import { factsOf, measure as measureOf, type Model } from '../model/model';
import { applyEdits, type Edit } from '../reading/edit';
import { EMPTY_READING, same, type Breakdown, type Reading } from '../reading/schema';
import { dayParts } from '../time/day';
import { resolvePeriod, type Calendar, type Period } from '../time/period';
import type { Cover } from './cover';
import { byLevel, type Intent, type Move, type SaidEdit } from './intent';
import { ImpossiblePeriod, readableGrain, settledPeriod, wholeRange } from './periods';

export type Settled =
  | { readonly kind: 'reading'; readonly reading: Reading; readonly notes: readonly string[]; readonly edits: readonly Edit[]; readonly asFollowUp: boolean }
  | { readonly kind: 'move'; readonly move: Move }
  /** `final`: the words are understood and ask for what can't be, so no other reading of them may stand in. */
  | { readonly kind: 'refused'; readonly reason: string; readonly final: boolean };

export interface Situation {
  readonly model: Model;
  readonly calendar: Calendar;
  readonly before: Reading | null;
}

/** Does a question stand on its own: with a measure and something that measure is broken down or narrowed by? */
function isComplete(said: readonly SaidEdit[]): boolean {
  const shows = said.some((edit) => edit.do === 'show' || (edit.do === 'saidRank' && edit.rank.by !== null) || (edit.do === 'condition' && edit.condition.kind === 'measure'));
  const about = said.some((edit) => ['breakdown', 'condition', 'saidRank', 'overTime', 'kindOfLevel', 'change'].includes(edit.do) || (edit.do === 'compare' && edit.against?.kind === 'members'));
  return shows && about;
}

/** Is the cover read as a follow-up of the reading before? */
export function readsAsFollowUp(intents: readonly Intent[], before: Reading | null): boolean {
  if (before === null) return false;
  if (intents.some((one) => one.fresh)) return false;
  return intents.some((one) => one.followUp) || !isComplete(intents.flatMap((one) => one.edits));
}

/** @param asFollowUp whether the reading before stays in force where nothing is said of it */
export function settle(cover: Cover, situation: Situation, asFollowUp: boolean): Settled {
  const intents = cover.pieces.map((piece) => piece.intent);
  const refuse = intents.find((one) => one.refuse)?.refuse;
  if (refuse !== undefined) return { kind: 'refused', reason: refuse, final: true };
  const move = intents.find((one) => one.move)?.move;
  if (move) return situation.before === null ? { kind: 'refused', reason: 'There is no step to go back to.', final: true } : { kind: 'move', move };
  const base = asFollowUp && situation.before ? situation.before : EMPTY_READING;
  const notes: string[] = [];
  try {
    const edits = settledEdits(intents.flatMap((one) => one.edits), situation, base, asFollowUp);
    if (edits.length === 0 && !intents.some((one) => one.fresh || one.edits.some((edit) => edit.do === 'reference'))) return { kind: 'refused', reason: 'Nothing in it asks for anything the model knows.', final: false };
    const edited = applyEdits(base, edits, situation.model);
    if (!edited.ok) return { kind: 'refused', reason: edited.reason, final: false };
    const { reading } = edited;
    if (!asFollowUp && !edits.some((edit) => edit.do === 'show')) notes.push(`Shows ${measureOf(situation.model, situation.model.defaultMeasure).name.toLowerCase()}, the model’s usual measure, as none was named.`);
    return { kind: 'reading', reading, notes: [...notes, ...edited.notes], edits, asFollowUp };
  } catch (error) {
    if (error instanceof ImpossiblePeriod || error instanceof CannotSettle) return { kind: 'refused', reason: error.message, final: error instanceof ImpossiblePeriod };
    throw error;
  }
}

class CannotSettle extends Error {}

function settledEdits(said: readonly SaidEdit[], situation: Situation, base: Reading, asFollowUp: boolean): Edit[] {
  const { model, calendar } = situation;
  const year = asFollowUp && base.when ? yearOf(base.when.period, calendar) : null;
  const edits: Edit[] = [];
  for (const edit of said) {
    switch (edit.do) {
      case 'saidPeriod': {
        const period = settledPeriod(edit.period, calendar, year);
        if (edit.how === 'leaveOut') edits.push({ do: 'condition', how: 'only', condition: { kind: 'notPeriod', period } });
        else edits.push({ do: 'period', period, ...(edit.role === undefined || edit.role === model.defaultDate ? {} : { role: edit.role }) });
        break;
      }
      case 'saidComparison':
        edits.push(...comparisonOfPeriods(edit, base, calendar, year));
        break;
      case 'overTime':
      case 'change':
      case 'reference':
      case 'kindOfLevel':
      case 'saidRank':
        break;
      default:
        edits.push(edit);
    }
  }
  const period = edits.find((edit) => edit.do === 'period');
  const when = period?.do === 'period' ? period.period : (base.when?.period ?? null);
  for (const edit of said) {
    if (edit.do === 'change') edits.push(...changeEdits(edits, base, asFollowUp));
    if (edit.do === 'reference') edits.push(...referenceEdits(edit.level, base));
    if (edit.do === 'overTime') edits.push(overTime(said, when, calendar, model, base));
    if (edit.do === 'kindOfLevel') edits.push({ do: 'breakdown', how: 'join', by: [levelOfKind(edit.kind, base, edits, model)] });
    if (edit.do === 'saidRank') edits.push(...rankEdits(edit, edits, base, model, asFollowUp));
  }
  const roles = new Set(edits.flatMap((edit) => (edit.do === 'breakdown' ? edit.by.flatMap((by) => (by.kind !== 'level' && by.role !== undefined ? [by.role] : [])) : [])));
  const [role] = roles;
  if (roles.size === 1 && role !== undefined) edits.forEach((edit, at) => { if (edit.do === 'period' && edit.role === undefined) edits[at] = { ...edit, role }; });
  const tested = said.flatMap((edit) => (edit.do === 'condition' && edit.condition.kind === 'measure' ? [edit.condition.calculation] : []))[0];
  if (!asFollowUp && tested !== undefined && !edits.some((edit) => edit.do === 'show')) edits.push({ do: 'show', how: 'replace', shown: [{ calculation: tested, transform: null }] });
  return separated(edits);
}

/** Several bare breakdowns said at once belong together: "by coast by month" is one breakdown by both. */
function separated(edits: readonly Edit[]): Edit[] {
  const joins = edits.filter((edit) => edit.do === 'breakdown' && edit.how === 'join');
  const shows = edits.filter((edit) => edit.do === 'show' && edit.how === 'replace');
  const others = edits.filter((edit) => !joins.includes(edit) && !shows.includes(edit));
  const merged: Edit[] = [];
  if (shows.length > 0) merged.push({ do: 'show', how: 'replace', shown: shows.flatMap((edit) => (edit.do === 'show' ? edit.shown : [])) });
  if (joins.length > 0) {
    const by = joins.flatMap((edit) => (edit.do === 'breakdown' ? edit.by : []));
    const unique = by.filter((one, index) => by.findIndex((other) => same(one, other)) === index);
    merged.push({ do: 'breakdown', how: 'join', by: unique });
  }
  const periods = others.filter((edit) => edit.do === 'period');
  if (periods.length > 1) throw new CannotSettle('Two periods are named; say “2025 vs 2024” to compare them, or name one.');
  return [...merged, ...mergedConditions(others)];
}

/** Conditions on the same level said one by one are one list. */
function mergedConditions(edits: readonly Edit[]): Edit[] {
  const result: Edit[] = [];
  for (const edit of edits) {
    if (edit.do === 'condition' && edit.condition.kind === 'members') {
      const { condition, how } = edit;
      const at = result.findIndex((one) => one.do === 'condition' && one.how === how && one.condition.kind === 'members' && one.condition.level === condition.level);
      const there = result[at];
      if (there?.do === 'condition' && there.condition.kind === 'members') {
        result[at] = { ...there, condition: { ...there.condition, members: [...new Set([...there.condition.members, ...condition.members])] } };
        continue;
      }
    }
    result.push(edit);
  }
  return result;
}

function yearOf(period: Period, calendar: Calendar): number | null {
  const { from, to } = wholeRange(period, calendar);
  const day = to ?? from;
  return day === undefined ? null : dayParts(day).year;
}

function comparisonOfPeriods(edit: Extract<SaidEdit, { do: 'saidComparison' }>, base: Reading, calendar: Calendar, year: number | null): Edit[] {
  const first = settledPeriod(edit.period, calendar, year);
  if (edit.with === undefined) {
    if (base.when !== null) return [{ do: 'compare', against: { kind: 'period', period: first } }];
    const now: Period = first.kind === 'last' ? { kind: 'this', grain: first.grain } : { kind: 'this', grain: 'year' };
    return [{ do: 'period', period: now }, { do: 'compare', against: { kind: 'period', period: first } }];
  }
  const second = settledPeriod(edit.with, calendar, year);
  if (isThisYear(first) && second.kind === 'last' && second.grain === 'year') return [{ do: 'period', period: first }, { do: 'compare', against: { kind: 'year' } }];
  const [later, earlier] = startOf(first, calendar) >= startOf(second, calendar) ? [first, second] : [second, first];
  return [{ do: 'period', period: later }, { do: 'compare', against: { kind: 'period', period: earlier } }];
}

const isThisYear = (period: Period) => period.kind === 'this' && period.grain === 'year';

const startOf = (period: Period, calendar: Calendar) => resolvePeriod(period, calendar).from ?? '';

function overTime(said: readonly SaidEdit[], when: Period | null, calendar: Calendar, model: Model, base: Reading): Edit {
  const range = when ? resolvePeriod(when, calendar) : {};
  const from = range.from ?? calendar.firstData ?? calendar.asOf;
  const to = range.to ?? calendar.lastData ?? calendar.asOf;
  const shown = said.flatMap((edit) => (edit.do === 'show' ? edit.shown : []));
  const grain = readableGrain(from, to, calendar.weekStart, finestGrain((shown.length > 0 ? shown : base.shown).map((one) => one.calculation), model));
  return { do: 'breakdown', how: 'join', by: [{ kind: 'time', grain }] };
}

/** A change needs something to change from: the period before where there is a time line, else the year before. */
function changeEdits(edits: readonly Edit[], base: Reading, asFollowUp: boolean): Edit[] {
  if (edits.some((edit) => edit.do === 'compare')) return [];
  const by = [...edits.flatMap((edit) => (edit.do === 'breakdown' ? edit.by : [])), ...(asFollowUp ? base.by : [])];
  return [{ do: 'compare', against: { kind: by.some((one) => one.kind === 'time') ? 'previous' : 'year' } }];
}

/** The members a rank chose stay chosen, by the measure that chose them, whatever is shown of them next. */
function referenceEdits(level: string, base: Reading): Edit[] {
  const { rank } = base;
  const first = base.shown[0]?.calculation;
  const speaksOf = base.by.some((one) => one.kind === 'level' && one.level === level) || base.where.some((one) => one.kind === 'members' && one.level === level);
  if (!speaksOf && rank?.level !== level) throw new CannotSettle('The answer before does not show such members, so there are none to point at.');
  return rank?.level === level && rank.by === null && first ? [{ do: 'rank', rank: { ...rank, by: first } }] : [];
}

/** The finest grain that all the facts of these calculations have. */
function finestGrain(calculations: readonly Calculation[], model: Model): 'day' | 'week' | 'month' | 'quarter' | 'year' {
  const order = ['day', 'week', 'month', 'quarter', 'year'] as const;
  const grains = calculations.flatMap((one) => factsOf(model, one)).map((fact) => model.facts.get(fact)?.grain ?? 'day');
  return order[Math.max(0, ...grains.map((grain) => order.indexOf(grain)))] ?? 'day';
}

function levelOfKind(kind: 'person' | 'place' | 'time', base: Reading, edits: readonly Edit[], model: Model): Breakdown {
  const levels = [...model.levels.values()].filter((entry) => entry.level.kind === kind).map((entry) => entry.level.id);
  const fixed = [...base.where, ...edits.flatMap((edit) => (edit.do === 'condition' ? [edit.condition] : []))].flatMap((one) =>
    one.kind === 'members' && one.is && one.members.length === 1 && levels.includes(one.level) ? [one.level] : [],
  );
  for (const level of fixed)
    for (const hierarchy of model.hierarchies) {
      const below = hierarchy[hierarchy.indexOf(level) + 1];
      if (hierarchy.includes(level) && below !== undefined) return byLevel(below);
    }
  const [first] = levels;
  if (first === undefined) throw new CannotSettle(`The model marks no level as a ${kind}; name the level instead.`);
  return byLevel(first);
}

function rankEdits(said: Extract<SaidEdit, { do: 'saidRank' }>, edits: readonly Edit[], base: Reading, model: Model, asFollowUp: boolean): Edit[] {
  const { rank } = said;
  const shows = edits.some((edit) => edit.do === 'show');
  const more: Edit[] = [];
  const shownNow = edits.flatMap((edit) => (edit.do === 'show' ? edit.shown : []))[0]?.calculation ?? base.shown[0]?.calculation ?? null;
  if (rank.by !== null && !shows && !asFollowUp) more.push({ do: 'show', how: 'replace', shown: [{ calculation: rank.by, transform: null }] });
  const saidBy = edits.flatMap((edit) => (edit.do === 'breakdown' ? edit.by : []));
  const has = (level: string) => [...saidBy, ...(asFollowUp ? base.by : [])].some((one) => one.kind === 'level' && one.level === level);
  const needed = [rank.within, rank.level].filter((level): level is string => level !== null && !has(level));
  if (needed.length > 0) more.push({ do: 'breakdown', how: saidBy.length > 0 ? 'add' : 'join', by: needed.map(byLevel) });
  const by = rank.by ?? shownNow;
  const direction = directionOf(said.sense, by, model);
  const moves = rank.by !== null && !shows && (!asFollowUp || same(rank.by, shownNow));
  more.push({ do: 'rank', rank: { ...rank, by: moves ? null : rank.by, direction } });
  return more;
}

/** "Best" and "worst" follow the measure's direction; "top" and "bottom" do not. */
function directionOf(sense: 'top' | 'bottom' | 'best' | 'worst', by: Calculation | null, model: Model): 'top' | 'bottom' {
  if (sense === 'top' || sense === 'bottom') return sense;
  const id = by && isMeasure(by) ? by.measure : by ? measuresIn(by)[0] : model.defaultMeasure;
  const lessIsBetter = id !== undefined && model.measures.get(id)?.direction === 'less';
  return (sense === 'best') === lessIsBetter ? 'bottom' : 'top';
}
