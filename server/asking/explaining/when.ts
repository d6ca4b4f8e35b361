/** "when will it pass 200k", "will we make plan", "how much a month is needed": from the forecast's own ways of going on. */
import { reaching, type Reaching } from '@zud/core/analysis/explain/reaching';
import type { Explanation, ExplanationNote } from '@zud/core/analysis/explain/explanation';
import { SEASON } from '@zud/core/analysis/seasonal';
import { formatValue } from '@zud/core/format/format';
import { addsUp } from '@zud/core/model/additivity';
import type { AnswerColumn } from '@zud/core/query/plan';
import { unexplained } from '@zud/core/reading/edit';
import { MOST_AHEAD, type Explain, type Reading } from '@zud/core/reading/schema';
import { calculationWords, inSentence, listWords, rangeWords, unitWords } from '@zud/core/reading/words';
import type { Day } from '@zud/core/time/day';
import { addGrains, countGrains, endOf, startOf, startsBetween, type Grain } from '@zud/core/time/grain';
import { resolvePeriod } from '@zud/core/time/period';
import { headlineWords } from '../headline-words';
import type { Note } from '@zud/core/language/read';
import type { ReadyModel } from '../ready-model';
import { Unanswerable } from '../unanswerable';
import { leftOut } from './compared';
import { placesOf, type Looks } from './looks';
import type { Explained } from './moved';

type When = Extract<Explain, { asked: 'when' }>;

/** How far is looked where no end is named. */
const FAR: Readonly<Record<Grain, number>> = { day: 60, week: 52, month: 36, quarter: 12, half: 8, year: 8 };
/** A period of at least so many months is added up by months, a shorter one by days. */
const MONTHS_TO_ADD = 2;

/** What is looked at: each period for itself, or all of a running one added up to its end. */
interface Frame {
  readonly grain: Grain;
  /** The running period that is added up; null where each period is looked at for itself. */
  readonly whole: { readonly from: Day; readonly to: Day } | null;
}

/** The line as far as it is known. */
interface Line {
  readonly values: readonly number[];
  /** The first day of the first period to come, which may have begun. */
  readonly next: Day;
  /** What there is of it so far. */
  readonly begun: number;
  /** Of the running period, all that lies in whole periods. */
  readonly added: number;
}

/** @throws Unanswerable where the line is too short, the period is over, or there is no plan */
export async function explainWhen(asked: Reading, explain: When, ready: ReadyModel, looks: Looks): Promise<Explained> {
  const { calendar, naming, model } = ready;
  const [first] = asked.shown;
  if (first === undefined || asked.rows !== null) throw new Unanswerable('Ask of a figure when it passes something.');
  const { calculation } = first;
  const name = calculationWords(naming, calculation);
  const additive = addsUp(calculation, model);
  const { aim, needed } = explain;
  const toEnd = aim.kind === 'plan' || needed === true;
  if (toEnd && !additive)
    throw new Unanswerable(
      `${name} does not add up over a period, so it does not fill one up. Ask when it passes a value, or set it “vs plan”.`,
    );
  const total: Reading = {
    ...unexplained(asked),
    shown: [{ calculation, transform: null }],
    by: [],
    against: null,
    ahead: null,
    rank: null,
    order: null,
    view: null,
    when: asked.when ?? (toEnd ? { period: { kind: 'this', grain: 'year' } } : null),
  };
  const notes: Note[] = [
    ...leftOut(asked, name, asked.by.some((one) => one.kind !== 'time') ? ['the breakdown'] : []),
    ...(toEnd && asked.when === null
      ? [{ kind: 'assumed' as const, text: 'No period was named, so it is of this year.' }]
      : []),
  ];
  const frame = frameOf(asked, total, additive, toEnd, ready);
  const planned = aim.kind === 'plan' ? await planOf(total, frame, name, looks) : null;
  const line = await lineOf(total, frame, additive, planned, ready, looks);
  const steps =
    frame.whole === null ? FAR[frame.grain] : countGrains(frame.grain, line.next, frame.whole.to, calendar.weekStart);
  const value = aim.kind === 'plan' ? (planned?.value ?? 0) : aim.value;
  const side = aim.kind === 'plan' ? 'over' : aim.side;
  const reached = reaching(
    line.values,
    SEASON[frame.grain],
    steps,
    {
      value,
      side,
      added: frame.whole === null ? null : line.added,
      ...(planned === null ? {} : { counts: startsOf(frame, line, steps).map((day) => isPlanned(planned, day)) }),
    },
    additive ? [line.begun] : [],
  );
  if (reached === null)
    throw new Unanswerable(
      `When ${name} gets there cannot be told yet: it takes at least eight whole ${frame.grain}s to learn from.`,
    );
  const role = total.when?.role;
  const drawn: Reading = {
    ...total,
    by: [{ kind: 'time', grain: frame.grain, ...(role === undefined ? {} : { role }) }],
    when: frame.whole === null ? null : total.when,
    ahead: { periods: aheadUntil(reached, frame, line, steps, ready) },
    ...(frame.whole === null ? { view: { chart: null, lines: [{ at: value, target: true }] } } : {}),
  };
  const main = await looks.answer(drawn);
  const column = main.answer.columns.find((one) => one.as === 'value');
  if (column === undefined) throw new Unanswerable('There is no figure to look at.');
  const { scope } = headlineWords(main.answer, { ...total, when: null }, ready);
  const unplanned =
    planned === null || frame.whole === null || planned.months === null
      ? []
      : startsBetween('month', frame.whole.from, frame.whole.to).filter((day) => !isPlanned(planned, day));
  if (unplanned.length > 0)
    notes.push({
      kind: 'caveat',
      text: `There is no plan for ${listWords(
        unplanned.map((day) => unitWords('month', day)),
        'and',
      )}, so what happens there counts on neither side.`,
    });
  const within = [scope, frame.whole === null ? '' : wholeWords(frame.whole)];
  const telling: Telling = {
    explain,
    frame,
    line,
    reached,
    value,
    column,
    written: writtenIn(column, line.values),
    scope: within.flatMap((one) => (one === '' ? [] : [`, ${one}`])).join(''),
    steps,
  };
  const explanation: Explanation = {
    asked: 'when',
    holds: null,
    evenly: false,
    verdict: verdictOf(telling),
    looked: line.values.length,
    parts: [],
    notes: notesOf(telling),
  };
  return {
    reading: { ...total, by: asked.by.filter((one) => one.kind === 'time'), explain },
    explanation,
    main,
    notes,
  };
}

