import { changeDocument, newDocument } from '@/server/doing/documents/own-documents';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { BIN_DAYS, shelf } from './shelf';

const DAY = 86_400_000;
let school: TestSchool;
let imke: Person;
const now = Date.now();
beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
  imke = await school.person('s-imke');
});
afterAll(() => school.end());

test('what is one’s own comes first, then by class, and a class of the past last; the newest first in each', async () => {
  const { boards, bin } = await shelf(school.db, imke, now);
  expect(boards[0]).toMatchObject({ id: 'own', items: [] });
  const past = boards.map((board) => board.past);
  expect(past).toEqual([...past].sort((a, b) => Number(a) - Number(b)));
  expect(past.at(-1)).toBe(true);
  for (const { items } of boards) {
    const times = items.map(({ changedAt }) => changedAt);
    expect(times).toEqual([...times].sort((a, b) => b - a));
  }
  expect(bin).toEqual([]);
});

test('each thing says how the work it belongs to stands, and opens there', async () => {
  const { boards } = await shelf(school.db, imke, now);
  const items = boards.flatMap((board) => board.items);
  const bearings = items.find(({ assignment }) => assignment === 'Bearings from three lighthouses');
  expect(bearings).toMatchObject({
    kind: 'document',
    written: true,
    state: 'another-go',
    place: { at: 'desk', assignment: 'bearings' },
  });
  const { rows } = await school.db.query(
    "SELECT count(*)::int AS n FROM document WHERE owner_id = 's-imke' AND removed_at IS NULL",
  );
  expect(items.filter(({ written }) => written)).toHaveLength((rows[0] as { n: number }).n);
});

test('a document of one’s own is put in the bin, lies there for its days, and can be taken out', async () => {
  const made = await newDocument(school.db, imke, 'A kite of my own', now);
  if (!made.ok) throw new Error(made.code);
  const own = async (at: number) => {
    const { boards, bin } = await shelf(school.db, imke, at);
    return [boards[0]?.items.map(({ title }) => title), bin.map(({ title }) => title)];
  };
  expect(await own(now)).toEqual([['A kite of my own'], []]);
  const id = made.document;
  await changeDocument(school.db, imke, id, { act: 'bin' }, now);
  expect(await own(now)).toEqual([[], ['A kite of my own']]);
  const { bin } = await shelf(school.db, imke, now);
  expect((bin[0]?.goneAt ?? 0) - (bin[0]?.removedAt ?? 0)).toBe(BIN_DAYS * DAY);
  expect(await own(now + BIN_DAYS * DAY - 60_000)).toEqual([[], ['A kite of my own']]);
  expect(await own(now + BIN_DAYS * DAY + 60_000)).toEqual([[], []]);
  await changeDocument(school.db, imke, id, { act: 'take-out' }, now);
  expect(await own(now)).toEqual([['A kite of my own'], []]);
});
