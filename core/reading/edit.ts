/**
 * Edits: what a follow-up, or a manual change, does to the reading before. Words and hands make the same edits,
 * so both give the same reading; what an edit does not mention stays.
 */
import { factHasLevel, factsOf, UnknownName, type Model } from '../model/model';
import type { Grain } from '../time/grain';
import { besideOthers, breakdown, drill, isTime, rollUp, withoutLevel } from './edit-breakdowns';
import { addedToAll, condition, subjectOf } from './edit-conditions';
import { asFigures, columnsBrokenDown, columnsShown, listing } from './edit-listings';
import { otherPart, sharesAmongAll, sharesOfAll } from './edit-parts';
import { rerank, reverse } from './edit-ranks';
import { done, refused, type Edit, type Edited } from './edit-schema';
import { missingFrom } from './references';
import { listWords } from './words';
import {
  byLevel,
  choosesPeriods,
  EMPTY_READING,
  hasDifference,
  isOneLine,
  MOST_AHEAD,
  MOST_LINES,
  plain,
  same,
  type Condition,
  type Explain,
  type FormatEdit,
  type Key,
  type Rank,
  type Reading,
  type SaidLine,
  type View,
} from './schema';

/** Edits in the order in which they are applied, whatever the order in which they were said. */
const PRECEDENCE: readonly Edit['do'][] = [
  'clear',
  'show',
  'drill',
  'rollUp',
  'breakdown',
  'condition',
  'dateRole',
  'period',
  'compare',
  'rank',
  'rerank',
  'transform',
  'ahead',
  'order',
  'reverse',
  'rows',
  'view',
  'format',
  'line',
  'explain',
];

/**
 * Applies edits one after the other, in a fixed order of their kinds, and tidies the result. What names something that the model does
 * not have is refused; edits that take such a thing away are not.
 */
export function applyEdits(reading: Reading, edits: readonly Edit[], model: Model): Edited {
  try {
    const edited = applied(reading, edits, model);
    const missing = edited.ok ? missingFrom(edited.reading, model) : null;
    return missing === null ? edited : refused(missing);
  } catch (error) {
    if (error instanceof UnknownName) return refused(missingFrom(reading, model) ?? error.message);
    throw error;
  }
}

function applied(reading: Reading, edits: readonly Edit[], model: Model): Edited {
  const ordered = [...edits].sort((a, b) => PRECEDENCE.indexOf(a.do) - PRECEDENCE.indexOf(b.do));
  const shows = edits.some((edit) => edit.do === 'show');
  let current = reading;
  const notes: string[] = [];
  for (const edit of ordered) {
    const result = edit.do === 'condition' && !shows ? ofParts(current, edit, model) : applyEdit(current, edit, model);
    if (!result.ok) return result;
    current = result.reading;
    notes.push(...result.notes);
  }
  const tidied = asFarAhead(sharesAmongAll(tidy(stillExplained(current, edits), model)), reading, edits);
  if (current.ahead !== null && tidied.ahead === null) notes.push(FORECAST_ENDED);
  const grain = comparedWithoutPeriod(tidied);
  return grain === null
    ? done(tidied, ...notes)
    : done(
        { ...tidied, when: { period: { kind: 'this', grain } } },
        ...notes,
        `No period was named, so this ${grain} to date is compared.`,
      );
}

/**
 * A comparison in time with no period and no time breakdown is taken as this year to date beside the same days of last year;
 * what is set beside a period of its own, as what is now beside what was.
 * @returns the grain of which this one is compared; null where a period is named or nothing is compared
 */
function comparedWithoutPeriod({ against, when, by, shown }: Reading): Grain | null {
  if (when !== null) return null;
  if (against?.kind === 'period') return against.period.kind === 'last' ? against.period.grain : 'year';
  const compares =
    against?.kind === 'year' || against?.kind === 'previous' || shown.some((one) => one.transform?.kind === 'change');
  return compares && !by.some(isTime) ? 'year' : null;
}

/** A condition on members of the level of which the share of one is shown. */
function ofParts(reading: Reading, edit: Extract<Edit, { do: 'condition' }>, model: Model): Edited {
  const other = otherPart(reading, edit);
  if (other !== null) return done(other);
  return applyEdit(
    edit.condition.kind === 'members' && edit.how !== 'remove' ? sharesOfAll(reading, edit.condition.level) : reading,
    edit,
    model,
  );
}

