/** Reading → plan. */
import { isMeasure, measuresIn, type Calculation, type Leaf } from '../model/calculation';
import {
  canBePart,
  columnOf,
  expand,
  factForMembers,
  factsOf,
  planMeasureOf,
  factForPeriods,
  level as levelOf,
  measure as measureOf,
  type Model,
} from '../model/model';
import { breakdownWords, calculationWords, capitalised, setWords } from '../reading/words';
import { byLevel, same, type ChangeOf, type Condition, type Key as ReadingKey, type Reading } from '../reading/schema';
import {
  node,
  type Aggregation,
  type DayWindow,
  type Expression,
  type Key,
  type Plan,
  type PlanNode,
  type RowCondition,
  type Shift,
} from './plan';
import type { PlanContext } from './plan-context';
import { answerColumns, answerKeys } from './answer-columns';
import { CannotPlan } from './cannot-plan';
import { FactScope } from './fact-scope';
import { listingPlan } from './listing';
import { changeColumn, orderTerms } from './order';
import { ALL, REST } from './parts';
import { periodCount, unitScope } from './period-count';
import { asShare, bears, coverConditions, type Covered } from './covered';
import { planCover } from './plan-cover';
import { before, windowsOf } from './windows';

type PerPeriod = Extract<Calculation, { kind: 'perPeriod' }>;

/** One aggregated leaf of the calculations shown: in which fact, under which column name; of which units only, for averages per month. */
interface LeafColumn {
  readonly leaf: Leaf;
  readonly fact: string;
  readonly name: string;
  readonly per: PerPeriod | null;
}

/** Rows that stand for more or less than a member: a named set, all, or the rest. */
interface Slice {
  /** Which breakdown it takes the place of. */
  readonly at: number;
  readonly level: string;
  readonly text: string;
  readonly members: { readonly is: boolean; readonly names: readonly string[] } | null;
}

/** One aggregation of each fact: the window or the one it is set beside; the members themselves or a slice. */
interface Branch {
  readonly window: DayWindow;
  readonly shift: Shift | null;
  readonly prefix: string;
  readonly slice: Slice | null;
  /** The window in which members are tested: that of the answer, for what stands beside it too. */
  readonly tested: DayWindow;
}

/** Members chosen by a rank before anything is shown of them. */
interface Selection {
  readonly keys: readonly ReadingKey[];
  readonly input: PlanNode;
  readonly about: string;
}

/** The column that counts the rows behind each row of an answer (of the fact with most). */
export const ROWS = 'rows_read';

/**
 * Plans a reading.
 * @throws CannotPlan where a measure lacks what the reading asks of it
 */
export function planOf(reading: Reading, context: PlanContext): Plan {
  const planner = new Planner(reading, context);
  return reading.rows === null
    ? planner.plan()
    : listingPlan(reading, reading.rows, context, planner.listed(reading.rows.fact));
}

class Planner {
  private readonly model: Model;
  private readonly windows;
  private readonly leaves: LeafColumn[] = [];
  private readonly covered: Covered | null;
  /** The days that are asked about: beside a plan, those that count on both sides. */
  private readonly window: DayWindow;

  /** @param inherited what an answer that this is a part of covers, where it stands beside its plan */
  constructor(
    private readonly reading: Reading,
    private readonly context: PlanContext,
    inherited?: Covered | null,
  ) {
    this.model = context.model;
    this.windows = windowsOf(reading, context.calendar);
    this.covered = inherited === undefined ? this.coveredByPlan() : inherited;
    this.window = this.covered?.cover.window ?? this.wholePlan() ?? this.windows.window;
  }

