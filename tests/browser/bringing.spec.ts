/** A file with faults is brought, decided on, asked and pinned; the next month is added by its recipe, and the open board follows. */
import AxeBuilder from '@axe-core/playwright';
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { temporaryFolder } from '../temporary-folder';
import { ask, expect, sentence, signedIn, testApart } from './product';

const test = testApart();

const PLACES = ['Ambergate', 'Birchmoor', 'Colwick'];
function takings(month: string): string {
  const lines = ['Takings of all cafés;;;', 'Day;Place;Takings (€);Cashier'];
  for (let day = 1; day <= 28; day += 1)
    for (const [at, place] of PLACES.entries())
      lines.push(
        `${String(day).padStart(2, '0')}.${month}.2026;${day === 5 && at === 0 ? 'AMBERGATE' : place};1.000,50;${day % 2 === 0 ? 'Ebba Marsh' : 'Ole Fenn'}`,
      );
  lines.push('Total;;84.042,00;');
  return lines.join('\n');
}

test('from a file to an answer on a board, and the next file a month later', async ({ browser, product }) => {
  const folder = temporaryFolder('bringing');
  const file = (name: string, text: string): string => {
    const place = path.join(folder, name);
    writeFileSync(place, text);
    return place;
  };
  const page = await signedIn(browser, product, 'stellan');
  await page.getByRole('link', { name: 'Models', exact: true }).click();
  await page.getByRole('link', { name: 'Bring data' }).click();
  await page.getByTestId('file').setInputFiles(file('cafe_2026_09.csv', takings('09')));
  await expect(page.getByText('84 rows of')).toBeVisible();
  const proposals = page.getByRole('complementary', { name: 'Proposals' });
  await expect(proposals.getByRole('listitem').first()).toContainText('Cashier names persons');
  await expect(page.getByRole('region', { name: 'The file' })).toContainText('1.000,50');
  await expect(page.getByRole('region', { name: 'The file' }).getByText('1,000.50').first()).toBeVisible();
  await proposals.getByText('pseudonyms').click();
  await expect(page.getByText('p-…').first()).toBeVisible();
  await proposals.getByRole('button', { name: 'Undo the last choice' }).click();
  await expect(page.getByText('p-…')).toHaveCount(0);
  await proposals.getByText('pseudonyms').click();
  await expect(page.getByText('p-…').first()).toBeVisible();
  await page.getByText('only left out').click();
  await expect(page.getByText('2 lines shown')).toBeVisible();
  await page.getByLabel('Name of the table').fill('cafe');
  await page.getByRole('button', { name: 'Ask of it' }).click();
  await expect(page.getByText('A blank page')).toBeVisible();
  await ask(page, 'takings');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('84,042');
  // pinned to a board that stays open
  await page.getByRole('button', { name: 'Pin to a board' }).click();
  await page.getByLabel('A new board').fill('Cafés');
  await page.getByRole('button', { name: 'Make and pin' }).click();
  const board = await page.context().newPage();
  await board.goto(`${product.address}/boards`);
  await board.getByRole('list', { name: 'Boards' }).getByRole('link', { name: 'Cafés' }).click();
  await expect(board.getByTestId('tile')).toContainText('84,042');
  await page.getByRole('button', { name: 'Go on asking' }).click();
  await ask(page, 'by place');
  await expect(sentence(page)).toContainText('Takings by place');
  // a month later
  await page.goto(`${product.address}/models/bring`);
  await page.getByTestId('file').setInputFiles(file('cafe_2026_10.csv', takings('10')));
  await expect(page.getByText('The same layout as cafe: its recipe is used.')).toBeVisible();
  await expect(page.getByText('p-…').first()).toBeVisible();
  await page.getByRole('button', { name: 'Load only' }).click();
  await expect(page.getByRole('link', { name: 'Cafe', exact: true })).toBeVisible();
  await expect(board.getByTestId('tile')).toContainText('168,084');
});

