import { rmSync } from 'node:fs';
import * as Y from 'yjs';
import { answersMap } from '@/core/documents/answers-fields';
import type { AssignmentId, StepId } from '@/core/ids';
import { partsIn } from '@/core/questions/question-set';
import { Jobs } from '@/server/live/jobs/jobs';
import { JOBS } from '@/server/live/jobs/kinds';
import { desk } from '@/server/reading/desk/desk';
import { askedIn } from '@/server/reading/questions/asked';
import { findAttempt } from '@/store/attempts';
import { read } from '@/store/database';
import { openDatabase } from '@/store/open';
import { testSchool } from '@/store/test-school';
import { appendUpdates } from '@/store/updates';
import { ownProcess } from '@/testing/own-process';
import { ATTEMPT_JOB } from './attempt-work';
import { beginAttempt } from './beginning';

const HOUR = 3_600_000;
const EXAM = 'over-the-sill' as AssignmentId;
const STEP = 'over-the-sill-3' as StepId;

test('a process that is killed in the second of the end: the next one ends it, once, with everything that was kept', async () => {
  const school = await testSchool();
  const wren = await school.person('s-wren');
  const now = Date.now();
  const { doStep } = await import('@/server/doing/handing-in/handing-in');
  for (const step of ['over-the-sill-1', 'over-the-sill-2']) await doStep(school.db, wren, step as StepId, now);
  const begun = await beginAttempt(school.db, wren, { stepId: STEP, act: 'to be killed', word: 'sill gate' }, now);
  const attempt = begun.ok ? await read(school.db, findAttempt(begun.attempt)) : null;
  if (!attempt) throw new Error('nothing began');
  const { set } = await askedIn(school.db, attempt);
  const long = partsIn(set).find(({ kind }) => kind === 'long')?.id ?? '';
  const ydoc = new Y.Doc();
  answersMap(ydoc).set(long, 'slow, fast, slow');
  await appendUpdates(school.db, [{ documentId: attempt.documentId, update: Y.encodeStateAsUpdate(ydoc), at: now }]);
  await school.db.run(`DELETE FROM job WHERE kind <> '${ATTEMPT_JOB}'`);
  await school.db.close();

  const over = now + HOUR;
  const body = `
    const { openDatabase } = await import('./src/store/open.ts');
    const { Jobs } = await import('./src/server/live/jobs/jobs.ts');
    const { JOBS } = await import('./src/server/live/jobs/kinds.ts');
    const kind = JOBS['${ATTEMPT_JOB}'];
    const effect = async (...given) => {
      await kind.effect(...given);
      console.log('in it');
      await new Promise((resolve) => setTimeout(resolve, 600_000));
    };
    const db = await openDatabase(process.argv[2], process.argv[3]);
    await new Jobs(db, { '${ATTEMPT_JOB}': { ...kind, effect } }, () => ${over}).tick();`;
  const child = ownProcess(body, school.folder, school.url);
  let said = '';
  child.stderr.on('data', (data) => {
    said += String(data);
  });
  const gone = new Promise((resolve) => child.once('exit', resolve));
  const reached = await Promise.race([
    new Promise((resolve) => child.stdout.once('data', () => resolve('in it'))),
    gone.then(() => said),
  ]);
  expect(reached).toBe('in it');
  child.kill('SIGKILL');
  await gone;

  const after = await openDatabase(school.folder, school.url);
  // Whoever was killed had taken it for a minute.
  const later = over + 2 * 60_000;
  await new Jobs(after, JOBS, () => later).tick();
  await new Jobs(after, JOBS, () => later).tick();
  const view = await desk(after, wren, EXAM, later);
  expect([view?.state, view?.receipts.length]).toEqual(['handed-in', 1]);
  const { rows } = await after.query(
    `SELECT f.content->'answers'->>$2 AS said, (SELECT count(*)::int FROM attempt_act a WHERE a.attempt_id = $1 AND a.kind = 'ended') AS ends
     FROM answered f WHERE f.attempt_id = $1`,
    [attempt.id, long],
  );
  expect(rows).toEqual([{ said: 'slow, fast, slow', ends: 1 }]);
  await after.close();
  rmSync(school.folder, { recursive: true, force: true });
});
