import type { AssignmentId, ClassId, HandInId } from '@/core/ids';
import { rubricVersion } from '@/core/marks/rubric';
import { isMissing } from '@/core/work/standing';
import { handIn, takeBack } from '@/server/doing/handing-in/handing-in';
import { readAside, writeAside } from '@/server/doing/talk/asides';
import { classLine } from '@/server/reading/class-line/class-line';
import { desk } from '@/server/reading/desk/desk';
import { markingDesk } from '@/server/reading/marking/marking-desk';
import { asideAs } from '@/server/reading/talk/asides';
import { teacherWork } from '@/server/reading/today/today';
import { studentsOn } from '@/server/reading/work/students-on';
import { read } from '@/store/database';
import { receiptsOf } from '@/store/hand-ins';
import { findDraft } from '@/store/marking';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { rubricOf } from '@/store/work';
import { handBack, handBackMarked } from './handing-back';
import { keepMarks } from './marking';

/** Marks without remarks on words, a recording, or a rubric that they name. */
const BARE = { remarks: [], sound: null, rubric: null };

const LADDER = 'cloud-ladder' as AssignmentId;
let school: TestSchool;
let teacher: Person;
let abena: Person;
let handInId: HandInId;

beforeAll(async () => {
  school = await testSchool();
  teacher = await school.person('t-bello');
  abena = await school.person('s-abena');
  const [receipt] = await read(school.db, receiptsOf(LADDER, abena.id));
  handInId = receipt?.id as HandInId;
});
afterAll(() => school.end());

const marks = (...points: (number | null)[]) =>
  points.map((value, i) => ({
    criterionId: `cloud-ladder-c${i + 1}`,
    points: value,
    comment: value === null ? '' : `c${i}`,
  }));

describe('the list of an assignment', () => {
  test('has everybody of the class, and tells who has handed in from who has not', async () => {
    const students = await studentsOn(school.db, LADDER, Date.now());
    expect(students).toHaveLength(24);
    expect(students.map(({ name }) => name)).toEqual(students.map(({ name }) => name).toSorted());
    for (const student of students) {
      expect([student.name, student.handedInAt !== null]).toEqual([student.name, student.state.startsWith('handed')]);
    }
    expect(await studentsOn(school.db, 'none' as AssignmentId, Date.now())).toEqual([]);
  });

  test('of a class that has ended has its work all the same', async () => {
    const kerr = await school.person('t-kerr');
    const items = await teacherWork(school.db, kerr, 'ropework' as ClassId, Date.now());
    expect(items.map(({ id }) => id)).toEqual(['splice']);
    const line = await classLine(school.db, kerr, 'ropework' as ClassId, { order: 'course', chip: 'all' }, Date.now());
    expect(line.newest.map(({ id }) => id)).toEqual(['splice']);
    expect((await teacherWork(school.db, kerr, null, Date.now())).map(({ id }) => id)).not.toContain('splice');
  });

  test('counts everybody whose work has opened once: who waits, who is missing, whose is back', async () => {
    const now = Date.now();
    for (const item of await teacherWork(school.db, teacher, null, now)) {
      const states = (await studentsOn(school.db, item.id as AssignmentId, now)).map(({ state }) => state);
      const opened = states.filter((state) => state !== 'opens-later').length;
      expect([item.id, item.toMark + item.missing + item.handedBack]).toEqual([item.id, opened]);
      expect(item.missing).toBe(states.filter(isMissing).length);
    }
  });

  test('adds up to the same figures on the teacher’s Today', async () => {
    const now = Date.now();
    const items = await teacherWork(school.db, teacher, null, now);
    expect(new Set(items.map(({ classId }) => classId))).toEqual(new Set(['weather', 'tide-pool']));
    const item = items.find(({ id }) => id === LADDER);
    const students = await studentsOn(school.db, LADDER, now);
    const waiting = students.filter(({ state }) => state.startsWith('handed-in')).length;
    expect(item).toMatchObject({ toMark: waiting, missing: 24 - waiting, handedBack: 0, students: 24 });
    const one = await teacherWork(school.db, teacher, 'tide-pool' as ClassId, now);
    expect(new Set(one.map(({ classId }) => classId))).toEqual(new Set(['tide-pool']));
  });

  test('opens the first who waits, or the one who was chosen', async () => {
    const now = Date.now();
    const first = await markingDesk(school.db, teacher, LADDER, null, now);
    expect(first?.open?.student.state).toMatch(/^handed-in/);
    const chosen = await markingDesk(school.db, teacher, LADDER, 's-wren', now);
    expect(chosen?.open).toMatchObject({ student: { id: 's-wren' }, receipts: [], pieces: [], draft: null });
    expect(await markingDesk(school.db, teacher, 'none' as AssignmentId, null, now)).toBeNull();
  });
});

