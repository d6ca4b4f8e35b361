/** "how do island ports differ from the others": all measures and make-ups of two sides of a level, the furthest apart first. */
import { SAME_STORY, togetherness } from '@zud/core/analysis/explain/contrast';
import type { Explanation, ExplanationPart } from '@zud/core/analysis/explain/explanation';
import { qValues } from '@zud/core/analysis/many-looks';
import { formatValue } from '@zud/core/format/format';
import { measureOf } from '@zud/core/model/calculation';
import { same, type Explain, type Reading } from '@zud/core/reading/schema';
import { calculationWords, capitalised, inSentence, levelWords, listWords, plainNaming } from '@zud/core/reading/words';
import { headlineWords } from '../headline-words';
import type { ReadyModel } from '../ready-model';
import { Unanswerable } from '../unanswerable';
import { leftOut, plainTotal } from './compared';
import { countOf, makeUpsApart } from './contrast-make-ups';
import { measuresApart, measuresFor } from './contrast-measures';
import { sidesOf, withoutLevel, type Difference, type Sides } from './contrast-sides';
import type { Looks } from './looks';
import type { Explained } from './moved';

const MOST_PARTS = 8;
const MOST_OF_A_LEVEL = 2;
/** How large the sides are is one story, whatever it is counted in. */
const MOST_AMOUNTS = 2;
/** Less than this is a small difference (Cohen 1988), however sure. */
const SMALL = 0.2;
const SURE = 0.05;

interface Told extends Difference {
  readonly q: number;
  /** Others that tell the same. */
  readonly also: string[];
}

/** @throws Unanswerable where a side is not known or has no data */
export async function explainContrast(
  asked: Reading,
  explain: Extract<Explain, { asked: 'contrast' }>,
  ready: ReadyModel,
  looks: Looks,
): Promise<Explained> {
  const { model, naming } = ready;
  const sides = sidesOf(explain, model);
  const said = asked.shown[0]?.calculation ?? measureOf(model.defaultMeasure);
  const base = withoutLevel(plainTotal({ ...asked, rows: null }, said), sides.level, model);
  const calculations = measuresFor(base, sides, ready);
  const leading = calculations.find((one) => same(one, said)) ?? calculations[0];
  if (leading === undefined)
    throw new Unanswerable(
      `No amount or rate is known by ${levelWords(naming, sides.level)}, so its members cannot be told apart.`,
    );
  const shown = { ...base, shown: [{ calculation: leading, transform: null }] };
  const counts = countOf(leading, model);
  const [main, measures, shares] = await Promise.all([
    looks.answer(sides.both(shown)),
    measuresApart(base, calculations, sides, ready, looks),
    counts === null ? { looked: [], leftOut: [] } : makeUpsApart(base, counts, sides, ready, looks),
  ]);
  const looked = [...measures.looked, ...shares.looked];
  if (looked.length === 0)
    throw new Unanswerable(
      `There is too little on ${sides.words[0]} and ${sides.words[1]} here to tell them apart: it takes three ${sides.several} on each side, or eight whole days, weeks or months. A longer period, or fewer conditions, may show more.`,
    );
  const told = tellingOf(looked);
  const { scope } = headlineWords(main.answer, base, ready);
  return {
    reading: { ...shown, explain },
    explanation: {
      asked: 'contrast',
      holds: null,
      evenly: told.length === 0,
      verdict: verdictOf(told[0], sides, scope),
      looked: looked.length,
      parts: told.map((one) => partOf(one, sides)),
      notes: notesOf(looked.length, measures.over, shares.leftOut, told, ready),
    },
    main,
    notes: leftOut(
      asked,
      calculationWords(naming, leading),
      asked.against === null || asked.against.kind === 'members' ? [] : ['what stood beside it'],
    ),
  };
}

