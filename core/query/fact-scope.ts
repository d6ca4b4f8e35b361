/**
 * The rows of one fact that a reading is about: the scan with the person's row rules, the joins that keys and conditions need,
 * and the conditions. Everything that reads rows (figures, listings) goes through here, so that no rule can be gone round.
 */
import { addsUp } from '../model/additivity';
import type { Calculation } from '../model/calculation';
import {
  columnOf,
  dateColumn,
  factHasLevel,
  level as levelOf,
  measure as measureOf,
  type ColumnRef,
  type Model,
} from '../model/model';
import { breakdownWords, capitalised, testedWords } from '../reading/words';
import type { Breakdown, ChangeOf, Condition, Key as ReadingKey, Reading } from '../reading/schema';
import { resolvePeriod } from '../time/period';
import { CannotPlan } from './cannot-plan';
import { conditionColumns, keyColumns, valueColumns } from './nodes';
import { joinsFrom } from './joins';
import { checkSeen, scanOf } from './scan';
import {
  node,
  type Aggregation,
  type DayWindow,
  type Key,
  type NumberTest,
  type PlanNode,
  type RowCondition,
  type Shift,
} from './plan';
import type { PlanContext } from './plan-context';

/** One value a member of some keys, over conditions and a window: columns k0 … and `value`; where a change is asked for, that of the value. */
export type Values = (
  keys: readonly ReadingKey[],
  calculation: Calculation,
  where: readonly Condition[],
  window: DayWindow,
  change?: ChangeOf,
) => PlanNode;

/** The window in which members are tested, and how far time keys are moved that land on it. */
export interface Tested {
  readonly window: DayWindow;
  readonly shift: Shift | null;
}

export class FactScope {
  private readonly model: Model;

  constructor(
    readonly fact: string,
    private readonly reading: Reading,
    private readonly context: PlanContext,
    private readonly values: Values,
  ) {
    this.model = context.model;
  }

  /** @example 'Sailings' */
  get name(): string {
    const found = this.model.facts.get(this.fact);
    const name = found?.plural ?? `${found?.name ?? this.fact} records`;
    return capitalised(name);
  }

  /**
   * Scan → joins → keep.
   * @param columns the columns that what stands on it looks at
   */
  kept(conditions: readonly RowCondition[], columns: readonly ColumnRef[]): Extract<PlanNode, { node: 'keep' }> {
    const table = this.model.facts.get(this.fact)?.table ?? '';
    const scan = scanOf(table, this.fact, this.model, this.context.rules);
    checkSeen([...columns, ...conditions.flatMap(conditionColumns)], this.context.hidden);
    const tables = new Set(columns.map((column) => column.table));
    for (const condition of [...conditions, ...scan.rules])
      for (const column of conditionColumns(condition)) tables.add(column.table);
    const joined = node({ node: 'join', input: scan, joins: joinsFrom(table, tables, this.model) });
    return node({ node: 'keep', input: joined, conditions });
  }

  aggregated(keys: readonly Key[], values: readonly Aggregation[], conditions: readonly RowCondition[]): PlanNode {
    return node({
      node: 'aggregate',
      input: this.kept(conditions, [...keys.flatMap(keyColumns), ...values.flatMap(valueColumns)]),
      keys,
      values,
    });
  }

  levelColumn(id: string): ColumnRef {
    if (!factHasLevel(this.model, this.fact, id))
      throw new CannotPlan(`${this.name} have no ${levelOf(this.model, id).level.name.toLowerCase()}.`);
    return levelOf(this.model, id).source;
  }

  /** @param role absent: that of the reading's period, else the model's default */
  dateColumn(role: string | undefined): ColumnRef {
    const wanted = role ?? this.model.defaultDate ?? '';
    const column = dateColumn(this.model, this.fact, wanted);
    if (!column) throw new CannotPlan(`${this.name} have no ${this.model.dates.get(wanted)?.name ?? 'date'}.`);
    return column;
  }

  /** A breakdown as a key of this fact. Named sets are no key: each is a slice of its own. */
  key(by: Exclude<Breakdown, { kind: 'sets' }>, name: string, shift: Shift | null): Key {
    switch (by.kind) {
      case 'level':
        return { name, kind: 'level', level: by.level, column: this.levelColumn(by.level) };
      case 'bins': {
        const found = measureOf(this.model, by.measure);
        if (!('column' in found) || found.fact !== this.fact)
          throw new CannotPlan(`${found.name} has no single values in these records, so it cannot be cut into ranges.`);
        if (by.width === null) throw new CannotPlan('The width of the ranges is chosen from the data first.');
        return { name, kind: 'bins', column: columnOf(this.model, this.fact, found.column), width: by.width };
      }
      case 'cycle': {
        const column = this.dateColumn(by.role);
        if (by.cycle === 'hour' && !this.context.hasHours(column))
          throw new CannotPlan(`${this.name} are known by day only, so they cannot be broken down by hour.`);
        return { name, kind: 'cycle', cycle: by.cycle, column };
      }
      case 'time':
        return {
          name,
          kind: 'time',
          grain: by.grain,
          column: this.dateColumn(by.role),
          weekStart: this.model.weekStart,
          shift,
        };
    }
  }

