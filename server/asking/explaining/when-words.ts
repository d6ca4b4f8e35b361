/** What is told of what is to come: when something passes a value, how likely it makes its plan, how much is needed for it. */
import type { ExplanationNote } from '@zud/core/analysis/explain/explanation';
import type { Reaching } from '@zud/core/analysis/explain/reaching';
import { formatValue } from '@zud/core/format/format';
import type { AnswerColumn } from '@zud/core/query/plan';
import type { Explain } from '@zud/core/reading/schema';
import { inSentence, rangeWords, unitWords } from '@zud/core/reading/words';
import type { Day } from '@zud/core/time/day';
import { addGrains, type Grain } from '@zud/core/time/grain';

export type When = Extract<Explain, { asked: 'when' }>;

/** What is looked at: each period for itself, or all of a running one added up to its end. */
export interface Frame {
  readonly grain: Grain;
  /** The running period that is added up; null where each period is looked at for itself. */
  readonly whole: { readonly from: Day; readonly to: Day } | null;
}

/** The line as far as it is known. */
export interface Line {
  readonly values: readonly number[];
  /** The first day of the first period to come, which may have begun. */
  readonly next: Day;
  /** What there is of it so far. */
  readonly begun: number;
  /** Of the running period, all that lies in whole periods. */
  readonly added: number;
}

export interface Telling {
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
export const writtenIn = (column: AnswerColumn, values: readonly number[]) => {
  const whole = values.every(Number.isInteger);
  return (value: number): string => formatValue(whole ? Math.round(value) : value, column);
};

/** “in 2026”, “from 1 May to 3 June 2026” */
export function wholeWords({ from, to }: NonNullable<Frame['whole']>): string {
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

const isUnder = ({ explain: { aim } }: Telling): boolean => aim.kind === 'value' && aim.side === 'under';

/** Does a figure lie where it is asked about? */
const isThere = (telling: Telling, one: number): boolean =>
  isUnder(telling) ? one < telling.value : one > telling.value;

export function verdictOf(telling: Telling): string {
  const { explain, frame, line, reached, value, written, scope } = telling;
  const { label } = telling.column;
  const soFar = line.added + line.begun;
  if (explain.aim.kind === 'plan' || explain.needed === true) {
    const aim = explain.aim.kind === 'plan' ? `the plan of ${written(value)}` : written(value);
    if (soFar >= value) return `${label} reached ${aim} already: ${written(soFar)} so far${scope}`;
    return explain.needed === true ? neededWords(telling, aim) : `${label} ${byTheEnd(telling, `reach ${aim}`)}`;
  }
  const { side } = explain.aim;
  if (frame.whole !== null)
    return soFar > value
      ? `${label} passed ${written(value)} already: ${written(soFar)} so far${scope}`
      : `${label} ${byTheEnd(telling, `${side === 'over' ? 'pass' : 'stay below'} ${written(value)}`)}`;
  const passes = `${side === 'over' ? 'pass' : 'fall below'} ${written(value)}`;
  const each = `${label} a ${frame.grain}`;
  const latest = line.values.at(-1) ?? 0;
  const chance = reached.chance.at(-1) ?? 0;
  if (isThere(telling, latest))
    return `${each}: ${side} ${written(value)} already, ${written(latest)} ${atWords(telling, -1)}${scope}`;
  return reached.step === null
    ? `${each} ${willWords(chance)} ${passes} by ${periodAt(telling, telling.steps - 1)}: a chance of ${chanceWords(chance)}${scope}`
    : `${each} ${willWords(chance)} ${passes}, most likely ${line.values.some((one) => isThere(telling, one)) ? 'next' : 'for the first time'} ${atWords(telling, reached.step)}${scope}`;
}

/** “will probably pass 2,000,000, most likely in November: 2,103,000 expected, a chance of 82 %” */
function byTheEnd(telling: Telling, what: string): string {
  const { reached, written, scope } = telling;
  const chance = reached.chance.at(-1) ?? 0;
  const first = reached.step === null || isUnder(telling) ? '' : `, most likely ${atWords(telling, reached.step)}`;
  return `${willWords(chance)} ${what}${first}: ${written(reached.expected.at(-1) ?? 0)} expected, a chance of ${chanceWords(chance)}${scope}`;
}

function neededWords({ frame, line, reached, value, written, column, scope, steps }: Telling, aim: string): string {
  const each = (sum: number) => written((sum - line.added) / steps);
  const left = steps === 1 ? `in the ${frame.grain} that is left` : `in each of the ${steps} ${frame.grain}s left`;
  return `${column.label}: ${each(value)} is needed ${left} to reach ${aim}, where ${each(reached.expected.at(-1) ?? 0)} is expected${scope}`;
}

export function notesOf(telling: Telling): ExplanationNote[] {
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
    return `Between ${written(last[0])} and ${written(last[1])} at the end, eight times of ten; ${written(line.added + line.begun)} so far.${told.length === 0 || isUnder(telling) ? '' : ` The chance to have passed ${written(value)} is ${told.join(', ')}.`}`;
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
