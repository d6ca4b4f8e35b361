/** A file is brought, decided on, becomes a table and a model that answers; what is no table is refused in words, and nothing is lost. */
import ExcelJS from 'exceljs';
import type { BroughtFile, ImportLines, ModelDecisions, ModelDraft } from '@zud/core/contract/imports';
import type { Step } from '@zud/core/contract/inquiries';
import { askedOf, startDemoServer, type Caller, type DemoServer, type Reply } from '../../tests/demo-server';

let demo: DemoServer;
let stellan: Caller;
let cookie: string;
beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.02 });
  stellan = await demo.as('Stellan');
  cookie = await demo.cookie('Stellan');
}, 120_000);
afterAll(() => demo.close());

async function bring(
  filename: string,
  content: string | Uint8Array,
): Promise<Reply<BroughtFile & { detail?: string }>> {
  const response = await fetch(`${demo.running.address}/api/imports?filename=${encodeURIComponent(filename)}`, {
    method: 'POST',
    headers: { cookie, 'content-type': 'application/octet-stream' },
    body: content as BodyInit,
  });
  return { status: response.status, body: (await response.json()) as BroughtFile };
}
const read = async (id: string): Promise<BroughtFile> => {
  for (let tries = 0; tries < 100; tries += 1) {
    const { body } = await stellan<BroughtFile>('GET', `/imports/${id}`);
    if (body.state !== 'reading') return body;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('It was not read.');
};

const PLACES = ['Ambergate', 'Birchmoor', 'Colwick'];
/** Takings of a month, as a till prints them. */
function takings(month: string, factor: number): string {
  const lines = ['Café takings;;;', 'printed 01.02.2026;;;', 'Day;Place;Takings (€);Receipts'];
  for (let day = 1; day <= 28; day += 1) {
    for (const place of PLACES)
      lines.push(
        `${String(day).padStart(2, '0')}.${month};${day === 3 && place === 'Colwick' ? 'COLWICK' : place};1.${100 + day},50;${day * factor}`,
      );
    if (day % 7 === 0) lines.push('Total;;9.999,00;1');
  }
  return `${lines.join('\n')}\n`;
}

test('from a messy file to an answer: proposals, a table, a drafted model, a question', async () => {
  const { status, body } = await bring('cafe_takings_2026-01.csv', takings('01.2026', 1));
  expect(status).toBe(201);
  const proof = await read(body.id);
  expect(proof).toMatchObject({ state: 'read', table: { name: 'cafe_takings', rows: 84 } });
  expect(proof.proposals.map(({ id, chosen }) => [id, chosen])).toEqual([
    ['header', '3'],
    ['subtotal', 'leave out'],
    ['date order:day', 'dmy'],
    ['labels:place', 'one'],
    ['number format:takings', 'number'],
  ]);
  expect(proof.table?.columns.map(({ name, type, unit }) => [name, type, unit])).toEqual([
    ['day', 'date', undefined],
    ['place', 'text', undefined],
    ['takings', 'number', 'EUR'],
    ['receipts', 'integer', undefined],
  ]);
  const { body: shown } = await stellan<ImportLines>('GET', `/imports/${body.id}/lines?from=3`);
  expect(shown.lines[0]).toEqual({
    line: 4,
    cells: ['01.01.2026', 'Ambergate', '1.101,50', '1'],
    marks: [
      { at: 0, before: '01.01.2026', after: '2026-01-01' },
      { at: 2, before: '1.101,50', after: '1101.50' },
    ],
    leftOut: null,
  });
  const { body: left } = await stellan<ImportLines>('GET', `/imports/${body.id}/lines?only=left%20out`);
  expect(left.lines.map(({ line }) => line).slice(0, 3)).toEqual([1, 2, 25]);

  const made = await stellan<{ rows: number }>('POST', `/imports/${body.id}/table`, {
    name: 'cafe_takings',
    mode: 'new',
  });
  expect([made.status, made.body.rows]).toEqual([201, 84]);
  const draft = await stellan<ModelDraft>('POST', '/models/drafts', { tables: ['cafe_takings'] });
  expect(draft.status).toBe(200);
  expect(draft.body.file.measures.map(({ id, kind }) => [id, kind])).toEqual([
    ['takings', 'sum'],
    ['receipts', 'sum'],
    ['number_of_cafe_takings', 'count'],
  ]);
  expect(
    (await stellan('POST', '/models', JSON.stringify(draft.body.file), { 'content-type': 'application/json' })).status,
  ).toBe(201);
  const inquiry = await stellan<{ id: string }>('POST', '/inquiries', { modelId: 'cafe_takings' });
  const step = await stellan<Step>('POST', `/inquiries/${inquiry.body.id}/steps`, {
    text: 'takings by place in the first week of January 2026',
  });
  const { rows } = await demo.running.context.database.pool.query<{ place: string; takings: number }>(
    "select place, sum(takings) as takings from data.cafe_takings where day between '2026-01-01' and '2026-01-31' group by 1 order by 1",
  );
  expect(rows.map(({ place }) => place)).toEqual(PLACES);
  expect(rows[0]?.takings).toBeCloseTo(28 * 1100.5 + (28 * 29) / 2, 6);
  const whole = await stellan<Step>('POST', `/inquiries/${inquiry.body.id}/steps`, { text: 'takings by place' });
  expect([step.body.outcome, whole.body.outcome]).toEqual(['answered', 'answered']);
  const told = [...(whole.body.answer?.rows ?? [])].sort((a, b) => String(a[0]).localeCompare(String(b[0])));
  expect(told.map(([place, value]) => [place, Number(value)])).toEqual(rows.map((row) => [row.place, row.takings]));
});

test('of a file that became a table nothing is kept but its columns; a table that is taken away is known no more', async () => {
  const { body } = await bring('one.csv', 'mail,b\nada@example.org,1\nole@example.org,2\nSource: Ada\n');
  await read(body.id);
  expect((await stellan('POST', `/imports/${body.id}/table`, { name: 'one', mode: 'new' })).status).toBe(201);
  const lines = await stellan<{ title: string }>('GET', `/imports/${body.id}/lines`);
  expect([lines.status, lines.body.title]).toEqual([410, 'The file is not kept any more']);
  expect((await stellan('PATCH', `/imports/${body.id}`, { choices: {} })).status).toBe(410);
  const { rows } = await demo.running.context.database.pool.query<{ proof: string }>(
    'select proof::text as proof from imports where id = $1',
    [body.id],
  );
  expect(rows[0]?.proof).toContain('mail');
  expect(rows[0]?.proof).not.toMatch(/ada|ole@/i);
  const again = await read((await bring('one.csv', 'mail,b\nx@example.org,1\n')).body.id);
  expect(again.sameAs).toEqual({ table: 'one', how: 'layout' });
  expect((await stellan('DELETE', '/tables/one')).status).toBe(204);
  expect((await read((await bring('one.csv', 'mail,b\nx@example.org,1\n')).body.id)).sameAs).toBeUndefined();
});

test('what was decided of the model is told with its reasons, and turned by one choice', async () => {
  const { body } = await stellan<ModelDecisions>('GET', '/models/cafe_takings/decisions');
  expect(body.decisions.map(({ id, chosen }) => [id, chosen])).toEqual([
    ['measure:cafe_takings.takings', 'sum'],
    ['measure:cafe_takings.receipts', 'sum'],
    ['level:cafe_takings.place', 'level'],
    ['usual measure', 'takings'],
  ]);
  expect(body.decisions[0]?.why).toBe('Takings is an amount, so it is added up.');
  const turn = (id: string, choice: string) =>
    stellan<ModelDecisions & { detail?: string }>('PUT', '/models/cafe_takings/decisions', { id, choice });
  const total = (await askedAfter('receipts')).answer?.rows[0]?.[0];
  expect(total).toBe(3 * 406);
  expect((await turn('measure:cafe_takings.receipts', 'average')).body.decisions[1]?.chosen).toBe('average');
  expect((await askedAfter('receipts')).answer?.rows[0]?.[0]).toBe((3 * 406) / 84);
  expect((await turn('measure:cafe_takings.receipts', 'sum')).status).toBe(200);
  expect((await askedAfter('receipts')).answer?.rows[0]?.[0]).toBe(total);
  const refused = await turn('measure:cafe_takings.receipts', 'squared');
  expect([refused.status, refused.body.detail]).toEqual([
    422,
    'There is no such choice any more. Nothing was changed.',
  ]);
});

test('the next month comes by the recipe of the last, and is added; the same file again is known', async () => {
  const again = await read((await bring('cafe_takings_2026-01.csv', takings('01.2026', 1))).body.id);
  expect(again.sameAs).toEqual({ table: 'cafe_takings', how: 'bytes' });
  const { body } = await bring('cafe_takings_2026-02.csv', takings('02.2026', 2));
  const proof = await read(body.id);
  expect(proof.sameAs).toEqual({ table: 'cafe_takings', how: 'layout' });
  const refused = await stellan<{ detail: string; models: string[] }>('POST', `/imports/${body.id}/table`, {
    name: 'cafe_takings',
    mode: 'new',
  });
  expect(refused.status).toBe(409);
  expect(refused.body.detail).toContain('Cafe takings');
  const added = await stellan<{ rows: number }>('POST', `/imports/${body.id}/table`, {
    name: 'cafe_takings',
    mode: 'add',
  });
  expect([added.status, added.body.rows]).toEqual([201, 168]);
  const step = await askedAfter('receipts by month');
  expect(step.answer?.rows).toEqual([
    ['2026-01-01', 3 * 406],
    ['2026-02-01', 2 * 3 * 406],
  ]);
});
const askedAfter = async (text: string): Promise<Step> => {
  const inquiry = await stellan<{ id: string }>('POST', '/inquiries', { modelId: 'cafe_takings' });
  return (await stellan<Step>('POST', `/inquiries/${inquiry.body.id}/steps`, { text })).body;
};

test('what another model reads is not replaced by something else', async () => {
  const { body } = await bring('cafe.csv', 'day,colour\n2026-01-01,red\n');
  await read(body.id);
  const refused = await stellan<{ detail: string }>('POST', `/imports/${body.id}/table`, {
    name: 'cafe_takings',
    mode: 'replace',
  });
  expect(refused.status).toBe(422);
  expect(refused.body.detail).toContain('Cafe takings');
  expect((await askedAfter('receipts by month')).answer?.rows).toHaveLength(2);
});

test('a workbook: its sheets are named, hidden ones too, and another can be chosen', async () => {
  const workbook = new ExcelJS.Workbook();
  workbook.addWorksheet('Read me').addRow(['About']);
  const sheet = workbook.addWorksheet('Sales');
  sheet.addRow(['Sold on', 'Shop', 'Units']);
  sheet.addRow([new Date('2026-03-04T00:00:00Z'), 'North 1', 3]);
  sheet.addRow([new Date('2026-03-05T00:00:00Z'), 'North 2', { formula: 'C2*2', result: 6 }]);
  workbook.addWorksheet('Old', { state: 'hidden' }).addRow(['a', 'b']);
  const { body } = await bring('sales.xlsx', new Uint8Array(await workbook.xlsx.writeBuffer()));
  const proof = await read(body.id);
  expect(proof.sheets).toEqual([
    { name: 'Read me', rows: 1, hidden: false, chosen: false },
    { name: 'Sales', rows: 3, hidden: false, chosen: true },
    { name: 'Old', rows: 1, hidden: true, chosen: false },
  ]);
  expect(proof.table?.columns.map(({ name, type }) => [name, type])).toEqual([
    ['sold_on', 'date'],
    ['shop', 'text'],
    ['units', 'integer'],
  ]);
  const other = await stellan<BroughtFile>('PATCH', `/imports/${body.id}`, { sheet: 'Old' });
  expect(other.body.sheets?.find(({ chosen }) => chosen)?.name).toBe('Old');
});

test.each([
  [
    'orders.json',
    '[{"id": 1, "port": {"name": "Tolmar"}, "sold": 2.5}, {"id": 2, "port": {"name": "Pellin"}, "sold": null}]',
  ],
  [
    'orders.ndjson',
    '{"id": 1, "port": {"name": "Tolmar"}, "sold": 2.5}\n{"id": 2, "port": {"name": "Pellin"}, "sold": null}\n',
  ],
])('%s: the values of inner objects are columns', async (filename, content) => {
  const proof = await read((await bring(filename, content)).body.id);
  expect(proof.table?.columns.map(({ name, type, missing }) => [name, type, missing])).toEqual([
    ['id', 'integer', 0],
    ['port_name', 'text', 0],
    ['sold', 'number', 1],
  ]);
});

test.each([
  ['UTF-16', Buffer.from('\ufeffplace\tsold\nÅlund\t3\n', 'utf16le')],
  ['Windows-1252', Buffer.from('place\tsold\nÅlund\t3\n', 'latin1')],
  ['UTF-8 with its mark', Buffer.from('\ufeffplace\tsold\nÅlund\t3\n', 'utf8')],
])('letters come out as they are: %s', async (_encoding, content) => {
  const { body } = await bring('places.txt', content);
  await read(body.id);
  const { body: shown } = await stellan<ImportLines>('GET', `/imports/${body.id}/lines`);
  expect(shown.lines.map(({ cells }) => cells)).toEqual([['Ålund', '3']]);
});

test.each([
  ['a picture', Buffer.from('89504e470d0a1a0a0000', 'hex'), 'picture'],
  ['nothing', Buffer.from(''), 'empty'],
  ['NUL bytes', Buffer.from('a,b\n\u00001,2\n'), 'NUL'],
  ['an archive', Buffer.concat([Buffer.from('504b0304', 'hex'), Buffer.alloc(60)]), 'archive'],
  ['a line without end', Buffer.from(`a,b\n"${'x'.repeat(5_000_000)}`), 'quotation mark'],
  [
    'columns without end',
    Buffer.from(`${Array.from({ length: 5000 }, (_one, at) => `c${at}`).join(',')}\n1\n`),
    'columns at most',
  ],
  ['half of an object', Buffer.from('[{"a": 1}'), 'no JSON'],
])('%s is no table, and it is said why', async (_what, content, why) => {
  const { body } = await bring('x', content);
  const proof = await read(body.id);
  expect(proof.state).toBe('failed');
  expect(proof.problem).toContain(why);
});

test('what concerns persons is pseudonyms where one says so, the same in every file', async () => {
  const file = (names: readonly string[]) =>
    `mail,sold\n${names.map((name, at) => `${name}@example.org,${at}`).join('\n')}\n`;
  const pseudonyms = async (names: readonly string[], table: string) => {
    const { body } = await bring(`${table}.csv`, file(names));
    await read(body.id);
    await stellan('PATCH', `/imports/${body.id}`, { choices: { 'sensitive:mail': 'pseudonym' } });
    expect((await stellan('POST', `/imports/${body.id}/table`, { name: table, mode: 'new' })).status).toBe(201);
    const { rows } = await demo.running.context.database.pool.query<{ mail: string }>(
      `select mail from data.${table} order by sold`,
    );
    return rows.map(({ mail }) => mail);
  };
  const [first, second] = [
    await pseudonyms(['ada', 'ole'], 'mails_one'),
    await pseudonyms(['ole', 'ada'], 'mails_two'),
  ];
  expect(first.every((one) => /^p-[0-9a-f]{10}$/.test(one))).toBe(true);
  expect(second).toEqual([...first].reverse());
});

test('two tables are joined where one has each key once; one that would count rows twice is not', async () => {
  const load = async (name: string, content: string) => {
    const { body } = await bring(`${name}.csv`, content);
    await read(body.id);
    expect((await stellan('POST', `/imports/${body.id}/table`, { name, mode: 'new' })).status).toBe(201);
  };
  await load('shops', 'shop_id,shop,region\n1,High Street,North\n2,Mill Lane,North\n3,Quay,South\n');
  await load(
    'sales',
    `day,shop_id,units,price\n${Array.from({ length: 60 }, (_one, at) => `2026-01-${String(1 + (at % 28)).padStart(2, '0')},${1 + (at % 3)},${at},${2 + (at % 3)}`).join('\n')}\n2026-01-28,9,1,2\n`,
  );
  await load(
    'visits',
    `shop_id,visitors\n${Array.from({ length: 30 }, (_one, at) => `${1 + (at % 3)},${at * at}`).join('\n')}\n`,
  );
  const { body } = await stellan<ModelDraft>('POST', '/models/drafts', {
    tables: ['sales', 'shops', 'visits'],
    name: 'Shops',
  });
  expect(body.joins).toEqual([
    { from: 'sales.shop_id', to: 'shops.shop_id', matched: 60, unmatched: [{ value: '9', rows: 1 }] },
    { from: 'visits.shop_id', to: 'shops.shop_id', matched: 30, unmatched: [] },
  ]);
  expect(body.file.measures.map(({ id, kind }) => [id, kind])).toEqual([
    ['units', 'sum'],
    ['price', 'average'],
    ['number_of_sales', 'count'],
    ['visitors', 'sum'],
    ['number_of_visits', 'count'],
  ]);
  expect(body.file.dimensions.flatMap(({ levels }) => levels.map(({ column }) => column))).toEqual([
    'shops.region',
    'shops.shop',
  ]);
  expect(
    (await stellan('POST', '/models', JSON.stringify(body.file), { 'content-type': 'application/json' })).status,
  ).toBe(201);
});

test('nobody sees the file of another', async () => {
  const mira = await demo.as('Mira');
  const { body } = await bring('a.csv', 'a\n1\n');
  expect((await mira('GET', `/imports/${body.id}`)).status).toBe(404);
  const ada = await demo.as('Ada');
  expect((await ada('GET', `/imports/${body.id}`)).status).toBe(404);
  expect((await stellan('DELETE', `/imports/${body.id}`)).status).toBe(204);
  expect((await stellan('GET', `/imports/${body.id}`)).status).toBe(404);
  expect(await askedOf(stellan, 'passengers')).toMatchObject({ outcome: 'answered' });
});