test('a picture is no table: it is said so, and another file can be brought', async ({ browser, product }) => {
  const page = await signedIn(browser, product, 'stellan');
  await page.goto(`${product.address}/models/bring`);
  await page
    .getByTestId('file')
    .setInputFiles({ name: 'logo.png', mimeType: 'image/png', buffer: Buffer.from('89504e470d0a1a0a00', 'hex') });
  await expect(page.getByText('This is a picture (PNG).')).toBeVisible();
  await page.getByRole('button', { name: 'Bring another file' }).click();
  await expect(page.getByRole('button', { name: 'Choose a file' })).toBeVisible();
  const tomas = await signedIn(browser, product, 'tomas');
  await tomas.goto(`${product.address}/models/bring`);
  await expect(tomas.getByText('Bringing data needs the role of analyst')).toBeVisible();
});

test('an analyst brings a file for themselves, on a phone too, and shares what comes of it', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  const tomas = await signedIn(browser, product, 'tomas');
  await mira.setViewportSize({ width: 390, height: 844 });
  await mira.goto(`${product.address}/models/bring`);
  await mira.getByTestId('file').setInputFiles({
    name: 'stall_takings_2026-09.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(takings('09').replaceAll(/;(Ebba Marsh|Ole Fenn|Cashier)/g, '')),
  });
  await expect(mira.getByText('It will be yours alone')).toBeVisible();
  await mira.getByRole('button', { name: 'Ask of it' }).click();
  await ask(mira, 'takings by place');
  await expect(sentence(mira)).toContainText('Takings by place');
  // nobody else has it yet
  await tomas.goto(`${product.address}/models`);
  await expect(tomas.getByRole('link', { name: 'Velloe Ferries' })).toBeVisible();
  await expect(tomas.getByRole('link', { name: 'Stall takings' })).toHaveCount(0);
  await tomas.goto(`${product.address}/models/stall_takings`);
  await expect(tomas.getByRole('heading', { name: 'Not shared with you' })).toBeVisible();
  await mira.goto(`${product.address}/models`);
  await mira.getByRole('link', { name: 'Stall takings' }).click();
  await expect(mira.getByText('Yours alone until you share it.')).toBeVisible();
  await mira.getByRole('button', { name: 'Share …' }).click();
  await mira.getByLabel('Right of Tomas Berg').selectOption('may ask');
  await mira.getByRole('button', { name: 'Done' }).click();
  await expect(mira.getByText('Yours, shared with one person.')).toBeVisible();
  expect((await new AxeBuilder({ page: mira }).analyze()).violations).toEqual([]);
  await tomas.reload();
  await expect(tomas.getByText('Shared with you.')).toBeVisible();
  await expect(tomas.getByRole('button', { name: 'Take away …' })).toHaveCount(0);
  // a steward whom it is shared with gives it to everyone
  await mira.getByRole('button', { name: 'Share …' }).click();
  await mira.getByLabel('Right of Stellan Reed').selectOption('may ask');
  await mira.getByRole('button', { name: 'Done' }).click();
  const stellan = await signedIn(browser, product, 'stellan');
  await stellan.goto(`${product.address}/models/stall_takings`);
  await expect(stellan.getByRole('button', { name: 'Workshop' })).toHaveCount(0);
  await stellan.getByRole('button', { name: 'Give to everyone …' }).click();
  await stellan.getByRole('button', { name: 'Give it to everyone' }).click();
  await expect(stellan.getByRole('button', { name: 'Workshop' })).toBeVisible();
  await mira.reload();
  await expect(mira.getByRole('button', { name: 'Draft a board', exact: true })).toBeVisible();
  await expect(mira.getByRole('button', { name: 'Workshop' })).toHaveCount(0);
});

