import fc from 'fast-check';
import { Readable } from 'node:stream';
import { newDatabase } from '../../tests/demo-server';
import { openDatabase, DATA_SCHEMA, type Database } from './database';
import { copyCell, dataVersionOf, inferType, loadCsv, TableFault } from './tables';

let database: Database;
beforeAll(async () => {
  database = await openDatabase(await newDatabase(), () => undefined);
});
afterAll(() => database.close());

test.each<[string[], string]>([
  [['1', '-2', ''], 'integer'], [['1', '2.5'], 'number'], [['2026-01-31', '2024-02-29'], 'date'], [['2026-02-30'], 'text'], [['2026-01-01 10:00', '2026-01-01'], 'timestamp'], [['yes', 'no'], 'boolean'], [['1', 'x'], 'text'], [['', ''], 'text'], [['1234567890123456789'], 'number'],
])('%j is %s', (texts, type) => expect(inferType(texts)).toBe(type));

test('whatever text is loaded comes back the same', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.string({ maxLength: 20 }).filter((text) => text.trim() !== '' && !text.includes('\u0000') && text.trim() === text), { minLength: 1, maxLength: 8 }), async (texts) => {
      const csv = `id,text\n${texts.map((text, index) => `${index},"${text.replace(/"/g, '""')}"`).join('\n')}\n`;
      const loaded = await loadCsv(database, 'texts', Readable.from([csv]), new Map([['text', 'text']]));
      expect(loaded.rejected).toEqual([]);
      const { rows } = await database.readers.query<{ text: string }>(`select text from ${DATA_SCHEMA}.texts order by id`);
      expect(rows.map((row) => row.text)).toEqual(texts.map((text) => text));
    }),
    { numRuns: 30 },
  );
});

test('a faulty load leaves the table and its version as they were; a good one changes the version', async () => {
  await loadCsv(database, 'kept', Readable.from(['a\n1\n']), new Map());
  const before = await dataVersionOf(database, ['kept']);
  await expect(loadCsv(database, 'kept', Readable.from(['a,a\n1,2\n']), new Map())).rejects.toThrow(TableFault);
  await expect(loadCsv(database, 'kept', Readable.from(['a\n1\n']), new Map([['zz', 'text']]))).rejects.toThrow(TableFault);
  expect(await dataVersionOf(database, ['kept'])).toEqual(before);
  await loadCsv(database, 'kept', Readable.from(['a\n1\n2\n']), new Map());
  expect(await dataVersionOf(database, ['kept'])).not.toEqual(before);
});

test('the reader may read loaded tables, and nothing else', async () => {
  await expect(database.readers.query('insert into data.kept values (9)')).rejects.toThrow();
  await expect(database.readers.query('select * from people')).rejects.toThrow(/permission denied/);
  await expect(database.readers.query('create table data.mine (a int)')).rejects.toThrow();
});

test('cells are written so that COPY reads them back', () => expect([copyCell('a\tb\\c\nd'), copyCell(null), copyCell(true)]).toEqual(['a\\tb\\\\c\\nd', '\\N', 'true']));
