/**
 * Copies of loaded tables in DuckDB: one file a table and load, made beside the others and put in its place by a rename, so that
 * whatever is interrupted leaves either a whole copy or none. PostgreSQL stays the truth: all of this can be deleted at any time.
 */
import { DuckDBInstance, type DuckDBConnection } from '@duckdb/node-api';
import { createWriteStream } from 'node:fs';
import { mkdir, readdir, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import copyStreams from 'pg-copy-streams';
import type { ColumnType } from '../../store/tables';
import { DATA_SCHEMA } from '../../store/database';
import { copyName } from '@zud/core/query/duckdb';
import type { Settings, Wanted } from './messages';

const TYPE: Readonly<Record<ColumnType, string>> = { text: 'varchar', integer: 'bigint', number: 'double', date: 'date', timestamp: 'timestamp', boolean: 'boolean' };
const SUFFIX = '.duckdb';
const quoted = (name: string) => `"${name.replace(/"/g, '""')}"`;
const literal = (text: string) => `'${text.replace(/'/g, "''")}'`;

/** A copy was not made because the loaded table is another one by now. */
export class Outdated extends Error {}
export class QuotaReached extends Error {}

export class Copies {
  /** Name of the copy → the catalogue it is attached as. */
  private readonly attached = new Map<string, string>();
  private attachments = 0;

  private constructor(
    private readonly settings: Settings,
    readonly instance: DuckDBInstance,
    private readonly connection: DuckDBConnection,
  ) {}

  static async open(settings: Settings): Promise<Copies> {
    await mkdir(settings.folder, { recursive: true });
    for (const file of await readdir(settings.folder)) if (!file.endsWith(SUFFIX)) await rm(path.join(settings.folder, file), { recursive: true, force: true });
    const instance = await DuckDBInstance.create(':memory:', { memory_limit: settings.memory, threads: String(settings.threads), temp_directory: path.join(settings.folder, 'spill'), max_temp_directory_size: `${Math.max(1, Math.floor(settings.quota / 1e6))}MB`, autoinstall_known_extensions: 'false', autoload_known_extensions: 'false' });
    return new Copies(settings, instance, await instance.connect());
  }

  get held(): readonly string[] {
    return [...this.attached.keys()];
  }

  /** Attaches copies that are there already, and deletes the files of all others. */
  async keepOnly(wanted: readonly Wanted[]): Promise<void> {
    const names = new Set(wanted.map(({ name, version }) => copyName(name, version)));
    for (const copy of this.held) if (!names.has(copy)) await this.drop(copy);
    for (const file of await readdir(this.settings.folder)) {
      if (!file.endsWith(SUFFIX)) continue;
      const copy = file.slice(0, -SUFFIX.length);
      if (!names.has(copy)) await rm(path.join(this.settings.folder, file), { force: true });
      // a file that cannot be read is made anew
      else if (!this.attached.has(copy)) await this.attach(copy).catch(() => rm(path.join(this.settings.folder, file), { force: true }));
    }
  }

  /**
   * Makes the copy of a table and holds it.
   * @throws Outdated, QuotaReached
   */
  async make(wanted: Wanted, progress: (rows: number) => void): Promise<void> {
    const copy = copyName(wanted.name, wanted.version);
    if (this.attached.has(copy)) return;
    const csv = path.join(this.settings.folder, `${copy}.csv`);
    const building = path.join(this.settings.folder, `${copy}.building`);
    try {
      await this.export(wanted, csv, progress);
      await this.load(wanted, csv, building);
      await rm(csv, { force: true });
      if ((await this.size()) > this.settings.quota) throw new QuotaReached();
      await rename(building, path.join(this.settings.folder, `${copy}${SUFFIX}`));
      await this.attach(copy);
    } finally {
      await rm(csv, { force: true });
      for (const file of [building, `${building}.wal`]) await rm(file, { force: true });
    }
  }

  private async attach(copy: string): Promise<void> {
    this.attachments += 1;
    const catalogue = `c${this.attachments}`;
    await this.connection.run(`attach ${literal(path.join(this.settings.folder, `${copy}${SUFFIX}`))} as ${catalogue} (read_only)`);
    await this.connection.run(`create or replace view memory.main.${quoted(copy)} as select * from ${catalogue}.main.rows`);
    this.attached.set(copy, catalogue);
  }

  /** Queries that run on it go on; the file is gone once they have ended. */
  private async drop(copy: string): Promise<void> {
    const catalogue = this.attached.get(copy) ?? '';
    this.attached.delete(copy);
    await this.connection.run(`drop view if exists memory.main.${quoted(copy)}`);
    await this.connection.run(`detach ${catalogue}`).catch(() => undefined);
    await rm(path.join(this.settings.folder, `${copy}${SUFFIX}`), { force: true });
  }

  /** Writes a table to a CSV file, as of one moment at which it is the load that is wanted. */
  private async export(wanted: Wanted, file: string, progress: (rows: number) => void): Promise<void> {
    const client = new pg.Client({ connectionString: this.settings.databaseUrl, application_name: 'zud copy' });
    await client.connect();
    try {
      await client.query('begin isolation level repeatable read read only');
      const { rows } = await client.query<{ version: number; loaded: Date }>('select version, loaded_at as loaded from loaded_tables where name = $1', [wanted.name]);
      const [row] = rows;
      if (row === undefined || `${row.version}-${row.loaded.getTime()}` !== wanted.version) throw new Outdated();
      const columns = wanted.columns.map((column) => quoted(column.name)).join(', ');
      const stream = client.query(copyStreams.to(`copy (select ${columns} from ${DATA_SCHEMA}.${quoted(wanted.name)}) to stdout (format csv, null '\\N')`));
      const left = this.settings.quota - (await this.size());
      let bytes = 0;
      let lines = 0;
      const counted = new Transform({
        transform(chunk: Buffer, _encoding, done) {
          bytes += chunk.length;
          const before = lines;
          for (let at = chunk.indexOf(10); at >= 0; at = chunk.indexOf(10, at + 1)) lines += 1;
          if (Math.floor(lines / 100_000) > Math.floor(before / 100_000)) progress(lines);
          if (bytes > left) done(new QuotaReached());
          else done(null, chunk);
        },
      });
      await pipeline(stream, counted, createWriteStream(file));
      await client.query('commit');
    } finally {
      await client.end().catch(() => undefined);
    }
  }

  private async load(wanted: Wanted, csv: string, building: string): Promise<void> {
    await rm(building, { force: true });
    const columns = wanted.columns.map((column) => `${literal(column.name)}: ${literal(TYPE[column.type])}`).join(', ');
    const order = wanted.sortedBy === null ? '' : ` order by ${quoted(wanted.sortedBy)}`;
    const connection = await this.instance.connect();
    try {
      await connection.run(`attach ${literal(building)} as building`);
      await connection.run(`create table building.main.rows as select * from read_csv(${literal(csv)}, header = false, auto_detect = false, delim = ',', quote = '"', escape = '"', nullstr = '\\N', allow_quoted_nulls = false, columns = {${columns}})${order}`);
      await connection.run('checkpoint building');
    } finally {
      await connection.run('detach building').catch(() => undefined);
      connection.closeSync();
    }
  }

  private async size(): Promise<number> {
    let bytes = 0;
    for (const file of await readdir(this.settings.folder)) bytes += await stat(path.join(this.settings.folder, file)).then((found) => (found.isFile() ? found.size : 0), () => 0);
    return bytes;
  }
}
