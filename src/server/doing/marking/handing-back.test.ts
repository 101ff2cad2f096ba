import type { AssignmentId, HandInId, PersonId } from '@/core/ids';
import { takeBack } from '@/server/doing/handing-in/handing-in';
import { Jobs } from '@/server/live/jobs/jobs';
import { JOBS } from '@/server/live/jobs/kinds';
import { desk } from '@/server/reading/desk/desk';
import { markingDesk } from '@/server/reading/marking/marking-desk';
import { studentsOn } from '@/server/reading/work/students-on';
import { read } from '@/store/database';
import { findDraft } from '@/store/marking';
import { newsFor } from '@/store/news';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { rubricOf } from '@/store/work';
import { amend, handBack, sayAmend, sayHandBack, UNDO_FOR, undoHandBack } from './handing-back';
import { keepMarks } from './marking';

const LADDER = 'cloud-ladder' as AssignmentId;
let school: TestSchool;
let teacher: Person;
/** Students whose work waits for marks, each for one test. */
let waiting: { readonly id: PersonId; readonly handIn: HandInId }[];
let at = Date.now();
const jobs = () => new Jobs(school.db, JOBS, () => at);

beforeAll(async () => {
  school = await testSchool();
  teacher = await school.person('t-bello');
  waiting = (await studentsOn(school.db, LADDER, at)).flatMap(({ id, state, handInId }) =>
    state.startsWith('handed-in') && handInId !== null ? [{ id, handIn: handInId }] : [],
  );
});
afterAll(() => school.end());

const next = () => {
  const one = waiting.pop();
  if (!one) throw new Error('nobody waits any more');
  return one;
};
async function marks(handInId: HandInId, part = 1) {
  const rubric = await read(school.db, rubricOf(LADDER));
  const given = rubric.map(({ id, points }) => ({ criterionId: id, points: Math.floor(points * part), comment: '' }));
  return { handInId, marks: given, general: `Well seen, ${part}.`, remarks: [], sound: null, rubric: null };
}
const seenBy = async (id: PersonId) => {
  const view = await desk(school.db, await school.person(id), LADDER, at);
  return { state: view?.state, feedback: view?.feedback.map(({ general }) => general) };
};

test('ten seconds after it was said it is back; until then the student sees nothing of it', async () => {
  const { id, handIn } = next();
  const before = await seenBy(id);
  const said = await sayHandBack(school.db, teacher, { ...(await marks(handIn)), anotherGo: false }, at);
  expect(said).toMatchObject({ ok: true, at: at + UNDO_FOR });
  at += UNDO_FOR - 1;
  await jobs().tick();
  expect(await seenBy(id)).toEqual(before);
  const news = await read(school.db, newsFor(id, 50, at));
  expect(news.filter(({ assignment_id }) => assignment_id === LADDER).map(({ kind }) => kind)).not.toContain(
    'handed-back',
  );
  at += 1;
  await jobs().tick();
  expect(await seenBy(id)).toEqual({ state: 'handed-back', feedback: ['Well seen, 1.'] });
  expect(await read(school.db, findDraft(handIn, teacher.id))).toBeNull();
});

test('undone in time nothing of it was ever seen, and the marks are a draft; afterwards it cannot be undone', async () => {
  const { id, handIn } = next();
  await sayHandBack(school.db, teacher, { ...(await marks(handIn)), anotherGo: true }, at);
  expect(await undoHandBack(school.db, teacher, handIn)).toEqual({ ok: true });
  at += 2 * UNDO_FOR;
  await jobs().tick();
  expect((await seenBy(id)).feedback).toEqual([]);
  expect(await read(school.db, findDraft(handIn, teacher.id))).toMatchObject({
    general: 'Well seen, 1.',
    said_for: null,
    said: null,
  });
  await sayHandBack(school.db, teacher, { ...(await marks(handIn)), anotherGo: true }, at);
  at += UNDO_FOR;
  await jobs().tick();
  expect((await seenBy(id)).state).toBe('another-go');
  expect(await undoHandBack(school.db, teacher, handIn)).toEqual({ ok: false, code: 'already-handed-back' });
});

test('what would refuse it does so when it is said, and while it is on its way it stays as it was said', async () => {
  const { handIn } = next();
  const whole = await marks(handIn);
  const open = { ...whole, marks: whole.marks.map((mark, i) => (i === 0 ? { ...mark, points: null } : mark)) };
  expect(await sayHandBack(school.db, teacher, { ...open, anotherGo: false }, at)).toMatchObject({
    code: 'bad-points',
  });
  expect(await read(school.db, findDraft(handIn, teacher.id))).toBeNull();
  const said = await sayHandBack(school.db, teacher, { ...whole, anotherGo: false }, at);
  // Tapped twice.
  const again = await sayHandBack(school.db, teacher, { ...whole, anotherGo: true }, at + 3000);
  expect(again).toEqual(said);
  const late = { ...whole, general: 'Typed too late.' };
  expect(await keepMarks(school.db, teacher, late, at + 4000)).toEqual({ ok: false, code: 'going-back' });
  const view = await markingDesk(school.db, teacher, LADDER, null, at);
  expect(view?.students.find(({ handInId }) => handInId === handIn)?.draft).toBe('going');
  at += UNDO_FOR;
  await jobs().tick();
  const after = await markingDesk(school.db, teacher, LADDER, null, at);
  expect(after?.students.find(({ handInId }) => handInId === handIn)).toMatchObject({
    draft: 'none',
    state: 'handed-back',
  });
});

test('work that was taken back meanwhile does not come back, and the marks are kept', async () => {
  const { id, handIn } = next();
  await sayHandBack(school.db, teacher, { ...(await marks(handIn)), anotherGo: false }, at);
  expect(await takeBack(school.db, await school.person(id), LADDER, at + 1000)).toEqual({ ok: true });
  at += UNDO_FOR;
  await jobs().tick();
  expect((await seenBy(id)).feedback).toEqual([]);
  expect(await read(school.db, findDraft(handIn, teacher.id))).toMatchObject({
    general: 'Well seen, 1.',
    said_for: null,
  });
});

test('a change of the marks takes effect in the same way', async () => {
  const { id, handIn } = next();
  await handBack(school.db, teacher, { ...(await marks(handIn)), anotherGo: false }, at);
  await sayAmend(school.db, teacher, { ...(await marks(handIn, 0.5)), askAgain: false }, at);
  expect((await seenBy(id)).feedback).toEqual(['Well seen, 1.']);
  at += UNDO_FOR;
  await jobs().tick();
  expect(await seenBy(id)).toEqual({ state: 'handed-back', feedback: ['Well seen, 0.5.', 'Well seen, 1.'] });
  expect(await amend(school.db, teacher, { ...(await marks(handIn, 0)), askAgain: true }, at)).toMatchObject({
    ok: true,
  });
  expect((await seenBy(id)).state).toBe('another-go');
});
