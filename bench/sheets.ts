import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Browser, type CDPSession, chromium, type Page } from '@playwright/test';
import { newThing } from '@/core/documents/pages-document';
import type { AssignmentId, DocumentId, StepId } from '@/core/ids';
import type { PagesContent } from '@/core/kinds/document/pages';
import { firstOf } from '@/core/kinds/document/stored';
import { type PenPoint, packed } from '@/core/pages/ink';
import type { Thing } from '@/core/pages/things';
import { starterOf } from '@/server/reading/documents/starters';
import { read } from '@/store/database';
import { makeCopy } from '@/store/documents';
import { findPerson } from '@/store/people';
import { openPglite } from '@/store/pglite-driver';
import { stepsOf } from '@/store/work';
import { School } from '../e2e/school';
import { CHROMIUM } from '../scripts/chromium.mjs';
import { type Figure, median } from './figures';
import { bareServer } from './find-work';

const MARLEN = 'marlen' as AssignmentId;
const MANY = 500;
const ROUNDS = 7;

/** Strokes of sixty places all over a sheet, as somebody would leave who has drawn a lot. */
function strokes(sheet: string): Thing[] {
  return Array.from({ length: MANY }, (_, i) => {
    const [x, y] = [30 + (i % 25) * 31, 30 + Math.floor(i / 25) * 26];
    const places: PenPoint[] = Array.from({ length: 60 }, (_place, n) => ({
      x: n * 0.4,
      y: 10 + 8 * Math.sin(n / 5 + i),
      pressure: 0.5,
    }));
    const points = packed(places, { x: 0, y: 0 });
    return newThing('ink', { id: `t${i}`, sheet, x, y, w: 23.6, h: 18, ink: 'blue', at: i + 1, points });
  });
}

/** Gives two students the chart: one as it is, one with five hundred things on its first sheet. */
async function giveCopies(folder: string): Promise<void> {
  const db = await openPglite(folder);
  const [step] = await read(db, stepsOf(MARLEN));
  const starter = step && starterOf(step);
  if (starter?.kind !== 'pages') throw new Error('the chart has no sheets');
  const { content } = starter;
  for (const [owner, things] of [
    ['s-wren', []],
    ['s-keanu', strokes(content.sheets[0]?.id ?? '')],
  ] as const) {
    const person = await findPerson(db, owner as never);
    const made: PagesContent = { ...content, things };
    await makeCopy(db, {
      id: `bench-${owner}` as DocumentId,
      ownerId: person?.id as never,
      assignmentId: MARLEN,
      stepId: step?.id as StepId,
      title: 'The chart',
      at: Date.now(),
      kind: 'pages',
      firstUpdate: () => firstOf('pages', made),
    });
  }
  await db.close();
}

async function deskOf(browser: Browser, school: School, person: string): Promise<{ page: Page; cdp: CDPSession }> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.request.post(`${school.url}/api/sign-in/demo`, {
    data: { person },
    headers: { origin: school.url },
  });
  await context.addInitScript({ content: NOTES_SHOWN });
  const page = await context.newPage();
  const cdp = await context.newCDPSession(page);
  await cdp.send('Performance.enable');
  return { page, cdp };
}

/** Notes in a page when everything that was written on its first sheet is there, and the sheet itself. */
const NOTES_SHOWN = `{
  const look = () => {
    const shown = document.querySelectorAll('[data-thing]').length >= ${MANY} && document.querySelector('[data-drawn]');
    if (shown) performance.mark('bench-shown');
    else requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}`;

/** Seconds in which the main thread of a page has worked so far. */
async function worked(cdp: CDPSession): Promise<number> {
  const { metrics } = await cdp.send('Performance.getMetrics');
  return metrics.find(({ name }) => name === 'TaskDuration')?.value ?? 0;
}

const EVENTS = 120;

/** What the main thread works for one event of a stroke, in milliseconds. The stroke is taken back afterwards. */
async function strokeEvent({ page, cdp }: Awaited<ReturnType<typeof deskOf>>): Promise<number> {
  const box = await page.locator('[data-sheet]').first().boundingBox();
  if (!box) throw new Error('no sheet is seen');
  const at = (i: number) => [box.x + 40 + i * 4, box.y + 300 + 60 * Math.sin(i / 9)] as const;
  await page.mouse.move(...at(0));
  await page.mouse.down();
  await page.mouse.move(...at(1));
  const before = await worked(cdp);
  for (let i = 2; i < EVENTS + 2; i += 1) await page.mouse.move(...at(i));
  const after = await worked(cdp);
  await page.mouse.up();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await page.waitForTimeout(300);
  return ((after - before) * 1000) / EVENTS;
}

/** Sheets that are written on: how a stroke goes on a full sheet, and how long a full one takes to be there. */
export async function sheetFigures(): Promise<Figure[]> {
  const school = await School.open();
  await school.end();
  await giveCopies(school.folder);
  await school.start();
  const beside = await bareServer(new Uint8Array(readFileSync(join('demo', 'files', 'three-bearings.pdf'))));
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const [empty, full] = [await deskOf(browser, school, 's-wren'), await deskOf(browser, school, 's-keanu')];
    for (const { page } of [empty, full]) {
      await page.goto(`${school.url}/desk/marlen`);
      await page.locator('[data-drawn]').first().waitFor({ state: 'attached' });
      if (page === full.page)
        await page
          .locator('[data-thing]')
          .nth(MANY - 1)
          .waitFor({ state: 'attached' });
      await page.getByRole('button', { name: 'Pen', exact: true }).click();
    }
    const [alone, among]: [number[], number[]] = [[], []];
    for (let round = -1; round < ROUNDS; round += 1) {
      const [one, many] = [await strokeEvent(empty), await strokeEvent(full)];
      if (round < 0) continue;
      alone.push(one);
      among.push(many);
    }
    const bare = await (await browser.newContext()).newPage();
    const [own, others]: [number[], number[]] = [[], []];
    for (let round = -1; round < ROUNDS; round += 1) {
      await full.page.goto(`${school.url}/desk/marlen`);
      await full.page
        .locator('[data-thing]')
        .nth(MANY - 1)
        .waitFor({ state: 'attached' });
      await full.page.locator('[data-drawn]').first().waitFor({ state: 'attached' });
      await full.page.waitForTimeout(200);
      const [took, scale] = (await full.page.evaluate(`[
        performance.getEntriesByName('bench-shown')[0].startTime - performance.getEntriesByName('kite-pdf-open')[0].startTime,
        document.querySelector('[data-page="1"] canvas').width / 841.92,
      ]`)) as [number, number];
      await bare.goto(beside.url);
      const drawn = (await bare.evaluate(`window.draw(${scale})`)) as number;
      if (round < 0) continue;
      own.push(took);
      others.push(drawn);
    }
    console.log(
      `# an event of a stroke: ${median(alone).toFixed(2)} ms on an empty sheet, ${median(among).toFixed(2)} among ${MANY} things; ` +
        `a sheet with them is there after ${median(own).toFixed(0)} ms, bare pdf.js has drawn it after ${median(others).toFixed(0)}`,
    );
    return [
      { name: 'stroke-among-500', value: median(among) / median(alone), unit: 'x-empty', budget: 1.2, bound: 'most' },
      { name: 'sheet-of-500', value: median(own) / median(others), unit: 'x-bare', budget: 2, bound: 'most' },
    ];
  } finally {
    beside.close();
    await browser.close();
    await school.end();
    school.remove();
  }
}
