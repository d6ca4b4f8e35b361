/** Grammar of forecasts: a line over time, carried on for so long. */
import type { Grain } from '../../time/grain';
import { asFollowUp, followUp, intent, withShown, type Intent } from '../intent';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

type Ahead = Extract<Intent['edits'][number], { do: 'saidAhead' }>;

const FORECAST = '(forecast|predict|project|extrapolate)';
const IT = '(this|that|it|them|these|those|the line|the trend)';
const FOR = '[(for|over|in|to|of)]';

const ahead = (parts: Parts): Ahead => (parts['Ahead'] as Ahead | undefined) ?? { do: 'saidAhead' };
const units = (parts: Parts, count: number): Ahead => ({ do: 'saidAhead', count, unit: parts['Unit'] as Grain });
const toTheEnd = (parts: Parts): Ahead => ({ ...units(parts, 0), calendar: true });
const shown = (parts: Parts): Intent => withShown(intent(ahead(parts)), parts);

export const FORECAST_RULES: readonly Rule<Question>[] = [
  { gives: 'AheadUnit', form: '{Unit}', means: (p) => p['Unit'] },
  { gives: 'AheadUnit', form: '(half|halves|half year|half years)', means: (): Grain => 'half' },
  {
    gives: 'Ahead',
    form: `${FOR} next {AheadUnit:Unit}`,
    means: (p): Ahead => ({ ...units(p, 1), calendar: true }),
    cost: 0.1,
  },
  { gives: 'Ahead', form: `${FOR} (the next|the coming) {AheadUnit:Unit}`, means: (p): Ahead => units(p, 1) },
  {
    gives: 'Ahead',
    form: `${FOR} [the] (next|coming) {Number} {AheadUnit:Unit}`,
    means: (p): Ahead => units(p, p['Number'] as number),
  },
  {
    gives: 'Ahead',
    form: '{Number} {AheadUnit:Unit} (ahead|forward|more|further|out|into the future)',
    means: (p): Ahead => units(p, p['Number'] as number),
  },
  {
    gives: 'Ahead',
    form: '(to|until|till|up to|for|through) [the] (end|rest|remainder) of (the|this) {AheadUnit:Unit}',
    means: toTheEnd,
  },

  {
    gives: 'Intent',
    form: `[(and|now|please)] ${FORECAST} ${IT} [(forward|ahead|on|further)]`,
    means: () => followUp({ do: 'saidAhead' }),
    cost: -0.2,
    examples: ['forecast it'],
  },
  {
    gives: 'Intent',
    form: `[(and|now|please)] ${FORECAST} ${IT} {Ahead}`,
    means: (p) => asFollowUp(intent(ahead(p))),
    cost: -0.4,
    examples: ['forecast it for the next 3 months'],
  },
  { gives: 'Intent', form: `[(show|give me|make|a)] ${FORECAST}`, means: () => intent({ do: 'saidAhead' }), cost: 0.1 },
  {
    gives: 'Intent',
    form: '(carry|continue|extend|project) [the] (it|this|that|line|lines|trend) (on|forward|into the future)',
    means: () => followUp({ do: 'saidAhead' }),
    examples: ['carry it on'],
  },
  {
    gives: 'Intent',
    form: '(carry|continue|extend|project) [the] (it|this|that|line|lines|trend) [(on|forward)] [(by|for)] {Number} {AheadUnit:Unit}',
    means: (p) => asFollowUp(intent(units(p, p['Number'] as number))),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: `${FORECAST} [{Calculation}] [for] (this|the current|the rest of the|the rest of this) {AheadUnit:Unit}`,
    means: (p) => withShown(intent(toTheEnd(p)), p),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(with|and|plus|add|show|including|give me) [a] (forecast|projection|prediction) [{Ahead}]',
    means: (p) => intent(ahead(p)),
    cost: -0.2,
    examples: ['with a forecast of the next 6 months'],
  },
  { gives: 'Intent', form: '{Ahead}', means: (p) => intent({ ...ahead(p), bare: true }), cost: 0.1 },
  { gives: 'Intent', form: `${FORECAST} {Calculation} [{Ahead}]`, means: shown, cost: -0.1 },
  { gives: 'Intent', form: '{Calculation} (forecast|projection|prediction) [{Ahead}]', means: shown, cost: 0.3 },
  {
    gives: 'Intent',
    form: '(what|how) will [the] {Calculation} (be|look|develop|go on|look like|come to|be like) [{Ahead}]',
    means: shown,
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: 'how (much|many) {Calculation} (can|should|could|may|do) (we|i|they|you) expect [{Ahead}]',
    means: shown,
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(what|which) {Calculation} (can|should|could|may|do) (we|i|they|you) expect [{Ahead}]',
    means: shown,
    cost: -0.2,
  },
  { gives: 'Intent', form: 'where (is|are) {Calculation} (heading|headed|going)', means: shown, cost: -0.2 },
  {
    gives: 'Intent',
    form: '(stop|no|without|drop|remove|hide|end|leave out) [(the|a)] (forecast|projection|prediction|forecasting|forecasts)',
    means: () => followUp({ do: 'ahead', periods: null }),
    cost: -0.2,
    examples: ['drop the forecast'],
  },
];
