import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import * as Y from 'yjs';
import { writeTest } from '@/core/formats/qti/write-test';
import type { ClassId, DocumentId, StepId } from '@/core/ids';
import { partsIn } from '@/core/questions/question-set';
import { readTyped } from '@/core/questions/typed';
import { addThing, choose, giveStarter, writeTitle } from '@/core/setting/draft-writes';
import { Saving } from '@/server/live/saving';
import { desk } from '@/server/reading/desk/desk';
import { maySeePicture } from '@/server/reading/documents/text-pictures';
import { setDesk } from '@/server/reading/setting/set-desk';
import { newId } from '@/server/secrets';
import { read } from '@/store/database';
import { draftsOf } from '@/store/drafts';
import { keepFile } from '@/store/files';
import { findMaterial } from '@/store/materials';
import type { Person } from '@/store/people';
import { addPiece } from '@/store/pieces';
import { loadDocument, type TestSchool, testSchool } from '@/store/test-school';
import { keepPictureOwner } from '@/store/text-pictures';
import { copyDraft } from './copying';
import { beginDraft, nameInLists, postDraft, putAway } from './drafts';
import { giveMaterial } from './materials';
import { readQuestionsIn } from './reading-in';

const WEATHER = 'weather' as ClassId;
const NOW = Date.now();
let school: TestSchool;
let bello: Person;
let imke: Person;
beforeAll(async () => {
  school = await testSchool();
  [bello, imke] = await Promise.all([school.person('t-bello'), school.person('s-imke')]);
}, 60_000);
afterAll(() => school.end());

/** A file as it is kept, by its fingerprint. */
const kept = (type: string): Promise<string> =>
  keepFile(school.db, join(school.folder, 'files'), { bytes: Buffer.from(`bytes of ${newId()}`), type, at: NOW });

const line = (text: string) => ({ type: 'paragraph' as const, content: [{ type: 'text' as const, text }] });

/** A draft with one step of which something is written. */
async function drafted(id: string, write: (ydoc: Y.Doc) => void): Promise<DocumentId> {
  const begun = await beginDraft(school.db, bello, WEATHER, NOW);
  if (!begun.ok) throw new Error(begun.code);
  const ydoc = await loadDocument(school.db, begun.document);
  const before = Y.encodeStateVector(ydoc);
  writeTitle(ydoc, `Work ${id}`);
  choose(ydoc, 'minutes', 10);
  write(ydoc);
  const saved = await new Saving(school.db).save(bello.id, begun.document, Y.encodeStateAsUpdate(ydoc, before));
  expect(saved).toMatchObject({ ok: true });
  return begun.document;
}

test('a text that is written at a step is read there by the students, and a later version of it takes its place', async () => {
  const step = 'text-step' as StepId;
  const picture = await kept('image/png');
  const document = await drafted('with a text', (ydoc) => {
    addThing(ydoc, 'steps', step, { ...emptyStep, kind: 'read', title: 'The lamp' });
    giveStarter(ydoc, step, {
      type: 'doc',
      content: [
        line('Every evening at five'),
        { type: 'image', attrs: { src: `/api/text-pictures/${picture}`, alt: 'a lamp' } },
      ],
    });
  });
  await keepPictureOwner(school.db, picture, bello.id);
  expect(await maySeePicture(school.db, imke.id, picture)).toBe(false);
  const posted = await postDraft(school.db, bello, document, null, NOW);
  if (!posted.ok) throw new Error(JSON.stringify(posted));
  const shown = async () =>
    JSON.stringify((await desk(school.db, imke, posted.assignment, NOW + 1000))?.steps[0]?.given);
  expect(await shown()).toContain('Every evening at five');
  // Its picture is for the class now, and for nobody else.
  expect(await maySeePicture(school.db, imke.id, picture)).toBe(true);
  // A teacher of other classes is nobody here.
  expect(await maySeePicture(school.db, (await school.person('t-haddad')).id, picture)).toBe(false);
  const ydoc = await loadDocument(school.db, document);
  const before = Y.encodeStateVector(ydoc);
  giveStarter(ydoc, step, { type: 'doc', content: [line('Every evening at six')] });
  await new Saving(school.db).save(bello.id, document, Y.encodeStateAsUpdate(ydoc, before));
  expect(await postDraft(school.db, bello, document, null, NOW + 2000)).toMatchObject({ ok: true, version: 2 });
  expect(await shown()).toContain('Every evening at six');
  expect(await shown()).not.toContain('at five');
  // It stands in no list by itself.
  expect((await findMaterial(school.db, `${step}-text`))?.listed).toBe(false);
});

