/** The inquiry over HTTP: shared and copied, names saved for calculations and lists, levels to go deeper by. */
import { startDemoServer, type Caller, type DemoServer } from '../../tests/demo-server';

let demo: DemoServer;
let mira: Caller;
let tomas: Caller;
let ines: Caller;
let stellan: Caller;

beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.02 });
  [mira, tomas, ines, stellan] = (await Promise.all(
    ['Mira', 'Tomas', 'Ines', 'Stellan'].map((name) => demo.as(name)),
  )) as [Caller, Caller, Caller, Caller];
});
afterAll(() => demo.close());

interface Step {
  id: string;
  after: string | null;
  asked: string;
  outcome: string;
  headline?: string;
  thumbnail?: object;
  sentence: { text: string } | null;
  reading: object;
  answer?: { rows: (string | number | null)[][] };
  notes: { text: string }[];
}
interface Inquiry {
  id: string;
  title: string;
  right: string;
  owner: string;
  sharedWith: number;
  steps: Step[];
}

const person = async (name: string) =>
  (await mira<{ id: string; name: string }[]>('GET', '/people')).body.find((one) => one.name.startsWith(name))?.id ??
  '';
const begun = async (who: Caller, ...questions: string[]) => {
  const { id } = (await who<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' })).body;
  for (const text of questions) await who('POST', `/inquiries/${id}/steps`, { text });
  return id;
};
const asked = async (who: Caller, text: string) =>
  (await who<Step>('POST', `/inquiries/${await begun(who)}/steps`, { text })).body;

describe('an inquiry shared', () => {
  test('is seen by whom it is shared with and by nobody else; asking and changing need the right to', async () => {
    const id = await begun(mira, 'passengers by coast in 2025', 'as a share');
    const other = await person('Stellan');
    expect((await stellan('GET', `/inquiries/${id}`)).status).toBe(404);
    await mira('PUT', `/inquiries/${id}/shares/${other}`, { right: 'see' });
    const seen = (await stellan<Inquiry>('GET', `/inquiries/${id}`)).body;
    expect(seen).toMatchObject({ right: 'see', owner: 'Mira Holt', sharedWith: 1 });
    expect(seen.steps.map((step) => step.asked)).toEqual(['passengers by coast in 2025', 'as a share']);
    expect((await stellan<Inquiry[]>('GET', '/inquiries')).body.find((one) => one.id === id)).toMatchObject({
      owner: 'Mira Holt',
      right: 'see',
    });
    const step = seen.steps[0]?.id ?? '';
    for (const [method, path, body] of [
      ['POST', `/inquiries/${id}/steps`, { text: 'by month' }],
      ['PATCH', `/inquiries/${id}/steps/${step}`, { starred: true }],
      ['DELETE', `/inquiries/${id}/steps/${step}`, undefined],
      ['PATCH', `/inquiries/${id}`, { title: 'Mine' }],
      ['DELETE', `/inquiries/${id}`, undefined],
      ['GET', `/inquiries/${id}/shares`, undefined],
      ['PUT', `/inquiries/${id}/shares/${other}`, { right: 'ask' }],
    ] as const)
      expect([method, path, (await stellan(method, path, body)).status]).toEqual([method, path, 403]);
    await mira('PUT', `/inquiries/${id}/shares/${other}`, { right: 'ask' });
    expect((await stellan('POST', `/inquiries/${id}/steps`, { text: 'by month' })).status).toBe(201);
    expect((await mira<Inquiry>('GET', `/inquiries/${id}`)).body.steps).toHaveLength(3);
    expect((await stellan('DELETE', `/inquiries/${id}`)).status).toBe(403);
    await mira('PUT', `/inquiries/${id}/shares/${other}`, { right: null });
    expect((await stellan('GET', `/inquiries/${id}`)).status).toBe(404);
  });

  test('shows a person limited to some rows no number of others: neither in the trail nor in a step', async () => {
    const id = await begun(mira, 'passengers in 2025');
    await mira('PUT', `/inquiries/${id}/shares/${await person('Ines')}`, { right: 'see' });
    const mine = (await mira<Inquiry>('GET', `/inquiries/${id}`)).body.steps[0];
    const hers = (await ines<Inquiry>('GET', `/inquiries/${id}`)).body.steps[0];
    expect(mine?.headline).toBeDefined();
    expect([hers?.headline, hers?.thumbnail, hers?.notes]).toEqual([undefined, undefined, []]);
    const [all, part] = await Promise.all(
      [mira, ines].map(async (who) =>
        Number((await who<Step>('GET', `/inquiries/${id}/steps/${mine?.id ?? ''}`)).body.answer?.rows[0]?.[0]),
      ),
    );
    expect(part).toBeGreaterThan(0);
    expect(part).toBeLessThan(all ?? 0);
  });

  test('is copied with its branches as one of one’s own', async () => {
    const id = await begun(mira, 'passengers by coast in 2025', 'as a share');
    const first = (await mira<Inquiry>('GET', `/inquiries/${id}`)).body.steps[0];
    await mira('POST', `/inquiries/${id}/steps`, { text: 'by month', after: first?.id });
    await mira('PUT', `/inquiries/${id}/shares/${await person('Stellan')}`, { right: 'see' });
    const copy = (await stellan<{ id: string }>('POST', `/inquiries/${id}/copy`)).body.id;
    const { steps, right } = (await stellan<Inquiry>('GET', `/inquiries/${copy}`)).body;
    expect(right).toBe('owner');
    expect(steps.map((step) => [step.asked, steps.findIndex((one) => one.id === step.after)])).toEqual([
      ['passengers by coast in 2025', -1],
      ['as a share', 0],
      ['by month', 0],
    ]);
    expect((await stellan('POST', `/inquiries/${copy}/steps`, { text: 'by week' })).status).toBe(201);
    expect((await mira<Inquiry>('GET', `/inquiries/${id}`)).body.steps).toHaveLength(3);
    expect((await tomas('POST', `/inquiries/${id}/copy`)).status).toBe(403);
  });
});

describe('a name saved', () => {
  const margin = {
    kind: 'calculation',
    name: 'Quayside surplus',
    synonyms: ['left after fuel'],
    formula: 'ticket_revenue - fuel_cost',
    format: { style: 'currency', currency: 'EUR', decimals: 0 },
    direction: 'more',
  };

  test('for a calculation is understood at once by everyone, and gives the numbers of what it stands for', async () => {
    const before = await asked(mira, 'quayside surplus by coast in 2025');
    expect(before.outcome).toBe('unclear');
    const plain = await asked(mira, 'ticket revenue minus fuel cost by coast in 2025');
    expect((await mira('POST', '/models/ferries/names', margin)).status).toBe(201);
    for (const who of [mira, stellan]) {
      const named = await asked(who, 'left after fuel by coast in 2025');
      expect(named.sentence?.text).toBe('Quayside surplus by coast, 2025');
      expect(named.answer?.rows).toEqual(plain.answer?.rows);
    }
  });

  test('that is a name already, or is made of the words of questions, is refused with the reason', async () => {
    for (const name of ['Passengers', 'Quayside surplus', 'by month', 'Eskvik']) {
      const reply = await mira<{ detail: string }>('POST', '/models/ferries/names', { ...margin, name, synonyms: [] });
      expect([name, reply.status]).toEqual([name, 422]);
      expect(reply.body.detail).toContain(name);
    }
    expect(
      (
        await mira('POST', '/models/ferries/names', {
          ...margin,
          name: 'Odd one',
          synonyms: [],
          formula: 'ticket_revenue - nothing_known',
        })
      ).status,
    ).toBe(422);
    expect(
      (
        await mira('POST', '/models/ferries/names', {
          ...margin,
          name: 'Odd one',
          synonyms: [],
          formula: 'ticket_revenue -',
        })
      ).status,
    ).toBe(422);
    expect((await tomas('POST', '/models/ferries/names', { ...margin, name: 'Odd one', synonyms: [] })).status).toBe(
      403,
    );
  });

  test('for a list of members narrows by it; members that one may not see cannot be named', async () => {
    const set = { kind: 'set', name: 'Twin ports', level: 'port', members: ['Eskvik', 'Tolmar'] };
    expect((await mira('POST', '/models/ferries/names', set)).status).toBe(201);
    const [named, listed] = [
      await asked(mira, 'passengers by port in 2025, only twin ports'),
      await asked(mira, 'passengers by port in 2025 for Eskvik and Tolmar'),
    ];
    expect(named.answer?.rows).toEqual(listed.answer?.rows);
    expect((await ines('POST', '/models/ferries/names', { ...set, name: 'Ports unseen' })).status).toBe(422);
  });

  test('taken back is not understood any more, but what uses it keeps working', async () => {
    const { id } = (
      await mira<{ id: string }>('POST', '/models/ferries/names', { ...margin, name: 'Short lived', synonyms: [] })
    ).body;
    const step = await asked(mira, 'short lived by coast in 2025');
    expect((await ines('DELETE', `/models/ferries/names/${id}`)).status).toBe(403);
    expect((await mira('DELETE', `/models/ferries/names/${id}`)).status).toBe(204);
    expect((await asked(mira, 'short lived by coast in 2025')).outcome).toBe('unclear');
    const again = (await mira<Step>('POST', '/answers', { modelId: 'ferries', reading: step.reading })).body;
    expect(again.answer?.rows).toEqual(step.answer?.rows);
    expect(
      (await mira<{ measures: { id: string }[] }>('GET', '/models/ferries')).body.measures.some((one) => one.id === id),
    ).toBe(false);
  });
});

test('records come page by page, in one order, none twice', async () => {
  const step = await asked(mira, 'bookings in 2025');
  const page = async (skip: number) =>
    (
      await mira<{ answer: { rows: (string | number | null)[][]; truncated: boolean } }>('POST', '/answers', {
        modelId: 'ferries',
        reading: step.reading,
        edits: [{ do: 'rows', how: 'list', columns: [] }],
        skip,
      })
    ).body.answer;
  const pages = [await page(0), await page(1000), await page(2000)];
  const all = Number(step.answer?.rows[0]?.[0]);
  expect(all).toBeGreaterThan(2000);
  expect(pages.map((one) => [one.rows.length, one.truncated])).toEqual([
    [1000, true],
    [1000, true],
    [all - 2000, false],
  ]);
  const keys = pages.flatMap((one) => one.rows.map((row) => row[0]));
  expect(new Set(keys).size).toBe(all);
  const days = pages.flatMap((one) => one.rows.map((row) => String(row[1])));
  expect(days).toEqual([...days].sort());
  expect(await page(1000)).toEqual(pages[1]);
});

test('words are read without running anything, with the reading before where one is sent', async () => {
  const first = (
    await mira<{ outcome: string; reading: object; sentence: { text: string } }>('POST', '/models/ferries/read', {
      text: 'passengers by coast in 2025',
    })
  ).body;
  expect(first).toMatchObject({ outcome: 'answered', sentence: { text: 'Passengers by coast, 2025' } });
  const next = (
    await mira<{ sentence: { text: string } }>('POST', '/models/ferries/read', {
      text: 'by month instead',
      reading: first.reading,
    })
  ).body;
  expect(next.sentence.text).toBe('Passengers by month, 2025');
});

test('levels to go deeper by are those not shown that the measure knows, the most uneven first, within what one may see', async () => {
  const step = await asked(mira, 'passengers by coast in 2025');
  const { levels } = (
    await mira<{ levels: { level: string; members: number; unevenness: number | null }[] }>('POST', '/answers/deeper', {
      modelId: 'ferries',
      reading: step.reading,
    })
  ).body;
  expect(levels.map((one) => one.level)).not.toContain('coast');
  expect(levels.length).toBeGreaterThan(5);
  const known = levels.flatMap((one) => (one.unevenness === null ? [] : [one.unevenness]));
  expect(known).toEqual([...known].sort((a, b) => b - a));
  const port = (who: typeof levels) => who.find((one) => one.level === 'port')?.members ?? 0;
  const hers = (
    await ines<{ levels: typeof levels }>('POST', '/answers/deeper', { modelId: 'ferries', reading: step.reading })
  ).body.levels;
  expect(port(hers)).toBeLessThan(port(levels));
});