  plan(): Plan {
    const { reading } = this;
    const shown = reading.shown.map((one, index) => ({ ...one, key: this.columnKey(one.calculation, index) }));
    const plans = reading.against?.kind === 'plan' ? this.plans() : null;
    const { window } = this;
    const values = shown.map((one) => this.expression(one.calculation, ''));
    const others = plans
      ? plans.map((measure) =>
          asShare(this.covered?.cover.share ?? null, this.expression({ kind: 'measure', measure }, '')),
        )
      : this.windows.other
        ? shown.map((one) => this.expression(one.calculation, 'o_'))
        : null;

    const keys = reading.by.map((_by, index) => `k${index}`);
    const selection = this.rankSelection(window);
    const aggregated = this.branches(window).flatMap((branch) =>
      this.facts().map((fact) => this.aggregate(fact, branch, selection)),
    );
    const columns = [
      ...shown.flatMap((one, index): { name: string; expression: Expression }[] => {
        const value = values[index] as Expression;
        if (others === null) return [{ name: one.key, expression: value }];
        const other = others[index] as Expression;
        return [
          { name: one.key, expression: value },
          { name: `${one.key}_other`, expression: other },
          {
            name: `${one.key}_difference`,
            expression: { kind: 'arithmetic', operator: 'subtract', left: value, right: other },
          },
          { name: `${one.key}_change`, expression: { kind: 'relative', left: value, right: other } },
        ];
      }),
      { name: ROWS, expression: { kind: 'column' as const, name: ROWS } },
    ];
    const names = [
      ...this.leaves.flatMap((leaf) => (this.windows.other ? [leaf.name, `o_${leaf.name}`] : [leaf.name])),
      ROWS,
    ];
    const combined = node({ node: 'combine', inputs: aggregated, keys, values: names });
    let root: PlanNode = node({ node: 'calculate', input: combined, keys, columns });
    const first = shown[0]?.key ?? '';
    const on = reading.rank?.on;
    if (on !== undefined && (selection !== null || others === null))
      throw new CannotPlan(
        'A rank by the difference chooses among the rows of the answer itself: of one level or grain, beside another period or the plan.',
      );
    root = this.ranked(root, keys, on === undefined ? first : changeColumn(first, on), selection !== null);
    root = node({ node: 'order', input: root, by: orderTerms(reading, keys, shown, this.model) });
    root = node({ node: 'cut', input: root, rows: this.context.rowLimit + 1, skip: 0 });
    return {
      root,
      columns: [...answerKeys(reading, this.context), ...answerColumns(reading, shown, others !== null, this.context)],
      window,
      other: this.windows.other,
      cover: this.covered?.cover ?? null,
    };
  }

  /** The rows of a fact to be listed: those of the members that a rank chose or a comparison sets side by side. */
  listed(fact: string): { scope: FactScope; conditions: RowCondition[] } {
    const scope = this.scope(fact);
    const { against } = this.reading;
    const chosen = this.chosenByRank(this.window);
    return {
      scope,
      conditions: [
        ...scope.conditions(this.window),
        ...this.coverConditions(scope),
        ...(chosen === null || this.reading.rank?.others === true ? [] : [this.among(chosen, scope, null)]),
        ...(against?.kind === 'members' && against.beside === 'none'
          ? [scope.members(against.level, true, against.members)]
          : []),
      ],
    };
  }

  /** The rows of a fact that this reading is about. */
  scope(fact: string): FactScope {
    return new FactScope(fact, this.reading, this.context, (keys, calculation, where, window, change) =>
      this.subPlan(keys, calculation, where, window, change),
    );
  }

  private plans(): string[] {
    return this.reading.shown.map(({ calculation }) => {
      const plan = planMeasureOf(this.model, calculation);
      if (plan !== null) return plan;
      throw new CannotPlan(
        `${capitalised(calculationWords(this.context.naming, calculation))} has no plan in this model.`,
      );
    });
  }

  /** Beside the whole plan a period that is still running stands with its end. */
  private wholePlan(): DayWindow | null {
    const { window } = this.windows;
    if (this.reading.against?.kind !== 'plan' || window.cutFrom === undefined) return null;
    return { ...(window.from === undefined ? {} : { from: window.from }), to: window.cutFrom };
  }

  private coveredByPlan(): Covered | null {
    const { reading, model, context } = this;
    if (reading.against?.kind !== 'plan' || reading.against.whole === true || reading.shown.length === 0) return null;
    const plans = this.plans();
    const cover = planCover(reading, plans, model, context.calendar);
    const [period] = cover.keys;
    const factsOfPlans = new Set(plans.flatMap((measure) => factsOf(model, { kind: 'measure', measure })));
    const own = [...new Set(reading.shown.flatMap((one) => factsOf(model, one.calculation)))];
    const known = (keys: readonly ReadingKey[], calculation: Calculation): PlanNode =>
      node({
        node: 'test',
        input: this.subPlan(keys, calculation, [], cover.window, undefined, null),
        column: 'value',
        number: { op: 'present' },
      });
    return {
      cover,
      factsOfPlans,
      measures: new Set([...plans, ...reading.shown.flatMap((one) => measuresIn(one.calculation))]),
      planned: plans.map((measure) => known(cover.keys, { kind: 'measure', measure })),
      recorded: own
        .filter((fact) => !factsOfPlans.has(fact))
        .map((fact) => known(period === undefined ? [] : [period], { kind: 'periods', grain: 'day', fact })),
    };
  }

  private coverConditions(scope: FactScope): RowCondition[] {
    return this.covered === null ? [] : coverConditions(this.covered, scope, this.model, this.context.naming);
  }

