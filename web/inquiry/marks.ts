/** What can be done with chosen marks of a chart or rows of a table: labels, each with the edits that do it. */
import type { Edit } from '@zud/core/reading/edit-schema';
import { cycleCondition } from '@zud/core/reading/cycle-condition';
import { byLevel, type Condition, type Explain, type Order, type Reading } from '@zud/core/reading/schema';
import type { Answer, Cell } from '@zud/core/query/answer';
import type { AnswerColumn } from '@zud/core/query/plan';
import { ALL, OTHERS, REST } from '@zud/core/query/parts';
import { formatCell } from '@zud/core/format/format';
import { endOf, GRAINS, isCycle, type Cycle, type Grain } from '@zud/core/time/grain';
import type { ModelView } from '../app/api';
import type { EditAct } from './phrases/edit-act';

interface KeyCell {
  readonly column: AnswerColumn;
  readonly cells: readonly Cell[];
}

export interface Marked {
  readonly title: string;
  readonly acts: readonly EditAct[];
  /** Narrows a reading to what the marks stand for; null where they stand for no one condition. */
  readonly narrow: readonly Edit[] | null;
  /** What more can be asked of one mark than its number, and how two differ. */
  readonly questions: readonly EditAct[];
  /** The marks as text, to be copied. */
  readonly text: string;
}

const isMember = (cell: Cell): cell is string => typeof cell === 'string' && ![ALL, REST, OTHERS].includes(cell);
const isGrain = (grain: Grain | Cycle | undefined): grain is Grain =>
  (GRAINS as readonly (string | undefined)[]).includes(grain);

export function actsForMarks(
  answer: Answer,
  marked: readonly number[],
  reading: Reading,
  model: ModelView | undefined,
): Marked {
  const rows = marked.flatMap((index) => (answer.rows[index] ? [answer.rows[index]] : []));
  const keys = answer.columns.flatMap((column, at): KeyCell[] =>
    column.role === 'level' || column.role === 'time'
      ? [{ column, cells: [...new Set(rows.map((row) => row[at] ?? null))] }]
      : [],
  );
  const narrow = narrowing(keys, reading, rows.length);
  const acts = [
    ...keys.flatMap((key) => memberActs(key, reading, model)),
    ...keys.flatMap((key) => periodActs(key, reading)),
    ...(narrow
      ? [{ label: 'Rows', edits: [...narrow, { do: 'rows' as const, how: 'list' as const, columns: [] }] }]
      : []),
  ];
  return {
    title: titleOf(answer, rows, keys),
    acts,
    narrow,
    questions: [
      ...(rows.length === 1 && narrow !== null ? questionsOn(answer, keys, narrow, model) : []),
      ...contrastsOf(keys),
    ],
    text: rows
      .map((row) =>
        row
          .map((cell, at) => formatCell(cell, answer.columns[at] ?? { key: '', label: '', role: 'detail' }))
          .join('\t'),
      )
      .join('\n'),
  };
}

/** Why it changed, of amounts and rates; whether it is normal, of a point of a time line; what goes with it, of a rate. */
function questionsOn(
  { columns }: Answer,
  keys: readonly KeyCell[],
  narrow: readonly Edit[],
  model: ModelView | undefined,
): EditAct[] {
  const value = columns.find((column) => column.as === 'value');
  const kind = model?.measures.find((one) => one.id === value?.of)?.kind;
  const isRate = kind === 'ratio' || kind === 'average';
  const onLine = keys.length === 1 && keys[0] !== undefined && spanOf(keys[0]) !== null;
  const asked = (label: string, explain: Explain): EditAct => ({
    label,
    edits: [...narrow, { do: 'explain', explain }],
  });
  return [
    ...(value?.additive === true || isRate ? [asked('Why?', { asked: 'moved' })] : []),
    ...(onLine && value !== undefined ? [asked('Is that normal?', { asked: 'unusual' })] : []),
    ...(isRate ? [asked('What goes with it?', { asked: 'goesWith' })] : []),
  ];
}