/** @throws Unanswerable where the period is over already */
function frameOf(asked: Reading, total: Reading, additive: boolean, toEnd: boolean, { calendar }: ReadyModel): Frame {
  const time = asked.by.find((one) => one.kind === 'time');
  const last = calendar.lastData ?? calendar.asOf;
  const period = total.when?.period;
  const { from, to, cutFrom } =
    period === undefined ? ({} as { from?: Day; to?: Day; cutFrom?: Day }) : resolvePeriod(period, calendar);
  const end = cutFrom ?? to;
  const running = from !== undefined && end !== undefined && from <= last && end > last;
  if (toEnd && !running)
    throw new Unanswerable(
      'That period is not running, so nothing of it is still to come. “vs plan” sets a period that is over beside its plan; name one that goes on, for example “this year”.',
    );
  if (running && additive && (toEnd || time === undefined)) {
    const months = countGrains('month', from, end) >= MONTHS_TO_ADD;
    const aligned = startOf('month', from) === from && endOf('month', end) === end;
    return { grain: months && aligned ? 'month' : 'day', whole: { from, to: end } };
  }
  const grain =
    time?.kind === 'time' ? time.grain : period !== undefined && 'grain' in period ? period.grain : ('month' as const);
  return { grain, whole: null };
}

/** @throws Unanswerable where it has gaps, or no whole period */
async function lineOf(
  total: Reading,
  { grain, whole }: Frame,
  additive: boolean,
  planned: Planned | null,
  { calendar }: ReadyModel,
  looks: Looks,
): Promise<Line> {
  const { weekStart } = calendar;
  const role = total.when?.role;
  const last = calendar.lastData ?? calendar.asOf;
  const figures = await looks.figures({
    ...total,
    by: [{ kind: 'time', grain, ...(role === undefined ? {} : { role }) }],
    when: { period: { kind: 'until', to: last }, ...(role === undefined ? {} : { role }) },
  });
  const at = figures.columns.findIndex((column) => column.role === 'time');
  const { value } = placesOf(figures);
  const known = new Map(
    figures.rows.flatMap((row): [string, number][] => {
      const [day, figure] = [row[at], row[value[0] ?? -1]];
      return typeof day === 'string' && typeof figure === 'number' ? [[day, figure]] : [];
    }),
  );
  const days = [...known.keys()].sort();
  const lastWhole = startsBetween(grain, days[0] ?? last, last, weekStart).findLast(
    (day) => endOf(grain, day, weekStart) <= last,
  );
  if (days[0] === undefined || lastWhole === undefined)
    throw new Unanswerable(`There is no whole ${grain} to learn from.`);
  const all = startsBetween(grain, days[0], lastWhole, weekStart);
  const begin = additive ? 0 : all.findLastIndex((day) => !known.has(day)) + 1;
  const next = addGrains(grain, lastWhole, 1);
  return {
    values: all.slice(begin).map((day) => known.get(day) ?? 0),
    next,
    begun: planned === null || isPlanned(planned, next) ? (known.get(next) ?? 0) : 0,
    added:
      whole === null
        ? 0
        : all
            .filter((day) => day >= whole.from && day <= whole.to && (planned === null || isPlanned(planned, day)))
            .reduce((sum, day) => sum + (known.get(day) ?? 0), 0),
  };
}