  private facts(): string[] {
    return [...new Set(this.leaves.map((leaf) => leaf.fact))];
  }

  private columnKey(calculation: Calculation, index: number): string {
    return isMeasure(calculation) ? calculation.measure : `calculation${index + 1}`;
  }

  /** The expression of a calculation over aggregated columns; registers its leaves. */
  private expression(calculation: Calculation, prefix: string, per: PerPeriod | null = null): Expression {
    const expanded = expand(this.model, calculation);
    if (expanded.kind === 'number') return expanded;
    if (expanded.kind === 'arithmetic')
      return {
        kind: 'arithmetic',
        operator: expanded.operator,
        left: this.expression(expanded.left, prefix, per),
        right: this.expression(expanded.right, prefix, per),
      };
    if (expanded.kind === 'perPeriod') {
      const other = prefix !== '';
      const scope = unitScope(expanded, other ? this.windows.other : this.window, this.context);
      const left = this.expression(
        { kind: 'measure', measure: expanded.measure },
        prefix,
        expanded.grain === 'day' ? null : expanded,
      );
      return {
        kind: 'arithmetic',
        operator: 'divide',
        left,
        right: periodCount(expanded, this.reading, scope, other ? this.windows.shift : null, this.context),
      };
    }
    return { kind: 'column', name: `${prefix}${this.leafColumn(expanded, per).name}` };
  }

  private leafColumn(leaf: Leaf, per: PerPeriod | null): LeafColumn {
    const there = this.leaves.find((one) => same(one.leaf, leaf) && one.per?.grain === per?.grain);
    if (there) return there;
    const added = { leaf, fact: this.factOf(leaf), name: `a${this.leaves.length}`, per };
    this.leaves.push(added);
    return added;
  }

  private factOf(leaf: Leaf): string {
    if (leaf.kind === 'members') return factForMembers(this.model, leaf);
    if (leaf.kind === 'periods') return factForPeriods(this.model, leaf);
    const found = measureOf(this.model, leaf.measure);
    if (!('fact' in found)) throw new CannotPlan(`${found.name} is itself a calculation.`);
    return found.fact;
  }

  private aggregation(column: LeafColumn, branch: Branch, scope: FactScope): Aggregation {
    const { leaf, fact, per } = column;
    const name = `${branch.prefix}${column.name}`;
    const label = calculationWords(this.context.naming, leaf);
    if (leaf.kind === 'members')
      return { name, label, function: 'distinct', column: levelOf(this.model, leaf.level).source, only: [] };
    if (leaf.kind === 'periods') {
      const of = scope.key({ kind: 'time', grain: leaf.grain }, name, null);
      return { name, label, function: 'distinct', column: null, of, only: [] };
    }
    const found = measureOf(this.model, leaf.measure);
    if (found.kind === 'ratio' || found.kind === 'formula')
      throw new CannotPlan(`${found.name} is itself a calculation.`);
    const only = found.only.map((test) => ({ ...test, at: columnOf(this.model, fact, test.column) }));
    const from = 'column' in found ? columnOf(this.model, fact, found.column) : null;
    switch (leaf.kind) {
      case 'rows':
        return { name, label, function: leaf.function, column: from, only };
      case 'percentile':
        return { name, label, function: 'percentile', percentile: leaf.percentile, column: from, only };
      case 'behind': {
        if (!('column' in found) || from === null) throw new CannotPlan(`${found.name} has no numbers behind it.`);
        return leaf.function === 'sum'
          ? { name, label, function: 'sum', column: from, only }
          : {
              name,
              label,
              function: 'count',
              column: null,
              only: [...only, { column: found.column, present: true, at: from }],
            };
      }
      case 'passing': {
        const tested = measureOf(this.model, leaf.of);
        if (!('column' in tested) || tested.fact !== fact)
          throw new CannotPlan(`${tested.name} is no number of these records.`);
        const test =
          leaf.test === 'between'
            ? { atLeast: leaf.value, atMost: leaf.upper ?? leaf.value }
            : { [leaf.test]: leaf.value };
        return {
          name,
          label,
          function: 'count',
          column: null,
          only: [...only, { column: tested.column, ...test, at: columnOf(this.model, fact, tested.column) }],
        };
      }
      case 'ofMember':
        if (!canBePart(found)) throw new CannotPlan(`${found.name} is not made of parts.`);
        return {
          name,
          label,
          function: found.kind,
          column: from,
          only,
          members: {
            test: 'members',
            level: leaf.level,
            column: levelOf(this.model, leaf.level).source,
            is: true,
            members: [leaf.member],
          },
        };
      case 'perPeriod':
        throw new CannotPlan('An average for each period is computed from its measure.');
      case 'measure': {
        if (found.kind === 'last')
          return {
            name,
            label,
            function: 'last',
            column: from,
            each: found.each.map((one) => columnOf(this.model, fact, one)),
            date: scope.dateColumn(this.reading.when?.role),
            only,
          };
        const units = per === null ? null : unitScope(per, branch.window, this.context);
        const within =
          units === null
            ? {}
            : { within: { column: scope.dateColumn(this.reading.when?.role), from: units.from, to: units.to } };
        return {
          name,
          label,
          function: found.kind,
          column: from,
          only,
          ...(found.kind === 'percentile' ? { percentile: found.percentile } : {}),
          ...within,
        };
      }
    }
  }

