/** Where tiles stand on a real PostgreSQL: whatever two people do, none covers another. */
import fc from 'fast-check';
import { startPlainServer, type PlainServer } from '../../tests/plain-server';
import {
  addWords,
  changeTile,
  createBoard,
  historyOf,
  placeTiles,
  removeTile,
  restoreVersion,
  tilesOf,
} from './boards';
import type { Store } from './database';
import { people } from './schema';

let server: PlainServer;
let store: Store;
let persons: readonly string[];
beforeAll(async () => {
  server = await startPlainServer();
  await server.person('Mira', 'analyst');
  await server.person('Tomas', 'analyst');
  store = server.running.context.database.store;
  persons = (await store.select().from(people)).map((one) => one.id);
}, 60_000);
afterAll(() => server.close());

const [mira, tomas] = [() => persons[0] ?? '', () => persons[1] ?? ''];
describe('places', () => {
  const place = fc.record({
    x: fc.nat(9),
    y: fc.nat(9),
    width: fc.integer({ min: 2, max: 3 }),
    height: fc.integer({ min: 1, max: 4 }),
  });
  /** What one of two people does: tiles are named by their place in the list, as it is then. */
  const act = fc.record({
    who: fc.nat(1),
    what: fc.constantFrom('pin', 'move', 'size', 'remove', 'put', 'back'),
    tile: fc.nat(30),
    other: fc.nat(30),
    place,
  });

  test('whatever two people do, at once or in turn, and wherever the history is gone back to, no tile covers another', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(act, { minLength: 4, maxLength: 14 }), async (acts) => {
        const board = await createBoard(store, mira(), 'Places');
        const people = [mira(), tomas()];
        const step = async ({ who, what, tile, other, place: wanted }: (typeof acts)[number]) => {
          const there = (await tilesOf(store, board.id)).map((one) => one.tile);
          const [one, two] = [there[tile % Math.max(1, there.length)], there[other % Math.max(1, there.length)]];
          const person = people[who] ?? mira();
          if (what === 'pin' || one === undefined || two === undefined)
            await addWords(store, board.id, person, { kind: 'text', words: 'A text', title: null, place: wanted });
          else if (what === 'remove') await removeTile(store, board.id, one.id, person, 'a text');
          else if (what === 'put')
            await placeTiles(store, board.id, person, [
              { id: one.id, ...wanted },
              { ...two, ...wanted },
            ]);
          else if (what === 'back') {
            const history = await historyOf(store, board.id);
            await restoreVersion(store, board.id, person, history[tile % history.length]?.version ?? 1);
          } else {
            const { x, y, width, height } = wanted;
            const change =
              what === 'move' ? { x: Math.min(x, 12 - one.width), y } : { width: Math.min(width, 12 - one.x), height };
            await changeTile(store, board.id, one.id, person, 'a text', change, undefined);
          }
        };
        // in pairs at once: a tile that the other has taken off is gone, and says so
        for (let at = 0; at < acts.length; at += 2)
          for (const done of await Promise.allSettled(acts.slice(at, at + 2).map(step)))
            if (done.status === 'rejected') expect(String(done.reason)).toMatch(/not (there|found)|no such/i);
        const tiles = (await tilesOf(store, board.id)).map((one) => one.tile);
        tiles.forEach((one, index) =>
          tiles.slice(0, index).forEach((other) => {
            const apart =
              one.x + one.width <= other.x ||
              other.x + other.width <= one.x ||
              one.y + one.height <= other.y ||
              other.y + other.height <= one.y;
            expect(apart).toBe(true);
          }),
        );
        const acted = (await historyOf(store, board.id)).length;
        expect(acted).toBeLessThanOrEqual(acts.length);
      }),
      { numRuns: 25 },
    );
  });

  test('an act is one entry of the history, with the name of the tile', async () => {
    const board = await createBoard(store, mira(), 'History');
    const add = (y: number) =>
      addWords(store, board.id, mira(), {
        kind: 'text',
        words: 'A text',
        title: null,
        place: { x: 0, y, width: 4, height: 2 },
      });
    const [first] = [await add(0), await add(2), await add(4)];
    const before = (await historyOf(store, board.id)).length;
    await changeTile(store, board.id, first.id, mira(), '“A text”', { height: 3 }, undefined);
    const history = await historyOf(store, board.id);
    expect([history.length - before, history[0]?.what]).toEqual([1, 'sized “A text”']);
  });
});
