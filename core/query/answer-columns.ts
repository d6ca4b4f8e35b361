/** The columns of an answer, as people and programs get them: keys, labels, units, formats. */
import { isMeasure, type Calculation } from '../model/calculation';
import { writtenOf } from '../model/format-of';
import { level as levelOf, measure as measureOf, type Model } from '../model/model';
import type { Reading } from '../reading/schema';
import { calculationWords, capitalised, periodWords } from '../reading/words';
import type { AnswerColumn } from './plan';
import { partsAddUp } from './parts';
import type { PlanContext } from './plan-context';

const GRAIN_LABELS = {
  day: 'Day',
  week: 'Week',
  month: 'Month',
  quarter: 'Quarter',
  half: 'Half year',
  year: 'Year',
  dayOfWeek: 'Day of week',
  weekPart: 'Part of week',
  monthOfYear: 'Month of year',
  hour: 'Hour',
} as const;
const OTHER_LABELS = {
  year: 'year before',
  previous: 'period before',
  plan: 'plan',
  members: '',
} as const;

/** The columns of the breakdowns. */
export function answerKeys(reading: Reading, { model }: Pick<PlanContext, 'model'>): AnswerColumn[] {
  return reading.by.map((one): AnswerColumn => {
    switch (one.kind) {
      case 'level': {
        const { level } = levelOf(model, one.level);
        return { key: level.id, label: level.name, role: 'level', level: level.id };
      }
      case 'sets': {
        const level = model.sets.get(one.sets[0] ?? '')?.level ?? '';
        return { key: 'set', label: levelOf(model, level).level.name, role: 'level' };
      }
      case 'bins': {
        const found = measureOf(model, one.measure);
        return {
          key: one.measure,
          label: found.name,
          role: 'level',
          ...(one.width === null ? {} : { width: one.width }),
          ...(found.unit === undefined ? {} : { unit: found.unit }),
          ...(found.format === undefined ? {} : { format: found.format }),
        };
      }
      case 'time':
        return { key: one.grain, label: GRAIN_LABELS[one.grain], role: 'time', grain: one.grain };
      case 'cycle':
        return { key: one.cycle, label: GRAIN_LABELS[one.cycle], role: 'time', grain: one.cycle };
    }
  });
}

/**
 * The columns of what is shown.
 * @param shown what is shown, each with the key of its column
 * @param compared whether each value has another beside it, with difference and % difference
 */
export function answerColumns(
  reading: Reading,
  shown: readonly { key: string; calculation: Calculation }[],
  compared: boolean,
  { model, naming }: Pick<PlanContext, 'model' | 'naming'>,
): AnswerColumn[] {
  return shown.flatMap((one): AnswerColumn[] => {
    const found = isMeasure(one.calculation) ? measureOf(model, one.calculation.measure) : undefined;
    const label = found?.name ?? capitalised(calculationWords(naming, one.calculation));
    const { format, unit } = writtenOf(one.calculation, (id) => model.measures.get(id));
    const common = {
      role: 'measure' as const,
      of: one.key,
      additive: partsAddUp(reading.by, one.calculation, model),
      ...(unit === undefined ? {} : { unit }),
      ...(format === undefined ? {} : { format }),
      ...(found?.direction === undefined ? {} : { direction: found.direction }),
    };
    const value: AnswerColumn = { ...common, key: one.key, label, as: 'value' };
    if (!compared) return [value];
    return [
      value,
      {
        ...common,
        key: `${one.key}_other`,
        label: `${label}, ${otherLabel(reading, model)}`,
        as: 'other',
      },
      { ...common, key: `${one.key}_difference`, label: 'Difference', as: 'difference' },
      {
        ...common,
        key: `${one.key}_change`,
        label: '% difference',
        as: 'change',
        additive: false,
        format: { style: 'percent', decimals: 1 },
      },
    ];
  });
}

/** What a value stands beside, by its name. */
function otherLabel({ against }: Reading, model: Model): string {
  return against?.kind === 'period' ? periodWords(against.period, model) : OTHER_LABELS[against?.kind ?? 'members'];
}
