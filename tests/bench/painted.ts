/**
 * Benchmark: from the key press to the painted answer in a real browser, beside the same question over HTTP from the same page.
 *
 *     npm run bench:painted [-- --scale 1] [-- --postgresql]
 */
import { chromium, type Page } from '@playwright/test';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { DEMO_PEOPLE } from '../../demo/load';
import { startDemoRun } from './demo-run';
import { QUESTIONS } from './questions';
import { percentile, say, shown, whenCopied } from './figures';

const ROUNDS = 3;

/** Milliseconds from the Enter key to the frame after the answer stands on the page. */
async function painted(page: Page, question: string): Promise<number> {
  const line = page.getByRole('combobox').last();
  await line.fill(`new question: ${question}`);
  const measured = page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const before = location.pathname;
        addEventListener(
          'keydown',
          (event) => {
            if (event.key !== 'Enter') return;
            const pressed = performance.now();
            const look = () => {
              // the answer, with its chart, is put on the page in one go
              const there = location.pathname !== before && document.querySelector('[data-testid=sentence]') !== null;
              if (there) requestAnimationFrame(() => requestAnimationFrame(() => resolve(performance.now() - pressed)));
              else requestAnimationFrame(look);
            };
            requestAnimationFrame(look);
          },
          { capture: true, once: true },
        );
      }),
  );
  await line.press('Enter');
  return measured;
}

/** A new inquiry for each question: a trail of hundreds of steps is not what is measured. */
function newInquiry(page: Page): Promise<string> {
  return page.evaluate(
    async () =>
      (
        (await (
          await fetch('/api/inquiries', {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify({ modelId: 'ferries' }),
          })
        ).json()) as { id: string }
      ).id,
  );
}

const { values } = parseArgs({
  options: { scale: { type: 'string', default: '1' }, postgresql: { type: 'boolean', default: false } },
});
const demo = await startDemoRun(Number(values.scale), {
  copy: !values.postgresql,
  webFolder: path.join(import.meta.dirname, '../../web/dist'),
});
const { running } = demo;
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
try {
  await whenCopied(running);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' });
  await page.goto(running.address);
  await page.getByLabel('E-mail').fill(DEMO_PEOPLE[0]?.email ?? '');
  await page.getByLabel('Password').fill(DEMO_PEOPLE[0]?.password ?? '');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('combobox').last().fill('passengers by month');
  await page.getByRole('combobox').last().press('Enter');
  await page.getByTestId('sentence').waitFor();
  const inquiry = new URL(page.url()).pathname.split('/')[2] ?? '';
  const all: { painted: number[]; http: number[] } = { painted: [], http: [] };
  say(
    `\nKey press → painted answer in the browser, ×${values.scale}; milliseconds, median of ${ROUNDS}\n\n painted    HTTP  question`,
  );
  for (const [question] of QUESTIONS) {
    const times: typeof all = { painted: [], http: [] };
    await page.goto(`${running.address}/inquiries/${await newInquiry(page)}`);
    await page.getByText('A blank page').waitFor();
    for (let round = 0; round < ROUNDS; round += 1) {
      running.context.answering.forget();
      times.painted.push(await painted(page, question));
      running.context.answering.forget();
      times.http.push(
        await page.evaluate(
          async ([id, text]) => {
            const began = performance.now();
            await (
              await fetch(`/api/inquiries/${id}/steps`, {
                method: 'POST',
                headers: { 'content-type': 'application/json' },
                body: JSON.stringify({ text, after: null }),
              })
            ).json();
            return performance.now() - began;
          },
          [inquiry, question] as const,
        ),
      );
    }
    all.painted.push(...times.painted);
    all.http.push(...times.http);
    say(`${shown(percentile(times.painted, 0.5))}${shown(percentile(times.http, 0.5))}  ${question}`);
  }
  for (const share of [0.5, 0.95])
    say(
      `p${share * 100}: painted ${shown(percentile(all.painted, share))}  HTTP ${shown(percentile(all.http, share))}  ratio ${(percentile(all.painted, share) / percentile(all.http, share)).toFixed(2)}`,
    );
} finally {
  await browser.close();
  await demo.close();
}
