/** The API with real PostgreSQL: rights, boards, live events, tables and models over HTTP, and faults. */
import { parse } from 'csv-parse/sync';
import { XMLParser } from 'fast-xml-parser';
import pdfParse from 'pdf-parse';
import pg from 'pg';
import { readSheet } from 'read-excel-file/node';
import { DEMO_PEOPLE } from '../../demo/load';
import { csvOf } from '../exports/csv';
import { startDemoServer, callerOf, type Caller, type DemoServer } from '../../tests/demo-server';

let demo: DemoServer;
let mira: Caller;
let tomas: Caller;
let ines: Caller;
let stellan: Caller;
let nobody: Caller;

beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.02 });
  [mira, tomas, ines, stellan] = (await Promise.all(
    ['Mira', 'Tomas', 'Ines', 'Stellan'].map((name) => demo.as(name)),
  )) as [Caller, Caller, Caller, Caller];
  nobody = callerOf(demo.running.address, '');
});
afterAll(() => demo.close());

interface Step {
  id: string;
  after: string | null;
  outcome: string;
  sentence: { text: string } | null;
  reading: object;
  words: { text: string; use: string }[];
  options?: { label: string; reading: object }[];
  answer?: {
    columns: { key: string; role: string }[];
    rows: (string | number | null)[][];
    rowCount: number;
    truncated: boolean;
    dataVersion: string;
    asOf: string;
    engine: string;
  };
  change: { added: { text: string }[]; removed: { text: string }[] };
  notes: { kind: string; text: string }[];
}

const inquiry = async (who: Caller, modelId = 'ferries') =>
  (await who<{ id: string }>('POST', '/inquiries', { modelId })).body.id;
const ask = async (who: Caller, id: string, body: object) =>
  (await who<Step>('POST', `/inquiries/${id}/steps`, body)).body;
const person = async (name: string) =>
  (await mira<{ id: string; name: string }[]>('GET', '/people')).body.find((one) => one.name.startsWith(name))?.id ??
  '';

describe('signing in', () => {
  test('health needs no sign-in, everything else does', async () => {
    expect((await nobody('GET', '/health')).body).toMatchObject({ ok: true, database: 'up', engines: ['PostgreSQL'] });
    for (const path of ['/session', '/people', '/models', '/inquiries', '/boards', '/models/ferries', '/tables'])
      expect((await nobody('GET', path)).status).toBe(401);
  });
  test('a wrong password is refused without saying which part is wrong; a person with many attempts has to wait', async () => {
    const wrong = await nobody<{ detail: string }>('POST', '/session', { email: 'ada@velloe.example', password: 'x' });
    const unknown = await nobody<{ detail: string }>('POST', '/session', {
      email: 'none@velloe.example',
      password: 'x',
    });
    expect([wrong.status, unknown.status]).toEqual([401, 401]);
    expect(wrong.body.detail).toBe(unknown.body.detail);
    for (let attempt = 0; attempt < 10; attempt += 1)
      await nobody('POST', '/session', { email: 'ada@velloe.example', password: 'x' });
    expect((await nobody('POST', '/session', { email: 'ada@velloe.example', password: 'x' })).status).toBe(429);
  });
  test('a personal access token signs its requests', async () => {
    const { body } = await mira<{ token: string }>('POST', '/tokens', { name: 'a script' });
    const reply = await nobody<{ person: { name: string } }>('GET', '/session', undefined, {
      authorization: `Bearer ${body.token}`,
    });
    expect(reply.body.person.name).toBe('Mira Holt');
    expect((await nobody('GET', '/session', undefined, { authorization: 'Bearer zud_nonsense' })).status).toBe(401);
  });
  test('a change that another site sends is refused', async () => {
    expect((await mira('POST', '/boards', { title: 'x' }, { origin: 'null' })).status).toBe(403);
    expect((await mira('POST', '/boards', { title: 'x' }, { origin: 'https://elsewhere.example' })).status).toBe(403);
  });
});

