import { rmSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { addMasses, ONE_QUESTION } from '@/store/masses';
import { migrate } from '@/store/migrate';
import { openPglite } from '@/store/pglite-driver';
import { School } from '../e2e/school';
import { CHROMIUM } from '../scripts/chromium.mjs';
import { type Figure, median } from './figures';
import { session } from './session';

const ROUNDS = 25;
const CLASSES = 8;
const CLASS_SIZE = 24;

/**
 * Fills a database with a school of so many students, each in 8 classes of so many assignments, with a few
 * facts on every second one. Every student has as much as every other, whatever the size of the school.
 */
async function fill(folder: string, students: number, assignments: number): Promise<void> {
  rmSync(folder, { recursive: true, force: true });
  const db = await openPglite(folder);
  await migrate(db);
  const groups = Math.ceil(students / CLASS_SIZE);
  await db.run(`
    INSERT INTO school VALUES ('bench', 'Bench', 'Europe/Lisbon', 'nobody', true);
    INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash)
      SELECT 's' || i, 'bench', 'Student ' || i, 'S. ' || i, 'student' || i, 'student', '' FROM generate_series(0, ${students - 1}) i;
    INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash) VALUES ('t', 'bench', 'Teacher', 'T.', 'teacher', 'teacher', '');`);
  const classes = Array.from({ length: groups * CLASSES }, (_, i) => ({
    id: `c${Math.floor(i / CLASSES)}-${i % CLASSES}`,
    name: `Class ${i % CLASSES}`,
  }));
  await addMasses(db, {
    classes,
    units: classes.flatMap(({ id }) =>
      Array.from({ length: 5 }, (_, u) => ({ id: `${id}-u${u + 1}`, classId: id, position: u + 1 })),
    ),
    assignments: classes.flatMap(({ id }) =>
      Array.from({ length: assignments }, (_, a) => ({
        id: `${id}-a${a}`,
        classId: id,
        unitId: `${id}-u${(a % 5) + 1}`,
        position: a,
        title: `Assignment ${a}`,
        points: 20,
        postedAt: Date.now() - 20 * 86_400_000,
        dueAt: Date.now() + (a - (assignments >> 1)) * 86_400_000,
        asks: [{ id: 'k', place: 'q1', bars: false, kind: 'sentences', min: 2, max: 3 }],
        step: ONE_QUESTION,
      })),
    ),
  });
  await db.run(`
    INSERT INTO membership SELECT 's' || i, 'c' || (i / ${CLASS_SIZE}) || '-' || c, 'student' FROM generate_series(0, ${students - 1}) i, generate_series(0, ${CLASSES - 1}) c;
    INSERT INTO membership SELECT 't', id, 'teacher' FROM class;
    INSERT INTO event (at, kind, class_id, assignment_id, student_id, actor_id)
      SELECT now() - interval '3 days', k.kind, a.class_id, a.id, m.person_id, m.person_id
      FROM assignment a JOIN membership m ON m.class_id = a.class_id AND m.role = 'student', (VALUES ('opened'), ('edited')) k(kind) WHERE a.position % 2 = 0;
    ANALYZE;`);
  await db.close();
}

/** Server time of the three screens in a school of 1,000 against one of 24, asked in turns in one run. */
export async function pageFigures(assignments: number): Promise<Figure[]> {
  const schools: School[] = [];
  for (const students of [24, 1000]) {
    const school = await School.open();
    await school.end();
    await fill(school.folder, students, assignments);
    await school.start();
    schools.push(school);
  }
  try {
    const cookies = await Promise.all(schools.map((school) => session(school, 's5')));
    const figures: Figure[] = [];
    const pages = { today: '/today', work: '/work?state=all', 'class-line': '/classes/c0-0', desk: '/desk/c0-0-a4' };
    for (const [name, path] of Object.entries(pages)) {
      const times: number[][] = [[], []];
      for (let round = -3; round < ROUNDS; round += 1) {
        for (const [i, school] of schools.entries()) {
          const before = performance.now();
          const answer = await fetch(school.url + path, { headers: { cookie: cookies[i] ?? '' } });
          await answer.text();
          if (answer.status !== 200) throw new Error(`${path} answered ${answer.status}`);
          if (round >= 0) times[i]?.push(performance.now() - before);
        }
      }
      const [small = 0, large = 0] = times.map(median);
      console.log(`# ${name}: ${small.toFixed(1)} ms in a school of 24, ${large.toFixed(1)} ms in one of 1,000`);
      figures.push({
        name: `${name}-${CLASSES * assignments}-in-1000-to-24`,
        value: large / small,
        unit: 'x',
        budget: 1.5,
        bound: 'most',
      });
    }
    return figures;
  } finally {
    for (const school of schools) {
      await school.end();
      school.remove();
    }
  }
}

/** The JavaScript that a first visit loads before anything is clicked, gzipped, by route. */
export async function scriptFigures(): Promise<Figure[]> {
  const school = await School.open();
  try {
    const cookie = await session(school, 's-imke');
    // Beside a page that shows next to nothing: how much more a screen loads, in kB.
    const routes = {
      bare: ['/receipts', null],
      today: ['/today', 20],
      'class-line': ['/classes/weather', 20],
      desk: ['/desk/cloud-ladder', 140],
    } as const;
    let bare = 0;
    const figures: Figure[] = [];
    for (const [name, [path, over]] of Object.entries(routes)) {
      const page = await (await fetch(school.url + path, { headers: { cookie } })).text();
      // Scripts for browsers without modules are named in the page and fetched by no current one.
      const tags = [...page.matchAll(/<(?:script|link)[^>]+>/g)]
        .map(([tag]) => tag)
        .filter((tag) => !/nomodule/i.test(tag));
      const scripts = new Set(
        tags.flatMap((tag) => /(?:src|href)="(\/_next\/static\/[^"]+\.js[^"]*)"/.exec(tag)?.[1] ?? []),
      );
      if (scripts.size === 0) throw new Error(`${path} names no script`);
      let bytes = 0;
      for (const src of scripts)
        bytes += gzipSync(Buffer.from(await (await fetch(school.url + src)).arrayBuffer())).byteLength;
      console.log(`# ${name}: ${(bytes / 1000).toFixed(1)} kB of script, gzipped`);
      if (over === null) bare = bytes;
      else {
        const value = (bytes - bare) / 1000;
        figures.push({ name: `first-load-${name}-over-bare`, value, unit: 'kB-gzip', budget: over, bound: 'most' });
      }
    }
    return figures;
  } finally {
    await school.end();
    school.remove();
  }
}

/** What a browser fetches of our scripts until a page is at rest, by address. */
async function scriptsOf(school: School, cookie: string, path: string): Promise<ReadonlySet<string>> {
  const browser = await chromium.launch({ executablePath: CHROMIUM });
  try {
    const [name = '', value = ''] = cookie.split('=');
    const context = await browser.newContext();
    await context.addCookies([{ name, value, url: school.url }]);
    const page = await context.newPage();
    const found = new Set<string>();
    page.on('response', (response) => {
      if (/\/_next\/static\/.*\.js/.test(response.url())) found.add(new URL(response.url()).pathname);
    });
    await page.goto(school.url + path, { waitUntil: 'load' });
    await page.getByRole('main').waitFor();
    // What is fetched once the page has nothing else to do.
    await page.waitForTimeout(5000);
    return found;
  } finally {
    await browser.close();
  }
}

/** The JavaScript that opening a question fetches beyond that of a Desk on which is written. */
export async function openingFigures(): Promise<Figure[]> {
  const school = await School.open();
  try {
    const cookie = await session(school, 's-wren');
    const begun = await fetch(`${school.url}/api/steps/cloud-names-1/attempts`, {
      method: 'POST',
      headers: { cookie, origin: school.url, 'content-type': 'application/json' },
      body: JSON.stringify({ act: 'bench-opening-a-question' }),
    });
    if (!begun.ok) throw new Error(`nothing began: ${begun.status}`);
    const plain = await scriptsOf(school, cookie, '/desk/cloud-ladder#step=cloud-ladder-2');
    let bytes = 0;
    for (const src of await scriptsOf(school, cookie, '/desk/cloud-names')) {
      if (plain.has(src)) continue;
      bytes += gzipSync(Buffer.from(await (await fetch(school.url + src)).arrayBuffer())).byteLength;
    }
    return [{ name: 'opening-a-question', value: bytes / 1000, unit: 'kB-gzip', budget: 50, bound: 'most' }];
  } finally {
    await school.end();
    school.remove();
  }
}
