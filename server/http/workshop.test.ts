/** The workshop over HTTP: drafts that two stewards change, what they would change, publishing, and going back. */
import { parse } from 'yaml';
import type { Impact } from '@zud/core/contract/terms';
import type { MeasureSample, ModelDraftView, ModelVersionView } from '@zud/core/contract/workshop';
import type { ModelFile } from '@zud/core/model/schema';
import type { Answer } from '@zud/core/query/answer';
import { EMPTY_READING, plain } from '@zud/core/reading/schema';
import { askedOf, startDemoServer, type Caller, type DemoServer } from '../../tests/demo-server';

let demo: DemoServer;
let mira: Caller;
let stellan: Caller;
let ada: Caller;
beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.02 });
  [mira, stellan, ada] = [await demo.as('Mira'), await demo.as('Stellan'), await demo.as('Ada')];
}, 120_000);
afterEach(() => stellan('DELETE', DRAFT));
afterAll(() => demo.close());

const DRAFT = '/models/ferries/draft';
const seen = async (who: Caller = stellan) => (await who<ModelDraftView>('GET', DRAFT)).body;
const put = (who: Caller, file: ModelFile, revision: number | null) =>
  who<ModelDraftView & { detail?: string }>('PUT', `${DRAFT}${revision === null ? '' : `?revision=${revision}`}`, file);
const publish = (who: Caller, revision?: number) =>
  who<{ version: number; detail?: string }>('POST', `${DRAFT}/publish`, revision === undefined ? {} : { revision });
const withMeasure = (file: ModelFile, id: string, change: object): ModelFile => ({
  ...file,
  measures: file.measures.map((one) => (one.id === id ? ({ ...one, ...change } as typeof one) : one)),
});
const figure = async (measure: string, who: Caller = mira): Promise<unknown> => {
  const { status, body } = await who<{ answer: Answer }>('POST', '/answers', {
    modelId: 'ferries',
    reading: { ...EMPTY_READING, shown: [plain(measure)] },
  });
  return status === 200 ? body.answer.rows[0]?.[0] : status;
};

test('nothing drafted is what is published; a draft without a change publishes and changes no number', async () => {
  const before = await seen();
  expect(before).toMatchObject({ revision: null, changes: [], faults: [], behind: false });
  const number = await figure('load_factor');
  const kept = await put(stellan, before.file, null);
  expect(kept.body).toMatchObject({ revision: 1, changes: [] });
  const { body: impact } = await stellan<Impact>('GET', `${DRAFT}/impact`);
  expect(impact.questions.every(({ numbers }) => numbers === 'same')).toBe(true);
  expect((await publish(stellan)).body.version).toBe(before.version + 1);
  expect(await figure('load_factor')).toBe(number);
});

test('a draft is nobody else’s until it is published; what it changes is told, and a version goes back', async () => {
  const start = await seen();
  const number = await figure('load_factor');
  const asked = await mira<{ id: string }>('POST', '/inquiries', { modelId: 'ferries', title: 'How full' });
  for (const text of ['load factor by coast in 2025', 'passengers by coast in 2025'])
    await mira('POST', `/inquiries/${asked.body.id}/steps`, { text, after: null });
  const changed = withMeasure(start.file, 'load_factor', { per: 'passengers', synonyms: ['how stuffed'] });
  const { body: draft } = await put(stellan, changed, null);
  expect(draft.changes).toHaveLength(1);
  expect(draft.changes[0]).toMatchObject({
    section: 'measures',
    id: 'load_factor',
    name: 'Load factor',
    how: 'changed',
  });
  expect(draft.changes[0]?.fields).toEqual(
    expect.arrayContaining([
      { field: 'per', before: 'capacity', after: 'passengers' },
      { field: 'synonyms', before: 'occupancy, utilisation', after: 'how stuffed' },
    ]),
  );
  expect(await figure('load_factor')).toBe(number);
  expect((await askedOf<{ outcome: string }>(mira, 'how stuffed by coast')).outcome).toBe('unclear');
  const { body: impact } = await stellan<Impact>('GET', `${DRAFT}/impact`);
  const of = (text: string) => impact.questions.filter(({ asked: one }) => one === text);
  expect(of('load factor by coast in 2025').map(({ numbers }) => numbers)).toEqual(['other']);
  expect(of('passengers by coast in 2025').map(({ numbers }) => numbers)).toEqual(['same']);
  expect(of('how stuffed by coast').every(({ before, numbers }) => before === null && numbers === 'other')).toBe(true);
  const { body: samples } = await stellan<MeasureSample[]>('GET', `${DRAFT}/samples?measures=load_factor,passengers`);
  expect(samples[0]).toMatchObject({ value: expect.stringMatching(/^100\.0.%$/) as string, problem: null });
  expect(samples[0]?.was).not.toBeNull();
  expect(samples[1]?.was).toBeNull();
  expect(samples[1]?.line.length).toBeGreaterThan(12);
  const { body: made } = await publish(stellan, draft.revision ?? 0);
  expect(await figure('load_factor')).toBe(1);
  expect((await askedOf<{ outcome: string }>(mira, 'how stuffed by coast')).outcome).toBe('answered');
  const { body: versions } = await stellan<ModelVersionView[]>('GET', '/models/ferries/versions');
  expect(versions[0]).toMatchObject({ version: made.version, by: expect.stringContaining('Stellan') as string });
  expect(versions[0]?.changes.map(({ id }) => id)).toEqual(['load_factor']);
  const back = await stellan<ModelDraftView>('POST', `/models/ferries/versions/${start.version}/draft`);
  expect(back.body.file).toEqual(start.file);
  await publish(stellan);
  expect(await figure('load_factor')).toBe(number);
});

