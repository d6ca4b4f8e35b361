/** One investigation of fifteen steps, by words only, by pointer only and by keyboard only: the same readings, the same numbers. */
import type { Locator, Page } from '@playwright/test';
import { ask, expect, sentence, signedIn, test, type Name } from './product';

/** How a hand reaches what it acts on. */
interface Hand {
  press(page: Page, target: Locator): Promise<void>;
  /** Chooses an entry of the list or menu that is open. */
  choose(page: Page, label: string): Promise<void>;
}

const pointer: Hand = {
  press: (_page, target) => target.click(),
  choose: (page, label) => page.getByRole('menuitem', { name: label, exact: true }).click(),
};

const MANY_KEYS = 220;

const keyboard: Hand = {
  async press(page, target) {
    await expect(target).toBeVisible();
    const focused = () => target.evaluate((element) => element === document.activeElement);
    if ((await target.getAttribute('role')) === 'tab') {
      // one of several tabs is reached by Tab, the others from it by arrow keys
      const among = () =>
        target.evaluate((element) => element.closest('[role=tablist]')?.contains(document.activeElement) ?? false);
      for (let key = 0; key < MANY_KEYS && !(await among()); key += 1) await page.keyboard.press('Tab');
      for (let key = 0; key < 8 && !(await focused()); key += 1) await page.keyboard.press('ArrowRight');
    }
    for (let key = 0; key < MANY_KEYS && !(await focused()); key += 1) await page.keyboard.press('Tab');
    expect(await focused()).toBe(true);
    await page.keyboard.press('Enter');
  },
  async choose(page, label) {
    const entry = page.getByRole('menuitem', { name: label, exact: true });
    const search = page.getByRole('searchbox', { name: 'Search', exact: true });
    await expect(entry).toBeVisible();
    if (await search.isVisible()) {
      for (let key = 0; key < 12 && !(await search.evaluate((element) => element === document.activeElement)); key += 1)
        await page.keyboard.press('Tab');
      await page.keyboard.type(label);
    } else {
      const inList = () => page.evaluate(() => document.activeElement?.getAttribute('role') === 'menuitem');
      for (let key = 0; key < 24 && !(await inList()); key += 1) await page.keyboard.press('Tab');
    }
    const marked = () => entry.evaluate((element) => element.hasAttribute('data-focused'));
    for (let key = 0; key < MANY_KEYS && !(await marked()); key += 1) await page.keyboard.press('ArrowDown');
    expect(await marked()).toBe(true);
    await page.keyboard.press('Enter');
  },
};

interface Move {
  readonly words: string;
  readonly by: (page: Page, hand: Hand) => Promise<void>;
  /** What the sentence says then. */
  readonly says: string | RegExp;
}

const button = (page: Page, name: string) => page.getByRole('button', { name, exact: true });
const change =
  (part: string, label: string): Move['by'] =>
  async (page, hand) => {
    await hand.press(page, page.getByRole('button', { name: new RegExp(`^Change “${part}`) }));
    await hand.choose(page, label);
  };
const add =
  (label: string): Move['by'] =>
  async (page, hand) => {
    await hand.press(page, button(page, 'Add to the sentence'));
    await hand.choose(page, label);
  };
const fromModel =
  (name: string): Move['by'] =>
  async (page, hand) => {
    const tab = page.getByRole('tab', { name: 'Model' });
    if ((await tab.getAttribute('aria-selected')) !== 'true') await hand.press(page, tab);
    await hand.press(page, button(page, `Add ${name}`));
  };
const press =
  (target: (page: Page) => Locator): Move['by'] =>
  (page, hand) =>
    hand.press(page, target(page));
const onTable =
  (row: string, act: string): Move['by'] =>
  async (page, hand) => {
    await hand.press(page, page.getByRole('tab', { name: 'Table' }));
    await hand.press(
      page,
      page.getByRole('group', { name: 'Table of the answer' }).getByRole('button', { name: row, exact: true }),
    );
    await hand.press(
      page,
      page.getByRole('group', { name: /What to do with/ }).getByRole('button', { name: act, exact: true }),
    );
  };

