/** "what goes with cancellations": members among whose records a rate is higher or lower, told with their figures and never as causes. */
import { goesWith, type Factor, type GoesWith } from '@zud/core/analysis/explain/goes-with';
import type { Explanation, ExplanationPart } from '@zud/core/analysis/explain/explanation';
import { madeOf } from '@zud/core/analysis/explain/make-of';
import { isMeasure, measureOf, type Calculation } from '@zud/core/model/calculation';
import type { Model } from '@zud/core/model/model';
import { formatPoints, formatValue } from '@zud/core/format/format';
import type { AnswerColumn } from '@zud/core/query/plan';
import type { Explain, Reading } from '@zud/core/reading/schema';
import { calculationWords, levelWords, listWords, plainNaming, type Naming } from '@zud/core/reading/words';
import { headlineWords } from '../headline-words';
import type { ReadyModel } from '../ready-model';
import { Unanswerable } from '../unanswerable';
import { leftOut, plainTotal, within } from './compared';
import { placesOf, type Looks } from './looks';
import type { Explained } from './moved';
import { amountsOf, conditionsOf, side, worldOf } from './world-of';

/** The outcome as a rate of records: a rate as it is, of a count the rate that the model has of it. */
function outcomeOf(calculation: Calculation, model: Model): Calculation | null {
  if (madeOf(calculation, model)?.make === 'rate') return calculation;
  if (!isMeasure(calculation)) return null;
  const rate = [...model.measures.values()].find((one) => one.kind === 'ratio' && one.of === calculation.measure);
  // of records that are counted among records
  const made = rate === undefined ? null : madeOf(measureOf(rate.id), model);
  return rate !== undefined && made?.make === 'rate' && made.counts ? measureOf(rate.id) : null;
}

/** @throws Unanswerable where it is no rate of records, or always or never so */
export async function explainGoesWith(
  asked: Reading,
  explain: Extract<Explain, { asked: 'goesWith' }>,
  ready: ReadyModel,
  looks: Looks,
): Promise<Explained> {
  const { model } = ready;
  const naming = plainNaming(model);
  const [first] = asked.shown;
  if (first === undefined || asked.rows !== null) throw new Unanswerable('Ask of a figure what goes with it.');
  const outcome = outcomeOf(first.calculation, model);
  const made = outcome === null ? null : madeOf(outcome, model);
  if (outcome === null || made === null)
    throw new Unanswerable(
      `What goes with ${calculationWords(ready.naming, first.calculation)} is told of rates and averages of single records. Ask it of one, for example of a rate, an average or the share of one member.`,
    );
  const reading = plainTotal(asked, outcome);
  const main = await looks.answer(reading);
  const column = main.answer.columns.find((one) => one.as === 'value');
  const figures = await looks.figures(amountsOf(reading, made));
  const [row] = figures.rows;
  const name = calculationWords(ready.naming, outcome);
  if (column === undefined || row === undefined) throw new Unanswerable(`There are no data on ${name} here.`);
  const whole = { now: side(row, placesOf(figures).value), before: [0, 0] as const };
  const [hits, records = 0] = whole.now;
  if (records === 0 || (made.counts && (hits === 0 || hits === records)))
    throw new Unanswerable(
      `${column.label} is ${hits === 0 ? 'never' : 'always'} so here, so nothing can go with it. A longer period, or fewer conditions, may show more.`,
    );
  const world = await worldOf(reading, made, main.answer.support[0] ?? 0, ready, looks);
  const found = await goesWith(world, whole);
  const { scope } = headlineWords(main.answer, reading, ready);
  return {
    reading: { ...reading, explain },
    explanation: told(found, { column, reading, naming, scope, levels: world.levels.length }),
    main,
    notes: [
      ...(outcome === first.calculation
        ? []
        : [
            {
              kind: 'assumed' as const,
              text: `What goes with a number of records is told of their rate: ${name}.`,
            },
          ]),
      ...leftOut(asked, name, asked.against === null ? [] : ['what stood beside it']),
    ],
  };
}

interface Telling {
  readonly column: AnswerColumn;
  readonly reading: Reading;
  readonly naming: Naming;
  readonly scope: string;
  readonly levels: number;
}

function told({ factors, looked, leaking }: GoesWith, telling: Telling): Explanation {
  const { column, naming, scope, levels } = telling;
  const open = factors.filter(({ follows }) => follows === null);
  const following = factors.filter(({ follows }) => follows !== null);
  const [first] = open;
  const inScope = scope === '' ? '' : `, ${scope}`;
  const named = (place: Factor['place']) => naming.member(place.level, place.member);
  const once = factors
    .filter(({ also }) => also.length > 0)
    .map(
      ({ place, also }) =>
        `${named(place)} is also ${listWords(
          also.map((one) => `${named(one)} (${levelWords(naming, one.level)})`),
          'and',
        )}: the same records.`,
    );
  return {
    asked: 'goesWith',
    holds: null,
    evenly: factors.length === 0,
    verdict:
      first === undefined
        ? `Nothing stands out that goes with ${column.label.toLowerCase()}${inScope}`
        : `${column.label} is ${first.difference > 0 ? 'higher' : 'lower'} among ${named(first.place)}: ${formatValue(first.rate, column)} beside ${formatValue(first.elsewhere, column)} elsewhere${inScope}`,
    looked,
    parts: factors.map((factor) => partOf(factor, telling)),
    notes: [
      {
        about: 'What was looked at',
        text: `${formatValue(looked, {})} members of ${levels} levels. One is told only if it stands out from chance among all of these.`,
      },
      ...(leaking.length > 0
        ? [
            {
              about: 'Left out',
              text: `${listWords(
                leaking.map((level) => levelWords(naming, level)),
                'and',
              )}: known of hardly any record but those that are so, and of nearly all of them.`,
            },
          ]
        : []),
      ...(following.length > 0
        ? [
            {
              about: 'Only follows another',
              text: following
                .map(({ place, follows }) =>
                  follows === null
                    ? ''
                    : `${named(place)}: it goes away once ${levelWords(naming, follows.level)} is held fixed.`,
                )
                .join(' '),
            },
          ]
        : []),
      ...(once.length > 0 ? [{ about: 'Told once', text: once.join(' ') }] : []),
      {
        about: 'What it can’t know',
        text: 'These go together in the records. Whether one brings the other about, they do not say.',
      },
    ],
  };
}

function partOf(factor: Factor, { column, reading, naming }: Telling): ExplanationPart {
  const { place, rate, elsewhere, difference, low, high, size, q, follows } = factor;
  const name = naming.member(place.level, place.member);
  const written = (value: number) => formatValue(value, column);
  const apart = (value: number) =>
    `${value > 0 ? '+' : value < 0 ? '−' : ''}${column.format?.style === 'percent' ? formatPoints(Math.abs(value)) : written(Math.abs(value))}`;
  const times =
    elsewhere > 0 && rate / elsewhere >= 1.5
      ? `, ${formatValue(rate / elsewhere, { format: { style: 'number', decimals: 1 } })} times as much`
      : '';
  return {
    members: [place],
    kind: 'lift',
    effect: difference,
    rate,
    rateElsewhere: elsewhere,
    size,
    range: [low, high],
    q,
    name,
    text: `${column.label} is ${written(rate)} among ${name} and ${written(elsewhere)} elsewhere${times}: ${apart(low)} to ${apart(high)}, of ${formatValue(size, {})} records.${follows === null ? '' : ` It only follows ${naming.member(follows.level, follows.member)}: once ${levelWords(naming, follows.level)} is held fixed, little is left.`}`,
    reading: within(reading, conditionsOf([place])),
  };
}
