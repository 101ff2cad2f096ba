import { WebSocket } from 'ws';
import * as Y from 'yjs';
import { answersMap } from '@/core/documents/answers-fields';
import type { AssignmentId, ClassId, PersonId } from '@/core/ids';
import { lay } from '@/core/questions/paper';
import { partsIn, type QuestionSet } from '@/core/questions/question-set';
import { rulesFor } from '@/core/questions/rules';
import { Scoring } from '@/core/questions/scoring';
import { readTyped } from '@/core/questions/typed';
import { EMPTY_DRAFT } from '@/core/setting/draft';
import { postAssignment } from '@/server/doing/setting/posting';
import { hashToken } from '@/server/secrets';
import { addMasses } from '@/store/masses';
import { addSession, findPerson, type Person } from '@/store/people';
import { openPglite } from '@/store/pglite-driver';
import { School } from '../e2e/school';
import { type Figure, median } from './figures';

const ATTEMPTS = 500;
const QUESTIONS = 40;
const ROUNDS = 7;

const typed = (text: string): QuestionSet => {
  const { set, problems } = readTyped(text);
  if (problems.length > 0) throw new Error(JSON.stringify(problems));
  return set;
};

/** Milliseconds that something takes, the median of several times. */
function took(work: () => void): number {
  work();
  const times: number[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const began = performance.now();
    work();
    times.push(performance.now() - began);
  }
  return median(times);
}

/** Scoring beside one pass of normalising and comparing the same answers, as anybody would write that. */
export function scoringFigures(): Figure[] {
  const words = Array.from({ length: QUESTIONS }, (_, i) => `north-east wind ${i}`);
  const plain = typed(words.map((word, i) => `${i + 1}. What is it?\n= ${word} | ${word} of the sea`).join('\n'));
  const drawn = typed(
    words
      .map(
        (_, i) =>
          `${i + 1}. {a} and {b}?\nwith a from 1 to 90\nwith b from 1 to 9\n= (a * ${i + 2} + sqrt(b)) m ± 0.01`,
      )
      .join('\n'),
  );
  const given = (of: QuestionSet, answer: (i: number) => unknown) =>
    Object.fromEntries(partsIn(of).map(({ id }, i) => [id, answer(i)]));
  const papers = (of: QuestionSet) => Array.from({ length: ATTEMPTS }, (_, i) => lay(of, `attempt ${i}`));
  const said = (i: number) => `  North-East  Wind ${i % 3 === 0 ? i : 'x'}`;
  const answers = given(plain, said);
  const numbers = given(drawn, (i) => ({ text: `${i * 3 + 1}.5 m`, locale: 'en' }));
  const pass = took(() => {
    let right = 0;
    for (let attempt = 0; attempt < ATTEMPTS; attempt += 1)
      for (let i = 0; i < QUESTIONS; i += 1) {
        const form = said(i).normalize('NFKC').toLowerCase().trim().replace(/\s+/g, ' ');
        if (form === words[i] || form === `${words[i]} of the sea`) right += 1;
      }
    if (right === 0) throw new Error('nothing was right');
  });
  const plainPapers = papers(plain);
  const drawnPapers = papers(drawn);
  const ours = took(() => {
    const scoring = new Scoring(plain);
    for (const laid of plainPapers) scoring.of(laid, answers);
  });
  const reckoned = took(() => {
    const scoring = new Scoring(drawn);
    for (const laid of drawnPapers) scoring.of(laid, numbers);
  });
  console.log(
    `# scoring: a pass ${pass.toFixed(1)} ms, words ${ours.toFixed(1)} ms, drawn formulas ${reckoned.toFixed(1)} ms`,
  );
  return [
    { name: 'scoring-words', value: ours / pass, unit: 'x-pass', budget: 3, bound: 'most' },
    { name: 'scoring-drawn', value: reckoned / pass, unit: 'x-pass', budget: 10, bound: 'most' },
  ];
}

const PEOPLE = 500;
const EVERY = 2000;
const SECONDS = 120;
/** All begin within this. */
const COMING = 30_000;
const EXAM = 'bench-exam' as AssignmentId;
const STEP = `${EXAM}-1`;

