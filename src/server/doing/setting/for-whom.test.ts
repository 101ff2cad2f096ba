import type { AssignmentId, ClassId, PersonId } from '@/core/ids';
import { type AssignmentDraft, EMPTY_DRAFT } from '@/core/setting/draft';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { may } from '@/server/permissions';
import { classLine } from '@/server/reading/class-line/class-line';
import { find } from '@/server/reading/find/finding';
import { whatsNew } from '@/server/reading/news/news';
import { studentsOn } from '@/server/reading/work/students-on';
import { workOf } from '@/server/reading/work/work-list';
import { newId } from '@/server/secrets';
import { read } from '@/store/database';
import { draftsOf } from '@/store/drafts';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { changeAssignment } from './drafts';
import { excuse, takeBackFromClass } from './for-whom';
import { postAssignment } from './posting';

const WEATHER = 'weather' as ClassId;
const HOUR = 3_600_000;
const NOW = Date.now();
const LATER = NOW + 60_000;

let school: TestSchool;
let bello: Person;
let imke: Person;
let wren: Person;
beforeAll(async () => {
  school = await testSchool();
  [bello, imke, wren] = await Promise.all([school.person('t-bello'), school.person('s-imke'), school.person('s-wren')]);
}, 60_000);
afterAll(() => school.end());

/** Something to do and tick off, posted in the class. */
async function posted(title: string, more: Partial<AssignmentDraft> = {}): Promise<AssignmentId> {
  const id = newId() as AssignmentId;
  const step = { id: `${id}-s` as never, kind: 'do' as const, title: 'Do it', minutes: 5, settings: {} };
  const draft: AssignmentDraft = {
    ...EMPTY_DRAFT,
    title,
    minutes: 5,
    dueAt: NOW + 24 * HOUR,
    steps: [{ ...step, material: null, starter: null }],
    ...more,
  };
  const outcome = await postAssignment(school.db, bello, { id, classId: WEATHER, draft, postedAt: NOW }, NOW);
  expect(outcome).toEqual({ ok: true, version: 1 });
  return id;
}

const tick = (who: Person, assignmentId: AssignmentId, at = LATER) =>
  handIn(school.db, who, { assignmentId, act: newId(), note: '' }, at);

/** Everywhere at which a student could come upon some work. */
async function seenBy(who: Person, assignment: AssignmentId, title: string) {
  const entries = (await classLine(school.db, who, WEATHER, { order: 'newest', chip: 'all' }, LATER)).newest;
  const told = (await whatsNew(school.db, who, LATER)).flatMap(({ news }) => news);
  return {
    list: (await workOf(school.db, who, null, LATER)).some(({ id }) => id === assignment),
    line: entries.some(({ id }) => id === assignment),
    found: (await find(school.db, who, title, LATER)).some((one) => one.title === title),
    news: told.some((one) => one.kind === 'posted' && one.title === title),
    desk: (await may(school.db, 'PAGE /desk/[assignment]', who, { assignment }, LATER)) === 'yes',
  };
}
const EVERYWHERE = { list: true, line: true, found: true, news: true, desk: true };
const NOWHERE = { list: false, line: false, found: false, news: false, desk: false };

test('work that is for some is there for them, and nowhere for the others of the class', async () => {
  const id = await posted('Rope for two', { only: [imke.id] });
  expect(await seenBy(imke, id, 'Rope for two')).toEqual(EVERYWHERE);
  expect(await seenBy(wren, id, 'Rope for two')).toEqual(NOWHERE);
  expect((await studentsOn(school.db, id, LATER)).map((one) => one.id)).toEqual([imke.id]);
  // Its teacher counts those alone.
  const { newest } = await classLine(school.db, bello, WEATHER, { order: 'newest', chip: 'all' }, LATER);
  const entry = newest.find((one) => one.id === id);
  expect(entry).toMatchObject({ kind: 'teaching', item: { students: 1 } });
});

test('whoever is excused has it nowhere, is told so, and what waited for it opens; asked again, they have it again', async () => {
  const first = await posted('First the knots');
  const next = await posted('Then the ladder', { after: [first] });
  const opens = async (who: Person) =>
    (await workOf(school.db, who, null, LATER)).find(({ id }) => id === next)?.state !== 'opens-later';
  expect(await opens(imke)).toBe(false);
  expect(await excuse(school.db, bello, { assignmentId: first, studentId: imke.id, excused: true }, LATER)).toEqual({
    ok: true,
  });
  expect(await seenBy(imke, first, 'First the knots')).toEqual(NOWHERE);
  expect(await seenBy(wren, first, 'First the knots')).toEqual(EVERYWHERE);
  expect(await opens(imke)).toBe(true);
  const told = (await whatsNew(school.db, imke, LATER)).flatMap(({ news }) => news);
  expect(told.some(({ kind, title }) => kind === 'excused' && title === 'First the knots')).toBe(true);
  const row = (await studentsOn(school.db, first, NOW + 48 * HOUR)).find(({ id }) => id === imke.id);
  expect(row).toMatchObject({ excused: true, list: 'later' });

  await excuse(school.db, bello, { assignmentId: first, studentId: imke.id, excused: false }, LATER);
  expect(await seenBy(imke, first, 'First the knots')).toEqual(EVERYWHERE);
});

