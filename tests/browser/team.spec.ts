/** Three people keep a board: words, places, comments, history, fresh data, a cut network; all agree at the end. */
import { expect, openBoard, signedIn, test } from './product';
import type { Page } from '@playwright/test';

const tiles = (page: Page) => page.getByTestId('tile');
/** Where the tiles stand and what people wrote, as a text that two browsers can be compared by; the numbers may differ, by the rows each may see. */
const shown = (page: Page) =>
  page
    .locator('[data-tile]')
    .evaluateAll((all) =>
      all
        .map(
          (one) =>
            `${one.getAttribute('data-tile') ?? ''} ${(one as HTMLElement).style.cssText.replace(/\s/g, '')} ${one.querySelector('[data-kind=section] h2, [data-kind=text] p')?.textContent ?? ''}`,
        )
        .sort(),
    );
/** Where a tile stands and how large it is, in columns and rows. */
const place = (page: Page, id: string) =>
  page
    .locator(`[data-tile="${id}"]`)
    .evaluate((one) =>
      ['--x', '--y', '--w', '--h'].map((name) => Number((one as HTMLElement).style.getPropertyValue(name))),
    );

test('three people build, place, talk, go back and stay in step', async ({ browser, product }) => {
  test.setTimeout(300_000);
  const [mira, ines, tomas] = [
    await signedIn(browser, product, 'mira'),
    await signedIn(browser, product, 'ines'),
    await signedIn(browser, product, 'tomas'),
  ];
  for (const page of [mira, ines, tomas]) {
    await openBoard(page, 'Summer season 2026');
    await expect(tiles(page)).toHaveCount(11);
  }
  await expect(mira.getByLabel('Here now').getByRole('listitem')).toHaveCount(3);

  // words of two people at once
  await mira.getByRole('button', { name: 'Add to this board' }).click();
  await mira.getByRole('menuitem', { name: 'Section' }).click();
  await ines.getByRole('button', { name: 'Add to this board' }).click();
  await ines.getByRole('menuitem', { name: 'Text' }).click();
  for (const page of [mira, ines, tomas]) await expect(tiles(page)).toHaveCount(13);
  await ines.getByRole('button', { name: 'Acts on text' }).click();
  await ines.getByRole('menuitem', { name: 'Change the words' }).click();
  await ines.getByLabel('Words', { exact: true }).fill('The kiosks were out for a week.');
  await ines.getByRole('button', { name: 'Keep' }).click();
  await expect(tomas.getByText('The kiosks were out for a week.')).toBeVisible();

  // what a colleague rewrote since is not lost when the first is taken back
  await mira.getByRole('button', { name: 'Acts on text' }).click();
  await mira.getByRole('menuitem', { name: 'Change the words' }).click();
  await mira.getByLabel('Words', { exact: true }).fill('The kiosks were out for ten days.');
  await mira.getByRole('button', { name: 'Keep' }).click();
  await expect(ines.getByText('The kiosks were out for ten days.')).toBeVisible();
  await ines.getByRole('button', { name: 'Rewritten: undo' }).click();
  await expect(ines.getByText('A colleague has changed this since.')).toBeVisible();
  await mira.getByRole('button', { name: 'Rewritten: undo' }).click();
  await expect(ines.getByText('The kiosks were out for a week.')).toBeVisible();
  await ines.getByRole('button', { name: 'Rewritten: undo' }).click();
  await expect(tomas.getByText('The kiosks were out')).toHaveCount(0);
  await ines.getByRole('button', { name: 'Rewritten: redo' }).click();
  await expect(tomas.getByText('The kiosks were out for a week.')).toBeVisible();

  // drawn by its head, then sized by its corner, then moved by keys
  await mira.evaluate(() => document.querySelector('main')?.scrollTo(0, 0));
  const chart = (await mira.locator('[data-tile]').nth(4).getAttribute('data-tile')) ?? '';
  const drawn = mira.locator(`[data-tile="${chart}"]`);
  const agree = (one: Page, other: Page) =>
    expect.poll(async () => (await shown(one)).join() === (await shown(other)).join()).toBe(true);
  const head = drawn.locator('header').first();
  const box = await head.boundingBox();
  if (box === null) throw new Error('The tile has no head.');
  const [before] = [await place(mira, chart)];
  await mira.mouse.move(box.x + 60, box.y + 8);
  await mira.mouse.down();
  await mira.mouse.move(box.x + 60 + 420, box.y + 12, { steps: 6 });
  await mira.mouse.up();
  await expect.poll(() => place(mira, chart)).not.toEqual(before);
  await agree(ines, mira);
  await mira.getByRole('button', { name: 'Moved: undo' }).click();
  await expect.poll(() => place(mira, chart)).toEqual(before);
  const corner = await drawn.locator('[data-corner]').boundingBox();
  if (corner === null) throw new Error('The tile has no corner.');
  await mira.mouse.move(corner.x + 9, corner.y + 9);
  await mira.mouse.down();
  await mira.mouse.move(corner.x - 230, corner.y + 9, { steps: 5 });
  await mira.mouse.up();
  await expect.poll(async () => (await place(mira, chart))[2]).toBeLessThan(before?.[2] ?? 0);
  await drawn.focus();
  await mira.keyboard.press('Alt+Shift+ArrowRight');
  await agree(tomas, mira);

  // a comment with a mention, heard on another page, answered and closed
  await tomas
    .getByRole('button', { name: /^Acts on/ })
    .first()
    .click();
  await tomas.getByRole('menuitem', { name: 'Comment' }).click();
  // what was said is there: nothing moves under the pointer any more
  await expect(tomas.getByText('Nothing has been said here yet.')).toBeVisible();
  await tomas.getByLabel('Comment on the tile').fill('@Mira is this with the school groups?');
  await tomas.getByRole('button', { name: 'Comment on the tile' }).click();
  await expect(mira.getByRole('button', { name: 'Comments 1' })).toBeVisible();
  const board = mira.url();
  await mira.getByRole('link', { name: 'Today', exact: true }).click();
  await mira.getByRole('link', { name: /is this with the school groups/ }).click();
  const drawer = mira.getByRole('complementary', { name: 'Comments' });
  await drawer.getByRole('button', { name: 'Answer' }).click();
  await drawer.getByLabel('Answer').fill('Yes, since June.');
  await drawer.getByRole('button', { name: 'Answer' }).click();
  await expect(tomas.getByText('Yes, since June.')).toBeVisible();
  await drawer.getByRole('button', { name: 'Close the thread' }).click();
  await expect(tomas.getByText('All threads are closed.')).toBeVisible();
  await drawer.getByRole('button', { name: 'Close', exact: true }).click();

  // the network of one is cut while another changes the board; it catches up by itself
  await ines.context().setOffline(true);
  await mira.getByRole('button', { name: 'Acts on text' }).click();
  await mira.getByRole('menuitem', { name: 'Take off the board' }).click();
  await expect(tiles(mira)).toHaveCount(12);
  await expect(tiles(tomas)).toHaveCount(12);
  await expect(tiles(ines)).toHaveCount(13);
  await ines.context().setOffline(false);
  await expect(tiles(ines)).toHaveCount(12, { timeout: 20_000 });

  // gone back to before the section and the text; the same for all
  await mira.getByRole('button', { name: 'More on this board' }).click();
  await mira.getByRole('menuitem', { name: 'History' }).click();
  await expect(mira.getByRole('dialog').getByRole('listitem').first()).toContainText(/took “.+” off/);
  await mira.getByRole('button', { name: 'Go back to: Mira Holt changed the sentence' }).first().click();
  await mira.keyboard.press('Escape');
  for (const page of [mira, ines, tomas]) await expect(tiles(page)).toHaveCount(11);
  await agree(ines, mira);
  await agree(tomas, mira);
  expect(mira.url().split('?')[0]).toBe(board);
});

