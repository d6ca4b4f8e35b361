/** An inquiry with two people, and what is made of a step: a name, a check, a comparison, a replay, a zoom. */
import { ask, expect, sentence, signedIn, still, test } from './product';

test('an inquiry is shared to see, then to go on; both windows agree; a copy is one’s own', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await ask(mira, 'passengers by coast in 2025');
  await expect(sentence(mira)).toContainText('Passengers by coast');
  const address = mira.url().replace(/\/steps\/.*/, '');
  const share = async (right: string) => {
    await mira.getByRole('button', { name: 'What to do with this inquiry' }).click();
    await mira.getByRole('menuitem', { name: 'Share' }).click();
    await mira.getByLabel('Right of Stellan Reed').selectOption(right);
    await mira.getByRole('button', { name: 'Done' }).click();
  };
  await share('see');
  await expect(mira.getByText('yours, shared with 1 person')).toBeVisible();
  const stellan = await signedIn(browser, product, 'stellan');
  await stellan.goto(address);
  await expect(stellan.getByText('by Mira Holt, shared with you to see')).toBeVisible();
  await expect(sentence(stellan)).toContainText('Passengers by coast');
  await expect(stellan.getByRole('combobox')).toHaveCount(0);
  await share('ask');
  await expect(stellan.getByText('shared with you to go on')).toBeVisible({ timeout: 20_000 });
  await ask(stellan, 'as a share');
  await expect(sentence(stellan)).toContainText('Share of passengers');
  const trail = mira.getByRole('navigation', { name: 'Trail' });
  await expect(trail).toContainText('as a share', { timeout: 20_000 });
  await stellan.getByRole('button', { name: 'What to do with this inquiry' }).click();
  await stellan.getByRole('menuitem', { name: 'Make a copy' }).click();
  await expect(stellan.getByText('yours, private')).toBeVisible();
  await expect(stellan.getByRole('navigation', { name: 'Trail' })).toContainText('2 steps');
});

test('a calculation gets a name that words understand at once; the numbers are checked one by one', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await ask(mira, 'ticket revenue minus fuel cost by coast in 2025');
  await expect(sentence(mira)).toContainText('Ticket revenue minus fuel cost');
  const figures = await mira.getByRole('heading', { level: 1 }).textContent();
  await mira.getByRole('button', { name: /^Change “Ticket revenue minus fuel cost/ }).click();
  await mira.getByRole('button', { name: 'Save under a name …' }).click();
  await mira.getByLabel('Name', { exact: true }).fill('Passengers');
  await mira.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(mira.getByText('is a name of this model already')).toBeVisible();
  await mira.getByLabel('Name', { exact: true }).fill('Quay margin');
  await mira.getByLabel('Other words for it').fill('left for the quay');
  await mira.getByLabel('It is').selectOption('currency');
  await mira.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(sentence(mira)).toContainText('Quay margin by coast');
  await ask(mira, 'new question: left for the quay by coast in 2025');
  await expect(sentence(mira)).toContainText('Quay margin by coast, 2025');
  expect((await mira.getByRole('heading', { level: 1 }).textContent())?.match(/€[\d,]+/g)).toEqual(
    figures?.match(/€[\d,]+/g),
  );
  await mira.getByRole('tab', { name: 'Working' }).click();
  await mira.getByRole('button', { name: 'Check the numbers' }).click();
  await expect(mira.getByText(/numbers were computed again, each alone from its own records: all agree/)).toBeVisible();
});

test('two steps stand side by side with what differs; the trail is replayed and says that nothing changed', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await ask(mira, 'sailings by coast in 2025');
  await expect(sentence(mira)).toContainText('Sailings by coast');
  await ask(mira, 'only Mid Sound');
  await expect(sentence(mira)).toContainText('for Mid Sound');
  const address = mira.url().replace(/\/steps\/.*/, '');
  await mira.getByRole('button', { name: 'What to do with “sailings by coast in 2025”' }).focus();
  await mira.keyboard.press('Enter');
  await mira.getByRole('menuitem', { name: 'Compare with the step shown' }).click();
  await expect(mira.getByTestId('sentence')).toHaveCount(2);
  await expect(mira.getByTestId('sentence').nth(1).locator('ins')).toHaveText('for Mid Sound');
  await mira.getByRole('link', { name: 'go on from here' }).first().click();
  await expect(sentence(mira)).toContainText('Sailings by coast');
  await mira.goto(`${address}/replay`);
  await expect(mira.getByText('All headlines are as they were.')).toBeVisible();
  await expect(mira.getByRole('list', { name: 'Steps' }).getByText('As it was')).toHaveCount(2);
});

test('several marks are chosen by dragging across a time line, and zoomed into; a series is hidden and singled out', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await ask(mira, 'passengers by month and channel in 2025');
  await expect(sentence(mira)).toContainText('by month and channel');
  await mira.getByText('Series', { exact: true }).click();
  const series = mira.getByRole('list', { name: 'Series' }).getByRole('button');
  await series.nth(1).click({ modifiers: ['Shift'] });
  await expect(mira.getByRole('list', { name: 'Series' }).locator('[aria-pressed=true]')).toHaveCount(1);
  const chart = await mira.getByRole('img', { name: /Passengers/ }).boundingBox();
  if (!chart) throw new Error('no chart');
  await mira.mouse.move(chart.x + chart.width * 0.3, chart.y + chart.height / 2);
  await mira.mouse.down();
  await mira.mouse.move(chart.x + chart.width * 0.55, chart.y + chart.height / 2, { steps: 6 });
  await mira.mouse.up();
  const acts = mira.getByRole('group', { name: /What to do with/ });
  await acts.getByRole('button', { name: /^Zoom to/ }).click();
  await expect(sentence(mira)).toContainText(/from \w+ to \w+ 2025|Q\d 2025/);
});

test('a large table draws only what is in view, sorts by a column, and keeps its heads', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await ask(mira, 'passengers by day and port in 2025');
  await expect(sentence(mira)).toContainText('by day and port');
  await mira.getByRole('tab', { name: 'Table' }).click();
  const table = mira.getByRole('group', { name: 'Table of the answer' });
  await expect(table.getByRole('columnheader', { name: 'Day' })).toBeVisible();
  expect(await table.locator('tbody tr').count()).toBeLessThan(120);
  await table.evaluate((box) => box.scrollTo(0, box.scrollHeight));
  await expect(table.getByText(/^31 Dec 2025$/).first()).toBeVisible();
  await expect(table.getByRole('columnheader', { name: 'Day' })).toBeInViewport();
  await table.getByRole('button', { name: 'Passengers' }).click();
  await expect(sentence(mira)).toContainText('sorted by passengers descending');
});

test('on a telephone no place is wider than the screen', async ({ browser, product }) => {
  const page = await signedIn(browser, product, 'mira');
  await page.setViewportSize({ width: 390, height: 844 });
  await ask(page, 'passengers by month and coast this year vs last year');
  await expect(sentence(page)).toContainText('by month and coast');
  const inquiry = page.url();
  for (const place of [
    '/',
    '/inquiries',
    '/boards',
    '/models',
    '/models/ferries',
    inquiry.replace(product.address, ''),
    inquiry.replace(product.address, '').replace(/\/steps\/.*/, '/replay'),
  ]) {
    await page.goto(`${product.address}${place}`);
    await still(page);
    expect([place, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([place, 390]);
  }
});
