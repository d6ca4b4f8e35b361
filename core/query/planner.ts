/** Reading → plan. */
import { isMeasure, type Calculation, type Leaf } from '../model/calculation';
import {
  columnOf, dateColumn, expand, factForMembers, factHasLevel, level as levelOf, measure as measureOf, type ColumnRef, type Join, type Model,
} from '../model/model';
import { calculationWords, type Naming } from '../reading/words';
import type { Breakdown, Condition, Reading } from '../reading/schema';
import { addDays } from '../time/day';
import { endOf, startOf } from '../time/grain';
import { resolvePeriod, type Calendar } from '../time/period';
import { node, type Aggregation, type DayWindow, type Expression, type Key, type NumberTest, type Plan, type PlanNode, type RowCondition, type Shift, type OrderTerm } from './plan';
import { addsUp } from '../model/additivity';
import { answerColumns } from './answer-columns';
import { CannotPlan } from './cannot-plan';
import { periodCount } from './period-count';
import { timeGrain, windowsOf } from './windows';

/** A rule that limits a person to members of a level. */
export interface RowRule {
  readonly level: string;
  readonly members: readonly string[];
}

export interface PlanContext {
  readonly model: Model;
  readonly calendar: Calendar;
  readonly rules: readonly RowRule[];
  readonly naming: Naming;
  /** Does a column hold the time of day, so that hours mean something? */
  hasHours(column: ColumnRef): boolean;
  /** Most rows of an answer; one more is asked for, to know that there are more. */
  readonly rowLimit: number;
}

/** One aggregated leaf of the calculations shown: in which fact, under which column name. */
interface LeafColumn {
  readonly leaf: Leaf;
  readonly fact: string;
  readonly name: string;
}

/** Which of the branches: the window itself, the one it is set beside, or rows for all or for the rest. */
interface Branch {
  readonly window: DayWindow;
  readonly shift: Shift | null;
  readonly prefix: string;
  readonly constant: { readonly level: string; readonly text: string; readonly without: readonly string[] } | null;
}

const ALL = 'All';
const REST = 'Rest';
export const OTHERS = 'Others';
/** The column that counts the rows behind each row of an answer (of the fact with most). */
export const ROWS = 'rows_read';

/**
 * Plans a reading.
 * @throws CannotPlan where a measure lacks what the reading asks of it
 */
export function planOf(reading: Reading, context: PlanContext): Plan {
  return new Planner(reading, context).plan();
}

class Planner {
  private readonly model: Model;
  private readonly windows;
  private readonly leaves: LeafColumn[] = [];

  constructor(
    private readonly reading: Reading,
    private readonly context: PlanContext,
  ) {
    this.model = context.model;
    this.windows = windowsOf(reading, context.calendar);
  }

  plan(): Plan {
    const { reading } = this;
    const shown = reading.shown.map((one, index) => ({ ...one, key: this.columnKey(one.calculation, index) }));
    const plans = reading.against?.kind === 'plan' ? shown.map((one) => this.planMeasure(one.calculation)) : null;
    const window = plans ? this.completeForPlan(this.windows.window) : this.windows.window;
    const values = shown.map((one) => this.expression(one.calculation, ''));
    const others = plans ? plans.map((measure) => this.expression({ kind: 'measure', measure }, '')) : this.windows.other ? shown.map((one) => this.expression(one.calculation, 'o_')) : null;

    const keys = reading.by.map((_by, index) => `k${index}`);
    const branches: Branch[] = [{ window, shift: null, prefix: '', constant: null }];
    if (this.windows.other) branches.push({ window: this.windows.other, shift: this.windows.shift, prefix: 'o_', constant: null });
    branches.push(...this.besideBranches(window));

    const memberSelection = this.rankSelection(window);
    const aggregated = branches.flatMap((branch) => this.facts().map((fact) => this.aggregate(fact, branch, memberSelection)));
    const columns = [
      ...shown.map((one, index) => ({ name: one.key, expression: values[index] as Expression })),
      ...(others === null
        ? []
        : shown.flatMap((one, index) => {
            const value = values[index] as Expression;
            const other = others[index] as Expression;
            return [
              { name: `${one.key}_other`, expression: other },
              { name: `${one.key}_difference`, expression: { kind: 'arithmetic', operator: 'subtract', left: value, right: other } as Expression },
              { name: `${one.key}_change`, expression: { kind: 'relative', left: value, right: other } as Expression },
            ];
          })),
      { name: ROWS, expression: { kind: 'column' as const, name: ROWS } },
    ];
    const names = [...this.leaves.flatMap((leaf) => (this.windows.other ? [leaf.name, `o_${leaf.name}`] : [leaf.name])), ROWS];
    const combined = node({ node: 'combine', inputs: aggregated, keys, values: names });
    let root: PlanNode = node({ node: 'calculate', input: combined, keys, columns });
    root = this.ranked(root, keys, shown[0]?.key ?? '', memberSelection !== null);
    root = node({ node: 'order', input: root, by: this.order(keys, shown) });
    root = node({ node: 'cut', input: root, rows: this.context.rowLimit + 1 });
    return { root, columns: answerColumns(reading, shown, others !== null, this.context), window, other: this.windows.other };
  }

