/** A small world for the tests of what comes back: rides of three lines by day, of which the people of the North crew see two. */
import type { PlainServer } from './plain-server';
import type { Caller } from './demo-server';

export const MODEL = `
zud: 1
id: rides
name: Rides
tables: [{ id: rides, key: id }]
facts: [{ id: rides, name: ride, table: rides }]
dates: [{ id: day, name: day, default: true, columns: { rides: day } }]
dimensions: [{ id: line, name: Line, levels: [{ id: line, name: Line, plural: lines, column: rides.line }] }]
measures:
  - { id: riders, name: Riders, kind: sum, fact: rides, column: riders, direction: more }
  - { id: late, name: Late runs, kind: sum, fact: rides, column: late, direction: less }
  - { id: runs, name: Runs, kind: sum, fact: rides, column: runs }
  - { id: late_rate, name: Late rate, kind: ratio, of: late, per: runs, format: { style: percent, decimals: 1 }, direction: less }
rowRules: [{ group: North crew, level: line, members: [Alder, Birch] }]
`;
export const LINES = ['Alder', 'Birch', 'Cedar'] as const;
export type LineName = (typeof LINES)[number];
/** A Monday. */
export const FIRST_DAY = '2026-01-05';

export const dayAt = (index: number): string =>
  new Date(Date.parse(`${FIRST_DAY}T00:00:00Z`) + index * 86_400_000).toISOString().slice(0, 10);

/** Riders a day where nothing else is said: 100 of Alder, 200 of Birch, 300 of Cedar. */
export const usual = (line: LineName): number => 100 * (LINES.indexOf(line) + 1);

/** Weeks of rows. @param riders of a line on a day, where it is not as usual */
export function weeksOf(from: number, count: number, riders: (line: LineName, week: number) => number = usual): string {
  const rows = ['id,day,line,riders,late,runs'];
  for (let day = from * 7; day < (from + count) * 7; day += 1)
    LINES.forEach((line, at) =>
      rows.push([day * 3 + at, dayAt(day), line, riders(line, Math.floor(day / 7)), 1, 20].join(',')),
    );
  return `${rows.join('\n')}\n`;
}

const CSV = { 'content-type': 'text/csv' };

/** The model over a number of weeks as usual. */
export async function loadWorld(steward: Caller, weeks: number): Promise<void> {
  const types = 'id:integer,day:date,line:text,riders:integer,late:integer,runs:integer';
  const loaded = await steward('POST', `/tables?name=rides&types=${types}`, weeksOf(0, weeks), CSV);
  if (loaded.status !== 200) throw new Error(JSON.stringify(loaded));
  const made = await steward('POST', '/models', MODEL, { 'content-type': 'application/yaml' });
  if (made.status !== 201) throw new Error(JSON.stringify(made));
}

export async function loadWeek(
  steward: Caller,
  week: number,
  riders?: (line: LineName, week: number) => number,
): Promise<void> {
  const loaded = await steward('POST', '/tables?name=rides&mode=add', weeksOf(week, 1, riders), CSV);
  if (loaded.status !== 200) throw new Error(JSON.stringify(loaded));
}

/** Waits for something that comes by itself. @throws Error after a while */
export async function until<Value>(
  what: () => Promise<Value | null | undefined | false> | Value | null | undefined | false,
  patience = 20_000,
): Promise<Value> {
  const end = Date.now() + patience;
  for (;;) {
    const found = await what();
    if (found !== null && found !== undefined && found !== false) return found;
    if (Date.now() > end) throw new Error('It did not come.');
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

/** Goes round until nothing waits or runs any more. */
export async function settled({ running }: PlainServer): Promise<void> {
  const { rounds, database, clock } = running.context;
  await rounds.go();
  await until(async () => {
    const { rows } = await database.pool.query<{ jobs: number; messages: number }>(
      `select (select count(*)::int from pgboss.job where state < 'completed' and (state <> 'retry')) as jobs, (select count(*)::int from outbox where state in ('queued', 'sending') or (state = 'waiting' and due_at <= $1)) as messages`,
      [clock.now()],
    );
    const [left] = rows;
    if (left === undefined || left.jobs + left.messages > 0) {
      await rounds.go();
      return false;
    }
    return true;
  });
}
