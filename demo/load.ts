/** Loads the demo world into an empty database: tables, model, people, boards and a worked inquiry, through the same doors as everyone. */
import type { TilePlace } from '../core/contract/boards';
import { count } from 'drizzle-orm';
import { createReadStream, existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { readModelFile } from '../core/model/check';
import { read } from '../core/language/read';
import type { Context } from '../server/http/context';
import { setShare } from '../server/store/board-rights';
import { addWords, createBoard, pinTile, setScope } from '../server/store/boards';
import { createInquiry } from '../server/store/inquiries';
import { addPerson, type Person, type Role } from '../server/store/people';
import { addModel } from '../server/store/models';
import { people } from '../server/store/schema';
import { loadCsv, loadRows } from '../server/store/table-loads';
import { catalogueOf } from '../server/store/tables';
import { makePartner } from './partner';
import { demoTables } from './world';

export const DEMO_PEOPLE: readonly { name: string; email: string; password: string; role: Role; groups: string[] }[] = [
  { name: 'Mira Holt', email: 'mira@velloe.example', password: 'anchor-quiet-41', role: 'analyst', groups: [] },
  { name: 'Tomas Berg', email: 'tomas@velloe.example', password: 'gannet-stone-27', role: 'viewer', groups: [] },
  {
    name: 'Ines Rowan',
    email: 'ines@velloe.example',
    password: 'kelp-lantern-63',
    role: 'analyst',
    groups: ['Outer Isles team'],
  },
  { name: 'Stellan Reed', email: 'stellan@velloe.example', password: 'harbour-vane-88', role: 'steward', groups: [] },
  { name: 'Ada Firth', email: 'ada@velloe.example', password: 'tidal-compass-15', role: 'admin', groups: [] },
];

const LIMITS = { signal: null, limits: { time: 60_000 } } as const;

interface DemoTile {
  readonly ask: string;
  readonly title?: string;
  readonly place: TilePlace;
}

const place = (x: number, y: number, width: number, height: number): TilePlace => ({ x, y, width, height });

const SEASON_BOARD: readonly DemoTile[] = [
  { ask: 'passengers vs last year', title: 'Passengers', place: place(0, 0, 3, 1) },
  { ask: 'ticket revenue vs last year', title: 'Ticket revenue', place: place(3, 0, 3, 1) },
  { ask: 'load factor vs last year', title: 'Load factor', place: place(6, 0, 3, 1) },
  { ask: 'cancellation rate vs last year', title: 'Cancellations', place: place(9, 0, 3, 1) },
  { ask: 'passengers by month and coast', place: place(0, 1, 8, 4) },
  { ask: 'ticket revenue by fare family vs last year', place: place(0, 5, 4, 4) },
  { ask: 'revenue per passenger by month vs last year', place: place(4, 5, 4, 4) },
  { ask: 'top 8 routes by passengers', place: place(8, 5, 4, 4) },
  { ask: 'satisfaction by purpose', place: place(0, 9, 4, 4) },
  { ask: 'customers by segment vs last year', place: place(4, 9, 4, 4) },
];
const SEASON_COMMENTARY = place(8, 1, 4, 4);

const OPERATIONS_BOARD: readonly DemoTile[] = [
  { ask: 'on-time share this year vs last year', title: 'On time', place: place(0, 0, 3, 1) },
  { ask: 'average delay this year vs last year', title: 'Delay', place: place(3, 0, 3, 1) },
  { ask: 'working berths', title: 'Berths', place: place(6, 0, 3, 1) },
  { ask: 'fuel per sailing this year vs last year', title: 'Fuel', place: place(9, 0, 3, 1) },
  { ask: 'worst 6 vessels by average delay this year', place: place(0, 1, 4, 4) },
  { ask: 'average delay by month for Sula Maid', place: place(4, 1, 8, 4) },
  { ask: 'cancelled sailings by month and cause', place: place(0, 5, 6, 4) },
  { ask: 'load factor by weekday', place: place(6, 5, 6, 4) },
];

const WORKED_INQUIRY: readonly { readonly text: string; readonly after?: number }[] = [
  { text: 'passengers by month this year' },
  { text: 'also by coast' },
  { text: 'vs last year' },
  { text: 'only Outer Isles', after: 1 },
  { text: 'in August 2025' },
  { text: 'show cancellation rate instead' },
  { text: 'by route instead', after: 2 },
];

/** Loads what is missing; says how far it is. */
export async function loadDemo(
  context: Context,
  scale: number,
  options: { reset?: boolean; tell: (line: string) => void },
): Promise<void> {
  const { store } = context.database;
  const [there] = await store.select({ count: count() }).from(people);
  if ((there?.count ?? 0) > 0 && options.reset !== true) return;
  const began = Date.now();
  for (const table of demoTables(scale)) {
    const columns = table.columns.map(([name, type]) => ({ name, type }));
    let told = 0;
    const rows = await loadRows(context.database, table.name, columns, table.rows(), {
      progress: (loaded) => {
        const share = Math.min(99, Math.round((100 * loaded) / table.expected));
        if (share < told + 5) return;
        told = share;
        options.tell(`\r  ${table.name.padEnd(10)} ${share} %   `);
      },
    });
    options.tell(`\r  ${table.name.padEnd(10)} ${rows.toLocaleString('en-GB')} rows\n`);
  }
  for (const name of LIBRARY_TABLES) {
    const { rows } = await loadCsv(
      context.database,
      `library_${name}`,
      createReadStream(demoFile(`libraries/${name}.csv`)),
      new Map(),
    );
    options.tell(`  library_${name.padEnd(10)} ${rows.toLocaleString('en-GB')} rows\n`);
  }
  const ferries = await makeModel(context, 'model.yaml');
  await makeModel(context, 'libraries/model.yaml');
  const made = new Map<string, Person>();
  for (const person of DEMO_PEOPLE) made.set(person.name, await addPerson(store, person));
  await makeBoards(context, ferries, made);
  await makePartner(store, context.clock.now());
  options.tell(`  loaded in ${Math.round((Date.now() - began) / 1000)} s\n`);
}

/** The tables of the second, unrelated model. */
const LIBRARY_TABLES = ['branches', 'titles', 'loans', 'visits', 'targets'];

async function makeModel(context: Context, file: string): Promise<string> {
  const checked = readModelFile(readFileSync(demoFile(file), 'utf8'), await catalogueOf(context.database));
  if (!checked.ok)
    throw new Error(
      `${file} has faults: ${checked.faults.map((fault) => `${fault.place}: ${fault.reason}`).join('; ')}`,
    );
  await addModel(context.database.store, checked.file, null);
  return checked.file.id;
}

async function makeBoards(context: Context, modelId: string, made: ReadonlyMap<string, Person>): Promise<void> {
  const { store } = context.database;
  const mira = made.get('Mira Holt') as Person;
  const tomas = made.get('Tomas Berg') as Person;
  const ines = made.get('Ines Rowan') as Person;
  const ready = await context.library.get(modelId, mira);
  const board = async (title: string, tiles: readonly DemoTile[]) => {
    const row = await createBoard(store, mira.id, title);
    for (const tile of tiles) {
      const result = read(tile.ask, { names: ready.names, calendar: ready.calendar, before: null });
      if (result.reading === null) throw new Error(`The demo asks “${tile.ask}”, which is not understood.`);
      await pinTile(store, row.id, mira.id, {
        modelId,
        reading: result.reading,
        title: tile.title ?? null,
        name: `“${tile.title ?? tile.ask}”`,
        number: false,
        place: tile.place,
      });
    }
    await setShare(store, row.id, mira.id, tomas.id, 'comment');
    await setShare(store, row.id, mira.id, ines.id, 'edit');
    return row;
  };
  const season = await board('Summer season 2026', SEASON_BOARD);
  await addWords(store, season.id, mira.id, { kind: 'commentary', words: '', title: null, place: SEASON_COMMENTARY });
  await setScope(store, season.id, mira.id, {
    where: [],
    when: { period: { kind: 'days', from: '2026-06-01', to: '2026-09-30' } },
    against: null,
  });
  await board('Operations', OPERATIONS_BOARD);
  const inquiry = await createInquiry(store, mira.id, modelId, 'Why did the Outer Isles fall?');
  const steps: string[] = [];
  for (const turn of WORKED_INQUIRY) {
    const after = turn.after === undefined ? steps.at(-1) : steps[turn.after];
    const { step } = await context.asking.ask(inquiry, mira, { kind: 'text', text: turn.text }, after, {
      ...LIMITS,
      person: mira.id,
    });
    steps.push(step.id);
  }
}

/** Beside the source, or beside the bundle. */
function demoFile(name: string): string {
  const here = path.dirname(fileURLToPath(import.meta.url));
  return (
    [path.join(here, name), path.join(here, '..', '..', 'demo', name)].find((file) => existsSync(file)) ??
    path.join('demo', name)
  );
}
