/** Terms over HTTP: taught, true for oneself at once, for others when accepted; what they would change; taken back, all is as before. */
import type { Impact, NotUnderstood, TermView } from '@zud/core/contract/terms';
import type { Reading } from '@zud/core/reading/schema';
import { askedOf, startDemoServer, type Caller, type DemoServer } from '../../tests/demo-server';

interface Step {
  readonly id: string;
  readonly outcome: string;
  readonly reading: Reading | null;
  readonly sentence: { readonly text: string } | null;
  readonly words: readonly {
    readonly text: string;
    readonly start: number;
    readonly end: number;
    readonly use: string;
  }[];
  readonly notes: readonly { readonly about?: string; readonly text: string }[];
}

let demo: DemoServer;
let mira: Caller;
let ines: Caller;
let stellan: Caller;
beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.02 });
  [mira, ines, stellan] = [await demo.as('Mira'), await demo.as('Ines'), await demo.as('Stellan')];
}, 120_000);
afterAll(() => demo.close());

const teach = (who: Caller, term: string, means: string, whom = 'me') =>
  who<TermView & { detail?: string }>('POST', '/models/ferries/terms', { term, means, for: whom });
const decide = (who: Caller, { id }: TermView, state: string) =>
  who<TermView>('PATCH', `/models/ferries/terms/${id}`, { state });
const ask = (who: Caller, ...questions: string[]) => askedOf<Step>(who, ...questions);

test('what is taught holds for whoever taught it at once, wherever its meaning may stand, and for nobody else', async () => {
  expect((await ask(mira, 'revenue by snug routes')).outcome).toBe('unclear');
  const { status, body } = await teach(mira, 'snug routes', 'routes with a sailing time under 45 minutes');
  expect(status).toBe(201);
  expect(body).toMatchObject({ kind: 'set', for: 'me', holds: true, mine: true });
  for (const [said, meant] of [
    ['revenue by snug routes in 2025', 'revenue by routes with a sailing time under 45 minutes in 2025'],
    ['how many snug routes are there', 'how many routes with a sailing time under 45 minutes are there'],
    ['Snug Routes with the most passengers', 'routes with a sailing time under 45 minutes with the most passengers'],
  ] as const) {
    const [own, plain] = [await ask(mira, said), await ask(mira, meant)];
    expect([said, own.outcome, own.reading]).toEqual([said, plain.outcome, plain.reading]);
    if (own.outcome === 'answered')
      expect(own.notes[0]?.text).toBe('“snug routes” stands for routes with a sailing time under 45 minutes.');
  }
  const marked = await ask(mira, 'revenue by snug routes in 2025');
  expect(
    marked.words.map(({ text, start, end }) => 'revenue by snug routes in 2025'.slice(start, end) === text),
  ).not.toContain(false);
  expect(marked.words.find(({ text }) => text === 'snug routes')?.use).not.toBe('unresolved');
  expect((await ask(ines, 'revenue by snug routes')).outcome).toBe('unclear');
});

test('terms build on terms, calculations keep their brackets, and none stands for itself', async () => {
  await teach(mira, 'crossing yield', 'ticket revenue / passengers');
  expect((await ask(mira, 'crossing yield by coast')).reading).toEqual(
    (await ask(mira, 'ticket revenue / passengers by coast')).reading,
  );
  await teach(mira, 'the soft opening', '12 to 20 May 2026');
  await teach(mira, 'opening yield', 'crossing yield in the soft opening');
  expect((await ask(mira, 'opening yield')).reading).toEqual(
    (await ask(mira, 'ticket revenue / passengers in 12 to 20 May 2026')).reading,
  );
  expect((await ask(mira, 'ticket revenue / crossing yield')).reading).toEqual(
    (await ask(mira, 'ticket revenue / (ticket revenue / passengers)')).reading,
  );
  const circle = await teach(mira, 'late boats', 'the late boats of Kelm');
  expect(circle.status).toBe(422);
  expect(circle.body.detail).toContain('stand for itself');
});