  /**
   * The conditions of the reading and of a window on this fact's rows.
   * @param tested where members are tested: for a window that stands beside another, in that other one
   */
  conditions(window: DayWindow, tested: Tested = { window, shift: null }): RowCondition[] {
    const conditions: RowCondition[] = [];
    const { from, to } = window;
    if (from !== undefined || to !== undefined)
      conditions.push({
        test: 'days',
        column: this.dateColumn(this.reading.when?.role),
        is: true,
        ...(from === undefined ? {} : { from }),
        ...(to === undefined ? {} : { to }),
      });
    for (const by of this.reading.by)
      if (by.kind === 'bins') {
        const key = this.key(by, '', null);
        if (key.kind === 'bins')
          conditions.push({
            test: 'present',
            column: key.column,
            name: measureOf(this.model, by.measure).name,
            is: true,
          });
      }
    return [...conditions, ...this.reading.where.map((condition) => this.condition(condition, window, tested))];
  }

  members(level: string, is: boolean, members: readonly string[]): RowCondition {
    return { test: 'members', level, column: this.levelColumn(level), is, members };
  }

  private condition(condition: Condition, window: DayWindow, tested: Tested): RowCondition {
    switch (condition.kind) {
      case 'members':
        return this.members(condition.level, condition.is, condition.members);
      case 'set': {
        const set = this.model.sets.get(condition.set);
        if (!set) throw new CannotPlan('The model no longer has that named set.');
        return this.members(set.level, condition.is, set.members);
      }
      case 'text':
        return {
          test: 'text',
          level: condition.level,
          column: this.levelColumn(condition.level),
          how: condition.test,
          text: condition.text,
        };
      case 'weekdays':
        return { test: 'weekdays', column: this.dateColumn(this.reading.when?.role), days: condition.days };
      case 'cycle': {
        const column = this.dateColumn(this.reading.when?.role);
        if (condition.cycle === 'hour' && !this.context.hasHours(column))
          throw new CannotPlan(`${this.name} are known by day only, so hours of the day cannot be chosen.`);
        return { test: 'cycle', cycle: condition.cycle, column, values: condition.values };
      }
      case 'notPeriod': {
        const { from, to } = resolvePeriod(condition.period, this.context.calendar);
        return {
          test: 'days',
          column: this.dateColumn(this.reading.when?.role),
          is: false,
          ...(from === undefined ? {} : { from }),
          ...(to === undefined ? {} : { to }),
        };
      }
      case 'rows': {
        const found = measureOf(this.model, condition.measure);
        if (!('column' in found) || found.fact !== this.fact)
          throw new CannotPlan(`${found.name} cannot be tested row by row here.`);
        const column = columnOf(this.model, this.fact, found.column);
        if (condition.test === 'missing' || condition.test === 'present')
          return { test: 'present', column, name: found.name, is: condition.test === 'present' };
        if (condition.test === 'aboveAverage' || condition.test === 'belowAverage')
          return this.meanCondition(condition, found.name, column, window);
        return { test: 'number', column, name: found.name, number: numberTest(condition) };
      }
      case 'measure':
        return this.measureCondition(condition, tested);
    }
  }

  /** Rows above or below the mean of all rows in the scope. */
  private meanCondition(
    condition: Extract<Condition, { kind: 'rows' }>,
    name: string,
    column: ColumnRef,
    window: DayWindow,
  ): RowCondition {
    const scope = this.reading.where.filter(
      (one) => one.kind !== 'measure' && !(one.kind === 'rows' && one.measure === condition.measure),
    );
    const input = this.values([], { kind: 'rows', function: 'average', measure: condition.measure }, scope, window);
    return { test: 'mean', column, name, up: condition.test === 'aboveAverage', input };
  }

  /** Members of a key on which a measure, aggregated over the rest of the reading's scope, passes a test. */
  private measureCondition(
    condition: Extract<Condition, { kind: 'measure' }>,
    { window, shift }: Tested,
  ): RowCondition {
    const scope = this.reading.where.filter((one) => one.kind !== 'measure');
    const { change } = condition;
    if (change !== undefined && condition.at.kind !== 'time' && window.from === undefined)
      throw new CannotPlan('A change needs a period that something lies before; name one, for example “this year”.');
    const values = this.values([condition.at], condition.calculation, scope, window, change);
    const test = (number: Extract<PlanNode, { node: 'test' }>['number']) =>
      node({ node: 'test', input: values, column: 'value', number });
    const tested = (): PlanNode => {
      switch (condition.test) {
        case 'aboveAverage':
        case 'belowAverage': {
          if (change !== undefined)
            throw new CannotPlan('How much something changed is tested against a number, not against an average.');
          const up = condition.test === 'aboveAverage';
          return addsUp(condition.calculation, this.model)
            ? test({ op: up ? 'overMean' : 'underMean' })
            : test({
                op: up ? 'overWhole' : 'underWhole',
                whole: this.values([], condition.calculation, scope, window),
              });
        }
        case 'missing':
        case 'present':
          return test({
            op: change === undefined && addsUp(condition.calculation, this.model) ? 'nonZero' : 'present',
          });
        default:
          return test(numberTest(condition));
      }
    };
    const { naming } = this.context;
    return {
      test: 'among',
      is: condition.test !== 'missing',
      keys: [{ key: this.key(condition.at, 'k0', shift), name: 'k0' }],
      input: tested(),
      about: `${breakdownWords(naming, condition.at)} by ${testedWords(naming, condition)}`,
    };
  }
}

export function numberTest(condition: {
  test: string;
  value?: number | undefined;
  upper?: number | undefined;
}): NumberTest {
  const value = condition.value ?? 0;
  if (condition.test === 'between')
    return {
      op: 'between',
      value: Math.min(value, condition.upper ?? value),
      upper: Math.max(value, condition.upper ?? value),
    };
  if (
    condition.test === 'over' ||
    condition.test === 'under' ||
    condition.test === 'atLeast' ||
    condition.test === 'atMost'
  )
    return { op: condition.test, value };
  throw new CannotPlan('Above and below average are for members of a level; say of which level.');
}