function applyEdit(reading: Reading, edit: Edit, model: Model): Edited {
  switch (edit.do) {
    case 'show':
      return reading.rows !== null && edit.how !== 'replace'
        ? columnsShown(reading, edit, model)
        : show(asFigures(reading), edit);
    case 'breakdown':
      return reading.rows !== null && (edit.how === 'add' || edit.how === 'remove')
        ? columnsBrokenDown(reading, edit, model)
        : breakdown(asFigures(reading), edit, model);
    case 'condition': {
      const added = addedToAll(reading, edit, model);
      return added === null ? condition(reading, edit, model) : besideAll(reading, added, model);
    }
    case 'period': {
      if (edit.period === null) return clear(reading, { do: 'clear', what: 'period' }, model);
      const role = edit.role ?? reading.when?.role;
      // what stood beside another period does not stand beside this one
      const left = reading.against?.kind === 'period' && !same(reading.when?.period, edit.period);
      const when = { period: edit.period, ...(role === undefined || role === model.defaultDate ? {} : { role }) };
      return done({ ...reading, against: left ? null : reading.against, when });
    }
    case 'dateRole':
      return done(withRole(reading, edit.role, model));
    case 'compare':
      return compare(asFigures(reading), edit.against, model);
    case 'rank':
      return done({ ...asFigures(reading), rank: edit.rank, order: null });
    case 'rerank':
      return rerank(asFigures(reading), edit);
    case 'order':
      return done({ ...reading, order: edit.order });
    case 'reverse':
      return reverse(reading, edit.direction);
    case 'transform':
      return done({
        ...asFigures(reading),
        shown: (reading.shown.length > 0 ? reading.shown : [plain(usualMeasure(reading, model))]).map((one) => ({
          ...one,
          transform: edit.transform,
        })),
      });
    case 'ahead':
      return ahead(asFigures(reading), edit.periods);
    case 'rows':
      return listing(reading, edit, model);
    case 'view':
      return done({ ...asFigures(reading), view: edit.view === null ? null : { ...reading.view, ...edit.view } });
    case 'format':
      return done({ ...asFigures(reading), view: formatted(reading.view, edit.format) });
    case 'explain':
      return explained(asFigures(reading), edit.explain);
    case 'line':
      return crossed(asFigures(reading), edit);
    case 'drill':
      return drill(reading, edit.member, model);
    case 'rollUp':
      return rollUp(reading, edit.level, model);
    case 'clear':
      return clear(reading, edit, model);
  }
}

/**
 * Changes that ask the same of something else; any other, and a measure more, asks for figures again. So does a measure that is named
 * together with anything else: that is a question of its own.
 */
const STILL_EXPLAINED: ReadonlySet<Edit['do']> = new Set(['show', 'condition', 'period', 'dateRole', 'compare']);

function stillExplained(reading: Reading, edits: readonly Edit[]): Reading {
  if (reading.explain === undefined || edits.some((edit) => edit.do === 'explain')) return reading;
  const alone = edits.length === 1 || edits.every((edit) => edit.do !== 'show');
  return alone && reading.shown.length === 1 && edits.every((edit) => STILL_EXPLAINED.has(edit.do))
    ? reading
    : unexplained(reading);
}

/** The figures themselves, of which nothing more is asked. */
export function unexplained({ explain: _explain, ...reading }: Reading): Reading {
  return reading;
}

function explained(reading: Reading, explain: Explain | null): Edited {
  if (explain === null)
    return reading.explain === undefined ? refused('Nothing is explained now.') : done(unexplained(reading));
  return done({ ...reading, explain });
}

/** Days of a grain, on average. */
const DAYS_OF: Readonly<Record<Grain, number>> = {
  day: 1,
  week: 7,
  month: 365.25 / 12,
  quarter: 365.25 / 4,
  half: 365.25 / 2,
  year: 365.25,
};

/** A line whose grain changes is carried on about as far as it was. */
function asFarAhead(reading: Reading, before: Reading, edits: readonly Edit[]): Reading {
  const [now, then] = [reading, before].map(({ by }) => by.find(isTime)?.grain);
  if (
    reading.ahead === null ||
    now === undefined ||
    then === undefined ||
    now === then ||
    edits.some((edit) => edit.do === 'ahead')
  )
    return reading;
  const periods = Math.round((reading.ahead.periods * DAYS_OF[then]) / DAYS_OF[now]);
  return { ...reading, ahead: { periods: Math.min(MOST_AHEAD, Math.max(1, periods)) } };
}

