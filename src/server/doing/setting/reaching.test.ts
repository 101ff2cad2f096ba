import * as Y from 'yjs';
import { boxText, readPages } from '@/core/documents/pages-document';
import { documentJson, TEXT_FIELD } from '@/core/documents/text-document';
import type { ClassId, DocumentId, StepId } from '@/core/ids';
import { paper } from '@/core/pages/given';
import { addThing, choose, giveBox, giveSheets, giveStarter, writeTitle } from '@/core/setting/draft-writes';
import { answerPlaces } from '@/core/text/document-json';
import type { Doc, DocNode } from '@/core/text/nodes';
import { openCopy } from '@/server/doing/handing-in/handing-in';
import { Jobs } from '@/server/live/jobs/jobs';
import { JOBS } from '@/server/live/jobs/kinds';
import { Saving } from '@/server/live/saving';
import { effectOf } from '@/server/reading/setting/effect';
import type { Person } from '@/store/people';
import { loadDocument, type TestSchool, testSchool } from '@/store/test-school';
import { TYPED_CHANNEL, toldTyped } from '@/store/updates';
import { beginDraft, postDraft } from './drafts';
import { REACH_JOB } from './posting';

const NOW = Date.now();
const STEP = 'reached-step' as StepId;
let school: TestSchool;
beforeAll(async () => {
  school = await testSchool();
}, 60_000);
afterAll(() => school.end());

const starter = (...questions: string[]): Doc => ({
  type: 'doc',
  content: questions.flatMap((text, i): DocNode[] => [
    { type: 'question', attrs: { number: i + 1, text } },
    { type: 'answer', attrs: { id: `reached-${i}` }, content: [{ type: 'paragraph' }] },
  ]),
});

/** A draft that a teacher has begun, and how something is written into it. */
async function draftOf(teacher: Person, at: string) {
  const begun = await beginDraft(school.db, teacher, at as ClassId, NOW);
  if (!begun.ok) throw new Error(begun.code);
  const write = async (change: (ydoc: Y.Doc) => void) => {
    const ydoc = await loadDocument(school.db, begun.document);
    const before = Y.encodeStateVector(ydoc);
    change(ydoc);
    return new Saving(school.db).save(teacher.id, begun.document, Y.encodeStateAsUpdate(ydoc, before));
  };
  return { begun, write };
}

test('a further version reaches the copies that there are: what is new comes in, what is written stays, open tabs hear of it', async () => {
  const { db, person } = school;
  const [bello, imke] = [await person('t-bello'), await person('s-imke')];
  const { begun, write } = await draftOf(bello, 'weather');
  await write((ydoc) => {
    writeTitle(ydoc, 'To be changed');
    choose(ydoc, 'minutes', 10);
    addThing(ydoc, 'steps', STEP, {
      kind: 'write',
      title: 'Answer',
      minutes: 10,
      settings: { tools: 'all' },
      material: null,
      starter: starter('Why?', 'How?'),
    });
  });
  const posted = await postDraft(db, bello, begun.document, null, NOW);
  if (!posted.ok) throw new Error(JSON.stringify(posted));
  const copy = await openCopy(db, imke, STEP, NOW);
  if (!copy.ok) throw new Error(copy.code);
  const { rows } = await db.query(`SELECT id FROM document WHERE step_id = $1 AND owner_id = 's-imke'`, [STEP]);
  const [{ id }] = rows as [{ id: DocumentId }];
  const own = await loadDocument(db, id);
  const answered = own.getXmlFragment(TEXT_FIELD).get(1) as Y.XmlElement;
  const before = Y.encodeStateVector(own);
  (answered.get(0) as Y.XmlElement).insert(0, [new Y.XmlText('Because.')]);
  await new Saving(db).save(imke.id, id, Y.encodeStateAsUpdate(own, before));

  await write((ydoc) => giveStarter(ydoc, STEP, starter('Why at all?', 'How, then?', 'Who?')));
  const heard: string[] = [];
  const stop = await db.listen(TYPED_CHANNEL, (payload) => {
    for (const { document } of toldTyped.parse(JSON.parse(payload)).typed) heard.push(document);
  });
  expect(await postDraft(db, bello, begun.document, null, NOW + 1000)).toMatchObject({ ok: true, version: 2 });
  expect(await new Jobs(db, { [REACH_JOB]: JOBS[REACH_JOB] }, () => NOW + 2000).tick()).toBe(1);
  const places = answerPlaces(documentJson(await loadDocument(db, id)));
  expect(places.map(({ question, text }) => [question, text])).toEqual([
    ['Why?', 'Because.'],
    ['How, then?', ''],
    ['Who?', ''],
  ]);
  // It is told after the commit.
  for (let i = 0; i < 100 && !heard.includes(id); i += 1) await new Promise((resolve) => setTimeout(resolve, 20));
  expect(heard).toContain(id);
  const version = await db.query('SELECT version FROM document WHERE id = $1', [id]);
  expect(version.rows).toEqual([{ version: 2 }]);
  await stop();
});