const MOVES: readonly Move[] = [
  { words: 'passengers', by: fromModel('Passengers'), says: /^Passengers/ },
  { words: 'by coast', by: fromModel('Coast'), says: 'Passengers by coast' },
  { words: 'this year', by: add('This year'), says: 'by coast, this year' },
  { words: 'vs last year', by: add('Beside the year before'), says: 'beside the year before' },
  { words: 'only Mid Sound', by: onTable('Mid Sound', 'Only Mid Sound'), says: 'for Mid Sound' },
  { words: 'by port', by: change('by coast', 'By port'), says: 'by port for Mid Sound' },
  {
    words: 'stop comparing',
    by: change('beside the year before', 'Stop comparing'),
    says: /by port for Mid Sound, this year[^—]*$/,
  },
  { words: 'top 3', by: add('Top 3'), says: 'top 3 ports' },
  { words: 'add ticket revenue', by: fromModel('Ticket revenue'), says: 'Passengers and ticket revenue' },
  {
    words: 'without ticket revenue',
    by: change('Passengers and ticket revenue', 'Without ticket revenue'),
    says: /^Passengers by port/,
  },
  { words: 'last year', by: change('this year', 'Last year'), says: 'last year' },
  { words: 'as a share', by: change('Passengers', 'As a share of the total'), says: 'Share of passengers' },
  { words: 'plain numbers', by: change('Share of passengers', 'As plain numbers'), says: /^Passengers by port/ },
  {
    words: 'as a table',
    by: async (page, hand) => {
      await hand.press(page, button(page, 'Chart kind'));
      await hand.choose(page, 'Table');
    },
    says: 'as a table',
  },
  { words: 'with totals', by: press((page) => button(page, 'totals')), says: 'as a table with totals' },
];

interface Step {
  readonly id: string;
  readonly reading: unknown;
}

/** An inquiry of one's own, blank; its address. */
async function begun(page: Page, address: string): Promise<string> {
  const { id } = (await (
    await page.request.post(`${address}/api/inquiries`, { data: { modelId: 'ferries' } })
  ).json()) as { id: string };
  await page.goto(`${address}/inquiries/${id}`);
  return id;
}

async function told(page: Page, address: string, id: string) {
  const { steps } = (await (await page.request.get(`${address}/api/inquiries/${id}`)).json()) as { steps: Step[] };
  const last = (await (
    await page.request.get(`${address}/api/inquiries/${id}/steps/${steps.at(-1)?.id ?? ''}`)
  ).json()) as { answer: { rows: unknown[] } };
  return { readings: steps.map((step) => step.reading), rows: last.answer.rows };
}

test('fifteen steps by words, by pointer and by keyboard end in the same readings and numbers', async ({
  browser,
  product,
}) => {
  test.setTimeout(480_000);
  const ways: readonly (readonly [string, Name, (page: Page, move: Move) => Promise<void>])[] = [
    ['words', 'mira', (page, move) => ask(page, move.words)],
    ['pointer', 'mira', (page, move) => move.by(page, pointer)],
    ['keyboard', 'mira', (page, move) => move.by(page, keyboard)],
  ];
  const found = new Map<string, Awaited<ReturnType<typeof told>>>();
  for (const [way, name, go] of ways) {
    const page = await signedIn(browser, product, name);
    const id = await begun(page, product.address);
    for (const move of MOVES)
      await test.step(`${way}: ${move.words}`, async () => {
        await go(page, move);
        await expect(sentence(page)).toContainText(move.says);
      });
    found.set(way, await told(page, product.address, id));
    await page.context().close();
  }
  const words = found.get('words');
  expect(words?.readings).toHaveLength(MOVES.length);
  expect(words?.rows).toHaveLength(3);
  for (const way of ['pointer', 'keyboard']) expect(found.get(way)).toEqual(words);
});
