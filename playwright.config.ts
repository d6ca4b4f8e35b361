import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'tests/browser',
  // for what hangs; a slow machine takes its time
  timeout: 240_000,
  expect: { timeout: 30_000 },
  workers: 2,
  fullyParallel: false,
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    // recording a trace costs a third of the time: ZUD_TRACE=1 keeps those of what fails
    trace: process.env['ZUD_TRACE'] === undefined ? 'off' : 'retain-on-failure',
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
