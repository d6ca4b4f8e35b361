/** The format options of a chart as acts: labels, lines across it, the beginning of its axis, its colour. */
import type { Edit } from '@zud/core/reading/edit-schema';
import { MOST_LINES, type FormatEdit, type Reading, type SaidLine } from '@zud/core/reading/schema';
import type { EditAct } from './phrases/edit-act';

export interface FormatAct extends EditAct {
  /** Is it in force now, so that choosing it takes it away? */
  readonly on: boolean;
}

const option = (format: FormatEdit): Edit[] => [{ do: 'format', format }];
const lineEdit = (line: SaidLine, how: 'add' | 'remove'): Edit[] => [{ do: 'line', line, how }];

/** What can be switched on and off. */
export function formatActs({ view }: Reading): FormatAct[] {
  const lines = view?.lines ?? [];
  const has = (at: SaidLine['at']) => lines.some((one) => one.at === at);
  const room = lines.length < MOST_LINES;
  const across = (['average', 'median'] as const).filter((at) => has(at) || room);
  return [
    { label: 'Values at the marks', on: view?.labels === true, edits: option({ labels: view?.labels !== true }) },
    ...across.map((at): FormatAct => ({
      label: `Line at the ${at}`,
      on: has(at),
      edits: lineEdit({ at }, has(at) ? 'remove' : 'add'),
    })),
    ...(['zero', 'fitted'] as const).map((axis): FormatAct => ({
      label: axis === 'zero' ? 'Axis from zero' : 'Axis near the values',
      on: view?.axis === axis,
      edits: option({ axis: view?.axis === axis ? null : axis }),
    })),
  ];
}

/** A line or a target at a number, in the unit in which the value is kept. */
export function lineAt(at: number, target: boolean): Edit[] {
  return lineEdit({ at, ...(target ? { target } : {}) }, 'add');
}

export const withoutLine = (line: SaidLine): Edit[] => lineEdit(line, 'remove');
export const inColour = (colour: number): Edit[] => option({ colour: colour === 1 ? null : colour });
