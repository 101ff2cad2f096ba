import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'e2e',
  timeout: 90_000,
  expect: { timeout: 12_000 },
  workers: 2,
  reporter: [['list'], ['json', { outputFile: '.cache/journeys.json' }]],
  outputDir: 'test-results',
  globalSetup: './e2e/make-template.ts',
  use: {
    trace: 'retain-on-failure',
    locale: 'en-GB',
    timezoneId: 'Europe/Lisbon',
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.KITE_CHROMIUM ?? '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu', '--disable-background-networking'],
    },
  },
});
