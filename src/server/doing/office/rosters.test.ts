import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { zipSync } from 'fflate';
import type { AssignmentId, PersonId } from '@/core/ids';
import { rosterOut } from '@/core/roster/write';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { putPiece } from '@/server/doing/pieces/pieces';
import { type RosterView, rosterScreen } from '@/server/reading/office/rosters';
import { read } from '@/store/database';
import type { Person } from '@/store/people';
import { knownToRoster } from '@/store/rosters';
import { type TestSchool, testSchool } from '@/store/test-school';
import { erasePerson } from './erasing';
import { addPerson, changePerson } from './people';
import { changeRosterReading, doRoster, putRosterAway, takeRoster, undoRoster } from './rosters';

const NOW = Date.now();
const DAY = 86_400_000;
let school: TestSchool;
let quill: Person;
beforeAll(async () => {
  school = await testSchool();
  quill = await school.person('o-quill');
});
afterAll(() => school.end());

let n = 0;
function sent(given: string | Uint8Array, name = 'people.csv', into: string | null = null) {
  n += 1;
  const path = join(school.folder, `roster-${n}`);
  writeFileSync(path, given);
  return takeRoster(school.db, quill, { file: { path, size: given.length }, name, into }, NOW);
}
async function taken(given: string | Uint8Array, into: string | null = null): Promise<string> {
  const done = await sent(given, 'people.csv', into);
  if (!done.ok) throw new Error(done.code);
  return done.roster;
}
async function seen(id: string): Promise<RosterView> {
  const view = await rosterScreen(school.db, id, NOW);
  if (!view) throw new Error('no roster');
  return view;
}
const doIt = async (roster: string, at = NOW) =>
  doRoster(school.db, quill, { roster, digest: (await seen(roster)).digest }, at);
const state = async () => JSON.stringify(await read(school.db, knownToRoster));

test('a list is pictured, done and undone, and everything is as it was', async () => {
  const before = await state();
  const roster = await taken(
    'name;user name;class\nChiara Lund-Ferro;chiara;Weather & Sky\nEskil Berg;eskil.b;Weather & Sky\nMira Sundin;mira;Lighthouse\nTarek Aziz;007;Lighthouse',
  );
  const view = await seen(roster);
  expect(view.people).toMatchObject({ added: 2, changed: 2 });
  expect(view.classes.adding.first).toEqual(['Lighthouse']);
  expect(await state()).toBe(before);
  expect(await doIt(roster)).toMatchObject({ ok: true, people: 4, classes: 1 });
  const after = await read(school.db, knownToRoster);
  expect(after.people.find(({ id }) => id === 's-eskil')).toMatchObject({ userName: 'eskil.b' });
  expect(after.people.some(({ userName }) => userName === '007')).toBe(true);
  // Of the class that the list names, whoever it does not name is in it no more; their work stays.
  expect(after.members.filter((one) => one.class === 'weather' && one.role === 'student')).toHaveLength(2);
  expect(await undoRoster(school.db, quill, roster, NOW + DAY - 1)).toEqual({ ok: true, stay: [] });
  expect(await state()).toBe(before);
  expect(await undoRoster(school.db, quill, roster, NOW)).toMatchObject({ ok: false, code: 'too-late' });
});

test('after a day it is not undone any more, and it is done once', async () => {
  const roster = await taken('name,user name\nLate Lee,late.lee');
  expect((await doIt(roster)).ok).toBe(true);
  expect(await doRoster(school.db, quill, { roster, digest: '' }, NOW)).toMatchObject({ code: 'done-already' });
  expect(await undoRoster(school.db, quill, roster, NOW + DAY + 1)).toMatchObject({ code: 'too-late' });
  expect(await changeRosterReading(school.db, roster, { confirm: ['x'] })).toMatchObject({ code: 'done-already' });
});

test('once somebody was erased a roster that named them is not undone any more', async () => {
  const roster = await taken('name,user name\nGone Gil,gone.gil');
  expect((await doIt(roster)).ok).toBe(true);
  const { people } = await read(school.db, knownToRoster);
  const gil = people.find(({ userName }) => userName === 'gone.gil')?.id as PersonId;
  await changePerson(school.db, quill, gil, { left: true }, NOW);
  expect((await erasePerson(school.db, quill, gil, NOW)).ok).toBe(true);
  expect(await undoRoster(school.db, quill, roster, NOW + 1000)).toMatchObject({ ok: false, code: 'too-late' });
});

test('whoever has handed in by then stays when it is undone, and their class, too; the others go', async () => {
  const roster = await taken('name,user name,class\nKeen Kay,keen,Weather & Sky\nIdle Ivy,idle,Weather & Sky');
  // Whoever is in the class stays in it.
  await changeRosterReading(school.db, roster, { choices: { members: 'stay' } });
  expect((await doIt(roster)).ok).toBe(true);
  const { people } = await read(school.db, knownToRoster);
  const keen = await school.person(people.find(({ userName }) => userName === 'keen')?.id ?? '');
  const work = 'cloud-ladder' as AssignmentId;
  await putPiece(school.db, keen, work, { from: 'link', address: 'https://example.org', name: 'Mine' }, NOW);
  expect((await handIn(school.db, keen, { assignmentId: work, act: 'act-keen', note: '' }, NOW)).ok).toBe(true);
  expect(await undoRoster(school.db, quill, roster, NOW + 1000)).toEqual({ ok: true, stay: ['Keen Kay'] });
  const after = await read(school.db, knownToRoster);
  expect(after.people.some(({ userName }) => userName === 'idle')).toBe(false);
  expect(after.members.some(({ person }) => person === keen.id)).toBe(true);
});