/** How the one member that is marked differs from the others, or the two from one another. */
function contrastsOf(keys: readonly KeyCell[]): EditAct[] {
  const [key, more] = keys.filter(({ column }) => column.level !== undefined);
  const level = key?.column.level;
  if (key === undefined || more !== undefined || level === undefined || !key.cells.every(isMember)) return [];
  const [first, second, third] = key.cells.filter(isMember);
  if (first === undefined || third !== undefined) return [];
  const side = (name: string) => ({ kind: 'members' as const, level, members: [name] });
  return [
    {
      label: second === undefined ? 'How does it differ?' : 'How do these differ?',
      edits: [
        {
          do: 'explain',
          explain: {
            asked: 'contrast',
            first: side(first),
            ...(second === undefined ? {} : { second: side(second) }),
          },
        },
      ],
    },
  ];
}

function titleOf(answer: Answer, rows: readonly (readonly Cell[])[], keys: readonly KeyCell[]): string {
  const [row] = rows;
  if (rows.length === 1 && row)
    return keys.map(({ column }) => formatCell(row[answer.columns.indexOf(column)] ?? null, column)).join(', ');
  const several = keys.filter((key) => key.cells.length > 1);
  const [only] = several;
  if (several.length === 1 && only && only.cells.length <= 3)
    return only.cells.map((cell) => formatCell(cell, only.column)).join(', ');
  return `${rows.length} marks`;
}

const member = (level: string, names: readonly string[], is: boolean): Condition => ({
  kind: 'members',
  level,
  is,
  members: [...names],
});

function memberActs({ column, cells }: KeyCell, reading: Reading, model: ModelView | undefined): EditAct[] {
  const names = cells.filter(isMember);
  const { level } = column;
  if (level === undefined || names.length === 0 || names.length < cells.length) return [];
  const [first = ''] = names;
  const called = names.length === 1 ? first : `these ${names.length}`;
  const levels = model?.dimensions.find((dimension) => dimension.levels.some((one) => one.id === level))?.levels ?? [];
  const deeper = names.length === 1 && levels.findIndex((one) => one.id === level) < levels.length - 1;
  const aside: EditAct[] =
    names.length > 1 || reading.by.length > 1 || reading.by[0]?.kind !== 'level'
      ? [
          {
            label: names.length > 1 ? 'Set side by side' : `Set ${first} beside the rest`,
            edits: [
              {
                do: 'compare',
                against: { kind: 'members', level, members: names, beside: names.length > 1 ? 'none' : 'rest' },
              },
            ],
          },
        ]
      : [
          {
            label: `Set ${first} beside the rest`,
            edits: [{ do: 'compare', against: { kind: 'members', level, members: names, beside: 'rest' } }],
          },
        ];
  return [
    { label: `Only ${called}`, edits: [{ do: 'condition', how: 'only', condition: member(level, names, true) }] },
    {
      label: `Leave out ${called}`,
      edits: [{ do: 'condition', how: 'exclude', condition: member(level, names, false) }],
    },
    ...(reading.against === null || reading.against.kind === 'members' ? aside : []),
    ...(deeper
      ? [{ label: `Go deeper into ${first}`, edits: [{ do: 'drill' as const, member: { level, name: first } }] }]
      : []),
  ];
}

const FINER: Partial<Record<Grain | Cycle, Grain>> = {
  year: 'month',
  half: 'month',
  quarter: 'month',
  month: 'day',
  week: 'day',
};

function periodActs({ column, cells }: KeyCell, reading: Reading): EditAct[] {
  const part = partOf({ column, cells });
  if (part !== null)
    return [
      {
        label: `Only ${cells.length <= 3 ? cells.map((cell) => formatCell(cell, column)).join(', ') : `these ${cells.length}`}`,
        edits: [{ do: 'condition', how: 'only', condition: part }],
      },
    ];
  const span = spanOf({ column, cells });
  if (span === null) return [];
  const period: Edit = { do: 'period', period: { kind: 'days', ...span }, ...roleOf(reading) };
  const finer = cells.length === 1 && column.grain !== undefined ? FINER[column.grain] : undefined;
  const [first, last] = [formatCell(cells[0] ?? null, column), formatCell(cells.at(-1) ?? null, column)];
  return [
    { label: cells.length === 1 ? `Only ${first}` : `Zoom to ${first} – ${last}`, edits: [period] },
    ...(finer === undefined
      ? []
      : [
          {
            label: `Only ${first}, by ${finer}`,
            edits: [
              period,
              {
                do: 'breakdown' as const,
                how: 'join' as const,
                by: [{ kind: 'time' as const, grain: finer, ...roleOf(reading) }],
              },
            ],
          },
        ]),
  ];
}

