/** The inquiry as an instrument: phrases changed by hand, records, the trail, files to take along. */
import { readFile } from 'node:fs/promises';
import { ask, expect, sentence, signedIn, test } from './product';

test('words and hands end in the same reading: members, period, breakdown and rank through the sentence', async ({
  browser,
  product,
}) => {
  const page = await signedIn(browser, product, 'mira');
  await ask(page, 'passengers by coast');
  await expect(sentence(page)).toContainText('Passengers by coast');
  await page.getByRole('button', { name: 'Add to the sentence' }).click();
  await page.getByRole('searchbox', { name: 'Search' }).fill('some of channel');
  await page.getByRole('menuitem', { name: 'Only some of channel …' }).click();
  await page.getByRole('searchbox', { name: 'Channel' }).fill('web');
  await page.getByRole('option', { name: 'Web' }).click();
  await page.getByRole('searchbox', { name: 'Channel' }).fill('app');
  await page.getByRole('option', { name: 'App' }).click();
  await page.getByRole('button', { name: 'Only these' }).click();
  await expect(sentence(page)).toContainText('for Web or App');
  await page.getByRole('button', { name: 'Add to the sentence' }).click();
  await page.getByRole('searchbox', { name: 'Search' }).fill('this year');
  await page.getByRole('menuitem', { name: 'This year' }).click();
  await expect(sentence(page)).toContainText('this year');
  await page.getByRole('button', { name: 'Change “this year”' }).click();
  await page.getByLabel('In words').fill('Q3 2025');
  await page.getByLabel('In words').press('Enter');
  await expect(sentence(page)).toContainText('Q3 2025');
  await page.getByRole('button', { name: 'Change “by coast”' }).click();
  await page.getByRole('searchbox', { name: 'Search' }).fill('by vessel');
  await page.getByRole('menuitem', { name: 'By vessel', exact: true }).click();
  await expect(sentence(page)).toContainText('by vessel');
  const byHand = (await sentence(page).textContent())?.split('+')[0];
  const figures = await page.getByRole('heading', { level: 1 }).textContent();
  await ask(page, 'new question: passengers by vessel for Web and App in Q3 2025');
  await expect(sentence(page)).toContainText('by vessel');
  expect((await sentence(page).textContent())?.split('+')[0]).toBe(byHand);
  expect(await page.getByRole('heading', { level: 1 }).textContent()).toBe(figures);
});

test('the records behind an answer are read without a step, take a column, and become a step when kept', async ({
  browser,
  product,
}) => {
  const page = await signedIn(browser, product, 'mira');
  await ask(page, 'sailings by vessel on 3 May 2025');
  await page.getByRole('tab', { name: 'Rows' }).click();
  const table = page.getByRole('group', { name: 'Table of the answer' });
  await expect(table.getByRole('columnheader', { name: 'Sailing date' })).toBeVisible();
  await expect(page.getByText(/^\d+ records$/)).toBeVisible();
  await page.getByRole('button', { name: 'Add a column' }).click();
  await page.getByRole('menuitem', { name: 'Captain' }).click();
  await expect(table.getByRole('columnheader', { name: 'Captain' })).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Trail' })).toContainText('1 step');
  await page.getByRole('button', { name: 'Keep as a step' }).click();
  await expect(sentence(page)).toContainText('as records of sailings with captain');
});

test('a line is carried on in words, further by its phrase, stands in the table, and is dropped again', async ({
  browser,
  product,
}) => {
  const page = await signedIn(browser, product, 'mira');
  await ask(page, 'passengers by month since 2025');
  await expect(sentence(page)).toContainText('Passengers by month');
  await ask(page, 'forecast it');
  await expect(sentence(page)).toContainText('with a forecast of the next 6 months');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('expected in all from Nov 2026 to Apr 2027');
  await expect(page.getByRole('list', { name: 'Series' }).getByRole('button')).toHaveText([
    'Passengers',
    'Passengers, forecast',
  ]);
  await page.getByRole('button', { name: 'with a forecast of the next 6 months' }).click();
  await page.getByText('12 months ahead').click();
  await expect(sentence(page)).toContainText('with a forecast of the next 12 months');
  await page.getByRole('tab', { name: 'Table' }).click();
  const table = page.getByRole('group', { name: 'Table of the answer' });
  await expect(table.getByRole('columnheader', { name: 'Passengers, forecast' })).toBeVisible();
  await expect(table.getByRole('row', { name: /^Oct 2027 – [\d,]+ [\d,]+ [\d,]+$/ })).toBeAttached();
  await ask(page, 'drop the forecast');
  await expect(sentence(page)).toHaveText(/Passengers by month, since 1 January 2025/i);
  await expect(table.getByRole('columnheader', { name: 'Passengers, forecast' })).toHaveCount(0);
});

