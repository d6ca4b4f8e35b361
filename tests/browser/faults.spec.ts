/** What goes wrong: the server away under an open board, a question that runs too long, a person without rights. */
import pg from 'pg';
import type { Page } from '@playwright/test';
import { temporaryFolder } from '../temporary-folder';
import { ask, boardLink, expect, freePort, openBoard, Product, sentence, signedIn, still, test } from './product';

test('the server is restarted under an open board: it says so, comes back by itself and catches up', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await openBoard(mira, 'Operations');
  await expect(mira.getByTestId('tile')).toHaveCount(8);
  await expect(mira.getByTestId('tile').first()).toContainText('On-time share');
  const board = mira.url();
  await product.stop();
  await expect(mira.getByText('connecting …')).toBeVisible();
  await ask(mira, 'only overnight ships');
  await expect(mira.getByRole('alert').filter({ hasText: 'cannot be reached' }).first()).toBeVisible();
  await expect(mira.getByRole('combobox')).toHaveValue('only overnight ships');
  await expect(mira.getByTestId('tile').first()).toContainText('On-time share');
  await product.start();
  const other = await signedIn(browser, product, 'ines');
  await other.goto(board);
  await other.getByText('For everyone').click();
  await ask(other, 'last quarter');
  await expect(other.getByTestId('board-sentence')).toContainText('last quarter');
  await expect(mira.getByTestId('board-sentence')).toContainText('last quarter');
  await expect(mira.getByText('connecting …')).toBeHidden();
});

test('the server is restarted under three people: none loses what they had, and all three agree in the end', async ({
  browser,
  product,
}) => {
  test.setTimeout(120_000);
  const everyone = [
    await signedIn(browser, product, 'mira'),
    await signedIn(browser, product, 'ines'),
    await signedIn(browser, product, 'tomas'),
  ] as const;
  const [mira, ines, tomas] = everyone;
  for (const page of everyone) {
    await openBoard(page, 'Operations');
    await expect(page.getByTestId('tile')).toHaveCount(8);
  }
  // one has refined for herself, one has words unsent, one a comment half written
  await ask(mira, 'only overnight ships');
  await expect(mira.getByTestId('board-sentence')).toContainText('refined for me');
  const refined = mira.url();
  await ines.getByRole('combobox').last().fill('H1 2026');
  await tomas
    .getByRole('button', { name: /^Acts on/ })
    .first()
    .click();
  await tomas.getByRole('menuitem', { name: 'Comment' }).click();
  await tomas.getByLabel('Comment on the tile').fill('Is the ice on this?');
  await product.stop();
  for (const page of everyone) await expect(page.getByText('connecting …')).toBeVisible();
  await tomas.getByRole('button', { name: 'Comment on the tile' }).click();
  await expect(tomas.getByText('cannot be reached')).toBeVisible();
  await product.start();
  for (const page of everyone) await expect(page.getByText('connecting …')).toBeHidden({ timeout: 20_000 });
  expect(mira.url()).toBe(refined);
  await expect(mira.getByTestId('board-sentence')).toContainText('refined for me');
  await expect(ines.getByRole('combobox').last()).toHaveValue('H1 2026');
  await expect(tomas.getByLabel('Comment on the tile')).toHaveValue('Is the ice on this?');
  await tomas.getByRole('button', { name: 'Comment on the tile' }).click();
  for (const page of [mira, ines]) await expect(page.getByRole('button', { name: 'Comments 1' })).toBeVisible();
  // changes reach all three again
  await ines.getByText('For everyone').click();
  await ines.getByRole('combobox').last().press('Enter');
  for (const page of everyone) await expect(page.getByTestId('board-sentence')).toContainText('H1 2026');
  await expect(mira.getByLabel('Here now').getByRole('listitem')).toHaveCount(3);
});

test('on Today what colleagues open most is listed', async ({ browser, product }) => {
  for (const name of ['mira', 'tomas'] as const) {
    const page = await signedIn(browser, product, name);
    await openBoard(page, 'Operations');
    await expect(page.getByRole('heading', { name: 'Operations' })).toBeVisible();
  }
  const ines = await signedIn(browser, product, 'ines');
  await expect(
    ines.getByRole('list', { name: 'Opened most' }).getByRole('listitem').filter({ hasText: 'Operations' }),
  ).toContainText(/by \d+ people/);
});

test('on Today nothing slides away under the pointer: what answers late is waited for', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await mira.route('**/api/models/*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 700));
    await route.continue();
  });
  const late = mira.waitForResponse((answer) => /\/api\/models\/\w+$/.test(answer.url()));
  await mira.goto(product.address);
  const link = boardLink(mira, 'Operations');
  await expect(link).toBeVisible();
  const before = await link.boundingBox();
  await late;
  await still(mira);
  expect(await link.boundingBox()).toEqual(before);
});

