/**
 * Summaries of large copies: made of a copy once it is held, in a file of their own beside it, and put in their place by a rename.
 * Without them the copy answers all the same.
 */
import type { DuckDBConnection, DuckDBInstance } from '@duckdb/node-api';
import { readdir, rm } from 'node:fs/promises';
import path from 'node:path';
import { copyName } from '@zud/core/query/duckdb';
import { partColumn, SUMMARISED, type Step } from '@zud/core/query/summaries';
import { quoted } from '../../store/table-parts';
import {
  chosenSummaries,
  combinations,
  estimatedDifferent,
  LARGEST,
  MOST_ASKED,
  MOST_KEYS,
  type Candidate,
} from './choosing-summaries';
import { bytesIn, inFile, literal, putInPlace, QuotaReached, SUMMARIES } from './files';
import type { HeldSummary, Settings, Wanted, WantedSummaries } from './messages';
import type { SummaryKey } from './summary-columns';

/** So many of the columns that rows may be told apart by are looked at. */
const MOST_COLUMNS = 10;
/** Rows that are looked at to choose among summaries. */
const SAMPLE = 400_000;

interface Held {
  readonly catalogue: string;
  readonly summaries: readonly HeldSummary[];
  /** What they were to be made of, as text. */
  readonly columns: string;
}

export class Summaries {
  /** Name of the copy → its summaries. */
  private readonly held = new Map<string, Held>();
  private attachments = 0;

  constructor(
    private readonly settings: Settings,
    private readonly instance: DuckDBInstance,
    private readonly connection: DuckDBConnection,
  ) {}

  of(copy: string): readonly HeldSummary[] {
    return this.held.get(copy)?.summaries ?? [];
  }

  /** Attaches summaries that are there already, and deletes those of copies that are not wanted. */
  async keepOnly(wanted: readonly Wanted[]): Promise<void> {
    const columns = new Map(
      wanted.flatMap((table) =>
        this.areWanted(table) ? [[copyName(table.name, table.version), JSON.stringify(table.summarised)] as const] : [],
      ),
    );
    const files = (await readdir(this.settings.folder))
      .filter((file) => file.endsWith(SUMMARIES))
      .map((file) => file.slice(0, -SUMMARIES.length));
    for (const copy of new Set([...files, ...this.held.keys()])) {
      if (!columns.has(copy)) await this.drop(copy);
      // a file that cannot be read is made anew
      else if (!this.held.has(copy)) await this.attach(copy).catch(() => this.drop(copy));
      const held = this.held.get(copy);
      if (held !== undefined && held.columns !== columns.get(copy)) await this.drop(copy);
    }
  }

  /**
   * Makes the summaries of a copy that is held, where it is large enough.
   * @throws QuotaReached
   */
  async make(wanted: Wanted): Promise<void> {
    const copy = copyName(wanted.name, wanted.version);
    if (!this.areWanted(wanted) || wanted.summarised === null || this.held.has(copy)) return;
    const { summarised } = wanted;
    const wholes = new Set(wanted.columns.flatMap(({ name, type }) => (type === 'integer' ? [name] : [])));
    const chosen = chosenSummaries(await this.candidates(copy, wanted, summarised), wanted.rows);
    await putInPlace(this.file(copy), async (building) => {
      await inFile(this.instance, building, async (connection) => {
        const made: HeldSummary[] = [];
        for (const { keys } of chosen) {
          const table = `s${made.length + 1}`;
          await connection.run(
            `create table building.main.${table} as ${summaryOf(
              copy,
              summarised.keys.filter((key) => keys.includes(key.name)),
              summarised,
              wholes,
            )}${wanted.sortedBy !== null && keys.includes(wanted.sortedBy) ? ` order by ${quoted(wanted.sortedBy)}` : ''}`,
          );
          const rows = Number(
            (await connection.runAndReadAll(`select count(*)::double from building.main.${table}`)).getRows()[0]?.[0],
          );
          made.push({
            name: `${copy}:${made.length + 1}`,
            keys,
            numbers: summarised.numbers,
            rows,
            parents: summarised.parents,
          });
          if ((await bytesIn(this.settings.folder)) > this.settings.quota) throw new QuotaReached();
        }
        await connection.run('create table building.main.contents (columns varchar, summaries varchar)');
        await connection.run(
          `insert into building.main.contents values (${literal(JSON.stringify(summarised))}, ${literal(JSON.stringify(made))})`,
        );
      });
    });
    await this.attach(copy);
  }

  private areWanted({ rows, summarised }: Wanted): boolean {
    return summarised !== null && summarised.keys.length > 0 && rows >= this.settings.summariesFrom;
  }

