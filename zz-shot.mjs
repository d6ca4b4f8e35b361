import { chromium } from 'playwright-core';
const [who, path, out, w, h, scheme, script] = process.argv.slice(2);
const PW = { mira: 'anchor-quiet-41', tomas: 'gannet-stone-27', ines: 'kelp-lantern-63', stellan: 'harbour-vane-88', ada: 'tidal-compass-15' };
const base = process.env.BASE ?? 'http://127.0.0.1:4611';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const ctx = await b.newContext({ viewport: { width: +(w ?? 1280), height: +(h ?? 800) }, colorScheme: scheme ?? 'light', reducedMotion: 'reduce', locale: 'en-GB' });
const page = await ctx.newPage();
page.setDefaultTimeout(20000);
await ctx.request.post(base + '/api/session', { data: { email: who + '@velloe.example', password: PW[who] } });
try {
  await page.goto(base + path); await page.waitForTimeout(1500);
  if (script) await new (Object.getPrototypeOf(async function () {}).constructor)('page', 'base', script)(page, base);
  await page.waitForTimeout(900);
} catch (e) { console.log(String(e).slice(0, 600)); }
await page.screenshot({ path: out });
console.log(page.url());
await b.close();