describe('steps', () => {
  test('a follow-up keeps what it does not mention, shows its change, and going on from an earlier step branches', async () => {
    const id = await inquiry(mira);
    const first = await ask(mira, id, { text: 'passengers by month in 2025' });
    const second = await ask(mira, id, { text: 'only Outer Isles' });
    expect(second).toMatchObject({
      after: first.id,
      outcome: 'answered',
      sentence: { text: 'Passengers by month for Outer Isles, 2025' },
    });
    expect(second.change.added.map((phrase) => phrase.text)).toEqual(['for Outer Isles']);
    const branch = await ask(mira, id, { text: 'by coast instead', after: first.id });
    expect(branch).toMatchObject({ after: first.id, sentence: { text: 'Passengers by coast, 2025' } });
    expect(branch.change.removed.map((phrase) => phrase.text)).toEqual(['by month']);
    expect(branch.answer).toMatchObject({ engine: 'PostgreSQL', asOf: '2026-10-17', truncated: false, rowCount: 4 });
    expect(branch.answer?.columns.map((column) => column.role)).toEqual(['level', 'measure']);
  });
  test('undo goes back to the step before and makes no new one', async () => {
    const id = await inquiry(mira);
    const first = await ask(mira, id, { text: 'passengers by month' });
    await ask(mira, id, { text: 'this year' });
    const back = await mira<Step>('POST', `/inquiries/${id}/steps`, { text: 'undo' });
    expect([back.status, back.body.id]).toEqual([200, first.id]);
  });
  test('an unknown word is named, computes nothing, and keeps the reading before, which what leans on it is offered of', async () => {
    const id = await inquiry(mira);
    const first = await ask(mira, id, { text: 'passengers by month in 2025' });
    const step = await ask(mira, id, { text: 'only blorptown' });
    expect(step.outcome).toBe('unclear');
    expect(step.words.filter((word) => word.use === 'unresolved').map((word) => word.text)).toEqual(['blorptown']);
    expect(step.answer).toBeUndefined();
    const leaning = await ask(mira, id, { text: 'by quarter' });
    expect(leaning.outcome).toBe('choose');
    expect(leaning.options?.map(({ label }) => label)).toEqual(['Passengers by quarter, 2025']);
    expect((await ask(mira, id, { reading: leaning.options?.[0]?.reading })).sentence?.text).toBe(
      'Passengers by quarter, 2025',
    );
    expect(first.outcome).toBe('answered');
  });
  test('what is said in the place of a word that was not understood mends the question before', async () => {
    const id = await inquiry(mira);
    await ask(mira, id, { text: 'revenue by blorptown, 2025' });
    const mended = await ask(mira, id, { text: 'by port then' });
    expect(mended.sentence?.text).toBe('Ticket revenue by port, 2025');
    expect(mended.notes[0]?.text).toContain('“blorptown”, which was not understood');
  });
  test('an ambiguous name is chosen by an option or by a bare reply', async () => {
    const id = await inquiry(mira);
    const step = await ask(mira, id, { text: 'passengers for Eskvik in 2025' });
    expect(step.outcome).toBe('choose');
    expect(step.options?.map((option) => option.label)).toEqual([
      'Passengers for island Eskvik, 2025',
      'Passengers for port Eskvik, 2025',
    ]);
    expect((await ask(mira, id, { text: 'the port' })).sentence?.text).toBe('Passengers for port Eskvik, 2025');
    expect((await ask(mira, id, { reading: step.options?.[0]?.reading ?? {} })).sentence?.text).toBe(
      'Passengers for island Eskvik, 2025',
    );
  });
  test('an empty answer says which condition emptied it', async () => {
    const id = await inquiry(mira);
    const step = await ask(mira, id, { text: 'passengers for Kiosk from 12 May 2025 to 20 May 2025' });
    expect(step.outcome).toBe('empty');
    expect(step.notes.map((note) => note.text).join(' ')).toContain('for Kiosk');
  });
  test('words and an edit by hand give the same reading and the same rows', async () => {
    const id = await inquiry(mira);
    const first = await ask(mira, id, { text: 'passengers by coast in 2025' });
    const byWords = await ask(mira, id, { text: 'without Outer Isles', after: first.id });
    const byHand = await ask(mira, id, {
      edit: {
        do: 'condition',
        how: 'exclude',
        condition: { kind: 'members', level: 'coast', is: false, members: ['Outer Isles'] },
      },
      after: first.id,
    });
    expect(byHand.reading).toEqual(byWords.reading);
    expect(byHand.answer?.rows).toEqual(byWords.answer?.rows);
  });
  test('an inquiry is its owner’s alone, and asking needs the role of analyst', async () => {
    const id = await inquiry(mira);
    expect((await ines('GET', `/inquiries/${id}`)).status).toBe(404);
    expect((await ines('POST', `/inquiries/${id}/steps`, { text: 'passengers' })).status).toBe(404);
    expect((await tomas('POST', '/inquiries', { modelId: 'ferries' })).status).toBe(403);
  });
  test('what is sent wrongly is refused with the place of the fault', async () => {
    const id = await inquiry(mira);
    expect((await mira('POST', `/inquiries/${id}/steps`, {})).status).toBe(400);
    expect((await mira('POST', `/inquiries/${id}/steps`, { reading: { version: 1 } })).status).toBe(400);
    expect((await mira('GET', '/inquiries/not-an-id')).status).toBe(404);
    expect((await mira('POST', '/answers', { modelId: 'nothing', reading: {} })).status).toBe(400);
    const broken = await mira<{ detail: string }>('POST', '/boards', '{"title":', {
      'content-type': 'application/json',
    });
    expect([broken.status, broken.body.detail]).toEqual([400, 'What was sent is not JSON.']);
  });
});

