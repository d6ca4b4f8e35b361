/** Boards as a team keeps them: words, commentary, comments with mentions, history, rights, fresh data. */
import pdfParse from 'pdf-parse';
import pg from 'pg';
import readWorkbook from 'read-excel-file/node';
import { startDemoServer, type Caller, type DemoServer } from '../../tests/demo-server';

interface TileView {
  readonly id: string;
  readonly kind: string;
  readonly x: number;
  readonly words: string | null;
  readonly version: number;
}
interface BoardView {
  readonly id: string;
  readonly title: string;
  readonly right: string;
  readonly tiles: readonly TileView[];
  readonly comments: readonly { readonly tile: string | null }[];
}

let demo: DemoServer;
let mira: Caller;
let tomas: Caller;
let ines: Caller;
let board: string;
beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.05 });
  [mira, tomas, ines] = await Promise.all([demo.as('Mira'), demo.as('Tomas'), demo.as('Ines')]);
  board =
    (await mira<{ id: string; title: string }[]>('GET', '/boards')).body.find(
      (one) => one.title === 'Summer season 2026',
    )?.id ?? '';
}, 60_000);
afterAll(() => demo.close());

const view = async (who: Caller) => (await who<BoardView>('GET', `/boards/${board}`)).body;
const idOf = async (name: string) =>
  (await mira<{ id: string; name: string }[]>('GET', '/people')).body.find((one) => one.name.startsWith(name))?.id ??
  '';

test('a commentary says what the tiles say, each sentence with its tile, under the reader’s own rules', async () => {
  const { tiles } = await view(mira);
  const commentary = tiles.find((tile) => tile.kind === 'commentary');
  const told = async (who: Caller) =>
    (
      await who<{ sentences: { tile: string; text: string }[] }>(
        'GET',
        `/boards/${board}/tiles/${commentary?.id ?? ''}/commentary`,
      )
    ).body.sentences;
  const [all, few] = [await told(mira), await told(ines)];
  expect(all.length).toBeGreaterThan(3);
  for (const { tile } of all) expect(tiles.find((one) => one.id === tile)?.kind).toBe('answer');
  const [first] = all;
  const answer = (await mira<{ plainHeadline: string }>('GET', `/boards/${board}/tiles/${first?.tile ?? ''}/answer`))
    .body;
  expect(first?.text.startsWith(answer.plainHeadline)).toBe(true);
  expect(few.find((one) => one.tile === first?.tile)?.text).not.toBe(first?.text);
  expect((await mira('GET', `/boards/${board}/tiles/${commentary?.id ?? ''}/answer`)).status).toBe(422);
});

test('words are added, rewritten with their version, and refused to who may only comment', async () => {
  const made = await mira<TileView>('POST', `/boards/${board}/tiles`, {
    kind: 'text',
    words: 'Mind the gap in the kiosk data.',
  });
  expect(made.status).toBe(201);
  expect(
    (await mira('PATCH', `/boards/${board}/tiles/${made.body.id}`, { words: 'Mind the kiosk outage.', version: 1 }))
      .status,
  ).toBe(200);
  const late = await ines<{ detail: string }>('PATCH', `/boards/${board}/tiles/${made.body.id}`, {
    words: 'Something else.',
    version: 1,
  });
  expect([late.status, late.body.detail]).toEqual([409, expect.stringContaining('Theirs is kept')]);
  expect((await view(mira)).tiles.find((tile) => tile.id === made.body.id)?.words).toBe('Mind the kiosk outage.');
  expect((await mira('PATCH', `/boards/${board}/tiles/${made.body.id}`, { words: ' ' })).status).toBe(400);
  const commentary = (await view(mira)).tiles.find((tile) => tile.kind === 'commentary');
  for (const words of ['Mind this.', '']) {
    expect((await mira('PATCH', `/boards/${board}/tiles/${commentary?.id ?? ''}`, { words })).status).toBe(200);
    expect((await view(mira)).tiles.find((tile) => tile.id === commentary?.id)?.words).toBe(words);
  }
  expect((await tomas('POST', `/boards/${board}/tiles`, { kind: 'text', words: 'Hello' })).status).toBe(403);
  expect((await mira('POST', `/boards/${board}/tiles`, { kind: 'text', words: '  ' })).status).toBe(400);
});

test('comments stand in threads, mention people, are closed and taken back by those who may', async () => {
  const [tile] = (await view(mira)).tiles;
  const first = await tomas<{ id: string }>('POST', `/boards/${board}/comments`, {
    text: 'Is this with the school groups, @Mira?',
    tile: tile?.id,
  });
  expect(first.status).toBe(201);
  const answer = await mira<{ id: string }>('POST', `/boards/${board}/comments`, {
    text: 'It is, @tomas. @Stellan cannot see this.',
    replyTo: first.body.id,
    tile: tile?.id,
  });
  expect((await view(ines)).comments.filter((one) => one.tile === tile?.id)).toHaveLength(1);
  const mentions = async (who: Caller) => (await who<{ text: string; board: string }[]>('GET', '/mentions')).body;
  expect((await mentions(mira)).map((one) => one.text)).toEqual(['Is this with the school groups, @Mira?']);
  expect((await mentions(tomas)).map((one) => one.board)).toEqual(['Summer season 2026']);
  expect(await mentions(await demo.as('Stellan'))).toEqual([]);
  expect((await mira('DELETE', `/boards/${board}/comments/${first.body.id}`)).status).toBe(403);
  expect((await ines('PATCH', `/boards/${board}/comments/${answer.body.id}`, { resolved: true })).status).toBe(404);
  expect((await ines('PATCH', `/boards/${board}/comments/${first.body.id}`, { resolved: true })).status).toBe(200);
  expect((await view(mira)).comments).toEqual([]);
  expect(await mentions(mira)).toEqual([]);
  expect((await tomas('DELETE', `/boards/${board}/comments/${first.body.id}`)).status).toBeLessThan(300);
  expect((await tomas<unknown[]>('GET', `/boards/${board}/comments`)).body).toEqual([]);
});

