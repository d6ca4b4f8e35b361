/**
 * A plan → query text with parameters, for engines that take SQL. Each node becomes one common table expression;
 * every value is a parameter and every identifier is quoted. What engines write differently is in their dialect.
 */
import { sql, type SQL } from 'drizzle-orm';
import { PgDialect } from 'drizzle-orm/pg-core';
import { NO_NAME, type ColumnRef, type Join } from '../model/model';
import type { Cycle, Grain } from '../time/grain';
import { OTHERS } from './parts';
import { GROUPS, type Aggregation, type Expression, type Key, type NumberTest, type OrderTerm, type Plan, type PlanNode, type RowCondition, type Shift } from './plan';

export interface QueryText {
  readonly text: string;
  readonly parameters: readonly unknown[];
}

/** What engines write differently. */
export interface Dialect {
  /** So many months or days, to be added to a date or a moment. */
  interval(shift: Shift): SQL;
  /** The value below which a fraction of the values lie, between two of them in proportion. */
  percentile(column: SQL, fraction: number, filter: SQL): SQL;
  /** The period of a grain as what is quick to group by, and that as the first day of the period; null where the engine groups by days as quickly. */
  period(grain: Grain, value: SQL, weekStart: number): { readonly group: SQL; readonly start: SQL } | null;
  /** A date or a moment, for its parts to be taken. */
  moment(value: SQL): SQL;
  /** A value as the text that members are named by. */
  text(value: SQL): SQL;
  /** The lower end of the range of a width that holds a value. */
  rangeStart(value: SQL, width: number): SQL;
  /** Is a text like a pattern in which `\\` makes signs plain, whatever the case? */
  like(value: SQL, pattern: string): SQL;
  /** Are these values together among the rows of a query of as many columns? */
  among(values: readonly SQL[], query: (columns: (names: readonly SQL[]) => SQL) => SQL): SQL;
}

/**
 * @param table where a loaded table is found, as written in the query
 */
export function sqlQuery(plan: Plan, dialect: Dialect, table: (source: string) => SQL): QueryText {
  const { sql: text, params } = new PgDialect().sqlToQuery(new Emitter(dialect, table).query(plan.root));
  return { text, parameters: params };
}

/** The parts of a moment that engines give by name. */
const CYCLE_PARTS: Readonly<Record<Exclude<Cycle, 'weekPart'>, SQL>> = { dayOfWeek: sql`isodow`, monthOfYear: sql`month`, hour: sql`hour` };

export const name = (text: string): SQL => sql.identifier(text) as unknown as SQL;
export const list = (parts: readonly SQL[]): SQL => sql.join([...parts], sql`, `);
const all = (parts: readonly SQL[]): SQL => (parts.length === 0 ? sql`true` : sql.join([...parts], sql` and `));
const columnSql = (column: ColumnRef): SQL => sql`${name(column.table)}.${name(column.column)}`;

class Emitter {
  private readonly expressions: SQL[] = [];
  private readonly names = new Map<PlanNode, string>();

  constructor(
    private readonly dialect: Dialect,
    private readonly source: (table: string) => SQL,
  ) {}

  private member(column: ColumnRef): SQL {
    return sql`coalesce(${this.dialect.text(columnSql(column))}, ${sql.raw(`'${NO_NAME}'`)})`;
  }

  query(root: PlanNode): SQL {
    let node = root;
    let rows: number | null = null;
    let skip = 0;
    let order: readonly OrderTerm[] = [];
    if (node.node === 'cut') {
      rows = node.rows;
      skip = node.skip;
      node = node.input;
    }
    if (node.node === 'order') {
      order = node.by;
      node = node.input;
    }
    const from = this.named(node);
    const columns = outputOf(node).map(name);
    const ordered = order.length > 0 ? sql` order by ${list(order.map((term) => this.order(term)))}` : sql``;
    const limit = rows === null ? sql`` : skip === 0 ? sql` limit ${rows}` : sql` limit ${rows} offset ${skip}`;
    return sql`with ${sql.join(this.expressions, sql`,\n`)}\nselect ${list(columns)}\nfrom ${name(from)} as r${ordered}${limit}`;
  }

