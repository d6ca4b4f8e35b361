/**
 * Edits: what a follow-up, or a manual change, does to the reading before. Words and hands make the same edits,
 * so both give the same reading; what an edit does not mention stays.
 */
import { z } from 'zod';
import { factHasLevel, factsOf, rowColumnOf, sharedHierarchy, neighbourLevel, level as levelOf, type Model } from '../model/model';
import { calculationSchema, type Calculation } from '../model/calculation';
import type { Grain } from '../time/grain';
import { periodSchema } from '../time/period';
import {
  breakdownSchema, byLevel, canonical, comparisonSchema, conditionSchema, EMPTY_READING, formatEditSchema, hasDifference, keySchema, listedSchema, orderSchema, plain, rankSchema, same, shownSchema,
  transformSchema, viewSchema, type Breakdown, type Condition, type FormatEdit, type Key, type Listed, type Rank, type Reading, type View,
  MOST_LINES, referenceLineSchema, type SaidLine,
} from './schema';

export const editSchema = z.discriminatedUnion('do', [
  z.object({ do: z.literal('show'), shown: z.array(shownSchema).min(1), how: z.enum(['replace', 'add', 'remove']) }),
  /** `join` is the bare "by …" of a follow-up: see language.md section 8. */
  z.object({ do: z.literal('breakdown'), by: z.array(breakdownSchema).min(1), how: z.enum(['join', 'add', 'replace', 'remove']), instead: breakdownSchema.optional() }),
  z.object({ do: z.literal('condition'), condition: conditionSchema, how: z.enum(['only', 'widen', 'exclude', 'remove']) }),
  z.object({ do: z.literal('period'), period: periodSchema.nullable(), role: z.string().optional() }),
  z.object({ do: z.literal('dateRole'), role: z.string() }),
  z.object({ do: z.literal('compare'), against: comparisonSchema.nullable() }),
  z.object({ do: z.literal('rank'), rank: rankSchema.nullable() }),
  /** Changes the count or direction of the rank in force, or ranks the first level shown. */
  z.object({ do: z.literal('rerank'), direction: z.enum(['top', 'bottom']).optional(), count: z.number().int().min(1).max(10_000).optional(), percent: z.boolean().optional(), by: calculationSchema.optional(), within: keySchema.optional(), others: z.boolean().optional() }),
  z.object({ do: z.literal('order'), order: orderSchema.nullable() }),
  z.object({ do: z.literal('reverse'), direction: z.enum(['up', 'down']).optional() }),
  z.object({ do: z.literal('transform'), transform: transformSchema.nullable() }),
  /** Lists the records behind the answer; `add` and `remove` change the columns of the listing. */
  z.object({ do: z.literal('rows'), fact: z.string().optional(), columns: z.array(listedSchema).default([]), how: z.enum(['list', 'add', 'remove', 'stop']) }),
  z.object({ do: z.literal('view'), view: viewSchema.nullable() }),
  z.object({ do: z.literal('format'), format: formatEditSchema }),
  z.object({ do: z.literal('line'), line: referenceLineSchema, how: z.enum(['add', 'remove']) }),
  z.object({ do: z.literal('drill'), member: z.object({ level: z.string(), name: z.string() }).optional() }),
  z.object({ do: z.literal('rollUp'), level: z.string().optional() }),
  z.object({ do: z.literal('clear'), what: z.enum(['conditions', 'level', 'breakdown', 'rank', 'period', 'everything']), level: z.string().optional() }),
]);
export type Edit = z.infer<typeof editSchema>;

/** What an edit made of a reading; or why it can't be made, with the reading kept. */
export type Edited =
  | { readonly ok: true; readonly reading: Reading; readonly notes: readonly string[] }
  | { readonly ok: false; readonly reason: string };

const done = (reading: Reading, ...notes: string[]): Edited => ({ ok: true, reading, notes });
const refused = (reason: string): Edited => ({ ok: false, reason });

