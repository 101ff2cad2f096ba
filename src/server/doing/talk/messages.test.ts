import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { AssignmentId, ClassId, Instant, PostId, StepId, TalkId } from '@/core/ids';
import { plainBody } from '@/core/talk/body';
import { letWrite } from '@/server/doing/office/classes';
import { putFromPost } from '@/server/doing/pieces/from-post';
import { keepLoose } from '@/server/doing/pieces/loose-files';
import { beginAttempt } from '@/server/doing/questions/beginning';
import { unreadOf } from '@/server/reading/news/news';
import { halfWrittenAt } from '@/server/reading/talk/floor';
import { findMessages, messagesScreen, sentMessages, talkWindow } from '@/server/reading/talk/messages';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { keepHalf } from './half-written';
import { report, settle } from './keeping-order';
import { sayHours, writeTo, writeToMany } from './messages';
import { mend, readTalk, say, withdraw } from './posts';

const ZONE = 'Atlantic/Azores';
const MATHS = 'maths' as ClassId;
const TABLES = 'tide-tables' as AssignmentId;

let school: TestSchool;
let imke: Person;
let wren: Person;
let kerr: Person;
let office: Person;
let now = Date.now() + 1000;
let n = 0;
beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
  [imke, wren] = [await school.person('s-imke'), await school.person('s-wren')];
  [kerr, office] = [await school.person('t-kerr'), await school.person('o-quill')];
  // What the demo has told already is none of this.
  for (const id of ['s-imke', 's-wren', 't-kerr'])
    await school.db.query(
      `INSERT INTO talk_read (talk_id, person_id, number, at) SELECT y.talk_id, $1, 1000, now() FROM talk_party y WHERE y.person_id = $1`,
      [id],
    );
});
afterAll(() => school.end());

const first = (words: string, more: { title?: string; about?: AssignmentId | null } = {}) => {
  n += 1;
  now += 1000;
  return { act: `act-message-${n}`, body: plainBody(words), files: [], title: '', about: null, ...more };
};
async function write(
  from: Person,
  to: Person,
  words: string,
  more: { title?: string; about?: AssignmentId } = {},
): Promise<TalkId> {
  const said = await writeTo(school.db, from, { ...first(words, more), to: to.id }, now);
  if (!said.ok) throw new Error(said.code);
  return said.talk;
}
const reply = (from: Person, talkId: TalkId, words: string) => {
  const { act, body } = first(words);
  return say(school.db, from, { talkId, to: null, act, body, files: [] }, now);
};
const open = async (person: Person, withWhom: Person, talk: TalkId | null = null, at: Instant = now) =>
  messagesScreen(school.db, person, { with: withWhom.id, talk }, ZONE, at);
const unread = async (person: Person) => (await unreadOf(school.db, person.id, now)).messages;