const emptyStep = { title: '', minutes: 5, settings: {}, material: null, starter: null } as const;

test('a picture that the teacher may not see themselves is not shown to a class by naming it', async () => {
  const other = await kept('image/png');
  await keepPictureOwner(school.db, other, (await school.person('t-kerr')).id);
  const document = await drafted('with a picture of others', (ydoc) => {
    addThing(ydoc, 'steps', 'stolen', { ...emptyStep, kind: 'read', title: 'Look' });
    giveStarter(ydoc, 'stolen', {
      type: 'doc',
      content: [line('Look'), { type: 'image', attrs: { src: `/api/text-pictures/${other}`, alt: '' } }],
    });
  });
  expect(await postDraft(school.db, bello, document, null, NOW)).toMatchObject({ ok: true });
  expect(await maySeePicture(school.db, imke.id, other)).toBe(false);
});

test('a draft is found by its title, put away, and brought back; one that was posted is not put away', async () => {
  const document = await drafted('to be put away', (ydoc) =>
    addThing(ydoc, 'steps', 'away', { ...emptyStep, kind: 'do', title: 'Do it' }),
  );
  await nameInLists(school.db, document, 'Put me away');
  const listed = async () => (await read(school.db, draftsOf(WEATHER, NOW))).find(({ id }) => id === document);
  expect(await listed()).toMatchObject({ title: 'Put me away', removed_at: null, waits_until: null });
  expect(await putAway(school.db, document, true, NOW)).toEqual({ ok: true });
  expect(await listed()).toMatchObject({ removed_at: NOW });
  expect(await putAway(school.db, document, false, NOW)).toEqual({ ok: true });
  // One that waits for its time is among them, with that time; one that is there is not.
  expect(await postDraft(school.db, bello, document, NOW + 60_000, NOW)).toMatchObject({ ok: true });
  expect(await listed()).toMatchObject({ removed_at: null, waits_until: NOW + 60_000 });
  expect((await setDesk(school.db, bello, document))?.posted).toMatchObject({ version: 1, begun: 0, handedIn: 0 });
  expect(await putAway(school.db, document, true, NOW)).toEqual({ ok: false, code: 'posted' });
  expect(await read(school.db, draftsOf(WEATHER, NOW + 61_000))).not.toContainEqual(
    expect.objectContaining({ id: document }),
  );
});

describe('a material', () => {
  const shared = { title: 'Tides', unit: null, listed: false };

  /** A file on somebody's shelf, as an upload leaves it. */
  async function onShelf(who: Person, type: string, pages: number | null): Promise<string> {
    const sha256 = await kept(type);
    const id = newId();
    await addPiece(school.db, {
      id,
      ownerId: who.id,
      assignmentId: null,
      name: 'tides.pdf',
      at: NOW,
      is: { kind: 'file', sha256, pages, seconds: null },
    });
    return id;
  }

  test('is made of a file of one’s shelf, with minutes by its pages, or of an address', async () => {
    const piece = await onShelf(bello, 'application/pdf', 10);
    const made = await giveMaterial(school.db, bello, WEATHER, { ...shared, piece }, NOW);
    expect(made).toMatchObject({ ok: true, material: { title: 'Tides', kind: 'pdf', minutes: 20 } });
    const link = await giveMaterial(
      school.db,
      bello,
      WEATHER,
      { ...shared, address: 'https://example.org/tides' },
      NOW,
    );
    expect(link).toMatchObject({ ok: true, material: { kind: 'link' } });
    const known = (await setDesk(school.db, bello, await drafted('x', () => {})))?.materials.map(({ title }) => title);
    expect(known?.filter((title) => title === 'Tides')).toHaveLength(2);
  });

  test('is not made of somebody else’s file, of nothing, or of what is no address', async () => {
    const piece = await onShelf(imke, 'application/pdf', 1);
    expect(await giveMaterial(school.db, bello, WEATHER, { ...shared, piece }, NOW)).toEqual({
      ok: false,
      code: 'not-found',
    });
    expect(await giveMaterial(school.db, bello, WEATHER, { ...shared, piece: 'nothing' }, NOW)).toEqual({
      ok: false,
      code: 'not-found',
    });
    expect(
      await giveMaterial(school.db, bello, WEATHER, { ...shared, address: 'javascript:alert(1)' }, NOW),
    ).toMatchObject({ ok: false, code: 'unmet' });
  });
});

