import type { AssignmentId, StepId } from '@/core/ids';
import { doStep, openCopy } from '@/server/doing/handing-in/handing-in';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { type DeskView, desk } from './desk';

let school: TestSchool;
let imke: Person;
let keanu: Person;
const now = Date.now();
beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
  [imke, keanu] = [await school.person('s-imke'), await school.person('s-keanu')];
});
afterAll(() => school.end());

async function deskOf(person: Person, id: string, at = now): Promise<DeskView> {
  const view = await desk(school.db, person, id as AssignmentId, at);
  if (!view) throw new Error(`there is no ${id}`);
  return view;
}

test('work that is under way: each part has what is asked of it, and the moves follow from the facts', async () => {
  const view = await deskOf(imke, 'cloud-ladder');
  expect(view).toMatchObject({ title: 'Reading the cloud ladder', state: 'under-way', takes: 'pieces', points: 100 });
  expect(view.class).toMatchObject({ id: 'weather', locale: 'en' });
  expect(view.asks.map(({ kind }) => kind)).toEqual(['sentences', 'sentences', 'sentences', 'words']);
  expect(view.rubric.reduce((sum, { points }) => sum + points, 0)).toBe(view.points);
  expect(view.steps.map(({ kind, done, open }) => [kind, done, open])).toEqual([
    ['read', true, true],
    ['write', false, true],
  ]);
  expect(view.moves).toEqual(['open', 'edit', 'do-step', 'hand-in']);
  expect([view.receipts, view.feedback, view.goesUsed]).toEqual([[], [], 0]);
});

test('a copy is given with its step to whoever has one, and to nobody else', async () => {
  const documentOf = ({ steps }: DeskView) =>
    steps.map(({ given }) => ('document' in given ? given.document : null))[1];
  expect(documentOf(await deskOf(imke, 'cloud-ladder'))).toMatchObject({ title: 'Answer the questions, Imke A.' });
  expect(documentOf(await deskOf(keanu, 'cloud-ladder'))).toBeNull();
  const copy = await openCopy(school.db, keanu, 'cloud-ladder-2' as StepId, now);
  expect(documentOf(await deskOf(keanu, 'cloud-ladder'))?.id).toBe(copy.ok && copy.document);
});

test('before it opens nothing of its contents is in it, and no move but none', async () => {
  const view = await deskOf(imke, 'which-way');
  expect(view).toMatchObject({ state: 'opens-later', title: 'Which way will it turn?' });
  const { steps, pieces, instructions, asks, rubric, moves } = view;
  expect({ steps, pieces, instructions, asks, rubric, moves }).toEqual({
    steps: [],
    pieces: [],
    instructions: null,
    asks: [],
    rubric: [],
    moves: [],
  });
  const { rows } = await school.db.query(
    "SELECT m.title, m.body::text AS body FROM material m JOIN step s ON s.material_id = m.id WHERE s.assignment_id = 'which-way'",
  );
  for (const { body } of rows as { body: string }[]) expect(JSON.stringify(view)).not.toContain(body.slice(20, 80));
  expect((await deskOf(imke, 'which-way', (view.opensAt ?? 0) + 1)).steps.length).toBeGreaterThan(0);
});

test('where steps come in order, what is given of one comes only when those before it are done', async () => {
  const before = await deskOf(keanu, 'shed-rules');
  expect(before.steps.map(({ open }) => open)).toEqual([true, false, false]);
  expect(before.steps[1]?.given).toEqual({ material: null });
  expect(await doStep(school.db, keanu, 'shed-rules-2' as StepId, now)).toMatchObject({ code: 'earlier-step-first' });
  expect(await doStep(school.db, keanu, 'shed-rules-1' as StepId, now)).toMatchObject({ ok: true });
  const after = await deskOf(keanu, 'shed-rules');
  expect(after.steps.map(({ done, open }) => [done, open])).toEqual([
    [true, true],
    [false, true],
    [false, false],
  ]);
  expect(after.steps[1]?.given).toMatchObject({ material: { id: expect.any(String) } });
  expect(after.steps[0]?.doneAt).toBe(now);
});

test('what came back is with it: the remarks, what the rubric gave, and the marks of earlier work by its criteria', async () => {
  const view = await deskOf(imke, 'bearings');
  expect(view.state).toBe('another-go');
  const [feedback] = view.feedback;
  expect(feedback).toMatchObject({ anotherGo: true, teacher: 'Tomasz Kerr', amends: null });
  expect(feedback?.remarks.map(({ doneAt, answer }) => [doneAt, answer])).toEqual([
    [null, ''],
    [null, ''],
  ]);
  const won = feedback?.result.byCriterion.reduce((sum, one) => sum + (one.won ?? 0), 0);
  expect(feedback?.earned).toBe(won);
  const titles = view.rubric.map(({ title }) => title);
  for (const { shares, at } of view.earlier) {
    expect(shares.map(({ criterion }) => criterion)).toEqual(titles);
    expect(at).toBeLessThan(now);
  }
  expect(view.earlier.length).toBeGreaterThan(0);
});

test('the next thing to do is another one, and of an assignment that is not there is no Desk', async () => {
  const view = await deskOf(imke, 'bridle-knots');
  expect(view.next?.id).not.toBe('bridle-knots');
  expect(await desk(school.db, imke, 'nothing' as AssignmentId, now)).toBeNull();
});