test('a step is renamed, starred and deleted, and deleting is undone', async ({ browser, product }) => {
  const page = await signedIn(browser, product, 'mira');
  await ask(page, 'margin by line');
  await expect(sentence(page)).toContainText('by line');
  await ask(page, 'by route');
  await expect(sentence(page)).toContainText('by route');
  const trail = page.getByRole('navigation', { name: 'Trail' });
  await page.getByRole('button', { name: 'What to do with “by route”' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('the routes');
  await page.getByRole('button', { name: 'Rename', exact: true }).click();
  await expect(trail).toContainText('the routes');
  await page.getByRole('button', { name: 'What to do with “the routes”' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('menuitem', { name: 'Star' }).click();
  await expect(trail.getByRole('img', { name: 'Starred' })).toBeVisible();
  await page.getByRole('button', { name: 'What to do with “the routes”' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('menuitem', { name: /^Delete/ }).click();
  await expect(trail).not.toContainText('the routes');
  await expect(sentence(page)).toContainText('by line');
  await trail.getByRole('button', { name: 'Undo' }).click();
  await expect(trail).toContainText('the routes');
});

test('an answer is taken along as a file with the numbers of the screen', async ({ browser, product }) => {
  const page = await signedIn(browser, product, 'mira');
  await ask(page, 'bookings by channel in 2025');
  await expect(sentence(page)).toContainText('by channel');
  await page.getByRole('tab', { name: 'Table' }).click();
  const row = page.getByRole('group', { name: 'Table of the answer' }).getByRole('row').nth(1);
  await expect(row).toContainText('Web');
  const figure = Number((await row.getByRole('cell').nth(1).textContent())?.replaceAll(',', ''));
  await page.getByRole('button', { name: 'Export' }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'CSV file', exact: true }).click(),
  ]);
  expect(file.suggestedFilename()).toMatch(/\.csv$/);
  expect(await readFile(await file.path(), 'utf8')).toContain(`Web,${figure}`);
  await page.getByRole('tab', { name: 'Chart' }).click();
  await expect(page.locator('figure canvas')).toBeVisible();
  await page.getByRole('button', { name: 'Export' }).click();
  const [picture] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Picture of the chart' }).click(),
  ]);
  expect((await readFile(await picture.path())).subarray(1, 4).toString()).toBe('PNG');
});

test('a change made by hand shows the words that say it, and saying them gives the same answer', async ({
  browser,
  product,
}) => {
  const page = await signedIn(browser, product, 'mira');
  await ask(page, 'passengers by month in 2025');
  await expect(sentence(page)).toContainText('by month');
  await page.getByRole('button', { name: 'Format' }).click();
  await page.getByText('Line at the average').click();
  await expect(page.getByText('in words: with line at the average')).toBeVisible();
  await page.getByRole('button', { name: 'Format' }).click();
  await page.getByLabel('Value', { exact: true }).fill('150000');
  await page.getByRole('button', { name: 'Target' }).click();
  await expect(sentence(page)).toContainText('line at the average and target at 150,000');
  await page.getByRole('button', { name: 'Change “2025”' }).click();
  const calendar = page.getByRole('application', { name: 'First and last day' });
  await calendar.getByRole('button', { name: 'Month after' }).first().click();
  await calendar.getByRole('button', { name: /, (3 February 2025|February 3, 2025)/ }).click();
  await calendar.getByRole('button', { name: /, (16 February 2025|February 16, 2025)/ }).click();
  await page.getByRole('button', { name: 'Take these days' }).click();
  await expect(sentence(page)).toContainText('from 3 February to 16 February 2025');
  const words = page.locator('q');
  await expect(words).toHaveText('for from 3 February to 16 February 2025');
  const figures = await page.getByRole('heading', { level: 1 }).textContent();
  await page.getByRole('navigation', { name: 'Trail' }).getByRole('link').nth(2).click();
  await expect(sentence(page)).toContainText(', 2025');
  await ask(page, 'for from 3 February to 16 February 2025');
  await expect(sentence(page)).toContainText('from 3 February to 16 February 2025');
  expect(await page.getByRole('heading', { level: 1 }).textContent()).toBe(figures);
});

test('another reading of the same words takes its place beside them, not behind them', async ({ browser, product }) => {
  const page = await signedIn(browser, product, 'mira');
  await ask(page, 'passengers by coast');
  await expect(sentence(page)).toContainText('by coast');
  await ask(page, 'revenue by month');
  await expect(sentence(page)).toContainText('Ticket revenue by month');
  await page
    .getByRole('complementary', { name: 'Notes' })
    .getByRole('button', { name: /^As a follow-up/ })
    .click();
  await expect(sentence(page)).toContainText('Ticket revenue by month and coast');
  const trail = page.getByRole('navigation', { name: 'Trail' });
  await expect(trail).toContainText('3 steps');
  await ask(page, 'undo');
  await expect(sentence(page)).toContainText('Passengers by coast');
});

test('deletions are taken back one after the other', async ({ browser, product }) => {
  const page = await signedIn(browser, product, 'mira');
  await ask(page, 'margin by line');
  await expect(sentence(page)).toContainText('by line');
  const trail = page.getByRole('navigation', { name: 'Trail' });
  for (const words of ['by route', 'by vessel']) {
    await trail.getByRole('link').first().click();
    await expect(sentence(page)).toContainText('by line');
    await ask(page, words);
    await expect(sentence(page)).toContainText(words);
  }
  for (const words of ['by route', 'by vessel']) {
    await page.getByRole('button', { name: `What to do with “${words}”` }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('menuitem', { name: /^Delete/ }).click();
    await expect(trail).not.toContainText(words);
  }
  await trail.getByRole('button', { name: 'Undo' }).click();
  await expect(trail).toContainText('by vessel');
  await trail.getByRole('button', { name: 'Undo' }).click();
  await expect(trail).toContainText('by route');
});

test('ranks, conditions on numbers and other periods are put into the sentence by hand', async ({
  browser,
  product,
}) => {
  const page = await signedIn(browser, product, 'mira');
  await ask(page, 'passengers by coast and month in 2025');
  await expect(sentence(page)).toContainText('by month and coast');
  const add = async (search: string, act: string) => {
    await page.getByRole('button', { name: 'Add to the sentence' }).click();
    await page.getByRole('searchbox', { name: 'Search' }).fill(search);
    await page.getByRole('menuitem', { name: act }).click();
  };
  await add('top', 'Top or bottom …');
  await page.getByLabel('How many').fill('2');
  await page.getByLabel('in each').selectOption({ label: 'month' });
  await page.getByRole('button', { name: 'Apply' }).click();
  await expect(sentence(page)).toContainText('top 2 coasts in each month');
  await expect(page.locator('q')).toHaveText('top 2 in each month');
  await add('number', 'Only where a number …');
  await page.getByLabel('Only where this number').selectOption({ label: 'Ticket revenue' });
  await page.getByLabel('of each').selectOption({ label: 'coast' });
  await page.getByLabel('Number', { exact: true }).fill('1000000');
  await page.getByRole('button', { name: 'Apply' }).click();
  await expect(sentence(page)).toContainText('where coast has ticket revenue over 1,000,000');
  await expect(page.locator('q')).toHaveText('only coasts with ticket revenue over 1,000,000');
  await add('beside a', 'Beside a period …');
  await page.getByLabel('In words').fill('2024');
  await page.getByLabel('In words').press('Enter');
  await expect(sentence(page)).toContainText('beside 2024');
});