describe('the trail', () => {
  test('a step is named, starred and folded; a name taken off gives what was asked', async () => {
    const id = await inquiry(mira);
    const step = await ask(mira, id, { text: 'passengers by coast' });
    expect(
      (await mira('PATCH', `/inquiries/${id}/steps/${step.id}`, { name: '  the coasts ', starred: true, folded: true }))
        .body,
    ).toMatchObject({ name: 'the coasts', starred: true, folded: true, asked: 'passengers by coast' });
    expect((await mira('PATCH', `/inquiries/${id}/steps/${step.id}`, { name: null })).body).toMatchObject({
      name: null,
      starred: true,
    });
    expect((await mira('PATCH', `/inquiries/${id}/steps/${step.id}`, { name: '' })).status).toBe(400);
    expect((await ines('PATCH', `/inquiries/${id}/steps/${step.id}`, { starred: false })).status).toBe(404);
  });
  test('deleting takes the steps that go on from one along, and can be undone', async () => {
    const id = await inquiry(mira);
    const first = await ask(mira, id, { text: 'passengers by coast' });
    const second = await ask(mira, id, { text: 'by month' });
    const third = await ask(mira, id, { text: 'in 2025' });
    const branch = await ask(mira, id, { text: 'by vessel', after: first.id });
    const gone = await mira<{ deleted: string[] }>('DELETE', `/inquiries/${id}/steps/${second.id}`);
    expect(gone.body.deleted).toEqual([second.id, third.id]);
    const left = async () =>
      (await mira<{ steps: { id: string }[] }>('GET', `/inquiries/${id}`)).body.steps.map((step) => step.id);
    expect(await left()).toEqual([first.id, branch.id]);
    expect((await mira('GET', `/inquiries/${id}/steps/${third.id}`)).status).toBe(404);
    expect((await ines('POST', `/inquiries/${id}/restored`, { steps: gone.body.deleted })).status).toBe(404);
    await mira('POST', `/inquiries/${id}/restored`, { steps: gone.body.deleted });
    expect(await left()).toEqual([first.id, second.id, third.id, branch.id]);
  });
});

