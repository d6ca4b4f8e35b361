/** Grammar of ranks, order and charts. */
import type { Calculation } from '../../model/calculation';
import type { ChartKind } from '../../reading/schema';
import { followUp, intent, type Intent } from '../intent';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

type Sense = 'top' | 'bottom' | 'best' | 'worst';

/** What follows "top 5 routes": by which measure, inside which level, with the rest as one. */
interface RankTail {
  readonly by?: Calculation;
  readonly within?: string;
  readonly others?: true;
}

const tailOf = (parts: Parts): RankTail => (parts['RankTail'] as RankTail | undefined) ?? {};

function rank(parts: Parts, count: number, percent = false): Intent | null {
  if (!Number.isInteger(count) || count < 1 || count > 10_000) return null;
  const tail = tailOf(parts);
  const level = parts['Level'] as string;
  return intent({
    do: 'saidRank',
    sense: parts['Sense'] as Sense,
    rank: { count, percent, level, by: tail.by ?? null, within: tail.within ?? null, others: tail.others ?? false },
  });
}

function mostOf(sense: Sense) {
  return (parts: Parts): Intent =>
    intent({ do: 'saidRank', sense, rank: { count: 10, percent: false, level: parts['Level'] as string, by: parts['Calculation'] as Calculation, within: null, others: false } });
}

const sorted = (direction: 'up' | 'down') => (parts: Parts): Intent =>
  intent({ do: 'order', order: { by: { kind: 'measure', calculation: parts['Calculation'] as Calculation }, direction } });
const byName = (direction: 'up' | 'down') => (): Intent => intent({ do: 'order', order: { by: { kind: 'name' }, direction } });
const SORT = '(sorted by|sort by|ordered by|order by|sort on|sorted)';

const CHARTS: readonly (readonly [string, ChartKind])[] = [
  ['[(one|single|big)] number', 'number'],
  ['(lines|line|line chart|line graph|curve)', 'line'],
  ['(area|area chart)', 'area'],
  ['(lying bars|horizontal bars|horizontal|horizontal bar chart)', 'bars'],
  ['(bars|bar chart|bar|bar graph|upright bars|columns|vertical bars|column chart|vertical)', 'columns'],
  ['(stacked bars|stacked|stacked bar chart|stacked columns)', 'stacked'],
  ['(100% bars|share bars|100% stacked|100% stacked bars)', 'share bars'],
  ['(table|grid|list of numbers)', 'table'],
  ['(scatter|scatter plot|scatter chart|dots)', 'scatter'],
  ['(pie|pie chart|ring|ring chart)', 'pie'],
  ['(heat grid|heat map|heatmap)', 'heat'],
];

