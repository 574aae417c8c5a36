import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/bundle.ts',
  outputDir: 'test-results/e2e',
  timeout: 120_000,
  expect: { timeout: 20_000 },
  // more than the cores of a small machine: much of a test is waiting for what is drawn
  workers: 3,
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium' },
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    // what fades and slides took a third of the time of two files; `path.test.ts` walks with motion
    contextOptions: { reducedMotion: 'reduce' },
  },
});