describe('questions are read in', () => {
  const give = (bytes: Uint8Array) => {
    const path = join(school.folder, `questions-${newId()}`);
    writeFileSync(path, bytes);
    return readQuestionsIn(school.db, bello, { path, size: bytes.length } as never, NOW);
  };
  const { set } = readTyped('1. Which?\n(x) cirrus\n( ) stratus\n2. How deep?\n= 3.8 m ± 0.1');
  const { files } = writeTest(set, 'Clouds', '3.0');
  const pack = (more: Record<string, Uint8Array> = {}) =>
    zipSync({ ...Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])), ...more });

  test('of a package and of a single file, with names by chance', async () => {
    const [one, other] = [await give(pack()), await give(pack())];
    if (!one.ok || !other.ok) throw new Error('not read');
    expect(one).toMatchObject({ title: 'Clouds', notKept: [] });
    expect(partsIn(one.set).map(({ kind }) => kind)).toEqual(['one', 'number']);
    expect(partsIn(one.set).map(({ id }) => id)).not.toEqual(partsIn(other.set).map(({ id }) => id));
    const [item = ''] = Object.entries(files).flatMap(([name, text]) => (name.includes('items/') ? [text] : []));
    expect(await give(strToU8(item))).toMatchObject({ ok: true, set: { sections: [{ questions: [{}] }] } });
  });

  test('what is none, or was made to keep a reader busy, is refused by name', async () => {
    const code = async (bytes: Uint8Array) => {
      const read = await give(bytes);
      return read.ok ? 'ok' : read.code;
    };
    expect(await code(new Uint8Array())).toBe('empty-file');
    expect(await code(strToU8('just words'))).toBe('broken');
    expect(await code(zipSync({ 'a.txt': strToU8('x') }))).toBe('not-questions');
    expect(await code(strToU8('<!DOCTYPE a [<!ENTITY b "c">]><assessmentItem>&b;</assessmentItem>'))).toBe(
      'too-intricate',
    );
    expect(await code(strToU8(`<assessmentItem>${'<a>'.repeat(300)}${'</a>'.repeat(300)}</assessmentItem>`))).toBe(
      'too-intricate',
    );
    expect(await readQuestionsIn(school.db, bello, null, NOW)).toEqual({ ok: false, code: 'too-large' });
  });
});

describe('a copy', () => {
  test('into another class is a draft of its own there, with its materials, and can be posted at once', async () => {
    const link = await giveMaterial(
      school.db,
      bello,
      WEATHER,
      { title: 'Gauge', unit: null, listed: false, address: 'https://example.org/gauge' },
      NOW,
    );
    if (!link.ok) throw new Error(link.code);
    const document = await drafted('to be copied', (ydoc) => {
      addThing(ydoc, 'steps', 'copied-read', { ...emptyStep, kind: 'read', title: 'Look', material: link.material.id });
      addThing(ydoc, 'steps', 'copied-do', { ...emptyStep, kind: 'do', title: 'Do it' });
    });
    const other = (await setDesk(school.db, bello, document))?.classes.find(({ id }) => id !== WEATHER);
    if (!other) throw new Error('there is no other class');
    const copy = await copyDraft(school.db, bello, document, other.id, NOW);
    if (!copy.ok) throw new Error(copy.code);
    const there = await setDesk(school.db, bello, copy.document);
    expect(there?.class.id).toBe(other.id);
    expect(there?.materials.map(({ title }) => title)).toContain('Gauge');
    const posted = await postDraft(school.db, bello, copy.document, null, NOW);
    expect(posted).toMatchObject({ ok: true, version: 1 });
    // The first is as it was, and can still be posted.
    expect(await postDraft(school.db, bello, document, null, NOW)).toMatchObject({ ok: true, version: 1 });
  });

  test('goes into no class that one does not teach, and takes nothing of one', async () => {
    const document = await drafted('not to be copied', (ydoc) =>
      addThing(ydoc, 'steps', 'not-copied', { ...emptyStep, kind: 'do', title: 'Do it' }),
    );
    const own = new Set((await setDesk(school.db, bello, document))?.classes.map(({ id }) => id as string));
    const { rows } = await school.db.query('SELECT id FROM class WHERE ended_at IS NULL');
    const foreign = (rows as { id: ClassId }[]).find(({ id }) => !own.has(id));
    if (!foreign) throw new Error('every class is theirs');
    expect(await copyDraft(school.db, bello, document, foreign.id, NOW)).toEqual({ ok: false, code: 'not-found' });
    expect(await copyDraft(school.db, imke, document, WEATHER, NOW)).toEqual({ ok: false, code: 'not-found' });
  });
});
