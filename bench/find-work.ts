import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFDocument, StandardFonts } from '@cantoo/pdf-lib';
import { STUDENTS } from '@demo/school';
import { chromium } from '@playwright/test';
import { layString, stringSpan } from '@/core/plan/string-layout';
import { byteRange } from '@/server/http/file-response';
import { find } from '@/server/reading/find/finding';
import { keepFile } from '@/store/files';
import { prepareFind } from '@/store/find';
import { addMasses } from '@/store/masses';
import { migrate } from '@/store/migrate';
import { findPerson, type Person } from '@/store/people';
import { openPglite } from '@/store/pglite-driver';
import { School } from '../e2e/school';
import { CHROMIUM } from '../scripts/chromium.mjs';
import { type Figure, median } from './figures';
import { session } from './session';

const HOUR = 3_600_000;

/** The String of 200 items over a month, the whole layout each time. */
export function stringFigures(): Figure[] {
  const now = Date.UTC(2026, 2, 9, 10, 42);
  const items = Array.from({ length: 200 }, (_, i) => ({
    id: `k${i}`,
    dueAt: now + (((i * 37) % 720) - 100) * HOUR,
    minutes: 5 + ((i * 13) % 90),
    title: 'Reading the cloud ladder'.slice(0, 6 + (i % 18)),
    open: i % 3 !== 0,
  }));
  const times: number[] = [];
  for (let round = -20; round < 101; round += 1) {
    const before = performance.now();
    layString(items, now, 'Europe/Lisbon', stringSpan(items, now, 'Europe/Lisbon'));
    if (round >= 0) times.push(performance.now() - before);
  }
  return [{ name: 'string-layout-200', value: median(times), unit: 'ms', budget: 5, bound: 'most' }];
}

const WORDS =
  'harbour lantern ladder cloud bearing splice tide barnacle compass feather engine letter captain postcard bottle bridle spar shed island whistle gull mast anchor ferry moth kelp limpet storm wind quay';

/** Find over 20,000 things that the person may all find: beginnings, words within, and slips of the finger. */
export async function findFigures(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), 'kite-find-'));
  const db = await openPglite(folder);
  try {
    await migrate(db);
    await prepareFind(db);
    await db.run(`
      INSERT INTO school VALUES ('b', 'Bench', 'Europe/Lisbon', 'nobody', true);
      INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash) VALUES ('s', 'b', 'S', 'S', 's', 'student', '');
`);
    const words = WORDS.split(' ');
    await addMasses(db, {
      classes: Array.from({ length: 8 }, (_, i) => ({ id: `c${i + 1}`, name: `Class ${i + 1}` })),
      materials: Array.from({ length: 20_000 }, (_, i) => ({
        id: `m${i + 1}`,
        classId: `c${((i + 1) % 8) + 1}`,
        title: `${words.filter((_w, n) => (n + 1 + (i + 1) * 3) % 10 < 2).join(' ')} ${i + 1}`,
        postedAt: Date.now() - 86_400_000,
      })),
    });
    await db.run(`
      INSERT INTO membership SELECT 's', id, 'student' FROM class;
      ANALYZE;`);
    const person = (await findPerson(db, 's' as Person['id'])) as Person;
    const asked = [
      'cloud',
      'lan',
      'compas',
      'barnacel',
      'feather eng',
      'kelp limpet',
      'harbuor',
      'class 3',
      'qu',
      'storm 199',
    ];
    const times: number[] = [];
    let hits = 0;
    for (let round = 0; round < 6; round += 1) {
      for (const words of asked) {
        const before = performance.now();
        const found = await find(db, person, words, Date.now());
        if (round === 0) hits += found.length > 0 ? 1 : 0;
        else times.push(performance.now() - before);
      }
    }
    if (hits < asked.length) throw new Error(`only ${hits} of ${asked.length} searches found anything`);
    console.log(`# find: slowest ${Math.max(...times).toFixed(1)} ms of ${times.length} searches`);
    return [{ name: 'find-20000', value: median(times), unit: 'ms', budget: 50, bound: 'most' }];
  } finally {
    await db.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

const STREAMS = 200;

/** How long it takes from a teacher's words in an aside to the student's other device, with 200 streams open. */
export async function eventFigures(): Promise<Figure[]> {
  const school = await School.open();
  const stop = new AbortController();
  try {
    const cookies = await Promise.all(STUDENTS.map(({ id }) => session(school, id)));
    const teacher = await session(school, 't-bello');
    let heard: () => void = () => {};
    const listen = async (cookie: string, watched: boolean) => {
      const answer = await fetch(`${school.url}/api/events`, { headers: { cookie }, signal: stop.signal });
      const reader = answer.body?.getReader();
      const first = reader?.read();
      await first;
      const go = async () => {
        for (;;) {
          const part = await reader?.read();
          if (!part || part.done) return;
          if (watched && new TextDecoder().decode(part.value).includes('aside-written')) heard();
        }
      };
      void go().catch(() => {});
    };
    await Promise.all(
      Array.from({ length: STREAMS }, (_, i) => listen(cookies[i % cookies.length] as string, i === 0)),
    );
    const times: number[] = [];
    for (let i = 0; i < 30; i += 1) {
      const before = performance.now();
      const arrived = new Promise<void>((resolve) => {
        heard = resolve;
      });
      const answer = await fetch(`${school.url}/api/assignments/storm-words/asides/${STUDENTS[0]?.id}`, {
        method: 'POST',
        headers: { origin: school.url, 'content-type': 'application/json', cookie: teacher },
        body: JSON.stringify({ act: `bench-event-${i}`, body: 'Yes.' }),
      });
      if (!answer.ok) throw new Error(`the aside was refused: ${answer.status}`);
      await arrived;
      times.push(performance.now() - before);
    }
    return [{ name: 'event-200-streams', value: median(times), unit: 'ms', budget: 500, bound: 'most' }];
  } finally {
    stop.abort();
    await school.end();
    school.remove();
  }
}

async function hundredPages(): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (let n = 1; n <= 100; n += 1) {
    const page = pdf.addPage([420, 595]);
    for (let line = 0; line < 32; line += 1) {
      page.drawText(`Page ${n}, line ${line}: the light burnt from six until the morning came.`, {
        x: 40,
        y: 550 - line * 16,
        size: 10,
        font,
      });
    }
  }
  return pdf.save();
}

