/** An alert tried over the past: when it would have told something, with the lines for its picture. */
import { grainOf, levelOf } from '@zud/core/alerts/alert';
import { passingAt, type AlertLine } from '@zud/core/alerts/passing';
import { toldText, trialText } from '@zud/core/alerts/told-words';
import type { Trial } from '@zud/core/contract/alerts';
import type { ReadyModel } from '../asking/ready-model';
import type { AlertRow } from '../store/alerts';
import type { Person } from '../store/people';
import { foldedFrom, linesFor, TRIAL_PERIODS, type Looking } from './looking';

/** Lines of the picture. */
const MOST_LINES = 6;

/** @throws Unanswerable where it cannot be looked at */
export async function trialOf(
  alert: Pick<AlertRow, 'reading' | 'when' | 'again'>,
  ready: ReadyModel,
  person: Pick<Person, 'id'>,
  looking: Pick<Looking, 'answering' | 'clock' | 'timeLimit'>,
): Promise<Trial> {
  const grain = grainOf(alert.reading) ?? 'week';
  const count = TRIAL_PERIODS[grain];
  const lines = await linesFor(alert, count, { ready }, looking, person.id);
  const { told, looked } = foldedFrom(alert, lines, null, count);
  const words = {
    reading: ready.sight.reading(alert.reading),
    when: alert.when,
    naming: ready.naming,
    column: lines.column,
  };
  const start = lines.periods.length - looked.length;
  const toldAt = new Map(told.map(({ period, passing }) => [period, new Set(passing.map(({ member }) => member))]));
  const most = [...lines.lines]
    .map((line) => ({
      line,
      times: told.filter(({ passing }) => passing.some(({ member }) => member === line.member)).length,
    }))
    .sort((a, b) => b.times - a.times || total(b.line) - total(a.line))
    .slice(0, MOST_LINES);
  return {
    times: told.map((one) => ({
      at: one.period,
      value: one.passing[0]?.value ?? 0,
      members: levelOf(alert.reading) === null ? [] : one.passing,
      text: toldText(one, words),
    })),
    periods: looked.length,
    from: looked[0]?.period ?? null,
    to: looked.at(-1)?.period ?? null,
    grain,
    // what is not known of the past is not drawn as nothing
    lines: (['fault', 'new'].includes(alert.when.kind) ? [] : most).map(({ line: { member, values, plan } }) => ({
      member,
      points: looked.map(({ period }, index) => ({
        at: period,
        value: values[start + index] ?? null,
        ...(plan === undefined ? {} : { plan: plan[start + index] ?? null }),
        told: toldAt.get(period)?.has(member) ?? false,
      })),
    })),
    bounds:
      alert.when.kind === 'value'
        ? [alert.when.value, ...(alert.when.test === 'between' ? [alert.when.upper ?? alert.when.value] : [])]
        : alert.when.kind === 'forecast'
          ? [alert.when.value]
          : [],
    now: looked.length === 0 ? [] : passingAt(lines, alert.when, lines.periods.length - 1),
    text:
      alert.when.kind === 'fault'
        ? 'Which rules earlier loads broke is not kept, so it cannot be tried over the past.'
        : trialText(told.length, looked.length, grain),
    format: {
      label: lines.column.label,
      ...(lines.column.unit === undefined ? {} : { unit: lines.column.unit }),
      ...(lines.column.format === undefined ? {} : { format: lines.column.format }),
    },
  };
}

const total = ({ values }: AlertLine): number => values.reduce<number>((sum, value) => sum + Math.abs(value ?? 0), 0);
