/** Bridges and Pareto charts: what makes up a change or a whole, step by step. */
import { capitalised } from '../reading/words';
import type { Answer } from '../query/answer';
import { formatCell, formatShort } from '../format/format';
import type { AnswerColumn } from '../query/plan';
import { NOTHING, type Content } from './along-axis';
import type { ChartPoint, ChartSeries } from './description';
import { figuresOf, numeric, type Shape } from './shape';

const SHARE: Omit<AnswerColumn, 'key' | 'label'> = { role: 'measure', format: { style: 'percent', decimals: 0 } };

/** From the earlier total to the later by what each member adds or takes; without a comparison from nought to the total. */
export function bridgeContent(answer: Answer, shape: Shape): Content {
  const [value] = figuresOf(answer, shape);
  const level = shape.levels[0] ?? 0;
  if (!value) return NOTHING;
  const { column } = value;
  const beside = (as: string) => answer.columns.findIndex((one) => one.of === column.of && one.as === as);
  const [other, difference] = [beside('other'), beside('difference')];
  const compared = other >= 0 && difference >= 0;
  const sum = (at: number) => answer.rows.reduce((total, row) => total + (numeric(row[at]) ?? 0), 0);
  const start = compared ? sum(other) : 0;
  const rise: ChartPoint[] = [];
  const fall: ChartPoint[] = [];
  const ends: ChartPoint[] = [];
  const categories: string[] = [];
  if (compared) {
    ends.push({ x: 0, y: start, base: 0 });
    categories.push(capitalised((answer.columns[other] as AnswerColumn).label.split(', ').at(-1) ?? ''));
  }
  let level_ = start;
  const steps = answer.rows
    .map((row, index) => ({
      index,
      label: formatCell(row[level] ?? null, answer.columns[level] as AnswerColumn),
      step: compared ? (numeric(row[value.at]) ?? 0) - (numeric(row[other]) ?? 0) : (numeric(row[value.at]) ?? 0),
    }))
    .sort((a, b) => b.step - a.step);
  for (const { index, label, step } of steps) {
    const point: ChartPoint = { x: categories.length, base: level_, y: level_ + step, row: index };
    (step < 0 ? fall : rise).push(point);
    level_ += step;
    categories.push(label);
  }
  ends.push({ x: categories.length, y: level_, base: 0 });
  categories.push(compared ? column.label : 'All');
  const axisFrom = compared
    ? axisStart([start, level_, ...[...rise, ...fall].flatMap((point) => [point.base ?? 0, point.y ?? 0])])
    : 0;
  const series = (
    label: string,
    points: readonly ChartPoint[],
    style: ChartSeries['style'],
    colour: number,
  ): ChartSeries => ({
    label,
    colour,
    style,
    axis: 'left',
    column,
    points: categories.map((_category, x) => points.find((point) => point.x === x) ?? { x, y: null }),
  });
  return {
    ...NOTHING,
    categories,
    categoryLabel: answer.columns[level]?.label ?? '',
    series: [
      series('Totals', ends, 'rest', 0),
      series('More', rise, 'value', 0),
      ...(fall.length > 0 ? [series('Less', fall, 'fall', 0)] : []),
    ],
    ...(axisFrom > 0
      ? {
          axisFrom,
          omitted: `The axis begins at ${formatShort(axisFrom, column)}, not at zero, so that the steps can be seen.`,
        }
      : {}),
  };
}

/** Steps that are small beside the totals they lie between are drawn from a round number below them; where there is none, from zero. */
export function axisStart(levels: readonly number[]): number {
  const [low, high] = [Math.min(...levels), Math.max(...levels)];
  if (low <= 0 || high === low || high - low > 0.15 * high) return 0;
  const room = low - (high - low);
  const unit = 10 ** Math.floor(Math.log10(Math.max(high - low, 1e-9)));
  return Math.max(0, Math.floor(room / unit) * unit);
}

const MOST_BARS = 40;

/** The members from large to small, with how much of the whole those so far make up. */
export function paretoContent(answer: Answer, shape: Shape): Content {
  const [value] = figuresOf(answer, shape);
  const level = shape.levels[0] ?? 0;
  if (!value) return NOTHING;
  const rows = answer.rows
    .map((row, index) => ({
      index,
      value: numeric(row[value.at]) ?? 0,
      label: formatCell(row[level] ?? null, answer.columns[level] as AnswerColumn),
    }))
    .sort((a, b) => b.value - a.value);
  const total = rows.reduce((sum, row) => sum + row.value, 0);
  let so = 0;
  const shares = rows.map((row) => {
    so += row.value;
    return total === 0 ? null : so / total;
  });
  const drawn = rows.slice(0, MOST_BARS);
  return {
    ...NOTHING,
    categories: drawn.map((row) => row.label),
    categoryLabel: answer.columns[level]?.label ?? '',
    series: [
      {
        label: value.column.label,
        colour: 0,
        style: 'value',
        axis: 'left',
        column: value.column,
        points: drawn.map((row, x) => ({ x, y: row.value, row: row.index })),
      },
      {
        label: 'Share so far',
        colour: 1,
        style: 'value',
        axis: 'right',
        mark: 'line',
        column: { ...SHARE, key: 'so_far', label: 'Share so far' },
        points: drawn.map((row, x) => ({ x, y: shares[x] ?? null, row: row.index })),
      },
    ],
    omitted:
      rows.length > drawn.length ? `The first ${drawn.length} of ${rows.length} are drawn; the share is of all.` : null,
  };
}