  /** One fact aggregated for one branch. */
  private aggregate(fact: string, branch: Branch, selection: Selection | null): PlanNode {
    const scope = this.scope(fact);
    const values = this.leaves
      .filter((leaf) => leaf.fact === fact)
      .map((leaf) => this.aggregation(leaf, branch, scope));
    if (branch.prefix === '') values.push({ name: ROWS, label: 'rows', function: 'count', column: null, only: [] });
    const { rank } = this.reading;
    const chosen = selection === null ? null : this.among(selection, scope, branch.shift);
    const keys = this.reading.by.map((by, index): Key => {
      const name = `k${index}`;
      if (branch.slice?.at === index)
        return { name, kind: 'constant', level: branch.slice.level, text: branch.slice.text };
      if (by.kind === 'sets') throw new CannotPlan('Named sets stand side by side each as a row of its own.');
      const key = scope.key(by, name, branch.shift);
      const folds = rank?.others === true && selection !== null && same(by, rank.of);
      if (folds && key.kind !== 'level') throw new CannotPlan('Only members of a level can be put together as others.');
      return folds && key.kind === 'level' ? { ...key, others: selection.input } : key;
    });
    const conditions = [
      ...scope.conditions(branch.window, { window: branch.tested, shift: branch.shift }),
      ...this.coverConditions(scope),
    ];
    if (chosen !== null && branch.slice === null && rank?.others !== true) conditions.push(chosen);
    const { against } = this.reading;
    if (branch.slice?.members)
      conditions.push(scope.members(branch.slice.level, branch.slice.members.is, branch.slice.members.names));
    else if (branch.slice === null && against?.kind === 'members')
      conditions.push(scope.members(against.level, true, against.members));
    return scope.aggregated(keys, values, conditions);
  }

  private among(selection: Selection, scope: FactScope, shift: Shift | null): RowCondition {
    return {
      test: 'among',
      is: true,
      keys: selection.keys.map((key, index) => ({ key: scope.key(key, `k${index}`, shift), name: `k${index}` })),
      input: selection.input,
      about: selection.about,
    };
  }

  private branches(window: DayWindow): Branch[] {
    const times: Omit<Branch, 'slice'>[] = [{ window, shift: null, prefix: '', tested: window }];
    if (this.windows.other)
      times.push({ window: this.windows.other, shift: this.windows.shift, prefix: 'o_', tested: window });
    return times.flatMap((time) => this.slices().map((slice): Branch => ({ ...time, slice })));
  }

  private slices(): (Slice | null)[] {
    const { against, by } = this.reading;
    const at = by.findIndex((one) => one.kind === 'sets');
    const sets = by[at];
    if (sets?.kind === 'sets') {
      const found = sets.sets.map((id) => this.model.sets.get(id));
      const level = found[0]?.level ?? '';
      if (found.some((set) => set?.level !== level))
        throw new CannotPlan('Named sets stand side by side where they are of one level.');
      const slices = sets.sets.map((id, index): Slice => ({
        at,
        level,
        text: capitalised(setWords(this.context.naming, id)),
        members: { is: true, names: found[index]?.members ?? [] },
      }));
      const inAny = found.flatMap((set) => set?.members ?? []);
      return [...slices, ...besideSlices(sets.beside, at, level, inAny)];
    }
    if (against?.kind !== 'members') return [null];
    return [
      null,
      ...besideSlices(
        against.beside,
        by.findIndex((one) => same(one, byLevel(against.level))),
        against.level,
        against.members,
      ),
    ];
  }

  /** One value a member of the keys, under conditions, in a window: columns k0 … and `value`. */
  private subPlan(
    keys: readonly ReadingKey[],
    calculation: Calculation,
    where: readonly Condition[],
    window: DayWindow,
    change?: ChangeOf,
    covered: Covered | null = this.covered !== null && bears(this.covered, calculation) ? this.covered : null,
  ): PlanNode {
    const reading: Reading = {
      ...this.reading,
      shown: [{ calculation, transform: null }],
      by: [...keys],
      where: [...where],
      against: null,
      rank: null,
      order: null,
      rows: null,
    };
    return new Planner(reading, this.context, covered).valueNode(window, change);
  }