test('data loaded while a board is open reach it by themselves', async ({ browser, product }) => {
  const mira = await signedIn(browser, product, 'mira');
  const stellan = await signedIn(browser, product, 'stellan');
  const load = (amount: number) =>
    stellan.evaluate(
      async (value) =>
        (
          await fetch('/api/tables?name=parcels&types=day:date,weight:number', {
            method: 'POST',
            headers: { 'content-type': 'text/csv' },
            body: `id,day,kind,weight\n1,2026-10-01,big,${value}\n`,
          })
        ).status,
      amount,
    );
  expect(await load(5)).toBeLessThan(300);
  const model =
    'zud: 1\nid: parcels\nname: Parcels\nasOf: 2026-10-17\ntables:\n  - { id: parcels, key: id }\nfacts:\n  - { id: parcels, name: parcel, table: parcels }\ndates:\n  - { id: day, name: date, default: true, columns: { parcels: day } }\ndimensions:\n  - { id: kind, name: Kind, levels: [{ id: kind, name: Kind, column: parcels.kind }] }\nmeasures:\n  - { id: weight, name: Weight, kind: sum, fact: parcels, column: weight }\n';
  expect(
    await stellan.evaluate(
      async (body) =>
        (await fetch('/api/models', { method: 'POST', headers: { 'content-type': 'application/yaml' }, body })).status,
      model,
    ),
  ).toBeLessThan(300);
  const board = await mira.evaluate(async () => {
    const post = async (route: string, body: object) =>
      (await (
        await fetch(`/api${route}`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        })
      ).json()) as { id: string; reading: object };
    const made = await post('/boards', { title: 'Parcels' });
    const read = await post('/models/parcels/read', { text: 'weight' });
    await post(`/boards/${made.id}/tiles`, { modelId: 'parcels', reading: read.reading, title: 'Weight' });
    return made.id;
  });
  await mira.goto(`${product.address}/boards/${board}`);
  await expect(tiles(mira).first()).toContainText('5');
  await expect(mira.getByLabel('Here now').getByRole('listitem')).toHaveCount(1);
  expect(await load(7_321)).toBeLessThan(300);
  await expect(tiles(mira).first()).toContainText('7,321', { timeout: 3000 });
});
