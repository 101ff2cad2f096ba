import { type Browser, chromium } from '@playwright/test';
import { CHROMIUM } from '../scripts/chromium.mjs';

/** A browser whose microphone hears a file. */
export const hearing = (file: string): Promise<Browser> =>
  chromium.launch({
    executablePath: CHROMIUM,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-background-networking',
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      `--use-file-for-fake-audio-capture=${file}`,
    ],
  });