/** Edits in the order in which they are applied, whatever the order in which they were said. */
const PRECEDENCE: readonly Edit['do'][] = [
  'clear', 'show', 'drill', 'rollUp', 'breakdown', 'condition', 'dateRole', 'period', 'compare', 'rank', 'rerank', 'transform', 'order', 'reverse', 'rows', 'view', 'format', 'line',
];

/** Applies edits one after the other, in a fixed order of their kinds, and tidies the result. */
export function applyEdits(reading: Reading, edits: readonly Edit[], model: Model): Edited {
  const ordered = [...edits].sort((a, b) => PRECEDENCE.indexOf(a.do) - PRECEDENCE.indexOf(b.do));
  let current = reading;
  const notes: string[] = [];
  for (const edit of ordered) {
    const result = applyEdit(current, edit, model);
    if (!result.ok) return result;
    current = result.reading;
    notes.push(...result.notes);
  }
  const tidied = tidy(current, model);
  const grain = comparedWithoutPeriod(tidied);
  return grain === null ? done(tidied, ...notes) : done({ ...tidied, when: { period: { kind: 'this', grain } } }, ...notes, `No period was named, so this ${grain} to date is compared.`);
}

/**
 * A comparison in time with no period and no time breakdown is taken as this year to date beside the same days of last year;
 * what is set beside a period of its own, as what is now beside what was.
 * @returns the grain of which this one is compared; null where a period is named or nothing is compared
 */
function comparedWithoutPeriod({ against, when, by, shown }: Reading): Grain | null {
  if (when !== null) return null;
  if (against?.kind === 'period') return against.period.kind === 'last' ? against.period.grain : 'year';
  const compares = against?.kind === 'year' || against?.kind === 'previous' || shown.some((one) => one.transform?.kind === 'change');
  return compares && !by.some(isTime) ? 'year' : null;
}