const FORECAST_ENDED =
  'The forecast was taken away: a line of one measure over time can be carried on, with nothing beside it.';

/** A line is carried on plainly: without what it stands beside, and without what it was turned into. */
function ahead(reading: Reading, periods: number | null): Edited {
  if (periods === null)
    return reading.ahead === null ? refused('No forecast is shown now.') : done({ ...reading, ahead: null });
  const [first, ...others] = reading.shown;
  if (others.length > 0) return refused('One measure at a time is forecast; show one of them only.');
  const plainly: Reading = {
    ...reading,
    shown: first === undefined ? [] : [{ ...first, transform: null }],
    against: hasDifference(reading) ? null : reading.against,
    ahead: { periods },
  };
  if (!plainly.by.some(isTime))
    return refused('A forecast carries a line over time on; break it down by time first, for example “by month”.');
  if (choosesPeriods(plainly))
    return refused('Some periods are left out here, so there is no line to carry on; take that away first.');
  return done(
    plainly,
    ...(hasDifference(reading) ? ['What it stood beside was taken away for the forecast.'] : []),
    ...(first?.transform ? ['A forecast is of the plain numbers.'] : []),
  );
}

/** A view with format options put in and taken away; null where nothing is left of it. */
function formatted(view: View | null, format: FormatEdit): View | null {
  const { chart, ...before } = view ?? { chart: null };
  const kept = Object.fromEntries(
    Object.entries({ ...before, ...format }).filter(
      ([, value]) => value !== false && value !== null && value !== undefined,
    ),
  );
  return chart === null && Object.keys(kept).length === 0 ? null : { chart, ...kept };
}

function crossed(reading: Reading, { line, how }: Extract<Edit, { do: 'line' }>): Edited {
  const there = reading.view?.lines ?? [];
  const others = there.filter((one) => one.at !== line.at);
  if (how === 'remove')
    return others.length === there.length
      ? refused('No such line is on the chart now.')
      : done({ ...reading, view: withLines(reading.view, others) });
  return others.length >= MOST_LINES
    ? refused(`At most ${MOST_LINES} lines cross a chart; take one away first.`)
    : done({ ...reading, view: withLines(reading.view, [...others, line]) });
}

function withLines(view: View | null, lines: readonly SaidLine[]): View | null {
  const { lines: _before, ...others } = view ?? { chart: null };
  if (lines.length > 0) return { ...others, lines: [...lines] };
  return others.chart === null && Object.keys(others).length === 1 ? null : others;
}

function show(reading: Reading, edit: Extract<Edit, { do: 'show' }>): Edited {
  if (edit.how === 'replace') return done({ ...reading, shown: edit.shown });
  if (edit.how === 'add') {
    const more = edit.shown.filter((one) => !reading.shown.some((there) => same(there, one)));
    return done({ ...reading, shown: [...reading.shown, ...more] });
  }
  const left = reading.shown.filter((there) => !edit.shown.some((one) => same(one.calculation, there.calculation)));
  if (left.length === 0) return refused('That would leave nothing to show; name another measure to show instead.');
  if (left.length === reading.shown.length) return refused('That is not shown now, so it cannot be taken away.');
  return done({ ...reading, shown: left });
}

function withRole(reading: Reading, role: string, model: Model): Reading {
  const said = role === model.defaultDate ? {} : { role };
  return {
    ...reading,
    by: reading.by.map((one) => {
      if (one.kind === 'time') return { kind: one.kind, grain: one.grain, ...said };
      if (one.kind === 'cycle') return { kind: one.kind, cycle: one.cycle, ...said };
      return one;
    }),
    when: reading.when === null ? null : { period: reading.when.period, ...said },
  };
}

function compare(reading: Reading, against: Reading['against'], model: Model): Edited {
  if (against?.kind !== 'members') {
    const before = reading.against;
    if (against !== null || before?.kind !== 'members') return done({ ...reading, against });
    const kept: Condition = { kind: 'members', level: before.level, is: true, members: before.members };
    return done({ ...reading, against, by: withoutLevel(reading.by, before.level), where: [...reading.where, kept] });
  }
  const there = reading.by.some((one) => one.kind === 'level' && one.level === against.level);
  const by = there ? reading.by : besideOthers(reading.by, against.level, model);
  const where = reading.where.filter((one) => !(one.kind === 'members' && one.level === against.level));
  return done({ ...reading, against, by, where, rank: null });
}

