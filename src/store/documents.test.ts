import * as Y from 'yjs';
import { documentJson, firstUpdate } from '@/core/documents/text-document';
import type { AssignmentId, DocumentId, StepId } from '@/core/ids';
import { type DocNode, plainText } from '@/core/text/document-json';
import { read } from './database';
import { documentsOfWork, documentsToType, makeCopy } from './documents';
import { loadDocument, type TestSchool, testSchool } from './test-school';
import { appendUpdates, countUpdates, keepVersion, loadOf, replaceUpdates, updatesOf } from './updates';

let school: TestSchool;
beforeAll(async () => {
  school = await testSchool();
});
afterAll(() => school.end());

const starter: DocNode = {
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Begin here.' }] }],
};
const copy = (id: string, ownerId: string, update = () => firstUpdate(starter)) => ({
  id: id as DocumentId,
  ownerId: ownerId as never,
  assignmentId: 'bottle' as AssignmentId,
  stepId: 'bottle-1' as StepId,
  kind: 'text' as const,
  title: 'A copy',
  at: Date.now(),
  firstUpdate: update,
});

/** An update that types a text at the start of the first paragraph. */
async function typing(document: DocumentId, text: string): Promise<Uint8Array> {
  const ydoc = await loadDocument(school.db, document);
  const before = Y.encodeStateVector(ydoc);
  ((ydoc.getXmlFragment('text').get(0) as Y.XmlElement).get(0) as Y.XmlText).insert(0, text);
  return Y.encodeStateAsUpdate(ydoc, before);
}

const wordsOf = async (document: DocumentId) => plainText(documentJson(await loadDocument(school.db, document)));

describe('copies of a starter', () => {
  test('are made once a student, with the starter in them once', async () => {
    const [first, second] = await Promise.all(
      ['copy-one', 'copy-two'].map((id) => school.db.transaction((tx) => makeCopy(tx, copy(id, 's-wren')))),
    );
    expect([first?.made, second?.made].sort()).toEqual([false, true]);
    expect(first?.id).toBe(second?.id);
    expect(await wordsOf(first?.id as DocumentId)).toBe('Begin here.');
    const other = await school.db.transaction((tx) => makeCopy(tx, copy('copy-three', 's-yusuf')));
    expect(other).toEqual({ id: 'copy-three', made: true });
  });

  test('that cannot be filled leave nothing behind', async () => {
    const broken = copy('copy-broken', 's-keanu', () => {
      throw new Error('no starter');
    });
    await expect(school.db.transaction((tx) => makeCopy(tx, broken))).rejects.toThrow('no starter');
    expect(await read(school.db, documentsOfWork('bottle' as AssignmentId, 's-keanu' as never))).toEqual([]);
  });

  test('are found by their work and by their ids, with whose they are', async () => {
    const [found] = await read(school.db, documentsOfWork('bottle' as AssignmentId, 's-yusuf' as never));
    expect(found).toMatchObject({ id: 'copy-three', owner_id: 's-yusuf', class_id: 'stories', title: 'A copy' });
    expect(await documentsToType(school.db, ['copy-three', 'none'] as DocumentId[])).toMatchObject([
      { id: found?.id, owner_id: 's-yusuf', class_id: 'stories', role: 'copy', removed: false },
    ]);
    expect(await documentsToType(school.db, [])).toEqual([]);
  });
});

describe('updates', () => {
  const document = 'copy-three' as DocumentId;

  test('of several documents are appended in one statement, in order', async () => {
    const [wren] = await read(school.db, documentsOfWork('bottle' as AssignmentId, 's-wren' as never));
    const other = wren?.id as DocumentId;
    const at = Date.now();
    await appendUpdates(school.db, [
      { documentId: document, update: await typing(document, 'One. '), at },
      { documentId: other, update: await typing(other, 'Two. '), at },
    ]);
    expect([await wordsOf(document), await wordsOf(other)]).toEqual(['One. Begin here.', 'Two. Begin here.']);
    expect([await countUpdates(school.db, document), await countUpdates(school.db, other)]).toEqual([2, 2]);
  });

  test('are put together without a change, again and again, and one alone is left as it is', async () => {
    for (let i = 0; i < 5; i += 1) {
      await appendUpdates(school.db, [
        { documentId: document, update: await typing(document, `${i} `), at: Date.now() },
      ]);
    }
    const before = await wordsOf(document);
    const stored = await updatesOf(school.db, document);
    expect(stored).toHaveLength(7);
    expect(await loadOf(school.db, document)).toMatchObject({ updates: 7, over: false });
    const whole = { update: Y.encodeStateAsUpdate(await loadDocument(school.db, document)), at: Date.now() };
    const late = await typing(document, 'Meanwhile. ');
    await appendUpdates(school.db, [{ documentId: document, update: late, at: Date.now() }]);
    const seqs = stored.map(({ seq }) => seq);
    expect(await school.db.transaction((tx) => replaceUpdates(tx, document, seqs, whole))).toBe(true);
    expect(await wordsOf(document)).toBe(`Meanwhile. ${before}`);
    expect(await countUpdates(school.db, document)).toBe(2);
    const { bytes } = (await loadOf(school.db, document)) ?? { bytes: 0 };
    expect(bytes).toBe(whole.update.byteLength + late.byteLength);
    // Another process that had read the same updates comes too late, and takes nothing away.
    expect(await school.db.transaction((tx) => replaceUpdates(tx, document, seqs, whole))).toBe(false);
    expect(await wordsOf(document)).toBe(`Meanwhile. ${before}`);
  });

  test('a version that was kept can be read after all that came later', async () => {
    const ydoc = await loadDocument(school.db, document);
    const then = plainText(documentJson(ydoc));
    await keepVersion(school.db, {
      documentId: document,
      at: Date.now(),
      reason: 'handed-in',
      state: Y.encodeStateAsUpdate(ydoc),
    });
    await appendUpdates(school.db, [
      { documentId: document, update: await typing(document, 'Later. '), at: Date.now() },
    ]);
    const { rows } = await school.db.query('SELECT state, reason FROM document_version WHERE document_id = $1', [
      document,
    ]);
    const kept = new Y.Doc();
    Y.applyUpdate(kept, (rows[0] as { state: Uint8Array }).state);
    expect([plainText(documentJson(kept)), rows.length]).toEqual([then, 1]);
    expect(await wordsOf(document)).toBe(`Later. ${then}`);
  });
});
