import { chromium } from 'playwright';
const base = process.env.BASE ?? 'http://127.0.0.1:4611';
const PW = { mira: 'anchor-quiet-41', tomas: 'gannet-stone-27', ines: 'kelp-lantern-63', stellan: 'harbour-vane-88', ada: 'tidal-compass-15' };
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync'] });
export async function as(name, options = {}) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB', ...options });
  const page = await context.newPage();
  if (name) {
    await page.goto(base);
    await page.getByLabel('E-mail').fill(`${name}@velloe.example`);
    await page.getByLabel('Password').fill(PW[name]);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByRole('navigation').waitFor();
  }
  return page;
}
export const done = () => browser.close();
export { base };