  /**
   * Beside plan, complete periods only: with a time breakdown its whole periods up to the reference day, with no period whole
   * months. A named incomplete period without a time breakdown stands beside its whole plan.
   */
  private completeForPlan(window: DayWindow): DayWindow {
    const { asOf, weekStart } = this.context.calendar;
    const grain = timeGrain(this.reading.by);
    const from = window.from === undefined ? {} : { from: window.from };
    if (grain === null && window.cutFrom !== undefined) return { ...from, to: window.cutFrom };
    if (window.to !== undefined && window.to < asOf) return window;
    const unit = grain === null || grain === 'day' || grain === 'week' ? 'month' : grain;
    const end = endOf(unit, asOf, weekStart) === asOf ? asOf : addDays(startOf(unit, asOf, weekStart), -1);
    return { ...from, to: end };
  }

  private planMeasure(calculation: Calculation): string {
    const plan = isMeasure(calculation) ? measureOf(this.model, calculation.measure).plan : undefined;
    if (plan === undefined) throw new CannotPlan(`${calculationWords(this.context.naming, calculation)} has no plan in this model.`);
    return plan;
  }

  private facts(): string[] {
    return [...new Set(this.leaves.map((leaf) => leaf.fact))];
  }

  private columnKey(calculation: Calculation, index: number): string {
    return isMeasure(calculation) ? calculation.measure : `calculation${index + 1}`;
  }

  /** The expression of a calculation over aggregated columns; registers its leaves. */
  private expression(calculation: Calculation, prefix: string): Expression {
    const expanded = expand(this.model, calculation);
    if (expanded.kind === 'number') return expanded;
    if (expanded.kind === 'arithmetic')
      return { kind: 'arithmetic', operator: expanded.operator, left: this.expression(expanded.left, prefix), right: this.expression(expanded.right, prefix) };
    if (expanded.kind === 'perPeriod') return { kind: 'arithmetic', operator: 'divide', left: this.expression({ kind: 'measure', measure: expanded.measure }, prefix), right: periodCount(expanded, this.reading, prefix === '' ? this.windows.window : this.windows.other, this.context) };
    return { kind: 'column', name: `${prefix}${this.leafColumn(expanded).name}` };
  }

  private leafColumn(leaf: Leaf): LeafColumn {
    const same = this.leaves.find((one) => JSON.stringify(one.leaf) === JSON.stringify(leaf));
    if (same) return same;
    const added = { leaf, fact: this.factOf(leaf), name: `a${this.leaves.length}` };
    this.leaves.push(added);
    return added;
  }

  private factOf(leaf: Leaf): string {
    if (leaf.kind === 'members') return factForMembers(this.model, leaf.level);
    const found = measureOf(this.model, leaf.measure);
    if (!('fact' in found)) throw new CannotPlan(`${found.name} is itself a calculation.`);
    return found.fact;
  }