describe('answers to take along', () => {
  const download = async (format: string, text: string, edits: object[] = []) => {
    const step = await ask(mira, await inquiry(mira), { text });
    const cookie = await signedIn();
    const response = await fetch(`${demo.running.address}/api/exports`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie },
      body: JSON.stringify({ modelId: 'ferries', reading: step.reading, edits, format }),
    });
    return { step, response, bytes: Buffer.from(await response.arrayBuffer()) };
  };
  const signedIn = async () => {
    const mira = DEMO_PEOPLE.find((one) => one.name.startsWith('Mira'));
    const response = await fetch(`${demo.running.address}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: mira?.email, password: mira?.password }),
    });
    return (response.headers.get('set-cookie') ?? '').split(';')[0] ?? '';
  };

  test('CSV holds the numbers of the answer at full precision', async () => {
    const { step, response, bytes } = await download('csv', 'revenue per passenger by coast in 2025');
    expect(response.headers.get('content-disposition')).toContain('.csv');
    const [head, ...rows] = parse(bytes, { bom: true }) as string[][];
    expect(head).toEqual(['Coast', 'Revenue per passenger']);
    const figures = rows.slice(0, step.answer?.rows.length);
    expect(figures.map(([coast]) => coast)).toEqual(step.answer?.rows.map(([coast]) => coast));
    // all that a double tells for sure; the last digits are what adding up in binary leaves
    for (const [index, [, value]] of figures.entries())
      expect(Math.abs(Number(value) / Number(step.answer?.rows[index]?.[1]) - 1)).toBeLessThan(1e-11);
  });
  test('a PDF holds headline, sentence and all figures as text that can be read again', async () => {
    const { step, bytes } = await download('pdf', 'passengers by coast in 2025');
    const { text, numpages } = await pdfParse(bytes);
    expect(numpages).toBe(2);
    const read = text.replace(/\s+/g, ' ');
    expect(read).toContain(step.sentence?.text);
    for (const [coast, value] of step.answer?.rows ?? [])
      expect(read).toMatch(new RegExp(`${String(coast)} ?${Number(value).toLocaleString('en-GB')}`));
  });
  test('a drawing has a mark for each figure, and escapes what names hold', async () => {
    const { step, response, bytes } = await download('svg', 'passengers by coast in 2025');
    expect(response.headers.get('content-type')).toContain('image/svg+xml');
    const svg = bytes.toString('utf8');
    expect(new XMLParser({ ignoreAttributes: false }).parse(svg)).toHaveProperty('svg');
    for (const [coast] of step.answer?.rows ?? []) expect(svg).toContain(`>${String(coast)}<`);
  });
  test.each([
    'passengers by month this year vs last year',
    'revenue by route as a pareto chart',
    'passengers by port as a map',
    'passengers by channel as a pie',
    'box plot of delay by vessel class',
    'passengers by coast this year vs last year as a bridge',
    'passengers by month and channel this year as a heat grid',
    'passengers by channel by month as small multiples',
    'passengers by coast and port as a treemap',
    'passengers and revenue per passenger by month as bars with a line',
    'passengers this year',
    'passengers by coast, channel and month this year',
    'revenue vs plan by month last year',
    'lost luggage',
  ])('every kind of answer leaves as PDF and drawing: %s', async (question) => {
    for (const format of ['pdf', 'svg']) {
      const { response, bytes, step } = await download(format, question);
      expect([format, response.status]).toEqual([format, step.answer ? 200 : 400]);
      if (!step.answer) continue;
      expect(bytes.length).toBeGreaterThan(800);
      if (format === 'svg') expect(bytes.toString('utf8')).not.toMatch(/NaN|Infinity|undefined/);
    }
  });
  test('the workbook holds numbers as numbers and months as dates, and says what they are', async () => {
    const { step, bytes } = await download('xlsx', 'passengers by month in 2025');
    const [head, ...rows] = await readSheet(bytes, 'Answer');
    expect(head).toEqual(['Month', 'Passengers']);
    expect(
      rows.map(([month, value]) => [month instanceof Date ? month.toISOString().slice(0, 10) : month, value]),
    ).toEqual(step.answer?.rows);
    const about = (await readSheet(bytes, 'About')).flat();
    expect(about).toContain(step.sentence?.text);
  });
  test('a cell that a spreadsheet would compute is kept as text', () => {
    const answer = {
      columns: [{ key: 'a', label: 'A', role: 'level' as const }],
      rows: [['=1+1']],
      rowCount: 1,
      truncated: false,
      dataVersion: '',
      asOf: '',
      engine: '',
      ms: 0,
      support: [],
      window: {},
      other: null,
      incomplete: null,
    };
    expect(csvOf(answer)).toContain("'=1+1");
  });
  test('edits are made before the answer: the records behind a mark, within what one may see', async () => {
    const step = await ask(ines, await inquiry(ines), { text: 'sailings by port in 2025' });
    const { body } = await ines<{ answer: { columns: { key: string }[]; rows: unknown[][] } }>('POST', '/answers', {
      modelId: 'ferries',
      reading: step.reading,
      edits: [{ do: 'rows', how: 'list', columns: [{ kind: 'level', level: 'coast' }] }],
    });
    const at = body.answer.columns.findIndex((column) => column.key === 'coast');
    expect(body.answer.rows.length).toBeGreaterThan(10);
    expect(new Set(body.answer.rows.map((row) => row[at]))).toEqual(new Set(['Outer Isles']));
    const refused = await ines<{ detail: string }>('POST', '/answers', {
      modelId: 'ferries',
      reading: step.reading,
      edits: [{ do: 'rows', how: 'list', columns: [{ kind: 'level', level: 'fare' }] }],
    });
    expect([refused.status, refused.body.detail]).toEqual([422, 'The records of sailing do not hold fare.']);
  });
});

describe('boards', () => {
  const board = async () => (await mira<{ id: string }>('POST', '/boards', { title: 'A board' })).body.id;
  const pin = async (id: string, text: string) => {
    const step = await ask(mira, await inquiry(mira), { text });
    return mira<{ id: string; version: number; x: number; y: number }>('POST', `/boards/${id}/tiles`, {
      modelId: 'ferries',
      reading: step.reading,
    });
  };

  test('rights: private, shared to see, shared to edit, taken back', async () => {
    const id = await board();
    const tile = (await pin(id, 'passengers by coast')).body;
    const tomasId = await person('Tomas');
    expect((await tomas('GET', `/boards/${id}`)).status).toBe(404);
    await mira('PUT', `/boards/${id}/shares/${tomasId}`, { right: 'see' });
    expect((await tomas<{ right: string }>('GET', `/boards/${id}`)).body.right).toBe('see');
    for (const [method, path, body] of [
      ['PATCH', `/boards/${id}`, { title: 'Mine now' }],
      ['DELETE', `/boards/${id}`, undefined],
      ['PATCH', `/boards/${id}/tiles/${tile.id}`, { x: 3 }],
      ['DELETE', `/boards/${id}/tiles/${tile.id}`, undefined],
      ['PUT', `/boards/${id}/refinement`, { text: 'only Web', for: 'everyone' }],
      ['PUT', `/boards/${id}/shares/${tomasId}`, { right: 'edit' }],
      ['POST', `/boards/${id}/tiles/${tile.id}/inquiry`, undefined],
    ] as const)
      expect([method, path, (await tomas(method, path, body)).status]).toEqual([method, path, 403]);
    expect((await tomas('PUT', `/boards/${id}/refinement`, { text: 'only Web' })).status).toBe(200);
    await mira('PUT', `/boards/${id}/shares/${tomasId}`, { right: 'edit' });
    expect((await tomas('PATCH', `/boards/${id}/tiles/${tile.id}`, { x: 3 })).status).toBe(200);
    await mira('PUT', `/boards/${id}/shares/${tomasId}`, { right: null });
    expect((await tomas('GET', `/boards/${id}`)).status).toBe(404);
    expect((await tomas('GET', `/boards/${id}/tiles/${tile.id}/answer`)).status).toBe(404);
    expect((await tomas('GET', `/boards/${id}/events`)).status).toBe(404);
  });

  test('a refinement narrows only for the one who made it, and its address shows the same to all who may see the board', async () => {
    const id = await board();
    const tile = (await pin(id, 'passengers by coast in 2025')).body;
    const refined = (
      await mira<{ id: string; label: string }>('PUT', `/boards/${id}/refinement`, {
        text: 'only Outer Isles, vs last year',
      })
    ).body;
    expect(refined.label).toBe('for Outer Isles — beside the year before');
    const answer = async (suffix: string) =>
      (
        await mira<{ sentence: { text: string }; answer: { rows: unknown[] } }>(
          'GET',
          `/boards/${id}/tiles/${tile.id}/answer${suffix}`,
        )
      ).body;
    expect((await answer('')).sentence.text).toBe('Passengers by coast, 2025');
    expect((await answer(`?refinement=${refined.id}`)).sentence.text).toBe(
      'Passengers by coast for Outer Isles, 2025 — beside the year before',
    );
    const more = (
      await mira<{ label: string }>('PUT', `/boards/${id}/refinement`, { text: 'last quarter', from: refined.id })
    ).body;
    expect(more.label).toBe('for Outer Isles, last quarter — beside the year before');
  });

  test('for everyone changes the board’s sentence; a tile that cannot take it says so and keeps its numbers', async () => {
    const id = await board();
    const takes = (await pin(id, 'passengers by coast in 2025')).body;
    const cannot = (await pin(id, 'average delay by coast in 2025')).body;
    await mira('PUT', `/boards/${id}/refinement`, { text: 'only Web', for: 'everyone' });
    const answer = async (tile: string) =>
      (await mira<{ sentence: { text: string }; refused: string[] }>('GET', `/boards/${id}/tiles/${tile}/answer`)).body;
    expect(await answer(takes.id)).toMatchObject({
      sentence: { text: 'Passengers by coast for Web, 2025' },
      refused: [],
    });
    expect((await answer(cannot.id)).refused[0]).toContain('cannot be narrowed by channel');
    const started = (await mira<{ inquiry: string; step: string }>('POST', `/boards/${id}/tiles/${takes.id}/inquiry`))
      .body;
    expect((await mira<Step>('GET', `/inquiries/${started.inquiry}/steps/${started.step}`)).body.sentence?.text).toBe(
      'Passengers by coast for Web, 2025',
    );
  });

  test('words that would change what tiles show are refused with what to do instead', async () => {
    const id = await board();
    await pin(id, 'passengers by coast in 2025');
    expect(
      (
        await mira<{ outcome: string; notes: { text: string }[] }>('PUT', `/boards/${id}/refinement`, {
          text: 'by channel',
        })
      ).body,
    ).toMatchObject({ outcome: 'unclear' });
    expect(
      (await mira<{ outcome: string }>('PUT', `/boards/${id}/refinement`, { text: 'only blorptown' })).body.outcome,
    ).toBe('unclear');
    expect((await mira<{ outcome: string }>('PUT', `/boards/${id}/refinement`, { text: 'why?' })).body.outcome).toBe(
      'unclear',
    );
  });

  test('two changes of one tile from the same version: the later one is told, nothing is overwritten', async () => {
    const id = await board();
    const tile = (await pin(id, 'passengers by coast in 2025')).body;
    expect((await mira('PATCH', `/boards/${id}/tiles/${tile.id}`, { x: 2, version: tile.version })).status).toBe(200);
    expect((await mira('PATCH', `/boards/${id}/tiles/${tile.id}`, { x: 5, version: tile.version })).status).toBe(409);
    expect((await mira<{ tiles: { x: number }[] }>('GET', `/boards/${id}`)).body.tiles[0]?.x).toBe(2);
  });

  test('tiles find a free place, and may not leave the grid', async () => {
    const id = await board();
    await pin(id, 'passengers by coast');
    const second = (await pin(id, 'passengers by month')).body;
    expect([second.x, second.y]).toEqual([6, 0]);
    expect((await mira('PATCH', `/boards/${id}/tiles/${second.id}`, { x: 8, width: 6 })).status).toBe(400);
  });

  test('changes reach listeners within a second; who loses the right is told and closed', async () => {
    const id = await board();
    const inesId = await person('Ines');
    await mira('PUT', `/boards/${id}/shares/${inesId}`, { right: 'see' });
    const cookie = await signIn('ines@velloe.example', 'kelp-lantern-63');
    const response = await fetch(`${demo.running.address}/api/boards/${id}/events`, { headers: { cookie } });
    const reader = response.body?.getReader();
    let heard = '';
    const listening = (async () => {
      for (;;) {
        const chunk = await reader?.read();
        if (!chunk || chunk.done) return;
        heard += Buffer.from(chunk.value).toString();
      }
    })();
    const until = async (text: string) => {
      const began = Date.now();
      while (!heard.includes(text)) {
        if (Date.now() - began > 1000) throw new Error(`“${text}” was not heard within a second: ${heard}`);
        await new Promise((resolve) => setTimeout(resolve, 5));
      }
    };
    await until('Ines Rowan');
    await pin(id, 'passengers by coast');
    await until('"kind":"tile"');
    await mira('PUT', `/boards/${id}/refinement`, { text: 'only Web', for: 'everyone' });
    await until('"kind":"scope"');
    await mira('PUT', `/boards/${id}/shares/${inesId}`, { right: null });
    await until('event: closed');
    await listening;
  });
});

async function signIn(email: string, password: string): Promise<string> {
  const response = await fetch(`${demo.running.address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email, password }),
  });
  return (response.headers.get('set-cookie') ?? '').split(';')[0] ?? '';
}

