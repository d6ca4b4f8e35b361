/** The whole path with two people in two browsers: ask, follow up, verify, pin, share, refine, ask from the tile. */
import { ask, expect, openBoard, sentence, signedIn, test } from './product';

test('an analyst asks, follows up, checks, pins and shares; a colleague sees it arrive, narrows it and asks on', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await ask(mira, 'passengers by month this year');
  await expect(sentence(mira)).toContainText('Passengers by month, this year');
  await expect(mira.getByRole('heading', { level: 1 })).toContainText('peaked in');
  await expect(mira.getByRole('complementary', { name: 'Notes' })).toContainText('runs only to 17 October 2026');
  const first = mira.url();

  await ask(mira, 'also by coast');
  await expect(sentence(mira)).toContainText('by month and coast');
  await expect(mira.locator('ins')).toContainText('by month and coast');
  await expect(mira.locator('del')).toContainText('by month');
  await ask(mira, 'vs last year');
  await expect(sentence(mira)).toContainText('beside the year before');
  await expect(mira.getByLabel('Trail').getByRole('link')).toHaveCount(3);

  await mira.getByRole('tab', { name: 'Table' }).click();
  await expect(mira.getByRole('columnheader')).toHaveText([
    'Month',
    'Coast',
    'Passengers',
    'Passengers, year before',
    'Difference',
    '% difference',
  ]);
  await expect(mira.getByRole('group', { name: 'Table of the answer' }).getByRole('table')).toHaveAttribute(
    'aria-rowcount',
    '40',
  );
  await mira.getByRole('tab', { name: 'Working' }).click();
  const working = mira.getByRole('group', { name: 'Working', exact: true });
  await expect(working).toContainText('From bookings: passengers');
  await expect(working).toContainText('sailings.route_id → routes.route_id');
  await expect(working).toContainText(/sum\("bookings"\."passengers(:sum)?"\)/);
  await expect(working).not.toContainText('Outer Isles');

  await mira.goto(first);
  await expect(sentence(mira)).toContainText('Passengers by month, this year');
  await ask(mira, 'by vessel class instead');
  await expect(mira.getByLabel('Trail').getByRole('link')).toHaveCount(4);
  await mira.reload();
  await expect(sentence(mira)).toContainText('by vessel class');

  await mira.getByRole('button', { name: 'Pin to a board' }).click();
  await mira.getByLabel('A new board').fill('Fleet watch');
  await mira.getByRole('button', { name: 'Make and pin' }).click();
  await mira.getByRole('link', { name: 'Fleet watch' }).click();
  await expect(mira.getByTestId('tile')).toHaveCount(1);
  const board = mira.url();

  const ines = await signedIn(browser, product, 'ines');
  await ines.goto(board);
  await expect(ines.getByRole('heading', { name: 'Not found' })).toBeVisible();
  await mira.getByRole('button', { name: 'Share' }).click();
  await mira.getByLabel('Right of Ines Rowan').selectOption('see');
  await mira.getByRole('button', { name: 'Done' }).click();
  await ines.goto(board);
  await expect(ines.getByTestId('tile')).toHaveCount(1);
  await expect(mira.getByLabel('Here now')).toContainText('Ines Rowan');
  await expect(ines.getByRole('radio')).toHaveCount(1);

  const second = await mira.context().newPage();
  await second.goto(first);
  await ask(second, 'new question: average delay by vessel class in 2026');
  await expect(sentence(second)).toContainText('Average delay by vessel class');
  await second.getByRole('button', { name: 'Pin to a board' }).click();
  await second.getByRole('button', { name: 'Fleet watch' }).click();
  await expect(second.getByText('Pinned to')).toBeVisible();
  await expect(ines.getByTestId('tile')).toHaveCount(2);

  await ask(ines, 'only overnight ships, in summer 2026');
  await expect(ines.getByTestId('board-sentence')).toContainText('refined for me: for Overnight ship, summer 2026');
  await expect(ines.getByTestId('tile').first()).toContainText('for Overnight ship');
  const refined = ines.url();
  expect(refined).toContain('refinement=');
  await ines.reload();
  await expect(ines.getByTestId('board-sentence')).toContainText('for Overnight ship');
  await expect(mira.getByTestId('board-sentence')).not.toContainText('Overnight ship');

  await mira.getByText('For everyone').click();
  await ask(mira, 'this year');
  await expect(mira.getByTestId('board-sentence')).toContainText('Showing this year');
  await expect(ines.getByTestId('board-sentence')).toContainText('Showing this year');

  await ines
    .getByRole('button', { name: /^Acts on/ })
    .first()
    .click();
  await ines.getByRole('menuitem', { name: 'Ask from here' }).click();
  await expect(sentence(ines)).toContainText('for Overnight ship');
  await expect(sentence(ines)).toContainText('summer 2026');
  await ask(ines, 'by month');
  await expect(sentence(ines)).toContainText('by month');
  await expect(ines.getByRole('tab', { name: 'Chart' })).toHaveAttribute('aria-selected', 'true');
});

