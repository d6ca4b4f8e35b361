/** The engine that is the truth: PostgreSQL, through a role that can only read. */
import type pg from 'pg';
import { nodesOf } from '@zud/core/query/nodes';
import { postgresqlQuery } from '@zud/core/query/postgresql';
import type { Plan } from '@zud/core/query/plan';
import type { Cell } from '@zud/core/query/answer';
import { DATA_SCHEMA, type Database } from '../store/database';
import { dataFault, Stopped, TimeLimitReached, Unfit, type Engine, type EngineResult, type RunOptions } from './engine';

const QUERY_CANCELED = '57014';

/**
 * Are rows kept by whose they are, over several levels at once? How few those are cannot be estimated, as the levels go
 * together, and rows that are taken for few are joined one by one to whole tables: minutes, where a hash takes milliseconds.
 */
const choosesMembers = ({ root }: Plan): boolean =>
  nodesOf(root).some(
    (node) => node.node === 'keep' && node.conditions.some((one) => one.test === 'among' && one.keys.length > 1),
  );

export class PostgresqlEngine implements Engine {
  readonly name = 'PostgreSQL';

  constructor(private readonly database: Database) {}

  async run(plan: Plan, { signal, limits }: Pick<RunOptions, 'signal' | 'limits'>): Promise<EngineResult> {
    const { text, parameters } = postgresqlQuery(plan, DATA_SCHEMA);
    if (signal?.aborted) throw new Stopped();
    const client = await this.database.readers.connect();
    const stop = () => void this.cancel(client);
    signal?.addEventListener('abort', stop, { once: true });
    const started = performance.now();
    try {
      await client.query(
        `set statement_timeout = ${Math.max(1, Math.round(limits.time))}; set enable_nestloop = ${choosesMembers(plan) ? 'off' : 'on'}`,
      );
      const result = await client.query<Cell[]>({ text, values: [...parameters], rowMode: 'array' });
      return {
        engine: this.name,
        rows: result.rows,
        query: text,
        parameters,
        remarks: [],
        ms: performance.now() - started,
      };
    } catch (error) {
      if ((error as { code?: string }).code === QUERY_CANCELED)
        throw signal?.aborted ? new Stopped() : new TimeLimitReached();
      const fault = dataFault(error);
      const said = error instanceof Error ? error.message : '';
      if (fault === 'values') throw new Unfit(`The numbers in the data do not allow it (${said}).`);
      if (fault === 'types')
        throw new Unfit(
          `The columns of the data do not fit what the model says of them (${said}). A steward can look at the model.`,
        );
      throw error;
    } finally {
      signal?.removeEventListener('abort', stop);
      client.release();
    }
  }

  private async cancel(client: pg.PoolClient): Promise<void> {
    const pid = (client as unknown as { processID?: number }).processID;
    if (pid !== undefined) await this.database.pool.query('select pg_cancel_backend($1)', [pid]).catch(() => undefined);
  }
}
