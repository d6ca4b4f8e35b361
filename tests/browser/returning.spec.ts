/** What comes back, in the browser: an alert is tried, kept and tells; a briefing is read as pages, by its owner and by somebody who only reads. */
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { LINES, MODEL, usual, weeksOf, type LineName } from '../returning-world';
import { ask, expect, sentence, signedIn, testApart, type Product } from './product';

const test = testApart();

const axeFinds = async (page: Page) => (await new AxeBuilder({ page }).analyze()).violations.map(({ id }) => id);
const WEEKS = 60;

/** The small world of rides, loaded by the steward. */
async function withRides(steward: Page, { address }: Product): Promise<void> {
  const types = 'id:integer,day:date,line:text,riders:integer,late:integer,runs:integer';
  const loaded = await steward.request.post(`${address}/api/tables?name=rides&types=${types}`, {
    data: weeksOf(0, WEEKS),
    headers: { 'content-type': 'text/csv' },
  });
  expect(loaded.status()).toBe(200);
  const made = await steward.request.post(`${address}/api/models`, {
    data: MODEL,
    headers: { 'content-type': 'application/yaml' },
  });
  expect([201, 409]).toContain(made.status());
}
const loadWeek = (steward: Page, { address }: Product, week: number, riders: Partial<Record<LineName, number>>) =>
  steward.request.post(`${address}/api/tables?name=rides&mode=add`, {
    data: weeksOf(week, 1, (line) => riders[line] ?? usual(line)),
    headers: { 'content-type': 'text/csv' },
  });

/** Unless they are the usual model already. */
async function chooseRides(page: Page): Promise<void> {
  const choice = page.getByRole('button', { name: 'Choose a model' });
  await expect(choice).toBeVisible();
  if ((await choice.textContent())?.startsWith('Rides') === true) return;
  await choice.click();
  await page.getByRole('menuitem', { name: 'Rides' }).click();
}

test('an alert in words is tried over the past, kept, and tells on Today and by mail when a load arrives; from there one asks on', async ({
  browser,
  product,
}) => {
  const stellan = await signedIn(browser, product, 'stellan');
  await withRides(stellan, product);
  const mira = await signedIn(browser, product, 'mira');
  await mira.goto(`${product.address}/alerts`);
  await chooseRides(mira);
  await mira.getByLabel('Tell me when …').fill('riders of any line are under 600 in a wek');
  await mira.getByRole('button', { name: 'Try it over the past' }).click();
  await expect(mira.getByText('wek')).not.toHaveCount(0);
  await mira.getByLabel('In words').fill('tell me when riders of any line are under 600 in a week');
  await mira.getByRole('button', { name: 'Try it', exact: true }).click();
  await expect(mira.getByRole('heading', { level: 1 })).toHaveText(
    'You are told when riders of any line are under 600 in a week',
  );
  await expect(mira.getByText('In the last 52 weeks it would not have told you anything.')).toBeVisible();
  expect(await axeFinds(mira)).toEqual([]);
  await mira.getByRole('button', { name: 'Keep this alert' }).click();
  await expect(mira.getByText('Nothing yet.')).toBeVisible();
  expect(await axeFinds(mira)).toEqual([]);

  await loadWeek(stellan, product, WEEKS, { Birch: 50 });
  await expect(async () => {
    await mira.goto(product.address);
    await expect(mira.getByText(/Riders of Birch: 350/)).toBeVisible({ timeout: 2000 });
  }).toPass();
  await expect
    .poll(async () => {
      const page = await mira.request.get(`http://127.0.0.1:${product.port + 1}/messages`);
      const caught = (await page.json()) as { to: string[]; subject: string }[];
      return caught.filter(({ to, subject }) => to.includes('mira@velloe.example') && subject.includes('Birch: 350'))
        .length;
    })
    .toBe(1);
  await mira.getByRole('button', { name: 'ask on' }).first().click();
  await expect(sentence(mira)).toContainText('Riders');
  await expect(sentence(mira)).toContainText('Birch');
  await ask(mira, 'by day');
  await expect(sentence(mira)).toContainText('by day');

  // the figure is kept in sight, and said no more once it was seen
  await mira.getByRole('button', { name: 'Watch this answer' }).click();
  await mira.getByRole('menuitem', { name: 'Keep it on Today' }).click();
  await expect(mira.getByText('Kept on Today ▾')).toBeVisible();
  await mira.goto(product.address);
  await expect(mira.getByRole('region', { name: 'Kept in sight' }).getByText(/Riders/)).toBeVisible();
  await mira.getByRole('button', { name: 'seen', exact: true }).click();
  await expect(mira.getByText(/Riders of Birch: 350/)).toHaveCount(0);
  expect(await axeFinds(mira)).toEqual([]);

  const ada = await signedIn(browser, product, 'ada');
  await ada.goto(`${product.address}/jobs`);
  await expect(ada.getByRole('cell', { name: 'An alert, by mail' }).first()).toBeVisible();
  expect(await axeFinds(ada)).toEqual([]);
});