  /** The name of the common table expression of a node, made once. */
  private named(node: PlanNode): string {
    const there = this.names.get(node);
    if (there !== undefined) return there;
    const body = this.body(node);
    const made = `n${this.names.size}`;
    this.names.set(node, made);
    this.expressions.push(sql`${name(made)} as (\n  ${body}\n)`);
    return made;
  }

  private body(node: PlanNode): SQL {
    switch (node.node) {
      case 'aggregate':
        return this.aggregate(node);
      case 'regroup':
        return this.regroup(node);
      case 'list': {
        const { from, where } = this.rows(node.input);
        return sql`select ${list(node.columns.map((column) => sql`${this.listed(column)} as ${name(column.name)}`))} from ${from} where ${where}`;
      }
      case 'combine':
        return this.combine(node);
      case 'calculate': {
        const columns = [...node.keys.map(name), ...node.columns.map((column) => sql`${this.expression(column.expression)} as ${name(column.name)}`)];
        return sql`select ${list(columns)} from ${name(this.named(node.input))}`;
      }
      case 'test':
        return this.test(node);
      case 'semijoin': {
        const among = name(this.named(node.among));
        const chosen = this.dialect.among(node.keys.map(({ own }) => name(own)), (columns) => sql`select ${columns(node.keys.map(({ other }) => name(other)))} from ${among}`);
        return sql`select ${list(outputOf(node.input).map(name))} from ${name(this.named(node.input))} where ${node.is ? chosen : sql`not ${chosen}`}`;
      }
      case 'rank': {
        const columns = list(outputOf(node.input).map(name));
        const partition = node.within.length > 0 ? sql`partition by ${list(node.within.map(name))} ` : sql``;
        const direction = node.direction === 'top' ? sql`desc` : sql`asc`;
        const bound = node.percent ? sql`ceil(of_all * ${node.count}::double precision / 100)` : sql`${node.count}`;
        const over = node.within.length > 0 ? sql`(partition by ${list(node.within.map(name))})` : sql`()`;
        return sql`select ${columns} from (select *, rank() over (${partition}order by ${name(node.by)} ${direction}) as place, count(*) over ${over} as of_all from ${name(this.named(node.input))}) as places where place <= ${bound}`;
      }
      default:
        throw new TypeError(`A ${node.node} cannot stand alone in a query.`);
    }
  }

  /** The joined and kept rows of a fact, as what stands behind `from` and `where`. */
  private rows(keep: PlanNode): { from: SQL; where: SQL } {
    if (keep.node !== 'keep' || keep.input.node !== 'join' || keep.input.input.node !== 'scan') throw new TypeError('Rows stand on scan, join and keep.');
    const { joins, input: scan } = keep.input;
    const from = sql`${this.source(scan.source)} as ${name(scan.table)}${this.joined(scan.table, joins, scan.sources)}`;
    return { from, where: all([...scan.rules, ...keep.conditions].map((condition) => this.condition(condition))) };
  }

  /** The parents of a table, joined to their own parents first: these are few, and the many rows of the table then meet them once. */
  private joined(table: string, joins: readonly Join[], sources: Readonly<Record<string, string>>): SQL {
    return sql.join(
      joins.filter((join) => join.from === table).map((join) => {
        const parents = this.joined(join.to, joins, sources);
        const parent = sql`${this.source(sources[join.to] ?? join.to)} as ${name(join.to)}`;
        return sql` left join ${joins.some((one) => one.from === join.to) ? sql`(${parent}${parents})` : parent} on ${name(join.to)}.${name(join.key)} = ${name(join.from)}.${name(join.column)}`;
      }),
      sql``,
    );
  }

