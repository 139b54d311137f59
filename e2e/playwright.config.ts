import { defineConfig } from '@playwright/test';
import { browserOptions } from './src/support/browser';

/** Headless Chromium from Debian, one worker: two cores also run the server. */
export default defineConfig({
  testDir: './src',
  testMatch: '**/*.e2e.ts',
  timeout: 60_000,
  expect: { timeout: 7_000 },
  workers: 1,
  // What a busy machine lets time out once is tried again, told as flaky, and its trace kept.
  retries: 1,
  fullyParallel: false,
  reporter: [['line']],
  outputDir: '../test-results',
  globalSetup: './src/support/global-setup.ts',
  use: {
    serviceWorkers: 'block',
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    locale: 'en-GB',
    timezoneId: 'UTC',
    launchOptions: browserOptions,
    // What failed is looked at in test-results/, as it was.
    screenshot: 'only-on-failure',
    trace: 'retain-on-failure',
  },
});
