/** What can be done with a phrase of the sentence or a mark of the answer: labels, each with the edits that do it. */
import type { EditAct } from './edit-act';
import type { Edit } from '@zud/core/reading/edit-schema';
import { measureOf, type Calculation } from '@zud/core/model/calculation';
import {
  byLevel,
  isOneLine,
  same,
  type ChangeOf,
  type Condition,
  type Key,
  type Reading,
  type Transform,
} from '@zud/core/reading/schema';
import type { Phrase } from '@zud/core/reading/sentence';
import type { Grain } from '@zud/core/time/grain';
import type { Period } from '@zud/core/time/period';
import type { ModelView } from '../../app/api';
import { alsoActs, breakdownActs } from './breakdown-acts';
import { lower } from './lower';
import type { NumberTest, TypedAs } from './TestFields';

const calculation = (measure: string) => [{ calculation: { kind: 'measure' as const, measure }, transform: null }];

const TRANSFORMS: readonly (readonly [string, Transform | null])[] = [
  ['As a share of the total', { kind: 'share', within: 'all' }],
  ['As a share within each group', { kind: 'share', within: 'outer' }],
  ['As a running total', { kind: 'running' }],
  ['As the % change on the year before', { kind: 'change', basis: 'year', as: 'percent' }],
  ['As the % change on the period before', { kind: 'change', basis: 'previous', as: 'percent' }],
  ['As the absolute change on the year before', { kind: 'change', basis: 'year', as: 'difference' }],
  ['As the absolute change on the period before', { kind: 'change', basis: 'previous', as: 'difference' }],
  ['As a moving average over 3', { kind: 'moving', count: 3 }],
  ['As a moving average over 7', { kind: 'moving', count: 7 }],
  ['As a moving average over 12', { kind: 'moving', count: 12 }],
  ['As a moving total over 12', { kind: 'movingTotal', count: 12 }],
  ['As an index, first = 100', { kind: 'index' }],
  ['As ranks', { kind: 'rank' }],
  ['As the difference from the average', { kind: 'fromAverage' }],
  ['As plain numbers', null],
];

function measureActs(reading: Reading, model: ModelView | undefined): EditAct[] {
  const shown = reading.shown.flatMap((one) => (one.calculation.kind === 'measure' ? [one.calculation.measure] : []));
  const measures = model?.measures ?? [];
  const now = reading.shown[0]?.transform ?? null;
  return [
    ...measures.map((measure): EditAct => ({
      label: measure.name,
      edits: [{ do: 'show', how: 'replace', shown: calculation(measure.id) }],
      section: 'Instead',
      ...(measure.description === undefined ? {} : { about: measure.description }),
      ...(shown.includes(measure.id) && reading.shown.length === 1 ? { inForce: true } : {}),
    })),
    ...measures
      .filter((measure) => !shown.includes(measure.id))
      .map((measure): EditAct => ({
        label: `Add ${lower(measure.name)}`,
        edits: [{ do: 'show', how: 'add', shown: calculation(measure.id) }],
        section: 'Also',
      })),
    ...(shown.length > 1
      ? shown.map((id): EditAct => ({
          label: `Without ${lower(measures.find((one) => one.id === id)?.name ?? id)}`,
          section: 'Out of the sentence',
          edits: [{ do: 'show', how: 'remove', shown: calculation(id) }],
        }))
      : []),
    ...partActs(reading, model),
    ...TRANSFORMS.filter(
      ([, transform]) => transform?.kind !== 'share' || transform.within === 'all' || reading.by.length > 1,
    ).map(([label, transform]): EditAct => ({
      label,
      edits: [{ do: 'transform', transform }],
      section: 'Shown as',
      ...(same(transform, now) ? { inForce: true } : {}),
    })),
  ];
}

/** Of the share of one member: the shares of all of its level, and the figure without it where more is shown. */
function partActs({ shown }: Reading, model: ModelView | undefined): EditAct[] {
  return shown.flatMap((one): EditAct[] => {
    if (one.calculation.kind !== 'part') return [];
    const { level, member } = one.calculation;
    const name =
      model?.dimensions.flatMap((dimension) => dimension.levels).find((known) => known.id === level)?.name ?? level;
    return [
      { label: `Also by ${lower(name)}`, edits: [{ do: 'breakdown', how: 'add', by: [byLevel(level)] }] },
      ...(shown.length > 1
        ? [
            {
              label: `Without the share of ${member}`,
              edits: [{ do: 'show' as const, how: 'remove' as const, shown: [one] }],
            },
          ]
        : []),
    ];
  });
}

const PERIODS: readonly (readonly [string, Period | null])[] = [
  ['This year', { kind: 'this', grain: 'year' }],
  ['Last year', { kind: 'last', grain: 'year' }],
  ['This quarter', { kind: 'this', grain: 'quarter' }],
  ['Last quarter', { kind: 'last', grain: 'quarter' }],
  ['This month', { kind: 'this', grain: 'month' }],
  ['Last month', { kind: 'last', grain: 'month' }],
  ['The last 12 months', { kind: 'latest', grain: 'month', count: 12 }],
  ['The last 30 days', { kind: 'latest', grain: 'day', count: 30 }],
  ['All time', null],
];

