import { randomUUID } from 'node:crypto';
import * as Y from 'yjs';
import { answersMap } from '@/core/documents/answers-fields';
import { TEXT_FIELD } from '@/core/documents/text-document';
import type { AssignmentId, AttemptId, PersonId, StepId } from '@/core/ids';
import { partsIn } from '@/core/questions/question-set';
import { newDocument } from '@/server/doing/documents/own-documents';
import { handIn, takeBack } from '@/server/doing/handing-in/handing-in';
import { handBack } from '@/server/doing/marking/handing-back';
import { putPiece } from '@/server/doing/pieces/pieces';
import { postAssignment } from '@/server/doing/setting/posting';
import { Heartbeat } from '@/server/live/heartbeat';
import { Jobs } from '@/server/live/jobs/jobs';
import { JOBS } from '@/server/live/jobs/kinds';
import { Saving } from '@/server/live/saving';
import { desk } from '@/server/reading/desk/desk';
import { answersScreen } from '@/server/reading/questions/answers-screen';
import { askedIn } from '@/server/reading/questions/asked';
import { classAnswersFor } from '@/server/reading/questions/class-answers';
import type { GivenQuestions } from '@/server/reading/questions/given';
import { hintFor } from '@/server/reading/questions/hints';
import { frozenOfWork } from '@/store/answered';
import { findAttempt } from '@/store/attempts';
import { read } from '@/store/database';
import { piecesOf } from '@/store/hand-ins';
import type { Person } from '@/store/people';
import { versionOf } from '@/store/postings';
import { questionSetOf } from '@/store/question-sets';
import { loadDocument, type TestSchool, testSchool } from '@/store/test-school';
import { lastUpdates } from '@/store/updates';
import { goForward, tellPresence, tryAnswer } from './answering';
import { beginAttempt } from './beginning';
import { effectEnd, endAttempt, prepareEnd } from './ending';
import { changeKey, givePoints } from './keys';
import { changeAttempt, changeStartWord, giveMinutes } from './watching';

const MINUTE = 60_000;
const EXAM = 'over-the-sill' as AssignmentId;
const EXAM_STEP = 'over-the-sill-3' as StepId;
const QUIZ = 'cloud-names' as AssignmentId;
const QUIZ_STEP = 'cloud-names-1' as StepId;
const PRACTICE_STEP = 'knots-and-miles-1' as StepId;
const CLASS_STEP = 'pool-falls-dry-1' as StepId;

let school: TestSchool;
let wren: Person;
let yusuf: Person;
let kerr: Person;
let bello: Person;
const start = Date.now();
const newAct = () => `act-of-test-${randomUUID()}`;

beforeAll(async () => {
  school = await testSchool();
  [wren, yusuf, kerr, bello] = (await Promise.all(['s-wren', 's-yusuf', 't-kerr', 't-bello'].map(school.person))) as [
    Person,
    Person,
    Person,
    Person,
  ];
});
afterAll(() => school.end());

async function begun(student: Person, stepId: StepId, now: number, word = ''): Promise<AttemptId> {
  const outcome = await beginAttempt(school.db, student, { stepId, act: newAct(), word }, now);
  if (!outcome.ok) throw new Error(outcome.code);
  return outcome.attempt;
}

const attemptOf = async (id: AttemptId) => {
  const found = await read(school.db, findAttempt(id));
  if (!found) throw new Error('there is no such attempt');
  return found;
};

/** Answers as a browser sends them. @returns whether it was taken */
async function answer(student: Person, id: AttemptId, given: Readonly<Record<string, unknown>>, now: number) {
  const { documentId } = await attemptOf(id);
  const ydoc = await loadDocument(school.db, documentId);
  for (const [part, value] of Object.entries(given)) answersMap(ydoc).set(part, value);
  return new Saving(school.db, () => now).save(student.id, documentId, Y.encodeStateAsUpdate(ydoc));
}

const tick = (now: number) => new Jobs(school.db, JOBS, () => now).tick();

async function given(student: Person, assignment: AssignmentId, stepId: StepId, now: number): Promise<GivenQuestions> {
  const view = await desk(school.db, student, assignment, now);
  const step = view?.steps.find(({ id }) => id === stepId);
  if (!step || !('running' in step.given)) throw new Error('nothing is asked there');
  return step.given;
}

