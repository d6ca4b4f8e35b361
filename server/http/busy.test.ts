/** Many questions at once: turned away with words that help, nothing kept of them; a newer question replaces the one it follows up. */
import { startDemoServer, type Caller, type DemoServer } from '../../tests/demo-server';

let demo: DemoServer;
let mira: Caller;
let tomas: Caller;
beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.05, sharing: { width: 1, waiting: 2, waitingEach: 1, patience: 20_000 } });
  [mira, tomas] = await Promise.all([demo.as('Mira'), demo.as('Stellan')]);
}, 60_000);
afterAll(() => demo.close());

const inquiryOf = async (who: Caller) =>
  (await who<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' })).body.id;
interface Told {
  readonly title?: string;
  readonly detail?: string;
  readonly outcome?: string;
}

test('more than can be begun in good time is turned away at once, and no step is kept of it', async () => {
  demo.running.context.answering.forget();
  const inquiries = await Promise.all(Array.from({ length: 6 }, () => inquiryOf(mira)));
  const texts = [
    'passengers by month',
    'revenue by route',
    'sailings by vessel',
    'bookings by channel',
    'delay by coast',
    'passengers by fare',
  ];
  const replies = await Promise.all(
    inquiries.map((id, index) => mira<Told>('POST', `/inquiries/${id}/steps`, { text: texts[index] })),
  );
  const busy = replies.filter((one) => one.status === 503);
  expect(busy.length).toBeGreaterThan(0);
  for (const { body } of busy)
    expect([body.title, body.detail]).toEqual(['Busy', expect.stringContaining('nothing is lost')]);
  const answered = replies.filter((one) => one.status === 201);
  expect(answered.length + busy.length).toBe(6);
  expect(answered.length).toBeGreaterThan(0);
  for (const [index, id] of inquiries.entries())
    expect((await mira<{ steps: unknown[] }>('GET', `/inquiries/${id}`)).body.steps).toHaveLength(
      replies[index]?.status === 201 ? 1 : 0,
    );
  // and in a moment it is answered
  const again = await mira<Told>(
    'POST',
    `/inquiries/${inquiries[replies.findIndex((one) => one.status === 503)] ?? ''}/steps`,
    { text: 'passengers by coast' },
  );
  expect(again.status).toBe(201);
  expect(demo.running.context.queue.state).toEqual({ running: 0, waiting: 0 });
});

test('one person’s many questions leave room for another’s', async () => {
  demo.running.context.answering.forget();
  const [first, second, third] = await Promise.all([inquiryOf(mira), inquiryOf(mira), inquiryOf(tomas)]);
  const replies = await Promise.all([
    mira<Told>('POST', `/inquiries/${first}/steps`, { text: 'passengers by month' }),
    mira<Told>('POST', `/inquiries/${second}/steps`, { text: 'revenue by month' }),
    tomas<Told>('POST', `/inquiries/${third}/steps`, { text: 'sailings by month' }),
  ]);
  expect(replies.map((one) => one.status)).toEqual([201, 201, 201]);
});

test('a newer question after the same step stops the one that runs, which leaves no step', async () => {
  demo.running.context.answering.forget();
  const id = await inquiryOf(mira);
  const { queue } = demo.running.context;
  let release = (): void => undefined;
  const blocking = queue.run(
    'someone else',
    null,
    () =>
      new Promise<void>((resolve) => {
        release = resolve;
      }),
  );
  const waiting = async (count: number) => {
    while (queue.state.waiting !== count) await new Promise((resolve) => setTimeout(resolve, 2));
  };
  const older = mira<Told>('POST', `/inquiries/${id}/steps`, { text: 'ticket revenue by vessel', after: null });
  await waiting(1);
  const asked = mira<Told>('POST', `/inquiries/${id}/steps`, { text: 'passengers by coast', after: null });
  const replaced = await older;
  await waiting(1);
  release();
  const newer = await asked;
  expect([replaced.status, replaced.body.title]).toEqual([409, 'Replaced']);
  expect(newer.status).toBe(201);
  await blocking;
  expect(
    (await mira<{ steps: { asked: string }[] }>('GET', `/inquiries/${id}`)).body.steps.map((one) => one.asked),
  ).toEqual(['passengers by coast']);
});