describe('marks', () => {
  test('are kept as a draft that the student does not see', async () => {
    const now = Date.now();
    await keepMarks(school.db, teacher, { handInId, marks: marks(20, null), general: 'Half way.', ...BARE }, now);
    await keepMarks(school.db, teacher, { handInId, marks: marks(20.5, 10), general: 'Further.', ...BARE }, now + 1);
    expect(await read(school.db, findDraft(handInId, teacher.id))).toMatchObject({ general: 'Further.', at: now + 1 });
    const view = await desk(school.db, abena, LADDER, now + 2);
    expect(view).toMatchObject({ state: 'handed-in', feedback: [] });
    expect(JSON.stringify(view)).not.toContain('Further.');
  });

  test.each([
    [[-1], 'below-zero', 'Uses the reading'],
    [[20, 19.25], 'not-half', 'Answers what was asked'],
    [[20, 20, 20, 20, 11], 'above-most', 'Whole sentences'],
  ])('%j are refused: %s in %s', async (points, problem, criterion) => {
    const kept = await keepMarks(
      school.db,
      teacher,
      { handInId, marks: marks(...points), general: '', ...BARE },
      Date.now(),
    );
    expect(kept).toEqual({ ok: false, code: 'bad-points', problem, criterion });
  });

  test('another go may leave criteria open, and opens the work again without a due time', async () => {
    const now = Date.now();
    const back = await handBack(
      school.db,
      teacher,
      { handInId, marks: marks(20, null), general: 'Once more.', ...BARE, anotherGo: true },
      now,
    );
    expect(back).toMatchObject({ ok: true, earned: null, lostLate: 0 });
    expect(await read(school.db, findDraft(handInId, teacher.id))).toBeNull();
    const later = now + 90 * 86_400_000;
    const view = await desk(school.db, abena, LADDER, later);
    expect(view).toMatchObject({
      state: 'another-go',
      feedback: [{ anotherGo: true, earned: null, general: 'Once more.' }],
    });
    expect(view?.moves).toContain('hand-in');
    const again = await handIn(school.db, abena, { assignmentId: LADDER, act: 'act-another-go', note: '' }, later);
    expect(again).toMatchObject({ ok: true, receipt: { late_by: 0 } });
  });

  test('marks for a hand-in that is not the one that lies here are not taken', async () => {
    const old = await handBack(
      school.db,
      teacher,
      { handInId, marks: marks(30, 20, 20, 20, 10), general: '', ...BARE, anotherGo: false },
      Date.now(),
    );
    expect(old).toMatchObject({ ok: false, code: 'not-handed-in' });
  });

  test('the second hand-back counts, the first one stays to be read', async () => {
    const later = Date.now() + 91 * 86_400_000;
    const [newest] = await read(school.db, receiptsOf(LADDER, abena.id));
    const done = await handBack(
      school.db,
      teacher,
      {
        handInId: newest?.id as HandInId,
        marks: marks(30, 20, 20, 20, 10),
        general: 'There.',
        ...BARE,
        anotherGo: false,
      },
      later,
    );
    expect(done).toMatchObject({ ok: true, earned: 100 });
    const view = await desk(school.db, abena, LADDER, later + 1);
    expect(view?.feedback.map(({ general }) => general)).toEqual(['There.', 'Once more.']);
    expect(view?.receipts).toHaveLength(2);
  });

  test('work that the student has taken back meanwhile is not handed back', async () => {
    const bilal = await school.person('s-bilal');
    const now = Date.now();
    const [receipt] = await read(school.db, receiptsOf(LADDER, bilal.id));
    const given = {
      handInId: receipt?.id as HandInId,
      marks: marks(30, 20, 20, 20, 10),
      general: '',
      ...BARE,
      anotherGo: false,
    };
    expect(await takeBack(school.db, bilal, LADDER, now)).toEqual({ ok: true });
    expect(await handBack(school.db, teacher, given, now + 1)).toMatchObject({ ok: false, code: 'not-handed-in' });
    expect((await desk(school.db, bilal, LADDER, now + 2))?.state).toBe('under-way');
  });
});

