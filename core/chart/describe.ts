/**
 * Answer → chart description: what is drawn, in plain data, for any drawing library. The kind follows from the shape of
 * the answer unless the reading names one; each kind says why it does not fit where it does not.
 */
import type { Answer } from '../query/answer';
import type { ChartKind, Reading } from '../reading/schema';
import { contentAlongAxis, NOTHING, type Content } from './along-axis';
import { boxContent } from './box';
import { inColour } from './colours';
import type { ChartDescription } from './description';
import { FITTED, referenceLines, undrawn } from './lines';
import { unfitKinds, usualKind } from './fit';
import { hasPlaces, mapContent, scatterContent, type Places } from './scatter';
import { figuresOf, numeric, shapeOf, type Shape } from './shape';
import { bridgeContent, paretoContent } from './steps';
import { treeContent } from './treemap';

const NOWHERE: Places = new Map();

/** @param places where the members of the answer's level lie, as far as the model knows */
export function describeChart(answer: Answer, reading: Reading, weekStart = 1, places = NOWHERE): ChartDescription {
  const shape = shapeOf(answer);
  const unfit = unfitKinds(answer, reading, shape, hasPlaces(answer, shape, places));
  const usual = usualKind(answer, shape, reading);
  const asked = reading.view?.chart ?? undefined;
  const [kind, reason] =
    asked === undefined
      ? usual
      : unfit[asked] === undefined
        ? [asked, 'as asked']
        : [usual[0], `${unfit[asked] ?? ''} ${usual[1]}`.trim()];
  const content = inColour(contentOf(kind, answer, reading, shape, weekStart, places), (reading.view?.colour ?? 1) - 1);
  const omitted = [content.omitted, undrawnOther(kind, answer, content), undrawn(kind, reading.view)]
    .flatMap((text) => text ?? [])
    .join(' ');
  return {
    kind,
    reason,
    unfit,
    labels: reading.view?.labels === true,
    ...content,
    omitted: omitted === '' ? null : omitted,
    lines: referenceLines({ kind, series: content.series }, reading.view),
    axis: FITTED.includes(kind) ? (reading.view?.axis ?? null) : null,
  };
}

/** What values stand beside, where a chart of this kind has no room for it. */
function undrawnOther(kind: ChartKind, { columns }: Answer, { series }: Content): string | null {
  const other = columns.find((column) => column.as === 'other');
  if (other === undefined || kind === 'table' || kind === 'number' || kind === 'bridge') return null;
  return series.some(({ style }) => style === 'other' || style === 'plan')
    ? null
    : `${other.label} is not drawn; the table has it.`;
}

function contentOf(
  kind: ChartKind,
  answer: Answer,
  reading: Reading,
  shape: Shape,
  weekStart: number,
  places: Places,
): Content {
  switch (kind) {
    case 'number':
    case 'table':
      return {
        ...NOTHING,
        series: figuresOf(answer, shape).map(({ at, column }, index) => ({
          label: column.label,
          colour: index,
          style: 'value',
          axis: 'left',
          column,
          points: [{ x: 0, y: numeric(answer.rows[0]?.[at]), row: 0 }],
        })),
      };
    case 'scatter':
    case 'bubble':
      return scatterContent(answer, shape, kind === 'bubble');
    case 'map':
      return mapContent(answer, shape, places);
    case 'bridge':
      return bridgeContent(answer, shape);
    case 'pareto':
      return paretoContent(answer, shape);
    case 'treemap':
      return treeContent(answer, shape);
    case 'box':
      return boxContent(answer, shape);
    case 'multiples': {
      const content = contentAlongAxis(kind, answer, reading, shape, weekStart);
      const values = content.series.filter((series) => series.style === 'value' || series.style === 'rest');
      return {
        ...content,
        panels: values.map((series) => ({
          title: series.label,
          series: content.series.filter((one) => one.colour === series.colour).map((one) => ({ ...one, colour: 0 })),
        })),
      };
    }
    default:
      return contentAlongAxis(kind, answer, reading, shape, weekStart);
  }
}
