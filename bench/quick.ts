import { gzipSync } from 'node:zlib';
import { hashToken } from '@/server/secrets';
import { addMasses } from '@/store/masses';
import { migrate } from '@/store/migrate';
import { addSession, findPerson, type Person } from '@/store/people';
import { openPglite } from '@/store/pglite-driver';
import { PAGES, type PageAsked, type Sent, statementsOf } from '@/testing/page-queries';
import { School } from '../e2e/school';
import { type Figure, median } from './figures';
import { session } from './session';

const ROUNDS = 40;
const CLIENTS = 20;

/** A page that shows next to nothing: the frame, who visits it, and one card. */
const BARE = '/password';

const DAY = 86_400_000;
const from0 = <Made>(n: number, make: (i: number) => Made): Made[] => Array.from({ length: n }, (_, i) => make(i));
const YEAR_CLASSES = from0(12, (c) => ({ id: `yc${c}`, name: `Year class ${c}` }));
const yearAssignments = (now: number) =>
  from0(200, (a) => ({
    id: `ya${a}`,
    classId: `yc${a % 12}`,
    position: a,
    title: `Assignment ${a}`,
    points: 20,
    postedAt: now - 20 * DAY,
    dueAt: now + (a - 100) * 3 * 3_600_000,
  }));

/** Adds a school's year to a demo school: one more student with 200 assignments, one more teacher with 12 classes of 30. */
const YEAR = `
  INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash)
    SELECT 'y' || i, (SELECT id FROM school), 'Year Student ' || i, 'Y. ' || i, 'year' || i, 'student', '' FROM generate_series(1, 360) i;
  INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash)
    SELECT 'yt', id, 'Year Teacher', 'Y. T.', 'yearteacher', 'teacher', '' FROM school;
  INSERT INTO membership (person_id, class_id, role) SELECT 'y' || i, 'yc' || (i % 12), 'student' FROM generate_series(1, 360) i;
  INSERT INTO membership (person_id, class_id, role) SELECT 'yt', 'yc' || c, 'teacher' FROM generate_series(0, 11) c;
  -- One of them is in every class, and so has all 200.
  INSERT INTO membership (person_id, class_id, role) SELECT 'y1', 'yc' || c, 'student' FROM generate_series(0, 11) c ON CONFLICT DO NOTHING;
  INSERT INTO event (at, kind, class_id, assignment_id, student_id, actor_id, data)
    SELECT now() - interval '3 days', k.kind, a.class_id, a.id, m.person_id, m.person_id, k.data::jsonb
    FROM assignment a JOIN membership m ON m.class_id = a.class_id AND m.role = 'student',
      (VALUES ('opened', '{}'), ('edited', '{}'), ('handed-in', '{"handIn":"x"}')) k(kind, data)
    WHERE a.id LIKE 'ya%' AND (k.kind <> 'handed-in' OR (a.position + length(m.person_id)) % 3 > 0);
  ANALYZE;`;

/** What the pages ask of the database, counted on the real store, and how the slowest of it is carried out. */
export async function statementFigures(): Promise<Figure[]> {
  const school = await yearSchool();
  const db = await openPglite(school.folder);
  const now = Date.now();
  const asked: readonly [name: string, who: string, most: number, page: PageAsked][] = [
    ['today', 's-imke', 8, PAGES.today()],
    ['today-200', 'y1', 8, PAGES.today()],
    ['work-200', 'y1', 8, PAGES.work()],
    ['shelf', 's-imke', 8, PAGES.shelf()],
    ['class-line', 's-imke', 8, PAGES.class('weather')],
    ['desk', 's-imke', 12, PAGES.desk('cloud-ladder')],
    ['desk-200', 'y1', 12, PAGES.desk('ya150')],
    ['teacher-today-200', 'yt', 8, PAGES.today()],
    ['teacher-class-line', 't-bello', 8, PAGES.class('weather')],
    ['marking', 't-bello', 10, PAGES.marking('cloud-ladder', 's-abena')],
  ];
  const figures: Figure[] = [];
  const slow: (Sent & { readonly name: string })[] = [];
  try {
    for (const [name, who, most, page] of asked) {
      const { id: personId } = (await findPerson(db, who as Person['id'])) as Person;
      await addSession(db, { tokenHash: hashToken(who), personId, at: now, expiresAt: now + 3_600_000 }).catch(
        () => {},
      );
      await statementsOf(db, who, page, now);
      const sent = await statementsOf(db, who, page, now);
      const total = sent.reduce((sum, { ms }) => sum + ms, 0);
      console.log(`# ${name}: ${sent.length} statements, ${total.toFixed(1)} ms in the database`);
      slow.push(...sent.map((one) => ({ ...one, name })));
      figures.push({ name: `statements-${name}`, value: sent.length, unit: 'statements', budget: most, bound: 'most' });
    }
    for (const { name, sql, params, ms } of slow.sort((a, b) => b.ms - a.ms).slice(0, 5)) {
      const { rows } = await db.query(`EXPLAIN (ANALYZE, BUFFERS) ${sql}`, params);
      const plan = rows.map((row) => String(Object.values(row as object)[0]));
      const says = plan.filter((line) =>
        /Planning Time|Execution Time|Seq Scan on (event|document_update|hand_in)/.test(line),
      );
      console.log(
        `# ${ms.toFixed(1)} ms, ${name}: ${sql.slice(0, 60).replace(/\s+/g, ' ')} … | ${says.map((line) => line.trim()).join(' | ')}`,
      );
      if (process.env.PLANS) console.log(plan.join('\n'));
    }
  } finally {
    await db.close();
    school.remove();
  }
  return figures;
}