describe('an aside', () => {
  const aside = { assignmentId: LADDER, studentId: 's-abena' as Person['id'] };

  test('is written once, however often the same act is sent, and read by the other side only', async () => {
    const now = Date.now();
    const message = { ...aside, act: 'act-aside-1', body: 'Which streaks?' };
    await Promise.all([writeAside(school.db, teacher, message, now), writeAside(school.db, teacher, message, now)]);
    const forTeacher = await read(school.db, asideAs(teacher, { assignmentId: LADDER, studentId: abena.id }));
    const forStudent = await read(school.db, asideAs(abena, { assignmentId: LADDER, studentId: abena.id }));
    expect(forTeacher).toMatchObject([{ own: true, unread: false, body: 'Which streaks?' }]);
    expect(forStudent).toMatchObject([{ own: false, unread: true, author: 'Ngozi Bello-Strand' }]);
    expect(
      await read(school.db, asideAs(teacher, { assignmentId: LADDER, studentId: 's-bilal' as Person['id'] })),
    ).toEqual([]);
  });

  test('is read once it was on the screen, and an answer is unread for the teacher', async () => {
    const now = Date.now() + 1000;
    await readAside(school.db, abena, aside, now);
    expect(await read(school.db, asideAs(abena, { assignmentId: LADDER, studentId: abena.id }))).toMatchObject([
      { unread: false },
    ]);
    await writeAside(school.db, abena, { ...aside, act: 'act-aside-2', body: 'The thin ones.' }, now + 1);
    const messages = await read(school.db, asideAs(teacher, { assignmentId: LADDER, studentId: abena.id }));
    expect(messages.map(({ body, unread }) => [body, unread])).toEqual([
      ['Which streaks?', false],
      ['The thin ones.', true],
    ]);
    const { rows } = await school.db.query(
      "SELECT actor_id FROM event WHERE kind = 'aside-written' AND student_id = 's-abena' AND assignment_id = 'cloud-ladder' ORDER BY id",
    );
    expect(rows).toEqual([{ actor_id: 't-bello' }, { actor_id: 's-abena' }]);
  });
});

test('marks that were given by another rubric are not handed back with the others', async () => {
  const now = Date.now();
  const work = (await teacherWork(school.db, teacher, null, now)).find(({ toMark }) => toMark > 0);
  const assignmentId = work?.id as AssignmentId;
  const waiting = (await studentsOn(school.db, assignmentId, now)).find(({ state }) => state.startsWith('handed-in'));
  const handIn = waiting?.handInId as HandInId;
  const rubric = await read(school.db, rubricOf(assignmentId));
  const given = rubric.map(({ id, points }) => ({ criterionId: id, points, comment: '' }));
  const draft = { ...BARE, handInId: handIn, marks: given, general: 'Well.' };
  await keepMarks(school.db, teacher, { ...draft, rubric: 'of-another-day' }, now);
  const refused = await handBackMarked(school.db, teacher, { assignmentId, handIns: [handIn] }, now);
  expect(refused.each).toEqual([{ handIn, ok: false, code: 'rubric-changed' }]);
  await keepMarks(school.db, teacher, { ...draft, rubric: rubricVersion(rubric) }, now);
  const back = await handBackMarked(school.db, teacher, { assignmentId, handIns: [handIn] }, now);
  expect(back.each).toEqual([{ handIn, ok: true, code: '' }]);
});
