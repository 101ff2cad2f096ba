import { defineConfig } from '@playwright/test';
import { VOICE } from './e2e/voice';
import { CHROMIUM } from './scripts/chromium.mjs';

export default defineConfig({
  testDir: 'e2e',
  timeout: 150_000,
  expect: { timeout: 20_000 },
  // The machines that run this differ in speed by a factor of four; a journey that needs a second try is listed as flaky.
  retries: 1,
  // Journeys wait, for timers and for what they typed; more than three of them wait for the processors as well.
  workers: 3,
  reporter: [['list'], ['json', { outputFile: '.cache/journeys.json' }]],
  outputDir: 'test-results',
  globalSetup: './e2e/make-template.ts',
  use: {
    // Recording everything makes two browsers on two cores several times slower: only a second try is recorded.
    trace: 'on-first-retry',
    // What cannot be done within this will not be: without it, one that is missed is waited for until a journey’s time is over.
    actionTimeout: 60_000,
    navigationTimeout: 60_000,
    locale: 'en-GB',
    timezoneId: 'Europe/Lisbon',
    // What moves is waited for at every click; the pictures and `look` see to it by eye.
    contextOptions: { reducedMotion: 'reduce' },
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: CHROMIUM,
      args: [
        '--no-sandbox',
        '--disable-dev-shm-usage',
        '--disable-gpu',
        '--disable-background-networking',
        // A microphone and a camera that are made up, and may be used: a tone, and a picture that moves.
        '--use-fake-device-for-media-stream',
        `--use-file-for-fake-audio-capture=${VOICE}`,
        '--use-fake-ui-for-media-stream',
        // A page of a journey is gone before what it has thrown away would fill this once or twice.
        '--js-flags=--min-semi-space-size=16',
      ],
    },
  },
});
