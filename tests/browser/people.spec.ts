/** People come in, go on after their session ended, and are told where they see a part. */
import AxeBuilder from '@axe-core/playwright';
import { ask, expect, openBoard, sentence, signedIn, test } from './product';

test('an admin adds a person, who chooses a password by the link, asks, and is taken away again', async ({
  browser,
  product,
}) => {
  test.setTimeout(120_000);
  const ada = await signedIn(browser, product, 'ada');
  await ada.getByRole('button', { name: /Ada Firth/ }).click();
  await ada.getByRole('menuitem', { name: 'People' }).click();
  await ada.getByRole('button', { name: 'Add a person' }).click();
  const sheet = ada.getByRole('dialog', { name: 'Add a person' });
  await sheet.getByLabel('Name').fill('Juno Hale');
  await sheet.getByLabel('E-mail').fill('juno@velloe.example');
  await sheet.getByLabel('Role').selectOption('analyst');
  await sheet.getByLabel(/Groups/).fill('Outer Isles team');
  await sheet.getByRole('button', { name: 'Add', exact: true }).click();
  const address = await ada
    .getByRole('status')
    .getByText(/\/password\//)
    .textContent();
  await expect(ada.getByRole('row', { name: /Juno Hale/ })).toContainText('has not chosen a password yet');

  const juno = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await juno.goto(address ?? '');
  await juno.getByLabel('Password').fill('eleven char');
  await juno.getByLabel('The same again').fill('eleven char');
  await expect(juno.getByRole('alert')).toContainText('12 letters');
  await juno.getByLabel('Password').fill('lantern on the quay');
  await juno.getByLabel('The same again').fill('lantern on the quay');
  await juno.getByRole('button', { name: 'Set it' }).click();
  await juno.getByRole('button', { name: 'To the sign-in' }).click();
  await juno.getByLabel('E-mail').fill('juno@velloe.example');
  await juno.getByLabel('Password').fill('lantern on the quay');
  await juno.getByRole('button', { name: 'Sign in' }).click();
  await expect(juno.getByRole('link', { name: 'Today', exact: true })).toBeVisible();
  await juno.goto(`${product.address}/inquiries`);
  await juno.getByRole('button', { name: 'Ask Velloe Ferries' }).click();
  await ask(juno, 'passengers by coast');
  await expect(juno.getByText('You see Outer Isles only')).toBeVisible();

  await ada.reload();
  await ada.getByRole('button', { name: 'Change Juno Hale' }).click();
  await ada.getByRole('menuitem', { name: /^Take away/ }).click();
  await expect(ada.getByRole('row', { name: /Juno Hale/ })).toContainText('taken away');
  // the page notices by itself
  const again = juno.getByRole('dialog', { name: 'Sign in again' });
  await expect(again).toBeVisible();
  await again.getByLabel('Password').fill('lantern on the quay');
  await again.getByRole('button', { name: 'Sign in' }).click();
  await expect(again.getByRole('alert')).toContainText('not right');
});

test('a session that ends while one works is begun again in place, and one goes on with what was written', async ({
  browser,
  product,
}) => {
  const mira = await signedIn(browser, product, 'mira');
  await mira.goto(`${product.address}/inquiries`);
  await mira.getByRole('button', { name: 'Ask Velloe Ferries' }).click();
  await ask(mira, 'passengers by coast');
  await expect(sentence(mira)).toContainText('Passengers by coast');
  const address = mira.url();
  // the session ends as the question leaves: were it earlier, what else the page asks for might notice it first
  await mira.route('**/steps', async (route) => {
    await mira.context().clearCookies();
    await route.continue();
  });
  await mira.getByRole('combobox').last().fill('by month');
  await mira.keyboard.press('Enter');
  const again = mira.getByRole('dialog', { name: 'Sign in again' });
  await expect(again).toBeVisible();
  await expect(again.getByLabel('E-mail')).toHaveValue('mira@velloe.example');
  await again.getByLabel('Password').fill('anchor-quiet-41');
  await mira.unroute('**/steps');
  await again.getByRole('button', { name: 'Sign in' }).click();
  await expect(again).toBeHidden();
  expect(mira.url()).toBe(address);
  await mira.getByRole('button', { name: 'Go back' }).click();
  await expect(mira.getByRole('combobox')).toHaveValue('by month');
  await mira.getByRole('combobox').press('Enter');
  await expect(sentence(mira)).toContainText('by month');
});

test('one’s account: where one is signed in, a token that is shown once and withdrawn; axe finds nothing', async ({
  browser,
  product,
}) => {
  const stellan = await signedIn(browser, product, 'stellan');
  const other = await signedIn(browser, product, 'stellan');
  await stellan.goto(`${product.address}/account`);
  const sessions = stellan.getByRole('list', { name: 'Sessions' });
  await expect(sessions.getByText('this one')).toHaveCount(1);
  const before = await sessions.getByRole('listitem').count();
  await sessions.getByRole('button', { name: 'End it' }).first().click();
  await expect(sessions.getByRole('listitem')).toHaveCount(before - 1);
  await stellan.getByLabel('What it is for').fill('nightly load');
  await stellan.getByLabel('load data and change models').check();
  await stellan.getByRole('button', { name: 'Make it' }).click();
  await expect(stellan.getByText('shown this once')).toContainText('zud_');
  const tokens = stellan.getByRole('list', { name: 'Tokens' });
  await expect(tokens.getByRole('listitem')).toContainText('read, steward');
  await tokens.getByRole('button', { name: 'Withdraw' }).click();
  await expect(tokens.getByRole('listitem')).toContainText('withdrawn');
  const { violations } = await new AxeBuilder({ page: stellan }).analyze();
  expect(violations.map((one) => `${one.id}: ${one.nodes.map((node) => node.html).join(' | ')}`)).toEqual([]);
  // the other window is signed out where it asks for something
  await other.goto(`${product.address}/boards`);
  await expect(other.getByRole('button', { name: 'Sign in' })).toBeVisible();
});

test('whoever sees a part is told so on a colleague’s board', async ({ browser, product }) => {
  const ines = await signedIn(browser, product, 'ines');
  await openBoard(ines, 'Summer season 2026');
  await expect(ines.getByRole('note')).toContainText('You see Outer Isles only');
  const mira = await signedIn(browser, product, 'mira');
  await openBoard(mira, 'Summer season 2026');
  await expect(mira.getByRole('note')).toHaveCount(0);
});
