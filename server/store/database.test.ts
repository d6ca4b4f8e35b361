import pg from 'pg';
import { newDatabase } from '../../tests/demo-server';
import { openDatabase, READER } from './database';

test('databases of one server opened at the same moment share the role that questions run as', async () => {
  const urls = await Promise.all(Array.from({ length: 6 }, newDatabase));
  const opened = await Promise.all(urls.map((url) => openDatabase(url, () => undefined)));
  for (const database of opened) {
    const { rows } = await database.readers.query<{ role: string }>('select current_user as role');
    expect(rows).toEqual([{ role: READER }]);
    // whoever gets hold of such a connection cannot become more than a reader
    await database.readers.query('reset role').catch(() => undefined);
    for (const more of [
      'select * from people',
      'select * from settings',
      'create table data.mine (a int)',
      `set role ${new URL(urls[0] ?? '').username}`,
    ])
      await expect(database.readers.query(more)).rejects.toThrow(/permission|read-only/);
    await database.close();
  }
  const client = new pg.Client({ connectionString: urls[0] ?? '' });
  await client.connect();
  expect((await client.query('select 1 from pg_roles where rolname = $1', [READER])).rowCount).toBe(1);
  await client.end();
});
