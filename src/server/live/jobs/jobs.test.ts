import { rmSync } from 'node:fs';
import { jest } from '@jest/globals';
import * as Y from 'yjs';
import { z } from 'zod';
import { documentJson } from '@/core/documents/text-document';
import type { AssignmentId } from '@/core/ids';
import { plainText } from '@/core/text/document-json';
import { newDocument } from '@/server/doing/documents/own-documents';
import { keepTimes } from '@/server/doing/setting/times';
import { type Database, many, read } from '@/store/database';
import { addJob, countAside, dropJob, type NewJob } from '@/store/jobs';
import { openDatabase } from '@/store/open';
import { loadDocument, type TestSchool, testSchool } from '@/store/test-school';
import { countUpdates } from '@/store/updates';
import { findAssignment } from '@/store/work';
import { ownProcess } from '@/testing/own-process';
import { Saving } from '../saving';
import { Jobs, WAITS } from './jobs';
import { type AnyJobKind, type JobKind, jobKind } from './kind';
import { addDaily, JOBS } from './kinds';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const NOW = Date.UTC(2027, 2, 9, 8);

let school: TestSchool;
let db: Database;
/** What the jobs of a test do, and when. */
const done = () =>
  many(db, z.object({ key: z.string() }), 'SELECT key FROM done ORDER BY n').then((rows) => rows.map(({ key }) => key));

/** A kind whose effect is a row, which two effects would double. */
const shape = z.object({ says: z.string() });
const noting = (more: Partial<JobKind<typeof shape, unknown>> = {}): AnyJobKind =>
  jobKind<typeof shape, unknown>({
    given: shape,
    effect: async (tx, { says }) => {
      await tx.query('INSERT INTO done (key) VALUES ($1)', [says]);
      return null;
    },
    ...more,
  });
const job = (key: string, dueAt: number, kind = 'note'): NewJob => ({ kind, key, dueAt, given: { says: key } });

/** A clock that is turned by hand. */
const clock = (at = NOW) => {
  const turned = { at, now: () => turned.at };
  return turned;
};

beforeAll(async () => {
  school = await testSchool();
  db = school.db;
  await db.run('CREATE TABLE done (n bigint GENERATED ALWAYS AS IDENTITY, key text)');
});
beforeEach(() => db.run('DELETE FROM job; DELETE FROM done'));
afterEach(() => jest.restoreAllMocks());
afterAll(() => school.end());

describe('a job', () => {
  test('happens at its time and not before, once, in the order of the times', async () => {
    const at = clock();
    const jobs = new Jobs(db, { note: noting() }, at.now);
    await addJob(db, job('later', NOW + 2 * MINUTE));
    await addJob(db, job('soon', NOW + MINUTE));
    expect(await jobs.tick()).toBe(0);
    at.at += MINUTE;
    expect(await jobs.tick()).toBe(1);
    at.at += HOUR;
    expect(await jobs.tick()).toBe(1);
    expect(await jobs.tick()).toBe(0);
    expect(await done()).toEqual(['soon', 'later']);
  });

  test('of a kind about one thing there is one; it is put down in the transaction of what it follows from', async () => {
    const jobs = new Jobs(db, { note: noting() }, () => NOW);
    await addJob(db, job('a', NOW));
    await addJob(db, job('a', NOW - HOUR));
    await db
      .transaction(async (tx) => {
        await addJob(tx, job('b', NOW));
        throw new Error('no');
      })
      .catch(() => undefined);
    expect(await jobs.tick()).toBe(1);
    expect(await done()).toEqual(['a']);
  });

  test('that gives a time back happens again then', async () => {
    const at = clock();
    const daily = noting({
      effect: async (tx, _given, _prepared, now) => {
        await tx.query("INSERT INTO done (key) VALUES ('day')");
        return now + 24 * HOUR;
      },
    });
    const jobs = new Jobs(db, { note: daily }, at.now);
    await addJob(db, job('a', NOW));
    expect(await jobs.tick()).toBe(1);
    expect(await jobs.tick()).toBe(0);
    at.at += 24 * HOUR;
    expect(await jobs.tick()).toBe(1);
  });

  test('is taken away before its time, or moved to another', async () => {
    const at = clock();
    const jobs = new Jobs(db, { note: noting() }, at.now);
    await addJob(db, job('a', NOW + MINUTE));
    await addJob(db, job('b', NOW + MINUTE));
    expect(await dropJob(db, 'note', 'a')).toBe(true);
    expect(await dropJob(db, 'note', 'a')).toBe(false);
    await addJob(db, job('b', NOW + HOUR), { move: true });
    at.at += MINUTE;
    expect(await jobs.tick()).toBe(0);
    at.at += HOUR;
    expect(await jobs.tick()).toBe(1);
  });

  test('that is moved while it is being done has no effect now, but at its new time', async () => {
    const at = clock();
    const moved = noting({
      prepare: async () => {
        if (at.at === NOW) await addJob(db, job('a', NOW + HOUR), { move: true });
      },
    });
    const jobs = new Jobs(db, { note: moved }, at.now);
    await addJob(db, job('a', NOW));
    expect(await jobs.tick()).toBe(0);
    expect(await done()).toEqual([]);
    at.at += HOUR;
    expect(await jobs.tick()).toBe(1);
    expect(await done()).toEqual(['a']);
  });
});

