import { spawn } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { School } from '../e2e/school';
import { CHROMIUM } from '../scripts/chromium.mjs';
import { installPackages, runBeside } from '../scripts/prepare.mjs';
import { scratch } from '../scripts/scratch.mjs';
import { type Figure, median } from './figures';
import { session } from './session';

/** Where the program that audits is installed: it is large, and nothing else wants it. */
const FOLDER = join('bench', 'audit');

/** A browser that an audit can steer, on a port of its own. */
async function browser(): Promise<{ readonly port: number; readonly end: () => Promise<void> }> {
  const folder = scratch('kite-audit-browser-');
  const started = spawn(
    CHROMIUM,
    [
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      '--disable-dev-shm-usage',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--no-first-run',
      `--user-data-dir=${folder}`,
      '--remote-debugging-port=0',
      'about:blank',
    ],
    { stdio: ['ignore', 'ignore', 'pipe'] },
  );
  const port = await new Promise<number>((resolve, reject) => {
    started.stderr?.on('data', (data: Buffer) => {
      const found = /DevTools listening on ws:\/\/[^:]+:(\d+)\//.exec(String(data));
      if (found) resolve(Number(found[1]));
    });
    started.once('exit', () => reject(new Error('the browser ended')));
  });
  return {
    port,
    async end() {
      started.removeAllListeners('exit');
      const gone = new Promise((resolve) => started.once('exit', resolve));
      started.kill();
      await gone;
      // Its helpers may still be putting things away.
      rmSync(folder, { recursive: true, force: true, maxRetries: 20, retryDelay: 100 });
    },
  };
}

/** What the audit asks of each screen: the score for speed on a desk and on a slowed phone, in hundredths. */
const SCREENS = [
  { name: 'today', path: '/today', desktop: 100, mobile: 95 },
  { name: 'class-line', path: '/classes/weather', desktop: 100, mobile: 95 },
  { name: 'work', path: '/work', desktop: 100, mobile: 95 },
  { name: 'desk', path: '/desk/cloud-ladder', desktop: 95, mobile: 88 },
] as const;

/** One audit differs from the next by what else the machine did: of so many the middle one counts, as its makers advise. */
const RUNS = 3;

interface Audited {
  /** In hundredths. */
  readonly score: number;
  /** In milliseconds, as `largest`. */
  readonly blocking: number;
  readonly shift: number;
  readonly largest: number;
}

/** What is read of a report. */
const Report = z.object({
  audits: z.record(
    z.string(),
    z.object({
      id: z.string(),
      score: z.number().nullable(),
      scoreDisplayMode: z.string(),
      numericValue: z.number().optional(),
      displayValue: z.string().optional(),
    }),
  ),
  categories: z.object({ performance: z.object({ score: z.number().nullable() }) }),
});

async function auditOnce(url: string, port: number, Cookie: string, form: 'desktop' | 'mobile'): Promise<Audited> {
  const report = join(scratch('kite-audit-'), 'report.json');
  const ok = await runBeside(join(FOLDER, 'node_modules', '.bin', 'lighthouse'), [
    url,
    `--port=${port}`,
    '--only-categories=performance',
    `--extra-headers=${JSON.stringify({ Cookie })}`,
    '--output=json',
    `--output-path=${report}`,
    '--quiet',
    ...(form === 'desktop' ? ['--preset=desktop'] : []),
  ]);
  if (!ok) throw new Error('the audit ended without a report');
  const { audits, categories } = Report.parse(JSON.parse(readFileSync(report, 'utf8')));
  const figureOf = (audit: string) => audits[audit]?.numericValue ?? Number.NaN;
  const failed = Object.values(audits)
    .filter((audit) => audit.score !== null && audit.score < 0.9 && audit.scoreDisplayMode !== 'informative')
    .map(({ id, displayValue }) => `${id}${displayValue ? ` (${displayValue})` : ''}`);
  const audited = {
    score: (categories.performance.score ?? 0) * 100,
    blocking: figureOf('total-blocking-time'),
    shift: figureOf('cumulative-layout-shift'),
    largest: figureOf('largest-contentful-paint'),
  };
  const { score, largest, blocking, shift } = audited;
  console.log(
    `# ${new URL(url).pathname}, ${form}: ${score.toFixed(0)}, largest after ${largest.toFixed(0)} ms, blocking ${blocking.toFixed(0)} ms, shift ${shift.toFixed(3)}; ${failed.join(', ')}`,
  );
  return audited;
}

/** An audit of the main screens in a browser, signed in, by Lighthouse (Apache 2.0): at its desktop and its slowed mobile setting. */
export async function auditFigures(): Promise<Figure[]> {
  if (!(await installPackages(undefined, FOLDER))) throw new Error('what audits could not be installed');
  const school = await School.open();
  const audited = await browser();
  const figures: Figure[] = [];
  try {
    const Cookie = await session(school, 's-imke');
    for (const { name, path, ...least } of SCREENS) {
      for (const form of ['desktop', 'mobile'] as const) {
        const runs: Audited[] = [];
        while (runs.length < RUNS) runs.push(await auditOnce(school.url + path, audited.port, Cookie, form));
        const middle = (of: keyof Audited) => median(runs.map((run) => run[of]));
        const of = `audit-${name}-${form}`;
        figures.push({ name: of, value: middle('score'), unit: 'of 100', budget: least[form], bound: 'least' });
        figures.push({ name: `${of}-blocking`, value: middle('blocking'), unit: 'ms', budget: 200, bound: 'most' });
        figures.push({ name: `${of}-shift`, value: middle('shift'), unit: '', budget: 0.02, bound: 'most' });
      }
    }
    return figures;
  } finally {
    await audited.end();
    await school.end();
    school.remove();
  }
}
