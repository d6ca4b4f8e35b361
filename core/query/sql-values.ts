/** Values and conditions of rows as query text: members, periods, aggregations, arithmetic, tests, order. */
import { sql, type SQL } from 'drizzle-orm';
import { NO_NAME, type ColumnRef } from '../model/model';
import type { Day } from '../time/day';
import type { Cycle, Grain } from '../time/grain';
import { OTHERS } from './parts';
import type { Aggregation, Expression, Key, NumberTest, OrderTerm, PlanNode, RowCondition } from './plan';
import { partColumn, SUMMARISED, type SummaryPart } from './summaries';
import { all, columnSql, list, name, type Dialect } from './sql-text';

/** The parts of a moment that engines give by name. */
const CYCLE_PARTS: Readonly<Record<Exclude<Cycle, 'weekPart'>, SQL>> = {
  dayOfWeek: sql`isodow`,
  monthOfYear: sql`month`,
  hour: sql`hour`,
};

const STEP: Readonly<Record<Grain, string>> = {
  day: '1 day',
  week: '7 days',
  month: '1 month',
  quarter: '3 months',
  half: '6 months',
  year: '1 year',
};

export class SqlValues {
  constructor(
    private readonly dialect: Dialect,
    /** Where a loaded table is found. */
    private readonly source: (table: string) => SQL,
    /** The name of the common table expression of a node. */
    private readonly named: (node: PlanNode) => string,
  ) {}

  private member(column: ColumnRef): SQL {
    return sql`coalesce(${this.dialect.text(columnSql(column))}, ${sql.raw(`'${NO_NAME}'`)})`;
  }

