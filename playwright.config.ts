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
    trace: 'retain-on-failure',
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
