import * as Y from 'yjs';
import { sha256Hex } from '@/core/documents/fingerprint';
import type { AssignmentId, DocumentId, StepId } from '@/core/ids';
import { handBack } from '@/server/doing/marking/handing-back';
import { keepMarks } from '@/server/doing/marking/marking';
import { Saving } from '@/server/live/saving';
import { desk } from '@/server/reading/desk/desk';
import { checkWork } from '@/server/reading/documents/looking';
import { studentsOn } from '@/server/reading/work/students-on';
import { read, time } from '@/store/database';
import { documentsOfWork } from '@/store/documents';
import { piecesOf, receiptsOf } from '@/store/hand-ins';
import type { Person } from '@/store/people';
import { loadDocument, type TestSchool, testSchool } from '@/store/test-school';
import { doStep, handIn, openCopy, takeBack } from './handing-in';

/** Marks without remarks on words, a recording, or a rubric that they name. */
const BARE = { remarks: [], sound: null, rubric: null };

const LADDER = 'cloud-ladder' as AssignmentId;
const WRITE = 'cloud-ladder-2' as StepId;
const HOUR = 3_600_000;

let school: TestSchool;
let wren: Person;
let teacher: Person;

beforeAll(async () => {
  school = await testSchool();
  wren = await school.person('s-wren');
  teacher = await school.person('t-bello');
});
afterAll(() => school.end());

/** Types a text into an answer place, as an update that only says what is new. */
async function typed(documentId: DocumentId, place: string, text: string): Promise<Uint8Array> {
  const ydoc = await loadDocument(school.db, documentId);
  const before = Y.encodeStateVector(ydoc);
  const answer = ydoc
    .getXmlFragment('text')
    .toArray()
    .find((node) => node instanceof Y.XmlElement && node.getAttribute('id') === place) as Y.XmlElement;
  (answer.get(0) as Y.XmlElement).insert(0, [new Y.XmlText(text)]);
  return Y.encodeStateAsUpdate(ydoc, before);
}

async function copyOf(student: Person, step: StepId, now: number): Promise<DocumentId> {
  const copy = await openCopy(school.db, student, step, now);
  if (!copy.ok) throw new Error(copy.code);
  return copy.document;
}

const state = async (student: Person, id: AssignmentId, now: number) =>
  (await desk(school.db, student, id, now))?.state;

