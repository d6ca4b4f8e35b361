/** A board beyond its owner: drafted, shared with a group, by a link and in a frame; narrowed by a mark, offered to, shown, taken back and done again. */
import { createServer, type Server } from 'node:http';
import { ask, expect, signedIn, test, type Product } from './product';
import type { Browser, Page } from '@playwright/test';

const tiles = (page: Page) => page.getByTestId('tile');

/** A new board with a draft on it. @returns its page and address */
async function drafted(browser: Browser, product: Product, title: string): Promise<Page> {
  const page = await signedIn(browser, product, 'mira');
  await page.getByRole('link', { name: 'Boards', exact: true }).click();
  await page.getByRole('button', { name: 'New board' }).click();
  await page.getByLabel('Title').fill(title);
  await page.getByLabel('Begin with').selectOption({ index: 1 });
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible({ timeout: 30_000 });
  await expect(tiles(page)).not.toHaveCount(0);
  await expect(page.getByText('Computing')).toHaveCount(0);
  return page;
}

test('a drafted board is narrowed by a mark of one tile, widened again, and its sentence is changed by hand', async ({
  browser,
  product,
}) => {
  test.setTimeout(120_000);
  const page = await drafted(browser, product, 'Narrowed');
  const number = tiles(page).first();
  const before = await number.textContent();
  const trend = tiles(page).filter({ hasText: 'Passengers by month' }).first();
  const plain = await trend.locator('p').first().textContent();
  await trend.locator('canvas').click({ position: { x: 300, y: 120 } });
  await trend.getByRole('button', { name: 'Narrow the others' }).click();
  await expect(page.getByTestId('board-sentence')).toContainText('refined for me');
  await expect.poll(() => number.textContent()).not.toBe(before);
  expect(await trend.locator('p').first().textContent()).toBe(plain);
  await trend.getByRole('button', { name: 'Widen the others again' }).click();
  await expect.poll(() => number.textContent()).toBe(before);
  // one's own refinement stays under the mark, and is there again without it
  await ask(page, 'only North Reach');
  await expect(page.getByTestId('board-sentence')).toContainText('refined for me: for North Reach');
  await expect.poll(() => number.textContent()).not.toBe(before);
  await expect(page.getByText('Computing')).toHaveCount(0);
  const refined = await number.textContent();
  await trend.locator('canvas').click({ position: { x: 300, y: 120 } });
  await trend.getByRole('button', { name: 'Narrow the others' }).click();
  await expect.poll(() => number.textContent()).not.toBe(refined);
  await expect(page.getByTestId('board-sentence')).toContainText('for North Reach');
  await trend.getByRole('button', { name: 'Widen the others again' }).click();
  await expect.poll(() => number.textContent()).toBe(refined);
  await page.getByRole('button', { name: 'Clear', exact: true }).click();
  await expect.poll(() => number.textContent()).toBe(before);
  await page.getByRole('button', { name: 'Add to the sentence' }).first().click();
  await page.getByRole('searchbox', { name: 'Search' }).fill('some of coast');
  await page.getByRole('menuitem', { name: 'Only some of coast …' }).click();
  await page.getByRole('option', { name: /^Mid Sound/ }).click();
  await page.getByRole('button', { name: 'Only this', exact: true }).click();
  await expect(page.getByTestId('board-sentence')).toContainText('for Mid Sound');
  await page.getByRole('button', { name: 'Changed for everyone: undo' }).click();
  await expect(page.getByTestId('board-sentence')).toContainText('everything');
  await page.getByRole('button', { name: 'Changed for everyone: redo' }).click();
  await expect(page.getByTestId('board-sentence')).toContainText('for Mid Sound');
  const first = tiles(page).first();
  await first.getByRole('button', { name: /^Acts on/ }).click();
  await page.getByRole('menuitem', { name: /^Keep its own conditions/ }).click();
  await expect(first).toContainText('keeps its own conditions');
});