describe('one’s own data', () => {
  const CSV =
    'id,sold on,Shop,amount,open\n1,2026-01-05,Birch Lane,10.5,true\n2,2026-01-09,Old Mill,20,false\n3,2026-02-02,Birch Lane,7.25,true\n4,not a day,Birch Lane,1,true\n5,2026-02-03,Old Mill,x,true\n';
  const MODEL = `
zud: 1
id: shops
name: Shops
tables: [{ id: sales, key: id }]
facts: [{ id: sales, name: sale, table: sales }]
dates: [{ id: day, name: sale date, default: true, columns: { sales: sold_on } }]
dimensions: [{ id: shop, name: Shop, levels: [{ id: shop, name: Shop, column: sales.shop, kind: place }] }]
measures:
  - { id: amount, name: Amount, kind: sum, fact: sales, column: amount }
  - { id: sales, name: Sales, kind: count, fact: sales }
`;
  test('a steward loads a table and a model, and it can be asked at once', async () => {
    const load = await stellan<{
      rows: number;
      columns: { name: string; type: string }[];
      rejected: { line: number; reason: string }[];
    }>('POST', '/tables?name=sales&types=sold_on:date,amount:number', CSV, { 'content-type': 'text/csv' });
    expect(load.body).toMatchObject({
      rows: 3,
      columns: [
        { name: 'id', type: 'integer' },
        { name: 'sold_on', type: 'date' },
        { name: 'shop', type: 'text' },
        { name: 'amount', type: 'number' },
        { name: 'open', type: 'boolean' },
      ],
    });
    expect(load.body.rejected.map((one) => one.line)).toEqual([5, 6]);
    expect((await stellan('POST', '/models', MODEL, { 'content-type': 'application/yaml' })).status).toBe(201);
    const id = await inquiry(mira, 'shops');
    const step = await ask(mira, id, { text: 'amount by shop' });
    expect(step.answer?.rows).toEqual([
      ['Old Mill', 20],
      ['Birch Lane', 17.75],
    ]);
    expect((await ask(mira, id, { text: 'only Birch Lane by month' })).answer?.rows).toEqual([
      ['2026-01-01', 'Birch Lane', 10.5],
      ['2026-02-01', 'Birch Lane', 7.25],
    ]);
    expect((await mira<{ starters: string[] }>('GET', '/models/shops')).body.starters.length).toBeGreaterThan(2);
  });
  test('types are inferred; a name of the table that can’t be is refused, and nothing is loaded', async () => {
    const load = await stellan<{ columns: { type: string }[] }>(
      'POST',
      '/tables?name=inferred',
      'a,b,c,d,e\n1,1.5,2026-01-01,2026-01-01 10:00,yes\n2,3,2026-01-02,2026-01-02 11:30,no\n',
      { 'content-type': 'text/csv' },
    );
    expect(load.body.columns.map((column) => column.type)).toEqual([
      'integer',
      'number',
      'date',
      'timestamp',
      'boolean',
    ]);
    expect((await stellan('POST', '/tables?name=Bad-Name', 'a\n1\n', { 'content-type': 'text/csv' })).status).toBe(422);
    expect((await stellan('POST', '/tables?name=ok', '', { 'content-type': 'text/csv' })).status).toBe(422);
    expect((await mira('POST', '/tables?name=mine', 'a\n1\n', { 'content-type': 'text/csv' })).status).toBe(403);
  });
  test('a faulty model gets each fault’s place and reason, and is not saved', async () => {
    const faulty = MODEL.replace('id: shops', 'id: faulty')
      .replace('column: sales.shop', 'column: sales.shoop')
      .replace('column: amount', 'column: amouunt');
    const reply = await stellan<{ faults: { place: string; reason: string }[] }>('POST', '/models', faulty, {
      'content-type': 'application/yaml',
    });
    expect(reply.status).toBe(422);
    expect(reply.body.faults.map((fault) => fault.place)).toEqual(
      ['dimensions[0].levels[0].column'.replace('.column', ''), 'measures[0].column'].map((place) =>
        expect.stringContaining(place),
      ),
    );
    expect((await mira('GET', '/models/faulty')).status).toBe(404);
    expect((await stellan('POST', '/models', MODEL, { 'content-type': 'application/yaml' })).status).toBe(409);
  });
  test('new data are in the next answer', async () => {
    await stellan(
      'POST',
      '/tables?name=sales&types=sold_on:date,amount:number',
      `${CSV}6,2026-03-01,Kiln Row,100,true\n`,
      { 'content-type': 'text/csv' },
    );
    const id = await inquiry(mira, 'shops');
    expect((await ask(mira, id, { text: 'amount by shop' })).answer?.rows[0]).toEqual(['Kiln Row', 100]);
    expect((await ask(mira, id, { text: 'only Kiln Row' })).outcome).toBe('answered');
  });
  test('rows are added, and those of some days replaced; what does not fit changes nothing', async () => {
    const load = (query: string, csv: string) =>
      stellan<{ rows: number; added: number; removed: number; detail: string }>(
        'POST',
        `/tables?name=sales&${query}`,
        csv,
        { 'content-type': 'text/csv' },
      );
    const total = async () => (await ask(mira, await inquiry(mira, 'shops'), { text: 'amount' })).answer?.rows[0]?.[0];
    const before = Number(await total());
    // the columns may come in another order, and may be fewer
    expect((await load('mode=add', 'amount,id,sold_on\n5,7,2026-03-02\n6,8,2026-03-03\n')).body).toMatchObject({
      rows: 6,
      added: 2,
      removed: 0,
    });
    expect(await total()).toBe(before + 11);
    // the day is the model’s default date, so that it need not be named
    expect(
      (
        await load(
          'mode=days&from=2026-03-01&to=2026-03-02',
          'id,sold_on,shop,amount,open\n9,2026-03-01,Kiln Row,40,true\n',
        )
      ).body,
    ).toMatchObject({ rows: 5, added: 1, removed: 2 });
    expect(await total()).toBe(before + 11 - 105 + 40);
    for (const [query, csv, reason] of [
      ['mode=days&from=2026-03-01&to=2026-03-02', 'id,sold_on\n1,2026-04-01\n', 'of other days'],
      ['mode=add', 'colour\nred\n', 'no column “colour”'],
      ['mode=days&from=soon&to=2026-03-02', 'id\n1\n', 'YYYY-MM-DD'],
    ] as const) {
      const refused = await load(query, csv);
      expect([refused.status, refused.body.detail]).toEqual([422, expect.stringContaining(reason)]);
    }
    expect((await load('mode=add&types=id:text', 'id\n1\n')).status).toBe(400);
    expect((await load('mode=twice', 'id\n1\n')).status).toBe(400);
    expect(await total()).toBe(before + 11 - 105 + 40);
  });
});

