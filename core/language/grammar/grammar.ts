/** The whole grammar of questions. */
import { byWord } from '../by-word';
import type { Question } from '../question';
import { BECOMING_RULES } from './becoming';
import { BREAKDOWN_RULES } from './breakdowns';
import { CHANGE_RULES } from './changes';
import { CALCULATION_RULES } from './calculations';
import { Grammar } from './chart';
import { DOING_RANK_RULES } from './doing-ranks';
import { COMPARISON_RULES } from './comparisons';
import { CALENDAR_CONDITION_RULES } from './calendar-conditions';
import { CHANGE_CONDITION_RULES } from './change-conditions';
import { CONDITION_RULES } from './conditions';
import { HARMLESS } from './harmless';
import { CONTRAST_RULES } from './contrasts';
import { EXPLANATION_RULES } from './explanations';
import { FORECAST_RULES } from './forecasts';
import { REACHING_RULES } from './reaching';
import { MEASURE_RULES } from './measures';
import { MEMBER_TEST_RULES } from './member-tests';
import { MOVING_RULES } from './moving';
import { OFTEN_RULES } from './often-conditions';
import { PERIOD_RULES } from './periods';
import { LISTING_RULES } from './listings';
import { ORDER_RULES } from './orders';
import { RANK_RULES } from './ranks';
import { OUTCOME_RULES } from './outcomes';
import { RECORD_CONDITION_RULES } from './record-conditions';
import { PROPORTION_RULES } from './proportions';
import { QUOTIENT_RULES } from './quotients';
import { READERS } from './readers';
import { REFERENCE_RULES } from './references';
import { VIEW_RULES } from './views';

export const GRAMMAR = new Grammar<Question>(
  [
    ...PERIOD_RULES,
    ...CALCULATION_RULES,
    ...QUOTIENT_RULES,
    ...PROPORTION_RULES,
    ...OUTCOME_RULES,
    ...BREAKDOWN_RULES,
    ...BECOMING_RULES,
    ...CONDITION_RULES,
    ...MEMBER_TEST_RULES,
    ...RECORD_CONDITION_RULES,
    ...CALENDAR_CONDITION_RULES,
    ...CHANGE_CONDITION_RULES,
    ...OFTEN_RULES,
    ...COMPARISON_RULES,
    ...RANK_RULES,
    ...DOING_RANK_RULES,
    ...ORDER_RULES,
    ...CHANGE_RULES,
    ...MEASURE_RULES,
    ...MOVING_RULES,
    ...VIEW_RULES,
    ...LISTING_RULES,
    ...FORECAST_RULES,
    ...REACHING_RULES,
    ...EXPLANATION_RULES,
    ...CONTRAST_RULES,
    ...REFERENCE_RULES,
  ],
  READERS,
);

/** Harmless only between phrases, and a little dearer than using them. */
export const HARMLESS_COST: Readonly<Record<string, number>> = byWord({
  the: 0.01,
  a: 0.01,
  an: 0.01,
  and: 0.06,
  of: 0.08,
  for: 0.08,
  in: 0.08,
  on: 0.08,
  about: 0.3,
  each: 0.5,
  this: 0.2,
  that: 0.1,
  just: 0.2,
  also: 0.2,
  many: 3,
  much: 3,
  came: 0.3,
  happen: 0.3,
  happens: 0.3,
  happened: 0.3,
  occur: 0.3,
  occurs: 0.3,
  occurred: 0.3,
});

const CALENDAR_WORDS =
  'day days week weeks month months quarter quarters year years today yesterday january february march april may june july august september october november december jan feb mar apr jun jul aug sep sept oct nov dec monday tuesday wednesday thursday friday saturday sunday mondays tuesdays wednesdays thursdays fridays saturdays sundays daily weekly monthly quarterly yearly annual one two three four five six seven eight nine ten twelve twenty hundred thousand million dozen';

/** Words of the grammar, the calendar and the harmless list: never misspelt names. */
export const FUNCTION_WORDS: ReadonlySet<string> = new Set([
  ...GRAMMAR.words,
  ...HARMLESS,
  ...CALENDAR_WORDS.split(' '),
]);

/** Words that questions are built of: a phrase of them alone says nothing of its own. */
export const BUILDING_WORDS: ReadonlySet<string> = new Set([
  ...HARMLESS,
  ...CALENDAR_WORDS.split(' '),
  ...'a an the by per with without from for to vs versus top bottom only not and or as than over under between how what which who why when where each every all no than then if of at on in'.split(
    ' ',
  ),
]);

/** Words that are never taken for a part of a name: those, and words that would qualify a period. */
export const NEVER_PARTS: ReadonlySet<string> = new Set([...FUNCTION_WORDS, 'mid', 'early', 'late']);