/** What is planned for a period, and in which of its months; null where it is not added up by months. */
interface Planned {
  readonly value: number;
  readonly months: ReadonlySet<Day> | null;
}

/** Of a month for which nothing is planned, what happens counts on neither side. */
const isPlanned = ({ months }: Planned, day: Day): boolean => months === null || months.has(day);

/** @throws Unanswerable where nothing is planned */
async function planOf(total: Reading, { grain }: Frame, name: string, looks: Looks): Promise<Planned> {
  const against = { kind: 'plan', whole: true } as const;
  const role = total.when?.role;
  const by: Reading['by'] = grain === 'month' ? [{ kind: 'time', grain, ...(role === undefined ? {} : { role }) }] : [];
  const { answer } = await looks.answer({ ...total, by, against });
  const at = answer.columns.findIndex((column) => column.as === 'other');
  const planned = answer.rows.flatMap((row): [Day, number][] => {
    const value = row[at];
    return typeof value === 'number' ? [[String(row[0]), value]] : [];
  });
  if (planned.length === 0) throw new Unanswerable(`Nothing is planned for ${name} in that period.`);
  return {
    value: planned.reduce((sum, [, value]) => sum + value, 0),
    months: grain === 'month' ? new Set(planned.map(([day]) => day)) : null,
  };
}

const startsOf = ({ grain }: Frame, { next }: Line, steps: number): Day[] =>
  Array.from({ length: steps }, (_one, step) => addGrains(grain, next, step));

/** How many periods of a forecast the picture shows: to the end that is asked about, or somewhat beyond what is found. */
function aheadUntil(
  { step, between }: Reaching,
  { grain, whole }: Frame,
  { next }: Line,
  steps: number,
  { calendar }: ReadyModel,
): number {
  const last = whole === null ? Math.min(steps - 1, (between?.[1] ?? step ?? 11) + 3) : steps - 1;
  const here = startOf(grain, calendar.asOf, calendar.weekStart);
  return Math.max(
    1,
    Math.min(MOST_AHEAD, countGrains(grain, here, addGrains(grain, next, last), calendar.weekStart) - 1),
  );
}

interface Telling {
  readonly explain: When;
  readonly frame: Frame;
  readonly line: Line;
  readonly reached: Reaching;
  readonly value: number;
  readonly column: AnswerColumn;
  readonly written: (value: number) => string;
  readonly scope: string;
  readonly steps: number;
}

/** What is counted is expected in whole numbers. */
const writtenIn = (column: AnswerColumn, values: readonly number[]) => {
  const whole = values.every(Number.isInteger);
  return (value: number): string => formatValue(whole ? Math.round(value) : value, column);
};

/** “in 2026”, “from 1 May to 3 June 2026” */
function wholeWords({ from, to }: NonNullable<Frame['whole']>): string {
  const words = rangeWords(from, to);
  return words.startsWith('from ') ? words : `in ${words}`;
}

const SURE: readonly (readonly [least: number, words: string])[] = [
  [0.95, 'will almost certainly'],
  [0.7, 'will probably'],
  [0.3, 'may or may not'],
  [0.05, 'will probably not'],
  [0, 'will almost certainly not'],
];
const willWords = (chance: number): string => SURE.find(([least]) => chance >= least)?.[1] ?? '';
const chanceWords = (chance: number): string =>
  chance > 0.99 ? 'more than 99 %' : chance < 0.01 ? 'less than 1 %' : `${Math.round(chance * 100)} %`;

const periodAt = ({ frame, line }: Telling, step: number): string =>
  unitWords(frame.grain, addGrains(frame.grain, line.next, step));

/** “in March 2027”, “on 3 March 2027” */
const atWords = (telling: Telling, step: number): string =>
  `${telling.frame.grain === 'day' ? 'on' : 'in'} ${periodAt(telling, step)}`;

/** Does a figure lie where it is asked about? */
function isThere({ explain, value }: Telling, one: number): boolean {
  return explain.aim.kind === 'value' && explain.aim.side === 'under' ? one < value : one > value;
}

