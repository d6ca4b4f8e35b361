import { AnswerCache } from './answer-cache';

test('the same question in flight is computed once, and kept', async () => {
  const cache = new AnswerCache<number>(10, () => 1);
  let runs = 0;
  const compute = async () => {
    await new Promise((resolve) => setTimeout(resolve, 5));
    return (runs += 1);
  };
  expect(await Promise.all([cache.get('a', null, compute), cache.get('a', null, compute)])).toEqual([1, 1]);
  expect(await cache.get('a', null, compute)).toBe(1);
  cache.clear();
  expect(await cache.get('a', null, compute)).toBe(2);
});

test('a failure is not kept, and the oldest unused go first', async () => {
  const cache = new AnswerCache<string>(2, () => 1);
  await expect(cache.get('a', null, () => Promise.reject(new Error('no')))).rejects.toThrow('no');
  expect(await cache.get('a', null, async () => 'yes')).toBe('yes');
  await cache.get('b', null, async () => 'b');
  await cache.get('a', null, async () => 'again');
  await cache.get('c', null, async () => 'c');
  expect(await cache.get('a', null, async () => 'anew')).toBe('yes');
  expect(await cache.get('b', null, async () => 'anew')).toBe('anew');
});

test('who leaves stops waiting for others only when nobody is left', async () => {
  const cache = new AnswerCache<number>(10, () => 1);
  const stopped: string[] = [];
  const compute = (name: string) => (signal: AbortSignal) =>
    new Promise<number>((resolve, reject) => {
      const timer = setTimeout(() => resolve(7), 20);
      signal.addEventListener('abort', () => {
        clearTimeout(timer);
        stopped.push(name);
        reject(new Error('stopped'));
      });
    });
  const [one, two, alone] = [new AbortController(), new AbortController(), new AbortController()];
  const both = [cache.get('both', one.signal, compute('both')), cache.get('both', two.signal, compute('never'))];
  const only = cache.get('alone', alone.signal, compute('alone'));
  one.abort();
  alone.abort();
  await expect(only).rejects.toThrow('stopped');
  expect(await Promise.all(both)).toEqual([7, 7]);
  expect(stopped).toEqual(['alone']);
  expect(await cache.get('alone', null, async () => 8)).toBe(8);
});

test('what is kept is bounded by its size, not by how many there are; what is too large alone is not kept', async () => {
  const cache = new AnswerCache<string>(100, (value) => value.length);
  for (let index = 0; index < 50; index += 1) await cache.get(`key ${index}`, null, async () => 'x'.repeat(10));
  expect(cache.bytes).toBeLessThanOrEqual(100);
  expect(await cache.get('key 49', null, async () => 'anew')).toBe('x'.repeat(10));
  await cache.get('large', null, async () => 'y'.repeat(60));
  expect(await cache.get('large', null, async () => 'anew')).toBe('anew');
});