  /** The combinations of columns that gather the rows of a copy, with how many rows are left, told from a sample. */
  private async candidates(
    copy: string,
    { rows, sortedBy, columns: columnsOf }: Wanted,
    summarised: WantedSummaries,
  ): Promise<Candidate[]> {
    const share = Math.min(1, SAMPLE / rows);
    const { from, at } = joined(
      share < 1 ? `(select * from ${quoted(copy)} using sample ${share * 100} percent (bernoulli, 11))` : quoted(copy),
      summarised,
    );
    await this.connection.run(
      `create or replace temp table sampled as select ${summarised.keys.map((key) => `${at(key)} as ${quoted(key.name)}`).join(', ')} from ${from}`,
    );
    try {
      const sizeOf = async (columns: readonly string[]): Promise<number> => {
        const reader = await this.connection.runAndReadAll(
          `select count(*)::double, (count(*) filter (where times = 1))::double from (select count(*) as times from sampled group by ${columns.map(quoted).join(', ')})`,
        );
        const [row] = reader.getRows();
        return estimatedDifferent(Number(row?.[0] ?? 0), Number(row?.[1] ?? 0), share);
      };
      const usual: string[] = [];
      for (const { name } of summarised.keys)
        if (name !== sortedBy && usual.length < MOST_COLUMNS && (await sizeOf([name])) <= rows * LARGEST)
          usual.push(name);
      const dates = new Set(
        columnsOf.flatMap(({ name, type }) => (type === 'date' || type === 'timestamp' ? [name] : [])),
      );
      const candidates: Candidate[] = [];
      const tooMany: string[][] = [];
      // nearly all questions are about a period
      const always = sortedBy !== null && summarised.keys.some((key) => key.name === sortedBy) ? [sortedBy] : [];
      for (const columns of [...(always.length > 0 ? [[]] : []), ...combinations(usual, MOST_KEYS)]) {
        // more columns tell no fewer rows apart
        if (tooMany.some((some) => some.every((key) => columns.includes(key)))) continue;
        // another date is a time line of its own
        if (columns.length > 1 && columns.some((name) => dates.has(name))) continue;
        const keys = [...always, ...columns];
        const size = await sizeOf(keys);
        if (size > rows * LARGEST) tooMany.push(columns);
        else candidates.push({ keys, rows: size, asked: columns.length <= MOST_ASKED });
      }
      return candidates;
    } finally {
      await this.connection.run('drop table if exists temp.sampled');
    }
  }

  private file(copy: string): string {
    return path.join(this.settings.folder, `${copy}${SUMMARIES}`);
  }

  private async attach(copy: string): Promise<void> {
    this.attachments += 1;
    const catalogue = `s${this.attachments}`;
    await this.connection.run(`attach ${literal(this.file(copy))} as ${catalogue} (read_only)`);
    try {
      const [row] = (
        await this.connection.runAndReadAll(`select columns, summaries from ${catalogue}.main.contents`)
      ).getRows();
      const summaries = JSON.parse(String(row?.[1])) as HeldSummary[];
      for (const [index, summary] of summaries.entries())
        await this.connection.run(
          `create or replace view memory.main.${quoted(summary.name)} as select * from ${catalogue}.main.s${index + 1}`,
        );
      this.held.set(copy, { catalogue, summaries, columns: String(row?.[0]) });
    } catch (error) {
      // else the file would stay open for as long as the process runs
      await this.connection.run(`detach ${catalogue}`).catch(() => undefined);
      throw error;
    }
  }

  private async drop(copy: string): Promise<void> {
    const held = this.held.get(copy);
    if (held !== undefined) {
      this.held.delete(copy);
      for (const summary of held.summaries)
        await this.connection.run(`drop view if exists memory.main.${quoted(summary.name)}`);
      await this.connection.run(`detach ${held.catalogue}`).catch(() => undefined);
    }
    await rm(this.file(copy), { force: true });
  }
}

/** The rows of a copy with the parents that keys are of, and where a key is found there. */
function joined(rows: string, { keys, parents }: WantedSummaries): { from: string; at: (key: SummaryKey) => string } {
  const versions = new Map(parents);
  const wayTo = (steps: readonly Step[]) => JSON.stringify(steps);
  const aliases = new Map([[wayTo([]), 'f']]);
  const aliasOf = (steps: readonly Step[]): string => aliases.get(wayTo(steps)) ?? '';
  const joins: string[] = [];
  for (const { steps } of keys)
    for (let depth = 1; depth <= steps.length; depth += 1) {
      const [way, step] = [steps.slice(0, depth), steps[depth - 1]];
      if (step === undefined || aliases.has(wayTo(way))) continue;
      const alias = `p${aliases.size}`;
      joins.push(
        ` left join ${quoted(copyName(step.table, versions.get(step.table) ?? ''))} as ${alias} on ${alias}.${quoted(step.key)} = ${aliasOf(steps.slice(0, depth - 1))}.${quoted(step.column)}`,
      );
      aliases.set(wayTo(way), alias);
    }
  return { from: `${rows} as f${joins.join('')}`, at: (key) => `${aliasOf(key.steps)}.${quoted(key.column)}` };
}

/** @param wholes the columns of whole numbers: their sums are kept in 64 bits, which are added up ten times as quickly as the 128 that DuckDB gives them */
function summaryOf(
  copy: string,
  keys: readonly SummaryKey[],
  { numbers, parents }: WantedSummaries,
  wholes: ReadonlySet<string>,
): string {
  const { from, at } = joined(quoted(copy), { keys, numbers, parents });
  const parts = numbers.flatMap((number) => {
    const as = (part: Parameters<typeof partColumn>[1]) => quoted(partColumn(number, part));
    const column = `f.${quoted(number)}`;
    return [
      `sum(${column})${wholes.has(number) ? '::bigint' : ''} as ${as('sum')}`,
      `count(${column}) as ${as('given')}`,
      `min(${column}) as ${as('least')}`,
      `max(${column}) as ${as('greatest')}`,
    ];
  });
  return `select ${[...keys.map((key) => `${at(key)} as ${quoted(key.name)}`), `count(*) as ${quoted(SUMMARISED)}`, ...parts].join(', ')} from ${from} group by ${keys.map(at).join(', ')}`;
}
