/**
 * Benchmark of a board of 12 tiles: the first view and a refinement with a cold and a warm cache, and how long a change for
 * everyone takes to reach the last of 50 open listeners. Figures go to docs/benchmarks.md by hand.
 *
 *     npm run bench:board [-- --scale 1]
 */
import { parseArgs } from 'node:util';
import { startDemoRun } from './demo-run';
import { percentile, say, shown, whenCopied } from './figures';

const ROUNDS = 12;
const LISTENERS = 50;
const NARROWINGS = [
  'only Mid Sound',
  'only Outer Isles',
  'last year',
  'only North Reach, last quarter',
  'only Web',
  'H1 2026',
  'only South Skerries',
  'only Adult',
  'Q3 2025',
  'only App, 2025',
  'only Mid Sound, H2 2025',
  'this quarter',
];

const { values } = parseArgs({ options: { scale: { type: 'string', default: '1' } } });
const demo = await startDemoRun(Number(values.scale));
const { running, call } = demo;
const { cookie = '' } = demo.headers;
try {
  await whenCopied(running);
  const { id } = await call<{ id: string }>('POST', '/boards/drafts', { modelId: 'ferries' });
  interface Board {
    tiles: { id: string; kind: string }[];
    version: number;
  }
  const all = (await call<Board>('GET', `/boards/${id}`)).tiles;
  say(`\nA board of ${all.length} tiles, ×${values.scale}; milliseconds over ${ROUNDS} rounds`);
  /** The whole board as a browser asks for it: itself, then the answers of all tiles. */
  const view = async (refinement: string | null) => {
    const began = performance.now();
    const query = refinement === null ? '' : `?refinement=${refinement}`;
    const board = await call<Board>('GET', `/boards/${id}${query}`);
    if (board.tiles.length === 0) throw new Error('The board is empty.');
    const response = await fetch(`${running.address}/api/boards/${id}/answers${query}`, { headers: { cookie } });
    await response.arrayBuffer();
    return performance.now() - began;
  };
  const times: Record<'first view, cold' | 'view, warm' | 'refinement, cold' | 'refinement, warm', number[]> = {
    'first view, cold': [],
    'view, warm': [],
    'refinement, cold': [],
    'refinement, warm': [],
  };
  for (let round = 0; round < ROUNDS; round += 1) {
    running.context.answering.forget();
    times['first view, cold'].push(await view(null));
    times['view, warm'].push(await view(null));
    const began = performance.now();
    const refined = await call<{ id: string }>('PUT', `/boards/${id}/refinement`, {
      text: NARROWINGS[round % NARROWINGS.length],
    });
    times['refinement, cold'].push(performance.now() - began + (await view(refined.id)));
    times['refinement, warm'].push(await view(refined.id));
  }
  for (const [what, list] of Object.entries(times))
    say(`${what.padEnd(20)} p50 ${shown(percentile(list, 0.5))}  p95 ${shown(percentile(list, 0.95))}`);

  const heard: number[] = [];
  let waiting = (_at: number): void => undefined;
  const controllers = await Promise.all(
    Array.from({ length: LISTENERS }, async () => {
      const controller = new AbortController();
      const response = await fetch(`${running.address}/api/boards/${id}/events`, {
        headers: { cookie },
        signal: controller.signal,
      });
      void (async () => {
        const decoder = new TextDecoder();
        for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>)
          if (decoder.decode(chunk).includes('event: change')) waiting(performance.now());
      })().catch(() => undefined);
      return controller;
    }),
  );
  const told: number[] = [];
  const painted: number[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    heard.length = 0;
    const everyone = new Promise<void>((resolve) => {
      waiting = (at) => {
        heard.push(at);
        if (heard.length === LISTENERS) resolve();
      };
    });
    running.context.answering.forget();
    const began = performance.now();
    await call('PUT', `/boards/${id}/refinement`, { text: NARROWINGS[round % NARROWINGS.length], for: 'everyone' });
    await everyone;
    told.push(Math.max(...heard) - began);
    // all of them ask for the new state at once
    await Promise.all(Array.from({ length: LISTENERS }, () => view(null)));
    painted.push(performance.now() - began);
  }
  say(`told the last of ${LISTENERS}      p50 ${shown(percentile(told, 0.5))}  p95 ${shown(percentile(told, 0.95))}`);
  say(`the last has all of it  p50 ${shown(percentile(painted, 0.5))}  p95 ${shown(percentile(painted, 0.95))}`);
  for (const controller of controllers) controller.abort();
} finally {
  await demo.close();
}
