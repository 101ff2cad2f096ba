import { mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import type { ClassId } from '@/core/ids';
import { addClassByOffice } from '@/server/doing/office/classes';
import { courseOut } from '@/server/reading/setting/cartridge';
import { draftView } from '@/server/reading/setting/drafts';
import { unitsOf } from '@/store/classes';
import { wholeMaterials } from '@/store/courses';
import { read } from '@/store/database';
import { draftsOfTeacher } from '@/store/drafts';
import { putIntoClass } from '@/store/office-people';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { type CourseIn, readCourseIn, takeCourseOut } from './cartridge';

const NOW = Date.now();
let school: TestSchool;
let bello: Person;
let into: ClassId;
beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
  mkdirSync(join(school.folder, 'uploads'), { recursive: true });
  bello = await school.person('t-bello');
  const opened = await addClassByOffice(
    school.db,
    await school.person('o-quill'),
    { name: 'Next year', room: '', locale: 'en' },
    NOW,
  );
  if (!opened.ok) throw new Error(opened.code);
  into = opened.class;
  await putIntoClass(school.db, [{ person: bello.id, class: into, role: 'teacher' }], NOW);
});
afterAll(() => school.end());

let n = 0;
function bringIn(bytes: Uint8Array): Promise<CourseIn> {
  n += 1;
  const path = join(school.folder, 'uploads', `cartridge-${n}`);
  writeFileSync(path, bytes);
  const words = { answer: 'Answer', questions: 'Questions' };
  return readCourseIn(school.db, bello, into, { file: { path, size: bytes.length }, words }, NOW);
}
async function takenOut(id: string): Promise<Uint8Array> {
  const taken = await takeCourseOut(school.db, bello, id as ClassId, NOW);
  if (!taken.ok) throw new Error(taken.code);
  return new Uint8Array(await taken.file.arrayBuffer());
}
const state = async () => ({
  units: (await read(school.db, unitsOf(into))).map(({ title }) => title),
  materials: (await read(school.db, wholeMaterials(into))).map(({ title, kind }) => `${kind} ${title}`),
  drafts: (await read(school.db, draftsOfTeacher(bello.id, NOW + 1000))).length,
});

test('a course goes out and into another class: units, what is to be read, work and questions as drafts', async () => {
  const before = await state();
  const bytes = await takenOut('weather');
  const parts = Object.keys(unzipSync(bytes));
  expect(parts).toContain('imsmanifest.xml');
  expect(parts.some((name) => name.startsWith('questions/'))).toBe(true);
  const came = await bringIn(bytes);
  if (!came.ok) throw new Error(came.code);
  const after = await state();
  const source = await read(school.db, unitsOf('weather' as ClassId));
  expect(after.units.slice(0, 3)).toEqual(source.map(({ title }) => title));
  expect(after.materials).toHaveLength(came.materials);
  expect(after.drafts - before.drafts).toBe(came.drafts);
  // What is shown to be read there is shown here, by the same names and kinds.
  const listed = (await read(school.db, wholeMaterials('weather' as ClassId))).filter((one) => one.listed);
  for (const { title, kind } of listed) expect(after.materials).toContain(`${kind} ${title}`);
  // Nothing that was unpacked lies about.
  expect(readdirSync(join(school.folder, 'uploads')).filter((name) => name.startsWith('unpacked-'))).toEqual([]);
});

test('sheets go along as the file that they lie on, and it is said that their boxes stay behind', async () => {
  const out = await courseOut(school.db, 'weather' as ClassId);
  expect(out?.notes).toContainEqual({ title: 'A forecast for Saturday', what: 'changed', code: 'sheets-left' });
  const items = out?.course.folders.flatMap((folder) => folder.items) ?? [];
  expect(items.find(({ title }) => title === 'A forecast for Saturday')).toMatchObject({
    kind: 'work',
    files: ['forecast-slides.pdf'],
  });
});

test('a discussion goes out as a topic and comes in as a draft of a discussion', async () => {
  await putIntoClass(school.db, [{ person: bello.id, class: 'stories' as ClassId, role: 'teacher' }], NOW);
  const bytes = await takenOut('stories');
  const manifest = strFromU8(unzipSync(bytes)['imsmanifest.xml'] ?? new Uint8Array());
  expect(manifest).toContain('imsdt_');
  const came = await bringIn(bytes);
  expect(came).toMatchObject({ ok: true });
  const drafts = await read(school.db, draftsOfTeacher(bello.id, NOW + 1000));
  const lamp = drafts.find(({ title }) => title === 'Should the old lamp stay lit?');
  const found = lamp && (await draftView(school.db, bello, lamp.id));
  expect(found?.ok && found.draft.steps.map(({ kind }) => kind)).toEqual(['discussion']);
});

test('all of it or nothing: in a class that is over nothing is put', async () => {
  const bytes = await takenOut('weather');
  const before = await state();
  await school.db.query('UPDATE class SET ended_at = $2 WHERE id = $1', [into, new Date(NOW - 1000)]);
  expect(await bringIn(bytes)).toEqual({ ok: false, code: 'class-over' });
  await school.db.query('UPDATE class SET ended_at = NULL WHERE id = $1', [into]);
  expect(await state()).toEqual(before);
});

const zip = (parts: Readonly<Record<string, string>>) =>
  zipSync(Object.fromEntries(Object.entries(parts).map(([name, text]) => [name, strToU8(text)])));

/** One whose only part says that it is so large, in bytes, before it is unpacked. */
function saysItIs(size: number): Uint8Array {
  const bytes = zip({ 'imsmanifest.xml': '<manifest/>' });
  const view = new DataView(bytes.buffer, bytes.byteOffset);
  const directory = view.getUint32(bytes.length - 6, true);
  for (const at of [22, directory + 24]) view.setUint32(at, size, true);
  return bytes;
}

test.each([
  ['not-a-cartridge', zip({ 'readme.txt': 'x' })],
  ['broken', strToU8('PK no archive')],
  ['broken', zip({ 'imsmanifest.xml': '<manifest><metadata>' })],
  ['too-intricate', zip({ 'imsmanifest.xml': '<!DOCTYPE a><manifest/>' })],
  ['too-large', saysItIs(130 * 1024 * 1024)],
])('%s is said, and nothing is put into the class', async (code, bytes) => {
  const before = await state();
  expect(await bringIn(bytes)).toMatchObject({ ok: false, code });
  expect(await state()).toEqual(before);
});
