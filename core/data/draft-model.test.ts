/** Drafts of models: what is added up, what is a level, what belongs together; and each decision turned and turned back. */
import { checkModel } from '../model/check';
import { compileModel } from '../model/model';
import type { ModelFile } from '../model/schema';
import { CannotTurn, decisionsOf, turned } from './decisions';
import { withPlans } from './plans';
import { draftModel, type ColumnFacts, type FoundJoin, type TableFacts } from './draft-model';

const column = (
  name: string,
  type: ColumnFacts['type'],
  distinct: number,
  more: Partial<ColumnFacts> = {},
): ColumnFacts => ({
  name,
  type,
  distinct,
  missing: 0,
  top: ['one', 'two'],
  ...more,
});
const SALES: TableFacts = {
  name: 'sales',
  rows: 5000,
  columns: [
    column('sale_id', 'integer', 5000, { min: 1, max: 5000 }),
    column('sold_on', 'date', 365),
    column('paid_on', 'date', 365),
    column('shop', 'text', 40),
    column('region', 'text', 6),
    column('article', 'text', 300),
    column('year', 'integer', 3, { min: 2024, max: 2026 }),
    column('amount', 'number', 4000, { unit: 'EUR', min: -50, max: 900 }),
    column('units', 'integer', 40, { min: 0, max: 90 }),
    column('discount', 'number', 90, { unit: '%', min: 0, max: 0.4 }),
    column('rating', 'integer', 5, { min: 1, max: 5 }),
    column('stock', 'integer', 900, { min: 0, max: 5000 }),
    column('returned', 'boolean', 2),
    column('remark', 'text', 900, {
      top: ['a long remark of more than sixty characters, as people write them in forms'],
    }),
    column('receipt', 'text', 4990),
    column('zip', 'integer', 40, { min: 1000, max: 9000 }),
  ],
  determines: [['shop', 'region']],
};
const fileOf = (tables: readonly TableFacts[], joins: readonly FoundJoin[] = []): ModelFile => {
  const checked = checkModel(draftModel(tables, joins, { id: 'm', name: 'M' }).file);
  if (!checked.ok) throw new Error(JSON.stringify(checked.faults));
  compileModel(checked.file);
  return checked.file;
};

test('amounts are added up, rates and scores averaged, stocks by their last value; ids, years and codes are no measures', () => {
  const file = fileOf([SALES]);
  expect(file.measures.map(({ id, kind }) => [id, kind])).toEqual([
    ['amount', 'sum'],
    ['units', 'sum'],
    ['discount', 'average'],
    ['rating', 'average'],
    ['stock', 'last'],
    ['number_of_sales', 'count'],
  ]);
  expect(file.measures.find(({ id }) => id === 'amount')?.format).toMatchObject({ style: 'currency', currency: 'EUR' });
  expect(file.defaults.measure).toBe('amount');
  expect(file.tables[0]?.key).toBe('sale_id');
});

test('of prices alone the price is what is meant, of several figures that are not added up how many rows there are', () => {
  const day = column('week', 'date', 150);
  const price = column('price', 'number', 400, { min: 0.2, max: 2 });
  const prices = { name: 'prices', rows: 450, columns: [day, column('fuel', 'text', 3), price], determines: [] };
  expect(fileOf([prices]).defaults.measure).toBe('price');
  const rated = { ...prices, columns: [...prices.columns, column('rating', 'integer', 5, { min: 1, max: 5 })] };
  expect(fileOf([rated]).defaults.measure).toBe('number_of_prices');
});

test('levels of which one tells another are one hierarchy; long texts and names of single rows are left out', () => {
  const file = fileOf([SALES]);
  expect(file.dimensions.map(({ levels }) => levels.map(({ id, kind }) => [id, kind]))).toEqual([
    [['article', 'thing']],
    [
      ['region', 'place'],
      ['shop', 'place'],
    ],
    [['returned', 'thing']],
  ]);
  expect(file.dates.map((one) => [one.id, one.default])).toEqual([
    ['sold_on', true],
    ['paid_on', false],
  ]);
});

test('what is looked up is no fact; a table without a key of its own is one', () => {
  const shops: TableFacts = {
    name: 'shops',
    rows: 40,
    columns: [
      column('shop_id', 'integer', 40, { min: 1, max: 40 }),
      column('name', 'text', 40),
      column('town', 'text', 12),
    ],
    determines: [['name', 'town']],
  };
  const visits: TableFacts = {
    name: 'visits',
    rows: 900,
    columns: [
      column('day', 'date', 300),
      column('shop_id', 'integer', 40),
      column('visitors', 'integer', 100, { min: 0, max: 400 }),
    ],
    determines: [],
  };
  const file = fileOf(
    [visits, shops],
    [
      {
        from: { table: 'visits', column: 'shop_id' },
        to: { table: 'shops', column: 'shop_id' },
        matched: 890,
        unmatched: 10,
      },
    ],
  );
  expect(file.facts.map(({ id }) => id)).toEqual(['visits']);
  expect(file.tables.map(({ id, key, joins }) => [id, key, joins])).toEqual([
    ['visits', 'day', [{ to: 'shops', column: 'shop_id' }]],
    ['shops', 'shop_id', []],
  ]);
  expect(file.dimensions.map(({ levels }) => levels.map(({ name }) => name))).toEqual([['Town', 'Shop']]);
});