/** The two steps of preparation. */
async function prepared(student: Person, now: number): Promise<void> {
  const { doStep } = await import('@/server/doing/handing-in/handing-in');
  for (const step of ['over-the-sill-1', 'over-the-sill-2'])
    expect(await doStep(school.db, student, step as StepId, now)).toEqual({ ok: true });
}

describe('an exam', () => {
  let attempt: AttemptId;

  test('does not begin before what comes before it, nor without its word, which is not guessed at forever', async () => {
    const begin = (word: string, now = start) =>
      beginAttempt(school.db, wren, { stepId: EXAM_STEP, act: newAct(), word }, now);
    expect(await begin('sill gate')).toMatchObject({ ok: false, code: 'earlier-step-first' });
    await prepared(wren, start);
    expect(await begin('')).toMatchObject({ ok: false, code: 'wrong-word' });
    const guesses = await Promise.all(Array.from({ length: 20 }, (_, i) => begin(`guess ${i}`)));
    expect(guesses.filter(({ ok }) => ok)).toEqual([]);
    expect(guesses.filter((one) => !one.ok && one.code === 'too-much').length).toBeGreaterThanOrEqual(10);
    expect(await begin('sill gate')).toMatchObject({ code: 'too-much' });
    expect((await given(wren, EXAM, EXAM_STEP, start)).running).toBeNull();
  });

  test('begins once, from however many devices, and the start word can be changed at once', async () => {
    const now = start + 11 * MINUTE;
    await changeStartWord(school.db, kerr, { stepId: EXAM_STEP, word: 'blue barnacle' }, now);
    const both = await Promise.all(
      ['BLUE  barnacle', 'blue barnacle'].map((word) =>
        beginAttempt(school.db, wren, { stepId: EXAM_STEP, act: newAct(), word }, now),
      ),
    );
    expect(both[0]).toEqual(both[1]);
    attempt = await begun(wren, EXAM_STEP, now, '');
    expect(both[0]).toEqual({ ok: true, attempt });
    const { running } = await given(wren, EXAM, EXAM_STEP, now);
    expect(running).toMatchObject({
      id: attempt,
      count: 9,
      standing: { phase: 'answering', answersUntil: now + 40 * MINUTE },
    });
  });

  test('nothing of what is right leaves the server while it runs', async () => {
    const now = start + 12 * MINUTE;
    const view = JSON.stringify(await desk(school.db, wren, EXAM, now));
    const { set, laid } = await askedIn(school.db, await attemptOf(attempt));
    for (const secret of ['"right"', 'accepted', 'tolerance', 'areas', 'sill gate', 'barnacle', '"why"'])
      expect(view).not.toContain(secret);
    const drawn = [...laid.drawn.values()].flatMap((one) => Object.values(one));
    expect(drawn.length).toBeGreaterThan(0);
    // Pairs and orders come shuffled: the right one is not to be read off their ids' places.
    const order = partsIn(set).find(({ kind }) => kind === 'order');
    const asked = laid.paper.flatMap(({ parts }) => parts).find(({ id }) => id === order?.id);
    if (asked?.kind !== 'order' || order?.kind !== 'order') throw new Error('no order is asked');
    expect(asked.asked.items.map(({ id }) => id)).not.toEqual(order.set.items.map(({ id }) => id));
    expect(await hintFor(school.db, attempt, 'over-the-sill1a')).toEqual({ ok: false, code: 'not-asked' });
    expect(
      await tryAnswer(school.db, wren, { attempt, question: 'over-the-sill1', act: newAct(), answers: {} }, now),
    ).toEqual({ ok: false, code: 'not-asked' });
  });

  test('answers are kept until its time ends, what comes later is kept beside it', async () => {
    const now = start + 15 * MINUTE;
    expect(await answer(wren, attempt, { 'over-the-sill1a': { text: '3.8 m', locale: 'en' } }, now)).toMatchObject({
      ok: true,
    });
    await tellPresence(school.db, wren, attempt, false, now);
    expect(
      (await answersScreen(school.db, kerr.id, EXAM_STEP, now))?.people.find(({ student }) => student === wren.id),
    ).toMatchObject({ phase: 'answering', present: false });
    const late = start + 51 * MINUTE;
    expect(await answer(wren, attempt, { 'over-the-sill3p': { text: '0.5', locale: 'en' } }, late)).toEqual({
      ok: false,
      code: 'time-over',
    });
    const { rows } = await school.db.query('SELECT count(*)::int AS n FROM late_answer');
    expect(rows).toEqual([{ n: 1 }]);
  });

  test('then it is handed in by the server itself, once, with a receipt from the moment of its end', async () => {
    await tick(start + 52 * MINUTE);
    expect((await given(wren, EXAM, EXAM_STEP, start + 52 * MINUTE)).running?.standing.phase).toBe('working');
    expect(
      await handIn(school.db, wren, { assignmentId: EXAM, act: newAct(), note: '' }, start + 52 * MINUTE),
    ).toMatchObject({ ok: false, code: 'questions-first' });
    const end = start + 66 * MINUTE;
    const later = end + 3 * MINUTE;
    await Promise.all([tick(later), tick(later)]);
    const view = await desk(school.db, wren, EXAM, later);
    expect(view?.state).toBe('handed-in');
    expect(view?.receipts).toHaveLength(1);
    const { rows } = await school.db.query(
      `SELECT data FROM event WHERE kind = 'handed-in' AND student_id = 's-wren' AND assignment_id = '${EXAM}'`,
    );
    expect(rows).toEqual([{ data: expect.objectContaining({ counts: end }) }]);
    const pieces = await read(school.db, piecesOf(view?.receipts[0]?.id as never));
    expect(pieces).toHaveLength(1);
    expect(pieces[0]).toMatchObject({
      kind: 'document',
      written: { kind: 'answers', content: { words: { 'over-the-sill1a': '3.8 m' } } },
    });
    const after = await given(wren, EXAM, EXAM_STEP, later);
    expect(after).toMatchObject({ running: null, begin: { code: 'no-attempts-left' }, counted: null });
    // What is right waits until it is handed back.
    expect(after.ended[0]).toMatchObject({ score: null, told: [], standing: { endedBy: 'time', endedAt: end } });
  });

  test('what came after the end is put to the other answers when a teacher says so', async () => {
    const now = start + 80 * MINUTE;
    const person = async () =>
      (await answersScreen(school.db, kerr.id, EXAM_STEP, now))?.people.find(({ student }) => student === wren.id);
    expect(await person()).toMatchObject({ points: 2, late: 1 });
    const reason = 'It was the network.';
    expect(await changeAttempt(school.db, kerr, attempt, { kind: 'count-late', reason }, now)).toEqual({ ok: true });
    expect(await person()).toMatchObject({ points: 6, reasons: [reason] });
  });

  test('a teacher opens it again for so long, with what was answered, and lets it not count; each with its reason', async () => {
    const now = start + 90 * MINUTE;
    expect(
      await changeAttempt(
        school.db,
        kerr,
        attempt,
        { kind: 'reopen', minutes: 10, reason: 'The light went out.' },
        now,
      ),
    ).toEqual({ ok: true });
    const { running } = await given(wren, EXAM, EXAM_STEP, now);
    expect(running).toMatchObject({ id: attempt, standing: { phase: 'answering', answersUntil: now + 10 * MINUTE } });
    expect(await answer(wren, attempt, { 'over-the-sill3p': { text: '0.5', locale: 'en' } }, now)).toMatchObject({
      ok: true,
    });
    await tick(now + 26 * MINUTE);
    expect((await desk(school.db, wren, EXAM, now + 26 * MINUTE))?.receipts).toHaveLength(2);
    const screen = await answersScreen(school.db, kerr.id, EXAM_STEP, now + 26 * MINUTE);
    expect(screen?.people.find(({ student }) => student === wren.id)).toMatchObject({
      points: 6,
      reasons: ['It was the network.', 'The light went out.'],
    });
    expect(
      await changeAttempt(school.db, kerr, attempt, { kind: 'void', reason: 'Not yours.' }, now + 30 * MINUTE),
    ).toEqual({ ok: true });
    expect(await given(wren, EXAM, EXAM_STEP, now + 30 * MINUTE)).toMatchObject({ begin: null, used: 0, ended: [] });
  });

  test('minutes are given to one before, to all while it runs, and back where the school was away', async () => {
    await prepared(yusuf, start);
    const now = start + 4 * MINUTE;
    expect(
      await giveMinutes(
        school.db,
        kerr,
        { stepId: EXAM_STEP, student: yusuf.id, minutes: 12, reason: 'Reads slowly.' },
        now,
      ),
    ).toEqual({ ok: true, to: 1 });
    const own = await begun(yusuf, EXAM_STEP, now, 'blue barnacle');
    const until = async () => (await given(yusuf, EXAM, EXAM_STEP, now)).running?.standing.answersUntil;
    expect(await until()).toBe(now + 52 * MINUTE);
    await giveMinutes(
      school.db,
      kerr,
      { stepId: EXAM_STEP, student: null, minutes: 5, reason: 'Fire drill.' },
      now + MINUTE,
    );
    expect(await until()).toBe(now + 57 * MINUTE);
    await school.db.query('DELETE FROM heartbeat');
    let at = now + 2 * MINUTE;
    const one = new Heartbeat(school.db, () => at);
    expect(await one.beat()).toBe(0);
    at += 20 * MINUTE;
    const other = new Heartbeat(school.db, () => at);
    const back = await Promise.all([one.beat(), other.beat()]);
    expect(back.reduce((sum, some) => sum + some, 0)).toBe(1);
    expect(await until()).toBe(now + 77 * MINUTE);
    expect(await changeAttempt(school.db, kerr, own, { kind: 'end', reason: 'The bell.' }, at)).toEqual({ ok: true });
    const ended = await given(yusuf, EXAM, EXAM_STEP, at);
    expect(ended.ended[0]?.standing).toMatchObject({ endedBy: 'teacher', givenBack: 20, givenMore: 5 });
    // The receipt says so, too.
    expect((await desk(school.db, yusuf, EXAM, at))?.receipts.map(({ given_back }) => given_back)).toEqual([20]);
  });
});