test('everything by keyboard: the ask line, completions, the chart kind, a phrase, a tile', async ({
  browser,
  product,
}) => {
  const page = await signedIn(browser, product, 'mira');
  await expect(page.getByRole('combobox')).toBeVisible();
  await page.keyboard.press('/');
  await expect(page.getByRole('combobox')).toBeFocused();
  await page.keyboard.type('passengers by coa');
  await expect(page.getByRole('option', { name: /coast/ }).first()).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('combobox')).toHaveValue('passengers by coast ');
  await page.keyboard.press('Enter');
  await expect(sentence(page)).toContainText('Passengers by coast');
  await page.getByRole('button', { name: 'Chart kind' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('menuitem', { name: 'Lines' })).toHaveAttribute('aria-disabled', 'true');
  await expect(page.getByRole('menuitem', { name: 'Lines' })).toContainText('A line needs time');
  await page.keyboard.type('Ring');
  await page.keyboard.press('Enter');
  await expect(sentence(page)).toContainText('as a pie');
  await page.getByRole('button', { name: 'Change “by coast”' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('by quarter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(sentence(page)).toContainText('by quarter and coast');
  await page.getByRole('tab', { name: 'Table' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Outer Isles' }).first().focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Leave out Outer Isles' }).focus();
  await page.keyboard.press('Enter');
  await expect(sentence(page)).toContainText('without Outer Isles');
  await page.keyboard.press('/');
  await page.keyboard.type('undo');
  await page.keyboard.press('Enter');
  await expect(sentence(page)).not.toContainText('without Outer Isles');
});

test('while completions are on their way, none can be taken that does not go on from what is typed', async ({
  browser,
  product,
}) => {
  const page = await signedIn(browser, product, 'mira');
  await page.getByRole('combobox').fill('passengers by c');
  await expect(page.getByRole('option', { name: /^cause/ }).first()).toBeVisible();
  // what comes after this is held back
  await page.route('**/suggest?*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 3000));
    await route.continue().catch(() => undefined);
  });
  await page.getByRole('combobox').pressSequentially('oa');
  await expect(page.getByRole('option', { name: /^cause/ })).toHaveCount(0, { timeout: 2000 });
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('combobox')).toHaveValue(/^passengers by coast /);
  await page.context().close();
});

test('a tile is moved and made wider by its menu, others make room, and undo brings all back', async ({
  browser,
  product,
}) => {
  const page = await signedIn(browser, product, 'mira');
  await openBoard(page, 'Operations');
  await expect(page.getByTestId('tile')).toHaveCount(8);
  const delay = page.getByTestId('tile').filter({ hasText: 'On-time share' });
  await expect(delay).toBeVisible();
  const before = await delay.boundingBox();
  await delay.getByRole('button', { name: /^Acts on/ }).click();
  await page.getByRole('menuitem', { name: 'Wider' }).click();
  await expect.poll(async () => (await delay.boundingBox())?.width ?? 0).toBeGreaterThan((before?.width ?? 0) + 50);
  await page.getByRole('button', { name: 'Sized: undo' }).click();
  await expect
    .poll(async () => Math.round((await delay.boundingBox())?.width ?? 0))
    .toBe(Math.round(before?.width ?? 0));
});

test('typing errors, ambiguous names and unknown words, as people meet them', async ({ browser, product }) => {
  const page = await signedIn(browser, product, 'mira');
  await ask(page, 'pasengers at Eskvik by quarter');
  await expect(page.getByRole('heading', { name: 'Which do you mean?' })).toBeVisible();
  await page.getByRole('button', { name: 'Passengers by quarter for port Eskvik' }).click();
  await expect(sentence(page)).toContainText('for port Eskvik');
  await ask(page, 'only blorptown');
  await expect(page.getByRole('heading', { name: 'One word is open: “blorptown”' })).toBeVisible();
  await expect(page.locator('mark')).toHaveText('blorptown');
  await ask(page, 'only Tolmar');
  await expect(sentence(page)).toContainText('by quarter for Tolmar');
});
