import { chromium } from '@playwright/test';
import type { AssignmentId, ClassId, DocumentId, PersonId, StepId } from '@/core/ids';
import { type AssignmentDraft, EMPTY_DRAFT } from '@/core/setting/draft';
import { firstOfDraft } from '@/core/setting/draft-document';
import { openClass } from '@/server/doing/setting/class-things';
import { copyCourse } from '@/server/doing/setting/course';
import { post } from '@/server/doing/setting/posting';
import { newId } from '@/server/secrets';
import { addDraft } from '@/store/drafts';
import { findPerson, type Person } from '@/store/people';
import { openPglite } from '@/store/pglite-driver';
import { testSchool } from '@/store/test-school';
import { School } from '../e2e/school';
import { CHROMIUM } from '../scripts/chromium.mjs';
import { type Figure, median } from './figures';
import { timedKeys } from './keys';
import { prose } from './prose';

const WORKS = 40;
const DAY = 86_400_000;

const written = (id: string, title: string, words: number): AssignmentDraft => ({
  ...EMPTY_DRAFT,
  title,
  minutes: 30,
  steps: [
    {
      id: `${id}-step` as StepId,
      kind: 'write',
      title: 'Write',
      minutes: 30,
      settings: { tools: 'all' },
      material: null,
      starter: {
        type: 'doc',
        content: [
          ...(prose(words).content ?? []),
          { type: 'question', attrs: { number: 1, text: 'What did you see?' } },
          { type: 'answer', attrs: { id: `${id}-q` }, content: [{ type: 'paragraph' }] },
        ],
      },
    },
  ],
});

/** How long it takes to copy a course of forty works, all of them posted at times laid by lessons. */
async function copyFigure(): Promise<Figure> {
  const school = await testSchool();
  try {
    const now = Date.now();
    const teacher = (await findPerson(school.db, 't-bello' as PersonId)) as Person;
    const course = async (id: string) => {
      const draft = { name: id, weave: 'dots', room: '1', locale: 'en', endedAt: null };
      await openClass(school.db, { id: id as ClassId, schoolId: 'harbour', draft });
      await school.db.query("INSERT INTO membership (person_id, class_id, role) VALUES ($1, $2, 'teacher')", [
        teacher.id,
        id,
      ]);
      for (const weekday of [1, 2, 4])
        await school.db.query(
          "INSERT INTO lesson (class_id, weekday, number, starts, ends) VALUES ($1, $2, 1, '9:00', '9:45')",
          [id, weekday],
        );
      return id as ClassId;
    };
    const from = await course('bench-from');
    const works: AssignmentId[] = [];
    for (let i = 0; i < WORKS; i += 1) {
      const id = `bench-${i}` as AssignmentId;
      const draft = { ...written(id, `Work ${i}`, 300), dueAt: now + (i + 1) * 5 * DAY };
      const posted = await school.db.transaction((tx) =>
        post(tx, teacher, { id, classId: from, draft, postedAt: now + i * 5 * DAY }, now),
      );
      if (!posted.ok) throw new Error(posted.code);
      works.push(id);
    }
    const times: number[] = [];
    for (let round = 0; round < 5; round += 1) {
      const into = await course(`bench-into-${round}`);
      const before = performance.now();
      const first = new Date(now + 365 * DAY).toISOString().slice(0, 10);
      const copied = await copyCourse(
        school.db,
        teacher,
        into,
        { from, unit: null, first, works, as: 'postings' },
        now,
      );
      times.push((performance.now() - before) / 1000);
      if (!copied.ok || copied.posted !== WORKS) throw new Error(JSON.stringify(copied));
    }
    return { name: 'copy-course-40', value: median(times), unit: 's', budget: 2, bound: 'most' };
  } finally {
    await school.end();
  }
}

/** What a key press costs on the Desk on which work is set, in a starter of 5,000 words. */
async function keyFigures(): Promise<Figure[]> {
  const school = await School.open();
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu'],
  });
  try {
    await school.end();
    const db = await openPglite(school.folder);
    await addDraft(db, {
      id: 'bench-draft' as DocumentId,
      by: 't-bello' as PersonId,
      classId: 'weather' as ClassId,
      assignmentId: null,
      title: 'Long',
      at: Date.now(),
      firstUpdate: () => firstOfDraft(written(newId(), 'Long', 5000)),
    });
    await db.close();
    await school.start();
    const context = await browser.newContext();
    await context.request.post(`${school.url}/api/sign-in/demo`, {
      data: { person: 't-bello' },
      headers: { origin: school.url },
    });
    const page = await context.newPage();
    await page.goto(`${school.url}/set/bench-draft`);
    await page.locator('.ProseMirror p').nth(3).click();
    await page.waitForTimeout(3000);
    const sorted = (await timedKeys(page)).sort((a, b) => a - b);
    console.log(`# ${sorted.length} keys on a draft of 5000 words, slowest ${sorted.at(-1)?.toFixed(1)} ms`);
    const late = sorted[Math.floor(sorted.length * 0.95)] as number;
    return [
      { name: 'key-setting-5000-words-median', value: median(sorted), unit: 'ms', budget: 16, bound: 'most' },
      { name: 'key-setting-5000-words-p95', value: late, unit: 'ms', budget: 50, bound: 'most' },
    ];
  } finally {
    await browser.close();
    await school.end();
    school.remove();
  }
}

/** What the setting of work has to reach. */
export const settingFigures = async (): Promise<Figure[]> => [await copyFigure(), ...(await keyFigures())];