export const RANK_RULES: readonly Rule<Question>[] = [
  { gives: 'Sense', form: '(top|highest|largest|biggest|busiest|most)', means: () => 'top' },
  { gives: 'Sense', form: '(bottom|lowest|smallest|quietest|fewest|least)', means: () => 'bottom' },
  { gives: 'Sense', form: '(best|strongest)', means: () => 'best' },
  { gives: 'Sense', form: '(worst|weakest|poorest)', means: () => 'worst' },
  { gives: 'RankBy', form: '(by|in|for|with most|with highest|in terms of|with) {Calculation}', means: (p) => ({ by: p['Calculation'] }) },
  { gives: 'RankWithin', form: '(in each|within each|per|for each|in every|of each|by) {Level}', means: (p) => ({ within: p['Level'] }) },
  { gives: 'RankOthers', form: '(with others|and others|and rest|others together|with the rest|and the others)', means: () => ({ others: true }) },
  { gives: 'RankTail', form: '{RankBy}', means: (p) => p['RankBy'] },
  { gives: 'RankTail', form: '{RankWithin}', means: (p) => p['RankWithin'], cost: 0.05 },
  { gives: 'RankTail', form: '{RankOthers}', means: (p) => p['RankOthers'] },
  { gives: 'RankTail', form: '{RankBy} {RankWithin}', means: (p) => ({ ...(p['RankBy'] as object), ...(p['RankWithin'] as object) }) },
  { gives: 'RankTail', form: '{RankWithin} {RankBy}', means: (p) => ({ ...(p['RankBy'] as object), ...(p['RankWithin'] as object) }) },
  { gives: 'RankTail', form: '{RankBy} {RankOthers}', means: (p) => ({ ...(p['RankBy'] as object), others: true }) },
  { gives: 'RankTail', form: '{RankBy} {RankWithin} {RankOthers}', means: (p) => ({ ...(p['RankBy'] as object), ...(p['RankWithin'] as object), others: true }) },
  { gives: 'RankTail', form: '{RankWithin} {RankOthers}', means: (p) => ({ ...(p['RankWithin'] as object), others: true }) },

  { gives: 'Intent', form: '[for] {Sense} {Number} {Level} [{RankTail}]', means: (p) => rank(p, p['Number'] as number), cost: -0.1 },
  { gives: 'Intent', form: '[for] {Sense} {Percent} [of] {Level} [{RankTail}]', means: (p) => rank(p, p['Percent'] as number, true), cost: -0.2 },
  { gives: 'Intent', form: '[for] {Number} {Sense} {Level} [{RankTail}]', means: (p) => rank(p, p['Number'] as number), cost: -0.1 },
  { gives: 'Intent', form: '[for] {Sense} {Level} [{RankTail}]', means: (p) => rank(p, 10), cost: 0.05 },
  { gives: 'Intent', form: '[for] {Number} {Level} with [the] (most|highest|largest) {Calculation}', means: (p) => rank({ ...p, Sense: 'top', RankTail: { by: p['Calculation'] as Calculation } }, p['Number'] as number) },
  { gives: 'Intent', form: '[for] {Number} {Level} with [the] (fewest|least|lowest|smallest) {Calculation}', means: (p) => rank({ ...p, Sense: 'bottom', RankTail: { by: p['Calculation'] as Calculation } }, p['Number'] as number) },
  { gives: 'Intent', form: '[which] {Level} (with|has|had|have|carried|made|makes) [the] (most|highest|largest) {Calculation}', means: mostOf('top') },
  { gives: 'Intent', form: '[which] {Level} (with|has|had|have|carried|made|makes) [the] (fewest|least|lowest|smallest) {Calculation}', means: mostOf('bottom') },
  { gives: 'Intent', form: '[which] {Level} (with|has|had|have) [the] best {Calculation}', means: mostOf('best') },
  { gives: 'Intent', form: '[which] {Level} (with|has|had|have) [the] worst {Calculation}', means: mostOf('worst') },
  { gives: 'Intent', form: '(highest|largest|biggest|most) {Calculation} by {Level}', means: mostOf('top'), cost: -0.1 },
  { gives: 'Intent', form: '(lowest|smallest|fewest|least) {Calculation} by {Level}', means: mostOf('bottom'), cost: -0.1 },
  { gives: 'Intent', form: 'best {Calculation} by {Level}', means: mostOf('best'), cost: -0.1 },
  { gives: 'Intent', form: 'worst {Calculation} by {Level}', means: mostOf('worst'), cost: -0.1 },
  { gives: 'Intent', form: '(those|these|same) {Level}', means: (p) => followUp({ do: 'reference', level: p['Level'] as string }), cost: -0.2 },
  { gives: 'Intent', form: '{Sense} {Number} [instead]', means: (p) => rerank(p), cost: 0.3 },
  { gives: 'Intent', form: '{Sense} {Number} [{RankTail}]', means: (p) => rerank(p), cost: 0.35 },
  { gives: 'Intent', form: '{Sense} {Percent} [instead]', means: (p) => rerank({ ...p, Number: p['Percent'] }, true), cost: 0.3, examples: ['top 10 %'] },
  { gives: 'Intent', form: '(no ranking|all of them|without ranking|remove the ranking|show all of them)', means: () => followUp({ do: 'clear', what: 'rank' }), examples: ['all of them'] },

  { gives: 'Intent', form: `${SORT} name [(ascending|up|a to z)]`, means: byName('up'), examples: ['sort by name'] },
  { gives: 'Intent', form: `${SORT} name (descending|down|z to a)`, means: byName('down') },
  { gives: 'Intent', form: `[${SORT}] alphabetically`, means: byName('up') },
  { gives: 'Intent', form: `${SORT} {Calculation} (ascending|up|lowest first)`, means: sorted('up') },
  { gives: 'Intent', form: `${SORT} {Calculation} [(descending|down|highest first)]`, means: sorted('down') },
  { gives: 'Intent', form: '[sort] (ascending|lowest first|smallest first)', means: () => followUp({ do: 'reverse', direction: 'up' }), examples: ['ascending'] },
  { gives: 'Intent', form: '[sort] (descending|highest first|largest first)', means: () => followUp({ do: 'reverse', direction: 'down' }), examples: ['descending'] },
  { gives: 'Intent', form: '(reverse|flip) [the] [order]', means: () => followUp({ do: 'reverse' }), examples: ['reverse the order'] },

  ...CHARTS.map(([form, chart]): Rule<Question> => ({ gives: 'ChartKind', form, means: () => chart })),
  { gives: 'Intent', form: '[show] (as|as a|in a|make it|make that|draw as|into) {ChartKind} [with labels]', means: (p) => intent({ do: 'view', view: { chart: p['ChartKind'] as ChartKind } }), examples: ['as bars', 'as a pie'] },
  { gives: 'Intent', form: '(as|as a|make it) {ChartKind} with labels', means: (p) => intent({ do: 'view', view: { chart: p['ChartKind'] as ChartKind, labels: true } }), cost: -0.1, examples: ['as bars with labels'] },
  { gives: 'Intent', form: '{ChartKind} [please]', means: (p) => intent({ do: 'view', view: { chart: p['ChartKind'] as ChartKind } }), cost: 0.3, examples: ['table'] },
  { gives: 'Intent', form: '(automatic chart|choose the chart|best chart)', means: () => followUp({ do: 'view', view: null }) },
];

function rerank(parts: Parts, percent = false): Intent | null {
  const count = parts['Number'] as number;
  const sense = parts['Sense'] as Sense;
  if (!Number.isInteger(count) || count < 1 || count > 10_000) return null;
  const tail = tailOf(parts);
  return followUp({
    do: 'rerank',
    direction: sense === 'top' || sense === 'best' ? 'top' : 'bottom',
    count,
    ...(percent ? { percent: true } : {}),
    ...(tail.by === undefined ? {} : { by: tail.by }),
    ...(tail.within === undefined ? {} : { within: tail.within }),
    ...(tail.others === undefined ? {} : { others: true }),
  });
}