test('a table keeps to its rules or says so on Today; an earlier load is gone back to; a query becomes a table that follows', async ({
  browser,
  product,
}) => {
  const page = await signedIn(browser, product, 'stellan');
  const load = async (lines: string) =>
    expect(
      (
        await page.request.post(`${product.address}/api/tables?name=stalls`, {
          data: `stall,takings\n${lines}`,
          headers: { 'content-type': 'text/csv' },
        })
      ).status(),
    ).toBe(200);
  await load('Apples,10\nPears,20\n');
  await page.goto(`${product.address}/tables/stalls`);
  await page.getByLabel('Column', { exact: true }).selectOption('takings');
  await page.getByLabel('Rule', { exact: true }).selectOption('between');
  await page.getByLabel('From', { exact: true }).fill('0');
  await page.getByLabel('To', { exact: true }).fill('50');
  await page.getByRole('button', { name: 'Set the rule' }).click();
  await expect(page.getByText('takings is between 0 and 50')).toBeVisible();
  await expect(page.getByText('kept', { exact: true })).toBeVisible();
  await load('Apples,10\nPears,20\nPlums,70\n');
  await page.goto(product.address);
  const told = page.getByRole('region', { name: 'What is amiss with the data' });
  await expect(told).toContainText('In stalls, 1 row has a takings that ought to be between 0 and 50');
  await told.getByRole('link').click();
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id }) => id)).toEqual([]);
  // a query over it
  await page.goto(`${product.address}/query`);
  const editor = page.getByRole('textbox', { name: 'Query in SQL' });
  await editor.fill('select sum(takngs) as total from stalls');
  await page.getByRole('button', { name: 'Run', exact: true }).click();
  await expect(page.getByText('Column "takngs" does not exist').first()).toBeVisible();
  await expect(page.locator('.cm-lintRange-error')).toHaveText('takngs');
  await editor.fill('select sum(takings)::bigint as total from stalls');
  await editor.press('Control+Enter');
  await expect(page.getByRole('group', { name: 'Rows' })).toContainText('100');
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id }) => id)).toEqual([]);
  await page.getByLabel('Name of the table').fill('stalls_total');
  await page.getByRole('button', { name: 'Keep as a table' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('stalls_total');
  await expect(page.getByRole('region', { name: 'What it is made of' })).toContainText('select sum(takings)');
  // back to the first load: the rule is kept, and the table that follows has its total
  await page.getByRole('link', { name: 'stalls', exact: true }).click();
  await page.getByRole('button', { name: 'Go back to it …' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Go back', exact: true }).click();
  await expect(page.getByText('went back to load 1')).toBeVisible();
  await expect(page.getByText('kept', { exact: true })).toBeVisible();
  await expect
    .poll(async () => {
      const answer = await page.request.post(`${product.address}/api/queries`, {
        data: { sql: 'select * from stalls_total' },
      });
      return ((await answer.json()) as { rows: unknown[][] }).rows;
    })
    .toEqual([[30]]);
});

test('a file at an address is fetched, proved and loaded; its table is fetched again by hand and by a schedule', async ({
  browser,
  product,
}) => {
  const stellan = await signedIn(browser, product, 'stellan');
  await stellan.goto(`${product.address}/models/bring`);
  const address = stellan.getByLabel('Or from an address');
  await address.fill('http://files.nowhere.example/prices.csv');
  await stellan.getByRole('button', { name: 'Fetch it' }).click();
  await expect(stellan.getByText(/not fetched from files\.nowhere\.example here/)).toBeVisible();
  await address.fill(`http://127.0.0.1:${product.port + 2}/fuel-prices.csv`);
  await stellan.getByRole('button', { name: 'Fetch it' }).click();
  // 0,740 is not 740
  await expect(stellan.getByText('0.740', { exact: true }).first()).toBeVisible();
  await stellan.getByRole('button', { name: 'Load only' }).click();
  await expect(async () => {
    await stellan.goto(`${product.address}/tables/fuel_prices`);
    await expect(stellan.getByRole('heading', { name: 'Where it comes from' })).toBeVisible({ timeout: 2000 });
  }).toPass();
  await stellan.getByRole('button', { name: 'Fetch it now' }).click();
  await expect(stellan.getByText('The file there is the one that is loaded.')).toBeVisible();
  await stellan.getByRole('button', { name: 'by a schedule …' }).click();
  await stellan.getByLabel('When', { exact: true }).fill('every Monday at 6');
  await stellan.getByRole('button', { name: 'Use it' }).click();
  await expect(stellan.getByText(/Next: Monday/)).toBeVisible();
  expect((await new AxeBuilder({ page: stellan }).analyze()).violations.map(({ id }) => id)).toEqual([]);
});
