/** Explaining and finding in the browser: a question that takes for granted what is not so, its parts opened, and what is worth a look. */
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { ask, expect, sentence, signedIn, test } from './product';

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
  await mira.goto(`${product.address}/?model=ferries`);
  const worth = mira.getByRole('region', { name: /^Worth a look/ });
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