describe('a quiz', () => {
  const now = start;

  test('is finished in one act, which hands it in; said twice it is done once', async () => {
    const attempt = await begun(wren, QUIZ_STEP, now);
    const { set, laid } = await askedIn(school.db, await attemptOf(attempt));
    const [part] = laid.paper.flatMap(({ parts }) => parts);
    const { rightOf } = await import('@/core/kinds/question');
    const right = rightOf(partsIn(set).find(({ id }) => id === part?.id) as never, {});
    await answer(wren, attempt, { [part?.id ?? '']: right }, now + MINUTE);
    const both = await Promise.all(
      [1, 2].map(() => endAttempt(school.db, wren, { attempt, by: 'person', reason: '' }, now + 2 * MINUTE)),
    );
    expect(both.every(({ ok }) => ok)).toBe(true);
    const view = await desk(school.db, wren, QUIZ, now + 2 * MINUTE);
    expect([view?.state, view?.receipts.length]).toEqual(['handed-in', 1]);
    expect(await given(wren, QUIZ, QUIZ_STEP, now + 2 * MINUTE)).toMatchObject({
      counted: 2,
      ended: [{ score: { points: 2, of: 8 } }],
    });
  });

  test('a further attempt takes the work up again; the best counts, and no more than three can be begun', async () => {
    for (const i of [2, 3]) {
      const attempt = await begun(wren, QUIZ_STEP, now + i * 10 * MINUTE);
      expect((await desk(school.db, wren, QUIZ, now + i * 10 * MINUTE))?.state).toBe('under-way');
      await endAttempt(school.db, wren, { attempt, by: 'person', reason: '' }, now + i * 11 * MINUTE);
    }
    const after = await given(wren, QUIZ, QUIZ_STEP, now + 60 * MINUTE);
    expect(after).toMatchObject({ counted: 2, used: 3, begin: { code: 'no-attempts-left' } });
    expect(
      await beginAttempt(school.db, wren, { stepId: QUIZ_STEP, act: newAct(), word: '' }, now + 60 * MINUTE),
    ).toMatchObject({ code: 'no-attempts-left' });
    expect(await takeBack(school.db, yusuf, QUIZ, now)).toMatchObject({ ok: false });
  });

  test('whoever has begun keeps the questions they began with', async () => {
    const attempt = await begun(yusuf, QUIZ_STEP, now);
    const before = (await given(yusuf, QUIZ, QUIZ_STEP, now)).running?.sheets;
    const version = await read(school.db, versionOf(QUIZ));
    if (!version) throw new Error('nothing was posted');
    const steps = version.brief.steps.map((step) => ({
      ...step,
      ...(step.questions
        ? {
            questions: {
              sections: step.questions.sections.map((section) => ({
                ...section,
                questions: section.questions.slice(0, 4),
              })),
            },
          }
        : {}),
    }));
    const posting = { id: QUIZ, classId: 'weather' as never, draft: { ...version.brief, steps }, postedAt: now };
    expect(await postAssignment(school.db, bello, posting, now + MINUTE)).toMatchObject({ ok: true, version: 2 });
    expect((await given(yusuf, QUIZ, QUIZ_STEP, now + 2 * MINUTE)).running?.sheets).toEqual(before);
    expect((await attemptOf(attempt)).setNumber).toBe(1);
    await endAttempt(school.db, yusuf, { attempt, by: 'person', reason: '' }, now + 3 * MINUTE);
    const again = await begun(yusuf, QUIZ_STEP, now + 4 * MINUTE);
    expect((await attemptOf(again)).setNumber).toBe(2);
  });

  test('a further answer that is accepted scores everyone again, says whom it changed, and keeps both', async () => {
    const part = 'cloud-names2p';
    const screen = await answersScreen(school.db, kerr.id, QUIZ_STEP, now);
    const unknown = screen?.parts.find((one) => one.part === part)?.unknown[0];
    if (!unknown) throw new Error('everybody knew it');
    const { rows: before } = await school.db.query('SELECT count(*)::int AS n FROM attempt_score');
    const outcome = await changeKey(
      school.db,
      bello,
      { stepId: QUIZ_STEP, part, key: { accept: unknown.answer }, reason: '' },
      now,
    );
    if (!outcome.ok) throw new Error(outcome.code);
    expect(outcome.changed.length).toBe(unknown.n);
    for (const { before: was, after } of outcome.changed) expect(after - was).toBe(2);
    const { rows: after } = await school.db.query('SELECT count(*)::int AS n FROM attempt_score');
    expect((after[0] as { n: number }).n).toBeGreaterThan((before[0] as { n: number }).n);
    expect(
      await changeKey(
        school.db,
        bello,
        { stepId: QUIZ_STEP, part: 'cloud-names1p', key: { set: { choices: [], right: null } }, reason: '' },
        now,
      ),
    ).toEqual({ ok: false, code: 'not-accepted' });
  });

  test('its points are the grade when it is handed back', async () => {
    const view = await desk(school.db, wren, QUIZ, now + 60 * MINUTE);
    const bare = { marks: [], general: '', remarks: [], sound: null, rubric: null, anotherGo: false };
    const back = await handBack(
      school.db,
      bello,
      { ...bare, handInId: view?.receipts[0]?.id as never },
      now + 61 * MINUTE,
    );
    expect(back).toMatchObject({ ok: true, earned: 2 });
  });
});