/** What stands out from chance among all that was looked at and is not small, the furthest apart first; what tells the same, once. */
function tellingOf(looked: readonly Difference[]): Told[] {
  const q = qValues(looked.map(({ apart }) => apart.tail));
  const telling = looked
    .map((one, index) => ({ ...one, q: q[index] ?? 1 }))
    .filter(({ apart, q: sure }) => sure <= SURE && Math.abs(apart.standardised) >= SMALL)
    .sort((a, b) => Math.abs(b.apart.standardised) - Math.abs(a.apart.standardised));
  const told: Told[] = [];
  for (const one of telling) {
    const same = told.find((other) => Math.abs(togetherness(other.seen, one.seen)) >= SAME_STORY);
    const amounts = told.filter(({ kind }) => kind === 'amount');
    const full = one.kind === 'amount' && amounts.length >= MOST_AMOUNTS;
    if (same !== undefined || full) (same ?? amounts.at(-1))?.also.push(one.name);
    else if (one.level === null || told.filter(({ level }) => level === one.level).length < MOST_OF_A_LEVEL)
      told.push({ ...one, also: [] });
  }
  return told.slice(0, MOST_PARTS);
}

function verdictOf(first: Told | undefined, { words: [here, there] }: Sides, scope: string): string {
  const inScope = scope === '' ? '' : `, ${scope}`;
  if (first === undefined) return `${capitalised(here)} and ${there} do not differ beyond chance${inScope}`;
  const [one, other] = writtenOf(first);
  return `${capitalised(here)} and ${there} differ most in ${inSentence(first.name)}: ${one} beside ${other}${inScope}`;
}

const writtenOf = ({ values, column }: Difference): readonly [string, string] => [
  formatValue(values[0], column),
  formatValue(values[1], column),
];

/** Standard deviations, as they are written. */
const written = (value: number): string =>
  `${value < 0 ? '−' : ''}${formatValue(Math.abs(value), { format: { style: 'number', decimals: 1 } })}`;

function partOf(told: Told, { words }: Sides): ExplanationPart {
  const { apart, kind, members, name, values, q, reading } = told;
  const figures = writtenOf(told);
  const { standardised, low, high } = apart;
  return {
    members,
    kind,
    effect: values[0] - values[1],
    rate: values[0],
    rateElsewhere: values[1],
    q,
    apart: { standardised, low, high },
    written: figures,
    name,
    text: `${name}: ${figures[0]} for ${words[0]}, ${figures[1]} for ${words[1]}; ${written(Math.abs(standardised))} standard deviations ${standardised > 0 ? 'more' : 'less'} (${written(low)} to ${written(high)}).`,
    reading,
  };
}

function notesOf(
  looked: number,
  over: readonly string[],
  leftOutLevels: readonly string[],
  told: readonly Told[],
  { model }: ReadyModel,
): Explanation['notes'] {
  const naming = plainNaming(model);
  const once = told.filter(({ also }) => also.length > 0);
  return [
    {
      about: 'What was looked at',
      text: `${formatValue(looked, {})} measures and shares. One is told only if it stands out from chance among all of these.${over.length === 0 ? '' : ` Measures are compared over ${listWords(over, 'or')}; shares by the records behind them.`}`,
    },
    ...(once.length === 0
      ? []
      : [
          {
            about: 'Told once',
            text: once
              .map(
                ({ name, also }) =>
                  `${capitalised(listWords(also.map(inSentence), 'and'))} ${also.length === 1 ? 'goes' : 'go'} with ${inSentence(name)}.`,
              )
              .join(' '),
          },
        ]),
    ...(leftOutLevels.length === 0
      ? []
      : [
          {
            about: 'Left out',
            text: `${capitalised(
              listWords(
                leftOutLevels.map((level) => levelWords(naming, level)),
                'and',
              ),
            )}: hardly any member of it is on both sides, so it only says again which side is which.`,
          },
        ]),
    { about: 'What it can’t know', text: 'This is how the two sides differ in the records, not why.' },
  ];
}