describe('many at once', () => {
  test('of four who take, each job is done by one', async () => {
    const keys = Array.from({ length: 200 }, (_, i) => `job ${i}`);
    for (const key of keys) await addJob(db, job(key, NOW));
    const each = await Promise.all(Array.from({ length: 4 }, () => new Jobs(db, { note: noting() }, () => NOW).tick()));
    expect(each.reduce((sum, n) => sum + n, 0)).toBe(200);
    expect((await done()).sort()).toEqual(keys.sort());
  });

  test('a job starts within a second of its time with 10,000 waiting, and nothing is asked while none is due', async () => {
    await db.query(
      `INSERT INTO job (kind, key, due_at, given) SELECT 'note', 'late ' || i, $1, '{"says":"late"}' FROM generate_series(1, 10000) i`,
      [new Date(Date.now() + HOUR)],
    );
    let asked = 0;
    const counting: Database = {
      ...db,
      query: (sql, params) => {
        asked += 1;
        return db.query(sql, params);
      },
    };
    let started = 0;
    const kind = noting({
      effect: async () => {
        started = Date.now();
        return null;
      },
    });
    const jobs = new Jobs(counting, { note: kind });
    await jobs.start();
    await new Promise((resolve) => setTimeout(resolve, 300));
    const before = asked;
    await new Promise((resolve) => setTimeout(resolve, 1500));
    expect(asked).toBe(before);
    const due = Date.now() + 400;
    await addJob(db, job('now', due));
    for (let i = 0; i < 200 && started === 0; i += 1) await new Promise((resolve) => setTimeout(resolve, 50));
    await jobs.stop();
    expect(started).toBeGreaterThanOrEqual(due);
    // A second, and what a busy machine adds.
    expect(started - due).toBeLessThan(5000);
  });
});

