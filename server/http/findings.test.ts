/** Findings over HTTP: what is told is what its reading gives, marks and looks are kept, and nobody learns of what they may not see. */
import type { ModelFinding } from '@zud/core/analysis/model-finding';
import type { Findings, FindingsProgress } from '@zud/core/contract/findings';
import { formatSize, formatValue } from '@zud/core/format/format';
import type { Answer } from '@zud/core/query/answer';
import { EMPTY_READING, plain } from '@zud/core/reading/schema';
import { startDemoServer, type Caller, type DemoServer } from '../../tests/demo-server';

let demo: DemoServer;
let mira: Caller;
let ines: Caller;
beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.1 });
  [mira, ines] = [await demo.as('Mira'), await demo.as('Ines')];
}, 120_000);
afterAll(async () => {
  await demo.close();
});

const findings = (who: Caller, body: object = {}) => who<Findings>('POST', '/models/ferries/findings', body);
const opened = async (who: Caller, { reading }: ModelFinding): Promise<Answer> =>
  (await who<{ answer: Answer }>('POST', '/answers', { modelId: 'ferries', reading })).body.answer;

test('how far a search is can be asked; one that nobody waits for any more stops, and the next comes to its end', async () => {
  const progress = async () => (await ines<FindingsProgress>('GET', '/models/ferries/findings/progress')).body;
  expect(await progress()).toEqual({ done: 0, of: 0 });
  const leaving = new AbortController();
  const left = fetch(`${demo.running.address}/api/models/ferries/findings`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'cookie': await demo.cookie('Ines') },
    body: JSON.stringify({}),
    signal: leaving.signal,
  });
  let now = await progress();
  for (let tries = 0; now.of === 0 && tries < 400; tries += 1) now = await progress();
  expect(now.of).toBeGreaterThan(now.done);
  leaving.abort();
  await expect(left).rejects.toThrow('aborted');
  for (let tries = 0; now.of > 0 && tries < 400; tries += 1) now = await progress();
  expect(now).toEqual({ done: 0, of: 0 });
  const { status, body } = await findings(ines);
  expect([status, body.findings.length > 0]).toEqual([200, true]);
}, 120_000);

test('the figures that are told stand in the answer of their reading', async () => {
  const { body } = await findings(mira, { most: 60 });
  expect(body.findings.length).toBeGreaterThan(5);
  for (const finding of body.findings) {
    const answer = await opened(mira, finding);
    const value = answer.columns.findIndex((column) => column.as === 'value');
    const column = answer.columns[value];
    if (column === undefined) throw new Error(`${finding.title}: no value`);
    const numbers = answer.rows.map((row) => row[value]).filter((cell): cell is number => typeof cell === 'number');
    const total = numbers.reduce((sum, one) => sum + one, 0);
    if (finding.kind === 'concentration')
      expect(numbers.map((one) => formatSize(one / total)).some((share) => finding.title.includes(share))).toBe(true);
    if (finding.kind === 'mix')
      expect(
        answer.rows.some(
          (row) =>
            row[0] === finding.members[0]?.member && finding.text.startsWith(formatValue(Number(row[value]), column)),
        ),
      ).toBe(true);
    if (finding.kind === 'missing')
      expect(
        answer.rows.every(
          (row) =>
            !(
              finding.period &&
              String(row[0]) >= finding.period.from &&
              String(row[0]) <= finding.period.to &&
              row[value] !== null
            ),
        ),
      ).toBe(true);
    if (finding.kind === 'outlier' || finding.kind === 'unlike its peers')
      expect(numbers.some((one) => finding.text.startsWith(formatValue(one, column)))).toBe(true);
  }
}, 120_000);

test('the move from Saver to Flex is told as a change of make-up, once; satisfaction is told to go against waiting', async () => {
  const { body } = await findings(mira, { most: 100 });
  const mix = body.findings.filter(({ kind }) => kind === 'mix');
  const ofFares = mix
    .filter(({ members }) => members[0]?.level === 'fare_family')
    .map(({ members }) => members[0]?.member);
  expect(ofFares).toContain('Flex');
  expect(new Set(ofFares).size).toBe(ofFares.length);
  const relations = body.findings.filter(({ kind }) => kind === 'relation').map(({ title }) => title);
  expect(relations).toContain('Satisfaction and waiting time go against each other');
});

test('a board, or a reading, is what is looked at; one that the model does not have is refused', async () => {
  const reading = { ...EMPTY_READING, shown: [plain('cancellation_rate')] };
  const { body } = await findings(mira, { reading, most: 60 });
  expect(body.findings.every(({ measure }) => measure === 'cancellation_rate')).toBe(true);
  const gone = await findings(mira, { reading: { ...EMPTY_READING, shown: [plain('no_such_measure')] } });
  expect(gone.status).toBe(422);
});

test('what is not interesting is not told again until it is taken back; less of a kind leaves out all of it', async () => {
  const [first] = (await findings(mira, { most: 60 })).body.findings;
  if (first === undefined) throw new Error('Nothing was found.');
  const mark = (finding: string, as: string | null) =>
    mira('PUT', `/models/ferries/findings/${encodeURIComponent(finding)}/mark`, { mark: as, title: first.title });
  const ids = async () => (await findings(mira, { most: 60 })).body.findings.map(({ id }) => id);
  await mark(first.id, 'hidden');
  expect(await ids()).not.toContain(first.id);
  await mark(first.id, null);
  expect(await ids()).toContain(first.id);
  const like = `${first.kind}:${first.measure}`;
  await mark(like, 'less');
  const left = (await findings(mira, { most: 60 })).body.findings;
  expect(left.filter(({ kind, measure }) => kind === first.kind && measure === first.measure)).toEqual([]);
  await mark(like, null);
  // one's own marks are nobody else's
  expect((await ines<unknown[]>('GET', '/models/ferries/findings/marks')).body).toEqual([]);
});

test('nothing is new at the first look, nor within it', async () => {
  const looks = [await findings(mira, { look: true }), await findings(mira, { look: true })];
  for (const { body } of looks) {
    expect(body.since).toBeNull();
    expect(body.findings.some(({ fresh }) => fresh === true)).toBe(false);
  }
});

test('who sees a part is told of that part, and a board’s conditions name nobody that they may not know', async () => {
  const own = await findings(ines, { most: 60 });
  expect(JSON.stringify(own.body)).not.toMatch(/North Reach|Tolmar –/);
  const board = await mira<{ id: string }>('POST', '/boards', { title: 'North' });
  const read = await mira<{ reading: object }>('POST', '/models/ferries/read', { text: 'passengers by month' });
  await mira('POST', `/boards/${board.body.id}/tiles`, { modelId: 'ferries', reading: read.body.reading, title: null });
  await mira('PATCH', `/boards/${board.body.id}`, {
    scope: {
      where: [{ kind: 'members', level: 'coast', is: true, members: ['North Reach', 'Outer Isles'] }],
      when: null,
      against: null,
    },
  });
  const people = await mira<{ id: string; name: string }[]>('GET', '/people');
  const id = people.body.find(({ name }) => name.startsWith('Ines'))?.id ?? '';
  await mira('PUT', `/boards/${board.body.id}/shares/${id}`, { right: 'see' });
  const shared = await findings(ines, { boardId: board.body.id, most: 60 });
  expect(shared.status).toBe(200);
  expect(JSON.stringify(shared.body)).not.toContain('North Reach');
  // and of a board that is not shared nothing is told
  const secret = await mira<{ id: string }>('POST', '/boards', { title: 'Secret' });
  expect((await findings(ines, { boardId: secret.body.id })).status).toBe(404);
});