describe('what is known of a table', () => {
  const text = (rows: string) => `id,sold_on,shop,amount\n${rows}`;
  const load = (rows: string, query = '') =>
    stellan('POST', `/tables?name=till${query}`, text(rows), { 'content-type': 'text/csv' });
  const TILL = `
zud: 1
id: tills
name: Tills
tables: [{ id: till, key: id }]
facts: [{ id: till, name: sale, table: till }]
dates: [{ id: day, name: sale date, default: true, columns: { till: sold_on } }]
dimensions: [{ id: shop, name: Shop, levels: [{ id: shop, name: Shop, column: till.shop, kind: place }] }]
measures:
  - { id: amount, name: Amount, kind: sum, fact: till, column: amount }
`;
  const breaches = async (question: string) =>
    (await ask(mira, await inquiry(mira, 'tills'), { text: question })).notes
      .map((note) => note.text)
      .filter((note) => note.includes('break a rule'));

  test('a rule is looked at in each load; answers that look at the column say so, without numbers or values', async () => {
    expect((await load('1,2026-01-01,Kiln Row,5\n2,2026-01-02,Quay,7\n')).status).toBe(200);
    const made = await stellan<{ faults?: unknown }>('POST', '/models', TILL, { 'content-type': 'application/yaml' });
    expect([made.status, made.body.faults]).toEqual([201, undefined]);
    const rules = [{ column: 'shop', rule: { kind: 'oneOf', values: ['Kiln Row', 'Quay'] } }];
    const set = await stellan<{ broken: unknown[] }>('PUT', '/tables/till/rules', { rules });
    expect(set.body.broken).toEqual([]);
    expect(await breaches('amount by shop')).toEqual([]);
    await load('3,2026-01-03,Nowhere,9\n', '&mode=add');
    expect(await breaches('amount by shop')).toEqual([
      'The rows of till break a rule: some have a shop that is not on its list.',
    ]);
    expect(await breaches('amount by month')).toEqual([]);
    const tables = await stellan<{ name: string; broken: { count: number; example: string }[] }[]>('GET', '/tables');
    expect(tables.body.find(({ name }) => name === 'till')?.broken).toEqual([
      expect.objectContaining({ count: 1, example: 'Nowhere' }),
    ]);
    expect((await stellan('PUT', '/tables/till/rules', { rules: [] })).status).toBe(200);
    expect(await breaches('amount by shop')).toEqual([]);
    expect((await stellan('PUT', '/tables/unheard/rules', { rules: [] })).status).toBe(404);
    expect((await mira('PUT', '/tables/till/rules', { rules: [] })).status).toBe(403);
  });
  test('an earlier load is gone back to: the next answer has its numbers; one that would break a model is refused', async () => {
    const total = async () => (await ask(mira, await inquiry(mira, 'tills'), { text: 'amount' })).answer?.rows[0]?.[0];
    expect(await total()).toBe(21);
    interface Load {
      version: number;
      state: string;
      by: string;
      rows: number;
    }
    const loads = async () => (await stellan<Load[]>('GET', '/tables/till/loads')).body;
    const [current, first] = await loads();
    expect([current, first]).toEqual([
      expect.objectContaining({ state: 'current', rows: 3, by: 'Stellan Reed' }),
      expect.objectContaining({ state: 'kept', rows: 2, by: 'Stellan Reed' }),
    ]);
    expect((await stellan('POST', `/tables/till/loads/${first?.version}/back`)).status).toBe(200);
    expect(await total()).toBe(12);
    expect((await loads())[0]).toMatchObject({ how: 'back', backTo: first?.version, state: 'current', rows: 2 });
    const again = await stellan<{ detail: string }>('POST', `/tables/till/loads/${first?.version}/back`);
    expect([again.status, again.body.detail]).toEqual([422, expect.stringContaining('is not kept')]);
    expect(await total()).toBe(12);
    expect((await stellan('GET', '/tables/unheard/loads')).status).toBe(404);
    expect((await mira('GET', '/tables/till/loads')).status).toBe(403);
  });
});

