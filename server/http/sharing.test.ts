/** Boards beyond their owner: links that end, frames, refinements that are named and offered, drafts, looks, following. */
import pg from 'pg';
import { startDemoServer, callerOf, type Caller, type DemoServer } from '../../tests/demo-server';

let demo: DemoServer;
let mira: Caller;
let ines: Caller;
let tomas: Caller;
const guest = (): Caller => callerOf(demo.running.address, '');

interface Answered {
  answer: { rows: (string | number | null)[][] };
  refused: string[];
  working?: unknown;
}
interface TileView {
  id: string;
  kind: string;
  title: string | null;
  reading: { by: unknown[]; shown: unknown[] } | null;
}
const TOMORROW = () => new Date(Date.now() + 86_400_000).toISOString();
const sql = async (text: string): Promise<Record<string, string>[]> => {
  const client = new pg.Client({ connectionString: demo.databaseUrl });
  await client.connect();
  try {
    return (await client.query<Record<string, string>>(text)).rows;
  } finally {
    await client.end();
  }
};
const PASSENGERS = `select sum(b.passengers)::int as n from data.bookings b join data.sailings s using (sailing_id) join data.routes r using (route_id) join data.ports p on p.port_id = r.from_port_id`;

/** A board of a person with one tile: what they asked. */
async function boardWith(who: Caller, question: string): Promise<{ board: string; tile: string }> {
  const inquiry = await who<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' });
  const step = await who<{ reading: object }>('POST', `/inquiries/${inquiry.body.id}/steps`, { text: question });
  const board = await who<{ id: string }>('POST', '/boards', { title: 'A board' });
  const tile = await who<{ id: string }>('POST', `/boards/${board.body.id}/tiles`, {
    modelId: 'ferries',
    reading: step.body.reading,
  });
  return { board: board.body.id, tile: tile.body.id };
}

beforeAll(async () => {
  demo = await startDemoServer();
  [mira, ines, tomas] = [await demo.as('Mira'), await demo.as('Ines'), await demo.as('Tomas')];
}, 120_000);
afterAll(() => demo.close());

test('a link shows what its maker may see, under conditions that stay, until it is over or withdrawn', async () => {
  const { board, tile } = await boardWith(mira, 'passengers in 2025');
  const fixed = {
    where: [{ kind: 'members', level: 'coast', is: true, members: ['Outer Isles'] }],
    when: null,
    against: null,
  };
  const link = await mira<{ id: string; token: string }>('POST', `/boards/${board}/links`, {
    name: 'For the council',
    until: TOMORROW(),
    scope: fixed,
  });
  expect(link.status).toBe(201);
  const shown = await guest()<{ title: string; phrases: { text: string }[]; tiles: { id: string }[] }>(
    'GET',
    `/shared/${link.body.token}`,
  );
  expect([shown.body.title, shown.body.phrases.map((one) => one.text), shown.body.tiles.length]).toEqual([
    'A board',
    ['for Outer Isles'],
    1,
  ]);
  const answered = await guest()<Answered>('GET', `/shared/${link.body.token}/tiles/${tile}/answer`);
  const [row] = await sql(
    `${PASSENGERS} where p.coast = 'Outer Isles' and b.sailed_on >= '2025-01-01' and b.sailed_on < '2026-01-01'`,
  );
  expect([answered.body.answer.rows[0]?.[0], answered.body.working]).toEqual([Number(row?.['n']), undefined]);
  // nothing but the board is behind a link
  expect((await guest()('GET', `/boards/${board}`)).status).toBe(401);
  const guessed = link.body.token.replace(/.$/, (last) => (last === 'x' ? 'y' : 'x'));
  expect((await guest()('GET', `/shared/${guessed}`)).status).toBe(404);
  const listed = await mira<{ id: string; over: boolean; label: string; lastUsedAt: string | null }[]>(
    'GET',
    `/boards/${board}/links`,
  );
  expect(listed.body[0]).toMatchObject({ id: link.body.id, over: false, label: 'for Outer Isles' });
  expect(listed.body[0]?.lastUsedAt).not.toBeNull();
  expect(JSON.stringify(listed.body)).not.toContain(link.body.token);
  expect((await mira('DELETE', `/boards/${board}/links/${link.body.id}`)).status).toBe(204);
  expect((await guest()('GET', `/shared/${link.body.token}`)).status).toBe(404);
  expect((await guest()('GET', `/shared/${link.body.token}/tiles/${tile}/answer`)).status).toBe(404);
  expect((await mira('DELETE', `/boards/${board}/links/${link.body.id}`)).status).toBe(404);
});

