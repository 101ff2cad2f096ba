import { createHash } from 'node:crypto';
import { firstUpdate } from '@/core/documents/text-document';
import type { AssignmentId, DocumentId, HandInId, PersonId } from '@/core/ids';
import type { Doc } from '@/core/text/nodes';
import { read } from './database';
import { addDocument } from './documents';
import {
  addHandIn,
  allReceiptsOf,
  isMemberOf,
  membersOf,
  piecesOf,
  receiptByNumber,
  receiptOfAct,
  receiptsOf,
  textBytesOf,
} from './hand-ins';
import { type TestSchool, testSchool } from './test-school';

const WORK = 'food-web' as AssignmentId;
const WREN = 's-wren' as PersonId;
const YUSUF = 's-yusuf' as PersonId;
const TEXT: Doc = { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'The crab.' }] }] };
const BYTES = new TextEncoder().encode(JSON.stringify(TEXT));
const shaOf = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');
const at = Date.now();

let school: TestSchool;
let document: DocumentId;
beforeAll(async () => {
  school = await testSchool();
  document = await addDocument(school.db, {
    id: 'the-crab' as DocumentId,
    ownerId: WREN,
    assignmentId: null,
    kind: 'text',
    title: 'The crab',
    at,
    firstUpdate: firstUpdate(TEXT),
  });
});
afterAll(() => school.end());

const add = (id: string, act: string, members: readonly PersonId[] = []) =>
  school.db.transaction((tx) =>
    addHandIn(tx, {
      id: id as HandInId,
      assignmentId: WORK,
      studentId: WREN,
      act,
      at,
      dueAt: null,
      lateBy: 0,
      begunAt: null,
      countsAt: null,
      late: { kind: 'no-loss' },
      points: 20,
      members,
      note: 'Mind the gap',
      fingerprint: shaOf(new TextEncoder().encode(id)),
      findings: [],
      pieces: [
        {
          kind: 'document',
          title: 'The crab',
          sha256: shaOf(BYTES),
          bytes: BYTES,
          documentId: document,
          written: { kind: 'text', content: TEXT },
        },
        {
          kind: 'link',
          title: 'A pool',
          sha256: shaOf(new TextEncoder().encode('https://example.org/')),
          address: 'https://example.org/',
        },
      ],
    }),
  );

test('what is handed in is given back as it was, with the bytes of which the receipt has the fingerprint', async () => {
  await add('first', 'act-of-first');
  const pieces = await read(school.db, piecesOf('first' as HandInId));
  expect(pieces).toMatchObject([
    { position: 0, kind: 'document', title: 'The crab', document, written: { kind: 'text', content: TEXT } },
    { position: 1, kind: 'link', title: 'A pool', address: 'https://example.org/' },
  ]);
  const bytes = await textBytesOf(school.db, 'first' as HandInId, 0);
  expect(bytes && shaOf(bytes)).toBe(pieces[0]?.sha256);
  expect(await textBytesOf(school.db, 'first' as HandInId, 1)).toBeNull();
  const [receipt] = await read(school.db, receiptsOf(WORK, WREN));
  expect(receipt?.pieces.map(({ title, size, fetched }) => [title, size, fetched])).toEqual([
    ['The crab', BYTES.length, '0/file'],
    ['A pool', 0, null],
  ]);
});

test('receipts have numbers that rise, the newest comes first, and each is found by its number and its act', async () => {
  await add('second', 'act-of-second');
  const receipts = await read(school.db, receiptsOf(WORK, WREN));
  expect(receipts.map(({ id }) => id)).toEqual(['second', 'first']);
  expect(receipts[0]?.number).toBeGreaterThan(receipts[1]?.number ?? Number.POSITIVE_INFINITY);
  expect((await receiptByNumber(school.db, receipts[1]?.number ?? 0))?.id).toBe('first');
  expect((await receiptOfAct(school.db, WREN, 'act-of-second'))?.id).toBe('second');
  expect(await receiptOfAct(school.db, YUSUF, 'act-of-second')).toBeNull();
});

test('the same act is never kept twice, and nothing of the second try stays', async () => {
  await expect(add('again', 'act-of-second')).rejects.toThrow();
  expect(await read(school.db, piecesOf('again' as HandInId))).toEqual([]);
});

test('what one hands in for a group is everybody’s, and nobody else’s', async () => {
  await add('ours', 'act-of-ours', [WREN, YUSUF]);
  expect([...(await membersOf(school.db, 'ours' as HandInId))].sort()).toEqual([WREN, YUSUF]);
  expect((await allReceiptsOf(school.db, YUSUF)).map(({ id }) => id)).toContain('ours');
  const may = await Promise.all(
    [WREN, YUSUF, 's-imke' as PersonId].map((id) => isMemberOf(school.db, 'ours' as HandInId, id)),
  );
  expect(may).toEqual([true, true, false]);
});