test('a question that runs too long is stopped with words, and the question is kept', async ({ browser, product }) => {
  const databaseUrl = product.databaseUrl();
  // a second server of the same database works in a folder of its own
  const hasty = new Product(temporaryFolder('hasty'), await freePort(), {
    DATABASE_URL: databaseUrl,
    QUESTION_MILLISECONDS: '300',
    ZUD_COLUMNAR: 'off',
  });
  await hasty.start();
  const holder = new pg.Client(databaseUrl);
  await holder.connect();
  try {
    const page = await signedIn(browser, product, 'mira', hasty.address);
    await page.goto(`${hasty.address}/inquiries`);
    await page.getByRole('button', { name: 'Ask Velloe Ferries' }).click();
    await expect(page.getByText('A blank page')).toBeVisible();
    // whoever holds the table makes every question of it wait, on any machine
    await holder.query('begin; lock table data.bookings');
    await ask(page, 'median onboard spend by route and channel');
    await expect(page.getByText('It took too long')).toBeVisible();
    await page.getByRole('button', { name: 'Go back' }).click();
    await expect(page.getByRole('combobox')).toHaveValue('median onboard spend by route and channel');
  } finally {
    await holder.end();
    await hasty.stop();
  }
});

/** The next question of a page stays on its way until the page gives it up. */
async function holdNext(page: Page): Promise<void> {
  await page.route('**/api/inquiries/*/steps', () => new Promise<void>(() => undefined), { times: 1 });
}

test('a long question can be stopped by hand', async ({ browser, product }) => {
  const page = await signedIn(browser, product, 'mira');
  await holdNext(page);
  await page.goto(`${product.address}/inquiries`);
  await page.getByRole('button', { name: 'Ask Velloe Ferries' }).click();
  await ask(page, 'median onboard spend and median ticket revenue by day and route');
  await page.getByRole('button', { name: 'Stop' }).first().click();
  await expect(page.getByText('A blank page')).toBeVisible();
  await expect(page.getByRole('combobox')).toHaveValue(
    'median onboard spend and median ticket revenue by day and route',
  );
  await ask(page, 'passengers by coast');
  await expect(sentence(page)).toContainText('Passengers by coast');
});

test('a newer question takes the place of the one that still runs', async ({ browser, product }) => {
  const page = await signedIn(browser, product, 'mira');
  await holdNext(page);
  await page.goto(`${product.address}/inquiries`);
  await page.getByRole('button', { name: 'Ask Velloe Ferries' }).click();
  await ask(page, 'median onboard spend and median ticket revenue by day and vessel');
  await expect(page.getByRole('button', { name: 'Stop' }).first()).toBeVisible();
  await ask(page, 'passengers by coast');
  await expect(sentence(page)).toContainText('Passengers by coast');
  await expect(page.getByRole('complementary', { name: 'Trail' }).or(page.getByLabel('Trail'))).toContainText('1 step');
});

test('a person without rights: no board, no asking, a board to see and to refine', async ({ browser, product }) => {
  const mira = await signedIn(browser, product, 'mira');
  await mira.goto(`${product.address}/boards`);
  await mira.getByRole('button', { name: 'New board' }).click();
  await mira.getByLabel('Title').fill('Private');
  await mira.getByRole('button', { name: 'Make it' }).click();
  await expect(mira.getByRole('heading', { name: 'Private' })).toBeVisible();
  const tomas = await signedIn(browser, product, 'tomas');
  await expect(tomas.getByText('asking needs the role of analyst')).toBeVisible();
  await expect(tomas.getByRole('combobox')).toHaveCount(0);
  await tomas.goto(mira.url());
  await expect(tomas.getByRole('heading', { name: 'Not found' })).toBeVisible();
  await tomas.goto(`${product.address}/boards`);
  await openBoard(tomas, 'Summer season 2026');
  await expect(tomas.getByTestId('tile')).toHaveCount(11);
  await expect(tomas.getByRole('button', { name: 'Share' })).toHaveCount(0);
  await tomas
    .getByRole('button', { name: /^Acts on/ })
    .first()
    .click();
  await expect(tomas.getByRole('menuitem')).toHaveText(['Comment']);
  await tomas.keyboard.press('Escape');
  await ask(tomas, 'only Outer Isles');
  await expect(tomas.getByTestId('board-sentence')).toContainText('refined for me: for Outer Isles');
});

test('a right taken back closes the open board politely', async ({ browser, product }) => {
  const mira = await signedIn(browser, product, 'mira');
  await openBoard(mira, 'Operations');
  await expect(mira.getByRole('button', { name: 'Share' })).toBeVisible();
  const tomas = await signedIn(browser, product, 'tomas');
  await tomas.goto(mira.url());
  await expect(tomas.getByTestId('tile')).toHaveCount(8);
  await mira.getByRole('button', { name: 'Share' }).click();
  await mira.getByLabel('Right of Tomas Berg').selectOption('none');
  await expect(tomas.getByText('no longer shared with you')).toBeVisible();
});