test('a steward runs queries over the loaded tables, and nobody else does; they are listed for whoever ran them', async () => {
  const run = (who: Caller, sql: string, explain = false) =>
    who<{ rows: unknown[][]; detail: string; position: number }>('POST', '/queries', { sql, explain });
  const found = await run(stellan, 'select count(*) as n from routes');
  const direct = new pg.Client(demo.databaseUrl);
  await direct.connect();
  const {
    rows: [counted],
  } = await direct.query<{ n: number }>('select count(*)::int as n from data.routes');
  await direct.end();
  expect(found.body).toMatchObject({ rows: [[counted?.n]], columns: [{ name: 'n', type: 'integer' }], more: false });
  expect((await run(stellan, 'select count(*) as n from routes', true)).body.rows.join(' ')).toContain('Aggregate');
  const faulty = await run(stellan, 'select nn from routes');
  expect([faulty.status, faulty.body.position]).toEqual([422, 7]);
  expect((await run(stellan, 'delete from routes')).status).toBe(422);
  expect((await run(stellan, ' ')).status).toBe(400);
  expect((await run(mira, 'select 1 as one')).status).toBe(403);
  const runs = await stellan<{ sql: string; fault: string | null }[]>('GET', '/queries');
  expect(runs.body.slice(0, 3).map(({ sql, fault }) => [sql, fault === null])).toEqual([
    ['delete from routes', false],
    ['select nn from routes', false],
    ['select count(*) as n from routes', true],
  ]);
  expect((await mira('GET', '/queries')).status).toBe(403);
});

test('a question that runs too long is stopped, says so, and the line is free for the next', async () => {
  const slow = await startDemoServer({ timeLimit: 2_000, databaseUrl: demo.databaseUrl });
  const holder = new pg.Client(demo.databaseUrl);
  await holder.connect();
  try {
    const who = await slow.as('Mira');
    const id = await inquiry(who);
    const asked = () =>
      who<{ status: number; detail: string }>('POST', `/inquiries/${id}/steps`, {
        text: 'median onboard spend by route and channel',
      });
    // whoever holds the table makes every question of it wait, on any machine
    await holder.query('begin; lock table data.bookings');
    const reply = await asked();
    expect([reply.status, reply.body.detail]).toEqual([504, expect.stringContaining('ran too long')]);
    await holder.query('rollback');
    expect((await asked()).status).toBe(201);
  } finally {
    await holder.end();
    await slow.close();
  }
});