test('of two things that are waited for, one handed in and the other excused open what waits', async () => {
  const [one, other] = [await posted('One of two'), await posted('Other of two')];
  const next = await posted('After both', { after: [one, other] });
  await tick(wren, one);
  const state = async () => (await workOf(school.db, wren, null, LATER)).find(({ id }) => id === next)?.state;
  expect(await state()).toBe('opens-later');
  await excuse(school.db, bello, { assignmentId: other, studentId: wren.id, excused: true }, LATER);
  expect(await state()).toBe('not-started');
});

test('nobody is excused from what they handed in, and whoever hands in at that second is not excused', async () => {
  const id = await posted('Handed in first');
  await tick(wren, id);
  const excused = (who: PersonId) =>
    excuse(school.db, bello, { assignmentId: id, studentId: who, excused: true }, LATER);
  expect(await excused(wren.id)).toEqual({ ok: false, code: 'handed-in' });
  expect(await excused('t-kerr' as PersonId)).toEqual({ ok: false, code: 'not-found' });
  // The hand-in was let in before the excusing, and comes after it.
  expect(await excused(imke.id)).toEqual({ ok: true });
  expect(await tick(imke, id)).toMatchObject({ ok: true });
  expect((await studentsOn(school.db, id, LATER)).find((one) => one.id === imke.id)).toMatchObject({
    excused: false,
    state: 'handed-in',
  });
});

test('what is arranged at setting holds from the first moment, and a further version does not bring it back', async () => {
  const arranged = [
    { student: imke.id, minutes: 90 },
    { student: wren.id, minutes: null },
  ];
  const id = await posted('Arranged', { arranged });
  const mine = (await workOf(school.db, imke, null, LATER)).find((one) => one.id === id);
  expect(mine?.dueAt).toBe(NOW + 25.5 * HOUR);
  expect((await seenBy(wren, id, 'Arranged')).desk).toBe(false);
  await excuse(school.db, bello, { assignmentId: id, studentId: wren.id, excused: false }, LATER);
  const again = { ...EMPTY_DRAFT, title: 'Arranged anew', minutes: 5, arranged };
  const step = { id: `${id}-s` as never, kind: 'do' as const, title: 'Do it', minutes: 5, settings: {} };
  const draft = { ...again, steps: [{ ...step, material: null, starter: null }] };
  expect(await postAssignment(school.db, bello, { id, classId: WEATHER, draft, postedAt: NOW }, LATER)).toMatchObject({
    version: 2,
  });
  expect((await seenBy(wren, id, 'Arranged anew')).desk).toBe(true);
});

test('what is taken back from the class is there for nobody; receipts stay, what waited opens, and it can come back', async () => {
  const id = await posted('Taken back');
  const next = await posted('Behind what is taken back', { after: [id] });
  const receipt = await tick(imke, id);
  if (!receipt.ok) throw new Error(receipt.code);
  const draft = await changeAssignment(school.db, bello, id, LATER);
  if (!draft.ok) throw new Error(draft.code);
  expect(await takeBackFromClass(school.db, bello, id, true, LATER)).toEqual({ ok: true });
  for (const who of [imke, wren]) expect(await seenBy(who, id, 'Taken back')).toEqual(NOWHERE);
  const mayRead = (who: Person) =>
    may(school.db, 'GET /api/hand-ins/[handIn]/receipt', who, { handIn: receipt.receipt.id }, LATER);
  expect([await mayRead(imke), await mayRead(wren), await mayRead(bello)]).toEqual(['yes', 'no', 'yes']);
  const behind = (await workOf(school.db, wren, null, LATER)).find((one) => one.id === next);
  expect(behind?.state).toBe('not-started');
  // Teachers go on seeing it, among the drafts.
  expect(await may(school.db, 'PAGE /marking/[assignment]', bello, { assignment: id }, LATER)).toBe('yes');
  expect((await read(school.db, draftsOf(WEATHER, LATER))).find((one) => one.id === draft.document)).toMatchObject({
    withdrawn_at: LATER,
  });
  const { newest } = await classLine(school.db, bello, WEATHER, { order: 'newest', chip: 'all' }, LATER);
  expect(newest.some((one) => one.id === id)).toBe(false);

  await takeBackFromClass(school.db, bello, id, false, LATER);
  expect((await seenBy(wren, id, 'Taken back')).desk).toBe(true);
  const kept = (await workOf(school.db, imke, null, LATER)).find((one) => one.id === id);
  expect(kept?.state).toBe('handed-in');
});