  private regroup({ input, leads, joins, sources, conditions, keys, values }: Extract<PlanNode, { node: 'regroup' }>): SQL {
    const from = sql`${name(this.named(input))} as ${name(GROUPS)}${this.joined(GROUPS, [...leads.map((lead) => ({ ...lead, from: GROUPS })), ...joins], sources)}`;
    const group = (part: string) => sql`${name(GROUPS)}.${name(part)}`;
    const value = (of: (typeof values)[number]): SQL => {
      const [part = '', count = ''] = of.parts;
      switch (of.function) {
        case 'minimum':
          return sql`min(${group(part)})`;
        case 'maximum':
          return sql`max(${group(part)})`;
        case 'average':
          return sql`(sum(${group(part)}) / nullif(sum(${group(count)}), 0))`;
        case 'distinct':
          return sql`count(distinct ${group(part)})`;
        case 'count':
          return sql`coalesce(sum(${group(part)}), 0)`;
        case 'sum':
          return sql`sum(${group(part)})`;
      }
    };
    const columns = [...keys.map((key) => sql`${key.kind === 'carried' ? group(key.name) : this.key(key)} as ${name(key.name)}`), ...values.map((of) => sql`${value(of)}::double precision as ${name(of.name)}`)];
    const groups = keys.length === 0 ? sql`` : sql` group by ${list(keys.map((_key, index) => sql.raw(String(index + 1))))}`;
    return sql`select ${list(columns)} from ${from} where ${all(conditions.map((condition) => this.condition(condition)))}${groups}`;
  }

  private aggregate(node: Extract<PlanNode, { node: 'aggregate' }>): SQL {
    const { from, where } = this.rows(node.input);
    const grouped = node.keys.map((key, index) => this.grouped(key, index));
    const keys = grouped.map((one, index) => sql`${one.value} as ${name(node.keys[index]?.name ?? '')}`);
    if (node.values.some((value) => value.function === 'last')) return this.lastValues(node, keys, from, where);
    const values = node.values.map((value) => sql`${value.of ? sql`count(distinct ${this.key(value.of)})::double precision` : this.aggregation(value)} as ${name(value.name)}`);
    const group = grouped.length > 0 ? sql` group by ${list(grouped.map((one) => one.group))}` : sql``;
    return sql`select ${list([...keys, ...values])} from ${from} where ${where}${group}`;
  }

  /** The last reading of each finest member within each key, added up. */
  private lastValues(node: Extract<PlanNode, { node: 'aggregate' }>, keys: readonly SQL[], from: SQL, where: SQL): SQL {
    const inner = [...keys];
    const outer: SQL[] = node.keys.map((key) => name(key.name));
    for (const value of node.values) {
      if (value.function !== 'last') {
        if (value.function !== 'count' || value.column !== null) throw new TypeError('A last value is computed on its own.');
        outer.push(sql`count(*)::double precision as ${name(value.name)}`);
        continue;
      }
      const raw = `${value.name}_value`;
      const place = `${value.name}_place`;
      const partition = [...node.keys.map((key) => this.key(key)), ...(value.each ?? []).map(columnSql)];
      inner.push(sql`${columnSql(value.column as ColumnRef)}::double precision as ${name(raw)}`);
      inner.push(sql`row_number() over (partition by ${list(partition)} order by (${columnSql(value.column as ColumnRef)} is null), ${columnSql(value.date as ColumnRef)} desc) as ${name(place)}`);
      outer.push(sql`sum(${name(raw)}) filter (where ${name(place)} = 1) as ${name(value.name)}`);
    }
    const group = node.keys.length > 0 ? sql` group by ${list(node.keys.map((_key, index) => sql.raw(String(index + 1))))}` : sql``;
    return sql`select ${list(outer)} from (select ${list(inner)} from ${from} where ${where}) as readings${group}`;
  }

  private combine(node: Extract<PlanNode, { node: 'combine' }>): SQL {
    const branches = node.inputs.map((input) => {
      const there = new Set(outputOf(input));
      const columns = [...node.keys.map(name), ...node.values.map((value) => (there.has(value) ? name(value) : sql`null::double precision as ${name(value)}`))];
      return sql`select ${list(columns)} from ${name(this.named(input))}`;
    });
    const values = node.values.map((value) => sql`max(${name(value)}) as ${name(value)}`);
    const group = node.keys.length > 0 ? sql` group by ${list(node.keys.map((_key, index) => sql.raw(String(index + 1))))}` : sql``;
    return sql`select ${list([...node.keys.map(name), ...values])} from (${sql.join(branches, sql` union all `)}) as branches${group}`;
  }

