/**
 * Copies of loaded tables in DuckDB: one file a table and load, made beside the others and put in its place by a rename, so that
 * whatever is interrupted leaves either a whole copy or none. PostgreSQL stays the truth: all of this can be deleted at any time.
 */
import { DuckDBInstance, type DuckDBConnection } from '@duckdb/node-api';
import { createWriteStream } from 'node:fs';
import { copyFile, mkdir, readdir, rm } from 'node:fs/promises';
import path from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import copyStreams from 'pg-copy-streams';
import { copyName } from '@zud/core/query/duckdb';
import type { ColumnType } from '@zud/core/data/proof';
import { DATA_SCHEMA, READER } from '../../store/database';
import type { Parts } from '../../store/schema';
import { inPart, quoted } from '../../store/table-parts';
import { versionText } from '../../store/tables';
import { changedParts, rowsOf, type Contents } from './contents';
import { bytesIn, COPY, inFile, literal, putInPlace, QuotaReached, SUMMARIES } from './files';
import type { Settings, Wanted } from './messages';

const TYPE: Readonly<Record<ColumnType, string>> = {
  text: 'varchar',
  integer: 'bigint',
  number: 'double',
  date: 'date',
  timestamp: 'timestamp',
  boolean: 'boolean',
};

/** A copy was not made because the loaded table is another one by now. */
export class Outdated extends Error {}

/** How many rows were written of how many. */
type Progress = (rows: number, of: number) => void;

interface Older {
  readonly copy: string;
  readonly contents: Contents;
}

export class Copies {
  /** Name of the copy → the catalogue it is attached as. */
  private readonly attached = new Map<string, string>();
  private attachments = 0;

  private constructor(
    readonly settings: Settings,
    readonly instance: DuckDBInstance,
    private readonly connection: DuckDBConnection,
  ) {}

  static async open(settings: Settings): Promise<Copies> {
    await mkdir(settings.folder, { recursive: true });
    for (const file of await readdir(settings.folder))
      if (!file.endsWith(COPY) && !file.endsWith(SUMMARIES))
        await rm(path.join(settings.folder, file), { recursive: true, force: true });
    const instance = await DuckDBInstance.create(':memory:', {
      memory_limit: settings.memory,
      threads: String(settings.threads),
      temp_directory: path.join(settings.folder, 'spill'),
      max_temp_directory_size: `${Math.max(1, Math.floor(settings.quota / 1e6))}MB`,
      autoinstall_known_extensions: 'false',
      autoload_known_extensions: 'false',
    });
    return new Copies(settings, instance, await instance.connect());
  }

  get held(): readonly string[] {
    return [...this.attached.keys()];
  }

  /**
   * Attaches copies that are there already, and deletes the files of all others, except for those of a table whose wanted copy is
   * still to be made: that is made of them.
   */
  async keepOnly(wanted: readonly Wanted[]): Promise<void> {
    const files = (await readdir(this.settings.folder))
      .filter((file) => file.endsWith(COPY))
      .map((file) => file.slice(0, -COPY.length));
    const there = new Set([...files, ...this.held]);
    const kept = new Set(
      wanted.flatMap(({ name, version }) => {
        const copy = copyName(name, version);
        return there.has(copy) ? [copy] : [...there].filter((one) => tableOf(one) === name);
      }),
    );
    for (const copy of there) {
      if (!kept.has(copy)) await this.drop(copy);
      // a file that cannot be read is made anew
      else if (!this.attached.has(copy)) await this.attach(copy).catch(() => this.drop(copy));
    }
  }

  /**
   * Makes the copy of a table and holds it: of an older copy and the parts that changed since where it can, else whole.
   * @throws Outdated, QuotaReached
   */
  async make(wanted: Wanted, progress: Progress): Promise<void> {
    const copy = copyName(wanted.name, wanted.version);
    if (this.attached.has(copy)) return;
    const older = this.held.filter((one) => tableOf(one) === wanted.name);
    try {
      await this.build(wanted, await this.newest(older), progress);
    } catch (error) {
      if (!(error instanceof QuotaReached) || older.length === 0) throw error;
      // without the older copy there may be room
      for (const one of older) await this.drop(one);
      await this.build(wanted, null, progress);
    }
    for (const one of older) await this.drop(one);
  }

  private async build(wanted: Wanted, older: Older | null, progress: Progress): Promise<void> {
    const copy = copyName(wanted.name, wanted.version);
    const csv = path.join(this.settings.folder, `${copy}.csv`);
    await putInPlace(this.file(copy), async (building) => {
      const { contents, changed } = await this.export(wanted, older?.contents ?? null, csv, progress);
      if (older !== null && changed !== null) {
        await copyFile(this.file(older.copy), building);
        await this.refresh({ ...contents, refreshes: older.contents.refreshes + 1 }, changed, csv, building);
      } else await this.load(contents, csv, building);
      await rm(csv, { force: true });
      if ((await bytesIn(this.settings.folder)) > this.settings.quota) throw new QuotaReached();
    }).finally(() => rm(csv, { force: true }));
    await this.attach(copy);
  }

  /** The newest of some copies of a table, with what it holds; null where none says what that is. */
  private async newest(copies: readonly string[]): Promise<Older | null> {
    const [copy] = [...copies].sort((a, b) => versionOf(b) - versionOf(a));
    if (copy === undefined) return null;
    const reader = await this.connection
      .runAndReadAll(`select contents from ${this.attached.get(copy) ?? ''}.main.contents`)
      .catch(() => null);
    const [row] = reader?.getRows() ?? [];
    return typeof row?.[0] === 'string' ? { copy, contents: JSON.parse(row[0]) as Contents } : null;
  }

