/** Grammar of figures that move along time: the average or the total of the latest n periods at each. */
import { measure as measureOf } from '../../model/model';
import type { Calculation } from '../../model/calculation';
import type { Transform } from '../../reading/schema';
import type { Grain } from '../../time/grain';
import { intent, type Intent, type SaidEdit } from '../intent';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

/** A mean of its records already, so that only its average moves; of a sum it could be the sum as well. */
function isMean(calculation: Calculation, { model }: Question): boolean {
  return calculation.kind === 'measure'
    ? ['average', 'ratio', 'median'].includes(measureOf(model, calculation.measure).kind)
    : calculation.kind === 'rows' && calculation.function === 'average';
}

/** Null where the number is none of periods. */
function moving(parts: Parts): Transform | null {
  const count = parts['Number'];
  const kind = parts['Figure'] === 'total' ? 'movingTotal' : 'moving';
  return typeof count === 'number' && Number.isInteger(count) && count >= 2 && count <= 366 ? { kind, count } : null;
}

const alongTime = (parts: Parts): SaidEdit => ({
  do: 'breakdown',
  by: [{ kind: 'time', grain: parts['Unit'] as Grain }],
  how: 'join',
});

/** A moving figure over n units is of values of that unit. */
function movingOf(parts: Parts): Intent | null {
  const transform = moving(parts);
  return (
    transform &&
    intent(
      { do: 'show', how: 'replace', shown: [{ calculation: parts['Calculation'] as Calculation, transform }] },
      alongTime(parts),
    )
  );
}

function movingInstead(parts: Parts): Intent | null {
  const transform = moving(parts);
  return transform && intent({ do: 'transform', transform }, alongTime(parts));
}

/** Over n points, whatever they are. */
function movingAlone(parts: Parts): Intent | null {
  const transform = moving(parts);
  return transform && intent({ do: 'transform', transform });
}

const asFollowUp = (made: Intent | null): Intent | null => made && { ...made, followUp: true };

/** "copies by month with a 3 month moving average": the figures themselves are not drawn beside it, which is said. */
function withMoving(parts: Parts): Intent | null {
  const made = movingInstead(parts);
  return (
    made && {
      ...made,
      edits: [
        ...made.edits,
        {
          do: 'remark',
          text: `The moving ${parts['Figure'] as string} takes the place of the plain figures; “plain numbers” shows those.`,
        },
      ],
    }
  );
}

/** "moving annual total": of the twelve latest months at each. */
const ANNUAL = { Number: 12, Unit: 'month', Figure: 'total' };

export const MOVING_RULES: readonly Rule<Question>[] = [
  { gives: 'Figure', form: '(average|mean)', means: () => 'average' },
  { gives: 'Figure', form: '(total|sum)', means: () => 'total' },
  {
    gives: 'Intent',
    form: '(moving|rolling) (annual|yearly) total [of] {Calculation}',
    means: (p) => movingOf({ ...p, ...ANNUAL }),
    cost: -0.3,
    examples: ['moving annual total of passengers'],
  },
  {
    gives: 'Intent',
    form: '{Calculation} (as a|as) (moving|rolling) (annual|yearly) total',
    means: (p) => movingOf({ ...p, ...ANNUAL }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[(as a|as|show the|show a|use a)] (moving|rolling) (annual|yearly) total',
    means: (p) => movingInstead({ ...p, ...ANNUAL }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '{Number} {Unit} (moving|rolling) {Figure} [of] {Calculation}',
    means: movingOf,
    cost: -0.05,
  },
  {
    gives: 'Intent',
    form: '{Number} {Unit} (moving|rolling) {Calculation}',
    means: (p, q) => (isMean(p['Calculation'] as Calculation, q) ? movingOf(p) : null),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(moving|rolling|running) {Number} {Unit} {Figure} [of] {Calculation}',
    means: movingOf,
    cost: -0.3,
  },
  { gives: 'Intent', form: '{Calculation} (moving|rolling) {Number} {Unit} {Figure}', means: movingOf, cost: -0.3 },
  {
    gives: 'Intent',
    form: '(moving|rolling) {Figure} (over|of) {Number} {Unit} of {Calculation}',
    means: movingOf,
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '(moving|rolling) {Figure} of {Calculation} (over|of) {Number} {Unit}',
    means: movingOf,
    cost: -0.05,
  },
  {
    gives: 'Intent',
    form: '{Calculation} (as a|with a|as) {Number} {Unit} (moving|rolling) {Figure}',
    means: movingOf,
    cost: -0.05,
  },
  {
    gives: 'Intent',
    form: '[(as a|as|use a)] {Number} {Unit} (moving|rolling) {Figure}',
    means: movingInstead,
    cost: 0.1,
    examples: ['as a 3 month moving average'],
  },
  {
    gives: 'Intent',
    form: '[(as a|as|show a|use a)] (moving|rolling) {Figure} {Number} {Unit}',
    means: movingInstead,
    cost: 0.1,
  },
  { gives: 'Intent', form: '{Number} {Unit} average', means: movingInstead, cost: 0.2 },
  { gives: 'Intent', form: 'with [a] {Number} {Unit} (moving|rolling) {Figure}', means: withMoving, cost: 0.05 },
  { gives: 'Intent', form: 'with [a] (moving|rolling) {Number} {Unit} {Figure}', means: withMoving, cost: 0.05 },
  {
    gives: 'Intent',
    form: '[(as a|as|show a|use a)] (moving|rolling) {Number} {Unit} {Figure}',
    means: movingInstead,
    cost: 0.1,
    examples: ['rolling 3 month average'],
  },
  {
    gives: 'Intent',
    form: '(smooth|smoothed|smoothen|average) [(it|this|that|them)] [out] (over|by|with|across) {Number} [({Unit}|points)]',
    means: (p) => asFollowUp(movingAlone(p)),
    cost: 0.05,
    examples: ['smooth it over 4 weeks'],
  },
  {
    gives: 'Intent',
    form: '[(as a|with a|as)] (moving|rolling) {Figure} (over|of) {Number} [{Unit}]',
    means: movingAlone,
    cost: 0.1,
    examples: ['moving average over 3'],
  },
];