test('a link of a person with a row rule holds their rows only, and ends in time', async () => {
  const { board, tile } = await boardWith(ines, 'passengers by coast in 2025');
  const link = await ines<{ token: string }>('POST', `/boards/${board}/links`, { name: 'Ours', until: TOMORROW() });
  const answered = await guest()<Answered>('GET', `/shared/${link.body.token}/tiles/${tile}/answer`);
  expect(answered.body.answer.rows.map((row) => row[0])).toEqual(['Outer Isles']);
  await sql(`update board_links set expires_at = now() - interval '1 second' where name = 'Ours'`);
  expect((await guest()('GET', `/shared/${link.body.token}`)).status).toBe(404);
  expect(
    (await ines<{ detail: string }>('POST', `/boards/${board}/links`, { name: 'Late', until: '2020-01-01T00:00:00Z' }))
      .body.detail,
  ).toContain('past');
  expect((await ines('POST', `/boards/${board}/links`, { name: 'Long', until: '2999-01-01T00:00:00Z' })).status).toBe(
    422,
  );
  expect((await ines('POST', `/boards/${board}/links`, { name: 'No end' })).status).toBe(400);
});

test('an answer that the conditions of a link cannot narrow is not shown by it', async () => {
  const { board, tile } = await boardWith(mira, 'sailings in 2025');
  const fixed = {
    where: [{ kind: 'members', level: 'passenger_kind', is: true, members: ['Child'] }],
    when: null,
    against: null,
  };
  const link = await mira<{ token: string }>('POST', `/boards/${board}/links`, {
    name: 'Children',
    until: TOMORROW(),
    scope: fixed,
  });
  const refused = await guest()<{ detail: string }>('GET', `/shared/${link.body.token}/tiles/${tile}/answer`);
  expect([refused.status, refused.body.detail]).toEqual([
    422,
    expect.stringContaining('cannot be narrowed as this link demands'),
  ]);
  const commentary = await mira<{ id: string }>('POST', `/boards/${board}/tiles`, { kind: 'commentary' });
  const said = async (token: string) =>
    (await guest()<{ sentences: unknown[] }>('GET', `/shared/${token}/tiles/${commentary.body.id}/commentary`)).body
      .sentences.length;
  expect(await said(link.body.token)).toBe(0);
  const open = await mira<{ token: string }>('POST', `/boards/${board}/links`, { name: 'All', until: TOMORROW() });
  expect(await said(open.body.token)).toBeGreaterThan(0);
});

test('a refinement is named, found again, offered and taken into the sentence by who may change the board', async () => {
  const { board } = await boardWith(mira, 'passengers by coast');
  const id = (await tomas<{ id: string }[]>('GET', '/people')).body as unknown as { id: string; email: string }[];
  const person = id.find((one) => one.email.startsWith('tomas'))?.id ?? '';
  await mira('PUT', `/boards/${board}/shares/${person}`, { right: 'see' });
  const refined = await tomas<{ id: string }>('PUT', `/boards/${board}/refinement`, {
    text: 'only Mid Sound, last year',
  });
  const list = async (who: Caller) =>
    (
      await who<{ id: string; name: string | null; own: boolean; offered: boolean; label: string; by: string }[]>(
        'GET',
        `/boards/${board}/refinements`,
      )
    ).body;
  expect(await list(tomas)).toEqual([]);
  expect((await tomas('PATCH', `/boards/${board}/refinements/${refined.body.id}`, { name: 'My part' })).status).toBe(
    200,
  );
  expect(await list(tomas)).toMatchObject([
    { id: refined.body.id, name: 'My part', own: true, offered: false, label: 'for Mid Sound, last year' },
  ]);
  expect(await list(mira)).toEqual([]);
  expect((await mira('PATCH', `/boards/${board}/refinements/${refined.body.id}`, { name: 'Theirs' })).status).toBe(404);
  expect((await mira('POST', `/boards/${board}/refinements/${refined.body.id}/taken`)).status).toBe(404);
  await tomas('PATCH', `/boards/${board}/refinements/${refined.body.id}`, { offered: true });
  expect(await list(mira)).toMatchObject([{ own: false, offered: true, by: 'Tomas Berg' }]);
  expect((await tomas('POST', `/boards/${board}/refinements/${refined.body.id}/taken`)).status).toBe(403);
  expect((await mira('POST', `/boards/${board}/refinements/${refined.body.id}/taken`)).status).toBe(200);
  const after = await mira<{ phrases: { text: string }[] }>('GET', `/boards/${board}`);
  expect(after.body.phrases.map((one) => one.text)).toEqual(['for Mid Sound', 'last year']);
  expect(await list(mira)).toEqual([]);
});

