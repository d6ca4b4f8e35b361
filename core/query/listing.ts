/** A listing of detail records: the fact's own key, its date, the levels and measures in the reading, then what was asked for. */
import { capitalised } from '../reading/words';
import {
  columnOf,
  dateColumn,
  factHasLevel,
  level as levelOf,
  measure as measureOf,
  rowColumnOf,
  type ColumnRef,
  type Model,
  expand,
} from '../model/model';
import { measuresIn } from '../model/calculation';
import { same, type Listed, type Reading } from '../reading/schema';
import type { FactScope } from './fact-scope';
import { node, type AnswerColumn, type Plan, type PlanNode, type RowCondition } from './plan';
import type { PlanContext } from './plan-context';
import { windowsOf } from './windows';

interface Column {
  readonly answer: AnswerColumn;
  readonly column: ColumnRef;
  readonly as: 'member' | 'moment' | 'number' | 'text';
}

/** @throws CannotPlan where the records lack what the reading narrows by */
export function listingPlan(
  reading: Reading,
  rows: NonNullable<Reading['rows']>,
  context: PlanContext,
  { scope, conditions }: { scope: FactScope; conditions: readonly RowCondition[] },
): Plan {
  const { model } = context;
  const columns = listed(reading, rows, model).map((one) => columnFor(one, rows.fact, model));
  const [key] = keyColumn(rows.fact, model, context.hidden);
  const all = [key, ...columns].filter((one): one is Column => one !== undefined);
  const named = all.map((one, index) => ({ name: `c${index}`, column: one.column, as: one.as }));
  const { window } = windowsOf(reading, context.calendar);
  const list = node({
    node: 'list',
    input: scope.kept(
      conditions,
      all.map((one) => one.column),
    ),
    columns: named,
  });
  const sorted = reading.order?.by.kind === 'measure' ? reading.order.by.calculation : null;
  const by = all.findIndex((one) => sorted?.kind === 'measure' && one.answer.of === sorted.measure);
  const date = all.findIndex((one) => one.as === 'moment');
  const inTime = reading.order?.by.kind === 'name' ? reading.order.direction : 'up';
  const order = node({
    node: 'order',
    input: list,
    by: [
      ...(by >= 0 ? [{ kind: 'column' as const, name: `c${by}`, direction: reading.order?.direction ?? 'down' }] : []),
      ...(date >= 0 ? [{ kind: 'column' as const, name: `c${date}`, direction: inTime }] : []),
      { kind: 'column' as const, name: 'c0', direction: 'up' as const },
    ],
  });
  const root: PlanNode = node({ node: 'cut', input: order, rows: context.rowLimit + 1, skip: context.skip ?? 0 });
  return { root, columns: all.map((one) => one.answer), window, other: null, cover: null };
}

/** What the listing shows besides the key, in order, each once. */
function listed(reading: Reading, rows: NonNullable<Reading['rows']>, model: Model): Listed[] {
  const role = reading.when?.role ?? model.defaultDate;
  const levels = [
    ...reading.by.flatMap((by) => (by.kind === 'level' ? [by.level] : [])),
    ...reading.where.flatMap((one) =>
      one.kind === 'members' || one.kind === 'text'
        ? [one.level]
        : one.kind === 'measure' && one.at.kind === 'level'
          ? [one.at.level]
          : one.kind === 'set'
            ? [model.sets.get(one.set)?.level ?? '']
            : [],
    ),
  ];
  const measures = [
    // of a ratio its parts, each where its records are
    ...reading.shown.flatMap((one) => [...measuresIn(one.calculation), ...measuresIn(expand(model, one.calculation))]),
    ...reading.where.flatMap((one) => (one.kind === 'rows' ? [one.measure] : [])),
  ];
  const all: Listed[] = [
    ...(role !== null && dateColumn(model, rows.fact, role) !== null ? [{ kind: 'date' as const, role }] : []),
    ...levels
      .filter((id) => id !== '' && factHasLevel(model, rows.fact, id))
      .map((level) => ({ kind: 'level' as const, level })),
    ...measures
      .filter((id) => rowColumnOf(model, id)?.fact === rows.fact)
      .map((measure) => ({ kind: 'measure' as const, measure })),
    ...rows.columns,
  ];
  return all.filter((one, index) => all.findIndex((other) => same(one, other)) === index);
}

function keyColumn(fact: string, model: Model, hidden: ReadonlySet<string>): [Column] | [] {
  const found = model.facts.get(fact);
  const key = model.tables.get(found?.table ?? '')?.key;
  if (!found || key === undefined || hidden.has(`${found.table}.${key}`)) return [];
  return [
    {
      answer: { key, label: `${found.name.charAt(0).toUpperCase()}${found.name.slice(1)}`, role: 'detail' },
      column: { table: found.table, column: key },
      as: 'text',
    },
  ];
}

function columnFor(one: Listed, fact: string, model: Model): Column {
  switch (one.kind) {
    case 'level': {
      const { level, source } = levelOf(model, one.level);
      return {
        answer: { key: level.id, label: level.name, role: 'detail', level: level.id },
        column: source,
        as: 'member',
      };
    }
    case 'date': {
      const name = model.dates.get(one.role)?.name ?? 'Date';
      return {
        answer: { key: one.role, label: capitalised(name), role: 'detail', grain: 'day' },
        column: dateColumn(model, fact, one.role) ?? { table: '', column: '' },
        as: 'moment',
      };
    }
    case 'measure': {
      const found = measureOf(model, one.measure);
      const column = 'column' in found ? found.column : '';
      return {
        answer: {
          key: found.id,
          label: found.name,
          role: 'detail',
          of: found.id,
          ...(found.unit === undefined ? {} : { unit: found.unit }),
          ...(found.format === undefined ? {} : { format: found.format }),
        },
        column: columnOf(model, fact, column),
        as: 'number',
      };
    }
  }
}
