/** A query whose rows are given in columns: its texts leave the engine once each, and after that as places in their names. */
import type { DuckDBConnection, DuckDBValue } from '@duckdb/node-api';
import type { CodedRows } from '@zud/core/query/coded';
import { quoted } from '../../store/table-parts';
import type { ToCopy } from './messages';

type Run = Extract<ToCopy, { do: 'run' }>;
type Columns = NonNullable<Run['coded']>;

/**
 * @param goOn called between the statements; throws where the run was stopped meanwhile
 * @returns the rows in the order of their codes
 */
export async function runCoded(
  connection: DuckDBConnection,
  { text, parameters, coded }: Pick<Run, 'text' | 'parameters'> & { readonly coded: Columns },
  goOn: () => void,
): Promise<CodedRows> {
  await connection.run(`create or replace temp table coded as ${text}`, parameters as DuckDBValue[]);
  try {
    return await inColumns(connection, coded, goOn);
  } finally {
    // whatever stopped it, the connection answers others after this
    await connection.run('drop table if exists coded');
    await connection.run('drop table if exists names');
  }
}

async function inColumns(connection: DuckDBConnection, wanted: Columns, goOn: () => void): Promise<CodedRows> {
  const texts = wanted.texts.map(quoted);
  const numbers = wanted.numbers.map(quoted);
  goOn();
  const all = texts.map(
    (column, at) => `select distinct ${at} as place, ${column}::varchar as name from coded where ${column} is not null`,
  );
  await connection.run(
    `create or replace temp table names as
     select place, name, (row_number() over (partition by place order by name) - 1)::integer as code
     from (${all.join(' union all ') || "select 0 as place, '' as name where false"})`,
  );
  const known = await connection.runAndReadAll('select place, name from names order by place, code');
  const names = texts.map((): string[] => []);
  for (const [place, name] of known.getRows()) names[Number(place)]?.push(String(name));
  goOn();
  const codes = texts.map((_column, at) => `coalesce(names_${at}.code, -1)::integer`);
  const values = numbers.map((column) => `coalesce(coded.${column}::double, 'nan'::double)`);
  const joins = texts.map(
    (column, at) =>
      `left join names as names_${at} on names_${at}.place = ${at} and names_${at}.name = coded.${column}::varchar`,
  );
  const result = await connection.run(
    `select ${[...codes, ...values].join(', ')} from coded ${joins.join(' ')} order by ${codes.map((_code, at) => at + 1).join(', ') || '1'}`,
  );
  const chunks = await result.fetchAllChunks();
  goOn();
  const size = chunks.reduce((sum, chunk) => sum + chunk.rowCount, 0);
  const column = <Values extends Int32Array | Float64Array>(values: Values, at: number): Values => {
    let row = 0;
    for (const chunk of chunks) {
      const vector = chunk.getColumnVector(at);
      for (let place = 0; place < chunk.rowCount; place += 1, row += 1) values[row] = vector.getItem(place) as number;
    }
    return values;
  };
  return {
    size,
    texts: names.map((of, at) => ({ names: of, codes: column(new Int32Array(size), at) })),
    numbers: numbers.map((_column, at) => column(new Float64Array(size), texts.length + at)),
  };
}
