/** A figure that is kept in sight: what it is now, its line, and what moved since it was looked at last. */
import type { KeptFigureView } from '@zud/core/contract/kept-figures';
import { formatPoints, formatSize, formatValue } from '@zud/core/format/format';
import { missingFrom } from '@zud/core/reading/references';
import { bare, type Reading } from '@zud/core/reading/schema';
import { calculationWords, capitalised, unitWords } from '@zud/core/reading/words';
import { addGrains, endOf, startOf, startsBetween, type Grain } from '@zud/core/time/grain';
import type { AskOptions, Answering } from '../asking/answering';
import type { ReadyModel } from '../asking/ready-model';
import { Unanswerable } from '../asking/unanswerable';
import type { KeptFigure } from '../store/kept-figures';
import { ModelNotAsked } from '../asking/model-fault';
import { placesOf } from '../asking/explaining/looks';

/** Periods of the line. */
const PERIODS = 26;
/** A look within this many milliseconds of the last is the same visit. */
export const A_VISIT = 3_600_000;

/** The grain by which it is told: that of its line over time, of its period, or the month. */
function grainOf({ by, when }: Reading): Grain {
  const time = by.find((one) => one.kind === 'time');
  if (time?.kind === 'time') return time.grain;
  const period = when?.period;
  return period !== undefined && 'grain' in period && period.kind !== 'latest' ? period.grain : 'month';
}

export async function keptFigureView(
  figure: KeptFigure,
  get: () => Promise<ReadyModel>,
  answering: Answering,
  options: AskOptions,
): Promise<KeptFigureView & { readonly seen: { readonly period: string; readonly value: number } | null }> {
  const none = (problem: string, title = figure.title ?? 'A figure') => ({
    id: figure.id,
    modelId: figure.modelId,
    title,
    reading: null,
    value: null,
    period: null,
    moved: null,
    line: [],
    problem,
    since: figure.seen?.at ?? null,
    seen: null,
  });
  let ready: ReadyModel;
  try {
    ready = await get();
  } catch (error) {
    if (error instanceof ModelNotAsked) return none(error.message);
    throw error;
  }
  const { calendar, naming, model } = ready;
  const [shown] = figure.reading.shown;
  const missing = missingFrom(figure.reading, model);
  if (missing !== null || shown === undefined) return none(missing ?? 'It has no figure.');
  const reading = ready.sight.reading(figure.reading);
  const title =
    figure.title === null ? capitalised(calculationWords(naming, shown.calculation)) : ready.sight.text(figure.title);
  const grain = grainOf(reading);
  const last = calendar.lastData ?? calendar.asOf;
  const start = startOf(grain, last, calendar.weekStart);
  const whole = endOf(grain, start, calendar.weekStart) === last ? start : addGrains(grain, start, -1);
  const from = addGrains(grain, whole, 1 - PERIODS);
  const role = reading.when?.role;
  try {
    const figures = await answering.figures(
      {
        ...bare(reading),
        shown: [{ ...shown, transform: null }],
        by: [{ kind: 'time', grain, ...(role === undefined ? {} : { role }) }],
        when: {
          period: { kind: 'days', from, to: endOf(grain, whole, calendar.weekStart) },
          ...(role === undefined ? {} : { role }),
        },
      },
      ready,
      options,
    );
    const at = figures.columns.findIndex((column) => column.role === 'time');
    const [place] = placesOf(figures).value;
    const column = figures.columns[place ?? -1];
    if (column === undefined) return none('It has no figure.', title);
    const values = new Map(figures.rows.map((row) => [String(row[at]), row[place ?? -1]]));
    const line = startsBetween(grain, from, whole, calendar.weekStart).map((day) => {
      const value = values.get(day);
      return { at: day, value: typeof value === 'number' ? value : null };
    });
    const now = line.at(-1)?.value ?? null;
    const written = (value: number) => formatValue(value, column);
    const { seen } = figure;
    const moved =
      now === null || seen === null || (seen.period === whole && seen.value === now)
        ? null
        : `${column.format?.style === 'percent' ? `${now < seen.value ? '−' : '+'}${formatPoints(Math.abs(now - seen.value))}` : seen.value === 0 ? written(now - seen.value) : `${now < seen.value ? '−' : '+'}${formatSize(Math.abs((now - seen.value) / seen.value))}`} since you looked (${written(seen.value)}, ${unitWords(grain, seen.period)})`;
    return {
      id: figure.id,
      modelId: figure.modelId,
      title,
      reading,
      value: now === null ? null : written(now),
      period: unitWords(grain, whole),
      moved,
      line,
      problem: null,
      since: seen?.at ?? null,
      seen: now === null ? null : { period: whole, value: now },
    };
  } catch (error) {
    if (error instanceof Unanswerable) return none(error.message, title);
    throw error;
  }
}
