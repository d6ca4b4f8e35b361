/** "why did it fall": what moved a measure, from its reading to an explanation whose every part is a reading. */
import { calendarPart, gapsIn, missingDays, type DayAmount } from '@zud/core/analysis/explain/calendar';
import type { Explanation, ExplanationNote, ExplanationPart } from '@zud/core/analysis/explain/explanation';
import { madeOf, type Made } from '@zud/core/analysis/explain/make-of';
import { whatMoved, type Moved, type MovedPart } from '@zud/core/analysis/explain/moved';
import { valueOf, type Cell, type Make, type Side, type World } from '@zud/core/analysis/explain/world';
import { impossibility } from '@zud/core/language/impossibility';
import type { Note } from '@zud/core/language/read';
import { neighbourLevel } from '@zud/core/model/model';
import {
  alsoText,
  calendarText,
  effectText,
  gapText,
  missingText,
  partText,
  segmentWords,
  verdictOf,
  type MovedWords,
} from '@zud/core/narrate/explained';
import { formatValue } from '@zud/core/format/format';
import { unexplained } from '@zud/core/reading/edit';
import { byLevel, type Explain, type Reading } from '@zud/core/reading/schema';
import { calculationWords, levelWords, plainNaming } from '@zud/core/reading/words';
import { addDays, dayNumber, type Day } from '@zud/core/time/day';
import type { Answered } from '../answered';
import { headlineWords } from '../headline-words';
import type { ReadyModel } from '../ready-model';
import { Unanswerable } from '../unanswerable';
import { comparedReading, leftOut, windowsFor, within, type TwoWindows } from './compared';
import { placesOf, type Looks } from './looks';
import { volumeNotes } from './volume-and-price';
import { amountsOf, conditionsOf, side, worldOf } from './world-of';

/** Longer windows are looked at as a whole, not day by day. */
const MOST_DAYS = 400;
const MOST_WAYS = 3;
/** A part of the calendar that makes up less of the change than this is not told. */
const LEAST_OF_CALENDAR = 0.1;

export interface Explained {
  readonly reading: Reading;
  readonly explanation: Explanation;
  readonly main: Answered;
  readonly notes: readonly Note[];
}

/** @throws Unanswerable where nothing changed that could be told from parts */
export async function explainMoved(
  asked: Reading,
  explain: Extract<Explain, { asked: 'moved' }>,
  ready: ReadyModel,
  looks: Looks,
): Promise<Explained> {
  const { model, naming } = ready;
  const [first] = asked.shown;
  if (first === undefined || asked.rows !== null) throw new Unanswerable('Ask why of a figure: records do not change.');
  const name = calculationWords(naming, first.calculation);
  const made = madeOf(first.calculation, model);
  if (made === null)
    throw new Unanswerable(
      `Why ${name} changed cannot be told from its parts, as they do not add up to it. Ask why of what it is made of, or break it down and compare.`,
    );
  if (asked.against?.kind === 'members')
    throw new Unanswerable('Two things stand side by side here; “by …” shows where they differ.');
  if (asked.against?.kind === 'plan' && made.make === 'rate')
    throw new Unanswerable(`${name} has no plan of its parts, so what moved it against plan cannot be told.`);
  const { compared, notes } = await comparedReading(
    { ...unexplained(asked), shown: [{ calculation: first.calculation, transform: null }] },
    ready,
    looks,
  );
  const windows = windowsFor(compared, ready);
  // what is looked at day by day is asked for while the groups are
  const daily = windows === null || made.make === 'rate' ? null : daysOf(compared, windows, { made, looks, ready });
  // a fault of it is one where it is waited for
  daily?.catch(() => undefined);
  const [main, whole] = await Promise.all([looks.answer(compared), wholeOf(compared, made, looks)]);
  if (whole === null)
    throw new Unanswerable(`There is nothing to set ${name} beside: one of the two sides has no data.`);
  const world = await worldOf(compared, made, main.answer.support[0] ?? 0, ready, looks);
  if (world.levels.length === 0) throw new Unanswerable(`There is nothing to break ${name} down by here.`);
  const moved = await whatMoved(world, whole);
  const words = wordsFor(main, made, compared, ready);
  const [days, factors] = await Promise.all([daily, volumeNotes(compared, words, ready, looks)]);
  const explanation = await told(moved, {
    compared,
    explain,
    ready,
    looks,
    made,
    whole,
    world,
    words,
    main,
    windows,
    days,
    factors,
  });
  return { reading: { ...compared, explain }, explanation, main, notes: [...leftOut(asked, name), ...notes] };
}

/** What a change is told with. */
interface Telling {
  readonly compared: Reading;
  readonly explain: Extract<Explain, { asked: 'moved' }>;
  readonly ready: ReadyModel;
  readonly looks: Looks;
  readonly made: Made;
  readonly whole: Omit<Cell, 'member'>;
  readonly world: World;
  readonly words: MovedWords;
  readonly main: Answered;
  readonly windows: TwoWindows | null;
  /** The days of both sides, of amounts. */
  readonly days: Days | null;
  /** The change as how many and how much each, where it can be told so. */
  readonly factors: readonly ExplanationNote[];
}

