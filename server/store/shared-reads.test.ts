import fc from 'fast-check';
import { SharedReads } from './shared-reads';

const turn = () => new Promise<void>((resolve) => setImmediate(resolve));

test('whoever asks gets a read that began after they asked, and many at once cost two reads', async () => {
  const reads = new SharedReads<number>();
  let stored = 0;
  let count = 0;
  const read = async () => {
    count += 1;
    const seen = stored;
    await turn();
    return seen;
  };
  const before = reads.get('a', read);
  stored = 1;
  const after = Array.from({ length: 50 }, () => reads.get('a', read));
  expect(await before).toBe(0);
  expect(await Promise.all(after)).toEqual(Array.from({ length: 50 }, () => 1));
  expect(count).toBe(2);
});

test('a read that fails tells all who waited for it, and the next begins anew', async () => {
  const reads = new SharedReads<string>();
  const failing = () => turn().then(() => Promise.reject(new Error('gone')));
  const first = reads.get('a', failing);
  const second = reads.get('a', () => Promise.resolve('there'));
  await expect(first).rejects.toThrow('gone');
  expect(await second).toBe('there');
  expect(await reads.get('a', () => Promise.resolve('again'))).toBe('again');
});

test('under any order of changes and questions nobody is told less than was stored when they asked', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.constantFrom('change', 'ask', 'wait'), { maxLength: 40 }), async (acts) => {
      const reads = new SharedReads<number>();
      let stored = 0;
      const asked: Promise<boolean>[] = [];
      for (const act of acts) {
        if (act === 'change') stored += 1;
        else if (act === 'wait') await turn();
        else {
          const least = stored;
          asked.push(
            reads
              .get('a', async () => {
                await turn();
                const seen = stored;
                await turn();
                return seen;
              })
              .then((seen) => seen >= least),
          );
        }
      }
      expect(await Promise.all(asked)).not.toContain(false);
    }),
  );
});