test('boxes that are marked later reach sheets that were begun, with what was written on them', async () => {
  const { db, person } = school;
  const [kerr, imke] = [await person('t-kerr'), await person('s-imke')];
  const { begun, write } = await draftOf(kerr, 'maths');
  const SHEETS = 'reached-sheets' as StepId;
  const box = (id: string) => ({ id, sheet: 'one', x: 40, y: 40, w: 200, h: 60, name: id, options: [], field: null });
  await write((ydoc) => {
    writeTitle(ydoc, 'Sheets to be changed');
    choose(ydoc, 'minutes', 10);
    addThing(ydoc, 'steps', SHEETS, {
      kind: 'pages',
      title: 'Write on it',
      minutes: 10,
      settings: {},
      material: null,
    } as never);
    giveSheets(ydoc, SHEETS, {
      file: null,
      sheets: [paper('one', 'lined')],
      boxes: [{ ...box('which'), takes: 'words' }],
    });
  });
  const posted = await postDraft(db, kerr, begun.document, null, NOW);
  if (!posted.ok) throw new Error(JSON.stringify(posted));
  const copy = await openCopy(db, imke, SHEETS, NOW);
  if (!copy.ok) throw new Error(copy.code);
  const { rows } = await db.query(`SELECT id FROM document WHERE step_id = $1 AND owner_id = 's-imke'`, [SHEETS]);
  const [{ id }] = rows as [{ id: DocumentId }];
  const own = await loadDocument(db, id);
  const before = Y.encodeStateVector(own);
  boxText(own, 'which').insert(0, 'The one by the steps.');
  await new Saving(db).save(imke.id, id, Y.encodeStateAsUpdate(own, before));

  await write((ydoc) => giveBox(ydoc, SHEETS, { ...box('why'), takes: 'words' }));
  expect(await postDraft(db, kerr, begun.document, null, NOW + 1000)).toMatchObject({ ok: true, version: 2 });
  await new Jobs(db, { [REACH_JOB]: JOBS[REACH_JOB] }, () => NOW + 2000).tick();
  const { boxes, filled } = readPages(await loadDocument(db, id));
  expect(boxes.map((one) => one.id).toSorted()).toEqual(['which', 'why']);
  expect(filled).toEqual({ which: 'The one by the steps.' });
});

test('before it is posted again it is said what reaches how many copies, question by question', async () => {
  const { db, person } = school;
  const [bello, imke, wren] = [await person('t-bello'), await person('s-imke'), await person('s-wren')];
  const step = 'effect-step' as StepId;
  const asked = (...questions: readonly (readonly [string, string])[]): Doc => ({
    type: 'doc',
    content: questions.flatMap(([id, text], i): DocNode[] => [
      { type: 'question', attrs: { number: i + 1, text } },
      { type: 'answer', attrs: { id }, content: [{ type: 'paragraph' }] },
    ]),
  });
  const { begun, write } = await draftOf(bello, 'weather');
  expect(await effectOf(db, bello, begun.document)).toEqual({ ok: false, code: 'not-found' });
  await write((ydoc) => {
    writeTitle(ydoc, 'Effects');
    choose(ydoc, 'minutes', 10);
    const starter = asked(['e1', 'Why?'], ['e2', 'How?'], ['e3', 'When?']);
    addThing(ydoc, 'steps', step, {
      kind: 'write',
      title: 'Answer',
      minutes: 10,
      settings: { tools: 'all' },
      material: null,
      starter,
    });
  });
  expect(await postDraft(db, bello, begun.document, null, NOW)).toMatchObject({ ok: true });
  for (const [who, answers] of [
    [imke, ['e2']],
    [wren, []],
  ] as const) {
    const copy = await openCopy(db, who, step, NOW);
    if (!copy.ok) throw new Error(copy.code);
    const ydoc = await loadDocument(db, copy.document);
    const before = Y.encodeStateVector(ydoc);
    for (const node of ydoc.getXmlFragment(TEXT_FIELD).toArray())
      if (node instanceof Y.XmlElement && (answers as readonly string[]).includes(node.getAttribute('id') ?? ''))
        (node.get(0) as Y.XmlElement).insert(0, [new Y.XmlText('Like this.')]);
    await new Saving(db).save(who.id, copy.document, Y.encodeStateAsUpdate(ydoc, before));
  }
  await write((ydoc) => giveStarter(ydoc, step, asked(['e1', 'Why?'], ['e2', 'How exactly?'], ['e4', 'Who?'])));
  expect(await effectOf(db, bello, begun.document)).toEqual({
    ok: true,
    places: [
      { step: 'Answer', number: 2, how: 'other-words', copies: 2, answered: 1 },
      { step: 'Answer', number: 3, how: 'new', copies: 2, answered: 0 },
      { step: 'Answer', number: 3, how: 'gone', copies: 2, answered: 0 },
    ],
  });
});

test('a starter with five hundred questions is set, posted and copied; one with more than a text may hold is refused as it is typed', async () => {
  const { db, person } = school;
  const [bello, imke] = [await person('t-bello'), await person('s-imke')];
  const long = (n: number): Doc => ({
    type: 'doc',
    content: Array.from({ length: n }, (_, i): DocNode[] => [
      { type: 'question', attrs: { number: i + 1, text: `Question ${i + 1}?` } },
      { type: 'answer', attrs: { id: `long-${i}` }, content: [{ type: 'paragraph' }] },
    ]).flat(),
  });
  const { begun, write } = await draftOf(bello, 'weather');
  const step = { kind: 'write' as const, title: 'Long', minutes: 10, settings: { tools: 'all' }, material: null };
  await write((ydoc) => {
    writeTitle(ydoc, 'Five hundred');
    choose(ydoc, 'minutes', 10);
    addThing(ydoc, 'steps', 'long-step', { ...step, starter: long(500) });
  });
  expect(await postDraft(db, bello, begun.document, null, NOW)).toMatchObject({ ok: true });
  const copy = await openCopy(db, imke, 'long-step' as StepId, NOW);
  if (!copy.ok) throw new Error(copy.code);
  expect(answerPlaces(documentJson(await loadDocument(db, copy.document)))).toHaveLength(500);
  const refused = await write((ydoc) => giveStarter(ydoc, 'long-step', long(30_000)));
  expect(refused).toMatchObject({ ok: false });
  expect(await postDraft(db, bello, begun.document, null, NOW)).toMatchObject({ ok: true, version: 1 });
});
