import { spawn } from 'node:child_process';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ClassId, PersonId, StepId } from '@/core/ids';
import { ALL_PEOPLE } from '@/core/office/people-shown';
import { type AssignmentDraft, EMPTY_DRAFT } from '@/core/setting/draft';
import { restore } from '@/server/doing/backup/backup';
import { addClassByOffice } from '@/server/doing/office/classes';
import { doRoster, takeRoster } from '@/server/doing/office/rosters';
import { readCourseIn, takeCourseOut } from '@/server/doing/setting/cartridge';
import { postMaterial, startUnit } from '@/server/doing/setting/class-things';
import { post } from '@/server/doing/setting/posting';
import { peopleScreen } from '@/server/reading/office/people';
import { rosterScreen } from '@/server/reading/office/rosters';
import { newId } from '@/server/secrets';
import { workshop } from '@/server/workshop';
import { addPeople, putIntoClass } from '@/store/office-people';
import { testSchool } from '@/store/test-school';
import { scratch } from '@/testing/scratch';
import { School } from '../e2e/school';
import { type Figure, median } from './figures';

const PEOPLE = 1000;
const CLASSES = 60;
const EACH = 8;
const MB = 1024 * 1024;

/** A list of a large school: a line for each class of each person. */
function list(): string {
  const lines = ['name;user name;class'];
  for (let i = 0; i < PEOPLE; i += 1)
    for (let j = 0; j < EACH; j += 1) lines.push(`Given${i} Family${i};user.${i};Class ${(i * 7 + j * 11) % CLASSES}`);
  return lines.join('\r\n');
}

/** The most memory that this process holds while something is done, beyond what it held before, in MB. */
async function grown<Made>(work: () => Promise<Made>): Promise<readonly [Made, number]> {
  const before = process.memoryUsage().rss;
  let most = before;
  const look = setInterval(() => {
    most = Math.max(most, process.memoryUsage().rss);
  }, 20);
  const made = await work();
  clearInterval(look);
  return [made, (Math.max(most, process.memoryUsage().rss) - before) / MB];
}

/** A roster of a thousand people, sixty classes and eight thousand places in them. */
async function rosterFigures(): Promise<Figure[]> {
  const school = await testSchool();
  try {
    const quill = await school.person('o-quill');
    const path = join(school.folder, 'list.csv');
    const text = list();
    writeFileSync(path, text);
    const now = Date.now();
    const began = performance.now();
    const [[taken, view, pictured], memory] = await grown(async () => {
      const file = { path, size: text.length };
      const got = await takeRoster(school.db, quill, { file, name: 'list.csv', into: null }, now);
      if (!got.ok) throw new Error(got.code);
      const seen = await rosterScreen(school.db, got.roster, now);
      if (!seen || seen.people.added !== PEOPLE || seen.members.adding !== PEOPLE * EACH) throw new Error('other');
      const at = performance.now();
      const done = await doRoster(school.db, quill, { roster: got.roster, digest: seen.digest }, now);
      if (!done.ok) throw new Error(done.code);
      return [got, seen, at] as const;
    });
    const ended = performance.now();
    if (!taken.ok || !view) throw new Error('nothing');
    return [
      { name: 'roster-pictured-1000', value: (pictured - began) / 1000, unit: 's', budget: 2, bound: 'most' },
      { name: 'roster-done-1000', value: (ended - pictured) / 1000, unit: 's', budget: 10, bound: 'most' },
      { name: 'roster-memory', value: memory, unit: 'MB', budget: 300, bound: 'most' },
    ];
  } finally {
    await school.end();
  }
}

/** How much longer a list of the office takes with five thousand people than with fifty. */
async function listFigure(): Promise<Figure> {
  const school = await testSchool();
  try {
    const now = Date.now();
    const add = async (from: number, to: number) => {
      const people = Array.from({ length: to - from }, (_, i) => ({
        id: newId() as PersonId,
        name: `Given${from + i} Family${from + i}`,
        family: `Family${from + i}`,
        shortName: `Given${from + i}`,
        userName: `user.${from + i}`,
        role: 'student' as const,
        sourceId: null,
      }));
      await addPeople(school.db, people, now);
      await putIntoClass(
        school.db,
        people.map(({ id }) => ({ person: id, class: 'weather', role: 'student' as const })),
        now,
      );
    };
    const measure = async (): Promise<number> => {
      const times: number[] = [];
      for (let i = 0; i < 40; i += 1) {
        const before = performance.now();
        await peopleScreen(school.db, ALL_PEOPLE, { from: 0, person: null }, now);
        times.push(performance.now() - before);
      }
      return median(times.slice(10));
    };
    await add(0, 22);
    const few = await measure();
    await add(22, 4972);
    await school.db.query('ANALYZE');
    return { name: 'office-list-5000-to-50', value: (await measure()) / few, unit: 'x', budget: 1.5, bound: 'most' };
  } finally {
    await school.end();
  }
}

