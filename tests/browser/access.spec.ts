/** Nobody is shut out: axe finds nothing on any place, in light and dark, nor while something is open over it. */
import AxeBuilder from '@axe-core/playwright';
import { ask, expect, openBoard, sentence, signedIn, still, test } from './product';

test('axe finds nothing on any place, in light and in dark', async ({ browser, product }) => {
  const page = await signedIn(browser, product, 'mira');
  const check = async (name: string) => {
    for (const colorScheme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
      await still(page);
      // of a theme only the colours differ
      const axe = new AxeBuilder({ page });
      const { violations } = await (colorScheme === 'light' ? axe : axe.withRules(['color-contrast'])).analyze();
      expect(
        violations.map(
          (violation) =>
            `${name}, ${colorScheme}: ${violation.id}: ${violation.nodes.map((node) => node.html.slice(0, 120)).join(' | ')}`,
        ),
      ).toEqual([]);
    }
  };
  await check('today');
  await page.goto(`${product.address}/boards`);
  await check('boards');
  await openBoard(page, 'Summer season 2026');
  await expect(page.getByTestId('tile')).toHaveCount(11);
  await check('board');
  await page.goto(`${product.address}/inquiries`);
  await page.getByRole('link', { name: 'Why did the Outer Isles fall?' }).click();
  await expect(sentence(page)).toBeVisible();
  await check('inquiry');
  await page.getByRole('tab', { name: 'Table' }).click();
  await check('table');
  await page.getByRole('tab', { name: 'Working' }).click();
  await check('working');
  await page.getByRole('tab', { name: 'Model' }).click();
  await page.getByRole('button', { name: 'Passengers', exact: true }).click();
  await check('model drawer');
  await page.getByRole('tab', { name: 'Notes' }).click();
  await page.getByRole('tab', { name: 'Chart' }).click();
  for (const kind of ['treemap', 'map', 'small multiples', 'heat grid', 'bridge']) {
    await ask(
      page,
      kind === 'bridge'
        ? 'new question: passengers by coast this year vs last year as a bridge'
        : kind === 'map'
          ? 'new question: passengers by port as a map'
          : `new question: passengers by coast and channel as ${kind === 'small multiples' ? kind : `a ${kind}`}`,
    );
    await expect(sentence(page)).toContainText(kind);
    await check(kind);
  }
  await page.goto(page.url().replace(/\/steps\/.*/, '/replay'));
  await expect(page.getByText(/headlines/).first()).toBeVisible();
  await check('replay');
  await page.goto(`${product.address}/models/ferries`);
  await check('model');
});

test('axe finds nothing while something is open over a place; one key closes it', async ({ browser, product }) => {
  test.setTimeout(120_000);
  const page = await signedIn(browser, product, 'mira');
  await ask(page, 'passengers by month and coast this year vs last year');
  await expect(sentence(page)).toContainText('by month and coast');
  const open: readonly (readonly [string, () => Promise<void>])[] = [
    ['a phrase', () => page.getByRole('button', { name: /^Change “by month and coast”/ }).click()],
    ['more for the sentence', () => page.getByRole('button', { name: 'Add to the sentence' }).click()],
    ['chart kinds', () => page.getByRole('button', { name: 'Chart kind' }).click()],
    ['exports', () => page.getByRole('button', { name: 'Export' }).click()],
    ['the person', () => page.getByRole('button', { name: /account and sign out/ }).click()],
    ['find', () => page.getByRole('button', { name: 'Find anything' }).click()],
  ];
  for (const [name, press] of open) {
    await press();
    await still(page);
    const { violations } = await new AxeBuilder({ page })
      // what opens over a place is no landmark of it; a list under a search line is scrolled from that line
      .disableRules(['region', 'scrollable-region-focusable'])
      .analyze();
    expect(
      violations.map(({ id, nodes }) => `${name}: ${id}: ${nodes.map((node) => node.html.slice(0, 140)).join(' | ')}`),
    ).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await expect(page.getByRole('menu')).toHaveCount(0);
  }
});

test('by keyboard alone: anything is found from anywhere, and a mark of a chart is gone to and drilled into', async ({
  browser,
  product,
}) => {
  const page = await signedIn(browser, product, 'mira');
  await page.keyboard.press('Alt+/');
  const line = page.getByRole('textbox', { name: 'Find anything by its name' });
  await expect(line).toBeFocused();
  await line.fill('summer');
  await expect(page.getByRole('menuitem', { name: /Summer season 2026/ }).first()).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Summer season 2026' })).toBeVisible();
  // a member is asked about
  await page.keyboard.press('Alt+/');
  await line.fill('tolmar');
  await page.getByRole('menuitem', { name: /^Tolmar Port/ }).click();
  await expect(page.getByRole('combobox')).toHaveValue(/for Tolmar$/);
  await page.getByRole('combobox').fill('passengers by coast in 2025');
  await page.keyboard.press('Enter');
  await expect(sentence(page)).toContainText('by coast');
  const marks = page.getByRole('group', { name: /^Marks of the chart/ });
  await marks.focus();
  await page.keyboard.press('ArrowRight');
  await expect(marks).toContainText('Mid Sound');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('group', { name: /What to do with/ })).toBeVisible();
});