  private test(node: Extract<PlanNode, { node: 'test' }>): SQL {
    const from = name(this.named(node.input));
    const columns = list(outputOf(node.input).map(name));
    const value = name(node.column);
    const { number } = node;
    switch (number.op) {
      case 'overMean':
      case 'underMean':
        return sql`select ${columns} from (select *, avg(${value}) over () as mean from ${from}) as with_mean where ${value} ${number.op === 'overMean' ? sql`>` : sql`<`} mean`;
      case 'present':
        return sql`select ${columns} from ${from} where ${value} is not null`;
      // A sum or a count of nothing may be no row, no value or nought: each says that there is none.
      case 'nonZero':
        return sql`select ${columns} from ${from} where ${value} <> 0`;
      case 'overWhole':
      case 'underWhole':
        return sql`select ${columns} from ${from} where ${value} ${number.op === 'overWhole' ? sql`>` : sql`<`} (select value from ${name(this.named(number.whole))})`;
      default:
        return sql`select ${columns} from ${from} where ${numberSql(value, number)}`;
    }
  }

  private condition(condition: RowCondition): SQL {
    switch (condition.test) {
      case 'members':
        return this.members(condition);
      case 'text': {
        const escaped = condition.text.replace(/[\\%_]/g, (sign) => `\\${sign}`);
        return this.dialect.like(this.dialect.text(columnSql(condition.column)), condition.how === 'contains' ? `%${escaped}%` : `${escaped}%`);
      }
      case 'days': {
        const column = columnSql(condition.column);
        const ends = [...(condition.from === undefined ? [] : [sql`${column} >= ${condition.from}::date`]), ...(condition.to === undefined ? [] : [sql`${column} < (${condition.to}::date + 1)`])];
        return condition.is ? all(ends) : sql`not (${all(ends)})`;
      }
      case 'weekdays':
        return sql`extract(isodow from ${columnSql(condition.column)}) in (${list(condition.days.map((day) => sql`${day}`))})`;
      case 'cycle':
        return sql`extract(${CYCLE_PARTS[condition.cycle]} from ${this.dialect.moment(columnSql(condition.column))}) in (${list(condition.values.map((value) => sql`${value}`))})`;
      case 'number':
        return numberSql(columnSql(condition.column), condition.number);
      case 'mean':
        return sql`${columnSql(condition.column)} ${condition.up ? sql`>` : sql`<`} (select value from ${name(this.named(condition.input))})`;
      case 'present':
        return condition.is ? sql`${columnSql(condition.column)} is not null` : sql`${columnSql(condition.column)} is null`;
      case 'among': {
        const from = name(this.named(condition.input));
        const among = this.dialect.among(condition.keys.map(({ key }) => this.key(key)), (columns) => sql`select ${columns(condition.keys.map((one) => name(one.name)))} from ${from}`);
        return condition.is ? among : sql`not ${among}`;
      }
    }
  }

  /** A key of an aggregation: what is grouped by, and its value. */
  private grouped(key: Key, index: number): { group: SQL; value: SQL } {
    const period = key.kind === 'time' ? this.dialect.period(key.grain, columnSql(key.column), key.weekStart) : null;
    if (period === null || key.kind !== 'time') return { group: sql.raw(String(index + 1)), value: this.key(key) };
    return { group: period.group, value: key.shift === null ? period.start : sql`(${period.start} + ${this.dialect.interval(key.shift)})::date` };
  }