describe('from the starter to the grade', () => {
  const now = Date.now();
  let document: DocumentId;

  test('two devices that open a starter together get one copy, with the name in its title', async () => {
    const [one, other] = await Promise.all([copyOf(wren, WRITE, now), copyOf(wren, WRITE, now)]);
    expect(one).toBe(other);
    const documents = await read(school.db, documentsOfWork(LADDER, wren.id));
    expect(documents.map(({ title }) => title)).toEqual(['Answer the questions, Wren O.']);
    expect(await state(wren, LADDER, now)).toBe('not-started');
    document = one;
  });

  test('an untouched starter is refused, with the check that says why', async () => {
    const outcome = await handIn(school.db, wren, { assignmentId: LADDER, act: 'act-untouched', note: '' }, now);
    expect(outcome).toMatchObject({ ok: false, code: 'not-ready', check: { untouched: true } });
    expect(await read(school.db, receiptsOf(LADDER, wren.id))).toEqual([]);
  });

  test('what is typed is saved and makes the work under way', async () => {
    const saving = new Saving(school.db);
    const saved = await saving.save(wren.id, document, await typed(document, 'q1', 'It climbs. It falls.'));
    expect(saved).toMatchObject({ ok: true });
    expect(await state(wren, LADDER, now)).toBe('under-way');
    expect(await checkWork(school.db, LADDER, wren)).toMatchObject({ met: 1, untouched: false, ready: true });
  });

  test('a hand-in sent twice at once, and once more, has one receipt', async () => {
    const act = { assignmentId: LADDER, act: 'act-first', note: 'I was unsure about the last one.' };
    const both = await Promise.all([handIn(school.db, wren, act, now), handIn(school.db, wren, act, now + 5)]);
    const again = await handIn(school.db, wren, act, now + 9000);
    const numbers = [...both, again].map((outcome) => outcome.ok && outcome.receipt.number);
    expect(new Set(numbers).size).toBe(1);
    expect(await read(school.db, receiptsOf(LADDER, wren.id))).toHaveLength(1);
    const other = await handIn(school.db, wren, { ...act, act: 'act-other-tab' }, now + 10);
    expect(other).toMatchObject({ ok: false, code: 'already-handed-in' });
  });

  test('the receipt holds the time, the note, and a fingerprint of what is kept', async () => {
    const [receipt] = await read(school.db, receiptsOf(LADDER, wren.id));
    // Two were sent at once: either of them came first.
    expect([now, now + 5]).toContain(receipt?.at);
    expect(receipt).toMatchObject({ late_by: 0, note: 'I was unsure about the last one.' });
    const { rows } = await school.db.query('SELECT bytes FROM hand_in_piece WHERE hand_in_id = $1', [receipt?.id]);
    const bytes = (rows[0] as { bytes: Uint8Array }).bytes;
    expect(receipt?.pieces.map(({ sha256 }) => sha256)).toEqual([sha256Hex(bytes)]);
    expect(receipt?.fingerprint).toBe(sha256Hex(`${sha256Hex(bytes)}\n`));
  });

  test('while it is handed in, updates are refused and nothing of them is kept', async () => {
    const before = await loadDocument(school.db, document);
    const update = await typed(document, 'q2', 'Too late.');
    expect(await new Saving(school.db).save(wren.id, document, update)).toEqual({
      ok: false,
      code: 'already-handed-in',
    });
    const after = await loadDocument(school.db, document);
    expect(Y.encodeStateVector(after)).toEqual(Y.encodeStateVector(before));
  });

  test('taken back, changed and handed in again: two receipts, and the first piece is as it was', async () => {
    expect(await takeBack(school.db, wren, LADDER, now + 1000)).toEqual({ ok: true });
    expect(await takeBack(school.db, wren, LADDER, now + 1001)).toMatchObject({ ok: false, code: 'not-handed-in' });
    await new Saving(school.db).save(wren.id, document, await typed(document, 'q2', 'The thin streaks. A day.'));
    const outcome = await handIn(school.db, wren, { assignmentId: LADDER, act: 'act-second', note: '' }, now + 2000);
    expect(outcome.ok).toBe(true);
    const [second, first] = await read(school.db, receiptsOf(LADDER, wren.id));
    expect(second?.fingerprint).not.toBe(first?.fingerprint);
    const [piece] = await read(school.db, piecesOf(first?.id as never));
    expect(JSON.stringify(piece)).not.toContain('thin streaks');
  });

  test('the teacher sees it, is told of points that do not fit, and hands back', async () => {
    const list = await studentsOn(school.db, LADDER, now + 3000);
    expect(list.find(({ id }) => id === wren.id)).toMatchObject({ state: 'handed-in' });
    const [receipt] = await read(school.db, receiptsOf(LADDER, wren.id));
    const handInId = receipt?.id as never;
    const marks = [20, 20, 20, 20, 10].map((points, i) => ({
      criterionId: `cloud-ladder-c${i + 1}`,
      points,
      comment: 'Good.',
    }));
    const over = marks.map((mark, i) => (i === 4 ? { ...mark, points: 10.5 } : mark));
    expect(await keepMarks(school.db, teacher, { handInId, marks: over, general: '', ...BARE }, now)).toMatchObject({
      code: 'bad-points',
      problem: 'above-most',
    });
    expect(
      await handBack(
        school.db,
        teacher,
        { handInId, marks: marks.slice(1), general: '', ...BARE, anotherGo: false },
        now,
      ),
    ).toMatchObject({
      code: 'bad-points',
      problem: 'not-marked',
    });
    const done = await handBack(
      school.db,
      teacher,
      { handInId, marks, general: 'Well seen.', ...BARE, anotherGo: false },
      now + 4000,
    );
    expect(done).toMatchObject({ ok: true, earned: 90, lostLate: 0 });
    const view = await desk(school.db, wren, LADDER, now + 5000);
    expect(view).toMatchObject({ state: 'handed-back', feedback: [{ earned: 90, general: 'Well seen.' }] });
    expect(view?.feedback[0]?.result.byCriterion.map(({ lost }) => lost)).toEqual([10, 0, 0, 0, 0]);
  });

  test('what came back cannot be taken back, and is not handed back twice', async () => {
    const [receipt] = await read(school.db, receiptsOf(LADDER, wren.id));
    expect(await takeBack(school.db, wren, LADDER, now + 6000)).toMatchObject({ code: 'already-handed-back' });
    const again = { handInId: receipt?.id as never, marks: [], general: '', ...BARE, anotherGo: true };
    expect(await handBack(school.db, teacher, again, now + 6000)).toMatchObject({ code: 'already-handed-back' });
  });
});

