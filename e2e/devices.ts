import { type Browser, chromium } from '@playwright/test';
import { CHROMIUM } from '../scripts/chromium.mjs';

/** They may be used without being asked. */
export const ALLOWED = '--use-fake-ui-for-media-stream';

/** A browser with a microphone and a camera that are made up: a tone that comes and goes, and a picture that moves. */
export const withDevices = (...more: readonly string[]): Promise<Browser> =>
  chromium.launch({
    executablePath: CHROMIUM,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-background-networking',
      '--use-fake-device-for-media-stream',
      ...more,
    ],
  });
