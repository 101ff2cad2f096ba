import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { build } from 'esbuild';
import { findPage } from '@/core/press/find-page';
import { farthestOff, HARD, PLAIN, photographs, pixelsOf, told } from '@/testing/press/photographs';
import { CHROMIUM } from '../scripts/chromium.mjs';
import { type Figure, median } from './figures';

const ROUNDS = 7;
/** Twelve million pixels. */
const WIDE = 3000;
const SEEDS = [1, 2, 3, 4, 5];
/** Looked at by nobody while the press was written. */
const UNSEEN = [101, 102, 103, 104, 105];

/** The worker of the application, as a script of its own. */
async function workerScript(): Promise<string> {
  const { outputFiles } = await build({
    entryPoints: ['src/workers/page-press.ts'],
    bundle: true,
    write: false,
    minify: true,
    format: 'iife',
    tsconfig: 'tsconfig.json',
  });
  return outputFiles[0]?.text ?? '';
}

/** Serves a page, the worker and a photograph on this machine. */
async function served(script: string, photograph: Uint8Array) {
  const files: Readonly<Record<string, readonly [string, string | Uint8Array]>> = {
    '/': ['text/html', '<!doctype html><title>press</title>'],
    '/press.js': ['text/javascript', script],
    '/photograph.jpg': ['image/jpeg', photograph],
  };
  const server = createServer(({ url = '/' }, answer) => {
    const [type, body] = files[url] ?? ['text/plain', ''];
    answer.writeHead(files[url] ? 200 : 404, { 'content-type': type }).end(body);
  });
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  return { url: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`, close: () => server.close() };
}

/** The most that a process has had in memory so far, in MB (`VmHWM` of Linux). */
function mostMemory(pid: number): number {
  const [, kb = '0'] = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8')) ?? [];
  return Number(kb) / 1024;
}

/** How long the worker takes from the bytes of a photograph to those of its page, and the most memory of its process. */
async function inBrowser(path: string): Promise<{ readonly ms: readonly number[]; readonly memory: number }> {
  const place = await served(await workerScript(), readFileSync(path));
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const page = await browser.newPage();
    await page.goto(place.url);
    const ms = await page.evaluate(async (rounds) => {
      const bytes = await (await fetch('/photograph.jpg')).arrayBuffer();
      const worker = new Worker('/press.js');
      const took: number[] = [];
      for (let round = -2; round < rounds; round += 1) {
        // Another file each time, so that it is opened each time.
        const photograph = new Blob([bytes, new Uint8Array(round + 3)], { type: 'image/jpeg' });
        const start = performance.now();
        worker.postMessage({ id: round, photograph, corners: null, turn: 0, look: 'ink' });
        const answer = await new Promise<{ made?: unknown }>((done) => {
          worker.onmessage = ({ data }) => done(data);
        });
        if (!answer.made) throw new Error(JSON.stringify(answer));
        if (round >= 0) took.push(performance.now() - start);
      }
      return took;
    }, ROUNDS);
    const session = await browser.newBrowserCDPSession();
    const { processInfo } = await session.send('SystemInfo.getProcessInfo');
    const renderers = processInfo.filter(({ type }) => type === 'renderer');
    return { ms, memory: Math.max(...renderers.map(({ id }) => mostMemory(id))) };
  } finally {
    await browser.close();
    place.close();
  }
}

interface Tally {
  readonly right: number;
  readonly warned: number;
  readonly wrong: number;
}

/** Of photographs, how many pages were found to half a hundredth, how many were warned of, and how many were far off without that. */
async function tallied(kinds: readonly string[], seeds: readonly number[]): Promise<Tally> {
  let [right, warned, wrong] = [0, 0, 0];
  for (const { path, corners } of photographs(kinds, seeds, WIDE)) {
    const pixels = await pixelsOf(path);
    const page = findPage(pixels);
    const off = farthestOff(page.corners, corners, pixels);
    const unsure = page.sure.includes(false);
    if (off < 0.005) right += 1;
    if (unsure) warned += 1;
    else if (off > 0.05) wrong += 1;
  }
  return { right, warned, wrong };
}

/** The page press: beside native OpenCV on the same photograph, and what it finds on photographs whose corners are known. */
export async function pressFigures(): Promise<Figure[]> {
  const [photograph] = photographs(['shade'], [1], WIDE);
  if (!photograph) throw new Error('there is no photograph');
  const ours = await inBrowser(photograph.path);
  const { ms } = told('native.py', photograph.path, String(ROUNDS), join(tmpdir(), 'kite-native.png')) as {
    ms: number[];
  };
  const figures: Figure[] = [
    { name: 'press of 12 megapixels in the browser', value: median(ours.ms), unit: 'ms', budget: 2500, bound: 'most' },
    { name: 'the same steps in native OpenCV', value: median(ms), unit: 'ms', budget: 1000, bound: 'most' },
    {
      name: 'press against native OpenCV',
      value: median(ours.ms) / median(ms),
      unit: 'times',
      budget: 5,
      bound: 'most',
    },
    { name: 'most memory of the process of the press', value: ours.memory, unit: 'MB', budget: 400, bound: 'most' },
  ];
  for (const [name, seeds] of [
    ['', SEEDS],
    [' (unseen)', UNSEEN],
  ] as const) {
    const plain = await tallied(PLAIN, seeds);
    const hard = await tallied(HARD, seeds);
    figures.push(
      {
        name: `plain photographs not found within 0.5 %, of 25${name}`,
        value: 25 - plain.right,
        unit: 'photographs',
        budget: 1,
        bound: 'most',
      },
      {
        name: `plain photographs warned of, of 25${name}`,
        value: plain.warned,
        unit: 'photographs',
        budget: 2,
        bound: 'most',
      },
      {
        name: `hard photographs wrong by 5 % without a warning, of 15${name}`,
        value: hard.wrong,
        unit: 'photographs',
        budget: 0,
        bound: 'most',
      },
    );
  }
  return figures;
}
