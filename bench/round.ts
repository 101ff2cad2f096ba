import { diffWordsWithSpace } from 'diff';
import { blocksOf } from '@/core/compare/blocks';
import { compare } from '@/core/compare/compare';
import { firstUpdate } from '@/core/documents/text-document';
import type { AssignmentId, DocumentId, HandInId, PersonId, StepId } from '@/core/ids';
import type { Doc } from '@/core/text/document-json';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { makeCopy } from '@/store/documents';
import { addMasses, ONE_QUESTION } from '@/store/masses';
import { migrate } from '@/store/migrate';
import { findPerson, type Person } from '@/store/people';
import { openPglite } from '@/store/pglite-driver';
import { School } from '../e2e/school';
import { type Figure, median } from './figures';

const VOCABULARY = 'the harbour wind turns before noon and a kite over the pier pulls its rope while gulls cry'.split(
  ' ',
);

/** A text of so many words in paragraphs of a hundred, the same for the same seed. */
function paragraphs(words: number, seed: number): string[] {
  let random = seed;
  const next = (below: number) => {
    random = (random * 48_271) % 2_147_483_647;
    return random % below;
  };
  return Array.from({ length: words / 100 }, () =>
    Array.from({ length: 100 }, () => VOCABULARY[next(VOCABULARY.length)]).join(' '),
  );
}

const docOf = (lines: readonly string[]): Doc => ({
  type: 'doc',
  content: lines.map((text) => ({ type: 'paragraph', content: [{ type: 'text', text }] })),
});

/** Two versions of 5,000 words, every third paragraph changed in some words and one moved, against the package's bare run. */
export function compareFigures(): Figure[] {
  const before = paragraphs(5000, 11);
  const after = before.map((line, i) =>
    i % 3 === 0 ? line.replace(/noon/g, 'dusk').replace('kite', 'red kite') : line,
  );
  after.splice(40, 0, ...after.splice(5, 1));
  const [ours, bare]: [number[], number[]] = [[], []];
  for (let round = -3; round < 15; round += 1) {
    let began = performance.now();
    const found = compare(blocksOf(docOf(before)), blocksOf(docOf(after)), 'en');
    const took = performance.now() - began;
    began = performance.now();
    diffWordsWithSpace(before.join('\n'), after.join('\n'));
    const packageTook = performance.now() - began;
    if (found.moved !== 1) throw new Error('the moved paragraph was not found');
    if (round < 0) continue;
    ours.push(took);
    bare.push(packageTook);
  }
  console.log(`# compared in ${median(ours).toFixed(1)} ms, the package alone ${median(bare).toFixed(1)} ms`);
  return [
    { name: 'compare-5000-words', value: median(ours) / median(bare), unit: 'x-package', budget: 3, bound: 'most' },
  ];
}

const STUDENTS = 500;
const RUSH = 60_000;
const ASSIGNMENT = 'rush' as AssignmentId;

/** A school in which so many students have written something for one assignment, handed in or not. */
async function fill(folder: string, students: number, dueIn: number, handedIn: boolean): Promise<void> {
  const { rmSync } = await import('node:fs');
  rmSync(folder, { recursive: true, force: true });
  process.env.KITE_DATA = folder;
  const db = await openPglite(folder);
  await migrate(db);
  await db.run(`
    INSERT INTO school VALUES ('bench', 'Bench', 'Europe/Lisbon', 'nobody', true);
    INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash)
      SELECT 's' || i, 'bench', 'Student ' || i, 'S. ' || i, 'student' || i, 'student', '' FROM generate_series(0, ${students - 1}) i;
    INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash) VALUES ('t', 'bench', 'Teacher', 'T.', 'teacher', 'teacher', '');`);
  await addMasses(db, {
    classes: [{ id: 'c', name: 'Class' }],
    assignments: [
      {
        id: 'rush',
        classId: 'c',
        position: 1,
        title: 'Rush',
        points: 20,
        postedAt: Date.now() - 86_400_000,
        dueAt: Date.now() + dueIn,
        asks: [{ id: 'k', place: 'q1', bars: false, kind: 'sentences', min: 2, max: 3 }],
        step: ONE_QUESTION,
      },
    ],
    criteria: [{ id: 'k', assignmentId: 'rush', points: 20 }],
  });
  await db.run("INSERT INTO membership SELECT id, 'c', role FROM person");
  const lines = paragraphs(300, 5);
  const content: Doc = {
    type: 'doc',
    content: [
      { type: 'question', attrs: { number: 1, text: 'Why?' } },
      { type: 'answer', attrs: { id: 'q1' }, content: docOf(lines).content ?? [] },
    ],
  };
  await db.transaction(async (tx) => {
    for (let i = 0; i < students; i += 1) {
      await makeCopy(tx, {
        id: `d${i}` as DocumentId,
        ownerId: `s${i}` as PersonId,
        assignmentId: ASSIGNMENT,
        stepId: 'rush-1' as StepId,
        title: `Answer, S. ${i}`,
        at: Date.now(),
        kind: 'text',
        firstUpdate: () => firstUpdate(content),
      });
    }
    if (!handedIn) return;
    for (let i = 0; i < students; i += 1) {
      const person = (await findPerson(tx, `s${i}` as PersonId)) as Person;
      const done = await handIn(
        { ...db, query: tx.query, transaction: (work) => work(tx) },
        person,
        { assignmentId: ASSIGNMENT, act: `bench-act-${i}`, note: '' },
        Date.now(),
      );
      if (!done.ok) throw new Error(done.code);
    }
  });
  await db.close();
}