test('a tile may keep its own conditions, and a board its looks, also those of another board', async () => {
  const { board, tile } = await boardWith(mira, 'passengers by coast in 2025');
  await mira('PUT', `/boards/${board}/refinement`, { text: 'only Mid Sound', for: 'everyone' });
  const rows = async () =>
    (await mira<Answered>('GET', `/boards/${board}/tiles/${tile}/answer`)).body.answer.rows.length;
  expect(await rows()).toBe(1);
  expect((await mira('PATCH', `/boards/${board}/tiles/${tile}`, { ownScope: true })).status).toBe(200);
  expect(await rows()).toBe(4);
  await mira('PATCH', `/boards/${board}`, { looks: { density: 'close', accent: 3 } });
  const like = await mira<{ id: string }>('POST', '/boards', { title: 'Like it', like: board });
  expect((await mira<{ looks: object }>('GET', `/boards/${like.body.id}`)).body.looks).toEqual({
    density: 'close',
    accent: 3,
  });
  expect((await mira('PATCH', `/boards/${board}`, { looks: { accent: 11 } })).status).toBe(400);
});

test.each([
  ['the model', {}],
  ['a measure', { measure: 'cancellation_rate' }],
])('a board is drafted from %s: all of it can be answered, and it says something', async (_from, more) => {
  const draft = await mira<{ id: string; title: string }>('POST', '/boards/drafts', { modelId: 'ferries', ...more });
  expect(draft.status).toBe(201);
  const board = await mira<{ tiles: TileView[] }>('GET', `/boards/${draft.body.id}`);
  expect(board.body.tiles.length).toBeGreaterThan(6);
  expect(new Set(board.body.tiles.map((tile) => JSON.stringify(tile.reading))).size).toBe(board.body.tiles.length);
  for (const tile of board.body.tiles.filter((one) => one.kind === 'answer'))
    expect((await mira('GET', `/boards/${draft.body.id}/tiles/${tile.id}/answer`)).status).toBe(200);
  const commentary = board.body.tiles.find((one) => one.kind === 'commentary');
  expect(
    (await mira<{ sentences: unknown[] }>('GET', `/boards/${draft.body.id}/tiles/${commentary?.id ?? ''}/commentary`))
      .body.sentences.length,
  ).toBeGreaterThan(0);
});

test('a board drafted from a tile keeps the tile’s conditions throughout', async () => {
  const { board, tile } = await boardWith(mira, 'ticket revenue by month for Mid Sound in 2025');
  const draft = await mira<{ id: string }>('POST', '/boards/drafts', { modelId: 'ferries', tile: { board, id: tile } });
  const made = await mira<{ tiles: (TileView & { reading: { where: unknown[] } | null })[] }>(
    'GET',
    `/boards/${draft.body.id}`,
  );
  const answers = made.body.tiles.filter((one) => one.kind === 'answer');
  expect(answers.length).toBeGreaterThan(4);
  for (const one of answers)
    expect(one.reading?.where).toEqual([{ kind: 'members', level: 'coast', is: true, members: ['Mid Sound'] }]);
});