test('two stewards lose nothing: the second is told, with what the first kept', async () => {
  const { file } = await seen();
  const first = await put(stellan, withMeasure(file, 'passengers', { description: 'By Stellan' }), null);
  const second = await put(ada, withMeasure(file, 'vehicles', { description: 'By Ada' }), null);
  expect(second.status).toBe(409);
  const there = (second.body as unknown as { draft: ModelDraftView }).draft;
  expect(there.file).toEqual(first.body.file);
  // nor does a version take the place of what the first kept, unseen
  const version = `/models/ferries/versions/${first.body.version}/draft`;
  expect((await ada('POST', version)).status).toBe(409);
  expect((await seen()).file).toEqual(first.body.file);
  const again = await put(ada, withMeasure(there.file, 'vehicles', { description: 'By Ada' }), there.revision);
  expect(again.body.changes.map(({ id }) => id).sort()).toEqual(['passengers', 'vehicles']);
  // what the first looked at is not what would be published
  expect((await publish(stellan, first.body.revision ?? 0)).status).toBe(409);
  expect((await stellan('DELETE', DRAFT)).status).toBe(204);
  expect((await seen()).changes).toEqual([]);
  expect((await stellan('DELETE', DRAFT)).status).toBe(404);
});

test('a hidden measure leaves its questions unreadable in words; a faulty draft is kept, and not published', async () => {
  const { file } = await seen();
  const faulty = withMeasure(file, 'load_factor', { per: 'no_such_measure' });
  const { body: kept } = await put(stellan, faulty, null);
  expect(kept.faults[0]?.reason).toContain('no_such_measure');
  const refused = await publish(stellan);
  expect(refused.status).toBe(422);
  expect(refused.body.detail).toContain('no_such_measure');
  await put(stellan, withMeasure(file, 'on_time_share', { hidden: true }), kept.revision);
  const asked = await mira<{ id: string }>('POST', '/inquiries', { modelId: 'ferries', title: 'Clocks' });
  await mira('POST', `/inquiries/${asked.body.id}/steps`, { text: 'on-time share by coast', after: null });
  const { body: impact } = await stellan<Impact>('GET', `${DRAFT}/impact`);
  expect(impact.questions.find(({ asked: text }) => text === 'on-time share by coast')).toMatchObject({
    numbers: 'unreadable',
  });
  const shapeless = await stellan<{ detail: string }>('PUT', DRAFT, { zud: 1, id: 'ferries' });
  expect(shapeless.status).toBe(422);
  expect(shapeless.body.detail).toContain('what was kept before stays');
});

test('the file goes out as YAML and comes back as the same draft; analysts have no part in it', async () => {
  const { file } = await seen();
  const yaml = await (
    await fetch(`${demo.running.address}/api${DRAFT}`, {
      headers: { accept: 'application/yaml', cookie: await demo.cookie('Stellan') },
    })
  ).text();
  expect(parse(yaml)).toEqual(file);
  for (const [method, path] of [
    ['GET', ''],
    ['PUT', ''],
    ['DELETE', ''],
    ['GET', '/impact'],
    ['POST', '/publish'],
  ] as const)
    expect((await mira(method, `${DRAFT}${path}`, method === 'PUT' ? file : undefined)).status).toBe(403);
});
