/** A fact spread over three small PostgreSQL servers on loopback, as foreign partitions of a table of the database that is asked. */
import { readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import copyStreams from 'pg-copy-streams';
import { startCluster, type Cluster } from '../server/launch/cluster';
import { DATA_SCHEMA, READER } from '../server/store/database';
import { temporaryFolder } from './temporary-folder';

export interface Shards {
  close(): Promise<void>;
}

const quoted = (name: string) => `"${name}"`;

/**
 * Spreads a loaded table by the remainder of a column over new servers, each of which holds its part behind a view.
 * @param spread the name of the new partitioned table; its column \`shard\` says which server holds a row
 */
export async function spreadTable(
  databaseUrl: string,
  table: string,
  spread: string,
  by: string,
  servers = 3,
): Promise<Shards> {
  const home = new pg.Client({ connectionString: databaseUrl });
  await home.connect();
  const { rows: columns } = await home.query<{ name: string; type: string }>(
    'select column_name as name, data_type as type from information_schema.columns where table_schema = $1 and table_name = $2 order by ordinal_position',
    [DATA_SCHEMA, table],
  );
  const shape = columns.map((column) => `${quoted(column.name)} ${column.type}`).join(', ');
  await home.query('create extension if not exists postgres_fdw');
  await home.query(`create table ${DATA_SCHEMA}.${quoted(spread)} (shard integer, ${shape}) partition by list (shard)`);
  const clusters: Cluster[] = [];
  const places: string[] = [];
  for (let shard = 0; shard < servers; shard += 1) {
    const place = temporaryFolder(`shard${shard}`);
    places.push(place);
    const cluster = await startCluster(place, { throwaway: true });
    clusters.push(cluster);
    const there = new pg.Client({ connectionString: cluster.url });
    await there.connect();
    await there.query(`create table part (${shape})`);
    await pipeline(
      home.query(
        copyStreams.to(
          `copy (select * from ${DATA_SCHEMA}.${quoted(table)} where ${quoted(by)} % ${servers} = ${shard}) to stdout`,
        ),
      ),
      there.query(copyStreams.from('copy part from stdin')),
    );
    await there.query(`create view rows_here as select ${shard} as shard, part.* from part`);
    await there.query('analyze part');
    await there.end();
    const url = new URL(cluster.url);
    const password = readFileSync(path.join(place, 'password'), 'utf8').trim();
    await home.query(
      `create server shard${shard} foreign data wrapper postgres_fdw options (host '127.0.0.1', port '${url.port}', dbname '${url.pathname.slice(1)}', async_capable 'true', use_remote_estimate 'true', fdw_tuple_cost '5')`,
    );
    for (const role of ['current_user', READER])
      await home.query(
        `create user mapping for ${role} server shard${shard} options (user '${url.username}', password '${password}')`,
      );
    await home.query(
      `create foreign table ${DATA_SCHEMA}.${quoted(`${spread}_${shard}`)} partition of ${DATA_SCHEMA}.${quoted(spread)} for values in (${shard}) server shard${shard} options (schema_name 'public', table_name 'rows_here')`,
    );
  }
  await home.end();
  return {
    async close() {
      for (const cluster of clusters) await cluster.stop();
      for (const place of places) rmSync(place, { recursive: true, force: true });
    },
  };
}