test('who follows a board hears what others changed on it since they last looked', async () => {
  const { board } = await boardWith(mira, 'passengers by coast');
  const person =
    ((await mira<unknown>('GET', '/people')).body as { id: string; email: string }[]).find((one) =>
      one.email.startsWith('ines'),
    )?.id ?? '';
  await mira('PUT', `/boards/${board}/shares/${person}`, { right: 'edit' });
  const news = async () => (await ines<{ boardId: string; changes: number; by: string }[]>('GET', '/news')).body;
  await ines('PUT', `/boards/${board}/follow`, { follows: true });
  expect(await news()).toEqual([]);
  await mira('PATCH', `/boards/${board}`, { title: 'Renamed' });
  await mira('PATCH', `/boards/${board}`, { looks: { density: 'airy' } });
  expect(await news()).toMatchObject([{ boardId: board, changes: 2, by: 'Mira Holt' }]);
  await ines('GET', `/boards/${board}`);
  expect(await news()).toEqual([]);
  await ines('PATCH', `/boards/${board}`, { title: 'Mine' });
  expect(await news()).toEqual([]);
});

test('how many people opened a board is told to those who may see it; a person counts once', async () => {
  const { board } = await boardWith(mira, 'passengers');
  const person =
    ((await mira<unknown>('GET', '/people')).body as { id: string; email: string }[]).find((one) =>
      one.email.startsWith('ines'),
    )?.id ?? '';
  const openedBy = async () =>
    (await mira<{ id: string; openedBy: number }[]>('GET', '/boards')).body.find((one) => one.id === board)?.openedBy;
  expect(await openedBy()).toBe(0);
  await ines('GET', `/boards/${board}`);
  expect(await openedBy()).toBe(0);
  await mira('PUT', `/boards/${board}/shares/${person}`, { right: 'see' });
  for (const who of [mira, ines, ines]) await who('GET', `/boards/${board}`);
  expect(await openedBy()).toBe(2);
});

test('what changed rights is in the list of a board, without the secrets', async () => {
  const { board } = await boardWith(mira, 'passengers');
  await mira('PUT', `/boards/${board}/groups/${encodeURIComponent('Outer Isles team')}`, { right: 'see' });
  const link = await mira<{ token: string }>('POST', `/boards/${board}/links`, {
    name: 'In our pages',
    until: TOMORROW(),
    embedIn: 'https://intranet.example/pages',
  });
  const list = await mira<{ action: string; by: string; detail: Record<string, unknown> }[]>(
    'GET',
    `/boards/${board}/audit`,
  );
  expect(list.body.map((one) => [one.action, one.by])).toEqual([
    ['embedding allowed', 'Mira Holt'],
    ['board shared', 'Mira Holt'],
  ]);
  expect(list.body[0]?.detail['in']).toBe('https://intranet.example');
  expect(JSON.stringify(list.body)).not.toContain(link.body.token);
});

test('the answers of a board come in one go, a line each, the same as one by one; what can’t be given says why', async () => {
  const { board, tile } = await boardWith(mira, 'passengers by coast in 2025');
  const cookie = await demo.cookie('Mira');
  const lines = async (query: string) => {
    const response = await fetch(`${demo.running.address}/api/boards/${board}/answers${query}`, {
      headers: { cookie },
    });
    return (await response.text())
      .trim()
      .split('\n')
      .filter((line) => line !== '')
      .map(
        (line) =>
          JSON.parse(line) as {
            tile: string;
            answer?: object;
            working?: object;
            refused?: string[];
            problem?: { status: number; detail: string };
          },
      );
  };
  const [only] = await lines(`?tiles=${tile}`);
  const { working: _working, ...alone } = (
    await mira<Record<string, unknown>>('GET', `/boards/${board}/tiles/${tile}/answer`)
  ).body;
  expect(only).toEqual({ tile, ...alone });
  await mira('PUT', `/boards/${board}/refinement`, { text: 'vs plan', for: 'everyone' });
  const step = await mira<{ reading: object }>(
    'POST',
    `/inquiries/${(await mira<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' })).body.id}/steps`,
    { text: 'sailings by coast' },
  );
  await mira('POST', `/boards/${board}/tiles`, { modelId: 'ferries', reading: step.body.reading });
  const all = await lines('');
  expect(all).toHaveLength(2);
  expect(all.filter((one) => (one.refused?.length ?? 0) > 0)).toHaveLength(1);
  expect((await mira('GET', `/boards/${board}/answers?tiles=nonsense`)).status).toBe(400);
});