function comparisonActs(reading: Reading): EditAct[] {
  const beside = (label: string, against: NonNullable<Reading['against']>): EditAct => ({
    label,
    edits: [{ do: 'compare', against }],
    ...(same(against, reading.against) ? { inForce: true } : {}),
  });
  return [
    beside('Beside the year before', { kind: 'year' }),
    beside('Beside the period before', { kind: 'previous' }),
    beside('Beside plan', { kind: 'plan' }),
    ...(reading.against === null
      ? []
      : [{ label: 'Stop comparing', edits: [{ do: 'compare' as const, against: null }] }]),
  ];
}

function rankActs(reading: Reading): EditAct[] {
  return [
    ...[3, 5, 10, 20].map((count): EditAct => ({
      label: `${reading.rank?.direction === 'bottom' ? 'Bottom' : 'Top'} ${count}`,
      edits: [{ do: 'rerank', count }],
    })),
    ...(reading.rank === null
      ? [{ label: 'Bottom 5', edits: [{ do: 'rerank' as const, count: 5, direction: 'bottom' as const }] }]
      : [
          {
            label: reading.rank.direction === 'top' ? 'Bottom instead' : 'Top instead',
            edits: [
              {
                do: 'rerank' as const,
                direction: reading.rank.direction === 'top' ? ('bottom' as const) : ('top' as const),
              },
            ],
          },
          {
            label: reading.rank.others ? 'Without the others' : 'With the others as one',
            edits: [{ do: 'rerank' as const, others: !reading.rank.others }],
          },
          { label: 'All of them', edits: [{ do: 'clear' as const, what: 'rank' as const }] },
        ]),
  ];
}

/** Keeps only these members of a level, or leaves them out, whatever was said of that level before. */
export function memberEdits(level: string, members: readonly string[], is: boolean): Edit[] {
  return [
    { do: 'clear', what: 'level', level },
    { do: 'condition', how: is ? 'only' : 'exclude', condition: { kind: 'members', level, is, members: [...members] } },
  ];
}

/** Puts another test in the place of one. */
export function testEdits(before: Condition, after: Condition): Edit[] {
  return [
    { do: 'condition', how: 'remove', condition: before },
    { do: 'condition', how: 'only', condition: after },
  ];
}

/** What a measure can be tested at by hand. */
export function testedKeys(
  model: ModelView,
): readonly { readonly id: string; readonly name: string; readonly key: Key }[] {
  const levels = model.dimensions
    .flatMap((dimension) => dimension.levels)
    .map((level) => ({ id: level.id, name: level.name, key: byLevel(level.id) }));
  return [
    ...levels,
    ...(['day', 'week', 'month'] as const).map((grain) => ({
      id: `each ${grain}`,
      name: grain,
      key: { kind: 'time' as const, grain },
    })),
  ];
}

/**
 * @param at the members or periods that a measure is tested for; null: each record by its own number
 * @param change how much the measure changed is tested, in the place of what it is
 */
export function newTestEdits(
  at: Key | null,
  measure: string,
  test: NumberTest,
  change: ChangeOf | null = null,
): Edit[] {
  return [
    {
      do: 'condition',
      how: 'only',
      condition:
        at === null
          ? { kind: 'rows', measure, ...test }
          : { kind: 'measure', at, calculation: measureOf(measure), ...(change === null ? {} : { change }), ...test },
    },
  ];
}

/** In what the number of a test is typed: fractions in per cent. */
export function typedAs(
  tested:
    | { readonly kind: 'rows'; readonly measure: string }
    | { readonly kind: 'measure'; readonly calculation: Calculation; readonly change?: ChangeOf | undefined },
  model: Pick<ModelView, 'measures'>,
): TypedAs {
  if (tested.kind === 'measure' && tested.change !== undefined)
    return tested.change.as === 'percent' ? 'percent' : 'number';
  const id =
    tested.kind === 'rows' ? tested.measure : tested.calculation.kind === 'measure' ? tested.calculation.measure : null;
  return model.measures.find((one) => one.id === id)?.format?.style === 'percent' ? 'percent' : 'number';
}

export function besideEdits(from: string, to: string): Edit[] {
  return [{ do: 'compare', against: { kind: 'period', period: { kind: 'days', from, to } } }];
}

export function dayEdits(from: string, to: string): Edit[] {
  return [{ do: 'period', period: { kind: 'days', from, to } }];
}

export const periodActs = (now: Period | null = null): EditAct[] =>
  PERIODS.map(([label, period]) => ({
    label,
    edits: [{ do: 'period', period }],
    ...(period !== null && same(period, now) ? { inForce: true } : {}),
  }));

