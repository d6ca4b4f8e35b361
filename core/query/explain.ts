/** A plan in words: what is read, joined, kept, added up and set side by side, for the working. */
import type { ColumnRef, Model } from '../model/model';
import { listWords, dayWords } from '../reading/words';
import type { Aggregation, Key, NumberTest, Plan, PlanNode, RowCondition } from './plan';

export interface Explanation {
  readonly plan: readonly string[];
  readonly joins: readonly string[];
  readonly conditions: readonly string[];
}

export function explain(plan: Plan, model: Model): Explanation {
  const lines: string[] = [];
  const joins = new Set<string>();
  const conditions = new Set<string>();

  const visit = (node: PlanNode): void => {
    switch (node.node) {
      case 'scan':
        for (const rule of node.rules) conditions.add(`${conditionText(rule, model)} (a rule on what you may see)`);
        return;
      case 'join':
        visit(node.input);
        for (const join of node.joins) joins.add(`${join.from}.${join.column} → ${join.to}.${join.key}`);
        return;
      case 'keep':
        visit(node.input);
        for (const condition of node.conditions) {
          if (condition.test === 'among') visit(condition.input);
          conditions.add(conditionText(condition, model));
        }
        return;
      case 'aggregate': {
        visit(node.input);
        const values = node.values.filter((value) => value.label !== 'rows').map(aggregationText);
        const scan = scanOf(node);
        const by = node.keys.map((key) => keyText(key, model));
        if (values.length > 0)
          lines.push(
            `From ${scan}: ${listWords(values, 'and')}${by.length > 0 ? ` for each ${listWords(by, 'and')}` : ' over all'}${periodText(node)}.`,
          );
        return;
      }
      case 'regroup':
        return visit(node.input);
      case 'list':
        visit(node.input);
        lines.push(`From ${scanOf(node)}: the records themselves, with ${node.columns.length} columns.`);
        return;
      case 'combine':
        node.inputs.forEach(visit);
        if (node.inputs.length > 1)
          lines.push(
            'Put these side by side where their breakdowns are the same; each was added up on its own first, so no row counts twice.',
          );
        return;
      case 'calculate': {
        visit(node.input);
        const made = node.columns.filter(
          (column) => column.expression.kind === 'arithmetic' && column.expression.operator === 'divide',
        );
        if (made.length > 0) lines.push('Divide the totals of both parts; a division by zero gives no value.');
        return;
      }
      case 'test':
        visit(node.input);
        lines.push(`Keep the members whose value is ${testText(node.number)}.`);
        return;
      case 'rank':
        visit(node.input);
        lines.push(
          `Keep the ${node.direction} ${node.count}${node.percent ? ' %' : ''}${node.within.length > 0 ? ' within each outer member' : ''}; ties at the cut stay in.`,
        );
        return;
      case 'order':
      case 'cut':
        visit(node.input);
    }
  };
  visit(plan.root);
  return { plan: [...new Set(lines)], joins: [...joins], conditions: [...conditions] };
}

function scanOf(node: PlanNode): string {
  if (node.node === 'scan') return node.table;
  return 'input' in node ? scanOf(node.input) : '';
}

function periodText(node: Extract<PlanNode, { node: 'aggregate' }>): string {
  if (node.input.node !== 'keep') return '';
  const days = node.input.conditions.find((condition) => condition.test === 'days' && condition.is);
  return days?.test === 'days' ? `, ${rangeText(days.from, days.to)}` : '';
}

function rangeText(from: string | undefined, to: string | undefined): string {
  if (from !== undefined && to !== undefined) return `${dayWords(from)} to ${dayWords(to)}`;
  if (from !== undefined) return `from ${dayWords(from)}`;
  return to === undefined ? 'all days' : `to ${dayWords(to)}`;
}

const FUNCTION_TEXT: Readonly<Record<Aggregation['function'], string>> = {
  sum: 'the sum of',
  count: 'the number of rows',
  distinct: 'the number of different',
  average: 'the average of',
  median: 'the median of',
  minimum: 'the lowest',
  maximum: 'the highest',
  percentile: 'a percentile of',
  last: 'the last value in the period of',
};