  condition(condition: RowCondition): SQL {
    switch (condition.test) {
      case 'members':
        return this.members(condition);
      case 'text': {
        const escaped = condition.text.replace(/[\\%_]/g, (sign) => `\\${sign}`);
        return this.dialect.like(
          this.dialect.text(columnSql(condition.column)),
          condition.how === 'contains' ? `%${escaped}%` : `${escaped}%`,
        );
      }
      case 'days': {
        const column = columnSql(condition.column);
        const ends = [
          ...(condition.from === undefined ? [] : [sql`${column} >= ${condition.from}::date`]),
          ...(condition.to === undefined ? [] : [sql`${column} < (${condition.to}::date + 1)`]),
        ];
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
        return condition.is
          ? sql`${columnSql(condition.column)} is not null`
          : sql`${columnSql(condition.column)} is null`;
      case 'among': {
        const from = name(this.named(condition.input));
        const among = this.dialect.among(
          condition.keys.map(({ key }) => this.key(key)),
          (columns) => sql`select ${columns(condition.keys.map((one) => name(one.name)))} from ${from}`,
        );
        return condition.is ? among : sql`not ${among}`;
      }
    }
  }

  /** A key of an aggregation: what is grouped by, and its value. */
  grouped(key: Key, index: number): { group: SQL; value: SQL } {
    const period = key.kind === 'time' ? this.dialect.period(key.grain, columnSql(key.column), key.weekStart) : null;
    if (period === null || key.kind !== 'time') return { group: sql.raw(String(index + 1)), value: this.key(key) };
    return {
      group: period.group,
      value: key.shift === null ? period.start : sql`(${period.start} + ${this.dialect.interval(key.shift)})::date`,
    };
  }

  key(key: Key): SQL {
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
        if (key.cycle === 'weekPart')
          return sql`(case when extract(isodow from ${this.dialect.moment(column)}) < 6 then 1 else 2 end)::integer`;
        return sql`extract(${CYCLE_PARTS[key.cycle]} from ${this.dialect.moment(column)})::integer`;
      }
      case 'time': {
        const start =
          key.grain === 'day'
            ? sql`${columnSql(key.column)}::date`
            : this.grain(key.grain, this.dialect.moment(columnSql(key.column)), key.weekStart);
        return key.shift === null
          ? sql`(${start})::date`
          : sql`((${start}) + ${this.dialect.interval(key.shift)})::date`;
      }
    }
  }

  order(term: OrderTerm): SQL {
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

  listed({ column, as }: Extract<PlanNode, { node: 'list' }>['columns'][number]): SQL {
    switch (as) {
      case 'member':
        return this.member(column);
      case 'number':
        return sql`${columnSql(column)}::double precision`;
      default:
        return columnSql(column);
    }
  }

  /** @param summarised are the rows those of a summary, each of which stands for many? */
  aggregation(value: Aggregation, summarised: boolean): SQL {
    const filter = this.filter(value);
    const made = summarised ? sql`${this.toldFromParts(value, filter)}::double precision` : this.ofRows(value, filter);
    // where no row is of the member, it has no part in what there is
    return value.members !== undefined && value.function === 'sum'
      ? sql`coalesce(${made}, case when count(*)${filter} = 0 then 0::double precision end)`
      : made;
  }

  private ofRows(value: Aggregation, filter: SQL): SQL {
    const column = value.column === null ? sql`*` : columnSql(value.column);
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

  /** A value of many rows, told from what a summary holds of them. */
  private toldFromParts({ function: of, column }: Aggregation, filter: SQL): SQL {
    const part = (name: SummaryPart) =>
      columnSql({ table: column?.table ?? '', column: partColumn(column?.column ?? '', name) });
    switch (of) {
      case 'sum':
        return sql`(sum(${part('sum')})${filter})`;
      case 'count':
        return sql`coalesce(sum(${name(SUMMARISED)})${filter}, 0)`;
      case 'distinct':
        return sql`(count(distinct ${column === null ? sql`*` : columnSql(column)})${filter})`;
      case 'average':
        return sql`(sum(${part('sum')})${filter} / nullif(sum(${part('given')})${filter}, 0))`;
      case 'minimum':
        return sql`(min(${part('least')})${filter})`;
      case 'maximum':
        return sql`(max(${part('greatest')})${filter})`;
      default:
        throw new TypeError(`A ${of} is not told from parts.`);
    }
  }

  /** Which of the rows an aggregation takes. */
  private filter(value: Aggregation): SQL {
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
    if (value.within)
      only.push(
        sql`${columnSql(value.within.column)} >= ${value.within.from}::date and ${columnSql(value.within.column)} < (${value.within.to}::date + 1)`,
      );
    if (value.members) only.push(this.members(value.members));
    return only.length > 0 ? sql` filter (where ${all(only)})` : sql``;
  }

  expression(expression: Expression): SQL {
    switch (expression.kind) {
      case 'column':
        return name(expression.name);
      case 'number':
        return sql`${expression.value}::double precision`;
      case 'unitsOf':
        return this.units(expression);
      case 'counted':
        return this.counted(expression);
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
        return offset === 0
          ? sql`date_trunc('week', ${at})`
          : sql`date_trunc('week', ${at} + ${this.dialect.interval({ days: offset })}) - ${this.dialect.interval({ days: offset })}`;
      }
      default:
        return sql`date_trunc(${sql.raw(`'${grain}'`)}, ${at})`;
    }
  }

  private counted({ keys, counts }: Extract<Expression, { kind: 'counted' }>): SQL {
    const is = (key: string, value: number | Day) =>
      typeof value === 'number' ? sql`${name(key)} = ${value}::integer` : sql`${name(key)}::date = ${value}::date`;
    const cases = counts.map(
      ({ values, count }) =>
        sql`when ${all(values.map((value, index) => is(keys[index] ?? '', value)))} then ${count}::double precision`,
    );
    return sql`(case ${sql.join(cases, sql` `)} end)`;
  }

  /** The units of a key's period between two days; none where there is none, so that nothing is divided by it. */
  private units({ key, grain, unit, per, shift, from, to }: Extract<Expression, { kind: 'unitsOf' }>): SQL {
    const start =
      shift === null ? sql`${name(key)}::date` : sql`(${name(key)} - ${this.dialect.interval(shift)})::date`;
    const begin = sql`greatest(${start}, ${from}::date)`;
    const end = sql`(least((${start} + ${STEP[grain]}::interval)::date, ${to}::date + 1))`;
    if (unit === 'day') return sql`nullif(greatest(${end} - ${begin}, 0), 0)::double precision`;
    const months = sql`(extract(year from age(${end}, ${begin})) * 12 + extract(month from age(${end}, ${begin})))`;
    return sql`nullif(greatest(${months}, 0) / ${per}::double precision, 0)::double precision`;
  }
}

/** Does a value pass a test? */
export function numberSql(value: SQL, test: NumberTest): SQL {
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
