/** Nobody is shut out: axe finds nothing on any place, in light and dark, nor while something is open over it. */
import AxeBuilder from '@axe-core/playwright';
import { ask, expect, openBoard, sentence, signedIn, still, test } from './product';

for (const scheme of ['light', 'dark'] as const)
  test(`axe finds nothing on any place, ${scheme}`, async ({ browser, product }) => {
    test.setTimeout(240_000);
    const page = await signedIn(browser, product, 'mira');
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' });
    const check = async (name: string) => {
      await still(page);
      const { violations } = await new AxeBuilder({ page }).analyze();
      expect(
        violations.map(
          (violation) =>
            `${name}: ${violation.id}: ${violation.nodes.map((node) => node.html.slice(0, 120)).join(' | ')}`,
        ),
      ).toEqual([]);
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