/** A member more, where all are shown together, stands beside them; where each is shown, it is there already. */
function besideAll(
  reading: Reading,
  { level, members }: Extract<Condition, { kind: 'members' }>,
  model: Model,
): Edited {
  if (reading.by.some((one) => one.kind === 'level' && one.level === level))
    return refused(
      `${listWords(members, 'and')} ${members.length === 1 ? 'is' : 'are'} in the answer already; “only …” keeps some, “without …” leaves some out.`,
    );
  return compare(reading, { kind: 'members', level, members, beside: 'all' }, model);
}

/** Members of a level beside each other join what is broken down by already, or take the place of a level of their own hierarchy. */
function clear(reading: Reading, edit: Extract<Edit, { do: 'clear' }>, model: Model): Edited {
  switch (edit.what) {
    case 'conditions':
      return done({ ...reading, where: [] });
    case 'level':
      return done({
        ...reading,
        where: reading.where.filter((one) => subjectOf(one, model) !== `level ${edit.level}`),
      });
    case 'breakdown':
      return done({ ...reading, by: [], rank: null, order: null, view: null });
    case 'rank':
      return done({ ...reading, rank: null, order: null });
    case 'period':
      // what stood beside that period has nothing to stand beside now
      return done({ ...reading, when: null, against: reading.against?.kind === 'period' ? null : reading.against });
    case 'everything':
      return done(EMPTY_READING);
  }
}

/**
 * The measure shown where none was named: in a listing of records one of theirs, how many they are if the model counts them; else the
 * model's usual one, or, where its records know nothing of what is asked about, how many there are of the first that do.
 */
function usualMeasure(reading: Reading, model: Model): string {
  const { rows } = reading;
  const own =
    rows === null
      ? []
      : [...model.measures.values()].filter((one) =>
          factsOf(model, { kind: 'measure', measure: one.id }).every((fact) => fact === rows.fact),
        );
  if (own.length === 0 || own.some((one) => one.id === model.defaultMeasure)) return knowingMeasure(reading, model);
  return (own.find((one) => one.kind === 'count') ?? own[0])?.id ?? model.defaultMeasure;
}

/** The model's usual measure, or where its records know nothing of these levels, how many there are of the first that do. */
export function knowingMeasure({ by, where }: Pick<Reading, 'by' | 'where'>, model: Model): string {
  const usual = model.defaultMeasure;
  const levels = [
    ...by.flatMap((one) => (one.kind === 'level' ? [one.level] : [])),
    ...where.flatMap((one) => (one.kind === 'members' || one.kind === 'text' ? [one.level] : [])),
  ];
  const knows = (measure: string) =>
    factsOf(model, { kind: 'measure', measure }).every((fact) =>
      levels.every((level) => factHasLevel(model, fact, level)),
    );
  if (usual === '' || knows(usual)) return usual;
  const plans = new Set([...model.measures.values()].flatMap((one) => one.plan ?? []));
  const knowing = [...model.measures.values()].filter(
    (one) => one.hidden !== true && !plans.has(one.id) && knows(one.id),
  );
  return (knowing.find((one) => one.kind === 'count' && one.only.length === 0) ?? knowing[0])?.id ?? usual;
}

/** Without a comparison a rank by the difference is one by the value. */
function withoutChange({ on: _on, ...rank }: Rank): Rank {
  return rank;
}

/** Drops what no longer has anything to hold on to: a rank of a level that is gone, a comparison of members no longer shown. */
function tidy(reading: Reading, model: Model): Reading {
  const usual = usualMeasure(reading, model);
  const shown = reading.shown.length > 0 ? reading.shown : usual ? [plain(usual)] : [];
  const has = (key: Key) => reading.by.some((one) => same(one, key));
  const { against, order } = reading;
  const ranked = reading.rank;
  const valued = ranked && ranked.on !== undefined && !hasDifference(reading) ? withoutChange(ranked) : ranked;
  const rank =
    valued && (has(valued.of) || valued.by !== null)
      ? { ...valued, within: valued.within !== null && has(valued.within) ? valued.within : null }
      : null;
  return {
    ...reading,
    shown,
    rank,
    ahead: isOneLine({ ...reading, shown }) ? reading.ahead : null,
    against: against?.kind === 'members' && !has(byLevel(against.level)) ? null : against,
    order:
      order?.by.kind === 'measure' &&
      ((order.by.on !== undefined && !hasDifference(reading)) ||
        !shown.some((one) => order.by.kind === 'measure' && same(one.calculation, order.by.calculation)))
        ? null
        : order,
  };
}
