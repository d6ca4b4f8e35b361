/** What is said of a forecast: its headline, what it rests on, how far off it was where that can be told, and how it was made. */
import { RANGE, type Way } from '../analysis/forecast';
import { formatCell, formatSize, formatValue } from '../format/format';
import type { Ahead } from '../query/answer';
import type { AnswerColumn } from '../query/plan';
import { listWords } from '../reading/words';
import type { Caveat } from './caveats';

const plural = (grain: string) => (grain === 'half' ? 'half years' : `${grain}s`);
const timeOf = ({ columns }: Ahead): AnswerColumn =>
  columns.find((column) => column.role === 'time') ?? { key: '', label: '', role: 'time' };
const nameOf = (cells: Ahead['lines'][number]['cells']): string => cells.map((cell) => cell ?? '(none)').join(', ');

/** @returns null where there are several lines, of which none is the one to tell */
export function forecastHeadline(ahead: Ahead, value: AnswerColumn): string | null {
  const time = timeOf(ahead);
  const at = (as: AnswerColumn['as']) => ahead.columns.findIndex((column) => column.as === as);
  const asked = ahead.rows.filter((row) => String(row[ahead.columns.indexOf(time)]) >= ahead.from);
  const [first, last] = [asked[0], asked.at(-1)];
  if (ahead.lines.length > 1 || first === undefined || last === undefined) return null;
  const label = (row: typeof first) => formatCell(row[ahead.columns.indexOf(time)] ?? null, time);
  if (ahead.together !== null && asked.length > 1) {
    const { expected, yearBefore } = ahead.together;
    const moved = yearBefore === null || yearBefore === 0 ? null : expected / yearBefore - 1;
    const beside =
      moved === null
        ? ''
        : `, ${Math.abs(moved) < 0.0005 ? 'as much as' : `${formatSize(Math.abs(moved))} ${moved > 0 ? 'more' : 'less'} than`} a year before`;
    return `${value.label}: ${formatValue(expected, value)} expected in all from ${label(first)} to ${label(last)}${beside}`;
  }
  const range = [last[at('low')], last[at('high')]].map((cell) => formatValue(cell ?? null, value)).join(' and ');
  return `${value.label}: ${formatValue(last[at('expected')] ?? null, value)} expected in ${label(last)}, between ${range}`;
}

/** What a reader must know before quoting a forecast. */
export function forecastCaveats(ahead: Ahead, value: AnswerColumn): Caveat[] {
  const { basis, lines, left } = ahead;
  const time = timeOf(ahead);
  const many = plural(basis.grain);
  const texts = [
    `Forecast from the ${basis.periods} whole ${many} from ${formatCell(basis.from, time)} to ${formatCell(basis.to, time)} alone, as if things went on as they did; ${formatSize(RANGE)} of outcomes should lie in the range ${lines.length === 1 ? 'shown' : 'that the table has'}.`,
  ];
  const [one] = lines;
  if (lines.length === 1 && one !== undefined) {
    const { trial, seasonal } = one;
    const off = trial.size === 0 ? formatValue(trial.error, value) : formatSize(trial.error / trial.size);
    const plainest = trial.size === 0 ? formatValue(trial.plainest, value) : formatSize(trial.plainest / trial.size);
    texts.push(
      `Tried on the last ${trial.values} ${many} without having seen them, it was off by ${off} on average${one.trial.plainest > trial.error ? `; taking ${seasonal ? `the same ${basis.grain === 'half' ? 'half year' : basis.grain === 'day' ? 'day of the week' : basis.grain} a ${basis.grain === 'day' ? 'week' : 'year'} before` : 'the last value'} would have been off by ${plainest}` : ''}.`,
    );
  } else {
    const worst = lines.reduce((most, line) => (share(line) > share(most) ? line : most));
    texts.push(
      `Tried on their last ${one?.trial.values ?? 0} ${many} without having seen them, the lines were off by up to ${formatSize(share(worst))} on average (${nameOf(worst.cells)}).`,
    );
  }
  if (basis.grain !== 'year' && lines.some((line) => !line.seasonal))
    texts.push(
      `Seasons of ${lines.length === 1 ? 'the line' : 'some lines'} cannot be told: there are fewer than two whole ones.`,
    );
  if (left > 0) texts.push(`${left} ${left === 1 ? 'line is' : 'lines are'} too short to be carried on.`);
  return texts.map((text) => ({ kind: 'caveat', text }));
}

const share = ({ trial }: Ahead['lines'][number]): number => (trial.size === 0 ? 0 : trial.error / trial.size);

const FOLLOWED: Readonly<Record<Way, string>> = {
  'last value': 'its last value is kept',
  'last season': 'its last season is repeated',
  'level': 'its level is smoothed',
  'level and trend': 'its level and a damped trend are smoothed',
  'level and season': 'its level and its seasons are smoothed',
  'level, trend and season': 'its level, a damped trend and its seasons are smoothed',
};

/** How a forecast was made, for the working. */
export function forecastSteps({ lines, basis }: Ahead): string[] {
  return lines.map(({ cells, way, proportional, weights, trial }) => {
    const said = [
      weights.level > 0 && weights.level < 1 ? `level ${weights.level}` : '',
      weights.trend > 0 ? `trend ${round(weights.trend)} (damped by ${weights.damping})` : '',
      weights.season > 0 && weights.season < 1 ? `season ${round(weights.season)}` : '',
    ].filter((text) => text !== '');
    return `Carried on${cells.length === 0 ? '' : ` for ${nameOf(cells)}`}: ${FOLLOWED[way]}${proportional ? ', as multiples' : ''}${said.length === 0 ? '' : ` (weights of exponential smoothing: ${listWords(said, 'and')})`}; of the ways tried it was least off on the last ${trial.values} ${plural(basis.grain)}.`;
  });
}

const round = (value: number) => Math.round(value * 1000) / 1000;