/** A demo school with a year more in it, not running. */
async function yearSchool(): Promise<School> {
  const school = await School.open();
  await school.end();
  const db = await openPglite(school.folder);
  await migrate(db);
  await addMasses(db, { classes: YEAR_CLASSES, assignments: yearAssignments(Date.now()) });
  await db.run(YEAR);
  await db.close();
  return school;
}

async function page(school: School, path: string, cookie: string): Promise<string> {
  const answer = await fetch(school.url + path, { headers: { cookie } });
  const html = await answer.text();
  if (answer.status !== 200) throw new Error(`${path} answered ${answer.status}`);
  return html;
}

/** How much a page costs beside a bare one, in one run, one visitor after another and many at once; and how much is sent. */
export async function quickFigures(): Promise<Figure[]> {
  const school = await yearSchool();
  await school.start();
  const figures: Figure[] = [];
  try {
    const cookies = new Map<string, string>();
    for (const who of ['s-imke', 'y1', 'yt', 't-bello']) cookies.set(who, await session(school, who));
    const pages = [
      { name: 'bare', who: 's-imke', path: BARE, most: 1 },
      { name: 'today', who: 's-imke', path: '/today', most: 3 },
      { name: 'desk', who: 's-imke', path: '/desk/cloud-ladder', most: 3 },
      { name: 'class-line', who: 's-imke', path: '/classes/weather', most: 4 },
      { name: 'work-200', who: 'y1', path: '/work?state=all', most: 4 },
      { name: 'shelf', who: 's-imke', path: '/shelf', most: 4 },
      { name: 'teacher-today-200', who: 'yt', path: '/today', most: 5 },
    ];
    const times = new Map(pages.map(({ name }) => [name, [] as number[]]));
    for (let round = -5; round < ROUNDS; round += 1) {
      for (const { name, who, path } of pages) {
        const before = performance.now();
        await page(school, path, cookies.get(who) ?? '');
        if (round >= 0) times.get(name)?.push(performance.now() - before);
      }
    }
    const bare = median(times.get('bare') ?? []);
    const rate = new Map<string, number>();
    for (const { name, who, path } of pages) {
      const before = performance.now();
      const each = Math.ceil(60 / CLIENTS);
      await Promise.all(
        Array.from({ length: CLIENTS }, async () => {
          for (let n = 0; n < each; n += 1) await page(school, path, cookies.get(who) ?? '');
        }),
      );
      rate.set(name, (CLIENTS * each * 1000) / (performance.now() - before));
    }
    for (const { name, who, path, most } of pages) {
      const html = await page(school, path, cookies.get(who) ?? '');
      const took = median(times.get(name) ?? []);
      const size = [Buffer.byteLength(html) / 1000, gzipSync(html).byteLength / 1000];
      console.log(
        `# ${name}: ${took.toFixed(1)} ms, ${rate.get(name)?.toFixed(1)} pages a second, ${size[0]?.toFixed(1)} kB of HTML, ${size[1]?.toFixed(1)} gzipped`,
      );
      if (name === 'bare') continue;
      const times_ = { unit: 'x', budget: most, bound: 'most' } as const;
      figures.push({ name: `page-${name}-to-bare`, value: took / bare, ...times_ });
      figures.push({ name: `rate-bare-to-${name}`, value: (rate.get('bare') ?? 0) / (rate.get(name) ?? 1), ...times_ });
      if (name !== 'today') continue;
      figures.push({ name: 'html-today', value: size[0] ?? 0, unit: 'kB', budget: 60, bound: 'most' });
      figures.push({ name: 'html-today-gzip', value: size[1] ?? 0, unit: 'kB', budget: 15, bound: 'most' });
    }
    return figures;
  } finally {
    await school.end();
    school.remove();
  }
}