describe('a message', () => {
  test('is for two: the teacher reads it, answers in the same thread, and nobody else has it', async () => {
    const talk = await write(imke, kerr, 'Metres or feet?', { about: TABLES });
    expect(await unread(kerr)).toBe(1);
    expect(await reply(kerr, talk, 'Metres.')).toEqual({ ok: true });
    const view = await open(imke, kerr, talk);
    expect(view.open?.talks[0]).toMatchObject({ id: talk, assignment: 'Tide tables', unread: 1 });
    expect(view.open?.open?.messages.map(({ own, author }) => [own, author])).toEqual([
      [true, imke.short_name],
      [false, kerr.name],
    ]);
    for (const other of [wren, await school.person('t-bello'), office])
      expect((await messagesScreen(school.db, other, { with: kerr.id, talk }, ZONE, now)).open?.talks ?? []).toEqual(
        [],
      );
    expect(await reply(wren, talk, 'Me, too.')).toMatchObject({ ok: false, code: 'not-member' });
  });

  test('is not read until it was on the screen of the other, and says when', async () => {
    const talk = await write(imke, kerr, 'Read me.');
    const own = async () => (await open(imke, kerr, talk)).open?.open?.messages[0]?.readAt;
    expect(await own()).toBeNull();
    const view = await open(kerr, imke, talk);
    await readTalk(school.db, imke, talk, 1, now + 500);
    expect(await own()).toBeNull();
    await readTalk(school.db, kerr, talk, view.open?.open?.newest ?? 0, now + 60_000);
    expect(await own()).toBe(now + 60_000);
    await readTalk(school.db, kerr, talk, 1, now + 90_000);
    expect(await own()).toBe(now + 60_000);
  });

  test('of one act opens one talk, however often it is sent', async () => {
    const once = first('Only once.');
    const a = await writeTo(school.db, imke, { ...once, to: kerr.id }, now);
    const b = await writeTo(school.db, imke, { ...once, to: kerr.id }, now);
    expect([a, b]).toEqual([a, a]);
    const { rows } = await school.db.query('SELECT 1 FROM post WHERE author_id = $1 AND act = $2', [imke.id, once.act]);
    expect(rows).toHaveLength(1);
  });

  test('that is refused opens nothing', async () => {
    const { rows: before } = await school.db.query("SELECT count(*)::int AS n FROM talk WHERE kind = 'message'");
    expect(await writeTo(school.db, imke, { ...first(' '), to: kerr.id }, now)).toMatchObject({ code: 'empty' });
    expect(
      await writeTo(school.db, imke, { ...first('x', { about: 'fog-line' as AssignmentId }), to: kerr.id }, now),
    ).toMatchObject({ code: 'not-found' });
    const { rows: after } = await school.db.query("SELECT count(*)::int AS n FROM talk WHERE kind = 'message'");
    expect(after).toEqual(before);
  });

  test('goes to nobody with whom no class is shared, from student to student only where the school lets them', async () => {
    expect(await writeTo(school.db, imke, { ...first('Hello'), to: wren.id }, now)).toMatchObject({
      code: 'party-left',
    });
    expect(await writeTo(school.db, imke, { ...first('Hello'), to: office.id }, now)).toMatchObject({
      code: 'party-left',
    });
    expect(await writeTo(school.db, imke, { ...first('Hello'), to: imke.id }, now)).toMatchObject({
      code: 'party-left',
    });
    await letWrite(school.db, office, 'weather' as ClassId, true, now);
    const talk = await write(imke, wren, 'Hello.');
    expect(await reply(wren, talk, 'Hello, too.')).toEqual({ ok: true });
    await letWrite(school.db, office, 'weather' as ClassId, false, now);
    expect(await reply(wren, talk, 'Still?')).toMatchObject({ code: 'party-left' });
    // What was written stays to be read.
    expect((await open(imke, wren, talk)).open?.open?.messages).toHaveLength(2);
  });

  test('to a teacher who left is refused, and its words stay with whoever wrote them', async () => {
    const talk = await write(imke, kerr, 'Before.');
    await school.db.query("UPDATE person SET left_at = now() WHERE id = 't-kerr'");
    expect(await reply(imke, talk, 'After.')).toMatchObject({ code: 'party-left' });
    expect((await open(imke, kerr, talk)).partners.find(({ id }) => id === kerr.id)).toMatchObject({ left: true });
    await school.db.query("UPDATE person SET left_at = NULL WHERE id = 't-kerr'");
    expect(await reply(imke, talk, 'Back again.')).toEqual({ ok: true });
  });

  test('is mended for ten minutes and withdrawn, and reported: the office sees it alone', async () => {
    const talk = await write(kerr, imke, 'You are late.');
    const id = (await open(imke, kerr, talk)).open?.open?.messages[0]?.id as PostId;
    expect(await mend(school.db, kerr, { post: id, body: plainBody('You are early.') }, now + 1000)).toEqual({
      ok: true,
    });
    await report(school.db, imke, id, 'wrong tone', now);
    const { rows } = await school.db.query("SELECT id FROM report WHERE reason = 'wrong tone'");
    expect(await settle(school.db, office, (rows[0] as { id: string }).id, 'stays', now)).toEqual({ ok: true });
    expect(await withdraw(school.db, kerr, id, now)).toEqual({ ok: true });
    expect((await open(imke, kerr, talk)).open?.open?.messages[0]).toMatchObject({
      body: null,
      withdrawn: 'by-author',
    });
    expect((await findMessages(school.db, imke, 'early')).found).toEqual([]);
  });

  test('is found by its words, by those two alone', async () => {
    const talk = await write(imke, kerr, 'The quartermaster’s ledger 50%', { title: 'Old books' });
    const found = async (person: Person, words: string) =>
      (await findMessages(school.db, person, words)).found.map(({ talk_id }) => talk_id);
    expect(await found(imke, 'QUARTERMASTERS')).toEqual([talk]);
    expect(await found(kerr, '50%')).toEqual([talk]);
    expect(await found(kerr, 'old books')).toEqual([talk]);
    expect(await found(wren, 'quartermaster')).toEqual([]);
    expect(await found(imke, '_')).toEqual([]);
  });
});

