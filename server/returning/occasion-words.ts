/** What an occasion says, to somebody who sees the same as those whom it was told to. */
import { alertSentence } from '@zud/core/alerts/alert-sentence';
import { levelOf, grainOf } from '@zud/core/alerts/alert';
import { toldText } from '@zud/core/alerts/told-words';
import type { Told } from '@zud/core/alerts/telling';
import { isMeasure } from '@zud/core/model/calculation';
import { missingFrom } from '@zud/core/reading/references';
import type { Reading } from '@zud/core/reading/schema';
import { addGrains, endOf } from '@zud/core/time/grain';
import type { ReadyModel } from '../asking/ready-model';
import type { AlertRow, Occasion } from '../store/alerts';

/** An alert as it reads for somebody, without names of members they may not know. */
export function sentenceOfAlert({ reading, when }: Pick<AlertRow, 'reading' | 'when'>, ready: ReadyModel): string {
  return missingFrom(reading, ready.model) === null
    ? alertSentence(ready.sight.reading(reading), when, ready.naming)
    : 'An alert on a figure that this model does not have any more';
}

/** @returns null where what is seen is another part of the data by now */
export function occasionTexts(
  { alert, occasion }: { alert: AlertRow; occasion: Occasion },
  ready: ReadyModel,
): string[] | null {
  if (ready.access.key !== occasion.access || missingFrom(alert.reading, ready.model) !== null) return null;
  const [shown] = alert.reading.shown;
  const measure =
    shown !== undefined && isMeasure(shown.calculation)
      ? ready.model.measures.get(shown.calculation.measure)
      : undefined;
  const column = {
    ...(measure?.unit === undefined ? {} : { unit: measure.unit }),
    ...(measure?.format === undefined ? {} : { format: measure.format }),
  };
  const words = { reading: ready.sight.reading(alert.reading), when: alert.when, naming: ready.naming, column };
  return occasion.told.map((told) => toldText(told, words));
}

/** The figure of the members that were told, of the period: from here one asks on. */
export function readingOfTold(alert: Pick<AlertRow, 'reading'>, { period, passing }: Told, ready: ReadyModel): Reading {
  const level = levelOf(alert.reading);
  const grain = grainOf(alert.reading) ?? 'week';
  const time = alert.reading.by.find((one) => one.kind === 'time');
  const role = time?.kind === 'time' ? time.role : undefined;
  const named = passing.map(({ member }) => member).filter((member) => member !== '');
  return {
    ...alert.reading,
    by: level === null || named.length < 2 ? [] : [{ kind: 'level', level }],
    where: [
      ...alert.reading.where,
      ...(level === null || named.length === 0 ? [] : [{ kind: 'members' as const, level, is: true, members: named }]),
    ],
    when: {
      period: { kind: 'days', from: period, to: endOf(grain, period, ready.calendar.weekStart) },
      ...(role === undefined ? {} : { role }),
    },
    against: { kind: 'previous' },
  };
}

/** Its line over the periods up to then, for the picture. */
export function lineOfTold(alert: Pick<AlertRow, 'reading'>, told: Told, periods: number, ready: ReadyModel): Reading {
  const whole = readingOfTold(alert, told, ready);
  const grain = grainOf(alert.reading) ?? 'week';
  const level = levelOf(alert.reading);
  const to = endOf(grain, told.period, ready.calendar.weekStart);
  const from = addGrains(grain, told.period, 1 - periods);
  return {
    ...whole,
    by: [
      ...alert.reading.by.filter((one) => one.kind === 'time'),
      ...(level === null || told.passing.length < 2 ? [] : [{ kind: 'level' as const, level }]),
    ],
    when: { ...whole.when, period: { kind: 'days', from, to } },
    against: null,
    view: { chart: 'line' },
  };
}