/** The dates that a period or a time line can be on instead. */
function dateActs(reading: Reading, model: ModelView | undefined): EditAct[] {
  const now = reading.when?.role ?? model?.dates?.find((date) => date.default === true)?.id;
  const dates = model?.dates ?? [];
  return (dates.length > 1 ? dates : []).map((date) => ({
    label: `On ${lower(date.name)}`,
    edits: [{ do: 'dateRole', role: date.id }],
    section: 'By which date',
    ...(date.id === now ? { inForce: true } : {}),
  }));
}

export function actsForPhrase(phrase: Phrase, reading: Reading, model: ModelView | undefined): EditAct[] {
  switch (phrase.part) {
    case 'shown':
      return measureActs(reading, model);
    case 'by':
      return breakdownActs(reading, model);
    case 'where': {
      const condition = conditionOf(phrase, reading);
      return condition ? [{ label: 'Take out', edits: [{ do: 'condition', how: 'remove', condition }] }] : [];
    }
    case 'when':
      return [...periodActs(reading.when?.period ?? null), ...dateActs(reading, model)];
    case 'against':
      return comparisonActs(reading);
    case 'ahead':
      return aheadActs(reading);
    case 'rank':
      return rankActs(reading);
    case 'order':
      return [
        { label: 'The other way round', edits: [{ do: 'reverse' }] },
        { label: 'Usual order', edits: [{ do: 'order', order: null }] },
      ];
    case 'rows':
      return [{ label: 'Back to the chart', edits: [{ do: 'rows', how: 'stop', columns: [] }] }];
    case 'explain':
      return [{ label: 'Without the explanation', edits: [{ do: 'explain', explain: null }] }];
    case 'view':
      return [{ label: 'Usual chart', edits: [{ do: 'view', view: null }] }];
  }
}

/** How far a line is carried on: so many periods more or fewer, or not at all. */
function aheadActs({ ahead, by }: Reading): EditAct[] {
  const grain = by.find((one) => one.kind === 'time')?.grain;
  if (grain === undefined) return [];
  const edits = (periods: number | null): Edit[] => [{ do: 'ahead', periods }];
  const further = LENGTHS[grain]
    .filter((periods) => periods !== ahead?.periods)
    .map((periods) => ({
      label: `${periods} ${grain === 'half' ? 'half year' : grain}${periods === 1 ? '' : 's'} ahead`,
      edits: edits(periods),
    }));
  return ahead === null ? further : [{ label: 'Drop the forecast', edits: edits(null) }, ...further];
}

/** How far lines of a grain are carried on, where nothing else is asked for. */
const LENGTHS: Readonly<Record<Grain, readonly number[]>> = {
  day: [7, 14, 30],
  week: [4, 8, 13, 26],
  month: [1, 3, 6, 12, 24],
  quarter: [1, 2, 4, 8],
  half: [1, 2, 4],
  year: [1, 2, 3],
};

/** The condition a phrase stands for. */
export function conditionOf(phrase: Phrase, reading: Reading): Condition | undefined {
  return phrase.part === 'where' ? reading.where[Number(phrase.path.split('/')[2])] : undefined;
}

/** What can be put into a sentence that does not have it yet. */
export function actsToAdd(reading: Reading, model: ModelView | undefined): EditAct[] {
  return [
    ...alsoActs(reading, model),
    ...scopeActs(reading, model),
    ...(reading.ahead === null && isOneLine(reading)
      ? under(
          'Ahead',
          aheadActs(reading).map((act) => ({ ...act, label: `Forecast ${act.label}` })),
        )
      : []),
    ...(reading.rank === null && reading.by.length > 0 ? under('Rank', rankActs(reading)) : []),
    ...under(
      'Measures',
      measureActs(reading, model).filter((act) => act.label.startsWith('Add ')),
    ),
  ];
}

/** What can be put into the sentence of a board: what narrows it, no measures and no breakdowns. */
export function scopeActs(reading: Reading, model: ModelView | undefined): EditAct[] {
  return [
    ...(reading.when === null
      ? under(
          'Period',
          periodActs().filter((act) => act.label !== 'All time'),
        )
      : []),
    ...(reading.against === null ? under('Beside', comparisonActs(reading)) : []),
    ...under('Named sets', setActs(reading, model)),
  ];
}

const under = (section: string, acts: readonly EditAct[]): EditAct[] => acts.map((act) => ({ ...act, section }));

/** Named sets that are not in force yet. */
function setActs(reading: Reading, model: ModelView | undefined): EditAct[] {
  const free = (model?.sets ?? []).filter(
    (set) => !reading.where.some((one) => one.kind === 'set' && one.set === set.id),
  );
  return free.flatMap((set): EditAct[] =>
    [true, false].map((is) => ({
      label: `${is ? 'Only' : 'Without'} ${lower(set.name)}`,
      edits: [{ do: 'condition', how: is ? 'only' : 'exclude', condition: { kind: 'set', set: set.id, is } }],
    })),
  );
}
