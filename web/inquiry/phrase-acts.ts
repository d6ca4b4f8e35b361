/** What can be done with a phrase of the sentence or a mark of the answer: labels, each with the edits that do it. */
import type { Edit } from '@zud/core/reading/edit';
import type { Reading } from '@zud/core/reading/schema';
import type { Phrase } from '@zud/core/reading/sentence';
import type { Answer } from '@zud/core/query/answer';
import { formatCell } from '@zud/core/format/format';
import { endOf, GRAINS, type Cycle, type Grain } from '@zud/core/time/grain';
import type { ModelView } from '../app/api';

export interface EditAct {
  readonly label: string;
  readonly edits: readonly Edit[];
}

const OFFERED = ['day', 'week', 'month', 'quarter', 'year'] as const;

export function actsForPhrase(phrase: Phrase, reading: Reading, model: ModelView | undefined): EditAct[] {
  switch (phrase.part) {
    case 'shown': {
      const shown = new Set(reading.shown.flatMap((one) => (one.calculation.kind === 'measure' ? [one.calculation.measure] : [])));
      return (model?.measures ?? []).filter((measure) => !shown.has(measure.id)).map((measure) => ({ label: measure.name, edits: [{ do: 'show', how: 'replace', shown: [{ calculation: { kind: 'measure', measure: measure.id }, transform: null }] }] }));
    }
    case 'by':
      return [
        ...reading.by.map((by): EditAct => ({ label: `Without ${by.kind === 'level' ? levelName(by.level, model) : by.kind === 'time' ? by.grain : by.kind === 'cycle' ? 'the calendar part' : by.kind === 'bins' ? 'the ranges' : 'the named sets'}`, edits: [{ do: 'breakdown', how: 'remove', by: [by] }] })),
        ...OFFERED.filter((grain) => !reading.by.some((by) => by.kind === 'time' && by.grain === grain)).map((grain): EditAct => ({ label: `By ${grain}`, edits: [{ do: 'breakdown', how: 'join', by: [{ kind: 'time', grain }] }] })),
        ...(model?.dimensions ?? []).flatMap((dimension) => dimension.levels).filter((level) => !reading.by.some((by) => by.kind === 'level' && by.level === level.id)).map((level): EditAct => ({ label: `By ${level.name.toLowerCase()}`, edits: [{ do: 'breakdown', how: 'join', by: [{ kind: 'level', level: level.id }] }] })),
      ];
    case 'where': {
      const condition = reading.where[Number(phrase.path.split('/')[2])];
      return condition ? [{ label: 'Take out', edits: [{ do: 'condition', how: 'remove', condition }] }] : [];
    }
    case 'when':
      return [
        { label: 'This year', edits: [{ do: 'period', period: { kind: 'this', grain: 'year' } }] },
        { label: 'Last year', edits: [{ do: 'period', period: { kind: 'last', grain: 'year' } }] },
        { label: 'Last month', edits: [{ do: 'period', period: { kind: 'last', grain: 'month' } }] },
        { label: 'The last 12 months', edits: [{ do: 'period', period: { kind: 'latest', grain: 'month', count: 12 } }] },
        { label: 'All time', edits: [{ do: 'period', period: null }] },
      ];
    case 'against':
      return [
        { label: 'Beside the year before', edits: [{ do: 'compare', against: { kind: 'year' } }] },
        { label: 'Beside the period before', edits: [{ do: 'compare', against: { kind: 'previous' } }] },
        { label: 'Stop comparing', edits: [{ do: 'compare', against: null }] },
      ];
    case 'rank':
      return [
        ...[3, 5, 10, 20].map((count): EditAct => ({ label: `Keep ${count}`, edits: [{ do: 'rerank', count }] })),
        { label: reading.rank?.direction === 'top' ? 'Bottom instead' : 'Top instead', edits: [{ do: 'rerank', direction: reading.rank?.direction === 'top' ? 'bottom' : 'top' }] },
        { label: 'All of them', edits: [{ do: 'clear', what: 'rank' }] },
      ];
    case 'order':
      return [{ label: 'The other way round', edits: [{ do: 'reverse' }] }, { label: 'Usual order', edits: [{ do: 'order', order: null }] }];
    case 'rows':
      return [{ label: 'Back to the chart', edits: [{ do: 'rows', how: 'stop', columns: [] }] }];
    case 'view':
      return [{ label: 'Choose the chart automatically', edits: [{ do: 'view', view: null }] }];
  }
}

