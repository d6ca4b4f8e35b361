/** The demo world on a server of its own, beside its data for SQL by hand; begun before the tests of a file and ended after them. */
import pg from 'pg';
import { startDemoServer, type DemoServer } from './demo-server';

export interface DemoBesideSql {
  /** There from the first test on. */
  demo: DemoServer;
  /** On the data alone: tables go by their bare names. */
  sql: pg.Client;
}

/** @param scale of the demo world */
export function demoBesideSql(scale = 0.05): DemoBesideSql {
  const there = {} as DemoBesideSql;
  beforeAll(async () => {
    there.demo = await startDemoServer({ scale });
    there.sql = new pg.Client({ connectionString: there.demo.databaseUrl });
    await there.sql.connect();
    await there.sql.query('set search_path = data');
  }, 120_000);
  afterAll(async () => {
    await there.sql.end();
    await there.demo.close();
  });
  return there;
}