  private key(key: Key): SQL {
    switch (key.kind) {
      case 'constant':
        return sql`${key.text}::text`;
      case 'column':
        return columnSql(key.column);
      case 'level':
        return key.others === undefined
          ? this.member(key.column)
          : sql`case when ${this.member(key.column)} in (select k0 from ${name(this.named(key.others))}) then ${this.member(key.column)} else ${OTHERS}::text end`;
      case 'bins':
        return this.dialect.rangeStart(columnSql(key.column), key.width);
      case 'cycle': {
        const column = columnSql(key.column);
        if (key.cycle === 'weekPart') return sql`(case when extract(isodow from ${this.dialect.moment(column)}) < 6 then 1 else 2 end)::integer`;
        return sql`extract(${CYCLE_PARTS[key.cycle]} from ${this.dialect.moment(column)})::integer`;
      }
      case 'time': {
        const start = key.grain === 'day' ? sql`${columnSql(key.column)}::date` : this.grain(key.grain, this.dialect.moment(columnSql(key.column)), key.weekStart);
        return key.shift === null ? sql`(${start})::date` : sql`((${start}) + ${this.dialect.interval(key.shift)})::date`;
      }
    }
  }

  private order(term: OrderTerm): SQL {
    const direction = term.kind !== 'last' && term.direction === 'up' ? sql`asc nulls last` : sql`desc nulls last`;
    switch (term.kind) {
      case 'column':
        return sql`${name(term.name)} ${direction}`;
      case 'greatest':
        return sql`max(${name(term.name)}) over (partition by ${name(term.over)}) ${direction}`;
      case 'last':
        return sql`(${name(term.name)} in (${list(term.texts.map((text) => sql`${text}`))})) asc`;
      case 'memberOrder':
        return sql`(select min(m.${name(term.order)}) from ${this.source(term.source)} as m where coalesce(${this.dialect.text(sql`m.${name(term.column)}`)}, ${sql.raw(`'${NO_NAME}'`)}) = r.${name(term.name)}) ${direction}`;
    }
  }

  private members(condition: Extract<RowCondition, { test: 'members' }>): SQL {
    const column = columnSql(condition.column);
    const named = condition.members.filter((member) => member !== NO_NAME);
    const withNone = named.length < condition.members.length;
    const among = sql`${this.dialect.text(column)} in (${list(named.map((member) => sql`${member}`))})`;
    if (condition.is) {
      if (named.length === 0) return withNone ? sql`${column} is null` : sql`false`;
      return withNone ? sql`(${column} is null or ${among})` : among;
    }
    if (named.length === 0) return sql`${column} is not null`;
    return withNone ? sql`(${column} is not null and not ${among})` : sql`(${column} is null or not ${among})`;
  }

  private listed({ column, as }: Extract<PlanNode, { node: 'list' }>['columns'][number]): SQL {
    switch (as) {
      case 'member':
        return this.member(column);
      case 'number':
        return sql`${columnSql(column)}::double precision`;
      default:
        return columnSql(column);
    }
  }

  private aggregation(value: Aggregation): SQL {
    const column = value.column === null ? sql`*` : columnSql(value.column);
    const only = value.only.map((test) => {
      const at = columnSql(test.at);
      const tests: SQL[] = [];
      if (test.is !== undefined) tests.push(sql`${at} = ${test.is}`);
      if (test.not !== undefined) tests.push(sql`${at} is distinct from ${test.not}`);
      if (test.in !== undefined) tests.push(sql`${at} in (${list(test.in.map((one) => sql`${one}`))})`);
      if (test.over !== undefined) tests.push(sql`${at} > ${test.over}`);
      if (test.under !== undefined) tests.push(sql`${at} < ${test.under}`);
      if (test.atLeast !== undefined) tests.push(sql`${at} >= ${test.atLeast}`);
      if (test.atMost !== undefined) tests.push(sql`${at} <= ${test.atMost}`);
      if (test.present !== undefined) tests.push(test.present ? sql`${at} is not null` : sql`${at} is null`);
      return all(tests);
    });
    if (value.within) only.push(sql`${columnSql(value.within.column)} >= ${value.within.from}::date and ${columnSql(value.within.column)} < (${value.within.to}::date + 1)`);
    const filter = only.length > 0 ? sql` filter (where ${all(only)})` : sql``;
    switch (value.function) {
      case 'sum':
        return sql`(sum(${column})${filter})::double precision`;
      case 'count':
        return sql`(count(*)${filter})::double precision`;
      case 'distinct':
        return sql`(count(distinct ${column})${filter})::double precision`;
      case 'average':
        return sql`(avg(${column})${filter})::double precision`;
      case 'minimum':
        return sql`(min(${column})${filter})::double precision`;
      case 'maximum':
        return sql`(max(${column})${filter})::double precision`;
      case 'median':
        return this.dialect.percentile(column, 0.5, filter);
      case 'percentile':
        return this.dialect.percentile(column, (value.percentile ?? 50) / 100, filter);
      case 'last':
        throw new TypeError('Last values are computed over readings.');
    }
  }