describe('to many at once', () => {
  test('each gets a letter of their own; the sender has one line with how many have read it', async () => {
    const message = first('Bring a compass on Monday.', { title: 'Monday' });
    const said = await writeToMany(school.db, kerr, { ...message, classId: MATHS, only: null }, now);
    const { rows } = await school.db.query(
      "SELECT count(*)::int AS n FROM membership WHERE class_id = 'maths' AND role = 'student'",
    );
    expect(said).toEqual({ ok: true, to: (rows[0] as { n: number }).n });
    // Sent again, nobody gets a second one.
    await writeToMany(school.db, kerr, { ...message, classId: MATHS, only: null }, now);
    const [line] = (await sentMessages(school.db, kerr, null)).sent;
    expect(line).toMatchObject({ title: 'Monday', of: said.ok ? said.to : 0, read: 0 });
    const view = await open(imke, kerr);
    await readTalk(school.db, imke, view.open?.open?.id as TalkId, 1, now + 1000);
    expect((await sentMessages(school.db, kerr, null)).sent[0]).toMatchObject({ read: 1 });
    expect(view.open?.open?.messages).toHaveLength(1);
  });

  test('to some of the class, and to nobody who is not in it', async () => {
    const message = first('You two.');
    expect(
      await writeToMany(school.db, kerr, { ...message, classId: MATHS, only: ['s-imke', 't-haddad'] }, now),
    ).toEqual({ ok: true, to: 1 });
    expect(
      await writeToMany(school.db, kerr, { ...first('x'), classId: MATHS, only: ['t-haddad'] }, now),
    ).toMatchObject({ code: 'not-found' });
  });
});

describe('a file in a message', () => {
  test('is not handed in by it, and is put to the work with one act', async () => {
    const path = join(school.folder, 'tides.txt');
    writeFileSync(path, 'Monday 2.1 m');
    const kept = await keepLoose(school.db, imke, { file: { path, size: 12 }, name: 'tides.txt', only: null }, now);
    if (!kept.ok) throw new Error(kept.code);
    const said = await writeTo(
      school.db,
      imke,
      { ...first(''), files: [{ sha256: kept.sha256, name: 'tides.txt' }], to: kerr.id },
      now,
    );
    if (!said.ok) throw new Error(said.code);
    const view = await open(imke, kerr, said.talk);
    expect(view.open?.work.some(({ id }) => id === TABLES)).toBe(true);
    const post = view.open?.open?.messages[0]?.id as PostId;
    expect(await putFromPost(school.db, wren, { assignmentId: TABLES, post, position: 0 }, now)).toMatchObject({
      code: 'not-found',
    });
    expect(await putFromPost(school.db, imke, { assignmentId: TABLES, post, position: 0 }, now)).toMatchObject({
      ok: true,
    });
    const { rows } = await school.db.query("SELECT name FROM piece WHERE owner_id = 's-imke' AND assignment_id = $1", [
      TABLES,
    ]);
    expect(rows).toContainEqual({ name: 'tides.txt' });
    // A teacher's file is no work of anybody's.
    expect((await open(kerr, imke)).open?.work).toEqual([]);
  });

  test('of somebody else is not sent by knowing its fingerprint', async () => {
    const files = [{ sha256: 'a'.repeat(64), name: 'x.txt' }];
    expect(await writeTo(school.db, imke, { ...first('see'), files, to: kerr.id }, now)).toMatchObject({
      code: 'not-found',
    });
  });
});