async function signedIn(school: School, person: string): Promise<string> {
  const answer = await fetch(`${school.url}/api/sign-in/demo`, {
    method: 'POST',
    headers: { origin: school.url, 'content-type': 'application/json' },
    body: JSON.stringify({ person }),
  });
  return answer.headers.getSetCookie()[0]?.split(';')[0] ?? '';
}

interface HandedIn {
  readonly ok: boolean;
  readonly receipt: { readonly id: HandInId; readonly number: number; readonly late_by: number; readonly at: number };
}

/**
 * 500 students hand in within the last minute, a third of them so close to the end that some are late, and every
 * tenth asks twice, as after a lost answer. None may be lost or doubled, and the right ones are late.
 */
export async function rushFigures(): Promise<Figure[]> {
  const school = await School.open();
  await school.end();
  await fill(school.folder, STUDENTS, RUSH, false);
  await school.start();
  try {
    const cookies: string[] = [];
    for (let i = 0; i < STUDENTS; i += 1) cookies.push(await signedIn(school, `s${i}`));
    // The end lies within the rush, so that the last of them are late.
    await school.end();
    const setting = await openPglite(school.folder);
    await setting.query("UPDATE assignment SET due_at = now() + interval '55 seconds'");
    await setting.close();
    await school.start();
    const times: number[] = [];
    const answers = new Map<number, HandedIn[]>();
    const send = async (i: number) => {
      const began = performance.now();
      const answer = await fetch(`${school.url}/api/assignments/rush/hand-in`, {
        method: 'POST',
        headers: { origin: school.url, cookie: cookies[i] ?? '', 'content-type': 'application/json' },
        body: JSON.stringify({ act: `rush-act-${i}`, note: '' }),
      });
      const said = (await answer.json()) as HandedIn;
      times.push(performance.now() - began);
      answers.set(i, [...(answers.get(i) ?? []), said]);
    };
    const begun = Date.now();
    await Promise.all(
      Array.from({ length: STUDENTS }, async (_, i) => {
        // More and more of them towards the end.
        const wait = RUSH * Math.sqrt((i + 1) / STUDENTS);
        await new Promise((resolve) => setTimeout(resolve, Math.max(0, begun + wait - Date.now())));
        await send(i);
        if (i % 10 === 0) await send(i);
      }),
    );
    await school.end();
    const store = await openPglite(school.folder);
    const { rows } = await store.query(
      `SELECT h.student_id, h.number, h.late_by, greatest(0, extract(epoch FROM h.at - a.due_at) * 1000) AS late
       FROM hand_in h JOIN assignment a ON a.id = h.assignment_id`,
    );
    await store.close();
    const kept = rows as { student_id: string; number: number; late_by: number; late: string }[];
    const byStudent = new Map(kept.map((row) => [row.student_id, row]));
    let wrong = 0;
    for (let i = 0; i < STUDENTS; i += 1) {
      const row = byStudent.get(`s${i}`);
      const said = answers.get(i) ?? [];
      const same = said.every(({ ok, receipt }) => ok && receipt.number === Number(row?.number));
      if (!row || !same || Math.abs(Number(row.late_by) - Number(row.late)) > 2) wrong += 1;
    }
    const late = kept.filter((row) => Number(row.late_by) > 0).length;
    if (late === 0 || late === STUDENTS) throw new Error(`${late} were late, which shows nothing`);
    const sorted = times.sort((a, b) => a - b);
    const p99 = sorted[Math.floor(sorted.length * 0.99)] ?? 0;
    console.log(
      `# ${kept.length} hand-ins of ${STUDENTS}, ${late} of them late, ${sorted.length} requests, median ${median(sorted).toFixed(0)} ms, slowest ${sorted.at(-1)?.toFixed(0)} ms`,
    );
    return [
      {
        name: 'rush-500-lost-or-doubled',
        value: Math.abs(kept.length - STUDENTS) + wrong,
        unit: 'hand-ins',
        budget: 0,
        bound: 'most',
      },
      { name: 'rush-500-p99', value: p99, unit: 'ms', budget: 2000, bound: 'most' },
    ];
  } finally {
    await school.end();
    school.remove();
  }
}

/** From one student to the next on the Marking desk, with 200 hand-ins: the time until the page is there. */
export async function markingFigures(): Promise<Figure[]> {
  const school = await School.open();
  await school.end();
  await fill(school.folder, 200, -60_000, true);
  await school.start();
  try {
    const cookie = await signedIn(school, 't');
    const times: number[] = [];
    for (let i = -5; i < 60; i += 1) {
      const began = performance.now();
      // What the browser fetches when one goes to the next: the page's parts, not the page around them.
      const answer = await fetch(`${school.url}/marking/rush?student=s${(i + 200) % 200}`, {
        headers: { cookie, rsc: '1' },
      });
      const text = await answer.text();
      if (!text.includes('harbour')) throw new Error('the work is not there');
      if (i >= 0) times.push(performance.now() - began);
    }
    return [{ name: 'marking-next-of-200', value: median(times), unit: 'ms', budget: 150, bound: 'most' }];
  } finally {
    await school.end();
    school.remove();
  }
}
