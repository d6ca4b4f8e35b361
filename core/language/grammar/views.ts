/** Grammar of charts: which kind, with what on it. */
import type { ChartKind, FormatEdit } from '../../reading/schema';
import { boxCalculations } from '../../chart/box';
import { rowColumnOf } from '../../model/model';
import { followUp, intent, type Intent } from '../intent';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

const CHARTS: readonly (readonly [string, ChartKind])[] = [
  ['[(one|single|big)] number', 'number'],
  ['(lines|line|line chart|line graph|curve|line plot)', 'line'],
  ['(area|area chart|areas)', 'area'],
  ['(lying bars|horizontal bars|horizontal|horizontal bar chart|sideways bars|sideways|horizontally)', 'bars'],
  ['(bars|bar chart|bar|bar graph|upright bars|columns|vertical bars|column chart|vertical|vertically|upright)', 'columns'],
  ['(stacked bars|stacked|stacked bar chart|stacked columns|stack|stacked column chart)', 'stacked'],
  ['(100% bars|share bars|100% stacked|100% stacked bars|100 % bars)', 'share bars'],
  ['(table|grid|list of numbers|plain table)', 'table'],
  ['(scatter|scatter plot|scatter chart|dots|scattergram)', 'scatter'],
  ['(pie|pie chart|ring|ring chart|doughnut|donut)', 'pie'],
  ['(bars with line|bars and line|bars and lines|columns with line|combination chart|line over bars)', 'bars with line'],
  ['(bubble|bubbles|bubble chart)', 'bubble'],
  ['(bridge|bridge chart|waterfall|waterfall chart)', 'bridge'],
  ['(pareto|pareto chart|pareto diagram|pareto curve)', 'pareto'],
  ['histogram', 'histogram'],
  ['(boxes|box|box plot|box plots|boxplot|box chart)', 'box'],
  ['(small multiples|multiples|panels|small charts)', 'multiples'],
  ['(treemap|tree map)', 'treemap'],
  ['map', 'map'],
  ['(heat|heat grid|heat map|heatmap|heat table)', 'heat'],
];

const view = (parts: Parts): Intent => intent({ do: 'view', view: { chart: parts['ChartKind'] as ChartKind } });
const formats = (parts: Parts) => parts['FormatList'] as FormatEdit;
const off = (format: FormatEdit): FormatEdit => Object.fromEntries(Object.keys(format).map((name) => [name, name === 'cells' ? null : false]));

/** "box plot of delay": the five figures of the single values, drawn as boxes. */
function boxes(parts: Parts, { model }: Question): Intent | null {
  const measure = parts['Measure'] as string;
  if (rowColumnOf(model, measure) === null) return null;
  return intent({ do: 'show', how: 'replace', shown: boxCalculations(measure).map((calculation) => ({ calculation, transform: null })) }, { do: 'view', view: { chart: 'box' } });
}

export const VIEW_RULES: readonly Rule<Question>[] = [
  { gives: 'Intent', form: '(box plot|box plots|boxplot|boxplots|boxes|box chart|quartiles) of {Measure}', means: boxes, cost: -0.2 },
  ...CHARTS.map(([form, chart]): Rule<Question> => ({ gives: 'ChartKind', form, means: () => chart })),
  { gives: 'Intent', form: '[(show|draw|plot|show it|show that|show this|display|draw it|plot it|see it)] (as|as a|in a|make it|make that|make it a|make that a|draw as|into|turn it into|turn that into|turn this into|change to|switch to|use|on a|with) {ChartKind} [(chart|graph)]', means: view, examples: ['as bars', 'as a pie'] },
  { gives: 'Format', form: '(labels|value labels)', means: () => ({ labels: true }) },
  { gives: 'Format', form: '(totals|total row|row of totals|grand total|grand totals|subtotals|total|total column)', means: () => ({ totals: true }) },
  { gives: 'Format', form: '(columns across|cross table|members across)', means: () => ({ across: true }) },
  { gives: 'Format', form: '(bars in [the] cells|bars in [the] table|data bars|bars behind the figures)', means: () => ({ cells: 'bars' }), cost: -0.1 },
  { gives: 'Format', form: '(shades in [the] cells|shaded cells|shades in [the] table|heat in [the] cells|coloured cells|colored cells)', means: () => ({ cells: 'shades' }), cost: -0.1 },
  { gives: 'FormatList', form: '{Format}', means: (p) => p['Format'] },
  { gives: 'FormatList', form: '{Format} (,|and|, and|&) {FormatList}', means: (p) => ({ ...(p['Format'] as FormatEdit), ...formats(p) }) },
  { gives: 'Intent', form: '(as|as a|make it|with) {ChartKind} (with|and) {FormatList}', means: (p) => intent({ do: 'view', view: { chart: p['ChartKind'] as ChartKind } }, { do: 'format', format: formats(p) }), cost: -0.1, examples: ['as bars with labels', 'as a table with totals and bars in cells'] },
  { gives: 'Intent', form: '(as|as a|make it|with) {ChartKind} (with values|labelled|with numbers)', means: (p) => intent({ do: 'view', view: { chart: p['ChartKind'] as ChartKind } }, { do: 'format', format: { labels: true } }), cost: -0.1, examples: ['as bars labelled'] },
  { gives: 'Intent', form: '(with|add|show|and|show the|with a|add a|put in) {FormatList}', means: (p) => followUp({ do: 'format', format: formats(p) }), cost: 0.05, examples: ['with labels', 'add totals', 'with bars in cells'] },
  { gives: 'Intent', form: '(labels on|label the bars|label the values|show the values on it|show values on the bars|with values on it)', means: () => followUp({ do: 'format', format: { labels: true } }), examples: ['labels on'] },
  { gives: 'Intent', form: '(without|no|remove|hide|drop|take out|remove the|hide the) {FormatList}', means: (p) => followUp({ do: 'format', format: off(formats(p)) }), cost: 0.05, examples: ['without labels', 'no totals'] },
  { gives: 'Intent', form: 'labels off', means: () => followUp({ do: 'format', format: { labels: false } }), examples: ['labels off'] },
  { gives: 'Intent', form: '{ChartKind} [(please|chart|view)]', means: view, cost: 0.55, examples: ['table'] },
  { gives: 'Intent', form: '(automatic chart|choose the chart|best chart|usual chart|default chart|back to the chart|chart again|the chart again|any chart|choose a chart)', means: () => followUp({ do: 'view', view: null }), examples: ['back to the chart'] },
];