/** A backup of the demo while fifty write in it: how long it takes, and how long anybody waits. */
async function backupFigures(): Promise<Figure[]> {
  const school = await School.open();
  const folder = scratch('kite-bench-backup-');
  try {
    const sessions = await Promise.all(
      Array.from({ length: 50 }, async (_, i) => {
        const person = ['s-imke', 's-leila', 's-otso', 's-dao', 's-hana'][i % 5];
        const answer = await fetch(`${school.url}/api/sign-in/demo`, {
          method: 'POST',
          headers: { origin: school.url, 'content-type': 'application/json' },
          body: JSON.stringify({ person }),
        });
        return answer.headers.getSetCookie()[0]?.split(';')[0] ?? '';
      }),
    );
    const waits: number[] = [];
    let writing = true;
    const write = async (cookie: string, i: number) => {
      // Fifty people do not press a key at the same moment.
      await new Promise((resolve) => setTimeout(resolve, i * 20));
      for (let n = 0; writing; n += 1) {
        const before = performance.now();
        const answer = await fetch(`${school.url}/api/own-words`, {
          method: 'POST',
          headers: { origin: school.url, 'content-type': 'application/json', cookie },
          body: JSON.stringify({ word: `bench${i}x${n}`, taken: true }),
        });
        await answer.arrayBuffer();
        if (answer.status >= 500) throw new Error(String(answer.status));
        waits.push(performance.now() - before);
        await new Promise((resolve) => setTimeout(resolve, 1000));
      }
    };
    const writers = sessions.map((cookie, i) => write(cookie, i));
    await new Promise((resolve) => setTimeout(resolve, 3000));
    waits.length = 0;
    const target = join(folder, 'backup.tar');
    const began = performance.now();
    const code = await new Promise((resolve) =>
      spawn('npm', ['run', '-s', 'school', '--', 'backup', target], {
        stdio: 'ignore',
        env: { ...process.env, KITE_DATA: school.folder },
      }).once('exit', resolve),
    );
    const took = (performance.now() - began) / 1000;
    writing = false;
    await Promise.all(writers);
    if (code !== 0) throw new Error(`the backup ended with ${code}`);
    // Throws where a single table or file is other than it was.
    await restore(target, join(folder, 'restored'), '');
    return [
      { name: 'backup-while-50-write', value: took, unit: 's', budget: 5, bound: 'most' },
      { name: 'backup-longest-wait', value: Math.max(...waits), unit: 'ms', budget: 500, bound: 'most' },
    ];
  } finally {
    await school.end();
    school.remove();
    rmSync(folder, { recursive: true, force: true });
  }
}

const ITEMS = 200;
const NOTHING = { type: 'doc' as const, content: [{ type: 'paragraph' as const }] };

/** A cartridge of two hundred things, out and in. */
async function cartridgeFigures(): Promise<Figure[]> {
  const school = await testSchool();
  process.env.KITE_DATA = school.folder;
  mkdirSync(join(school.folder, 'uploads'), { recursive: true });
  try {
    const now = Date.now();
    const [quill, bello] = [await school.person('o-quill'), await school.person('t-bello')];
    const open = async (name: string): Promise<ClassId> => {
      const opened = await addClassByOffice(school.db, quill, { name, room: '', locale: 'en' }, now);
      if (!opened.ok) throw new Error(opened.code);
      await putIntoClass(school.db, [{ person: bello.id, class: opened.class, role: 'teacher' }], now);
      return opened.class;
    };
    const [from, into] = [await open('From'), await open('Into')];
    for (let i = 0; i < ITEMS; i += 1) {
      const unit = `bench-unit-${Math.floor(i / 20)}`;
      if (i % 20 === 0)
        await startUnit(
          school.db,
          { classId: from, id: unit, draft: { title: unit, startsAt: null, endsAt: null } },
          now,
        );
      if (i % 2 === 0) {
        const body = {
          type: 'doc' as const,
          content: [
            { type: 'paragraph' as const, content: [{ type: 'text' as const, text: 'A line of words. '.repeat(60) }] },
          ],
        };
        const draft = {
          title: `Page ${i}`,
          unit,
          kind: 'text' as const,
          body,
          minutes: 5,
          file: null,
          captions: null,
          address: null,
          alt: null,
          opensAt: null,
          closesAt: null,
          listed: true,
        };
        await postMaterial(school.db, bello, { classId: from, draft }, now);
      } else {
        const step = {
          id: newId() as StepId,
          kind: 'write' as const,
          title: 'Write',
          minutes: 10,
          settings: { tools: 'all' },
          material: null,
          starter: NOTHING,
        };
        const draft: AssignmentDraft = { ...EMPTY_DRAFT, title: `Work ${i}`, unit, minutes: 10, steps: [step] };
        const posted = await school.db.transaction((tx) =>
          post(tx, bello, { id: newId() as never, classId: from, draft, postedAt: now }, now),
        );
        if (!posted.ok) throw new Error(posted.code);
      }
    }
    const began = performance.now();
    const out = await takeCourseOut(school.db, bello, from, now);
    if (!out.ok) throw new Error(out.code);
    const bytes = new Uint8Array(await out.file.arrayBuffer());
    const between = performance.now();
    const path = join(school.folder, 'uploads', 'cartridge');
    writeFileSync(path, bytes);
    const words = { answer: 'Answer', questions: 'Questions' };
    const came = await readCourseIn(school.db, bello, into, { file: { path, size: bytes.length }, words }, now);
    const ended = performance.now();
    if (!came.ok || came.materials + came.drafts !== ITEMS) throw new Error(JSON.stringify(came));
    return [
      { name: 'cartridge-out-200', value: (between - began) / 1000, unit: 's', budget: 5, bound: 'most' },
      { name: 'cartridge-in-200', value: (ended - between) / 1000, unit: 's', budget: 5, bound: 'most' },
    ];
  } finally {
    await school.end();
  }
}

/** What the office asks of a large school. */
export async function officeFigures(): Promise<Figure[]> {
  try {
    return [...(await rosterFigures()), await listFigure(), ...(await cartridgeFigures()), ...(await backupFigures())];
  } finally {
    workshop().close();
  }
}
