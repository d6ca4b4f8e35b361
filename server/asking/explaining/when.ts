/** "when will it pass 200k", "will we make plan", "how much a month is needed": from the forecast's own ways of going on. */
import { reaching, type Reaching } from '@zud/core/analysis/explain/reaching';
import type { Explanation } from '@zud/core/analysis/explain/explanation';
import { SEASON } from '@zud/core/analysis/seasonal';
import { addsUp } from '@zud/core/model/additivity';
import { MOST_AHEAD, type Reading } from '@zud/core/reading/schema';
import { calculationWords, listWords, unitWords } from '@zud/core/reading/words';
import type { Day } from '@zud/core/time/day';
import { addGrains, countGrains, endOf, startOf, startsBetween, type Grain } from '@zud/core/time/grain';
import { resolvePeriod } from '@zud/core/time/period';
import { headlineWords } from '../headline-words';
import type { Note } from '@zud/core/language/read';
import type { ReadyModel } from '../ready-model';
import { Unanswerable } from '../unanswerable';
import { leftOut, plainTotal } from './compared';
import { placesOf, type Looks } from './looks';
import type { Explained } from './moved';
import {
  notesOf,
  verdictOf,
  wholeWords,
  writtenIn,
  type Frame,
  type Line,
  type Telling,
  type When,
} from './when-words';

/** How far is looked where no end is named. */
const FAR: Readonly<Record<Grain, number>> = { day: 60, week: 52, month: 36, quarter: 12, half: 8, year: 8 };
/** A period of at least so many months is added up by months, a shorter one by days. */
const MONTHS_TO_ADD = 2;

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
    ...plainTotal(asked, calculation),
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
