import { defineConfig } from '@playwright/test';
import { browserArgs } from './tools/browser.mjs';

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/setup.ts',
  workers: 2,
  fullyParallel: false,
  // Two browsers, the server and the database share two cores: one walk may starve. It is reported as flaky, not hidden.
  retries: 1,
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