function aggregationText(value: Aggregation): string {
  const column = value.column === null ? '' : ` ${columnText(value.column)}`;
  const tests = [
    ...value.only.map(testOfRow),
    ...(value.members === undefined
      ? []
      : [`${columnText(value.members.column)} is ${value.members.members.join(', ')}`]),
  ];
  const only = tests.length > 0 ? ` where ${tests.join(' and ')}` : '';
  return `${value.label} (${FUNCTION_TEXT[value.function]}${column}${only})`;
}

function testOfRow(test: Aggregation['only'][number]): string {
  const { column } = test;
  if (test.is !== undefined) return `${column} is ${String(test.is)}`;
  if (test.not !== undefined) return `${column} is not ${String(test.not)}`;
  if (test.in !== undefined) return `${column} is one of ${test.in.join(', ')}`;
  if (test.present !== undefined) return `${column} is ${test.present ? 'given' : 'missing'}`;
  const parts = [
    test.over === undefined ? null : `over ${test.over}`,
    test.under === undefined ? null : `under ${test.under}`,
    test.atLeast === undefined ? null : `at least ${test.atLeast}`,
    test.atMost === undefined ? null : `at most ${test.atMost}`,
  ].filter((part) => part !== null);
  return `${column} is ${parts.join(' and ')}`;
}

const columnText = (column: ColumnRef) => `${column.table}.${column.column}`;

function keyText(key: Key, model: Model): string {
  switch (key.kind) {
    case 'bins':
      return `range of ${key.width} of ${columnText(key.column)}`;
    case 'level':
      return model.levels.get(key.level)?.level.name.toLowerCase() ?? key.level;
    case 'column':
      return columnText(key.column);
    case 'constant':
      return `${model.levels.get(key.level)?.level.name.toLowerCase() ?? key.level} together (${key.text})`;
    case 'time':
      return key.shift === null
        ? key.grain
        : `${key.grain}, moved ${'months' in key.shift ? `${key.shift.months} months` : `${key.shift.days} days`} later`;
    case 'cycle':
      return {
        dayOfWeek: 'day of week',
        weekPart: 'weekdays and weekends',
        monthOfYear: 'month of year',
        hour: 'hour',
      }[key.cycle];
  }
}

function conditionText(condition: RowCondition, model: Model): string {
  const levelName = (id: string) => model.levels.get(id)?.level.name ?? id;
  switch (condition.test) {
    case 'members': {
      const names =
        condition.members.length > 8
          ? `${condition.members.slice(0, 8).join(', ')} and ${condition.members.length - 8} more`
          : listWords(condition.members, 'or');
      return `${levelName(condition.level)} is ${condition.is ? '' : 'not '}${names}`;
    }
    case 'text':
      return `${levelName(condition.level)} ${condition.how === 'contains' ? 'contains' : 'starts with'} “${condition.text}”`;
    case 'days':
      return `${columnText(condition.column)} ${condition.is ? 'is' : 'is not'} in ${rangeText(condition.from, condition.to)}`;
    case 'weekdays':
      return `${columnText(condition.column)} is on day ${condition.days.join(', ')} of the week (1 is Monday)`;
    case 'cycle':
      return condition.cycle === 'hour'
        ? `${columnText(condition.column)} is in the hours from ${condition.values.map((hour) => `${hour}:00`).join(', ')}`
        : `${columnText(condition.column)} is in the months ${condition.values.join(', ')} of every year`;
    case 'number':
      return `${condition.name} of the row is ${testText(condition.number)}`;
    case 'mean':
      return `${condition.name} of the row is ${condition.up ? 'above' : 'below'} the mean of all rows in scope`;
    case 'present':
      return `${condition.name} of the row is ${condition.is ? 'given' : 'missing'}`;
    case 'among':
      return `${condition.is ? 'only' : 'without'} the ${condition.about}`;
  }
}

function testText(test: NumberTest | { op: string }): string {
  switch (test.op) {
    case 'over':
      return `over ${(test as { value: number }).value}`;
    case 'under':
      return `under ${(test as { value: number }).value}`;
    case 'atLeast':
      return `at least ${(test as { value: number }).value}`;
    case 'atMost':
      return `at most ${(test as { value: number }).value}`;
    case 'between':
      return `between ${(test as { value: number }).value} and ${(test as { upper: number }).upper}`;
    case 'present':
      return 'given';
    case 'nonZero':
      return 'other than nought';
    case 'overMean':
    case 'overWhole':
      return 'above average';
    default:
      return 'below average';
  }
}
