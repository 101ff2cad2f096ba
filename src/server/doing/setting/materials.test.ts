import { join } from 'node:path';
import type { ClassId } from '@/core/ids';
import { shownMaterial } from '@/server/reading/materials/material-page';
import { mayRead } from '@/server/reading/materials/materials';
import { newId } from '@/server/secrets';
import { keepFile } from '@/store/files';
import { findMaterial } from '@/store/materials';
import type { Person } from '@/store/people';
import { addPiece } from '@/store/pieces';
import { type TestSchool, testSchool } from '@/store/test-school';
import { changeMaterial, takeMaterial } from './materials';

const WEATHER = 'weather' as ClassId;
const HOUR = 3_600_000;
const NOW = Date.now();
const SIGNALS = 'sound-signals';
const AT = { classId: WEATHER, material: SIGNALS };
const AS_IT_IS = { title: 'Sound signals in fog', opensAt: null, closesAt: null, removed: false };
let school: TestSchool;
let bello: Person;
let imke: Person;
beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
  [bello, imke] = await Promise.all([school.person('t-bello'), school.person('s-imke')]);
}, 60_000);
afterAll(() => school.end());

const change = (to: object, at = AT) => changeMaterial(school.db, bello, at, { ...AS_IT_IS, ...to }, NOW);

/** A file on a teacher's shelf. */
async function shelved(text: string, owner = bello): Promise<string> {
  const sha256 = await keepFile(school.db, join(school.folder, 'files'), {
    bytes: Buffer.from(text),
    type: 'text/plain',
    at: NOW,
  });
  const id = newId();
  await addPiece(school.db, {
    id,
    ownerId: owner.id,
    assignmentId: null,
    name: 'captions.vtt',
    at: NOW,
    is: { kind: 'file', sha256, pages: null, seconds: null },
  });
  return id;
}

test('a material gets another name and a window, which holds for the students and not for who teaches', async () => {
  expect(await change({ title: 'Signals', opensAt: NOW + HOUR, closesAt: NOW + 2 * HOUR })).toEqual({ ok: true });
  expect(await findMaterial(school.db, SIGNALS)).toMatchObject({ title: 'Signals', opens_at: NOW + HOUR });
  const read = (who: Person, at: number) => mayRead(school.db, who, SIGNALS, at);
  expect([await read(imke, NOW), await read(imke, NOW + HOUR), await read(imke, NOW + 3 * HOUR)]).toEqual([
    false,
    true,
    false,
  ]);
  expect(await read(bello, NOW)).toBe(true);
  expect(await shownMaterial(school.db, bello, SIGNALS)).toMatchObject({ ok: true, opensAt: NOW + HOUR });
  expect(await change({ title: ' ' })).toMatchObject({ code: 'unmet', unmet: [{ code: 'no-title' }] });
  const turned = { opensAt: NOW + HOUR, closesAt: NOW };
  expect(await change(turned)).toMatchObject({ unmet: [{ code: 'closes-before-opens' }] });
  expect(await change({}, { ...AT, classId: 'stories' as ClassId })).toEqual({ ok: false, code: 'not-found' });
  expect(await change({})).toEqual({ ok: true });
});

test('captions are taken where they are such, out of one’s own shelf alone', async () => {
  const captions = await shelved('WEBVTT\n\n00:01.000 --> 00:03.000\nOne blast: I turn to the right.');
  expect(await change({ captions })).toEqual({ ok: true });
  const { captions_sha256: kept } = (await findMaterial(school.db, SIGNALS)) ?? {};
  expect(kept).toMatch(/^[0-9a-f]{64}$/);
  expect(await change({ captions: await shelved('1\n00:00:01,000 --> 00:00:03,000\nno') })).toEqual({
    ok: false,
    code: 'no-captions',
  });
  const haddad = await school.person('t-haddad');
  const others = await shelved('WEBVTT\n\n00:01.000 --> 00:03.000\nTheirs', haddad);
  expect(await change({ captions: others })).toEqual({ ok: false, code: 'not-found' });
  // Without any it keeps what it has.
  await change({});
  expect((await findMaterial(school.db, SIGNALS))?.captions_sha256).toBe(kept);
});

test('what is taken out of a class is there for nobody, at once, and can be brought back', async () => {
  expect(await change({ removed: true })).toEqual({ ok: true });
  expect([await mayRead(school.db, imke, SIGNALS, NOW), await mayRead(school.db, bello, SIGNALS, NOW)]).toEqual([
    false,
    false,
  ]);
  await change({ removed: false });
  expect(await mayRead(school.db, imke, SIGNALS, NOW)).toBe(true);
});

test('a material is taken from another class that one teaches, with its file, and from no other', async () => {
  await school.db.query("INSERT INTO membership (person_id, class_id, role) VALUES ('t-bello', 'stories', 'teacher')");
  const taken = await takeMaterial(school.db, bello, 'stories' as ClassId, SIGNALS, NOW);
  if (!taken.ok) throw new Error(taken.code);
  const [own, there] = [await findMaterial(school.db, SIGNALS), await findMaterial(school.db, taken.material.id)];
  expect(there).toMatchObject({ class_id: 'stories', listed: false, file_sha256: own?.file_sha256 });
  const kerr = await school.person('t-kerr');
  expect(await takeMaterial(school.db, kerr, 'maths' as ClassId, SIGNALS, NOW)).toEqual({
    ok: false,
    code: 'not-found',
  });
});