describe('rules', () => {
  test('late work loses what the rule says, and the receipt says how late it was', async () => {
    const yusuf = await school.person('s-yusuf');
    const id = 'storm-log' as AssignmentId;
    const due = (await desk(school.db, yusuf, id, Date.now()))?.dueAt ?? 0;
    const late = due + 25 * HOUR;
    const document = await copyOf(yusuf, 'storm-log-1' as StepId, late - HOUR);
    await new Saving(school.db, () => late - HOUR).save(
      yusuf.id,
      document,
      await typed(document, 'q1', 'Gulls. Wind.'),
    );
    const outcome = await handIn(school.db, yusuf, { assignmentId: id, act: 'act-late-one', note: '' }, late);
    expect(outcome).toMatchObject({ ok: true, receipt: { late_by: 25 * HOUR } });
    expect(await state(yusuf, id, late)).toBe('handed-in-late');
    const marks = [8, 6, 4, 2].map((points, i) => ({ criterionId: `storm-log-c${i + 1}`, points, comment: '' }));
    const handInId = outcome.ok ? outcome.receipt.id : ('' as never);
    const back = await handBack(
      school.db,
      teacher,
      { handInId, marks, general: '', ...BARE, anotherGo: false },
      late + HOUR,
    );
    expect(back).toMatchObject({ earned: 20, lostLate: 4 });
  });

  test('what arrives after closing is refused with the closing time; what was typed before is still kept', async () => {
    const yusuf = await school.person('s-yusuf');
    const id = 'captain-letter' as AssignmentId;
    const now = Date.now();
    const document = await copyOf(yusuf, 'captain-letter-1' as StepId, now);
    await school.db.query('UPDATE assignment SET closes_at = $2 WHERE id = $1', [id, time(now + 1000)]);
    const update = await typed(document, 'q1', 'Dear Captain Osei');
    expect(await new Saving(school.db, () => now + 5000).save(yusuf.id, document, update)).toMatchObject({ ok: true });
    const outcome = await handIn(school.db, yusuf, { assignmentId: id, act: 'act-too-late', note: '' }, now + 1001);
    expect(outcome).toMatchObject({ ok: false, code: 'closed', at: now + 1000 });
  });

  test('work that has not opened shows nothing of its contents and cannot be opened', async () => {
    const now = Date.now();
    const view = await desk(school.db, await school.person('s-keanu'), 'which-way' as AssignmentId, now);
    expect(view).toMatchObject({ state: 'opens-later', instructions: null, steps: [], asks: [], rubric: [] });
    const keanu = await school.person('s-keanu');
    expect(await openCopy(school.db, keanu, 'which-way-1' as StepId, now)).toMatchObject({ code: 'not-open-yet' });
    expect(await doStep(school.db, keanu, 'which-way-1' as StepId, now)).toMatchObject({ code: 'not-open-yet' });
  });

  test('what needs no piece is ticked off with a receipt; a short text that is too short is not taken', async () => {
    const keanu = await school.person('s-keanu');
    const now = Date.now();
    const tick = await handIn(
      school.db,
      keanu,
      { assignmentId: 'tide-walk' as AssignmentId, act: 'act-tick-off', note: '' },
      now,
    );
    expect(tick).toMatchObject({ ok: true, receipt: { pieces: [] } });
    const line = 'fog-line' as AssignmentId;
    const document = await copyOf(keanu, 'fog-line-1' as StepId, now);
    const saving = new Saving(school.db);
    await saving.save(keanu.id, document, await typed(document, 'q1', 'Fog came.'));
    const short = await handIn(school.db, keanu, { assignmentId: line, act: 'act-short-one', note: '' }, now);
    expect(short).toMatchObject({ code: 'not-ready', check: { findings: [{ problem: 'too-few', found: 2 }] } });
    await saving.save(keanu.id, document, await typed(document, 'q1', 'The grey came up the slip. '));
    expect((await handIn(school.db, keanu, { assignmentId: line, act: 'act-long-one', note: '' }, now)).ok).toBe(true);
  });

  test('a step is done once', async () => {
    const keanu = await school.person('s-keanu');
    const step = 'cloud-ladder-1' as StepId;
    await doStep(school.db, keanu, step, Date.now());
    await doStep(school.db, keanu, step, Date.now());
    const { rows } = await school.db.query(
      "SELECT 1 FROM event WHERE student_id = $1 AND kind = 'step-done' AND data->>'step' = $2",
      [keanu.id, step],
    );
    expect(rows).toHaveLength(1);
  });

  test('events are only ever added', async () => {
    await expect(school.db.query('DELETE FROM event')).rejects.toThrow('P0001');
    await expect(school.db.query('UPDATE event SET at = now()')).rejects.toThrow('P0001');
  });
});
