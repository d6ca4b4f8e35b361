/** The members of a level as a plan: those in its own table, or in the records from which both the level and the person's rules are reached. */
import { level as levelOf, type ColumnRef, type Model } from '../model/model';
import { conditionColumns } from './nodes';
import { node, type Plan, type PlanNode } from './plan';
import { joinsFrom } from './joins';
import { checkSeen, scanOf, type RowRule } from './scan';

/**
 * @param most rows of the answer at most
 * @returns one column, the names of the members in their order; null where the rules cannot be applied to any rows that know the level
 * @throws CannotPlan where the level's column is hidden from the person
 */
export function membersPlan(
  levelId: string,
  model: Model,
  rules: readonly RowRule[],
  hidden: ReadonlySet<string>,
  most: number,
): Plan | null {
  const { source } = levelOf(model, levelId);
  checkSeen([source], hidden);
  const from = rowsFor(source, model, rules);
  if (from === null) return null;
  const scan = scanOf(from.table, from.fact, model, rules);
  const tables = new Set([
    source.table,
    ...scan.rules.flatMap((rule) => conditionColumns(rule).map((column) => column.table)),
  ]);
  const joined = node({ node: 'join', input: scan, joins: joinsFrom(from.table, tables, model) });
  const kept = node({ node: 'keep', input: joined, conditions: [] });
  const members = node({
    node: 'aggregate',
    input: kept,
    keys: [{ name: 'k0', kind: 'level', level: levelId, column: source }],
    values: [],
  });
  const ordered = node({ node: 'order', input: members, by: [{ kind: 'column', name: 'k0', direction: 'up' }] });
  const root: PlanNode = node({ node: 'cut', input: ordered, rows: most, skip: 0 });
  return {
    root,
    columns: [{ key: levelId, label: levelOf(model, levelId).level.name, role: 'level', level: levelId }],
    window: {},
    other: null,
    cover: null,
  };
}

/** The level's own table where the rules are reached from it, else the records of the first fact from which both are. */
function rowsFor(
  { table }: ColumnRef,
  model: Model,
  rules: readonly RowRule[],
): { readonly table: string; readonly fact: string } | null {
  const reaches = (from: string) => rules.every((rule) => model.joinsTo(from, rule.column.table) !== null);
  if (reaches(table)) return { table, fact: table };
  const fact = [...model.facts.values()].find((one) => reaches(one.table) && model.joinsTo(one.table, table) !== null);
  return fact === undefined ? null : { table: fact.table, fact: fact.id };
}