test('a briefing in words: pages with keys, an edition sent, one beside another; whoever gets it reads it, and asks or changes only as they may', async ({
  browser,
  product,
}) => {
  const stellan = await signedIn(browser, product, 'stellan');
  await withRides(stellan, product);
  const mira = await signedIn(browser, product, 'mira');
  await mira.goto(`${product.address}/briefings`);
  await chooseRides(mira);
  await mira
    .getByLabel('Brief me on …')
    .fill('riders by line last week; riders by week; late runs last week, only if it changed, every Monday at 6');
  await mira.getByRole('button', { name: 'Make it' }).click();
  await expect(mira.getByRole('heading', { level: 2, name: /Cedar has the most riders/ })).toBeVisible();
  const pages = mira.getByRole('navigation', { name: 'Pages' });
  await expect(pages.getByText('as it would come out now; nothing is sent')).toBeVisible();
  expect(await axeFinds(mira)).toEqual([]);
  await mira.getByRole('main', { name: 'The page' }).click();
  await mira.keyboard.press('ArrowRight');
  await expect(pages.getByRole('button', { name: 'Riders by week', exact: true })).toHaveAttribute(
    'aria-current',
    'page',
  );

  await mira.getByRole('button', { name: 'to whom and when …' }).click();
  await mira.getByRole('button', { name: 'Add somebody' }).click();
  await mira.getByRole('menuitem', { name: 'Tomas' }).click();
  await expect(mira.getByRole('list', { name: 'To whom' })).toContainText('Tomas');
  await mira.getByRole('button', { name: 'Done' }).click();
  await mira.getByRole('button', { name: 'run now' }).click();
  await expect(pages.getByText(/^edition 1,/)).toBeVisible();
  await mira.getByRole('button', { name: 'run now' }).click();
  await expect(pages.getByText(/^edition 2,/)).toBeVisible();
  await expect(pages.getByText('left out: nothing changed')).toBeVisible();
  await mira.getByRole('link', { name: 'edition 1 beside it' }).click();
  await expect(mira.getByRole('region', { name: 'Edition 1' })).toContainText('Cedar');
  const address = mira.url().replace(/\?.*/, '');

  const tomas = await signedIn(browser, product, 'tomas');
  await tomas.goto(address);
  await expect(tomas.getByRole('heading', { level: 2, name: /Cedar has the most riders/ })).toBeVisible();
  await expect(tomas.getByRole('button', { name: 'run now' })).toHaveCount(0);
  expect(await axeFinds(tomas)).toEqual([]);
  const ines = await signedIn(browser, product, 'ines');
  await ines.goto(address);
  await expect(ines.getByRole('heading', { name: 'Not found' })).toBeVisible();

  await mira.goto(address);
  await ask(mira, 'add late rate by line');
  await expect(pages.getByRole('button', { name: 'Late rate by line', exact: true })).toBeVisible();
  await ask(mira, 'only Alder');
  await expect(sentence(mira)).toContainText('Alder');
  expect(LINES).toContain('Alder');
});
