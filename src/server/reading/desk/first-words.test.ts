import type { AssignmentId, DocumentId } from '@/core/ids';
import { read } from '@/store/database';
import { documentsOfWork } from '@/store/documents';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { firstWords, wordsToCome } from './first-words';

let school: TestSchool;
let imke: Person;
let copy: { readonly id: DocumentId; readonly kind: 'text' };
beforeAll(async () => {
  school = await testSchool();
  imke = await school.person('s-imke');
  const [first] = await read(school.db, documentsOfWork('cloud-ladder' as AssignmentId, imke.id));
  if (first?.kind !== 'text') throw new Error('there is no copy');
  copy = { id: first.id, kind: first.kind };
});
afterAll(() => school.end());

test('what is written stands in them, with its questions', async () => {
  const words = await firstWords(school.db, imke, copy, 20_000);
  expect(words?.document).toBe(copy.id);
  expect(words?.written.kind).toBe('text');
  expect(JSON.stringify(words?.written.content)).toMatch(/"type":"question".*"type":"answer"/);
});

test('a kind that is not read without its editor has none, and neither has a document that is gone', async () => {
  expect(await firstWords(school.db, imke, { id: copy.id, kind: 'pages' }, 20_000)).toBeNull();
  expect(await firstWords(school.db, imke, { id: 'nothing' as DocumentId, kind: 'text' }, 20_000)).toBeNull();
});

test('nobody waits for what is long in coming, or for what cannot be asked', async () => {
  expect(await firstWords(school.db, imke, copy, 0)).toBeNull();
  const broken = { query: () => Promise.reject(new Error('away')) } as unknown as typeof school.db;
  expect(await firstWords(broken, imke, copy, 20_000)).toBeNull();
});

test('a page waits for them a moment, and has them sent after it where they take longer', async () => {
  const soon = await wordsToCome(school.db, imke, copy, 20_000);
  expect(soon).toMatchObject({ now: { document: copy.id }, later: null });
  const late = await wordsToCome(school.db, imke, copy, 0);
  expect(late.now).toBeNull();
  await expect(late.later).resolves.toMatchObject({ document: copy.id });
  expect(await wordsToCome(school.db, imke, { id: copy.id, kind: 'pages' }, 20_000)).toEqual({
    now: null,
    later: null,
  });
});

test('what is large comes with its editor alone', async () => {
  await school.db.query('UPDATE document_load SET bytes = 200000 WHERE document_id = $1', [copy.id]);
  expect(await firstWords(school.db, imke, copy, 20_000)).toBeNull();
});
