import type { AssignmentId, ClassId, PersonId } from '@/core/ids';
import { type AssignmentDraft, EMPTY_DRAFT } from '@/core/setting/draft';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { newId } from '@/server/secrets';
import { studentsOfAssignment } from '@/store/classes';
import { read } from '@/store/database';
import { receiptsOf } from '@/store/hand-ins';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { findAssignment } from '@/store/work';
import { type Came, inEveryOrder } from '@/testing/orders';
import { excuse, takeBackFromClass } from './for-whom';
import { postAssignment } from './posting';

// What a teacher does to some work while a student hands it in, in every order of their statements: one outcome each.
const onServer = process.env.KITE_TEST_DATABASE ? describe : describe.skip;

const WEATHER = 'weather' as ClassId;
const HOUR = 3_600_000;
const NOW = Date.now();
const MOST = 30;

let school: TestSchool;
let bello: Person;
let wren: Person;
beforeAll(async () => {
  school = await testSchool();
  [bello, wren] = await Promise.all([school.person('t-bello'), school.person('s-wren')]);
}, 60_000);
afterAll(() => school.end());

const gave = <Result>(came: Came<Result>): Result => {
  if ('failed' in came) throw new Error(came.failed);
  return came.gave;
};

const draftOf = (id: AssignmentId, dueAt: number): AssignmentDraft => ({
  ...EMPTY_DRAFT,
  title: 'At once',
  minutes: 5,
  dueAt,
  steps: [
    { id: `${id}-s` as never, kind: 'do', title: 'Do it', minutes: 5, settings: {}, material: null, starter: null },
  ],
});

/** Something new to be ticked off, due in an hour. */
async function posted(): Promise<AssignmentId> {
  const id = newId() as AssignmentId;
  const posting = { id, classId: WEATHER, draft: draftOf(id, NOW + HOUR), postedAt: NOW - HOUR };
  expect(await postAssignment(school.db, bello, posting, NOW - HOUR)).toMatchObject({ ok: true });
  return id;
}

const tick = (assignmentId: AssignmentId) => (db: TestSchool['db']) =>
  handIn(db, wren, { assignmentId, act: `tick ${assignmentId}`, note: '' }, NOW);
const receipts = (id: AssignmentId) => read(school.db, receiptsOf(id, wren.id));

onServer('in every order', () => {
  test('what is handed in while it is taken back from the class is kept, and the work is away', async () => {
    const orders = await inEveryOrder(school.url, {
      most: MOST,
      prepare: posted,
      acts: [(db, id) => tick(id)(db), (db, id) => takeBackFromClass(db, bello, id, true, NOW)],
      check: async (id, [handed, taken]) => {
        expect(gave(taken)).toEqual({ ok: true });
        expect(gave(handed)).toMatchObject({ ok: true });
        expect(await receipts(id)).toHaveLength(1);
        expect((await read(school.db, findAssignment(id)))?.withdrawnAt).toBe(NOW);
      },
    });
    expect(orders).toBeGreaterThan(5);
  }, 240_000);

  test('whoever hands in while they are excused has handed in, and is not excused', async () => {
    const orders = await inEveryOrder(school.url, {
      most: MOST,
      prepare: posted,
      acts: [
        (db, id) => tick(id)(db),
        (db, id) => excuse(db, bello, { assignmentId: id, studentId: wren.id as PersonId, excused: true }, NOW),
      ],
      check: async (id, [handed, excused]) => {
        expect(gave(handed)).toMatchObject({ ok: true });
        expect([{ ok: true }, { ok: false, code: 'handed-in' }]).toContainEqual(gave(excused));
        expect(await receipts(id)).toHaveLength(1);
        const row = (await read(school.db, studentsOfAssignment(id))).find((one) => one.id === wren.id);
        expect(row?.excused).toBe(false);
      },
    });
    expect(orders).toBeGreaterThan(5);
  }, 240_000);

  test('a hand-in while the due time becomes an earlier one is late by one of the two, as its receipt says', async () => {
    const earlier = NOW - 60_000;
    const orders = await inEveryOrder(school.url, {
      most: MOST,
      prepare: posted,
      acts: [
        (db, id) => tick(id)(db),
        (db, id) =>
          postAssignment(db, bello, { id, classId: WEATHER, draft: draftOf(id, earlier), postedAt: NOW - HOUR }, NOW),
      ],
      check: async (id, [handed, changed]) => {
        expect(gave(changed)).toMatchObject({ ok: true, version: 2 });
        expect(gave(handed)).toMatchObject({ ok: true });
        const [receipt] = await receipts(id);
        expect([earlier, NOW + HOUR]).toContain(receipt?.due_at);
        expect(receipt?.late_by).toBe(Math.max(0, NOW - (receipt?.due_at ?? 0)));
      },
    });
    expect(orders).toBeGreaterThan(5);
  }, 240_000);
});
