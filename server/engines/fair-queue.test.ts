import fc from 'fast-check';
import { Stopped } from './engine';
import { Busy, FairQueue } from './fair-queue';

const LIMITS = { width: 2, waiting: 100, waitingEach: 50, patience: 10_000 };
const turn = () => new Promise<void>((resolve) => setImmediate(resolve));

/** Work that ends when it is told to. */
function held() {
  let end = (): void => undefined;
  const ended = new Promise<void>((resolve) => {
    end = resolve;
  });
  return { work: () => ended, end };
}

test('one person’s many questions do not keep another’s waiting until all are done', async () => {
  const queue = new FairQueue(LIMITS);
  const order: string[] = [];
  const ask = (person: string, name: string) =>
    queue.run(person, null, async () => {
      order.push(name);
      await turn();
    });
  const board = Array.from({ length: 12 }, (_, index) => ask('mira', `tile ${index}`));
  await Promise.all([...board, ask('tomas', 'question')]);
  expect(order).toHaveLength(13);
  expect(order.indexOf('question')).toBeLessThan(4);
  expect(queue.state).toEqual({ running: 0, waiting: 0 });
});

test('what cannot be begun is turned away: too many of all, too many of one, too long', async () => {
  const queue = new FairQueue({ width: 1, waiting: 3, waitingEach: 2, patience: 30 });
  const first = held();
  const running = queue.run('a', null, first.work);
  const waiting = [queue.run('a', null, turn), queue.run('a', null, turn)];
  await expect(queue.run('a', null, turn)).rejects.toBeInstanceOf(Busy);
  const other = queue.run('b', null, turn);
  await expect(queue.run('c', null, turn)).rejects.toBeInstanceOf(Busy);
  for (const one of [...waiting, other]) await expect(one).rejects.toBeInstanceOf(Busy);
  expect(queue.state).toEqual({ running: 1, waiting: 0 });
  first.end();
  await running;
  await queue.run('c', null, turn);
});

test('a question that is stopped while it waits leaves the queue and never runs', async () => {
  const queue = new FairQueue({ ...LIMITS, width: 1 });
  const first = held();
  const running = queue.run('a', null, first.work);
  const controller = new AbortController();
  let ran = false;
  const stopped = queue.run('b', controller.signal, async () => {
    ran = true;
    await turn();
  });
  controller.abort();
  await expect(stopped).rejects.toBeInstanceOf(Stopped);
  await expect(queue.run('b', controller.signal, turn)).rejects.toBeInstanceOf(Stopped);
  first.end();
  await running;
  expect(ran).toBe(false);
  expect(queue.state).toEqual({ running: 0, waiting: 0 });
});

test('whoever asks and whatever fails, no more than the width run at once, all are answered, and nothing is left over', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.integer({ min: 1, max: 4 }),
      fc.array(
        fc.record({
          person: fc.constantFrom('a', 'b', 'c'),
          turns: fc.integer({ min: 0, max: 3 }),
          fails: fc.boolean(),
        }),
        { maxLength: 40 },
      ),
      async (width, asked) => {
        const queue = new FairQueue({ ...LIMITS, width });
        let now = 0;
        let most = 0;
        const results = await Promise.allSettled(
          asked.map(({ person, turns, fails }) =>
            queue.run(person, null, async () => {
              now += 1;
              most = Math.max(most, now);
              for (let count = 0; count < turns; count += 1) await turn();
              now -= 1;
              if (fails) throw new Error('failed');
              return person;
            }),
          ),
        );
        expect(most).toBeLessThanOrEqual(width);
        expect(results.map((one) => one.status)).toEqual(asked.map((one) => (one.fails ? 'rejected' : 'fulfilled')));
        expect(queue.state).toEqual({ running: 0, waiting: 0 });
      },
    ),
  );
});