test('what changed in the school since it was looked at is looked at once more', async () => {
  const roster = await taken('name,user name\nNew Nell,nell');
  const { digest } = await seen(roster);
  const draft = { name: 'New Nell', family: '', userName: 'nell', role: 'student' as const };
  await addPerson(school.db, quill, { draft, classes: [] }, NOW);
  expect(await doRoster(school.db, quill, { roster, digest }, NOW)).toMatchObject({ code: 'other-picture' });
  expect((await seen(roster)).people.added).toBe(0);
  expect(await doIt(roster)).toMatchObject({ code: 'nothing' });
});

test('of two rosters at once the second looks again', async () => {
  const [one, two] = [
    await taken('name,user name\nBoth Bo,both,\nOne Una,una.one'),
    await taken('name,user name\nBoth Bo,both\nTwo Tom,tom.two'),
  ];
  const [first, second] = [(await seen(one)).digest, (await seen(two)).digest];
  const done = await Promise.all([
    doRoster(school.db, quill, { roster: one, digest: first }, NOW),
    doRoster(school.db, quill, { roster: two, digest: second }, NOW),
  ]);
  expect(done.map(({ ok }) => ok).sort()).toEqual([false, true]);
  expect(done.find(({ ok }) => !ok)).toMatchObject({ code: 'other-picture' });
  const { people } = await read(school.db, knownToRoster);
  expect(people.filter(({ userName }) => userName === 'both')).toHaveLength(1);
});

test('nobody is taken out of the office by a file if nobody else is there', async () => {
  const roster = await taken('name,user name,role\nIda Quill,quill,student');
  expect(await doIt(roster)).toMatchObject({ ok: false, code: 'last-of-office' });
  await putRosterAway(school.db, roster);
  expect(await rosterScreen(school.db, roster, NOW)).toBeNull();
});

test('lines are mended on the screen, columns and the head are said, and a file comes to it', async () => {
  const roster = await taken(
    'who,sign,klass,born,-\nLotte Brandt,,Weather & Sky,2016,\nMax M,max.m,Weather & Sky,2016,',
  );
  expect((await seen(roster)).files[0]).toMatchObject({ lacking: ['user-name', 'name'], lines: 3 });
  expect((await seen(roster)).people.added).toBe(0);
  const columns = ['name', 'user-name', 'class', '-', '-'] as const;
  await changeRosterReading(school.db, roster, { columns: { file: 0, columns }, head: { file: 0, isHead: true } });
  expect((await seen(roster)).problems).toMatchObject([{ line: 2, cell: 1, code: 'no-user-name', understood: false }]);
  await changeRosterReading(school.db, roster, { mend: [{ file: 0, line: 2, cell: 1, text: 'lotte' }] });
  expect((await seen(roster)).problems).toMatchObject([
    { line: 2, understood: true, cells: ['Lotte Brandt', 'lotte', 'Weather & Sky', '2016', ''] },
  ]);
  expect((await seen(roster)).people.added).toBe(2);
  expect(await taken('name,user name\nExtra Ed,extra.ed', roster)).toBe(roster);
  expect((await seen(roster)).files.map(({ lines }) => lines)).toEqual([2, 1]);
  await changeRosterReading(school.db, roster, { head: { file: 0, isHead: false } });
  expect((await seen(roster)).files[0]).toMatchObject({ head: null, lines: 3 });
});

test('a bundle that left comes in again without a change; two files of the same people, too', async () => {
  const known = await read(school.db, knownToRoster);
  const { bytes } = rosterOut(known, 'oneroster', NOW);
  const view = await seen(await taken(bytes));
  expect(
    view.files
      .map(({ form }) => form)
      .filter((form) => form !== 'set-aside')
      .sort(),
  ).toEqual(['classes', 'enrollments', 'users']);
  expect(view.problems).toEqual([]);
  expect(view.people).toMatchObject({ added: 0, gone: 0 });
  expect(view.members).toMatchObject({ adding: 0, changing: 0, going: 0 });
});

test.each([
  ['empty', ''],
  ['no-text', new Uint8Array([1, 0, 2, 0, 3])],
  ['broken', new Uint8Array([0x50, 0x4b, 3, 4, 9, 9, 9])],
  ['no-list', zipSync({ 'readme.txt': new Uint8Array([65]) })],
])('%s is said', async (code, given) => {
  expect(await sent(given as Uint8Array)).toMatchObject({ ok: false, code });
});

test('files that have too many lines together are not taken', async () => {
  const half = `name,user name\n${Array.from({ length: 26_000 }, (_, i) => `N${i},n${i}`).join('\n')}`;
  const roster = await taken(half);
  expect(await sent(half, 'again.csv', roster)).toMatchObject({ ok: false, code: 'too-much' });
  expect((await seen(roster)).files).toHaveLength(1);
  await putRosterAway(school.db, roster);
});

test('a file that is too long is not read', async () => {
  expect(await takeRoster(school.db, quill, { file: null, name: 'x', into: null }, NOW)).toMatchObject({
    code: 'too-large',
  });
});