const tokenOf = (i: number): string => `exam-${i}`.padEnd(43, 'x');
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** One who answers: a line, an answer every two seconds, and for half of them another line in the middle. */
class Sitting {
  readonly waits: number[] = [];
  readonly ydoc = new Y.Doc();
  /** What was acknowledged, by part. */
  readonly kept = new Map<string, string>();
  #socket: WebSocket | null = null;
  #n = 0;
  readonly #sent = new Map<number, { readonly at: number; readonly part: string; readonly answer: string }>();

  constructor(
    private readonly school: School,
    private readonly cookie: string,
    private readonly document: string,
  ) {
    this.ydoc.on('update', (update: Uint8Array, origin: unknown) => {
      if (origin === 'server') return;
      this.#socket?.send(
        JSON.stringify({
          kind: 'update',
          document: this.document,
          n: this.#n,
          update: Buffer.from(update).toString('base64'),
        }),
      );
    });
  }

  async join(): Promise<void> {
    const socket = new WebSocket(`${this.school.url.replace('http', 'ws')}/api/save`, {
      headers: { cookie: this.cookie, origin: this.school.url },
    });
    await new Promise((resolve, reject) => {
      socket.once('open', resolve);
      socket.once('error', reject);
    });
    const joined = new Promise<void>((resolve) => {
      socket.on('message', (data) => {
        const said = JSON.parse(String(data));
        if (said.kind === 'joined') {
          Y.applyUpdate(this.ydoc, new Uint8Array(Buffer.from(said.update, 'base64')), 'server');
          resolve();
        }
        const sent = said.kind === 'saved' ? this.#sent.get(said.n) : undefined;
        if (!sent) return;
        this.waits.push(performance.now() - sent.at);
        this.kept.set(sent.part, sent.answer);
      });
    });
    socket.send(JSON.stringify({ kind: 'join', document: this.document, vector: '' }));
    await joined;
    this.#socket = socket;
  }

  leave(): void {
    this.#socket?.close();
    this.#socket = null;
  }

  answer(part: string, answer: string): void {
    this.#n += 1;
    this.#sent.set(this.#n, { at: performance.now(), part, answer });
    answersMap(this.ydoc).set(part, answer);
  }
}