  private expression(expression: Expression): SQL {
    switch (expression.kind) {
      case 'column':
        return name(expression.name);
      case 'number':
        return sql`${expression.value}::double precision`;
      case 'unitsOf':
        return this.units(expression);
      case 'relative':
        return sql`((${this.expression(expression.left)} - ${this.expression(expression.right)}) / nullif(abs(${this.expression(expression.right)}), 0))`;
      case 'arithmetic': {
        const left = this.expression(expression.left);
        const right = this.expression(expression.right);
        switch (expression.operator) {
          case 'add':
            return sql`(${left} + ${right})`;
          case 'subtract':
            return sql`(${left} - ${right})`;
          case 'multiply':
            return sql`(${left} * ${right})`;
          case 'divide':
            return sql`(${left} / nullif(${right}, 0))`;
        }
      }
    }
  }

  /** First moment of the period of a grain that holds a timestamp. */
  private grain(grain: Grain, at: SQL, weekStart: number): SQL {
    switch (grain) {
      case 'half':
        return sql`date_trunc('year', ${at}) + case when extract(month from ${at}) > 6 then interval '6 months' else interval '0' end`;
      case 'week': {
        const offset = (8 - weekStart) % 7;
        return offset === 0 ? sql`date_trunc('week', ${at})` : sql`date_trunc('week', ${at} + ${this.dialect.interval({ days: offset })}) - ${this.dialect.interval({ days: offset })}`;
      }
      default:
        return sql`date_trunc(${sql.raw(`'${grain}'`)}, ${at})`;
    }
  }

  /** The units of a key's period between two days; none where there is none, so that nothing is divided by it. */
  private units({ key, grain, unit, per, shift, from, to }: Extract<Expression, { kind: 'unitsOf' }>): SQL {
    const start = shift === null ? sql`${name(key)}::date` : sql`(${name(key)} - ${this.dialect.interval(shift)})::date`;
    const begin = sql`greatest(${start}, ${from}::date)`;
    const end = sql`(least((${start} + ${STEP[grain]}::interval)::date, ${to}::date + 1))`;
    if (unit === 'day') return sql`nullif(greatest(${end} - ${begin}, 0), 0)::double precision`;
    const months = sql`(extract(year from age(${end}, ${begin})) * 12 + extract(month from age(${end}, ${begin})))`;
    return sql`nullif(greatest(${months}, 0) / ${per}::double precision, 0)::double precision`;
  }
}

/** The columns a node gives, in order. */
export function outputOf(node: PlanNode): string[] {
  switch (node.node) {
    case 'aggregate':
    case 'regroup':
      return [...node.keys.map((key) => key.name), ...node.values.map((value) => value.name)];
    case 'list':
      return node.columns.map((column) => column.name);
    case 'combine':
      return [...node.keys, ...node.values];
    case 'calculate':
      return [...node.keys, ...node.columns.map((column) => column.name)];
    default:
      return 'input' in node ? outputOf(node.input) : [];
  }
}

function numberSql(value: SQL, test: NumberTest): SQL {
  switch (test.op) {
    case 'over':
      return sql`${value} > ${test.value}::double precision`;
    case 'under':
      return sql`${value} < ${test.value}::double precision`;
    case 'atLeast':
      return sql`${value} >= ${test.value}::double precision`;
    case 'atMost':
      return sql`${value} <= ${test.value}::double precision`;
    case 'between':
      return sql`${value} between ${test.value}::double precision and ${test.upper}::double precision`;
  }
}

const STEP: Readonly<Record<Grain, string>> = { day: '1 day', week: '7 days', month: '1 month', quarter: '3 months', half: '6 months', year: '1 year' };

