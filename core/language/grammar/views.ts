/** Grammar of charts: which kind, with what on it. */
import type { ChartKind, FormatEdit } from '../../reading/schema';
import { boxCalculations } from '../../chart/box';
import { rowColumnOf } from '../../model/model';
import { asFollowUp, followUp, intent, type Amount, type Intent, type SaidEdit } from '../intent';
import type { Question } from '../question';
import { singular } from '../tokens';
import type { Parts, Rule } from './rule';

const CHARTS: readonly (readonly [string, ChartKind])[] = [
  ['[(one|single|big)] number', 'number'],
  ['(lines|line|two lines|three lines|separate lines|line chart|line graph|curve|line plot)', 'line'],
  ['(area|area chart|areas|stacked area|stacked area chart|stacked areas)', 'area'],
  ['(lying bars|horizontal bars|horizontal|horizontal bar chart|sideways bars|sideways|horizontally)', 'bars'],
  [
    '(bars|bar chart|bar|bar graph|upright bars|grouped bars|clustered bars|columns|vertical bars|column chart|vertical|vertically|upright)',
    'columns',
  ],
  ['(stacked bars|stacked|stacked bar chart|stacked columns|stack|stacked column chart)', 'stacked'],
  ['(100% bars|share bars|100% stacked|100% stacked bars|100 % bars)', 'share bars'],
  ['(table|grid|list of numbers|plain table)', 'table'],
  ['(scatter|scatter plot|scatter chart|dots|scattergram)', 'scatter'],
  ['(pie|pie chart|ring|ring chart|doughnut|donut)', 'pie'],
  [
    '(bars with line|bars and line|bars and lines|columns with line|combination chart|line over bars)',
    'bars with line',
  ],
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

/** A “number of zebras” is no chart. */
const isNumberOf = ({ tokens }: Question): boolean =>
  tokens.every(({ word }, at) => word !== 'number' || tokens[at + 1]?.word === 'of');

const view = (parts: Parts): Intent => intent({ do: 'view', view: { chart: parts['ChartKind'] as ChartKind } });

/** “Churned lines by tariff” asks for lines that the model counts, not for a chart of lines. */
const NAMES_A_CHART =
  /^(lines?|bars?|columns?|areas?|tables?|boxes|box|maps?|dots|rings?|grids?|panels|bridges?|curves?)$/;
const GOES_ON = new Set(['by', 'per', 'for', 'in', 'with', 'where', 'over', 'under', 'last', 'this', 'each']);
const bareView = (parts: Parts, question: Question): Intent | null =>
  question.tokens.some(
    ({ word }, at) =>
      at > 0 &&
      NAMES_A_CHART.test(word) &&
      question.names.knowsWord(singular(word)) &&
      GOES_ON.has(question.tokens[at + 1]?.word ?? ''),
  )
    ? null
    : view(parts);

interface SaidFormat {
  readonly format?: FormatEdit;
  readonly line?: { readonly at: Amount | 'average' | 'median'; readonly target?: true };
}
const formats = (parts: Parts) => parts['FormatList'] as readonly SaidFormat[];
const FLAGS: readonly string[] = ['labels', 'totals', 'across'];

/** The format options as one edit, and an edit for each line. */
function formatEdits(said: readonly SaidFormat[], how: 'add' | 'remove'): SaidEdit[] {
  const options = said.reduce<FormatEdit>((all, { format }) => ({ ...all, ...format }), {});
  const format =
    how === 'add'
      ? options
      : (Object.fromEntries(
          Object.keys(options).map((name) => [name, FLAGS.includes(name) ? false : null]),
        ) as FormatEdit);
  return [
    ...(Object.keys(format).length > 0 ? [{ do: 'format' as const, format }] : []),
    ...said.flatMap(({ line }): SaidEdit[] => (line === undefined ? [] : [{ do: 'saidLine', ...line, how }])),
  ];
}

/** "box plot of delay": the five figures of the single values, drawn as boxes. */
function boxes(parts: Parts, { model }: Question): Intent | null {
  const measure = parts['Measure'] as string;
  if (rowColumnOf(model, measure) === null) return null;
  return intent(
    {
      do: 'show',
      how: 'replace',
      shown: boxCalculations(measure).map((calculation) => ({ calculation, transform: null })),
    },
    { do: 'view', view: { chart: 'box' } },
  );
}

export const VIEW_RULES: readonly Rule<Question>[] = [
  {
    gives: 'Intent',
    form: '(box plot|box plots|boxplot|boxplots|boxes|box chart|quartiles) of {Measure}',
    means: boxes,
    cost: -0.2,
  },
  ...CHARTS.map(([form, chart]): Rule<Question> => ({
    gives: 'ChartKind',
    form,
    means: (_p, q) => (chart === 'number' && isNumberOf(q) ? null : chart),
  })),
  {
    gives: 'Intent',
    form: '[(show|draw|plot|show it|show that|show this|display|draw it|plot it|see it|(flip|turn|change|switch) [the] (chart|graph|it|that|this))] (to|as|as a|in a|make it|make that|make it a|make that a|draw as|into|turn it into|turn that into|turn this into|change to|switch to|use|on a|with) {ChartKind} [(chart|graph)]',
    means: view,
    examples: ['as bars', 'as a pie'],
  },
  { gives: 'Format', form: '(labels|value labels|data labels)', means: () => ({ format: { labels: true } }) },
  {
    gives: 'Format',
    form: '(totals|total row|row of totals|grand total|grand totals|subtotals|total|total column)',
    means: () => ({ format: { totals: true } }),
  },
  { gives: 'Format', form: '(columns across|cross table|members across)', means: () => ({ format: { across: true } }) },
  {
    gives: 'Format',
    form: '(bars in [the] cells|bars in [the] table|data bars|bars behind the figures)',
    means: () => ({ format: { cells: 'bars' } }),
    cost: -0.1,
  },
  {
    gives: 'Format',
    form: '(shades in [the] cells|shaded cells|shades in [the] table|heat in [the] cells|coloured cells|colored cells)',
    means: () => ({ format: { cells: 'shades' } }),
    cost: -0.1,
  },
  {
    gives: 'Format',
    form: '[(reference|horizontal|dashed)] line at {Amount}',
    means: (p) => ({ line: { at: p['Amount'] } }),
    cost: -0.1,
  },
  {
    gives: 'Format',
    form: '{TargetWord} (at|of|line at|line of) {Amount}',
    means: (p) => ({ line: { at: p['Amount'], target: true } }),
    cost: -0.1,
  },
  {
    gives: 'Format',
    form: '{TargetWord} at [the] (average|mean)',
    means: () => ({ line: { at: 'average', target: true } }),
    cost: -0.1,
  },
  {
    gives: 'Format',
    form: '{TargetWord} at [the] median',
    means: () => ({ line: { at: 'median', target: true } }),
    cost: -0.1,
  },
  {
    gives: 'Format',
    form: '(line at [the] (average|mean)|average line|mean line|average as [a] line)',
    means: () => ({ line: { at: 'average' } }),
    cost: -0.1,
  },
  {
    gives: 'Format',
    form: '(line at [the] median|median line)',
    means: () => ({ line: { at: 'median' } }),
    cost: -0.1,
  },
  {
    gives: 'Format',
    form: '(axis from zero|zero axis|axis starting at zero|axis from 0|axis that starts at zero)',
    means: () => ({ format: { axis: 'zero' } }),
  },
  {
    gives: 'Format',
    form: '(fitted axis|axis fitted [to [the] (data|values)]|zoomed axis|tight axis|axis near [the] values)',
    means: () => ({ format: { axis: 'fitted' } }),
  },
  {
    gives: 'Format',
    form: '{ColourWord} {Number}',
    means: (p) =>
      Number.isInteger(p['Number']) && (p['Number'] as number) >= 1 && (p['Number'] as number) <= 10
        ? { format: { colour: p['Number'] as number } }
        : null,
  },
  { gives: 'FormatList', form: '{Format}', means: (p) => [p['Format']] },
  {
    gives: 'FormatList',
    form: '{Format} (,|and|, and|&) {FormatList}',
    means: (p) => [p['Format'] as SaidFormat, ...formats(p)],
  },
  {
    gives: 'Intent',
    form: '(as|as a|make it|with) {ChartKind} (with|and) {FormatList}',
    means: (p) =>
      intent({ do: 'view', view: { chart: p['ChartKind'] as ChartKind } }, ...formatEdits(formats(p), 'add')),
    cost: -0.1,
    examples: ['as bars with labels', 'as a table with totals and bars in cells'],
  },
  {
    gives: 'Intent',
    form: '(as|as a|make it|with) {ChartKind} (with values|labelled|with numbers)',
    means: (p) =>
      intent({ do: 'view', view: { chart: p['ChartKind'] as ChartKind } }, { do: 'format', format: { labels: true } }),
    cost: -0.1,
    examples: ['as bars labelled'],
  },
  {
    gives: 'Intent',
    form: '(with|add|show|and|show the|with a|add a|put in) {FormatList}',
    means: (p) => followUp(...formatEdits(formats(p), 'add')),
    cost: 0.05,
    examples: ['with labels', 'add totals', 'with bars in cells'],
  },
  // as on the button
  {
    gives: 'Intent',
    form: '{FormatList}',
    // “total” says how much as well
    means: (p) =>
      formats(p).some(({ format }) => format?.totals === true) ? null : followUp(...formatEdits(formats(p), 'add')),
    cost: 0.55,
  },
  {
    gives: 'Intent',
    form: '(labels on|label the bars|label the values|show the values on it|show values on the bars|with values on it)',
    means: () => followUp({ do: 'format', format: { labels: true } }),
    examples: ['labels on'],
  },
  {
    gives: 'Intent',
    form: '(without|no|remove|hide|drop|take out|remove the|hide the) {FormatList}',
    means: (p) => followUp(...formatEdits(formats(p), 'remove')),
    cost: 0.05,
    examples: ['without labels', 'no totals'],
  },
  {
    gives: 'Intent',
    form: '(without|no|remove|hide|drop|clear) [(all|the)] (reference lines|lines across|extra lines)',
    means: () => followUp({ do: 'format', format: { lines: null } }),
    cost: -0.1,
    examples: ['without reference lines'],
  },
  {
    gives: 'Intent',
    form: '(without|no|remove|hide|drop) [the] {TargetWord} [line]',
    means: () => followUp({ do: 'dropTargets' }),
    cost: 0.1,
    examples: ['without the target'],
  },
  {
    gives: 'Intent',
    form: '(axis from zero|zero axis)',
    means: () => followUp({ do: 'format', format: { axis: 'zero' } }),
    examples: ['axis from zero'],
  },
  {
    gives: 'Intent',
    form: '(fitted axis|zoomed axis)',
    means: () => followUp({ do: 'format', format: { axis: 'fitted' } }),
    examples: ['fitted axis'],
  },
  {
    gives: 'Intent',
    form: '(usual axis|automatic axis|default axis)',
    means: () => followUp({ do: 'format', format: { axis: null } }),
    examples: ['usual axis'],
  },
  {
    gives: 'Intent',
    form: '(usual|automatic|default) {ColourWord}',
    means: () => followUp({ do: 'format', format: { colour: null } }),
  },
  {
    gives: 'Intent',
    form: '(in|use) {ColourWord} {Number}',
    means: (p) =>
      Number.isInteger(p['Number']) && (p['Number'] as number) >= 1 && (p['Number'] as number) <= 10
        ? followUp({ do: 'format', format: { colour: p['Number'] as number } })
        : null,
  },
  {
    gives: 'Intent',
    form: 'labels off',
    means: () => followUp({ do: 'format', format: { labels: false } }),
    examples: ['labels off'],
  },
  { gives: 'Intent', form: '{ChartKind} [(please|chart|view)]', means: bareView, cost: 0.55, examples: ['table'] },
  {
    gives: 'Intent',
    form: '{ChartKind} [(chart|view)] instead',
    means: (p) => asFollowUp(view(p)),
    cost: 0.3,
    examples: ['pie instead'],
  },
  {
    gives: 'Intent',
    form: '(automatic chart|choose the chart|best chart|usual chart|default chart|back to the chart|chart again|the chart again|any chart|choose a chart)',
    means: () => followUp({ do: 'view', view: null }),
    examples: ['back to the chart'],
  },
];