/** Both sides of all together; null where one of them has nothing. */
async function wholeOf(compared: Reading, made: Made, looks: Looks): Promise<Omit<Cell, 'member'> | null> {
  const reading = made.make === 'rate' ? amountsOf(compared, made) : compared;
  const figures = await looks.figures(reading);
  const [row] = figures.rows;
  const { value, other } = placesOf(figures);
  if (row === undefined || typeof row[value[0] ?? -1] !== 'number' || typeof row[other[0] ?? -1] !== 'number')
    return null;
  return { now: side(row, value), before: side(row, other) };
}

function wordsFor({ answer }: Answered, made: Made, compared: Reading, ready: ReadyModel): MovedWords {
  const column = answer.columns.find((one) => one.as === 'value');
  if (column === undefined) throw new Unanswerable('There is no figure to explain.');
  const [, denominator] = made.amounts;
  return {
    naming: plainNaming(ready.model),
    column,
    make: made.make,
    beside: headlineWords(answer, compared, ready).beside,
    of: denominator === undefined ? '' : calculationWords(ready.naming, denominator),
  };
}

async function told(moved: Moved, telling: Telling): Promise<Explanation> {
  const { compared, explain, ready, words, main, world, windows, days } = telling;
  const { total } = moved;
  const data = days === null ? [] : dataParts(days, telling, total);
  const parts = await Promise.all(moved.parts.map((part) => toldPart(part, telling, days === null ? null : windows)));
  const all = [...data, ...parts].sort((a, b) => Math.abs(b.effect) - Math.abs(a.effect));
  const withShares = all.map((part) => (total.change === 0 ? part : { ...part, share: part.effect / total.change }));
  const along = withShares.filter((part) => total.change === 0 || Math.sign(part.effect) === Math.sign(total.change));
  const against = withShares.filter((part) => !along.includes(part));
  const rest = total.change - all.reduce((sum, part) => sum + part.effect, 0);
  const evenly = all.length === 0;
  const scope = headlineWords(main.answer, compared, ready).scope;
  const { holds, text } = verdictOf(total, explain.said, { parts: along, against }, { ...words, scope });
  return {
    asked: 'moved',
    holds,
    evenly,
    verdict: text,
    total,
    looked: moved.looked,
    parts: along,
    ...(against.length > 0 ? { against } : {}),
    rest: {
      effect: rest,
      text: evenly ? 'All of it, in proportion' : `The rest, in proportion: ${effectText(rest, words)}`,
    },
    notes: [...telling.factors, ...notesOf(moved, along, telling, world)],
  };
}

function notesOf(
  moved: Moved,
  parts: readonly ExplanationPart[],
  { ready, words, compared, made }: Telling,
  world: World,
): ExplanationNote[] {
  const { naming } = ready;
  const once = moved.parts.flatMap((part) => alsoText(part, words) ?? []);
  const toldLevels = new Set(parts.flatMap((part) => part.members.map(({ level }) => level)));
  const ways = moved.levels
    .filter((level) => !toldLevels.has(level))
    .slice(0, MOST_WAYS)
    .map((level) => ({
      label: `by ${levelWords(naming, level)}`,
      reading: cutBy(compared, level, moved.total.change),
    }));
  return [
    {
      about: 'What was looked at',
      text: `${formatValue(moved.looked, {})} parts of ${world.levels.length} levels and of what lies within them. A part is told only if it stands out from chance among all of these.`,
    },
    ...(once.length > 0 ? [{ about: 'Told once', text: [...new Set(once)].join(' ') }] : []),
    {
      about: 'What it can’t know',
      text:
        made.make === 'rate'
          ? 'What came of rates and what came of their weights add up to the change. They say where it happened, not what caused it.'
          : 'These parts add up to the change. They say where it happened, not what caused it.',
    },
    ...(ways.length > 0 ? [{ about: 'Other ways to cut it', text: '', options: ways }] : []),
  ];
}

/** The change by the members of a level, the largest first. */
function cutBy(compared: Reading, level: string, change: number): Reading {
  const [first] = compared.shown;
  return {
    ...compared,
    by: [byLevel(level)],
    order:
      first === undefined
        ? null
        : {
            by: { kind: 'measure', calculation: first.calculation, on: 'difference' },
            direction: change < 0 ? 'up' : 'down',
          },
  };
}

