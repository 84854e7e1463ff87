import { defineConfig } from '@playwright/test';
import { browserArgs } from './tools/browser.mjs';

/** What takes minutes by itself: three hundred tanks, kills, an upgrade. `npm run night` walks them. */
const nightly = ['**/kills.spec.ts', '**/many.spec.ts', '**/upgrade.spec.ts'];
const byNight = process.env['NIGHT_LEDGER_WALKS'] === 'night';

export default defineConfig({
  testDir: 'e2e',
  ...(byNight ? { testMatch: nightly } : { testIgnore: nightly }),
  globalSetup: './e2e/setup.ts',
  workers: 2,
  fullyParallel: false,
  // A walk that goes well only at its second trial has a fault to be found.
  retries: 0,
  timeout: 240_000,
  expect: { timeout: 20_000 },
  reporter: [['list']],
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 30_000,
    timezoneId: 'UTC',
    locale: 'en-GB',
    reducedMotion: 'reduce',
    // Each walk has a browser of its own, which would fetch every page first; e2e/away.spec.ts is about the worker.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
      args: browserArgs,
    },
  },
});