  /** This reading's only value by its keys, or how much it changed, without order or cut. */
  private valueNode(window: DayWindow, change: ChangeOf | undefined): PlanNode {
    const calculation = this.reading.shown[0]?.calculation ?? { kind: 'number' as const, value: 0 };
    if (change !== undefined && hasPerPeriod(expand(this.model, calculation)))
      throw new CannotPlan('The change of an average for each period is not tested; test the measure itself.');
    const value = this.expression(calculation, '');
    const keys = this.reading.by.map((_by, index) => `k${index}`);
    const branches: Branch[] = [{ window, shift: null, prefix: '', slice: null, tested: window }];
    let expression = value;
    if (change !== undefined) {
      const { other, shift } = before(change.basis, window, this.reading, this.context.calendar);
      branches.push({ window: other, shift, prefix: 'o_', slice: null, tested: window });
      const was = this.expression(calculation, 'o_');
      expression =
        change.as === 'percent'
          ? { kind: 'relative', left: value, right: was }
          : { kind: 'arithmetic', operator: 'subtract', left: value, right: was };
    }
    const inputs = branches.flatMap((branch) => this.facts().map((fact) => this.aggregate(fact, branch, null)));
    const combined = node({
      node: 'combine',
      inputs,
      keys,
      values: [...branches.flatMap(({ prefix }) => this.leaves.map((leaf) => `${prefix}${leaf.name}`)), ROWS],
    });
    return node({ node: 'calculate', input: combined, keys, columns: [{ name: 'value', expression }] });
  }

  /** Can the rank be taken from the answer's own rows, or must its members be chosen first, over the whole period? */
  private ranksOwnRows(): boolean {
    const { rank, by, shown, against } = this.reading;
    if (!rank || rank.others) return false;
    const wanted = rank.within === null ? [rank.of] : [rank.within, rank.of];
    const own = rank.by === null || same(rank.by, shown[0]?.calculation);
    return (
      own &&
      by.length === wanted.length &&
      wanted.every((one) => by.some((there) => same(there, one))) &&
      against?.kind !== 'members'
    );
  }

  private rankSelection(window: DayWindow): Selection | null {
    return this.ranksOwnRows() ? null : this.chosenByRank(window);
  }

  private chosenByRank(window: DayWindow): Selection | null {
    const { rank, shown, where } = this.reading;
    if (!rank) return null;
    const calculation = rank.by ?? shown[0]?.calculation;
    if (!calculation) return null;
    const keys = rank.within === null ? [rank.of] : [rank.within, rank.of];
    const known = node({
      node: 'test',
      input: this.subPlan(keys, calculation, where, window),
      column: 'value',
      number: { op: 'present' },
    });
    const input = node({
      node: 'rank',
      input: known,
      by: 'value',
      direction: rank.direction,
      count: rank.count,
      percent: rank.percent,
      within: rank.within === null ? [] : ['k0'],
    });
    const { naming } = this.context;
    return {
      keys,
      input,
      about: `${rank.direction} ${rank.count}${rank.percent ? ' %' : ''} of ${breakdownWords(naming, rank.of)} by ${calculationWords(naming, calculation)}`,
    };
  }

  private ranked(root: PlanNode, keys: readonly string[], value: string, selected: boolean): PlanNode {
    const { rank, by } = this.reading;
    if (!rank || selected) return root;
    const within = by.flatMap((one, index) =>
      rank.within !== null && same(one, rank.within) ? [keys[index] as string] : [],
    );
    const known = node({ node: 'test', input: root, column: value, number: { op: 'present' } });
    return node({
      node: 'rank',
      input: known,
      by: value,
      direction: rank.direction,
      count: rank.count,
      percent: rank.percent,
      within,
    });
  }
}

function besideSlices(beside: 'none' | 'all' | 'rest', at: number, level: string, members: readonly string[]): Slice[] {
  if (beside === 'none') return [];
  return [
    {
      at,
      level,
      text: beside === 'all' ? ALL : REST,
      members: beside === 'all' ? null : { is: false, names: members },
    },
  ];
}

function hasPerPeriod(calculation: Calculation): boolean {
  return calculation.kind === 'arithmetic'
    ? hasPerPeriod(calculation.left) || hasPerPeriod(calculation.right)
    : calculation.kind === 'perPeriod';
}