test('what cannot be a term is refused in words', async () => {
  for (const [term, means, says] of [
    ['Flex', 'Saver', /is a name of this model already/],
    ['by the', 'passengers by month', /every question uses/],
    ['grand things', 'the flumps of yore', /not understood/],
    ['snug routes', 'routes with a sailing time under 30 minutes', /taught already/],
  ] as const) {
    const refused = await teach(mira, term, means);
    expect([term, refused.status >= 400]).toEqual([term, true]);
    expect(refused.body.detail).toMatch(says);
  }
});

test('for everyone it is proposed; the steward sees what it would change, accepts, and takes it back', async () => {
  const question = 'best vessels in July 2025';
  const asked = await mira<{ id: string }>('POST', '/inquiries', { modelId: 'ferries', title: 'Fleet' });
  const before = (await mira<Step>('POST', `/inquiries/${asked.body.id}/steps`, { text: question })).body;
  const { body: term } = await teach(mira, 'best vessels', 'top 10 vessels by on-time share', 'everyone');
  expect(term).toMatchObject({ state: 'proposed', holds: true });
  expect((await ask(ines, question)).reading).toEqual(before.reading);
  const { body: impact } = await stellan<Impact>('GET', `/models/ferries/terms/${term.id}/impact`);
  const changed = impact.questions.filter(({ asked: text }) => text === question);
  expect(changed.length).toBeGreaterThan(0);
  expect(changed.every(({ numbers, before: was, after }) => numbers === 'other' && was !== after)).toBe(true);
  expect(impact.questions.every(({ asked: text }) => /best vessels/i.test(text))).toBe(true);
  // whoever may not decide does not
  expect((await decide(ines, term, 'accepted')).status).toBe(403);
  expect((await decide(mira, term, 'accepted')).status).toBe(403);
  expect((await mira('GET', `/models/ferries/terms/${term.id}/impact`)).status).toBe(403);
  expect((await decide(stellan, term, 'accepted')).body.state).toBe('accepted');
  const now = await ask(ines, question);
  expect(now.reading?.rank?.by ?? now.reading?.shown[0]?.calculation).toMatchObject({ measure: 'on_time_share' });
  const listed = (await ines<TermView[]>('GET', '/models/ferries/terms')).body.find(({ id }) => id === term.id);
  expect(listed).toMatchObject({ by: expect.stringContaining('Mira') as string, holds: true, mine: false });
  expect(listed?.times).toBeGreaterThan(0);
  expect((await decide(stellan, term, 'withdrawn')).status).toBe(204);
  expect((await ask(ines, question)).reading).toEqual(before.reading);
  expect((await ask(mira, question)).reading).toEqual(before.reading);
});

test('a term whose meaning names what somebody may not know is none of theirs, and tells them nothing', async () => {
  const { body: term } = await teach(stellan, 'the home ports', 'Tolmar and Eskvik', 'everyone');
  expect(term.state).toBe('accepted');
  expect((await ask(mira, 'passengers for the home ports')).outcome).toBe('answered');
  const theirs = await ines<TermView[]>('GET', '/models/ferries/terms');
  expect(JSON.stringify(theirs.body)).not.toContain('Eskvik');
  const step = await ask(ines, 'passengers for the home ports');
  expect(JSON.stringify(step)).not.toContain('Eskvik');
});

test('words that were asked and not understood are listed without names of people, with what was asked in their place', async () => {
  const { body: inquiry } = await mira<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' });
  const put = (text: string) => mira('POST', `/inquiries/${inquiry.id}/steps`, { text, after: null });
  await put('passengers by wobbly coasts');
  await put('passengers by coast');
  await ask(ines, 'passengers by wobbly coasts');
  const { body } = await stellan<NotUnderstood[]>('GET', '/models/ferries/not-understood');
  const wobbly = body.find(({ words }) => words.includes('wobbly'));
  expect(wobbly).toMatchObject({ times: 2, people: 2 });
  expect(wobbly?.questions).toContain('passengers by wobbly coasts');
  expect(JSON.stringify(body)).not.toContain('Mira');
  expect((await mira('GET', '/models/ferries/not-understood')).status).toBe(403);
});