test('a colleague of a group comments on a mark, keeps and offers a refinement; the owner takes it', async ({
  browser,
  product,
}) => {
  test.setTimeout(150_000);
  const mira = await drafted(browser, product, 'Offered');
  await mira.getByRole('button', { name: 'Share' }).click();
  await mira.getByRole('tab', { name: 'Groups' }).click();
  await mira.getByLabel('Right of Outer Isles team').selectOption({ label: 'may comment' });
  await mira.getByRole('button', { name: 'Done' }).click();
  await expect(mira.getByText('shared with Outer Isles team')).toBeVisible();
  const ines = await signedIn(browser, product, 'ines');
  await ines.getByRole('link', { name: 'Boards', exact: true }).click();
  await ines.getByRole('link', { name: 'Offered' }).click();
  const trend = tiles(ines).filter({ hasText: 'Passengers by month' }).first();
  await expect(trend.locator('canvas')).toBeVisible();
  await expect(ines.getByText('Computing')).toHaveCount(0);
  await trend.locator('canvas').click({ position: { x: 300, y: 120 } });
  const mark = (await trend.getByRole('group', { name: 'Chosen marks' }).locator('b').textContent()) ?? '';
  await trend.getByRole('button', { name: 'Comment on it' }).click();
  await ines.getByLabel(`Comment on ${mark}`).fill('The kiosks were out here.');
  await ines
    .getByRole('complementary')
    .getByRole('button', { name: `Comment on ${mark}` })
    .click();
  await expect(ines.getByRole('complementary')).toContainText(mark);
  await ines.getByRole('complementary').getByRole('button', { name: 'Close', exact: true }).click();
  const line = ines.getByRole('combobox').last();
  await line.fill('last year');
  await line.press('Enter');
  await expect(ines.getByTestId('board-sentence')).toContainText('last year');
  await ines.getByRole('button', { name: 'Keep or send this refinement' }).click();
  await ines.getByRole('menuitem', { name: 'Keep under a name …' }).click();
  await ines.getByLabel('Name', { exact: true }).fill('The year before');
  await ines.getByRole('button', { name: 'Keep it' }).click();
  await expect(ines.getByText('kept as “The year before”')).toBeVisible();
  await ines.getByRole('button', { name: 'Keep or send this refinement' }).click();
  await ines.getByRole('menuitem', { name: /^Offer it for everyone/ }).click();
  await expect(ines.getByText('offered', { exact: true })).toBeVisible();
  await mira.reload();
  const offer = mira.getByRole('list', { name: 'Offers' });
  await expect(offer).toContainText('Ines Rowan offers for everyone: last year');
  await offer.getByRole('button', { name: 'Take it' }).click();
  await expect(mira.getByTestId('board-sentence')).toContainText('last year');
  await expect(offer).toHaveCount(0);
  // taken back while it is open: it closes politely
  await mira.getByRole('button', { name: 'Share' }).click();
  await mira.getByRole('tab', { name: 'Groups' }).click();
  await mira.getByLabel('Right of Outer Isles team').selectOption({ label: 'not shared' });
  await expect(ines.getByText('This board is no longer shared with you.')).toBeVisible();
});