test('who may only see does not comment; a stranger finds no board, no comments, no history', async () => {
  const tomasId = await idOf('Tomas');
  await mira('PUT', `/boards/${board}/shares/${tomasId}`, { right: 'see' });
  expect((await tomas('POST', `/boards/${board}/comments`, { text: 'Hello' })).status).toBe(403);
  expect((await tomas('GET', `/boards/${board}/comments`)).status).toBe(200);
  await mira('PUT', `/boards/${board}/shares/${tomasId}`, { right: 'comment' });
  expect((await tomas('POST', `/boards/${board}/comments`, { text: 'Hello' })).status).toBe(201);
  expect((await tomas('GET', `/boards/${board}/history`)).status).toBe(403);
  const stellan = await demo.as('Stellan');
  for (const [method, path, body] of [
    ['GET', '/comments', undefined],
    ['POST', '/comments', { text: 'Hi' }],
    ['GET', '/history', undefined],
    ['POST', '/history/1', {}],
    ['POST', '/tiles', { kind: 'text', words: 'Hi' }],
  ] as const)
    expect([path, (await stellan(method, `/boards/${board}${path}`, body)).status]).toEqual([path, 404]);
});

test('the history names each change; going back shows the board as it was, and is a change itself', async () => {
  const before = await view(mira);
  const [tile] = before.tiles;
  await mira('PATCH', `/boards/${board}`, { title: 'Summer, renamed' });
  await mira('DELETE', `/boards/${board}/tiles/${tile?.id ?? ''}`);
  const history = (await mira<{ version: number; what: string; by: string }[]>('GET', `/boards/${board}/history`)).body;
  expect(history.slice(0, 2).map((one) => [one.by, one.what])).toEqual([
    ['Mira Holt', expect.stringMatching(/^took “.+” off$/)],
    ['Mira Holt', 'renamed the board'],
  ]);
  const back = await ines('POST', `/boards/${board}/history/${history[2]?.version ?? 0}`, {});
  expect(back.status).toBe(200);
  const after = await view(mira);
  expect(after.title).toBe(before.title);
  expect(after.tiles.map((one) => [one.id, one.kind, one.x, one.words])).toEqual(
    before.tiles.map((one) => [one.id, one.kind, one.x, one.words]),
  );
  expect((await mira<{ what: string; by: string }[]>('GET', `/boards/${board}/history`)).body[0]).toMatchObject({
    by: 'Ines Rowan',
    what: expect.stringContaining('went back') as string,
  });
  expect((await mira('POST', `/boards/${board}/history/99999`, {})).status).toBe(404);
});

test('a load of data is told to those who have a board open within two seconds of its commit', async () => {
  const listener = new pg.Client({ connectionString: demo.databaseUrl });
  await listener.connect();
  await listener.query('listen zud_changes');
  const told = new Promise<number>((resolve) =>
    listener.on('notification', (message) => {
      if ((JSON.parse(message.payload ?? '{}') as { kind?: string }).kind === 'data') resolve(performance.now());
    }),
  );
  const stellan = await demo.as('Stellan');
  expect(
    (await stellan('POST', '/tables?name=extra', 'a,b\n1,2\n', { 'content-type': 'text/csv' })).status,
  ).toBeLessThan(300);
  const loaded = performance.now();
  expect((await told) - loaded).toBeLessThan(2000);
  await listener.end();
});

test('the board is taken along as it stands for its reader: each answer with its numbers, the words before them', async () => {
  const { tiles } = await view(mira);
  const answers = tiles.filter((tile) => tile.kind === 'answer');
  const file = async (who: Caller, format: string) => {
    const { body, status } = await who<{ detail?: string }>('POST', `/boards/${board}/exports`, { format });
    return { body, status };
  };
  expect((await file(await demo.as('Stellan'), 'pdf')).status).toBe(404);
  const bytes = async (format: string) =>
    Buffer.from(
      await (
        await fetch(`${demo.running.address}/api/boards/${board}/exports`, {
          method: 'POST',
          headers: { 'content-type': 'application/json', 'cookie': await demo.cookie('Mira') },
          body: JSON.stringify({ format }),
        })
      ).arrayBuffer(),
    );
  const sheets = await readWorkbook(await bytes('xlsx'));
  expect(sheets).toHaveLength(answers.length + 1);
  const line = answers.find((_tile, index) => index === 4);
  const told = (
    await mira<{ plainHeadline: string; answer: { rows: (string | number | null)[][] } }>(
      'GET',
      `/boards/${board}/tiles/${line?.id ?? ''}/answer`,
    )
  ).body;
  const sheet = sheets[4];
  expect(
    sheet?.data
      .slice(1)
      .map((row) => row.map((cell) => (cell instanceof Date ? cell.toISOString().slice(0, 10) : cell))),
  ).toEqual(told.answer.rows);
  const { text, numpages } = await pdfParse(await bytes('pdf'));
  expect(numpages).toBeGreaterThan(answers.length);
  for (const words of ['Summer season 2026', told.plainHeadline.slice(0, 24)])
    expect(text.replace(/\s+/g, ' ')).toContain(words);
});
