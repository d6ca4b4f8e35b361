/**
 * A plan → query text with parameters, for engines that take SQL. Each node becomes one common table expression;
 * every value is a parameter and every identifier is quoted. What engines write differently is in their dialect.
 */
import { sql, type SQL } from 'drizzle-orm';
import { PgDialect } from 'drizzle-orm/pg-core';
import type { ColumnRef, Join } from '../model/model';
import { keptRows, outputOf } from './nodes';
import { GROUPS, type OrderTerm, type Plan, type PlanNode } from './plan';
import { all, columnSql, list, name, type Dialect } from './sql-text';
import { numberSql, SqlValues } from './sql-values';

export interface QueryText {
  readonly text: string;
  readonly parameters: readonly unknown[];
}

/**
 * @param table where a loaded table is found, as written in the query
 */
export function sqlQuery(plan: Plan, dialect: Dialect, table: (source: string) => SQL): QueryText {
  const { sql: text, params } = new PgDialect().sqlToQuery(new Emitter(dialect, table).query(plan.root));
  return { text, parameters: params };
}

class Emitter {
  private readonly expressions: SQL[] = [];
  private readonly names = new Map<PlanNode, string>();
  private readonly values: SqlValues;

  constructor(
    private readonly dialect: Dialect,
    private readonly source: (table: string) => SQL,
  ) {
    this.values = new SqlValues(dialect, source, (node) => this.named(node));
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
    const ordered = order.length > 0 ? sql` order by ${list(order.map((term) => this.values.order(term)))}` : sql``;
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
        return sql`select ${list(node.columns.map((column) => sql`${this.values.listed(column)} as ${name(column.name)}`))} from ${from} where ${where}`;
      }
      case 'combine':
        return this.combine(node);
      case 'calculate': {
        const columns = [
          ...node.keys.map(name),
          ...node.columns.map((column) => sql`${this.values.expression(column.expression)} as ${name(column.name)}`),
        ];
        return sql`select ${list(columns)} from ${name(this.named(node.input))}`;
      }
      case 'test':
        return this.test(node);
      case 'semijoin': {
        const among = name(this.named(node.among));
        const chosen = this.dialect.among(
          node.keys.map(({ own }) => name(own)),
          (columns) => sql`select ${columns(node.keys.map(({ other }) => name(other)))} from ${among}`,
        );
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
  private rows(keep: PlanNode): { from: SQL; where: SQL; summarised: boolean } {
    const kept = keptRows(keep);
    if (kept === null) throw new TypeError('Rows stand on scan, join and keep.');
    const { scan, joins, conditions } = kept;
    const from = sql`${scan.summary === undefined ? this.source(scan.source) : name(scan.summary)} as ${name(scan.table)}${this.joined(scan.table, joins, scan.sources)}`;
    return {
      from,
      where: all([...scan.rules, ...conditions].map((condition) => this.values.condition(condition))),
      summarised: scan.summary !== undefined,
    };
  }

  /** The parents of a table, joined to their own parents first: these are few, and the many rows of the table then meet them once. */
  private joined(table: string, joins: readonly Join[], sources: Readonly<Record<string, string>>): SQL {
    return sql.join(
      joins
        .filter((join) => join.from === table)
        .map((join) => {
          const parents = this.joined(join.to, joins, sources);
          const parent = sql`${this.source(sources[join.to] ?? join.to)} as ${name(join.to)}`;
          return sql` left join ${joins.some((one) => one.from === join.to) ? sql`(${parent}${parents})` : parent} on ${name(join.to)}.${name(join.key)} = ${name(join.from)}.${name(join.column)}`;
        }),
      sql``,
    );
  }

  private regroup({
    input,
    leads,
    joins,
    sources,
    conditions,
    keys,
    values,
  }: Extract<PlanNode, { node: 'regroup' }>): SQL {
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
    const columns = [
      ...keys.map(
        (key) => sql`${key.kind === 'carried' ? group(key.name) : this.values.key(key)} as ${name(key.name)}`,
      ),
      ...values.map((of) => sql`${value(of)}::double precision as ${name(of.name)}`),
    ];
    const groups =
      keys.length === 0 ? sql`` : sql` group by ${list(keys.map((_key, index) => sql.raw(String(index + 1))))}`;
    return sql`select ${list(columns)} from ${from} where ${all(conditions.map((condition) => this.values.condition(condition)))}${groups}`;
  }

  private aggregate(node: Extract<PlanNode, { node: 'aggregate' }>): SQL {
    const { from, where, summarised } = this.rows(node.input);
    const grouped = node.keys.map((key, index) => this.values.grouped(key, index));
    const keys = grouped.map((one, index) => sql`${one.value} as ${name(node.keys[index]?.name ?? '')}`);
    if (node.values.some((value) => value.function === 'last')) return this.lastValues(node, keys, from, where);
    const values = node.values.map(
      (value) =>
        sql`${value.of ? sql`count(distinct ${this.values.key(value.of)})::double precision` : this.values.aggregation(value, summarised)} as ${name(value.name)}`,
    );
    const group = grouped.length > 0 ? sql` group by ${list(grouped.map((one) => one.group))}` : sql``;
    return sql`select ${list([...keys, ...values])} from ${from} where ${where}${group}`;
  }

  /** The last reading of each finest member within each key, added up. */
  private lastValues(node: Extract<PlanNode, { node: 'aggregate' }>, keys: readonly SQL[], from: SQL, where: SQL): SQL {
    const inner = [...keys];
    const outer: SQL[] = node.keys.map((key) => name(key.name));
    for (const value of node.values) {
      if (value.function !== 'last') {
        if (value.function !== 'count' || value.column !== null)
          throw new TypeError('A last value is computed on its own.');
        outer.push(sql`count(*)::double precision as ${name(value.name)}`);
        continue;
      }
      const raw = `${value.name}_value`;
      const place = `${value.name}_place`;
      const partition = [...node.keys.map((key) => this.values.key(key)), ...(value.each ?? []).map(columnSql)];
      inner.push(sql`${columnSql(value.column as ColumnRef)}::double precision as ${name(raw)}`);
      inner.push(
        sql`row_number() over (partition by ${list(partition)} order by (${columnSql(value.column as ColumnRef)} is null), ${columnSql(value.date as ColumnRef)} desc) as ${name(place)}`,
      );
      outer.push(sql`sum(${name(raw)}) filter (where ${name(place)} = 1) as ${name(value.name)}`);
    }
    const group =
      node.keys.length > 0 ? sql` group by ${list(node.keys.map((_key, index) => sql.raw(String(index + 1))))}` : sql``;
    return sql`select ${list(outer)} from (select ${list(inner)} from ${from} where ${where}) as readings${group}`;
  }

  private combine(node: Extract<PlanNode, { node: 'combine' }>): SQL {
    const branches = node.inputs.map((input) => {
      const there = new Set(outputOf(input));
      const columns = [
        ...node.keys.map(name),
        ...node.values.map((value) => (there.has(value) ? name(value) : sql`null::double precision as ${name(value)}`)),
      ];
      return sql`select ${list(columns)} from ${name(this.named(input))}`;
    });
    const values = node.values.map((value) => sql`max(${name(value)}) as ${name(value)}`);
    const group =
      node.keys.length > 0 ? sql` group by ${list(node.keys.map((_key, index) => sql.raw(String(index + 1))))}` : sql``;
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
}
