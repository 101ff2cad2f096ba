import type { Page } from '@playwright/test';

const KEYS = 120;

/** Presses keys where the caret is. @returns for each, in ms, from its event to the first task after it: all the page did for it */
export async function timedKeys(page: Page): Promise<number[]> {
  await page.evaluate(() => {
    const times: number[] = [];
    Object.assign(window, { keyTimes: times });
    window.addEventListener(
      'keydown',
      () => {
        const began = performance.now();
        const channel = new MessageChannel();
        channel.port1.onmessage = () => times.push(performance.now() - began);
        channel.port2.postMessage(null);
      },
      true,
    );
  });
  for (let i = 0; i < KEYS; i += 1) await page.keyboard.press('abcde fghij'[i % 11] as string, { delay: 20 });
  return (await page.evaluate('window.keyTimes')) as number[];
}