  private aggregation(column: LeafColumn, prefix: string): Aggregation {
    const { leaf, fact } = column;
    const name = `${prefix}${column.name}`;
    const label = calculationWords(this.context.naming, leaf);
    if (leaf.kind === 'members') return { name, label, function: 'distinct', column: levelOf(this.model, leaf.level).source, only: [] };
    const found = measureOf(this.model, leaf.measure);
    if (found.kind === 'ratio' || found.kind === 'formula') throw new CannotPlan(`${found.name} is itself a calculation.`);
    const only = found.only.map((test) => ({ ...test, at: columnOf(this.model, fact, test.column) }));
    const from = 'column' in found ? columnOf(this.model, fact, found.column) : null;
    if (leaf.kind === 'rows') return { name, label, function: leaf.function, column: from, only };
    if (leaf.kind === 'perPeriod') throw new CannotPlan('An average per period is computed from its measure.');
    if (found.kind === 'last') {
      const role = this.reading.when?.role ?? this.model.defaultDate ?? '';
      const date = dateColumn(this.model, fact, role);
      if (!date) throw new CannotPlan(`${found.name} needs a date to take the last value by.`);
      return { name, label, function: 'last', column: from, each: found.each.map((one) => columnOf(this.model, fact, one)), date, only };
    }
    return { name, label, function: found.kind, column: from, only, ...(found.kind === 'percentile' ? { percentile: found.percentile } : {}) };
  }

  /** Scan → joins → keep → aggregate of one fact for one branch. */
  private aggregate(fact: string, branch: Branch, selection: RowCondition | null): PlanNode {
    const values = this.leaves.filter((leaf) => leaf.fact === fact).map((leaf) => this.aggregation(leaf, branch.prefix));
    if (branch.prefix === '') values.push({ name: ROWS, label: 'rows', function: 'count', column: null, only: [] });
    const keys = this.reading.by.map((by, index) => this.key(by, `k${index}`, fact, branch, selection));
    const limited = branch.constant === null && selection !== null && !this.reading.rank?.others;
    const conditions = [...this.conditions(fact, branch), ...(limited ? [selection] : [])];
    return this.aggregateNode(fact, keys, values, conditions);
  }

  private aggregateNode(fact: string, keys: readonly Key[], values: readonly Aggregation[], conditions: readonly RowCondition[]): PlanNode {
    const scan = this.scan(fact);
    const rules = scan.node === 'scan' ? scan.rules : [];
    const tables = new Set<string>();
    for (const condition of [...conditions, ...rules]) for (const column of columnsOf(condition)) tables.add(column.table);
    for (const key of keys) if (key.kind !== 'constant') tables.add(key.column.table);
    for (const value of values) for (const column of [value.column, value.date, ...(value.each ?? []), ...value.only.map((test) => test.at)]) if (column) tables.add(column.table);
    const joined = node({ node: 'join', input: scan, joins: this.joins(fact, tables) });
    return node({ node: 'aggregate', input: node({ node: 'keep', input: joined, conditions }), keys, values });
  }

  /** The one place where rows enter a plan: with the rules that limit the person. */
  private scan(fact: string): PlanNode {
    const table = this.model.facts.get(fact)?.table ?? '';
    const sources = Object.fromEntries([...this.model.tables.values()].map((one) => [one.id, one.source ?? one.id]));
    const rules = this.context.rules.map((rule): RowCondition => {
      if (!factHasLevel(this.model, fact, rule.level))
        throw new CannotPlan(`Your access is limited by ${levelOf(this.model, rule.level).level.name.toLowerCase()}, which these records do not know, so they are not shown to you.`);
      return { test: 'members', level: rule.level, column: levelOf(this.model, rule.level).source, is: true, members: rule.members };
    });
    return node({ node: 'scan', fact, table, source: sources[table] ?? table, sources, rules });
  }

  private joins(fact: string, tables: ReadonlySet<string>): Join[] {
    const from = this.model.facts.get(fact)?.table ?? '';
    const joins = new Map<string, Join>();
    for (const table of tables) {
      const path = this.model.joinsTo(from, table);
      if (path === null) throw new CannotPlan(`No join leads from ${from} to ${table}.`);
      for (const join of path) joins.set(join.to, join);
    }
    const depth = (join: Join) => this.model.joinsTo(from, join.to)?.length ?? 0;
    return [...joins.values()].sort((a, b) => depth(a) - depth(b));
  }

