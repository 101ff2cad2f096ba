import * as Y from 'yjs';
import { documentJson } from '@/core/documents/text-document';
import type { DocumentId, StepId } from '@/core/ids';
import { plainText } from '@/core/text/document-json';
import { openCopy } from '@/server/doing/handing-in/handing-in';
import { loadDocument, type TestSchool, testSchool } from '@/store/test-school';
import { countUpdates, replaceUpdates, updatesOf } from '@/store/updates';
import { LONGEST_UPDATE, Saving } from './saving';

let school: TestSchool;
beforeAll(async () => {
  school = await testSchool();
});
afterAll(() => school.end());

async function openFor(id: string): Promise<{ document: DocumentId; ydoc: Y.Doc; block: Y.XmlElement }> {
  const copy = await openCopy(school.db, await school.person(id), 'cloud-ladder-2' as StepId, Date.now());
  if (!copy.ok) throw new Error(copy.code);
  const ydoc = await loadDocument(school.db, copy.document);
  const answer = ydoc.getXmlFragment('text').get(1) as Y.XmlElement;
  return { document: copy.document, ydoc, block: answer.get(0) as Y.XmlElement };
}

describe('saving', () => {
  test('every key press of several writers at once is there afterwards, in few syncs of the disk', async () => {
    const saving = new Saving(school.db);
    const writers = await Promise.all(
      ['s-wren', 's-yusuf', 's-keanu', 's-zofia'].map(async (id) => ({ id, ...(await openFor(id)) })),
    );
    const answers = writers.flatMap(({ id, document, ydoc, block }) => {
      const text = new Y.XmlText();
      block.insert(0, [text]);
      const sent: ReturnType<Saving['save']>[] = [];
      const begun = Y.encodeStateAsUpdate(ydoc);
      sent.push(saving.save(id as never, document, begun));
      ydoc.on('update', (update: Uint8Array) => sent.push(saving.save(id as never, document, update)));
      for (const letter of `${id} looks up.`) text.insert(text.length, letter);
      return sent;
    });
    expect((await Promise.all(answers)).every(({ ok }) => ok)).toBe(true);
    for (const { id, document } of writers) {
      expect(plainText(documentJson(await loadDocument(school.db, document)))).toContain(`${id} looks up.`);
    }
    const { rows } = await school.db.query(
      "SELECT count(DISTINCT at)::int AS batches FROM document_update WHERE at > now() - interval '10 s'",
    );
    expect((rows[0] as { batches: number }).batches).toBeLessThan(answers.length / 4);
  });

  test('putting updates together changes nothing of the document, and what comes after still fits', async () => {
    const wren = await openFor('s-wren');
    const text = plainText(documentJson(wren.ydoc));
    expect(await countUpdates(school.db, wren.document)).toBeGreaterThan(5);
    const stored = await updatesOf(school.db, wren.document);
    const seqs = stored.map(({ seq }) => seq);
    const whole = { update: Y.encodeStateAsUpdate(await loadDocument(school.db, wren.document)), at: Date.now() };
    expect(await school.db.transaction((tx) => replaceUpdates(tx, wren.document, seqs, whole))).toBe(true);
    expect(await school.db.transaction((tx) => replaceUpdates(tx, wren.document, seqs, whole))).toBe(false);
    expect(await countUpdates(school.db, wren.document)).toBe(1);
    const before = Y.encodeStateVector(wren.ydoc);
    (wren.block.get(0) as Y.XmlText).insert(0, 'First, ');
    await new Saving(school.db).save('s-wren' as never, wren.document, Y.encodeStateAsUpdate(wren.ydoc, before));
    expect(plainText(documentJson(await loadDocument(school.db, wren.document)))).toBe(`First, ${text}`);
  });

  test.each([
    ['noise', new Uint8Array([9, 9, 9, 9]), 'malformed'],
    ['nothing', new Uint8Array(), 'malformed'],
    ['two megabytes and one', new Uint8Array(LONGEST_UPDATE + 1), 'too-long'],
  ])('%s is refused, and the others in the batch are not held up by it', async (_, update, code) => {
    const { document, ydoc } = await openFor('s-yusuf');
    const saving = new Saving(school.db);
    const good = saving.save('s-yusuf' as never, document, Y.encodeStateAsUpdate(ydoc));
    expect(await saving.save('s-yusuf' as never, document, update)).toEqual({ ok: false, code });
    expect(await good).toMatchObject({ ok: true });
  });

  test('nobody saves into a document of somebody else, or into one that is not there', async () => {
    const { document, ydoc } = await openFor('s-yusuf');
    const update = Y.encodeStateAsUpdate(ydoc);
    const saving = new Saving(school.db);
    expect(await saving.save('s-wren' as never, document, update)).toEqual({ ok: false, code: 'gone' });
    expect(await saving.save('s-wren' as never, 'none' as DocumentId, update)).toEqual({ ok: false, code: 'gone' });
  });
});
