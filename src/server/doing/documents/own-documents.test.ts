import * as Y from 'yjs';
import { TEXT_FIELD } from '@/core/documents/text-document';
import type { AssignmentId, DocumentId } from '@/core/ids';
import { measuredOf } from '@/core/kinds/document';
import { plainText } from '@/core/text/document-json';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { changePiece, putPiece } from '@/server/doing/pieces/pieces';
import { JOBS } from '@/server/live/jobs/kinds';
import { Saving } from '@/server/live/saving';
import { listVersions, versionContent } from '@/server/reading/documents/versions';
import { shelf } from '@/server/reading/shelf/shelf';
import { findDocument } from '@/store/documents';
import { findPiece } from '@/store/pieces';
import { type TestSchool, testSchool } from '@/store/test-school';
import { changeDocument, newDocument, openNotes } from './own-documents';

const DAY = 24 * 3_600_000;
const MINUTE = 60_000;
const WORK = 'food-web' as AssignmentId;
let school: TestSchool;
const now = Date.now();
beforeAll(async () => {
  school = await testSchool();
});
afterAll(() => school.end());

/** What the bins are emptied of at a time. */
const emptyBins = (at: number) => school.db.transaction((tx) => JOBS.bins.effect(tx, {}, undefined, at));

const made = async (title: string): Promise<DocumentId> => {
  const opened = await newDocument(school.db, await school.person('s-wren'), title, now);
  if (!opened.ok) throw new Error(opened.code);
  return opened.document;
};

/** Some typing, as an update of its own. */
function typed(words: string): Uint8Array {
  const ydoc = new Y.Doc();
  const paragraph = new Y.XmlElement('paragraph');
  const text = new Y.XmlText();
  text.insert(0, words);
  paragraph.insert(0, [text]);
  ydoc.getXmlFragment(TEXT_FIELD).push([paragraph]);
  return Y.encodeStateAsUpdate(ydoc);
}

describe('documents of one’s own', () => {
  test('are named, renamed, copied and binned; without a name there is none', async () => {
    const wren = await school.person('s-wren');
    expect(await newDocument(school.db, wren, '  ', now)).toEqual({ ok: false, code: 'no-name' });
    const id = await made('  My   kite ');
    expect((await findDocument(school.db, id))?.title).toBe('My kite');
    expect(await changeDocument(school.db, wren, id, { act: 'rename', title: '' }, now)).toMatchObject({ ok: false });
    await changeDocument(school.db, wren, id, { act: 'rename', title: 'My boat' }, now);
    const copy = await changeDocument(school.db, wren, id, { act: 'copy', title: 'My boat, a copy' }, now);
    const titles = async () => (await shelf(school.db, wren, now)).boards[0]?.items.map(({ title }) => title).sort();
    expect(await titles()).toEqual(['My boat', 'My boat, a copy']);
    if (!copy.ok) throw new Error(copy.code);
    await changeDocument(school.db, wren, copy.document, { act: 'bin' }, now);
    expect(await titles()).toEqual(['My boat']);
    expect((await shelf(school.db, wren, now)).bin.map(({ title }) => title)).toEqual(['My boat, a copy']);
    expect((await shelf(school.db, wren, now + 31 * DAY)).bin).toEqual([]);
  });

  test('a copy of work has the words and no places; work itself is neither renamed nor binned', async () => {
    const imke = await school.person('s-imke');
    const { rows } = await school.db.query(
      "SELECT id FROM document WHERE owner_id = 's-imke' AND assignment_id = 'cloud-ladder'",
    );
    const id = (rows[0] as { id: string }).id as DocumentId;
    for (const act of [{ act: 'bin' }, { act: 'rename', title: 'x' }] as const)
      expect(await changeDocument(school.db, imke, id, act, now)).toEqual({ ok: false, code: 'was-handed-in' });
    const copy = await changeDocument(school.db, imke, id, { act: 'copy', title: 'Clouds' }, now);
    expect(copy.ok && (await findDocument(school.db, copy.document))?.role).toBe('own');
  });

  test('notes are made once, and not before the work opens', async () => {
    const wren = await school.person('s-wren');
    const [one, two] = await Promise.all([
      openNotes(school.db, wren, WORK, now),
      openNotes(school.db, wren, WORK, now),
    ]);
    expect(one).toEqual(two);
    expect(await openNotes(school.db, wren, 'barnacle-time' as AssignmentId, now)).toMatchObject({
      code: 'not-open-yet',
    });
  });
});

describe('the bin after thirty days', () => {
  test('what nobody handed in is gone for good; what was handed in or goes along stays', async () => {
    const wren = await school.person('s-wren');
    const [thrown, used] = [await made('Thrown'), await made('Used')];
    const saving = new Saving(school.db);
    expect(await saving.save(wren.id, used, typed('The weed feeds the snail.'))).toMatchObject({ ok: true });
    for (const id of [thrown, used]) await changeDocument(school.db, wren, id, { act: 'bin' }, now);
    await changeDocument(school.db, wren, used, { act: 'take-out' }, now);
    const put = await putPiece(school.db, wren, WORK, { from: 'document', id: used }, now);
    const link = await putPiece(school.db, wren, WORK, { from: 'link', address: 'example.org', name: '' }, now);
    await changeDocument(school.db, wren, used, { act: 'bin' }, now);
    if (!put.ok || !link.ok) throw new Error('not put');
    await changePiece(school.db, wren, link.piece, { act: 'remove' }, now);
    await emptyBins(now + 29 * DAY);
    expect(await findDocument(school.db, thrown)).not.toBeNull();
    await emptyBins(now + 31 * DAY);
    expect(await findDocument(school.db, thrown)).toBeNull();
    expect(await findPiece(school.db, link.piece)).toBeNull();
    expect(await findDocument(school.db, used)).not.toBeNull();
    expect(await findPiece(school.db, put.piece)).not.toBeNull();
    // And what was handed in stays, however long it lies.
    await school.db.query("UPDATE assignment SET asks = '[]' WHERE id = $1", [WORK]);
    const outcome = await handIn(school.db, wren, { assignmentId: WORK, act: 'act-of-bin', note: '' }, now);
    expect(outcome.ok && outcome.receipt.pieces.map(({ title }) => title)).toContain('Used');
    await emptyBins(now + 400 * DAY);
    expect(await findDocument(school.db, used)).not.toBeNull();
  });
});

describe('versions', () => {
  test('one is kept after a pause and one an hour, with what was there before; each can be read', async () => {
    const wren = await school.person('s-wren');
    const id = await made('Log');
    let at = now;
    const saving = new Saving(school.db, () => at);
    const write = async (minutes: number, words: string) => {
      at = now + minutes * MINUTE;
      expect(await saving.save(wren.id, id, typed(words))).toMatchObject({ ok: true });
    };
    await write(1, 'one');
    await write(5, 'two');
    await write(40, 'three');
    for (let minutes = 50; minutes <= 110; minutes += 10) await write(minutes, `at ${minutes}`);
    await saving.settled();
    const { versions } = await listVersions(school.db, id);
    expect(versions.map(({ reason }) => reason)).toEqual(['hour', 'pause']);
    const read = async (version: number) => {
      const found = await versionContent(school.db, wren, id, version);
      return found.ok ? plainText(measuredOf(found.written)) : found.code;
    };
    expect((await read(versions[1]?.id ?? 0)).split('\n').sort()).toEqual(['one', 'two']);
    expect(await read(versions[0]?.id ?? 0)).toContain('at 90');
    expect(await read(0)).toBe('not-found');
    expect(await read(Number.NaN)).toBe('not-found');
  });
});
