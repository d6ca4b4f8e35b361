/** What the values of a table's columns have to keep to, in rules a steward sets, and how it is told where they do not. */
import { z } from 'zod';
import { listWords } from '../reading/words';

const bound = z.union([z.number(), z.string().trim().min(1).max(40)]).nullable();

export const columnRule = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('present') }),
  z.object({ kind: z.literal('unique') }),
  z.object({ kind: z.literal('oneOf'), values: z.array(z.string().max(200)).min(1).max(200) }),
  /** A number, or a day as YYYY-MM-DD; null where there is no such end. Both belong to it. */
  z.object({ kind: z.literal('between'), min: bound, max: bound }),
]);
export type ColumnRule = z.infer<typeof columnRule>;

export const tableRule = z.object({ column: z.string().min(1).max(63), rule: columnRule });
export type TableRule = z.infer<typeof tableRule>;
export const tableRules = z.array(tableRule).max(200);

/** A rule that a load does not keep to. */
export interface BrokenRule extends TableRule {
  readonly table: string;
  /** Of "unique": values that stand in several rows; else rows. */
  readonly count: number;
  /** A value that breaks it, where there is one. */
  readonly example: string | null;
}

/**
 * The rule in words.
 * @example ruleWords({ column: 'price', rule: { kind: 'between', min: 0, max: null } }) // "price is at least 0"
 */
export function ruleWords({ column, rule }: TableRule): string {
  switch (rule.kind) {
    case 'present':
      return `${column} is never missing`;
    case 'unique':
      return `${column} is different in every row`;
    case 'oneOf':
      return `${column} is one of ${listWords(rule.values.slice(0, 6).map(inQuotes), 'or')}${rule.values.length > 6 ? ` and ${rule.values.length - 6} more` : ''}`;
    case 'between':
      return rule.max === null
        ? `${column} is at least ${String(rule.min)}`
        : rule.min === null
          ? `${column} is at most ${String(rule.max)}`
          : `${column} is between ${rule.min} and ${rule.max}`;
  }
}

/** What is told of a rule that is broken. @example "In bookings, 12 rows have no channel." */
export function brokenWords({ table, column, rule, count, example }: BrokenRule): string {
  const rows = `${count.toLocaleString('en-GB')} ${count === 1 ? 'row' : 'rows'}`;
  const such = example === null ? '' : `, such as ${inQuotes(example)}`;
  switch (rule.kind) {
    case 'present':
      return `In ${table}, ${rows} ${count === 1 ? 'has' : 'have'} no ${column}.`;
    case 'unique':
      return `In ${table}, ${count.toLocaleString('en-GB')} ${count === 1 ? 'value' : 'values'} of ${column} ${count === 1 ? 'stands' : 'stand'} in several rows${such}.`;
    case 'oneOf':
      return `In ${table}, ${rows} ${count === 1 ? 'has' : 'have'} a ${column} that is not on its list${such}.`;
    case 'between':
      return `In ${table}, ${rows} ${count === 1 ? 'has' : 'have'} a ${column} that ought to be ${ruleWords({ column, rule }).slice(column.length + ' is '.length)}${such}.`;
  }
}

/** The same for whoever reads an answer that rests on it: without numbers or values, which may be of rows that are not theirs. */
export function breachWords({ table, column, rule }: Pick<BrokenRule, 'table' | 'column' | 'rule'>): string {
  const what = {
    present: `some have no ${column}`,
    unique: `some of ${column} stand in several rows`,
    oneOf: `some have a ${column} that is not on its list`,
    between: `some have a ${column} beyond its bounds`,
  }[rule.kind];
  return `The rows of ${table} break a rule: ${what}.`;
}

const inQuotes = (text: string) => `“${text}”`;