function applyEdit(reading: Reading, edit: Edit, model: Model): Edited {
  switch (edit.do) {
    case 'show':
      return reading.rows !== null && edit.how !== 'replace' ? columnsShown(reading, edit, model) : show(asFigures(reading), edit);
    case 'breakdown':
      return reading.rows !== null && (edit.how === 'add' || edit.how === 'remove') ? columnsBrokenDown(reading, edit, model) : breakdown(asFigures(reading), edit, model);
    case 'condition':
      return condition(reading, edit, model);
    case 'period': {
      const role = edit.role ?? reading.when?.role;
      return done({ ...reading, when: edit.period === null ? null : { period: edit.period, ...(role === undefined ? {} : { role }) } });
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
      return done({ ...asFigures(reading), shown: reading.shown.map((one) => ({ ...one, transform: edit.transform })) });
    case 'rows':
      return listing(reading, edit, model);
    case 'view':
      return done({ ...asFigures(reading), view: edit.view === null ? null : { ...reading.view, ...edit.view } });
    case 'format':
      return done({ ...asFigures(reading), view: formatted(reading.view, edit.format) });
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

/** A view with format options put in and taken away; null where nothing is left of it. */
function formatted(view: View | null, format: FormatEdit): View | null {
  const { chart, ...before } = view ?? { chart: null };
  const kept = Object.fromEntries(Object.entries({ ...before, ...format }).filter(([, value]) => value !== false && value !== null && value !== undefined));
  return chart === null && Object.keys(kept).length === 0 ? null : { chart, ...kept };
}

function crossed(reading: Reading, { line, how }: Extract<Edit, { do: 'line' }>): Edited {
  const there = reading.view?.lines ?? [];
  const others = there.filter((one) => one.at !== line.at);
  if (how === 'remove') return others.length === there.length ? refused('No such line is on the chart now.') : done({ ...reading, view: withLines(reading.view, others) });
  return others.length >= MOST_LINES ? refused(`At most ${MOST_LINES} lines cross a chart; take one away first.`) : done({ ...reading, view: withLines(reading.view, [...others, line]) });
}

function withLines(view: View | null, lines: readonly SaidLine[]): View | null {
  const { lines: _before, ...others } = view ?? { chart: null };
  if (lines.length > 0) return { ...others, lines: [...lines] };
  return others.chart === null && Object.keys(others).length === 1 ? null : others;
}

/** A reading that shows figures again, after a listing of records. */
function asFigures(reading: Reading): Reading {
  return reading.rows === null ? reading : { ...reading, rows: null };
}

function listing(reading: Reading, edit: Extract<Edit, { do: 'rows' }>, model: Model): Edited {
  if (edit.how === 'stop') return reading.rows === null ? refused('There is no listing of records to leave.') : done(asFigures(reading));
  const fact = edit.fact ?? reading.rows?.fact ?? listedFact(reading, model);
  if (fact === null) return refused('There are no single records behind this.');
  const before = reading.rows?.columns ?? [];
  const columns = edit.how === 'list' ? edit.columns : edit.how === 'add' ? [...before, ...edit.columns.filter((one) => !before.some((there) => same(there, one)))] : before.filter((there) => !edit.columns.some((one) => same(one, there)));
  if (edit.how === 'remove' && columns.length === before.length) return refused('That is no column of the listing now.');
  const missing = columns.find((one) => (one.kind === 'level' && !factHasLevel(model, fact, one.level)) || (one.kind === 'measure' && rowColumnOf(model, one.measure)?.fact !== fact));
  if (missing) return refused(`The records of ${model.facts.get(fact)?.name ?? fact} do not hold ${missing.kind === 'level' ? levelOf(model, missing.level).level.name.toLowerCase() : missing.kind === 'measure' ? (model.measures.get(missing.measure)?.name.toLowerCase() ?? 'that') : 'that date'}.`);
  return done({ ...reading, rows: { fact, columns }, view: null });
}

/** The fact whose records stand behind what is shown. */
function listedFact(reading: Reading, model: Model): string | null {
  const [first] = reading.shown;
  const calculation: Calculation | null = first?.calculation ?? (model.defaultMeasure ? { kind: 'measure', measure: model.defaultMeasure } : null);
  return calculation === null ? null : (factsOf(model, calculation)[0] ?? null);
}

function columnsShown(reading: Reading, edit: Extract<Edit, { do: 'show' }>, model: Model): Edited {
  const columns = edit.shown.flatMap((one): Listed[] => (one.calculation.kind === 'measure' ? [{ kind: 'measure', measure: one.calculation.measure }] : []));
  return listing(reading, { do: 'rows', how: edit.how === 'remove' ? 'remove' : 'add', columns }, model);
}

function columnsBrokenDown(reading: Reading, edit: Extract<Edit, { do: 'breakdown' }>, model: Model): Edited {
  const columns = edit.by.flatMap((one): Listed[] => (one.kind === 'level' ? [one] : []));
  return columns.length === edit.by.length ? listing(reading, { do: 'rows', how: edit.how === 'remove' ? 'remove' : 'add', columns }, model) : breakdown(asFigures(reading), edit, model);
}

function show(reading: Reading, edit: Extract<Edit, { do: 'show' }>): Edited {
  if (edit.how === 'replace') return done({ ...reading, shown: edit.shown });
  if (edit.how === 'add') {
    const more = edit.shown.filter((one) => !reading.shown.some((there) => same(there, one)));
    return done({ ...reading, shown: [...reading.shown, ...more] });
  }
  const left = reading.shown.filter((there) => !edit.shown.some((one) => same(one.calculation, there.calculation)));
  if (left.length === 0) return refused('That would leave nothing to show; name another measure to show instead.');
  return done({ ...reading, shown: left });
}

const isTime = (by: Breakdown) => by.kind === 'time';

/** Breakdowns with the time line first, each once. */
function arranged(by: readonly Breakdown[]): Breakdown[] {
  const unique = by.filter((one, index) => by.findIndex((other) => same(one, other)) === index);
  return [...unique.filter(isTime), ...unique.filter((one) => !isTime(one))];
}

function breakdown(reading: Reading, edit: Extract<Edit, { do: 'breakdown' }>, model: Model): Edited {
  const { by } = reading;
  switch (edit.how) {
    case 'replace': {
      if (edit.instead === undefined) return done({ ...reading, by: arranged(edit.by) });
      const at = by.findIndex((one) => same(one, edit.instead));
      if (at < 0 && edit.by.every((one) => by.some((other) => same(one, other)))) return done(reading);
      if (at < 0) return refused('What should be swapped is not in the breakdown now.');
      return done({ ...reading, by: arranged([...by.slice(0, at), ...edit.by, ...by.slice(at + 1)]) });
    }
    case 'add':
      return done({ ...reading, by: arranged([...withoutTimeIfSaid(by, edit.by), ...edit.by]) });
    case 'remove': {
      const left = by.filter((one) => !edit.by.some((gone) => same(gone, one)));
      if (left.length === by.length) return refused('That is not in the breakdown now.');
      return done({ ...reading, by: left });
    }
    case 'join': {
      const sides = edit.by.flatMap((one) => (one.kind === 'sets' ? [`level ${levelIn(one, model) ?? ''}`] : []));
      return done({ ...reading, by: arranged(joined(by, edit.by, model)), where: sides.length === 0 ? reading.where : reading.where.filter((one) => !sides.includes(subjectOf(one, model))) });
    }
  }
}

/** A new grain takes the place of the grain there is. */
function withoutTimeIfSaid(by: readonly Breakdown[], said: readonly Breakdown[]): Breakdown[] {
  return said.some(isTime) ? by.filter((one) => !isTime(one)) : [...by];
}

function joined(by: readonly Breakdown[], said: readonly Breakdown[], model: Model): Breakdown[] {
  const saidTime = said.filter(isTime);
  const saidOther = said.filter((one) => !isTime(one));
  const line: Breakdown[] = by.some(isTime) || saidOther.some((one) => one.kind === 'cycle') ? by.filter(isTime) : by.filter((one) => one.kind === 'cycle');
  const time = saidTime.length > 0 ? saidTime : line;
  if (saidOther.length === 0) return [...saidTime, ...by.filter((one) => !isTime(one))];
  const [first] = saidOther;
  const kept = by.filter((one) => !line.includes(one) && !isTime(one));
  if (saidOther.length === 1 && first?.kind === 'level') {
    const at = kept.findIndex((one) => {
      const level = levelIn(one, model);
      return level !== null && sharedHierarchy(model, level, first.level) !== null;
    });
    if (at >= 0) return [...time, ...kept.slice(0, at), first, ...kept.slice(at + 1)];
  }
  return [...time, ...saidOther];
}

/** The level a breakdown is by: its own, or that of its named sets. */
function levelIn(by: Breakdown, model: Model): string | null {
  if (by.kind === 'level') return by.level;
  return by.kind === 'sets' ? (model.sets.get(by.sets[0] ?? '')?.level ?? null) : null;
}

/** The level, set or number that a condition is about; conditions on the same subject replace each other. */
function subjectOf(condition: Condition, model: Model): string {
  switch (condition.kind) {
    case 'members':
    case 'text':
      return `level ${condition.level}`;
    case 'set':
      return `level ${model.sets.get(condition.set)?.level ?? condition.set}`;
    case 'measure':
      return `measure ${canonical(condition.at)} ${canonical(condition.calculation)} ${canonical(condition.change ?? null)}`;
    case 'rows':
      return `rows ${condition.measure}`;
    case 'notPeriod':
      return 'not period';
    case 'weekdays':
      return 'weekdays';
    case 'cycle':
      return condition.cycle;
  }
}

function condition(reading: Reading, edit: Extract<Edit, { do: 'condition' }>, model: Model): Edited {
  const { condition: said } = edit;
  const subject = subjectOf(said, model);
  const others = reading.where.filter((one) => subjectOf(one, model) !== subject);
  const there = reading.where.filter((one) => subjectOf(one, model) === subject);
  if (edit.how === 'remove') return done({ ...reading, where: reading.where.filter((one) => !same(one, said)) });
  if (said.kind !== 'members') {
    const kept = said.kind === 'notPeriod' ? reading.where.filter((one) => !same(one, said)) : others;
    const by = said.kind === 'set' && said.is ? reading.by.filter((one) => one.kind !== 'sets' || !one.sets.includes(said.set)) : reading.by;
    return done({ ...reading, by, where: [...kept, said] });
  }
  const named = there.find((one) => one.kind === 'members' && one.is);
  const excluded = there.find((one) => one.kind === 'members' && !one.is);
  const members = (one: Condition | undefined) => (one?.kind === 'members' ? one.members : []);
  const set = (is: boolean, list: readonly string[]): Condition[] =>
    list.length === 0 ? [] : [{ kind: 'members', level: said.level, is, members: [...new Set(list)] }];
  switch (edit.how) {
    case 'only':
      return done({ ...reading, where: [...others, { ...said, is: true }], ...besides(reading, said.level) });
    case 'widen': {
      if (reading.against?.kind === 'members' && reading.against.level === said.level)
        return done({ ...reading, against: { ...reading.against, members: [...new Set([...reading.against.members, ...said.members])] } });
      if (excluded) return done({ ...reading, where: [...others, ...set(false, members(excluded).filter((one) => !said.members.includes(one)))] });
      if (named) return done({ ...reading, where: [...others, ...set(true, [...members(named), ...said.members])] });
      return done({ ...reading, where: [...reading.where, ...set(true, said.members)] });
    }
    case 'exclude': {
      const beside = reading.against;
      if (beside?.kind === 'members' && beside.level === said.level && said.members.some((one) => beside.members.includes(one))) {
        const left = beside.members.filter((one) => !said.members.includes(one));
        if (left.length === 0) return refused('That would leave nothing to compare; “stop comparing” shows all.');
        return done({ ...reading, against: { ...beside, members: left } });
      }
      if (named) {
        const left = members(named).filter((one) => !said.members.includes(one));
        if (left.length < members(named).length) {
          if (left.length === 0) return refused(`That would leave no ${levelOf(model, said.level).level.name.toLowerCase()}.`);
          return done({ ...reading, where: [...others, ...set(true, left)] });
        }
      }
      return done({ ...reading, where: [...reading.where.filter((one) => one !== excluded), ...set(false, [...members(excluded), ...said.members])] });
    }
  }
}

/** Choosing members of a level ends a comparison of members of that level. */
function besides(reading: Reading, level: string): Partial<Reading> {
  return reading.against?.kind === 'members' && reading.against.level === level ? { against: null } : {};
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

/** Members of a level beside each other join what is broken down by already, or take the place of a level of their own hierarchy. */
function besideOthers(by: readonly Breakdown[], level: string, model: Model): Breakdown[] {
  const related = by.some((one) => one.kind !== 'time' && levelIn(one, model) !== null && sharedHierarchy(model, levelIn(one, model) ?? '', level) !== null);
  return related ? joined(by, [byLevel(level)], model) : arranged([...by, byLevel(level)]);
}

const withoutLevel = (by: readonly Breakdown[], level: string) => by.filter((one) => !(one.kind === 'level' && one.level === level));

function rerank(reading: Reading, edit: Extract<Edit, { do: 'rerank' }>): Edited {
  const keys = reading.by.flatMap((one): Key[] => (one.kind === 'bins' || one.kind === 'sets' ? [] : [one]));
  const before = reading.rank;
  const of = before && keys.some((one) => same(one, before.of)) ? before.of : (keys.findLast((one) => one.kind === 'level') ?? keys.at(-1));
  if (of === undefined) return refused('Nothing is broken down by members, so there is nothing to rank; say by which level.');
  return done({
    ...reading,
    order: null,
    rank: {
      direction: edit.direction ?? before?.direction ?? 'top',
      count: edit.count ?? before?.count ?? 10,
      percent: edit.percent ?? (edit.count === undefined ? (before?.percent ?? false) : false),
      of,
      by: edit.by ?? before?.by ?? null,
      within: edit.within ?? before?.within ?? null,
      others: edit.others ?? before?.others ?? false,
      marked: edit.count === undefined ? (before?.marked ?? false) : false,
    },
  });
}

function reverse(reading: Reading, direction: 'up' | 'down' | undefined): Edited {
  const [first] = reading.shown;
  const before = reading.order;
  const next = direction ?? (before?.direction === 'up' ? 'down' : 'up');
  if (before) return done({ ...reading, order: { ...before, direction: next } });
  if (!first) return refused('There is nothing to sort yet.');
  return done({ ...reading, order: { by: { kind: 'measure', calculation: first.calculation }, direction: next } });
}

function drill(reading: Reading, member: { level: string; name: string } | undefined, model: Model): Edited {
  const from = member?.level ?? reading.by.findLast((one) => one.kind === 'level')?.level ?? singleLevel(reading);
  if (from === undefined) return refused('There is no level to go deeper from; say by which level.');
  const next = neighbourLevel(model, from, 1);
  if (next === null) return refused(`${levelOf(model, from).level.name} has no finer level.`);
  const there = reading.by.some((one) => one.kind === 'level' && one.level === from);
  const by: Breakdown[] = there
    ? reading.by.map((one) => (one.kind === 'level' && one.level === from ? { kind: 'level', level: next } : one))
    : [...reading.by.filter(isTime), { kind: 'level', level: next }];
  const narrowed = member
    ? condition(reading, { do: 'condition', how: 'only', condition: { kind: 'members', level: member.level, is: true, members: [member.name] } }, model)
    : done(reading);
  return narrowed.ok ? done({ ...narrowed.reading, by: arranged(by) }) : narrowed;
}

/** The level of the only condition that fixes one member. */
function singleLevel(reading: Reading): string | undefined {
  const fixed = reading.where.filter((one) => one.kind === 'members' && one.is && one.members.length === 1);
  const [only] = fixed;
  return fixed.length === 1 && only?.kind === 'members' ? only.level : undefined;
}

function rollUp(reading: Reading, to: string | undefined, model: Model): Edited {
  const shown = reading.by.findLast((one) => one.kind === 'level' && (to === undefined ? neighbourLevel(model, one.level, -1) !== null : sharedHierarchy(model, one.level, to) !== null));
  if (shown?.kind !== 'level') return refused('No level above is there to go to; say by which level.');
  const target = to ?? neighbourLevel(model, shown.level, -1);
  if (target === null) return refused(`${levelOf(model, shown.level).level.name} has no level above.`);
  const by = reading.by.map((one): Breakdown => (one === shown ? { kind: 'level', level: target } : one));
  const where = reading.where.filter((one) => !(one.kind === 'members' && one.is && one.level === target));
  return done({ ...reading, by: arranged(by), where });
}

function clear(reading: Reading, edit: Extract<Edit, { do: 'clear' }>, model: Model): Edited {
  switch (edit.what) {
    case 'conditions':
      return done({ ...reading, where: [] });
    case 'level':
      return done({ ...reading, where: reading.where.filter((one) => subjectOf(one, model) !== `level ${edit.level}`) });
    case 'breakdown':
      return done({ ...reading, by: [], rank: null, order: null, view: null });
    case 'rank':
      return done({ ...reading, rank: null, order: null });
    case 'period':
      return done({ ...reading, when: null });
    case 'everything':
      return done(EMPTY_READING);
  }
}

/** The measure shown where none was named: in a listing of records one of theirs, how many they are if the model counts them. */
function usualMeasure({ rows }: Reading, model: Model): string {
  const own = rows === null ? [] : [...model.measures.values()].filter((one) => factsOf(model, { kind: 'measure', measure: one.id }).every((fact) => fact === rows.fact));
  if (own.length === 0 || own.some((one) => one.id === model.defaultMeasure)) return model.defaultMeasure;
  return (own.find((one) => one.kind === 'count') ?? own[0])?.id ?? model.defaultMeasure;
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
  const rank = valued && (has(valued.of) || valued.by !== null) ? { ...valued, within: valued.within !== null && has(valued.within) ? valued.within : null } : null;
  return {
    ...reading,
    shown,
    rank,
    against: against?.kind === 'members' && !has(byLevel(against.level)) ? null : against,
    order: order?.by.kind === 'measure' && ((order.by.on !== undefined && !hasDifference(reading)) || !shown.some((one) => order.by.kind === 'measure' && same(one.calculation, order.by.calculation))) ? null : order,
  };
}