test('a link shows the board without signing in, in a frame only where it may, until it is withdrawn', async ({
  browser,
  product,
}) => {
  test.setTimeout(120_000);
  const mira = await drafted(browser, product, 'Linked');
  const pages: Server[] = [];
  /** A page of another site that holds the board in a frame. */
  const framing = (source: string) =>
    new Promise<string>((resolve) => {
      const server = createServer((_request, response) => response.setHeader('content-type', 'text/html').end(source));
      pages.push(server);
      server.listen(0, '127.0.0.1', () => resolve(`http://127.0.0.1:${(server.address() as { port: number }).port}`));
    });
  let frame = '';
  const mine = await framing('<p>ours</p>');
  const make = async (name: string, origin: string) => {
    await mira.getByRole('button', { name: 'Share' }).click();
    await mira.getByRole('tab', { name: 'Links' }).click();
    await mira.getByLabel('For whom').fill(name);
    if (origin !== '') await mira.getByLabel(/^Within the pages of/).fill(origin);
    await mira.getByRole('button', { name: 'Make a link' }).click();
    const made = await mira.getByLabel('The new link’s address').inputValue();
    await mira.getByRole('button', { name: 'Done' }).click();
    return made;
  };
  const link = await make('The council', '');
  const guest = await (await browser.newContext()).newPage();
  await guest.goto(link);
  await expect(guest.getByRole('heading', { level: 1, name: 'Linked' })).toBeVisible();
  await expect(tiles(guest)).toHaveCount(await tiles(mira).count());
  await expect(guest.getByRole('combobox')).toHaveCount(0);
  await guest.goto(`${product.address}/boards`);
  await expect(guest.getByRole('button', { name: 'Sign in' })).toBeVisible();
  frame = await make('Our pages', mine);
  pages[0]?.removeAllListeners('request');
  pages[0]?.on(
    'request',
    (_request, response: { setHeader: (name: string, value: string) => { end: (text: string) => void } }) =>
      response.setHeader('content-type', 'text/html').end(frame),
  );
  await guest.goto(mine);
  await expect(guest.frameLocator('iframe').getByRole('heading', { level: 1, name: 'Linked' })).toBeVisible();
  const theirs = await framing(frame);
  const refused = guest.waitForEvent('console', (told) => told.text().includes('frame-ancestors'));
  await guest.goto(theirs);
  await refused;
  await expect(guest.frameLocator('iframe').getByRole('heading', { level: 1 })).toHaveCount(0);
  await mira.getByRole('button', { name: 'Share' }).click();
  await mira.getByRole('tab', { name: 'Links' }).click();
  await mira.getByRole('button', { name: 'Withdraw The council' }).click();
  await expect(mira.getByText('withdrawn')).toBeVisible();
  await mira.getByRole('tab', { name: 'Changes' }).click();
  await expect(mira.getByRole('list', { name: 'Changes' })).toContainText('link withdrawn');
  await guest.goto(link);
  await expect(guest.getByText('This link shows nothing')).toBeVisible();
  for (const server of pages) server.close();
});

test('a board is shown tile by tile, gets its looks, is followed, and a tile moves to another board and back', async ({
  browser,
  product,
}) => {
  test.setTimeout(120_000);
  const page = await drafted(browser, product, 'Shown');
  expect((await page.request.post(`${product.address}/api/boards`, { data: { title: 'Beside it' } })).status()).toBe(
    201,
  );
  const count = await tiles(page).count();
  const more = async (name: RegExp) => {
    await page.getByRole('button', { name: 'More on this board' }).click();
    await page.getByRole('menuitem', { name }).click();
  };
  await more(/^Show it/);
  const show = page.getByRole('dialog', { name: /^Shown, tile 1 of/ });
  await expect(show).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('dialog', { name: /^Shown, tile 2 of/ })).toBeVisible();
  await page.getByRole('button', { name: 'End', exact: true }).click();
  await more(/^Title and looks/);
  await page.getByRole('textbox', { name: 'Title' }).fill('Shown well');
  await page.getByLabel('Tiles stand').selectOption({ label: 'close together' });
  await page.getByRole('button', { name: 'Colour 3' }).click();
  await page.getByRole('button', { name: 'Apply' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Shown well' })).toBeVisible();
  await more(/^Follow it/);
  await tiles(page)
    .first()
    .getByRole('button', { name: /^Acts on/ })
    .click();
  await page.getByRole('menuitem', { name: /^Move to another board/ }).click();
  await page.getByRole('button', { name: 'Beside it' }).click();
  await expect(tiles(page)).toHaveCount(count - 1);
  await page.getByRole('button', { name: 'Moved to another board: undo' }).click();
  await expect(tiles(page)).toHaveCount(count);
  await expect(page.getByRole('button', { name: 'Moved to another board: redo' })).toBeVisible();
  await page.keyboard.press('Control+Shift+Z');
  await expect(tiles(page)).toHaveCount(count - 1);
  const [picture] = await Promise.all([page.waitForEvent('download'), more(/^Take along as a picture/)]);
  expect(picture.suggestedFilename()).toMatch(/\.png$/);
});
