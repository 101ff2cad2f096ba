import type { AssignmentId, ClassId } from '@/core/ids';
import { type AssignmentDraft, EMPTY_DRAFT } from '@/core/setting/draft';
import { changeAssignment } from '@/server/doing/setting/drafts';
import { postAssignment } from '@/server/doing/setting/posting';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { keptVersion } from './drafts';
import { printedWork } from './printed-work';
import { setDesk } from './set-desk';

const NOW = Date.now();
const ID = 'two-versions' as AssignmentId;
let school: TestSchool;
let bello: Person;
beforeAll(async () => {
  school = await testSchool();
  bello = await school.person('t-bello');
  const step = { id: 'two-versions-s' as never, kind: 'do' as const, title: 'Do it', minutes: 5, settings: {} };
  const draft: AssignmentDraft = {
    ...EMPTY_DRAFT,
    title: 'First',
    minutes: 5,
    steps: [{ ...step, material: null, starter: null }],
  };
  for (const title of ['First', 'Second']) {
    const posting = { id: ID, classId: 'weather' as ClassId, draft: { ...draft, title }, postedAt: NOW };
    expect(await postAssignment(school.db, bello, posting, NOW)).toMatchObject({ ok: true });
  }
}, 60_000);
afterAll(() => school.end());

test('every version is kept as it was posted, and is there by its number', async () => {
  expect(await keptVersion(school.db, ID, '1')).toMatchObject({ ok: true, brief: { title: 'First' } });
  expect(await keptVersion(school.db, ID, '2')).toMatchObject({ ok: true, brief: { title: 'Second' } });
  for (const number of ['3', '0', '-1', '1e3', 'now', '']) {
    expect(await keptVersion(school.db, ID, number)).toEqual({ ok: false, code: 'not-found' });
  }
  const changed = await changeAssignment(school.db, bello, ID, NOW);
  const desk = changed.ok ? await setDesk(school.db, bello, changed.document) : null;
  expect(desk?.versions).toEqual([2, 1].map((number) => ({ number, at: NOW, by: bello.name })));
});

test('what is printed is what the draft says, with the names of what it opens', async () => {
  const printed = await printedWork(school.db, bello, 'draft-fog' as never);
  expect(printed).toMatchObject({ lang: 'en', draft: { title: 'What the fog bell says' } });
  expect(printed?.materials.length).toBeGreaterThan(0);
  expect(await printedWork(school.db, bello, 'nothing' as never)).toBeNull();
});
