import * as Y from 'yjs';
import { TEXT_FIELD } from '@/core/documents/text-document';
import type { AssignmentId, ClassId, DocumentId, HandInId, PersonId, StepId } from '@/core/ids';
import { JOIN_ATTEMPTS, joinClass } from '@/server/doing/accounts/joining';
import { Jobs } from '@/server/live/jobs/jobs';
import { JOBS } from '@/server/live/jobs/kinds';
import { Saving } from '@/server/live/saving';
import { type Database, read } from '@/store/database';
import { record } from '@/store/events';
import { piecesOf, receiptsOf } from '@/store/hand-ins';
import { addInvite } from '@/store/joining';
import { newsFor } from '@/store/news';
import { findPerson, type Person } from '@/store/people';
import { openPostgres } from '@/store/postgres-driver';
import { type TestSchool, testSchool } from '@/store/test-school';
import { rubricOf } from '@/store/work';
import { type Came, inEveryOrder } from '@/testing/orders';
import { handIn, openCopy, takeBack } from './handing-in/handing-in';
import { handBack, sayHandBack, UNDO_FOR, undoHandBack } from './marking/handing-back';
import { readNews } from './news/read-news';

// Two acts at once, each on a connection of its own, in every order of their statements that interrupts each once at most.
// With one connection there is only one order: these are for the server.
const onServer = process.env.KITE_TEST_DATABASE ? describe : describe.skip;

const LADDER = 'cloud-ladder' as AssignmentId;
const STEP = 'cloud-ladder-2' as StepId;
const WEATHER = 'weather' as ClassId;
const NOW = Date.now();
/** So many orders of each pair, spread over all. */
const MOST = 24;

let school: TestSchool;
let bello: Person;
let n = 0;
beforeAll(async () => {
  school = await testSchool();
  bello = await school.person('t-bello');
  await school.db.query("UPDATE assignment SET asks = '[]', take_back = true, goes = NULL WHERE id = $1", [LADDER]);
}, 60_000);
afterAll(() => school.end());

const gave = <Result>(came: Came<Result>): Result => {
  if ('failed' in came) throw new Error(came.failed);
  return came.gave;
};

/** Somebody new, in the class or not. */
async function somebody({ joins = true, role = 'student' } = {}): Promise<Person> {
  n += 1;
  const id = `r-${n}` as PersonId;
  await school.db.query(
    `INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash)
     SELECT $1, school_id, $1, $1, $1, $2, '' FROM person WHERE id = 's-imke'`,
    [id, role],
  );
  if (joins)
    await school.db.query('INSERT INTO membership (person_id, class_id, role) VALUES ($1, $2, $3)', [
      id,
      WEATHER,
      role,
    ]);
  return (await findPerson(school.db, id)) as Person;
}

const typed = (words: string): Uint8Array => {
  const ydoc = new Y.Doc();
  const paragraph = new Y.XmlElement('paragraph');
  paragraph.insert(0, [new Y.XmlText(words)]);
  ydoc.getXmlFragment(TEXT_FIELD).push([paragraph]);
  return Y.encodeStateAsUpdate(ydoc);
};

/** Somebody new who has written something. */
async function writer(): Promise<{ readonly student: Person; readonly document: DocumentId }> {
  const student = await somebody();
  const copy = await openCopy(school.db, student, STEP, NOW);
  if (!copy.ok) throw new Error(copy.code);
  expect(await new Saving(school.db).save(student.id, copy.document, typed('before'))).toMatchObject({ ok: true });
  return { student, document: copy.document };
}

const hand =
  (student: Person, act = `act ${student.id}`) =>
  (db: Database) =>
    handIn(db, student, { assignmentId: LADDER, act, note: '' }, NOW);

/** Somebody new whose work waits for marks. */
async function handedIn(): Promise<{ readonly student: Person; readonly handIn: HandInId }> {
  const { student } = await writer();
  const outcome = await hand(student)(school.db);
  if (!outcome.ok) throw new Error(outcome.code);
  return { student, handIn: outcome.receipt.id };
}

async function marks(handInId: HandInId) {
  const rubric = await read(school.db, rubricOf(LADDER));
  const given = rubric.map(({ id, points }) => ({ criterionId: id, points, comment: '' }));
  return { handInId, marks: given, general: '', remarks: [], sound: null, rubric: null, anotherGo: false };
}