test('what somebody has to read has no grade before; points stand where a person gave them', async () => {
  const zofia = await school.person('s-zofia');
  await prepared(zofia, start);
  const attempt = await begun(zofia, EXAM_STEP, start, 'blue barnacle');
  await answer(zofia, attempt, { 'over-the-sill8p': 'The tide is slow at its ends.' }, start);
  await endAttempt(school.db, zofia, { attempt, by: 'person', reason: '' }, start + MINUTE);
  await endAttempt(school.db, zofia, { attempt, by: 'person', reason: '' }, start + 2 * MINUTE);
  const receipt = (await desk(school.db, zofia, EXAM, start + 3 * MINUTE))?.receipts[0]?.id as never;
  const back = () =>
    handBack(
      school.db,
      kerr,
      { handInId: receipt, marks: [], general: '', remarks: [], sound: null, rubric: null, anotherGo: false },
      start + 4 * MINUTE,
    );
  expect(await back()).toMatchObject({ ok: false, code: 'bad-points', problem: 'not-marked' });
  expect(await givePoints(school.db, kerr, { attempt, part: 'over-the-sill8p', points: 9, words: '' }, start)).toEqual({
    ok: false,
    code: 'bad-points',
  });
  expect(
    await givePoints(school.db, kerr, { attempt, part: 'over-the-sill8p', points: 6.5, words: 'Say why.' }, start),
  ).toEqual({ ok: true });
  expect(await back()).toMatchObject({ ok: true, earned: 6.5 });
  const after = await given(zofia, EXAM, EXAM_STEP, start + 5 * MINUTE);
  expect(after.ended[0]).toMatchObject({ score: { points: 6.5, unread: 0 }, said: { 'over-the-sill8p': 'Say why.' } });
  expect(after.ended[0]?.told.length).toBeGreaterThan(0);
});