  private key(by: Breakdown, name: string, fact: string, branch: Branch, selection: RowCondition | null): Key {
    if (by.kind === 'level') {
      if (branch.constant?.level === by.level) return { name, kind: 'constant', level: by.level, text: branch.constant.text };
      if (!factHasLevel(this.model, fact, by.level)) throw new CannotPlan(`${this.factName(fact)} have no ${levelOf(this.model, by.level).level.name.toLowerCase()}.`);
      const folds = this.reading.rank?.others === true && this.reading.rank.level === by.level && selection?.test === 'among';
      return { name, kind: 'level', level: by.level, column: levelOf(this.model, by.level).source, ...(folds && selection.test === 'among' ? { others: selection.input } : {}) };
    }
    const role = by.role ?? this.model.defaultDate ?? '';
    const column = dateColumn(this.model, fact, role);
    if (!column) throw new CannotPlan(`${this.factName(fact)} have no ${this.model.dates.get(role)?.name ?? 'date'}.`);
    if (by.kind === 'cycle' && by.cycle === 'hour' && !this.context.hasHours(column)) throw new CannotPlan(`${this.factName(fact)} are known by day only, so they cannot be broken down by hour.`);
    return by.kind === 'time'
      ? { name, kind: 'time', grain: by.grain, column, weekStart: this.model.weekStart, shift: branch.shift }
      : { name, kind: 'cycle', cycle: by.cycle, column };
  }

  private factName(fact: string): string {
    const found = this.model.facts.get(fact);
    const name = found?.plural ?? `${found?.name ?? fact} records`;
    return name.charAt(0).toUpperCase() + name.slice(1);
  }

