/** Steps on a real PostgreSQL: each has a place of its own, however many are made at once. */
import { startDemoServer, type DemoServer } from '../../tests/demo-server';
import { addStep, copyInquiry, createInquiry, stepsOf, type NewStep } from './inquiries';
import { people } from './schema';

let demo: DemoServer;
beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.01 });
}, 60_000);
afterAll(() => demo.close());

const step = (asked: string): NewStep => ({
  after: null,
  asked,
  outcome: 'unclear',
  reading: null,
  record: {},
  dataVersion: null,
  access: 'all',
});

test('steps made at the same time stand one after the other; a copy goes on from the last', async () => {
  const { store } = demo.running.context.database;
  const [person] = await store.select().from(people).limit(1);
  if (person === undefined) throw new Error('The demo has people.');
  const inquiry = await createInquiry(store, person.id, 'ferries', null);
  await Promise.all(
    Array.from({ length: 12 }, (_, index) =>
      addStep(store, inquiry, person.id, step(`question ${index}`), `Title ${index}`),
    ),
  );
  const made = await stepsOf(store, inquiry.id);
  expect(made.map((one) => one.place)).toEqual(Array.from({ length: 12 }, (_, index) => index + 1));
  // a copy goes on where the steps it has end
  const copy = await copyInquiry(store, inquiry, person.id);
  expect((await addStep(store, copy, person.id, step('and then'), null)).place).toBe(13);
});
