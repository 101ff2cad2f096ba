import type { AssignmentId, PersonId } from '@/core/ids';
import { newDocument } from '@/server/doing/documents/own-documents';
import { writeAside } from '@/server/doing/talk/asides';
import { beginUpload, endUpload, ownerOfUpload } from '@/store/limits';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { use } from './limits';

let school: TestSchool;
let wren: Person;
const NOW = Date.now();
const HOUR = 3_600_000;

beforeAll(async () => {
  school = await testSchool();
  wren = await school.person('s-wren');
});
afterAll(() => school.end());

test('of three hundred documents at once a hundred are made; the others hear when there can be more', async () => {
  const made = await Promise.all(
    Array.from({ length: 300 }, (_, i) => newDocument(school.db, wren, `Number ${i}`, NOW)),
  );
  expect(made.filter(({ ok }) => ok)).toHaveLength(100);
  const refused = made.find(({ ok }) => !ok);
  expect(refused).toEqual({ ok: false, code: 'too-much', what: 'documents', seconds: 3600 });
  expect((await newDocument(school.db, wren, 'Later', NOW + HOUR - 5000)).ok).toBe(false);
  expect((await newDocument(school.db, wren, 'Later', NOW + HOUR)).ok).toBe(true);
  expect((await newDocument(school.db, await school.person('s-imke'), 'Mine', NOW)).ok).toBe(true);
});

test('bytes are counted as they are announced, and one that is too much for a day is none', async () => {
  const id = wren.id;
  expect(await use(school.db, id, 'bytes', 3_000_000_000, NOW)).toBeNull();
  expect(await use(school.db, id, 'bytes', 1_000_000_001, NOW)).toMatchObject({ what: 'bytes', seconds: 86_400 });
  expect(await use(school.db, id, 'bytes', 1_000_000_000, NOW)).toBeNull();
  expect(await use(school.db, id, 'bytes', 5_000_000_000, NOW + 25 * HOUR)).not.toBeNull();
});

test('messages without an end are told when they go on', async () => {
  const aside = { assignmentId: 'cloud-ladder' as AssignmentId, studentId: wren.id };
  await use(school.db, wren.id, 'messages', 299, NOW);
  const write = (n: number) => writeAside(school.db, wren, { ...aside, act: `act-flood-${n}`, body: 'More' }, NOW);
  expect(await write(1)).toEqual({ ok: true });
  expect(await write(2)).toMatchObject({ ok: false, code: 'too-much', what: 'messages' });
});

test('of two hundred uploads that are begun at once twelve are, and an end makes room for another', async () => {
  const owner = 's-yusuf' as PersonId;
  const most = { uploads: 12, bytes: 2_000_000_000 };
  const begin = (id: string, size = 1000) =>
    school.db.transaction((tx) => beginUpload(tx, { id, ownerId: owner, size, at: NOW }, most));
  const begun = await Promise.all(Array.from({ length: 200 }, (_, i) => begin(`upload-${i}`)));
  expect(begun.filter(Boolean)).toHaveLength(12);
  // Which of them were first is decided by whichever connection was.
  const first = `upload-${begun.findIndex(Boolean)}`;
  expect(await ownerOfUpload(school.db, first)).toBe(owner);
  await endUpload(school.db, first);
  expect(await begin('too-large', 1_999_999_999)).toBe(false);
  expect(await begin('another')).toBe(true);
  expect(await ownerOfUpload(school.db, first)).toBeNull();
});