function levelName(id: string, model: ModelView | undefined): string {
  return model?.dimensions.flatMap((dimension) => dimension.levels).find((level) => level.id === id)?.name.toLowerCase() ?? id;
}

/** The members a row of the answer stands for, and what can be done with them. */
export function actsForRow(answer: Answer, row: number, model: ModelView | undefined): { title: string; acts: EditAct[] } {
  const cells = answer.rows[row] ?? [];
  const keys = answer.columns.map((column, at) => ({ column, at })).filter(({ column }) => column.role === 'level' || column.role === 'time');
  const title = keys.map(({ column, at }) => formatCell(cells[at] ?? null, column)).join(', ');
  const acts: EditAct[] = [];
  for (const { column, at } of keys) {
    const name = cells[at];
    if (column.level === undefined || typeof name !== 'string' || ['All', 'Rest', 'Others'].includes(name)) continue;
    const level = column.level;
    acts.push({ label: `Only ${name}`, edits: [{ do: 'condition', how: 'only', condition: { kind: 'members', level, is: true, members: [name] } }] });
    acts.push({ label: `Leave out ${name}`, edits: [{ do: 'condition', how: 'exclude', condition: { kind: 'members', level, is: false, members: [name] } }] });
    const levels = model?.dimensions.find((dimension) => dimension.levels.some((one) => one.id === level))?.levels ?? [];
    if (levels.findIndex((one) => one.id === level) < levels.length - 1) acts.push({ label: `Go deeper into ${name}`, edits: [{ do: 'drill', member: { level, name } }] });
  }
  const time = keys.find(({ column }) => column.role === 'time');
  const day = time ? cells[time.at] : null;
  if (time?.column.grain === 'year' || time?.column.grain === 'month' || time?.column.grain === 'quarter') {
    const finer = { year: 'month', quarter: 'month', month: 'day' } as const;
    if (typeof day === 'string') acts.push({ label: `Only ${formatCell(day, time.column)}, by ${finer[time.column.grain]}`, edits: [{ do: 'period', period: { kind: 'days', from: day, to: endOf(time.column.grain, day) } }, { do: 'breakdown', how: 'join', by: [{ kind: 'time', grain: finer[time.column.grain] }] }] });
  }
  const narrowing = narrowTo(answer, row);
  if (narrowing.length > 0) acts.push({ label: 'Rows', edits: [...narrowing, { do: 'rows', how: 'list', columns: [] }] });
  return { title, acts };
}

/** The edits that narrow a reading to what a row stands for. */
function narrowTo(answer: Answer, row: number): Edit[] {
  const cells = answer.rows[row] ?? [];
  return answer.columns.flatMap((column, at): Edit[] => {
    const cell = cells[at];
    if (typeof cell !== 'string') return [];
    if (column.level !== undefined && !['All', 'Rest', 'Others'].includes(cell)) return [{ do: 'condition', how: 'only', condition: { kind: 'members', level: column.level, is: true, members: [cell] } }];
    if (column.role === 'time' && column.grain !== undefined && isGrain(column.grain)) return [{ do: 'period', period: { kind: 'days', from: cell, to: endOf(column.grain, cell) } }];
    return [];
  });
}

const isGrain = (grain: Grain | Cycle): grain is Grain => (GRAINS as readonly string[]).includes(grain);