/** The days from the first to the last of chosen periods. */
function spanOf({ column, cells }: KeyCell): { from: string; to: string } | null {
  const days = cells.filter((cell): cell is string => typeof cell === 'string').sort();
  const [first, last] = [days[0], days.at(-1)];
  if (
    column.role !== 'time' ||
    !isGrain(column.grain) ||
    first === undefined ||
    last === undefined ||
    days.length < cells.length
  )
    return null;
  return { from: first, to: endOf(column.grain, last) };
}

/** The condition that chosen parts of the week, the year or the day stand for. */
function partOf({ column, cells }: KeyCell): Condition | null {
  const values = cells.filter((cell): cell is number => typeof cell === 'number').sort((a, b) => a - b);
  return isCycle(column.grain) && values.length > 0 && values.length === cells.length
    ? cycleCondition(column.grain, values)
    : null;
}

/** The date role of the time breakdown, where it is not the usual one. */
function roleOf(reading: Reading): { role?: string } {
  const time = reading.by.find((one) => one.kind === 'time');
  return time?.kind === 'time' && time.role !== undefined ? { role: time.role } : {};
}

/** The edits that narrow a reading to what the marks stand for: those of several marks stand for all combinations of their members. */
function narrowing(keys: readonly KeyCell[], reading: Reading, marks: number): readonly Edit[] | null {
  if (keys.length === 0) return null;
  const edits = keys.map((key): Edit | null => {
    const span = spanOf(key);
    if (span !== null) return { do: 'period', period: { kind: 'days', ...span }, ...roleOf(reading) };
    const part = partOf(key);
    if (part !== null) return { do: 'condition', how: 'only', condition: part };
    const names = key.cells.filter(isMember);
    if (key.column.level === undefined || names.length === 0 || names.length < key.cells.length) return null;
    return { do: 'condition', how: 'only', condition: member(key.column.level, names, true) };
  });
  const combinations = keys.reduce((product, key) => product * key.cells.length, 1);
  return edits.some((edit) => edit === null) || combinations !== marks ? null : (edits as Edit[]);
}

/** What chosen marks hold, by another level. */
export function deeperEdits(narrow: readonly Edit[], level: string): Edit[] {
  return [...narrow, { do: 'rank', rank: null }, { do: 'breakdown', how: 'replace', by: [byLevel(level)] }];
}

/** The order that a press on a column asks for: downwards first, the other way round when it is in force. */
export function sortEdits(column: AnswerColumn, reading: Reading): Edit[] {
  const by = orderBy(column, reading);
  if (by === null) return [];
  const now = sortedBy(column, reading);
  const direction = by.kind === 'name' ? (now === 'ascending' ? 'down' : 'up') : now === 'descending' ? 'up' : 'down';
  return [{ do: 'order', order: { by, direction } }];
}

export function sortedBy(column: AnswerColumn, reading: Reading): 'ascending' | 'descending' | 'none' {
  const by = orderBy(column, reading);
  if (by === null || reading.order === null || JSON.stringify(reading.order.by) !== JSON.stringify(by)) return 'none';
  return reading.order.direction === 'up' ? 'ascending' : 'descending';
}

function orderBy(column: AnswerColumn, reading: Reading): Order['by'] | null {
  if (column.role === 'level' || column.role === 'time') return { kind: 'name' };
  const shown = reading.shown.find(
    (one, index) =>
      column.of === (one.calculation.kind === 'measure' ? one.calculation.measure : `calculation${index + 1}`),
  );
  if (shown === undefined || column.as === 'other') return null;
  return {
    kind: 'measure',
    calculation: shown.calculation,
    ...(column.as === 'difference'
      ? { on: 'difference' as const }
      : column.as === 'change'
        ? { on: 'percent' as const }
        : {}),
  };
}