onServer('in every order', () => {
  test('what was saved before a hand-in is in it, and after it nothing is taken', async () => {
    const orders = await inEveryOrder(school.url, {
      most: MOST,
      prepare: writer,
      acts: [
        async (db, { student, document }) => {
          // The second is decided by what was known with the first, unless something has happened since.
          const saving = new Saving(db);
          return [
            await saving.save(student.id, document, typed('meanwhile')),
            await saving.save(student.id, document, typed('afterwards')),
          ] as const;
        },
        (db, { student }) => hand(student)(db),
      ],
      check: async ({ student }, [saved, handed]) => {
        const outcome = gave(handed);
        expect(outcome).toMatchObject({ ok: true });
        const [receipt] = await read(school.db, receiptsOf(LADDER, student.id));
        const pieces = JSON.stringify(await read(school.db, piecesOf(receipt?.id as HandInId)));
        expect(pieces).toContain('before');
        const [one, two] = gave(saved).map(({ ok }) => ok);
        expect([pieces.includes('meanwhile'), pieces.includes('afterwards')]).toEqual([one, two]);
      },
    });
    expect(orders).toBeGreaterThan(20);
  }, 240_000);

  test('of a hand-back and a take-back one is done', async () => {
    const orders = await inEveryOrder(school.url, {
      most: MOST,
      prepare: handedIn,
      acts: [
        async (db, { handIn: id }) => handBack(db, bello, await marks(id), NOW),
        (db, { student }) => takeBack(db, student, LADDER, NOW),
      ],
      check: (_, [back, taken]) => {
        expect([gave(back).ok, gave(taken).ok].filter(Boolean)).toHaveLength(1);
      },
    });
    expect(orders).toBeGreaterThan(20);
  }, 240_000);

  test('two who hand in for one group have one receipt', async () => {
    await inEveryOrder(school.url, {
      most: MOST,
      prepare: async () => {
        const [a, b] = [(await writer()).student, (await writer()).student];
        for (const { id } of [a, b])
          await school.db.query('INSERT INTO work_group (assignment_id, student_id, number) VALUES ($1, $2, $3)', [
            LADDER,
            id,
            n + 1000,
          ]);
        return [a, b] as const;
      },
      acts: [(db, [a]) => hand(a)(db), (db, [, b]) => hand(b)(db)],
      check: async ([a, b], came) => {
        expect(came.map((one) => gave<{ ok: boolean }>(one).ok).filter(Boolean)).toHaveLength(1);
        for (const { id } of [a, b]) expect(await read(school.db, receiptsOf(LADDER, id))).toHaveLength(1);
      },
    });
  }, 240_000);

  test('two teachers who hand the same work back do it once', async () => {
    const other = await somebody({ role: 'teacher' });
    await inEveryOrder(school.url, {
      most: MOST,
      prepare: handedIn,
      acts: [
        async (db, { handIn: id }) => handBack(db, bello, await marks(id), NOW),
        async (db, { handIn: id }) => handBack(db, other, await marks(id), NOW),
      ],
      check: async ({ handIn: id }, came) => {
        expect(came.map((one) => gave<{ ok: boolean }>(one).ok).filter(Boolean)).toHaveLength(1);
        const { rows } = await school.db.query('SELECT 1 FROM hand_back WHERE hand_in_id = $1', [id]);
        expect(rows).toHaveLength(1);
      },
    });
  }, 240_000);

  test('an act that is sent twice is done once, and both get its receipt', async () => {
    await inEveryOrder(school.url, {
      most: MOST,
      prepare: writer,
      acts: [(db, { student }) => hand(student)(db), (db, { student }) => hand(student)(db)],
      check: async ({ student }, came) => {
        const receipts = await read(school.db, receiptsOf(LADDER, student.id));
        expect(receipts).toHaveLength(1);
        for (const one of came) expect(gave(one)).toMatchObject({ ok: true, receipt: { id: receipts[0]?.id } });
      },
    });
  }, 240_000);

  test('the last use of a code lets one in, and who joins twice uses it once', async () => {
    const codeFor = async (uses: number) => {
      const code = `LAST${String(n).padStart(4, '0')}`;
      await addInvite(school.db, { code, classId: WEATHER, madeBy: bello.id, uses, expiresAt: NOW + 1e9 });
      return code;
    };
    await inEveryOrder(school.url, {
      most: MOST,
      prepare: async () => ({
        a: await somebody({ joins: false }),
        b: await somebody({ joins: false }),
        code: await codeFor(1),
      }),
      acts: [(db, { a, code }) => joinClass(db, a, code, NOW), (db, { b, code }) => joinClass(db, b, code, NOW)],
      check: (_, came) => {
        expect(came.map((one) => gave<{ ok: boolean }>(one).ok).sort()).toEqual([false, true]);
      },
    });
    await inEveryOrder(school.url, {
      most: MOST,
      prepare: async () => ({ a: await somebody({ joins: false }), code: await codeFor(5) }),
      acts: [(db, { a, code }) => joinClass(db, a, code, NOW), (db, { a, code }) => joinClass(db, a, code, NOW)],
      check: async ({ code }, came) => {
        for (const one of came) expect(gave(one)).toMatchObject({ ok: true });
        expect((await school.db.query('SELECT uses_left FROM invite_code WHERE code = $1', [code])).rows).toEqual([
          { uses_left: 4 },
        ]);
      },
    });
  }, 240_000);

  test('however many codes one guesses at once, no more are looked up than may be', async () => {
    const student = await somebody({ joins: false });
    const many = await openPostgres(school.url);
    const guesses = await Promise.all(Array.from({ length: 30 }, (_, i) => joinClass(many, student, `GUESS${i}`, NOW)));
    await many.close();
    expect(guesses.filter((one) => !one.ok && one.code === 'wrong-code')).toHaveLength(JOIN_ATTEMPTS.most);
  });

  test('a hand-back is undone, or it has taken effect', async () => {
    await inEveryOrder(school.url, {
      most: MOST,
      prepare: async () => {
        const work = await handedIn();
        expect(await sayHandBack(school.db, bello, await marks(work.handIn), NOW)).toMatchObject({ ok: true });
        return work;
      },
      acts: [
        (db) => new Jobs(db, JOBS, () => NOW + UNDO_FOR).tick(),
        (db, { handIn: id }) => undoHandBack(db, bello, id),
      ],
      check: async ({ handIn: id }, [, undone]) => {
        const { rows } = await school.db.query('SELECT 1 FROM hand_back WHERE hand_in_id = $1', [id]);
        expect(rows).toHaveLength(gave(undone).ok ? 0 : 1);
        const drafts = await school.db.query('SELECT said_for FROM marking_draft WHERE hand_in_id = $1', [id]);
        expect(drafts.rows).toEqual(gave(undone).ok ? [{ said_for: null }] : []);
      },
    });
  }, 240_000);

  test('what happened before everything was read, and was seen after it, is still new', async () => {
    const student = await somebody();
    const other = await openPostgres(school.url);
    const posted = { kind: 'opens' as const, classId: WEATHER, assignmentId: LADDER, studentId: null, actorId: null };
    let seen: (() => void) | undefined;
    const until = new Promise<void>((resolve) => {
      seen = resolve;
    });
    let kept: (() => void) | undefined;
    const isKept = new Promise<void>((resolve) => {
      kept = resolve;
    });
    // It has its number, and its transaction goes on.
    const late = other.transaction(async (tx) => {
      await record(tx, { ...posted, at: NOW });
      kept?.();
      await until;
    });
    await isKept;
    await record(school.db, { ...posted, at: NOW });
    const before = await read(school.db, newsFor(student.id, 10, NOW));
    expect(await readNews(school.db, student.id, { upTo: before[0]?.id ?? 0 }, NOW)).toMatchObject({ unread: 0 });
    seen?.();
    await late;
    await other.close();
    const after = await read(school.db, newsFor(student.id, 10, NOW));
    expect(after.filter(({ unread }) => unread)).toHaveLength(1);
  });

  // PostgreSQL's own account of what is held (pg_locks, pg_stat_activity).
  test('when an act has been answered it holds nothing, and no transaction stays open', async () => {
    const { student, handIn: id } = await handedIn();
    expect((await takeBack(school.db, student, LADDER, NOW)).ok).toBe(true);
    expect((await handBack(school.db, bello, await marks(id), NOW)).ok).toBe(false);
    await expect(
      school.db.transaction(async (tx) => {
        await tx.query('SELECT pg_advisory_xact_lock(1)');
        throw new Error('in the middle');
      }),
    ).rejects.toThrow('in the middle');
    const { rows } = await school.db.query(
      `SELECT 'lock' AS what FROM pg_locks l WHERE l.locktype = 'advisory'
         AND l.database = (SELECT oid FROM pg_database WHERE datname = current_database())
       UNION ALL SELECT state FROM pg_stat_activity WHERE datname = current_database() AND state LIKE 'idle in transaction%'`,
    );
    expect(rows).toEqual([]);
  });
});
