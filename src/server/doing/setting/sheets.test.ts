import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { AssignmentId, ClassId, DocumentId, StepId } from '@/core/ids';
import { documentKind } from '@/core/kinds/document';
import { EMPTY_DRAFT } from '@/core/setting/draft';
import { handIn, openCopy } from '@/server/doing/handing-in/handing-in';
import { exportDocument } from '@/server/reading/documents/exporting';
import { maySeePicture } from '@/server/reading/documents/text-pictures';
import { read } from '@/store/database';
import { findDocument } from '@/store/documents';
import { latestPiecesOf } from '@/store/hand-ins';
import { findMaterial } from '@/store/materials';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { stepsOf } from '@/store/work';
import { postAssignment } from './posting';
import { sheetsOf } from './sheets';

const NOW = Date.now();
const MATHS = 'maths' as ClassId;
let school: TestSchool;
let kerr: Person;
let wren: Person;
beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
  kerr = await school.person('t-kerr');
  wren = await school.person('s-wren');
});
afterAll(() => school.end());

const make = (material: string, classId = MATHS) => sheetsOf(school.db, kerr, { class: classId, material }, NOW);

async function post(id: string) {
  const made = await make('three-bearings');
  if (!made.ok) throw new Error(made.code);
  const { sheets } = made;
  const step = `${id}-1` as StepId;
  const base = {
    kind: 'pages' as const,
    title: 'Write on it',
    minutes: 10,
    settings: {},
    material: null,
    starter: null,
  };
  const asks = [{ id: `${id}-ask`, kind: 'answered' as const, place: sheets.boxes[0]?.id ?? '', bars: false }];
  const draft = { ...EMPTY_DRAFT, title: id, minutes: 10, steps: [{ ...base, id: step, sheets }], asks };
  const posted = await postAssignment(
    school.db,
    kerr,
    { id: id as AssignmentId, classId: MATHS, draft, postedAt: NOW },
    NOW,
  );
  return { sheets, posted, step };
}

test('a file of the class becomes sheets of a step alone: the same twice has boxes with other names', async () => {
  const [one, two] = [await make('three-bearings'), await make('three-bearings')];
  if (!one.ok || !two.ok) throw new Error('it was not made');
  expect(one.sheets.file).toMatchObject({ type: 'application/pdf', name: 'three-bearings.pdf' });
  expect(one.sheets.boxes.map(({ name }) => name)).toEqual(two.sheets.boxes.map(({ name }) => name));
  const ids = [...one.sheets.boxes, ...two.sheets.boxes].map(({ id }) => id);
  expect(new Set(ids).size).toBe(ids.length);
});

test('what is no file of this class, or none to be written on, is said', async () => {
  expect(await make('three-bearings', 'stories' as ClassId)).toEqual({ ok: false, code: 'not-found' });
  expect(await make('nothing')).toEqual({ ok: false, code: 'not-found' });
  expect(await make('material-2')).toEqual({ ok: false, code: 'not-found' });
  expect(await make('harbour-tides')).toEqual({ ok: false, code: 'not-for-writing' });
});

test('its file is read by the class once it is posted, and by nobody else, whatever becomes of the material', async () => {
  const { sheets, posted } = await post('boat-one');
  expect(posted).toMatchObject({ ok: true });
  const sha256 = sheets.file?.src.split('/').at(-1) ?? '';
  expect((await findMaterial(school.db, 'three-bearings'))?.file_sha256).toBe(sha256);
  await school.db.query("UPDATE material SET removed_at = now() WHERE id = 'three-bearings'");
  try {
    expect(await maySeePicture(school.db, wren.id, sha256)).toBe(true);
    const { rows } = await school.db.query(
      "SELECT id FROM person p WHERE NOT EXISTS (SELECT 1 FROM membership m WHERE m.person_id = p.id AND m.class_id = 'maths') LIMIT 1",
    );
    const stranger = (rows[0] as { id: Person['id'] }).id;
    expect(await maySeePicture(school.db, stranger, sha256)).toBe(false);
  } finally {
    await school.db.query("UPDATE material SET removed_at = NULL WHERE id = 'three-bearings'");
  }
});

test('a step without sheets is not posted, nor one that asks at a box which is gone', async () => {
  const { sheets } = await post('boat-two');
  const base = { kind: 'pages' as const, title: 'Write', minutes: 10, settings: {}, material: null, starter: null };
  const refused = (steps: object[], asks: object[] = []) =>
    postAssignment(
      school.db,
      kerr,
      {
        id: 'boat-three' as AssignmentId,
        classId: MATHS,
        draft: { ...EMPTY_DRAFT, title: 'x', minutes: 10, steps: steps as never, asks: asks as never },
        postedAt: NOW,
      },
      NOW,
    );
  expect(await refused([{ ...base, id: 'b3' }])).toMatchObject({ ok: false, unmet: [{ code: 'no-sheets', id: 'b3' }] });
  const gone = { id: 'a', kind: 'answered', place: sheets.boxes[0]?.id, bars: false };
  const without = { ...sheets, boxes: sheets.boxes.slice(1) };
  expect(await refused([{ ...base, id: 'b3', sheets: without }], [gone])).toMatchObject({
    ok: false,
    unmet: [{ code: 'unknown-place' }],
  });
});

test('a copy begins with the sheets, is frozen with what was written, and leaves as the PDF that lay beneath, written on', async () => {
  const { step } = await post('boat-four');
  const assignmentId = 'boat-four' as AssignmentId;
  const copy = await openCopy(school.db, wren, step, NOW);
  if (!copy.ok) throw new Error('no copy');
  const [stored] = await read(school.db, stepsOf(assignmentId));
  expect(documentKind('pages').overflow(stored?.starter)).toBeNull();
  expect(await findDocument(school.db, copy.document as DocumentId)).toMatchObject({ kind: 'pages' });
  // Nothing was written: it is not taken.
  expect(await handIn(school.db, wren, { assignmentId, act: 'one', note: '' }, NOW)).toMatchObject({ ok: false });
  const answer = await exportDocument(school.db, wren, copy.document as DocumentId, 'pdf');
  const pdf = new Uint8Array(await answer.arrayBuffer());
  expect(answer.headers.get('content-type')).toBe('application/pdf');
  expect(pdf.byteLength).toBeGreaterThan(readFileSync(join('demo', 'files', 'three-bearings.pdf')).byteLength / 2);
  expect(await read(school.db, latestPiecesOf(assignmentId, wren.id))).toEqual([]);
});

test('the demo has sheets that were handed in, each with what was written on them', async () => {
  const { rows } = await school.db.query(
    "SELECT count(*)::int AS n FROM document d JOIN assignment a ON a.id = d.assignment_id WHERE d.kind = 'pages' AND a.id IN ('marlen', 'own-forecast', 'low-water')",
  );
  expect((rows[0] as { n: number }).n).toBeGreaterThan(2);
});