function verdictOf(telling: Telling): string {
  const { explain, frame, line, reached, value, written, scope } = telling;
  const { label } = telling.column;
  const soFar = line.added + line.begun;
  if (explain.aim.kind === 'plan' || explain.needed === true) {
    const aim = explain.aim.kind === 'plan' ? `the plan of ${written(value)}` : written(value);
    if (soFar >= value) return `${label} reached ${aim} already: ${written(soFar)} so far${scope}`;
    return explain.needed === true ? neededWords(telling, aim) : `${label} ${byTheEnd(telling, `reach ${aim}`)}`;
  }
  const passes = `${explain.aim.side === 'over' ? 'pass' : 'fall below'} ${written(value)}`;
  if (frame.whole !== null)
    return isThere(telling, soFar) && explain.aim.side === 'over'
      ? `${label} passed ${written(value)} already: ${written(soFar)} so far${scope}`
      : `${label} ${byTheEnd(telling, passes)}`;
  const each = `${label} a ${frame.grain}`;
  const latest = line.values.at(-1) ?? 0;
  const chance = reached.chance.at(-1) ?? 0;
  if (isThere(telling, latest))
    return `${each}: ${explain.aim.side} ${written(value)} already, ${written(latest)} ${atWords(telling, -1)}${scope}`;
  return reached.step === null
    ? `${each} ${willWords(chance)} ${passes} by ${periodAt(telling, telling.steps - 1)}: a chance of ${chanceWords(chance)}${scope}`
    : `${each} ${willWords(chance)} ${passes}, most likely ${line.values.some((one) => isThere(telling, one)) ? 'next' : 'for the first time'} ${atWords(telling, reached.step)}${scope}`;
}

/** “will probably pass 2,000,000, most likely in November: 2,103,000 expected, a chance of 82 %” */
function byTheEnd(telling: Telling, what: string): string {
  const { reached, written, scope } = telling;
  const chance = reached.chance.at(-1) ?? 0;
  const first = reached.step === null ? '' : `, most likely ${atWords(telling, reached.step)}`;
  return `${willWords(chance)} ${what}${first}: ${written(reached.expected.at(-1) ?? 0)} expected, a chance of ${chanceWords(chance)}${scope}`;
}

function neededWords({ frame, line, reached, value, written, column, scope, steps }: Telling, aim: string): string {
  const each = (sum: number) => written((sum - line.added) / steps);
  const left = steps === 1 ? `in the ${frame.grain} that is left` : `in each of the ${steps} ${frame.grain}s left`;
  return `${column.label}: ${each(value)} is needed ${left} to reach ${aim}, where ${each(reached.expected.at(-1) ?? 0)} is expected${scope}`;
}

function notesOf(telling: Telling): ExplanationNote[] {
  const { frame, line, explain, column } = telling;
  return [
    { about: explain.needed === true ? 'What is expected' : 'How likely', text: likelyWords(telling) },
    ...(frame.whole === null ? [{ about: 'Before', text: beforeWords(telling) }] : []),
    {
      about: 'How it is found',
      text: `From how ${inSentence(column.label)} went on in ${line.values.length} whole ${frame.grain}s, and nothing else: what is decided or planned for the time to come is not known here. Of the ways tried on the last ${telling.reached.made.trial.values}, the one that follows ${telling.reached.made.way} was least off; 2,000 ways of going on were drawn from it.`,
    },
  ];
}

function likelyWords(telling: Telling): string {
  const { frame, line, reached, value, written } = telling;
  const { between, chance, last } = reached;
  const steps = [0.1, 0.5, 0.9].map((part) => chance.findIndex((one) => one >= part)).filter((step) => step >= 0);
  const told = [...new Set(steps)].map((step) => `${chanceWords(chance[step] ?? 0)} by ${periodAt(telling, step)}`);
  if (frame.whole !== null)
    return `Between ${written(last[0])} and ${written(last[1])} at the end, eight times of ten; ${written(line.added + line.begun)} so far.${told.length === 0 ? '' : ` The chance to have passed ${written(value)} is ${told.join(', ')}.`}`;
  if (isThere(telling, line.values.at(-1) ?? 0)) return 'It lies there now.';
  const range =
    between === null || between[0] === between[1]
      ? ''
      : `Eight times of ten it is between ${periodAt(telling, between[0])} and ${periodAt(telling, between[1])}. `;
  return `${range}${told.length === 0 ? `It is not a tenth likely as far as is looked, to ${periodAt(telling, telling.steps - 1)}.` : `The chance to have been there is ${told.join(', ')}.`}`;
}

/** How often it lay there before, and when last. */
function beforeWords(telling: Telling): string {
  const { frame, line, written } = telling;
  const there = line.values.flatMap((one, index) => (isThere(telling, one) ? [index] : []));
  const last = there.at(-1);
  return last === undefined
    ? `It never lay there in the ${line.values.length} whole ${frame.grain}s that are known.`
    : `It lay there in ${there.length} of the ${line.values.length} whole ${frame.grain}s that are known, last ${atWords(telling, last - line.values.length)} (${written(line.values[last] ?? 0)}).`;
}
