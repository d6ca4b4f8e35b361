/** Grammar of charts: which kind, with what on it. */
import type { ChartKind } from '../../reading/schema';
import { followUp, intent, type Intent } from '../intent';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

const CHARTS: readonly (readonly [string, ChartKind])[] = [
  ['[(one|single|big)] number', 'number'],
  ['(lines|line|line chart|line graph|curve|line plot|a line over time)', 'line'],
  ['(area|area chart|areas)', 'area'],
  ['(lying bars|horizontal bars|horizontal|horizontal bar chart|sideways bars|sideways|horizontally)', 'bars'],
  ['(bars|bar chart|bar|bar graph|upright bars|columns|vertical bars|column chart|vertical|vertically|upright)', 'columns'],
  ['(stacked bars|stacked|stacked bar chart|stacked columns|stack|stacked column chart)', 'stacked'],
  ['(100% bars|share bars|100% stacked|100% stacked bars|100 % bars)', 'share bars'],
  ['(table|grid|list of numbers|plain table)', 'table'],
  ['(scatter|scatter plot|scatter chart|dots|scattergram)', 'scatter'],
  ['(pie|pie chart|ring|ring chart|doughnut|donut)', 'pie'],
  ['(heat|heat grid|heat map|heatmap|heat table)', 'heat'],
];

const view = (labels: boolean) => (parts: Parts): Intent => intent({ do: 'view', view: { chart: parts['ChartKind'] as ChartKind, ...(labels ? { labels: true } : {}) } });

export const VIEW_RULES: readonly Rule<Question>[] = [
  ...CHARTS.map(([form, chart]): Rule<Question> => ({ gives: 'ChartKind', form, means: () => chart })),
  { gives: 'Intent', form: '[(show|draw|plot|show it|show that|show this|display|draw it|plot it|see it)] (as|as a|in a|make it|make that|make it a|make that a|draw as|into|turn it into|turn that into|turn this into|change to|switch to|use|on a|with) {ChartKind} [(chart|graph)]', means: view(false), examples: ['as bars', 'as a pie'] },
  { gives: 'Intent', form: '(as|as a|make it|with) {ChartKind} (with labels|and labels|with values|labelled|with numbers)', means: view(true), cost: -0.1, examples: ['as bars with labels'] },
  { gives: 'Intent', form: '(with labels|add labels|labels on|show labels|label the bars|label the values|show the values on it|show values on the bars|with values on it)', means: () => followUp({ do: 'labels', labels: true }), examples: ['with labels'] },
  { gives: 'Intent', form: '(without labels|no labels|remove the labels|hide labels|hide the labels|labels off|drop the labels)', means: () => followUp({ do: 'labels', labels: false }), examples: ['without labels'] },
  { gives: 'Intent', form: '{ChartKind} [(please|chart|view)]', means: view(false), cost: 0.3, examples: ['table'] },
  { gives: 'Intent', form: '(automatic chart|choose the chart|best chart|usual chart|default chart|back to the chart|chart again|the chart again|any chart|choose a chart)', means: () => followUp({ do: 'view', view: null }), examples: ['back to the chart'] },
];