/** Five hundred people in one exam whose time ends for all in the same second. */
export async function examFigures(): Promise<Figure[]> {
  const school = await School.open();
  await school.end();
  const db = await openPglite(school.folder);
  const now = Date.now();
  // Signing in and the first pages take what they take; the end is the same for all.
  const closesAt = now + 60_000 + COMING + SECONDS * 1000;
  await addMasses(db, { classes: [{ id: 'bench', name: 'Bench' }] });
  await db.run(`INSERT INTO membership (person_id, class_id, role) VALUES ('t-kerr', 'bench', 'teacher');
    INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash)
      SELECT 'x' || i, (SELECT id FROM school), 'Student ' || i, 'S. ' || i, 'exam' || i, 'student', '' FROM generate_series(1, ${PEOPLE}) i;
    INSERT INTO membership (person_id, class_id, role) SELECT 'x' || i, 'bench', 'student' FROM generate_series(1, ${PEOPLE}) i; ANALYZE;`);
  const questions = typed(Array.from({ length: 20 }, (_, i) => `${i + 1}. What is it?\n= word ${i}`).join('\n'));
  const step = {
    id: STEP as never,
    kind: 'questions' as const,
    title: 'Exam',
    minutes: 3,
    settings: rulesFor('exam', { limit: 600 }),
    material: null,
    starter: null,
    questions,
  };
  const draft = { ...EMPTY_DRAFT, title: 'Exam', minutes: 3, closesAt, steps: [step] };
  const kerr = (await findPerson(db, 't-kerr' as PersonId)) as Person;
  const posted = await postAssignment(db, kerr, { id: EXAM, classId: 'bench' as ClassId, draft, postedAt: now }, now);
  if (!posted.ok) throw new Error(JSON.stringify(posted));
  for (let i = 1; i <= PEOPLE; i += 1)
    await addSession(db, {
      tokenHash: hashToken(tokenOf(i)),
      personId: `x${i}` as PersonId,
      at: now,
      expiresAt: now + 3_600_000,
    });
  await db.close();
  await school.start();
  const parts = partsIn(questions).map(({ id }) => id);
  const errors: string[] = [];
  const sittings: Sitting[] = [];
  try {
    const sit = async (i: number) => {
      await sleep((COMING * i) / PEOPLE);
      const cookie = `kite_session=${tokenOf(i)}`;
      const begun = await fetch(`${school.url}/api/steps/${STEP}/attempts`, {
        method: 'POST',
        headers: { cookie, origin: school.url, 'content-type': 'application/json' },
        body: JSON.stringify({ act: `bench-act-${i}` }),
      });
      const { attempt } = (await begun.json()) as { attempt?: string };
      const page = await (await fetch(`${school.url}/desk/${EXAM}`, { headers: { cookie } })).text();
      const document = /\\"document\\":\{\\"id\\":\\"([a-z0-9]+)\\"/.exec(page)?.[1];
      if (!attempt || !document) throw new Error(`${i} could not begin: ${begun.status}`);
      const sitting = new Sitting(school, cookie, document);
      sittings[i - 1] = sitting;
      await sitting.join();
      const rounds = (SECONDS * 1000) / EVERY;
      for (let round = 0; round < rounds; round += 1) {
        await sleep(EVERY * (0.8 + Math.random() * 0.4));
        if (i % 2 === 0 && round === Math.floor(rounds / 2)) {
          sitting.leave();
          await sleep(Math.random() * 2000);
          await sitting.join();
        }
        sitting.answer(
          parts[round % parts.length] ?? '',
          round % 3 === 0 ? `word ${round % parts.length}` : `try ${round} of ${i}`,
        );
      }
    };
    const all = await Promise.allSettled(Array.from({ length: PEOPLE }, (_, i) => sit(i + 1)));
    for (const one of all) if (one.status === 'rejected') errors.push(String(one.reason));
    await sleep(Math.max(0, closesAt - Date.now()) + 20_000);
  } finally {
    for (const sitting of sittings) sitting?.leave();
    await school.end();
  }
  const after = await openPglite(school.folder);
  try {
    const { rows: handed } = await after.query(
      `SELECT student_id AS student, count(*)::int AS n, max(at) AS at FROM hand_in WHERE assignment_id = $1 GROUP BY 1`,
      [EXAM],
    );
    const { rows: frozen } = await after.query(
      `SELECT t.student_id AS student, f.content FROM attempt t JOIN answered f ON f.attempt_id = t.id WHERE t.assignment_id = $1`,
      [EXAM],
    );
    const of = new Map(
      (frozen as { student: string; content: { answers: Record<string, string> } }[]).map((one) => [
        one.student,
        one.content.answers,
      ]),
    );
    let lost = 0;
    for (const [i, sitting] of sittings.entries())
      for (const [part, answer] of sitting?.kept ?? []) if (of.get(`x${i + 1}`)?.[part] !== answer) lost += 1;
    const rows = handed as { n: number; at: Date }[];
    const waits = sittings.flatMap((one) => one?.waits ?? []).sort((a, b) => a - b);
    const last = Math.max(...rows.map(({ at }) => at.getTime())) - closesAt;
    console.log(
      `# exam: ${rows.length} of ${PEOPLE} handed in, the last ${(last / 1000).toFixed(1)} s after the end; ${waits.length} answers kept, median ${median(waits).toFixed(0)} ms, longest ${waits.at(-1)?.toFixed(0)} ms; ${errors.slice(0, 3).join('; ')}`,
    );
    return [
      {
        name: 'exam-not-handed-in',
        value: PEOPLE - rows.length + errors.length,
        unit: 'people',
        budget: 0,
        bound: 'most',
      },
      { name: 'exam-doubled', value: rows.filter(({ n }) => n !== 1).length, unit: 'people', budget: 0, bound: 'most' },
      { name: 'exam-lost', value: lost, unit: 'answers', budget: 0, bound: 'most' },
      { name: 'exam-end', value: last / 1000, unit: 's', budget: 10, bound: 'most' },
      {
        name: 'exam-save-p99',
        value: waits[Math.floor(waits.length * 0.99)] ?? 0,
        unit: 'ms',
        budget: 1000,
        bound: 'most',
      },
    ];
  } finally {
    await after.close();
    school.remove();
  }
}