async function toldPart(part: MovedPart, telling: Telling, windows: TwoWindows | null): Promise<ExplanationPart> {
  const { compared, ready, words, whole, made } = telling;
  const reading = within(compared, conditionsOf(part.segment, part.outside));
  const name = segmentWords(part.segment, words);
  const days = windows === null ? null : await daysOf(reading, windows, telling);
  const missing = days === null ? [] : gapsIn(days.now, days.before);
  const text = [
    partText(part, elsewhere(part, whole, made.make), words),
    ...missing.map((one) => gapText(one, words)),
  ].join(' ');
  const [place] = part.segment;
  const next = place === undefined ? null : neighbourLevel(ready.model, place.level, 1);
  const nextReading = next === null ? null : cutBy(reading, next, part.effect);
  return {
    members: part.segment,
    kind: part.kind,
    effect: part.effect,
    ...(made.make === 'rate'
      ? {
          rate: valueOf('rate', part.now),
          rateElsewhere: elsewhere(part, whole, made.make).now,
          size: part.now[1] ?? 0,
        }
      : {}),
    q: part.q,
    name: part.kind === 'mix' ? `${name}, its weight` : name,
    text,
    reading,
    ...(nextReading === null || next === null || impossibility(nextReading, ready.names) !== null
      ? {}
      : { next: { label: `next level: by ${levelWords(ready.naming, next)}`, reading: nextReading } }),
    ...(days === null ? {} : { line: lineOf(days.now, days.before) }),
  };
}

/** What all else came to, on both sides. */
function elsewhere(
  part: MovedPart,
  whole: Omit<Cell, 'member'>,
  make: Make,
): { readonly now: number; readonly before: number } {
  const rest = (of: 'now' | 'before'): Side => [whole[of][0] - part[of][0], (whole[of][1] ?? 0) - (part[of][1] ?? 0)];
  return { now: valueOf(make, rest('now')), before: valueOf(make, rest('before')) };
}

interface Days {
  readonly now: readonly DayAmount[];
  readonly before: readonly DayAmount[];
}

/** The amount of each day on both sides; null where they are too many. */
async function daysOf(
  reading: Reading,
  windows: TwoWindows,
  { made, looks, ready }: Pick<Telling, 'made' | 'looks' | 'ready'>,
): Promise<Days | null> {
  const count = ({ from, to }: TwoWindows['now']) => dayNumber(to) - dayNumber(from) + 1;
  if (Math.max(count(windows.now), count(windows.before)) > MOST_DAYS) return null;
  const role = reading.when?.role;
  const one = async ({ from, to }: TwoWindows['now']): Promise<DayAmount[] | null> => {
    const daily: Reading = {
      ...amountsOf(reading, made),
      by: [{ kind: 'time', grain: 'day', ...(role === undefined ? {} : { role }) }],
      when: { period: { kind: 'days', from, to }, ...(role === undefined ? {} : { role }) },
      against: null,
    };
    if (impossibility(daily, ready.names) !== null) return null;
    const figures = await looks.figures(daily);
    const { value } = placesOf(figures);
    const at = figures.columns.findIndex((column) => column.role === 'time');
    const known = new Map(figures.rows.map((row) => [String(row[at]), side(row, value)]));
    return Array.from({ length: count({ from, to }) }, (_one, index): DayAmount => {
      const day: Day = addDays(from, index);
      return { day, side: known.get(day) ?? null };
    });
  };
  const [now, before] = await Promise.all([one(windows.now), one(windows.before)]);
  return now === null || before === null ? null : { now, before };
}

/** What the data and the calendar alone would have moved. */
function dataParts(days: Days, { compared, words }: Telling, total: Moved['total']): ExplanationPart[] {
  const byDay = (cycle: boolean): Reading => ({
    ...compared,
    by: [cycle ? { kind: 'cycle', cycle: 'dayOfWeek' } : { kind: 'time', grain: 'day' }],
  });
  const part = (name: string, effect: number, text: string, cycle: boolean): ExplanationPart => ({
    members: [],
    kind: 'data',
    effect,
    name,
    text,
    reading: byDay(cycle),
    line: lineOf(days.now, days.before),
  });
  const missing = missingDays(days.now, days.before).map((one) =>
    part('missing days', one.effect, missingText(one, words), false),
  );
  const calendar = calendarPart(days.now, days.before);
  const worth =
    calendar !== null && Math.abs(calendar.effect) >= LEAST_OF_CALENDAR * Math.abs(total.change) ? [calendar] : [];
  return [
    ...missing,
    ...worth.map((one) => part('calendar', one.effect, calendarText(one, words, total.before), true)),
  ];
}

/** Points of a small picture. */
const MOST_POINTS = 31;

function lineOf(now: readonly DayAmount[], before: readonly DayAmount[]): { now: number[]; before: number[] } {
  const width = Math.ceil(Math.max(now.length, before.length) / MOST_POINTS);
  const points = (days: readonly DayAmount[]) =>
    Array.from({ length: Math.ceil(days.length / width) }, (_one, index) =>
      days.slice(index * width, (index + 1) * width).reduce((sum, { side: amount }) => sum + (amount?.[0] ?? 0), 0),
    );
  return { now: points(now), before: points(before) };
}
