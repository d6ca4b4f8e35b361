/** "is that normal": a figure beside what was to be expected from its own past, and what moved it since the year before. */
import { expectationOf, type Expectation } from '@zud/core/analysis/explain/unusual';
import { SEASON } from '@zud/core/analysis/seasonal';
import type { Explanation } from '@zud/core/analysis/explain/explanation';
import { formatPoints, formatSize, formatValue } from '@zud/core/format/format';
import { addsUp } from '@zud/core/model/additivity';
import { isMeasure } from '@zud/core/model/calculation';
import type { AnswerColumn } from '@zud/core/query/plan';
import { unexplained } from '@zud/core/reading/edit';
import type { Explain, Reading } from '@zud/core/reading/schema';
import { calculationWords } from '@zud/core/reading/words';
import { endOf, startOf, startsBetween, type Grain } from '@zud/core/time/grain';
import { headlineWords } from '../headline-words';
import type { ReadyModel } from '../ready-model';
import { Unanswerable } from '../unanswerable';
import { comparedReading, leftOut } from './compared';
import { placesOf, type Looks } from './looks';
import { explainMoved, type Explained } from './moved';

const GRAINS: readonly Grain[] = ['day', 'week', 'month', 'quarter', 'half', 'year'];

/** @throws Unanswerable where the period is no whole one, or its past is too short */
export async function explainUnusual(
  asked: Reading,
  explain: Extract<Explain, { asked: 'unusual' }>,
  ready: ReadyModel,
  looks: Looks,
): Promise<Explained> {
  const { calendar, naming, model } = ready;
  const [first] = asked.shown;
  if (first === undefined || asked.rows !== null) throw new Unanswerable('Ask of a figure whether it is normal.');
  const name = calculationWords(naming, first.calculation);
  const plainly = { ...unexplained(asked), shown: [{ calculation: first.calculation, transform: null }] };
  const { compared, notes } = await comparedReading({ ...plainly, against: null }, ready, looks);
  const { window } = (await looks.answer({ ...compared, against: null })).answer;
  const { from, to } = window;
  const grain =
    from === undefined || to === undefined
      ? undefined
      : GRAINS.find(
          (one) => startOf(one, from, calendar.weekStart) === from && endOf(one, from, calendar.weekStart) === to,
        );
  if (grain === undefined || from === undefined || to === undefined)
    throw new Unanswerable(
      `Whether ${name} is normal is told of one whole day, week, month, quarter or year; name one, for example “last month”.`,
    );
  const role = compared.when?.role;
  const line: Reading = {
    ...compared,
    by: [{ kind: 'time', grain, ...(role === undefined ? {} : { role }) }],
    when: { period: { kind: 'until', to }, ...(role === undefined ? {} : { role }) },
    against: null,
  };
  const figures = await looks.figures(line);
  const at = figures.columns.findIndex((column) => column.role === 'time');
  const { value } = placesOf(figures);
  const known = new Map(
    figures.rows.flatMap((row): [string, number][] => {
      const cell = row[value[0] ?? -1];
      return typeof row[at] === 'string' && typeof cell === 'number' ? [[row[at], cell]] : [];
    }),
  );
  const days = [...known.keys()].sort();
  const all = days[0] === undefined ? [] : startsBetween(grain, days[0], from, calendar.weekStart);
  const additive = addsUp(first.calculation, model);
  // a line that does not add up begins after its last gap, so that its seasons keep their places
  const begin = additive ? 0 : all.findLastIndex((day) => !known.has(day)) + 1;
  const values = all.slice(begin).map((day) => known.get(day) ?? 0);
  const isCount = isMeasure(first.calculation) && model.measures.get(first.calculation.measure)?.kind === 'count';
  const expectation =
    known.has(from) || additive
      ? expectationOf(values, SEASON[grain], isCount ? (usual) => Math.sqrt(Math.max(1, usual)) : undefined)
      : null;
  if (expectation === null)
    throw new Unanswerable(
      `Whether ${name} is normal cannot be told yet: it takes at least eight whole ${grain}s before it. “vs …” sets it beside another period.`,
    );
  const year: Reading = { ...compared, against: { kind: 'year' } };
  const moved = await explainMoved(year, { asked: 'moved' }, ready, looks).catch((error: unknown) => {
    if (!(error instanceof Unanswerable)) throw error;
    return null;
  });
  const main = moved?.main ?? (await looks.answer({ ...compared, against: null }));
  const column = main.answer.columns.find((one) => one.as === 'value');
  if (column === undefined) throw new Unanswerable('There is no figure to look at.');
  const { scope } = headlineWords(main.answer, compared, ready);
  const told = wordsOf(expectation, column, scope, grain);
  const { holds, verdict } = answered(expectation, explain.said, told.verdict);
  const explanation: Explanation = {
    ...(moved?.explanation ?? { evenly: false, looked: values.length, parts: [] }),
    asked: 'unusual',
    holds,
    verdict,
    notes: [{ about: 'What was to be expected', text: told.note }, ...(moved?.explanation.notes ?? [])],
  };
  return {
    reading: { ...compared, against: moved === null ? null : { kind: 'year' }, explain },
    explanation,
    main,
    notes: [...leftOut(asked, name), ...notes],
  };
}

function answered(
  { verdict }: Expectation,
  said: 'high' | 'low' | undefined,
  text: string,
): { readonly holds: boolean | null; readonly verdict: string } {
  if (said === undefined) return { holds: null, verdict: text };
  const holds = verdict === (said === 'high' ? 'above' : 'below');
  return { holds, verdict: holds ? text : `${text}: it is not unusually ${said}` };
}

function wordsOf(
  { value, expected, low, high, verdict, tail, periods }: Expectation,
  column: AnswerColumn,
  scope: string,
  grain: Grain,
): { readonly verdict: string; readonly note: string } {
  const written = (one: number) => formatValue(one, column);
  const within = scope === '' ? '' : `, ${scope}`;
  const by =
    column.format?.style === 'percent'
      ? formatPoints(Math.abs(value - expected))
      : expected === 0
        ? written(Math.abs(value))
        : formatSize((value - expected) / Math.abs(expected));
  const off = `${by} ${value > expected ? 'more' : 'less'} than expected`;
  return {
    verdict:
      verdict === 'within'
        ? `${column.label}, normal: ${written(value)}, where ${written(low)} to ${written(high)} was to be expected${within}`
        : `${column.label}, unusually ${verdict === 'above' ? 'high' : 'low'}: ${written(value)}, ${off}${within}`,
    note: `About ${written(expected)}, between ${written(low)} and ${written(high)} nineteen times of twenty: from the level and season of the ${periods} ${grain}s before, without the one in question. ${oneIn(tail)}`,
  };
}

function oneIn(tail: number): string {
  if (tail > 0.3) return 'Many lie as far off.';
  return `About one of ${tail < 0.001 ? 'more than a thousand' : formatValue(Math.round(1 / tail), {})} lies as far off.`;
}
