/** Explaining and finding in the browser: a question that takes for granted what is not so, its parts opened, and what is worth a look. */
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { ask, expect, openBoard, sentence, signedIn, test } from './product';

const axeFinds = async (page: Page) => (await new AxeBuilder({ page }).analyze()).violations.map(({ id }) => id);

test('why did it fall: what is so is said first, the parts stand in a bridge, each opens as a step', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await mira.goto(`${product.address}/inquiries`);
  await mira.getByRole('button', { name: 'Ask Velloe Ferries' }).click();
  // the storm on Outer Isles
  await ask(mira, 'why did cancellation rate fall in August 2025 vs the year before');
  await expect(mira.getByRole('heading', { level: 1 })).toContainText('it did not fall');
  await expect(sentence(mira)).toContainText('explained as a fall');
  await expect(mira.getByRole('img', { name: /Outer Isles/ })).toBeVisible();
  const parts = mira.getByRole('list', { name: 'Parts' });
  await expect(parts.getByRole('listitem').first()).toContainText('Outer Isles');
  await expect(mira.getByText('Told once')).toBeVisible();
  expect(await axeFinds(mira)).toEqual([]);
  // another measure in the same words, and back to figures
  await ask(mira, 'passengers instead');
  await expect(sentence(mira)).toContainText('Passengers');
  await expect(mira.getByRole('tab', { name: 'Explanation' })).toBeVisible();
  await mira.getByRole('tab', { name: 'Table' }).click();
  await expect(mira.getByRole('columnheader', { name: 'Effect' })).toBeVisible();
  await mira.getByRole('tab', { name: 'Explanation' }).click();
  await mira
    .getByRole('list', { name: 'Parts' })
    .getByRole('button', { name: /^Open / })
    .first()
    .click();
  await expect(mira.getByRole('tab', { name: 'Rows' })).toBeVisible();
  await expect(mira.getByRole('tab', { name: 'Explanation' })).toHaveCount(0);
});

test('what is worth a look stands on Today; it is opened, and what is not interesting is not told again until it is taken back', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  let release = (): void => undefined;
  const held = new Promise<void>((resolve) => (release = resolve));
  await mira.route(
    /\/findings$/,
    async (route) => {
      await held;
      await route.continue().catch(() => undefined);
    },
    { times: 1 },
  );
  await mira.goto(`${product.address}/?model=ferries`);
  const worth = mira.getByRole('region', { name: /^Worth a look/ });
  await worth.getByRole('button', { name: 'Stop' }).click();
  await expect(worth.getByText('Stopped; nothing was looked at to its end.')).toBeVisible();
  release();
  await worth.getByRole('button', { name: 'Look around' }).click();
  const findings = worth.getByRole('list', { name: /^Worth a look/ });
  // the first to look waits until all has been looked at, on a cold server without its copy
  await expect(findings.getByRole('listitem').first()).toBeVisible({ timeout: 170_000 });
  const title = await findings.getByRole('heading').first().innerText();
  await worth.getByRole('button', { name: `Not interesting: ${title}` }).click();
  await expect(findings.getByRole('heading', { name: title, exact: true })).toHaveCount(0);
  await worth.getByText(/^Not told \(/).click();
  await worth.getByRole('button', { name: `Tell again: ${title}` }).click();
  await expect(findings.getByRole('heading', { name: title, exact: true })).toBeVisible();
  expect(await axeFinds(mira)).toEqual([]);
  await worth.getByRole('button', { name: `Open: ${title}` }).click();
  await expect(mira).toHaveURL(/\/inquiries\/[0-9a-f-]+\/steps\//);
  await expect(mira.getByRole('heading', { level: 1 })).not.toBeEmpty();
});

/** What is planted in the demo, and what a person would ask. */
const PLANTED: readonly (readonly [question: string, told: RegExp])[] = [
  ['why did cancellation rate rise in August 2025 vs the year before', /Outer Isles/],
  ['is average delay for Sula Maid in September 2026 normal', /higher|above|unusual/i],
  ['why did ticket revenue change in August 2026 vs the year before', /Flex.*Saver/s],
  ['why did passengers rise in 2024 vs 2023', /is new/],
  ['why did bookings for Kiosk fall in May 2025 vs the year before', /no records on \d+ days/],
  ['why did revenue per passenger change in August 2026 vs the year before', /its weight/],
];

test('what is planted in the demo is found by a question a person would ask', async ({ browser, product }) => {
  const mira = await signedIn(browser, product, 'mira');
  for (const [question, told] of PLANTED) {
    await mira.goto(`${product.address}/inquiries`);
    await mira.getByRole('button', { name: 'Ask Velloe Ferries' }).click();
    await ask(mira, question);
    await expect(mira.getByRole('tab', { name: 'Explanation' })).toBeVisible({ timeout: 60_000 });
    await expect(mira.getByRole('main').or(mira.getByRole('article')).first()).toContainText(told);
  }
});

test('a tile and a mark lead to findings and explanations by hand', async ({ browser, product }) => {
  const mira = await signedIn(browser, product, 'mira');
  await openBoard(mira, 'Operations');
  await mira.getByRole('button', { name: 'Acts on On time' }).click();
  await mira.getByRole('menuitem', { name: 'What is worth a look in it' }).click();
  const looked = mira.getByRole('dialog', { name: 'In “On time”' });
  await expect(looked.getByRole('heading', { level: 3 }).first()).toContainText('On-time share', { timeout: 60_000 });
  await looked
    .getByRole('button', { name: /^Open: / })
    .first()
    .click();
  await expect(sentence(mira)).toContainText('On-time share');
  await ask(mira, 'average delay by month for Sula Maid in 2026');
  await mira.getByText('Table', { exact: true }).click();
  await mira.getByRole('group', { name: 'Table of the answer' }).getByRole('button', { name: /Sep/ }).click();
  const acts = mira.getByRole('group', { name: /What to do with/ });
  await expect(acts.getByRole('button', { name: 'Why?' })).toBeVisible();
  await acts.getByRole('button', { name: 'Is that normal?' }).click();
  await expect(sentence(mira)).toContainText('with whether it is unusual');
});