const BARE = `<!doctype html><meta charset="utf-8"><canvas></canvas><script type="module">
  import * as pdfjs from '/pdf.min.mjs';
  pdfjs.GlobalWorkerOptions.workerSrc = '/pdf.worker.min.mjs';
  window.draw = async (scale) => {
    const before = performance.now();
    const task = pdfjs.getDocument({ url: '/file.pdf', disableAutoFetch: true, standardFontDataUrl: '/fonts/' });
    const page = await (await task.promise).getPage(1);
    const viewport = page.getViewport({ scale });
    const canvas = document.querySelector('canvas');
    canvas.width = viewport.width;
    canvas.height = viewport.height;
    await page.render({ canvas, viewport }).promise;
    return performance.now() - before;
  };
</script>`;

/** A small server beside ours, with nothing but bare pdf.js and the file, sent by ranges and kept by the browser as ours are. */
export async function bareServer(pdf: Uint8Array): Promise<{ readonly url: string; readonly close: () => void }> {
  const server = createServer((request, response) => {
    const path = new URL(request.url ?? '/', 'http://localhost').pathname;
    if (path === '/favicon.ico') {
      response.writeHead(204).end();
      return;
    }
    const type = path.endsWith('.mjs') ? 'text/javascript' : path === '/' ? 'text/html' : 'application/octet-stream';
    const body = Buffer.from(
      path === '/'
        ? BARE
        : path === '/file.pdf'
          ? pdf
          : path.startsWith('/fonts/')
            ? readFileSync(join('node_modules', 'pdfjs-dist', 'standard_fonts', path.slice('/fonts/'.length)))
            : readFileSync(join('node_modules', 'pdfjs-dist', 'build', path.slice(1))),
    );
    const range = byteRange(request.headers.range ?? null, body.byteLength);
    const { from, to } = range && range !== 'bad' ? range : { from: 0, to: body.byteLength - 1 };
    response.writeHead(range ? 206 : 200, {
      'content-type': type,
      'content-length': to - from + 1,
      'accept-ranges': 'bytes',
      'cache-control': 'max-age=3600',
      ...(range ? { 'content-range': `bytes ${from}-${to}/${body.byteLength}` } : {}),
    });
    response.end(body.subarray(from, to + 1));
  });
  await new Promise<void>((resolve) => server.listen(0, resolve));
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : 0;
  return { url: `http://localhost:${port}/`, close: () => server.close() };
}

/** The first page of a PDF of 100 pages on our screen, against bare pdf.js with the same file in the same browser. */
export async function pdfFigures(): Promise<Figure[]> {
  const school = await School.open();
  await school.end();
  const db = await openPglite(school.folder);
  const bytes = await hundredPages();
  const beside = await bareServer(bytes);
  const sha256 = await keepFile(db, join(school.folder, 'files'), {
    bytes,
    type: 'application/pdf',
    at: Date.now(),
  });
  await db.query("UPDATE material SET file_sha256 = $1 WHERE id = 'shore-guide'", [sha256]);
  await db.close();
  await school.start();
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await context.request.post(`${school.url}/api/sign-in/demo`, {
      data: { person: 's-imke' },
      headers: { origin: school.url },
    });
    const bare = await context.newPage();
    const page = await context.newPage();
    const own: number[] = [];
    const others: number[] = [];
    for (let round = -1; round < 9; round += 1) {
      const from = await page.goto(`${school.url}/classes/tide-pool/materials/shore-guide`).then(() => page);
      await from.locator('[data-page="1"][data-drawn]').waitFor();
      // As a string: the loader of this script would name functions by a helper that the page does not have.
      const [took, scale] = (await from.evaluate(`[
        performance.getEntriesByName('kite-pdf-drawn')[0].startTime - performance.getEntriesByName('kite-pdf-open')[0].startTime,
        document.querySelector('[data-page="1"] canvas').width / 420,
      ]`)) as [number, number];
      // A fresh page each time on both sides: the worker starts anew, scripts and file come from the browser's cache.
      await bare.goto(beside.url);
      const alone = (await bare.evaluate(`window.draw(${scale})`)) as number;
      if (round >= 0) {
        own.push(took);
        others.push(alone);
      }
    }
    console.log(
      `# first page of 100: ${median(own).toFixed(0)} ms here, ${median(others).toFixed(0)} ms with bare pdf.js`,
    );
    return [
      { name: 'pdf-first-page', value: median(own) / median(others), unit: 'x-bare', budget: 1.5, bound: 'most' },
    ];
  } finally {
    beside.close();
    await browser.close();
    await school.end();
    school.remove();
  }
}
