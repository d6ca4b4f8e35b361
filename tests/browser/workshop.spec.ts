/** The glossary and the workshop in the browser: a term is taught and accepted, a measure changed, looked at, published and gone back from. */
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { ask, expect, sentence, signedIn, testApart } from './product';

const test = testApart();

const axeFinds = async (page: Page) => (await new AxeBuilder({ page }).analyze()).violations.map(({ id }) => id);

async function askLibraries(page: Page, address: string, ...questions: string[]): Promise<void> {
  await page.goto(`${address}/inquiries`);
  await page.getByRole('button', { name: 'Ask Harl Libraries' }).click();
  for (const question of questions) await ask(page, question);
}

test('a word that is not understood is taught; a colleague is unaffected until the steward has seen what it changes and accepts', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await askLibraries(mira, product.address, 'fines by buzzing branches');
  await expect(mira.getByRole('heading', { level: 1 })).toContainText('buzzing');
  await mira.getByRole('button', { name: 'Say what “buzzing branches” means …' }).click();
  const dialog = mira.getByRole('dialog', { name: 'Teach a term' });
  await expect(dialog.getByLabel('When people say')).toHaveValue('buzzing branches');
  await dialog.getByLabel('they mean').fill('branches with over 3,000 flumps');
  await expect(dialog.getByRole('status')).toContainText('flumps');
  await dialog.getByLabel('they mean').fill('branches with over 3,000 loans');
  await expect(dialog.getByRole('status')).toContainText('Read as: Loans by branch');
  await dialog.getByText('For everyone, when a steward accepts').click();
  expect(await axeFinds(mira)).toEqual([]);
  await dialog.getByRole('button', { name: 'Teach' }).click();
  // the same words are asked again at once
  await expect(sentence(mira)).toContainText('where branch has loans over 3,000');
  await expect(mira.getByText('“buzzing branches” stands for branches with over 3,000 loans.')).toBeVisible();

  const ines = await signedIn(browser, product, 'ines');
  await askLibraries(ines, product.address, 'fines by buzzing branches');
  await expect(ines.getByRole('heading', { level: 1 })).toContainText('buzzing');

  const stellan = await signedIn(browser, product, 'stellan');
  await stellan.goto(`${product.address}/models/libraries/glossary`);
  const margin = stellan.getByRole('complementary', { name: 'Proposed, and not understood' });
  await expect(margin.getByRole('heading', { name: 'Proposed: “buzzing branches”' })).toBeVisible();
  await expect(margin.getByText('would be answered that were not understood')).toBeVisible();
  expect(await axeFinds(stellan)).toEqual([]);
  await margin.getByRole('button', { name: 'Accept for all' }).click();
  await expect(margin.getByRole('button', { name: 'Accept for all' })).toHaveCount(0);

  await askLibraries(ines, product.address, 'fines by buzzing branches');
  await expect(sentence(ines)).toContainText('where branch has loans over 3,000');
  await ines.goto(`${product.address}/models/libraries/glossary`);
  await ines.getByLabel('Search').fill('buzz');
  await expect(ines.getByText('buzzing branches', { exact: true })).toBeVisible();

  await stellan.getByRole('button', { name: 'More about buzzing branches' }).click();
  await margin.getByRole('button', { name: 'Take back' }).click();
  await expect(stellan.getByText('buzzing branches', { exact: true })).toHaveCount(0);
  await askLibraries(ines, product.address, 'fines by buzzing branches');
  await expect(ines.getByRole('heading', { level: 1 })).toContainText('buzzing');
});

test('a steward changes a measure, sees what that changes, publishes, and goes back; a new measure is made of a formula', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await askLibraries(mira, product.address, 'renewal rate');
  const before = await mira.getByRole('heading', { level: 1 }).innerText();
  const stellan = await signedIn(browser, product, 'stellan');
  await stellan.goto(`${product.address}/models/libraries/workshop`);
  const margin = stellan.getByRole('complementary', { name: 'What the draft changes' });
  await expect(margin.getByText('Nothing drafted')).toBeVisible();
  await stellan.getByRole('button', { name: /^Renewal rate:/ }).click();
  await stellan.getByLabel('What is divided').selectOption('loans');
  await stellan.getByLabel('Also called').fill('how often renewed');
  await stellan.getByRole('button', { name: 'Keep in the draft' }).click();
  await expect(margin.getByText(/measure “Renewal rate” changed: .*of renewals → loans/)).toBeVisible();
  await expect(stellan.getByText(/^was /)).toBeVisible();
  // nobody else is asked by it
  await askLibraries(mira, product.address, 'renewal rate');
  await expect(mira.getByRole('heading', { level: 1 })).toHaveText(before);

  await stellan.getByRole('button', { name: 'New measure …' }).click();
  await stellan.getByLabel('Name').fill('Fines per loan');
  await stellan.getByLabel('What it is').selectOption('formula');
  await stellan.getByLabel('Formula').fill('fines / lo');
  await expect(stellan.getByRole('alert').filter({ hasText: 'no measure “lo”' })).toBeVisible();
  await stellan
    .getByRole('group', { name: 'Measures that fit' })
    .getByRole('button', { name: 'loans', exact: true })
    .click();
  await stellan.getByRole('button', { name: 'Add to the draft' }).click();
  await expect(margin.getByText('measure “Fines per loan” added')).toBeVisible();
  await margin.getByRole('button', { name: 'undo the last change' }).click();
  await expect(margin.getByText('measure “Fines per loan” added')).toHaveCount(0);
  expect(await axeFinds(stellan)).toEqual([]);

  await expect(margin.getByRole('button', { name: 'Publish' })).toHaveCount(0);
  await margin.getByRole('button', { name: 'See what it changes' }).click();
  await expect(margin.getByText('other numbers')).toBeVisible({ timeout: 120_000 });
  await margin.getByRole('button', { name: 'Publish' }).click();
  await expect(margin.getByText('Nothing drafted')).toBeVisible();
  await askLibraries(mira, product.address, 'how often renewed');
  await expect(mira.getByRole('heading', { level: 1 })).toContainText('100');

  await stellan.getByRole('link', { name: /^Versions/ }).click();
  await stellan.getByRole('button', { name: 'put version 1 into the draft' }).click();
  await margin.getByRole('button', { name: 'See what it changes' }).click();
  await margin.getByRole('button', { name: 'Publish' }).click({ timeout: 120_000 });
  await expect(margin.getByText('Nothing drafted')).toBeVisible();
  await askLibraries(mira, product.address, 'renewal rate');
  await expect(mira.getByRole('heading', { level: 1 })).toHaveText(before);
});