describe('bad luck', () => {
  test('a job that always fails waits longer each time, is set aside after its tries, and is said in the log', async () => {
    const log = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const at = clock();
    let tries = 0;
    const failing = noting({
      effect: async () => {
        tries += 1;
        throw new Error('what a person wrote');
      },
    });
    const jobs = new Jobs(db, { note: failing }, at.now);
    await addJob(db, job('a', NOW));
    for (const wait of WAITS) {
      await jobs.tick();
      at.at += wait - 1;
      const before = tries;
      await jobs.tick();
      expect(tries).toBe(before);
      at.at += 1;
    }
    await jobs.tick();
    expect(tries).toBe(WAITS.length + 1);
    at.at += 24 * HOUR;
    await jobs.tick();
    expect(tries).toBe(WAITS.length + 1);
    expect(await countAside(db)).toBe(1);
    expect(log.mock.calls.flat().join(' ')).toContain('the job note (set aside): Error');
    expect(log.mock.calls.flat().join(' ')).not.toContain('what a person wrote');
    // Put down anew, it has all its tries.
    await addJob(db, job('a', at.at), { move: true });
    expect(await countAside(db)).toBe(0);
  });

  test('what it is given that does not fit, and a kind that there is not, are failures like any other', async () => {
    jest.spyOn(console, 'error').mockImplementation(() => undefined);
    await addJob(db, { kind: 'note', key: 'a', dueAt: NOW, given: { says: 7 } });
    await addJob(db, { kind: 'none', key: 'a', dueAt: NOW });
    await addJob(db, job('good', NOW));
    expect(await new Jobs(db, { note: noting() }, () => NOW).tick()).toBe(1);
    expect(await done()).toEqual(['good']);
  });

  test('one that takes longer than it may is done by another, and has one effect', async () => {
    const at = clock();
    let goOn = () => {};
    const slow = noting({
      prepare: () =>
        new Promise<void>((resolve) => {
          goOn = resolve;
        }),
    });
    await addJob(db, job('a', NOW));
    const first = new Jobs(db, { note: slow }, at.now).tick();
    while (goOn.length === 0 && !(await db.query('SELECT 1 FROM job WHERE taken = 1')).rows.length)
      await new Promise((resolve) => setTimeout(resolve, 10));
    const second = new Jobs(db, { note: noting() }, at.now);
    expect(await second.tick()).toBe(0);
    at.at += 2 * MINUTE;
    expect(await second.tick()).toBe(1);
    goOn();
    expect(await first).toBe(0);
    expect(await done()).toEqual(['a']);
  });

  test('a clock that is put forward an hour brings what is due then, one that is put back brings nothing twice', async () => {
    const at = clock();
    const jobs = new Jobs(db, { note: noting() }, at.now);
    await addJob(db, job('a', NOW + 30 * MINUTE));
    await addJob(db, job('b', NOW + 90 * MINUTE));
    at.at = NOW + HOUR;
    expect(await jobs.tick()).toBe(1);
    at.at = NOW;
    expect(await jobs.tick()).toBe(0);
    at.at = NOW + 2 * HOUR;
    expect(await jobs.tick()).toBe(1);
    expect(await done()).toEqual(['a', 'b']);
  });

  test('a process that is killed in the middle of a job: the next one finishes it, once', async () => {
    const own = await testSchool();
    await own.db.run('DELETE FROM job; CREATE TABLE done (n bigint GENERATED ALWAYS AS IDENTITY, key text)');
    await addJob(own.db, job('a', NOW - HOUR));
    await own.db.close();
    const body = `
      const { openDatabase } = await import('./src/store/open.ts');
      const { Jobs } = await import('./src/server/live/jobs/jobs.ts');
      const db = await openDatabase(process.argv[2], process.argv[3]);
      const given = { parse: (value) => value };
      const effect = async (tx) => {
        await tx.query("INSERT INTO done (key) VALUES ('half')");
        console.log('in it');
        await new Promise((resolve) => setTimeout(resolve, 600_000));
        return null;
      };
      await new Jobs(db, { note: { given, effect } }, () => ${NOW}).tick();`;
    const child = ownProcess(body, own.folder, own.url);
    await new Promise<void>((resolve) => child.stdout.once('data', () => resolve()));
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await gone;
    const after = await openDatabase(own.folder, own.url);
    const at = clock();
    const jobs = new Jobs(after, { note: noting() }, at.now);
    if (after.alone) {
      await jobs.start({ alone: true });
      await jobs.stop();
    } else {
      // Others may be at it: it is free when its time is up.
      expect(await jobs.tick()).toBe(0);
      at.at += 2 * MINUTE;
      await jobs.tick();
    }
    expect((await after.query('SELECT key FROM done')).rows).toEqual([{ key: 'a' }]);
    await after.close();
    rmSync(own.folder, { recursive: true, force: true });
  });
});

