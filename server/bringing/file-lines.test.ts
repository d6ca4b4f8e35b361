/** Text without quotation marks is cut by hand, as a parser is slow: into the same lines, however it comes. */
import fc from 'fast-check';
import { bareLines, parsedLines } from './file-lines';

async function* inChunks(text: string, sizes: readonly number[]): AsyncGenerator<string> {
  let from = 0;
  for (let turn = 0; from < text.length; turn += 1) {
    const size = sizes[turn % sizes.length] ?? 1;
    yield await Promise.resolve(text.slice(from, from + size));
    from += size;
  }
}
async function all<Line>(lines: AsyncIterable<Line>): Promise<Line[]> {
  const found = [];
  for await (const line of lines) found.push(line);
  return found;
}

const cell = fc.string({ unit: fc.constantFrom('a', 'é', '7', '.', ' ', '\u00a0', "'", '\\'), maxLength: 6 });
test.each([',', ';', '\t', '|'])('lines cut at “%s” are those of the parser', async (delimiter) => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.array(cell, { minLength: 1, maxLength: 5 }), { maxLength: 12 }),
      fc.constantFrom('\n', '\r\n', '\r'),
      fc.boolean(),
      fc.boolean(),
      fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 5 }),
      async (rows, ending, isEnded, hasMark, sizes) => {
        const text = `${hasMark ? '\ufeff' : ''}${rows.map((row) => row.join(delimiter)).join(ending)}${isEnded ? ending : ''}`;
        const lines = (await all(bareLines(inChunks(text, sizes), delimiter))).flat();
        expect(lines).toEqual(await all(parsedLines(inChunks(text, [1000]), delimiter)));
      },
    ),
    { numRuns: 150 },
  );
});

test('a line without an end is refused before all of it is held', async () => {
  let sent = 0;
  async function* endless(): AsyncGenerator<string> {
    for (;;) {
      sent += 1_000_000;
      yield await Promise.resolve('x'.repeat(1_000_000));
    }
  }
  await expect(all(bareLines(endless(), ','))).rejects.toThrow('is longer than 4,000,000 characters');
  expect(sent).toBeLessThan(10_000_000);
});