test('every part of the workshop opens, by keys as well, and has nothing that axe finds', async ({
  browser,
  product,
}) => {
  const stellan = await signedIn(browser, product, 'stellan');
  await stellan.goto(`${product.address}/models/libraries/workshop/joins`);
  for (const [link, heading] of [
    ['Facts and joins', 'Facts and joins'],
    ['Hierarchies', 'Hierarchies'],
    ['Dates and seasons', 'Dates and seasons'],
    ['Named sets', 'Named sets'],
    ['Who sees what', 'Who sees what'],
    ['Columns', 'Columns'],
    ['The whole file', 'The whole file'],
    ['Versions', 'Versions'],
  ] as const) {
    await stellan.getByRole('link', { name: new RegExp(`^${link}`) }).focus();
    await stellan.keyboard.press('Enter');
    await expect(stellan.getByRole('heading', { level: 1, name: heading })).toBeVisible();
    expect([link, await axeFinds(stellan)]).toEqual([link, []]);
  }
  await stellan.getByRole('link', { name: /^Hierarchies/ }).click();
  await stellan.getByRole('button', { name: 'Branch: coarser' }).focus();
  await stellan.keyboard.press('Enter');
  const margin = stellan.getByRole('complementary', { name: 'What the draft changes' });
  await expect(
    margin.getByText(/order District, Neighbourhood, Branch → District, Branch, Neighbourhood/),
  ).toBeVisible();
  await margin.getByRole('button', { name: 'Drop the draft' }).click();
  await stellan.getByRole('dialog').getByRole('button', { name: 'Drop it' }).click();
  await expect(margin.getByText('Nothing drafted')).toBeVisible();
  const ines = await signedIn(browser, product, 'ines');
  await ines.goto(`${product.address}/models/libraries/workshop/measures`);
  await expect(ines.getByText('Not yours to change')).toBeVisible();
});

test('a loaded table is joined: what is found, what is not and what is near is shown before anything is kept', async ({
  browser,
  product,
}) => {
  const stellan = await signedIn(browser, product, 'stellan');
  const names = ['Brook Street', 'Canal Reading Room', 'Elm Annex', 'Garrick Corner'];
  const rows = [...names, ...names, ...names, 'Elm Anex'].map(
    (name, at) => `2026-0${1 + (at % 3)}-01,${name},${10 * at}`,
  );
  const loaded = await stellan.request.post(`${product.address}/api/tables?name=heating`, {
    headers: { 'content-type': 'text/csv' },
    data: `day,branch,cost\n${rows.join('\n')}\n`,
  });
  expect(loaded.status()).toBe(200);
  await stellan.goto(`${product.address}/models/libraries/workshop/joins`);
  await stellan.getByRole('button', { name: 'Join a table …' }).click();
  const dialog = stellan.getByRole('dialog', { name: 'Join a loaded table' });
  await dialog.getByLabel('Table').selectOption('heating');
  await expect(
    dialog.getByText('heating.branch is found in library_branches.branch for 12 rows. Not found:'),
  ).toBeVisible();
  await expect(dialog.getByText('Elm Anex, 1 row; near is Elm Annex')).toBeVisible();
  await expect(dialog.getByText('measure “Cost” added')).toBeVisible();
  expect(await axeFinds(stellan)).toEqual([]);
  await dialog.getByRole('button', { name: 'Put it into the draft' }).click();
  const margin = stellan.getByRole('complementary', { name: 'What the draft changes' });
  await expect(margin.getByText('measure “Cost” added')).toBeVisible();
  await stellan.getByRole('link', { name: /^Measures/ }).click();
  await expect(stellan.getByRole('button', { name: /^Cost: sum of heating.cost/ })).toContainText('780');
  await margin.getByRole('button', { name: 'Drop the draft' }).click();
  await stellan.getByRole('dialog').getByRole('button', { name: 'Drop it' }).click();
  await expect(margin.getByText('Nothing drafted')).toBeVisible();
});