test('a document with hundreds of updates is put into one, beside whoever types on', async () => {
  const wren = await school.person('s-wren');
  const made = await newDocument(db, wren, 'Log', NOW);
  if (!made.ok) throw new Error(made.code);
  const ydoc = new Y.Doc();
  const text = new Y.XmlText();
  const paragraph = new Y.XmlElement('paragraph');
  paragraph.insert(0, [text]);
  const saving = new Saving(db, () => NOW);
  const sent: Promise<unknown>[] = [];
  ydoc.on('update', (update: Uint8Array) => sent.push(saving.save(wren.id, made.document, update)));
  ydoc.getXmlFragment('text').push([paragraph]);
  for (let i = 0; i < 420; i += 1) text.insert(text.length, 'x');
  await Promise.all(sent);
  expect(await countUpdates(db, made.document)).toBeGreaterThan(400);
  expect(await new Jobs(db, JOBS, () => NOW).tick()).toBe(1);
  expect(await countUpdates(db, made.document)).toBe(1);
  expect(plainText(documentJson(await loadDocument(db, made.document)))).toBe('x'.repeat(420));
  expect(await new Jobs(db, JOBS, () => NOW).tick()).toBe(0);
});

test('rows are counted every hour, and space is freed at three in the morning of the school', async () => {
  const next = () =>
    many(
      db,
      z.object({ kind: z.string(), due_at: z.date() }),
      `SELECT kind, due_at FROM job WHERE kind IN ('rows', 'space') ORDER BY kind`,
    ).then((rows) => rows.map(({ due_at }) => due_at.getTime()));
  const at = clock();
  const kinds = { rows: JOBS.rows, space: JOBS.space };
  await addDaily(db, at.at);
  await db.run(`DELETE FROM job WHERE kind NOT IN ('rows', 'space')`);
  expect(await new Jobs(db, kinds, at.now).tick()).toBe(1);
  const night = NOW + 19 * HOUR;
  expect(await next()).toEqual([NOW + HOUR, night]);
  at.at = night;
  expect(await new Jobs(db, kinds, at.now).tick()).toBe(2);
  expect(await next()).toEqual([night + HOUR, night + 24 * HOUR]);
  // Where it was off at night.
  at.at = night + 30 * HOUR;
  expect(await new Jobs(db, kinds, at.now).tick()).toBe(2);
  expect(await next()).toEqual([night + 31 * HOUR, night + 48 * HOUR]);
});

describe('what time does to work', () => {
  const WORK = 'cloud-ladder' as AssignmentId;
  const told = () =>
    many(
      db,
      z.object({ kind: z.string(), actor_id: z.string().nullable(), at: z.date() }),
      `SELECT kind, actor_id, at FROM event WHERE assignment_id = $1 AND kind = ANY($2) ORDER BY id`,
      [WORK, ['opens', 'due', 'closes']],
    );

  test('is an event at its time, by nobody, and follows when the time is changed', async () => {
    const at = clock();
    const jobs = new Jobs(db, JOBS, at.now);
    const set = async (dueAt: number) => {
      await db.query('UPDATE assignment SET opens_at = NULL, due_at = $2, closes_at = NULL WHERE id = $1', [
        WORK,
        new Date(dueAt),
      ]);
      const assignment = await read(db, findAssignment(WORK));
      if (assignment) await keepTimes(db, WORK, assignment.rules, at.at);
    };
    await set(NOW + HOUR);
    await set(NOW + 3 * HOUR);
    at.at += 2 * HOUR;
    await jobs.tick();
    expect(await told()).toEqual([]);
    // Changed where nobody said so: it is looked at before anything is told.
    await db.query('UPDATE assignment SET due_at = $2 WHERE id = $1', [WORK, new Date(NOW + 4 * HOUR)]);
    at.at += HOUR;
    await jobs.tick();
    expect(await told()).toEqual([]);
    at.at += HOUR;
    await jobs.tick();
    expect(await told()).toEqual([{ kind: 'due', actor_id: null, at: new Date(NOW + 4 * HOUR) }]);
    await jobs.tick();
    expect(await told()).toHaveLength(1);
  });

  test('a time that has passed or was taken away puts nothing down', async () => {
    await keepTimes(db, WORK, { opensAt: NOW - HOUR, dueAt: NOW + HOUR, closesAt: null }, NOW);
    await keepTimes(db, WORK, { opensAt: null, dueAt: null, closesAt: null }, NOW);
    expect((await db.query('SELECT kind FROM job')).rows).toEqual([]);
  });
});
