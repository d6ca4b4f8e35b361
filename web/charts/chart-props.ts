/** What every way of drawing a chart is given. */
import type { ChartDescription } from '@zud/core/chart/description';
import type { NumberedRow } from './numbered-rows';

export interface ChartProps {
  readonly chart: ChartDescription;
  readonly label: string;
  readonly small?: boolean;
  readonly onChoose?: (row: number, more: boolean) => void;
  /** The rows of the answer whose marks are chosen. */
  readonly chosen?: ReadonlySet<number>;
  /** Numbers of notes, each at the row of the answer that shows what the note says. */
  readonly numbered?: readonly NumberedRow[];
  /** The ends of the value axis, where several charts stand on one scale. */
  readonly range?: { readonly low: number; readonly high: number };
}