  private file(copy: string): string {
    return path.join(this.settings.folder, `${copy}${COPY}`);
  }

  private async attach(copy: string): Promise<void> {
    this.attachments += 1;
    const catalogue = `c${this.attachments}`;
    await this.connection.run(`attach ${literal(this.file(copy))} as ${catalogue} (read_only)`);
    await this.connection
      .run(`create or replace view memory.main.${quoted(copy)} as select * from ${catalogue}.main.rows`)
      .catch(async (error: unknown) => {
        // else the file would stay open for as long as the process runs
        await this.connection.run(`detach ${catalogue}`);
        throw error;
      });
    this.attached.set(copy, catalogue);
  }

  /** Queries that run on it go on; the file is gone once they have ended. */
  private async drop(copy: string): Promise<void> {
    const catalogue = this.attached.get(copy);
    if (catalogue !== undefined) {
      this.attached.delete(copy);
      await this.connection.run(`drop view if exists memory.main.${quoted(copy)}`);
      await this.connection.run(`detach ${catalogue}`).catch(() => undefined);
    }
    await rm(this.file(copy), { force: true });
  }

  /**
   * Writes a table, or what changed in it, to a CSV file, as of one moment at which it is the load that is wanted.
   * @param before what an older copy holds
   * @returns what the table holds, and which of its parts were written; null where all of it was
   */
  private async export(
    wanted: Wanted,
    before: Contents | null,
    file: string,
    progress: Progress,
  ): Promise<{ contents: Contents; changed: readonly string[] | null }> {
    const client = new pg.Client({
      connectionString: this.settings.databaseUrl,
      application_name: 'zud copy',
      options: `-c role=${READER}`,
    });
    await client.connect();
    try {
      await client.query('begin isolation level repeatable read read only');
      const { rows } = await client.query<{
        version: number;
        loaded: Date;
        partedBy: string | null;
        parts: Parts | null;
      }>('select version, loaded_at as loaded, parted_by as "partedBy", parts from loaded_tables where name = $1', [
        wanted.name,
      ]);
      const [row] = rows;
      if (row === undefined || versionText(row.version, row.loaded) !== wanted.version) throw new Outdated();
      const contents: Contents = {
        columns: wanted.columns,
        sortedBy: wanted.sortedBy,
        partedBy: row.partedBy,
        parts: row.parts ?? {},
        refreshes: 0,
      };
      const changed = before === null ? null : changedParts(before, contents);
      const of = changed === null ? wanted.rows : rowsOf(contents, changed);
      const columns = wanted.columns.map((column) => quoted(column.name)).join(', ');
      const stream = client.query(
        copyStreams.to(
          `copy (select ${columns} from ${DATA_SCHEMA}.${quoted(wanted.name)}${changed === null ? '' : ` where ${inParts(changed, contents)}`}) to stdout (format csv, null '\\N')`,
        ),
      );
      const left = this.settings.quota - (await bytesIn(this.settings.folder));
      let bytes = 0;
      let lines = 0;
      const counted = new Transform({
        transform(chunk: Buffer, _encoding, done) {
          bytes += chunk.length;
          const before = lines;
          for (let at = chunk.indexOf(10); at >= 0; at = chunk.indexOf(10, at + 1)) lines += 1;
          if (Math.floor(lines / 100_000) > Math.floor(before / 100_000)) progress(lines, of);
          if (bytes > left) done(new QuotaReached());
          else done(null, chunk);
        },
      });
      await pipeline(stream, counted, createWriteStream(file));
      await client.query('commit');
      return { contents, changed };
    } finally {
      await client.end().catch(() => undefined);
    }
  }

  private async load(contents: Contents, csv: string, building: string): Promise<void> {
    await inFile(this.instance, building, async (connection) => {
      await connection.run(`create table building.main.rows as select * from ${fromCsv(csv, contents)}`);
      await connection.run('create table building.main.contents (contents varchar)');
      await connection.run(`insert into building.main.contents values (${literal(JSON.stringify(contents))})`);
    });
  }

  /** Puts the rows of a CSV in the place of those of some parts. */
  private async refresh(contents: Contents, changed: readonly string[], csv: string, building: string): Promise<void> {
    await inFile(this.instance, building, async (connection) => {
      await connection.run(`delete from building.main.rows where ${inParts(changed, contents)}`);
      await connection.run(`insert into building.main.rows select * from ${fromCsv(csv, contents)}`);
      await connection.run(`update building.main.contents set contents = ${literal(JSON.stringify(contents))}`);
    });
  }
}

/** The rows of a CSV file, sorted as the copy is. */
function fromCsv(csv: string, { columns, sortedBy }: Contents): string {
  const types = columns.map((column) => `${literal(column.name)}: ${literal(TYPE[column.type])}`).join(', ');
  return `read_csv(${literal(csv)}, header = false, auto_detect = false, delim = ',', quote = '"', escape = '"', nullstr = '\\N', allow_quoted_nulls = false, columns = {${types}})${sortedBy === null ? '' : ` order by ${quoted(sortedBy)}`}`;
}

/** The condition of the rows of some parts; none where there are none. */
function inParts(parts: readonly string[], { partedBy }: Contents): string {
  return parts.length === 0 || partedBy === null ? 'false' : parts.map((part) => inPart(part, partedBy)).join(' or ');
}

const tableOf = (copy: string) => copy.slice(0, copy.lastIndexOf('@'));
const versionOf = (copy: string) => Number.parseInt(copy.slice(copy.lastIndexOf('@') + 1), 10);