test('students’ messages to each other are kept from whoever sits at something timed; a teacher’s are not', async () => {
  await letWrite(school.db, office, 'weather' as ClassId, true, now);
  const talk = await write(wren, imke, 'The answer is B.');
  await beginAttempt(school.db, imke, { stepId: 'cloud-names-1' as StepId, act: 'act-timed', word: '' }, Date.now());
  await school.db.query(
    `UPDATE attempt SET terms = jsonb_set(terms, '{limit}', '20') WHERE student_id = 's-imke' AND runs`,
  );
  expect(await talkWindow(school.db, imke, talk, null)).toEqual({ ok: false, code: 'in-attempt' });
  expect((await open(imke, wren, talk)).open).toBeNull();
  expect(await reply(imke, talk, 'Thanks')).toMatchObject({ code: 'in-attempt' });
  expect((await open(imke, kerr)).open?.open).not.toBeNull();
  await school.db.query("UPDATE attempt SET runs = false WHERE student_id = 's-imke'");
  expect(await talkWindow(school.db, imke, talk, null)).toMatchObject({ ok: true });
});

test('hours are said by weekday, and stand beside the name', async () => {
  expect(await sayHours(school.db, kerr, [{ weekday: 3, from: 900, to: 800 }])).toMatchObject({ code: 'bad-hours' });
  const hours = [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({ weekday, from: 0, to: 1440 }));
  await sayHours(school.db, kerr, hours);
  const line = (await open(imke, kerr)).partners.find(({ id }) => id === kerr.id);
  expect(line).toMatchObject({ hours, expected: { when: 'now', to: 1440 }, teaches: true });
});

test('what is half written follows to another device, the later of two, and is gone once it was sent', async () => {
  const place = 'message t-kerr';
  const at = async () => (await halfWrittenAt(school.db, imke, place)).written?.body ?? null;
  await keepHalf(school.db, imke, { place, body: plainBody('I wanted to') }, now);
  await keepHalf(school.db, imke, { place, body: plainBody('I wanted to ask') }, now + 10);
  await keepHalf(school.db, imke, { place, body: plainBody('I') }, now + 5);
  expect(await at()).toEqual(plainBody('I wanted to ask'));
  expect((await halfWrittenAt(school.db, wren, place)).written).toBeNull();
  await keepHalf(school.db, imke, { place, body: null }, now + 20);
  expect(await at()).toBeNull();
  expect(
    await keepHalf(school.db, imke, { place, body: { type: 'doc', content: [{ type: 'table' }] } }, now),
  ).toMatchObject({ code: 'bad-body' });
});

test('a long talk is shown a window at a time, without a gap and without a double', async () => {
  const talk = await write(imke, kerr, 'Message 0');
  for (let i = 1; i < 120; i += 1) await reply(i % 2 ? kerr : imke, talk, `Message ${i}`);
  const numbers: number[] = [];
  let before: number | null = null;
  do {
    const window: Awaited<ReturnType<typeof talkWindow>> = await talkWindow(school.db, imke, talk, before);
    if (!window.ok) throw new Error(window.code);
    numbers.unshift(...window.talk.messages.map(({ number }) => number));
    before = window.talk.more;
  } while (before !== null);
  expect(numbers).toEqual(Array.from({ length: 120 }, (_, i) => i + 1));
});
