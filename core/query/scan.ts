/** Where rows enter a plan: in one function, with the rules that limit the person, so that nothing can go round them. */
import { level as levelOf, type ColumnRef, type Model } from '../model/model';
import { CannotPlan } from './cannot-plan';
import { node, type PlanNode, type RowCondition } from './plan';

/** A rule that limits a person to members of a level. It stands for itself: the level may be one that the person does not see. */
export interface RowRule {
  readonly level: string;
  /** The level's name, for words about the rule. */
  readonly name: string;
  readonly column: ColumnRef;
  readonly members: readonly string[];
}

/** A rule on a level of the model. */
export function ruleOn(model: Model, levelId: string, members: readonly string[]): RowRule {
  const { level, source } = levelOf(model, levelId);
  return { level: levelId, name: level.name, column: source, members };
}

export type Scan = Extract<PlanNode, { node: 'scan' }>;

/**
 * The rows of a table of the model that a person may see.
 * @param fact the fact whose records they are; the table's own id where they are none
 * @throws CannotPlan where a rule limits the person by what these rows do not know
 */
export function scanOf(table: string, fact: string, model: Model, rules: readonly RowRule[]): Scan {
  const sources = Object.fromEntries([...model.tables.values()].map((one) => [one.id, one.source ?? one.id]));
  const conditions = rules.map((rule): RowCondition => {
    if (model.joinsTo(table, rule.column.table) === null)
      throw new CannotPlan(
        `Your access is limited by ${rule.name.toLowerCase()}, which these records do not know, so they are not shown to you.`,
      );
    return { test: 'members', level: rule.level, column: rule.column, is: true, members: rule.members };
  });
  const spread = model.tables.get(table)?.spread;
  return node({
    node: 'scan',
    fact,
    table,
    source: sources[table] ?? table,
    sources,
    rules: conditions,
    ...(spread === undefined ? {} : { spread }),
  });
}

/** `table.column`, as columns that are hidden from a person are named. */
export const columnName = ({ table, column }: ColumnRef): string => `${table}.${column}`;

/**
 * The last check before rows are read: no column that is hidden from the person is looked at. Row rules and the keys of joins may
 * lie on such columns; neither shows them.
 * @param hidden columns as `table.column`
 * @throws CannotPlan where one is
 */
export function checkSeen(columns: readonly ColumnRef[], hidden: ReadonlySet<string>): void {
  if (columns.some((column) => hidden.has(columnName(column))))
    throw new CannotPlan(
      'This looks at a column that is not shown to you. What does not need it is answered as before.',
    );
}