  private conditions(fact: string, branch: Branch): RowCondition[] {
    const conditions: RowCondition[] = [];
    const role = this.reading.when?.role ?? this.model.defaultDate ?? '';
    const { from, to } = branch.window;
    if (from !== undefined || to !== undefined) {
      const column = dateColumn(this.model, fact, role);
      if (!column) throw new CannotPlan(`${this.factName(fact)} have no ${this.model.dates.get(role)?.name ?? 'date'}, so no period can be chosen.`);
      conditions.push({ test: 'days', column, is: true, ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) });
    }
    for (const condition of this.reading.where) conditions.push(...this.condition(condition, fact, branch));
    const { against } = this.reading;
    if (against?.kind === 'members') {
      const column = levelOf(this.model, against.level).source;
      if (branch.constant === null) conditions.push({ test: 'members', level: against.level, column, is: true, members: against.members });
      else if (branch.constant.without.length > 0) conditions.push({ test: 'members', level: against.level, column, is: false, members: branch.constant.without });
    }
    return conditions;
  }

  private condition(condition: Condition, fact: string, branch: Branch): RowCondition[] {
    const reach = (id: string) => {
      if (!factHasLevel(this.model, fact, id)) throw new CannotPlan(`${this.factName(fact)} have no ${levelOf(this.model, id).level.name.toLowerCase()}.`);
      return levelOf(this.model, id).source;
    };
    switch (condition.kind) {
      case 'members':
        return [{ test: 'members', level: condition.level, column: reach(condition.level), is: condition.is, members: condition.members }];
      case 'set': {
        const set = this.model.sets.get(condition.set);
        if (!set) throw new CannotPlan('The model no longer has that named set.');
        return [{ test: 'members', level: set.level, column: reach(set.level), is: condition.is, members: set.members }];
      }
      case 'text':
        return [{ test: 'text', level: condition.level, column: reach(condition.level), how: condition.test, text: condition.text }];
      case 'notPeriod':
      case 'weekdays': {
        const role = this.reading.when?.role ?? this.model.defaultDate ?? '';
        const column = dateColumn(this.model, fact, role);
        if (!column) throw new CannotPlan(`${this.factName(fact)} have no date.`);
        if (condition.kind === 'weekdays') return [{ test: 'weekdays', column, days: condition.days }];
        const { from, to } = resolvePeriod(condition.period, this.context.calendar);
        return [{ test: 'days', column, is: false, ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) }];
      }
      case 'rows': {
        const found = measureOf(this.model, condition.measure);
        if (!('column' in found) || found.fact !== fact) throw new CannotPlan(`${found.name} cannot be tested row by row here.`);
        return [{ test: 'number', column: columnOf(this.model, fact, found.column), name: found.name, number: numberTest(condition) }];
      }
      case 'measure':
        return [this.measureCondition(condition, reach(condition.level), branch)];
    }
  }

  /** Members of a level on which a measure, aggregated over the rest of the reading's scope, passes a test. */
  private measureCondition(condition: Extract<Condition, { kind: 'measure' }>, column: ColumnRef, branch: Branch): RowCondition {
    const scope = this.reading.where.filter((one) => one.kind !== 'measure');
    const window = branch.window;
    const values = this.subPlan([condition.level], condition.calculation, scope, window);
    const average = condition.test === 'aboveAverage' || condition.test === 'belowAverage';
    const up = condition.test === 'aboveAverage';
    const tested = !average
      ? node({ node: 'test', input: values, column: 'value', number: numberTest(condition) })
      : addsUp(condition.calculation, this.model)
        ? node({ node: 'test', input: values, column: 'value', number: { op: up ? 'overMean' : 'underMean' } })
        : node({ node: 'test', input: values, column: 'value', number: { op: up ? 'overWhole' : 'underWhole', whole: this.subPlan([], condition.calculation, scope, window) } });
    return { test: 'among', columns: [column], keys: ['k0'], input: tested, about: `${levelOf(this.model, condition.level).level.name.toLowerCase()} by ${calculationWords(this.context.naming, condition.calculation)}` };
  }

  /** One value a member of the levels, under conditions, in a window: columns k0 … and `value`. */
  private subPlan(levels: readonly string[], calculation: Calculation, where: readonly Condition[], window: DayWindow): PlanNode {
    const reading: Reading = {
      ...this.reading,
      shown: [{ calculation, transform: null }],
      by: levels.map((id) => ({ kind: 'level', level: id })),
      where: [...where],
      against: null,
      rank: null,
      order: null,
    };
    return new Planner(reading, this.context).valueNode(window);
  }

  /** This reading's only value by its keys, without order or cut. */
  private valueNode(window: DayWindow): PlanNode {
    const expression = this.expression(this.reading.shown[0]?.calculation ?? { kind: 'number', value: 0 }, '');
    const keys = this.reading.by.map((_by, index) => `k${index}`);
    const branch: Branch = { window, shift: null, prefix: '', constant: null };
    const inputs = this.facts().map((fact) => this.aggregate(fact, branch, null));
    const combined = node({ node: 'combine', inputs, keys, values: [...this.leaves.map((leaf) => leaf.name), ROWS] });
    return node({ node: 'calculate', input: combined, keys, columns: [{ name: 'value', expression }] });
  }

  /** Can the rank be taken from the answer's own rows, or must its members be chosen first, over the whole period? */
  private ranksOwnRows(): boolean {
    const { rank, by, shown, against } = this.reading;
    if (!rank || rank.others) return false;
    const levels = by.map((one) => (one.kind === 'level' ? one.level : one.kind));
    const wanted = rank.within === null ? [rank.level] : [rank.within, rank.level];
    const own = rank.by === null || JSON.stringify(rank.by) === JSON.stringify(shown[0]?.calculation);
    return own && levels.length === wanted.length && wanted.every((one) => levels.includes(one)) && against?.kind !== 'members';
  }

  private rankSelection(window: DayWindow): RowCondition | null {
    const { rank, shown, where } = this.reading;
    if (!rank || this.ranksOwnRows()) return null;
    const calculation = rank.by ?? shown[0]?.calculation;
    if (!calculation) return null;
    const levels = rank.within === null ? [rank.level] : [rank.within, rank.level];
    const values = this.subPlan(levels, calculation, where, window);
    const known = node({ node: 'test', input: values, column: 'value', number: { op: 'atLeast', value: -Number.MAX_VALUE } });
    const chosen = node({ node: 'rank', input: known, by: 'value', direction: rank.direction, count: rank.count, percent: rank.percent, within: rank.within === null ? [] : ['k0'] });
    return {
      test: 'among',
      columns: levels.map((id) => levelOf(this.model, id).source),
      keys: levels.map((_id, index) => `k${index}`),
      input: chosen,
      about: `${rank.direction} ${rank.count}${rank.percent ? ' %' : ''} of ${levelOf(this.model, rank.level).level.name.toLowerCase()} by ${calculationWords(this.context.naming, calculation)}`,
    };
  }

  private besideBranches(window: DayWindow): Branch[] {
    const { against } = this.reading;
    if (against?.kind !== 'members' || against.beside === 'none') return [];
    const without = against.beside === 'rest' ? against.members : [];
    return [{ window, shift: null, prefix: '', constant: { level: against.level, text: against.beside === 'all' ? ALL : REST, without } }];
  }

  private ranked(root: PlanNode, keys: readonly string[], value: string, selected: boolean): PlanNode {
    const { rank, by } = this.reading;
    if (!rank || selected) return root;
    const within = rank.within === null ? [] : by.flatMap((one, index) => (one.kind === 'level' && one.level === rank.within ? [keys[index] as string] : []));
    const known = node({ node: 'test', input: root, column: value, number: { op: 'atLeast', value: -Number.MAX_VALUE } });
    return node({ node: 'rank', input: known, by: value, direction: rank.direction, count: rank.count, percent: rank.percent, within });
  }

  private order(keys: readonly string[], shown: readonly { key: string; calculation: Calculation }[]): OrderTerm[] {
    const { reading } = this;
    const first = shown[0]?.key ?? '';
    const said = reading.order;
    const measure = said?.by.kind === 'measure' ? (shown.find((one) => JSON.stringify(one.calculation) === JSON.stringify(said.by.kind === 'measure' ? said.by.calculation : null))?.key ?? first) : first;
    const direction = said ? said.direction : reading.rank?.direction === 'bottom' ? 'up' : 'down';
    const terms: OrderTerm[] = [];
    const lastTexts: OrderTerm[] = reading.by.flatMap((by, index): OrderTerm[] => (by.kind === 'level' ? [{ kind: 'last', name: keys[index] as string, texts: [OTHERS, ALL, REST] }] : []));
    reading.by.forEach((by, index) => {
      const name = keys[index] as string;
      if (by.kind !== 'level') {
        const flipped = said?.by.kind === 'name' && index === 0 ? said.direction : 'up';
        if (said?.by.kind !== 'measure' || reading.by.length > 1) terms.push({ kind: 'column', name, direction: flipped });
        return;
      }
      terms.push(...lastTexts.filter((term) => term.name === name));
      if (said?.by.kind === 'name') terms.push({ kind: 'column', name, direction: said.direction });
      else if (index === reading.by.length - 1 && !reading.by.some((one) => one.kind === 'time')) terms.push(...this.memberOrder(by.level, name, said === null), { kind: 'column', name: measure, direction });
      else terms.push(...this.memberOrder(by.level, name, said === null), { kind: 'greatest', name: measure, over: name, direction });
      terms.push({ kind: 'column', name, direction: 'up' });
    });
    if (said?.by.kind === 'measure' && reading.by.length === 1 && reading.by[0]?.kind !== 'level') terms.unshift({ kind: 'column', name: measure, direction });
    return terms;
  }

  /** The level's own order, where it has one and nothing else was asked for. */
  private memberOrder(id: string, name: string, usual: boolean): OrderTerm[] {
    const { level, source } = levelOf(this.model, id);
    if (!usual || this.reading.rank !== null || level.order === undefined) return [];
    const table = this.model.tables.get(source.table);
    return [{ kind: 'memberOrder', name, source: table?.source ?? source.table, column: source.column, order: level.order, direction: 'up' }];
  }
}

function numberTest(condition: { test: string; value?: number | undefined; upper?: number | undefined }): NumberTest {
  const value = condition.value ?? 0;
  if (condition.test === 'between') return { op: 'between', value: Math.min(value, condition.upper ?? value), upper: Math.max(value, condition.upper ?? value) };
  if (condition.test === 'over' || condition.test === 'under' || condition.test === 'atLeast' || condition.test === 'atMost') return { op: condition.test, value };
  throw new CannotPlan('Above and below average are for members of a level; say of which level.');
}

/** The columns that a row condition looks at. */
function columnsOf(condition: RowCondition): readonly ColumnRef[] {
  return condition.test === 'among' ? condition.columns : [condition.column];
}
