/** From knowing to doing, in the browser: an action is confirmed, sent and audited; a decision stands until it is done; a room is asked; a trail is kept as a routine. */
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { ask, expect, openBoard, sentence, signedIn, test } from './product';

const axeFinds = async (page: Page) => (await new AxeBuilder({ page }).analyze()).violations.map(({ id }) => id);

test('an action is filled in from a mark, shown before it is sent, taken by the partner once, and written down', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await ask(mira, 'top 5 routes by cancellation rate last year');
  await expect(sentence(mira)).toContainText('top 5 routes');
  await mira.getByRole('tab', { name: 'Table' }).click();
  const route =
    (await mira.getByRole('row').nth(1).getByRole('cell').or(mira.getByRole('rowheader')).first().textContent()) ?? '';
  await mira.getByRole('button', { name: 'Watch this answer' }).click();
  await mira.getByRole('menuitem', { name: /Have something done/ }).click();
  await mira.getByRole('button', { name: 'Ask the harbour office to look at a route' }).click();
  const dialog = mira.getByRole('dialog');
  // of the whole there is no one route: it is said by hand, or nothing is sent
  await expect(dialog.getByText('“Which route” is empty')).toBeVisible();
  await dialog.getByLabel('Which route').fill(route);
  expect(await axeFinds(mira)).toEqual([]);
  await dialog.getByRole('button', { name: 'Send it' }).click();
  await expect(dialog.getByText('The yard’s order book took it.')).toBeVisible();
  await expect(dialog.getByText(/order: 1001/)).toBeVisible();
  await dialog.getByRole('link', { name: 'All that you had done' }).click();
  await expect(mira.getByRole('region', { name: 'Actions' }).getByRole('listitem')).toHaveCount(1);
  const book = await mira.request.get(`http://127.0.0.1:${product.port + 2}/orders`);
  expect(((await book.json()) as { values: { route: string } }[]).map(({ values }) => values.route)).toEqual([route]);
  const ada = await signedIn(browser, product, 'ada');
  await ada.goto(`${product.address}/changes`);
  await expect(ada.getByText('action confirmed').first()).toBeVisible();
  await expect(ada.getByText('action taken').first()).toBeVisible();
});

test('a decision about a tile stands on the board and on Today of whoever does it, until it is done', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await openBoard(mira, 'Operations');
  await mira.getByRole('button', { name: 'Acts on Delay' }).click();
  await mira.getByRole('menuitem', { name: 'Comment' }).click();
  const drawer = mira.getByRole('complementary', { name: 'Comments' });
  await drawer.getByLabel('Comment on the tile').fill('Two more at the lines in the morning');
  await drawer.getByLabel('A decision').check();
  await drawer.getByLabel('Who does it').selectOption({ label: 'Tomas Berg' });
  await drawer.getByLabel('By', { exact: true }).fill('2031-03-01');
  expect(await axeFinds(mira)).toEqual([]);
  await drawer.getByRole('button', { name: 'Decide it' }).click();
  await expect(
    drawer.getByText('Tomas Berg, by 1 Mar 2031').or(drawer.getByText(/Tomas Berg, by Mar 1, 2031/)),
  ).toBeVisible();
  await expect(drawer.getByText(/Average delay: no data have come since/)).toBeVisible();
  await expect(mira.getByRole('list', { name: 'Decided, and still open' })).toContainText('Two more at the lines');
  const tomas = await signedIn(browser, product, 'tomas');
  const open = tomas.getByRole('region', { name: 'Open decisions' });
  await expect(open).toContainText('Two more at the lines in the morning');
  expect(await axeFinds(tomas)).toEqual([]);
  await open.getByRole('button', { name: 'It is done' }).click();
  await expect(open).toHaveCount(0);
  // the board that is open elsewhere follows
  await expect(mira.getByRole('list', { name: 'Decided, and still open' })).toHaveCount(0);
});

test('a room is asked by name and followed up twice; from there the inquiry is opened in the product', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  const room = await mira.context().newPage();
  await room.goto(`http://127.0.0.1:${product.port + 3}/`);
  await room.getByLabel('As', { exact: true }).selectOption('Mira');
  const said = (words: string) => room.getByRole('listitem').filter({ hasText: words });
  const say = async (words: string) => {
    await room.getByLabel('Say', { exact: true }).fill(words);
    await room.getByRole('button', { name: 'Say it' }).click();
  };
  await expect(async () => {
    await say('Zud: passengers by coast last year');
    await expect(said('Asked: Passengers by coast, last year').first()).toBeVisible({ timeout: 8000 });
  }).toPass({ timeout: 60_000 });
  await said('Asked: Passengers by coast').first().getByRole('button', { name: 'reply' }).click();
  await say('only Outer Isles');
  await expect(said('Asked: Passengers by coast for Outer Isles, last year').first()).toBeVisible();
  await said('for Outer Isles, last year').first().getByRole('button', { name: 'reply' }).click();
  await say('by month instead');
  const last = said('Asked: Passengers by month for Outer Isles, last year').first();
  await expect(last).toBeVisible();
  await last.getByRole('link', { name: 'go on in Zud' }).click();
  await expect(sentence(room)).toContainText('Passengers by month for Outer Isles');
  await ask(room, 'vs the year before');
  await expect(sentence(room)).toContainText('beside the year before');
});

test('a trail is kept as a routine; a step for each of three members is added, it is run, and the edition is read', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await ask(mira, 'passengers by month this year');
  await expect(sentence(mira)).toContainText('Passengers by month');
  await ask(mira, 'only Outer Isles');
  await expect(sentence(mira)).toContainText('Outer Isles');
  await mira.getByRole('button', { name: 'What to do with this inquiry' }).click();
  await mira.getByRole('menuitem', { name: /Keep it as a routine/ }).click();
  await expect(mira.getByRole('list', { name: 'Steps' }).getByRole('listitem')).toHaveCount(2);
  await mira.getByRole('button', { name: 'One more step' }).click();
  await expect(mira.getByRole('button', { name: 'A step is empty' })).toBeDisabled();
  await mira.getByLabel('Step 3', { exact: true }).fill('cancellation rate by month of {it}');
  await mira.getByRole('button', { name: 'What step 3 goes on from' }).click();
  await mira.getByRole('menuitem', { name: 'It asks anew' }).click();
  await mira.getByRole('button', { name: 'for each of …' }).last().click();
  await mira.getByLabel('The members that step 3 is asked for').fill('top 3 routes by passengers');
  expect(await axeFinds(mira)).toEqual([]);
  await mira.getByRole('button', { name: 'Run it now' }).click();
  await mira.getByRole('link', { name: 'edition 1' }).click();
  await expect(mira.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(mira).toHaveURL(/\/briefings\/.*\/editions\/1/);
});