test('each decision is turned to each of its choices and gives a sound model; turned back, what was asked before stands as it did', () => {
  const file = fileOf([SALES]);
  const { reasons } = draftModel([SALES], [], { id: 'm', name: 'M' });
  const decisions = decisionsOf(file, [SALES], reasons);
  expect(decisions.filter(({ why }) => why !== null).length).toBeGreaterThan(8);
  for (const decision of decisions)
    for (const { id } of decision.alternatives) {
      const other = turned(file, decision.id, id, [SALES]);
      const checked = checkModel(other);
      expect([decision.id, id, checked.ok ? [] : checked.faults]).toEqual([decision.id, id, []]);
      expect(decisionsOf(other, [SALES], []).find((one) => one.id === decision.id)?.chosen).toBe(id);
      const back = turned(other, decision.id, decision.chosen, [SALES]);
      expect(decisionsOf(back, [SALES], []).map(({ id: one, chosen }) => [one, chosen])).toEqual(
        decisionsOf(file, [SALES], []).map(({ id: one, chosen }) =>
          // a usual measure that was taken out is chosen anew
          one === 'usual measure' && decision.id === 'measure:sales.amount' && id === 'none'
            ? [one, 'units']
            : [one, chosen],
        ),
      );
    }
});

test('the only measure is not taken out, and a choice that is none is refused', () => {
  const file: ModelFile = {
    ...fileOf([SALES]),
    measures: fileOf([SALES]).measures.filter(({ id }) => id === 'amount'),
  };
  expect(() => turned(file, 'measure:sales.amount', 'none', [SALES])).toThrow(CannotTurn);
  expect(() => turned(file, 'measure:sales.amount', 'squared', [SALES])).toThrow(CannotTurn);
  expect(() => turned(file, 'measure:sales.nothing', 'sum', [SALES])).toThrow(CannotTurn);
});

describe('plans', () => {
  const amount = (name: string) => column(name, 'number', 900, { min: 0, max: 5000 });
  const table = (name: string, ...amounts: string[]): TableFacts => ({
    name,
    rows: 5000,
    columns: [column('day', 'date', 365), column('shop', 'text', 40), ...amounts.map(amount)],
    determines: [],
  });
  const plansOf = (...tables: TableFacts[]) => {
    const file = fileOf(tables);
    const names = new Map(file.measures.map(({ id, name }) => [id, name]));
    return file.measures.flatMap(({ name, plan }) => (plan === undefined ? [] : [[name, names.get(plan)]]));
  };

  test('a table or a column that is called a plan plans the amount of its name, and is called after it', () => {
    expect(plansOf(table('plan', 'takings'), table('tills', 'takings', 'refunds'))).toEqual([
      ['Takings', 'Planned takings'],
    ]);
    expect(plansOf(table('tills', 'takings'), table('budget_2026', 'takings'))).toEqual([
      ['Takings', 'Planned takings'],
    ]);
    expect(plansOf(table('tills', 'takings'), table('goals', 'takings_goal'))).toEqual([['Takings', 'Takings goal']]);
    expect(plansOf(table('tills', 'takings', 'planned_takings'))).toEqual([['Takings', 'Planned takings']]);
  });
  test('no plan is taken where none is called so, several are, or they do not meet over time', () => {
    expect(plansOf(table('tills', 'takings'), table('stalls', 'takings'))).toEqual([]);
    expect(plansOf(table('tills', 'takings'), table('plan', 'costs'))).toEqual([]);
    expect(plansOf(table('tills', 'takings'), table('plan', 'takings'), table('budget', 'takings'))).toEqual([]);
    expect(plansOf(table('tills', 'takings'), table('stalls', 'takings'), table('plan', 'takings'))).toEqual([]);
    expect(plansOf(table('planets', 'takings'), table('tills', 'takings'))).toEqual([]);
    const yearly = { ...table('plan', 'takings'), columns: [column('shop', 'text', 40), amount('takings')] };
    expect(plansOf(table('tills', 'takings'), yearly)).toEqual([]);
  });
  test('beside what was there before, only what is new plans or is planned, and no name of before is changed', () => {
    const before = [
      { id: 'takings', name: 'Till money', kind: 'sum', fact: 'tills', column: 'takings' },
      // somebody said that it plans nothing
      { id: 'goal', name: 'Goal', kind: 'sum', fact: 'goals', column: 'takings' },
    ];
    const dates = [{ columns: { tills: 'day', goals: 'day', plan: 'day', costs: 'day' } }];
    const costs = { id: 'costs', name: 'Costs', kind: 'sum', fact: 'costs', column: 'costs' };
    expect(withPlans([...before, costs], dates, new Set(['costs']))).toEqual([...before, costs]);
    const [first] = before;
    const plan = { id: 'plan', name: 'Takings', kind: 'sum', fact: 'plan', column: 'takings' };
    expect(withPlans([...(first === undefined ? [] : [first]), plan], dates, new Set(['plan']))).toEqual([
      { ...first, plan: 'plan' },
      { ...plan, name: 'Planned till money' },
    ]);
  });
  test('the plan is not what is shown where no measure is named; it is turned with one choice, and back', () => {
    const tables = [table('plan', 'takings'), table('tills', 'takings')];
    const file = fileOf(tables);
    const planned = file.measures.find(({ plan }) => plan !== undefined);
    expect(file.defaults.measure).toBe(planned?.id);
    const id = `plan:${planned?.id ?? ''}`;
    const without = turned(file, id, 'none', tables);
    expect(without.measures.filter(({ plan }) => plan !== undefined)).toEqual([]);
    expect(turned(without, id, planned?.plan ?? '', tables).measures).toEqual(file.measures);
    const gone = turned(file, 'measure:plan.takings', 'none', tables);
    expect(gone.measures.filter(({ plan }) => plan !== undefined)).toEqual([]);
    expect(checkModel(gone).ok).toBe(true);
  });
});