test('practice says right or wrong and why, and brings a wrong one back', async () => {
  const attempt = await begun(wren, PRACTICE_STEP, start);
  const asked = async () =>
    (await given(wren, 'knots-and-miles' as AssignmentId, PRACTICE_STEP, start)).running?.practice;
  expect((await asked())?.next).toBe('knots-and-miles1');
  expect(await hintFor(school.db, attempt, 'knots-and-miles1p')).toMatchObject({ ok: true });
  const act = newAct();
  const tries = (text: string) =>
    tryAnswer(
      school.db,
      wren,
      { attempt, question: 'knots-and-miles1', act, answers: { 'knots-and-miles1p': { text, locale: 'en' } } },
      start,
    );
  expect(await tries('1 mi')).toMatchObject({ ok: true, right: false, told: [{ words: '1852 m' }] });
  expect(await tries('1.852 km')).toMatchObject({ ok: true, right: true });
  // The same act is kept once: as it was first.
  expect(await asked()).toMatchObject({ again: ['knots-and-miles1'], right: [], tried: [{ right: false }] });
  expect((await asked())?.next).toBe('knots-and-miles2');
});

test('the class sees how it answered after one’s own answer, without names; the answer can be changed', async () => {
  const posted = await read(school.db, questionSetOf(CLASS_STEP));
  const [limpet, reason] = posted ? partsIn(posted.content) : [];
  const [what, because] = [limpet?.id ?? '', reason?.id ?? ''];
  const choice = (i: number) => (limpet?.kind === 'one' ? (limpet.set.choices[i]?.id ?? '') : '');
  expect(await classAnswersFor(school.db, wren, CLASS_STEP)).toEqual({ ok: false, code: 'answer-first' });
  expect(await classAnswersFor(school.db, wren, QUIZ_STEP)).toEqual({ ok: false, code: 'not-shown' });
  const first = await begun(wren, CLASS_STEP, start);
  await answer(wren, first, { [what]: choice(0), [because]: 'Because of the gulls' }, start);
  await endAttempt(school.db, wren, { attempt: first, by: 'person', reason: '' }, start + MINUTE);
  const view = await classAnswersFor(school.db, wren, CLASS_STEP);
  if (!view.ok) throw new Error(view.code);
  const [bars, why] = view.parts;
  expect(bars?.together.filter(({ mine }) => mine)).toMatchObject([{ says: choice(0), names: [] }]);
  expect(why?.together.find(({ mine }) => mine)?.n).toBeGreaterThan(1);
  expect(JSON.stringify(view)).not.toMatch(/s-[a-z]+"|right/);
  const second = await begun(wren, CLASS_STEP, start + 2 * MINUTE);
  const frozen = await read(school.db, frozenOfWork('pool-falls-dry' as AssignmentId, wren.id));
  expect(frozen.get(first)?.content.answers).toMatchObject({ [because]: 'Because of the gulls' });
  await answer(wren, second, { [what]: choice(1) }, start + 3 * MINUTE);
  await endAttempt(school.db, wren, { attempt: second, by: 'person', reason: '' }, start + 4 * MINUTE);
  const changed = await classAnswersFor(school.db, wren, CLASS_STEP);
  if (!changed.ok) throw new Error(changed.code);
  expect(changed.answered).toBe(view.answered);
  expect(changed.parts[0]?.together.find(({ mine }) => mine)?.says).toBe(choice(1));
  expect(changed.parts[1]?.together.some(({ mine }) => mine)).toBe(true);
});

test('where nobody goes back, a question leaves the server when it is reached, and one at a time', async () => {
  await school.db.query(`UPDATE step SET settings = settings || '{"back": false}' WHERE id = $1`, [QUIZ_STEP]);
  const keanu = await school.person('s-keanu');
  const attempt = await begun(keanu, QUIZ_STEP, start);
  const seen = async () => (await given(keanu, QUIZ, QUIZ_STEP, start)).running?.sheets.map(({ number }) => number);
  expect(await seen()).toEqual([1]);
  const forward = (to: number) => goForward(school.db, keanu, { attempt, to }, start);
  expect(await forward(3)).toEqual({ ok: false, code: 'not-asked' });
  const [part] = (await given(keanu, QUIZ, QUIZ_STEP, start)).running?.sheets[0]?.parts ?? [];
  await answer(keanu, attempt, { [part?.id ?? '']: 'first thought' }, start);
  expect(await forward(2)).toEqual({ ok: true });
  // By whatever way something comes in for what was left behind, it stays as it was then.
  await answer(keanu, attempt, { [part?.id ?? '']: 'second thought' }, start);
  expect(await seen()).toEqual([2]);
  expect(await forward(1)).toEqual({ ok: true });
  expect(await seen()).toEqual([2]);
  await endAttempt(school.db, keanu, { attempt, by: 'person', reason: '' }, start + MINUTE);
  const frozen = await read(school.db, frozenOfWork(QUIZ, keanu.id));
  expect(frozen.get(attempt)?.content.answers).toEqual({ [part?.id ?? '']: 'first thought' });
});

test('whatever a browser puts in the place of an answer is no answer, and the attempt ends all the same', async () => {
  const rosa = await school.person('s-imke');
  const attempt = await begun(rosa, QUIZ_STEP, start);
  const deep = Array.from({ length: 30 }).reduce<unknown>((inner) => [inner], 'x');
  await answer(
    rosa,
    attempt,
    { 'cloud-names1p': { id: 1 }, 'cloud-names2p': deep, 'cloud-names3p': ['x', 'x', null], unknown: 'y'.repeat(3000) },
    start,
  );
  expect((await lastUpdates(school.db, [(await attemptOf(attempt)).documentId])).size).toBe(1);
  expect(await endAttempt(school.db, rosa, { attempt, by: 'person', reason: '' }, start + MINUTE)).toMatchObject({
    ok: true,
  });
  expect((await given(rosa, QUIZ, QUIZ_STEP, start + MINUTE)).ended[0]?.score?.points).toBe(0);
  expect(rosa.id as PersonId).toBe('s-imke');
});

describe('a document of one’s own that is attached goes along', () => {
  /** Somebody's own document with some words, attached to a work. @returns how more is typed into it */
  async function attached(student: Person, assignment: AssignmentId, words: string, now: number) {
    const opened = await newDocument(school.db, student, 'My working', now);
    if (!opened.ok) throw new Error(opened.code);
    const type = async (more: string) => {
      const ydoc = await loadDocument(school.db, opened.document);
      const paragraph = new Y.XmlElement('paragraph');
      paragraph.insert(0, [new Y.XmlText(more)]);
      ydoc.getXmlFragment(TEXT_FIELD).push([paragraph]);
      await new Saving(school.db).save(student.id, opened.document, Y.encodeStateAsUpdate(ydoc));
    };
    await type(words);
    expect(
      await putPiece(school.db, student, assignment, { from: 'document', id: opened.document }, now),
    ).toMatchObject({ ok: true });
    return type;
  }
  const handedIn = async (student: Person, assignment: AssignmentId, now: number) => {
    const receipt = (await desk(school.db, student, assignment, now))?.receipts[0];
    return JSON.stringify(receipt ? await read(school.db, piecesOf(receipt.id)) : null);
  };

  test('where finishing hands the work in', async () => {
    const zofia = await school.person('s-zofia');
    await attached(zofia, QUIZ, 'Nimbus means rain.', start);
    const attempt = await begun(zofia, QUIZ_STEP, start);
    await endAttempt(school.db, zofia, { attempt, by: 'person', reason: '' }, start + MINUTE);
    expect(await handedIn(zofia, QUIZ, start + 2 * MINUTE)).toContain('Nimbus means rain.');
  });

  test('where time hands it in, with what was typed in the very moment of the end', async () => {
    const keanu = await school.person('s-keanu');
    await prepared(keanu, start);
    const type = await attached(keanu, EXAM, 'First the curve.', start);
    const attempt = await begun(keanu, EXAM_STEP, start, 'blue barnacle');
    const end = start + 60 * MINUTE;
    const before = await prepareEnd(school.db, attempt, end);
    await type('Then the twelfths.');
    expect(await school.db.transaction((tx) => effectEnd(tx, before, end))).toBe(end);
    expect(await handedIn(keanu, EXAM, end)).toBe('null');
    const then = await prepareEnd(school.db, attempt, end);
    expect(await school.db.transaction((tx) => effectEnd(tx, then, end))).toBeNull();
    expect(await handedIn(keanu, EXAM, end)).toContain('Then the twelfths.');
  });
});
