import type { AssignmentId, ClassId, Instant, PersonId, PostId, StepId, TalkId } from '@/core/ids';
import { plainBody } from '@/core/talk/body';
import { beginAttempt } from '@/server/doing/questions/beginning';
import { countUnread, whatsNew } from '@/server/reading/news/news';
import { type FloorView, floor, likeThis, replies } from '@/server/reading/talk/floor';
import { read } from '@/store/database';
import { waitingOnFloors } from '@/store/floors';
import type { Person } from '@/store/people';
import { reports } from '@/store/reports';
import { type TestSchool, testSchool } from '@/store/test-school';
import { inEveryOrder } from '@/testing/orders';
import { closeFloor, keepOrder, pause, report, settle } from './keeping-order';
import { asksToo, mend, readTalk, say, withdraw } from './posts';

const WEATHER = 'weather' as ClassId;
const LADDER = 'cloud-ladder' as AssignmentId;
const FLOOR = 'floor.cloud-ladder' as TalkId;
const MINUTE = 60_000;

let school: TestSchool;
let imke: Person;
let wren: Person;
let bello: Person;
let now = Date.now() + 1000;
let n = 0;
beforeAll(async () => {
  school = await testSchool();
  [imke, wren, bello] = [await school.person('s-imke'), await school.person('s-wren'), await school.person('t-bello')];
});
afterAll(() => school.end());

const saying = (words: string, to: PostId | null = null, talkId = FLOOR) => {
  n += 1;
  return { talkId, to, act: `act-talk-${n}`, body: plainBody(words), files: [] };
};
/** The floor of the ladder as somebody reads it. */
async function seen(reader: Person, at: Instant = now, before: Instant | null = null): Promise<FloorView> {
  const view = await floor(school.db, reader, { classId: WEATHER, about: LADDER, before }, at);
  if (!view.ok) throw new Error(view.code);
  return view;
}
const wordsOf = (body: unknown): string => JSON.stringify(body);
/** Asks something; gives back the thread. */
async function ask(author: Person, words: string) {
  now += 1000;
  expect(await say(school.db, author, saying(words), now)).toEqual({ ok: true });
  const thread = (await seen(author)).threads.find(({ body }) => wordsOf(body).includes(words));
  if (!thread) throw new Error(`nobody reads “${words}”`);
  return thread;
}
async function answer(author: Person, to: PostId, words: string) {
  now += 1000;
  expect(await say(school.db, author, saying(words, to), now)).toEqual({ ok: true });
  const all = await replies(school.db, author, to, null);
  if (!all.ok) throw new Error(all.code);
  const one = all.replies.find(({ body }) => wordsOf(body).includes(words));
  if (!one) throw new Error(`nobody reads “${words}”`);
  return one;
}

describe('a question on the open floor', () => {
  test('is read by the whole class, answered by anybody, and the answer is what the teacher says is it', async () => {
    const question = await ask(imke, 'Which sky is meant in question three?');
    const guess = await answer(wren, question.id, 'The one outside, I think.');
    const said = await answer(bello, question.id, 'The sky while you write.');
    expect(await keepOrder(school.db, bello, guess.id, { change: 'answer' }, now)).toEqual({ ok: true });
    expect(await keepOrder(school.db, bello, said.id, { change: 'answer' }, now)).toEqual({ ok: true });
    const view = (await seen(wren)).threads.find(({ id }) => id === question.id);
    expect(view).toMatchObject({ author: imke.short_name, own: false, replies: 2, closed: false });
    expect(view?.theAnswer).toMatchObject({ id: said.id, author: bello.name, teacher: true });
    await keepOrder(school.db, bello, said.id, { change: 'no-answer' }, now);
    expect((await seen(wren)).threads.find(({ id }) => id === question.id)?.theAnswer).toBeNull();
  });

  test('is news to the teachers, its answer to whoever asks the same, and neither to anybody else', async () => {
    const question = await ask(imke, 'Is sleet rain or snow in the list?');
    const zofia = await school.person('s-zofia');
    expect(await asksToo(school.db, wren, question.id, true)).toEqual({ ok: true });
    // Nobody asks their own question too.
    expect(await asksToo(school.db, imke, question.id, true)).toMatchObject({ code: 'not-found' });
    const before = await Promise.all([imke, wren, zofia].map(({ id }) => countUnread(school.db, id, now + 10_000)));
    await answer(bello, question.id, 'Snow that melts.');
    const after = await Promise.all([imke, wren, zofia].map(({ id }) => countUnread(school.db, id, now + 10_000)));
    expect(after.map((count, i) => count - (before[i] ?? 0))).toEqual([1, 1, 0]);
    const [line] = (await whatsNew(school.db, bello, now + 10_000)).flatMap(({ news }) =>
      news.filter(({ kind }) => kind === 'asked'),
    );
    expect(line?.place).toEqual({ at: 'floor', class: 'weather', about: 'cloud-ladder' });
    const lines = (await whatsNew(school.db, imke, now + 10_000)).flatMap(({ news }) => news);
    expect(lines.find(({ kind }) => kind === 'answered')?.place).toEqual({
      at: 'desk',
      assignment: LADDER,
      sheet: 'floor',
    });
    expect((await seen(bello)).threads.find(({ id }) => id === question.id)).toMatchObject({
      askers: 1,
      mineToo: false,
    });
    expect((await seen(wren)).threads.find(({ id }) => id === question.id)).toMatchObject({ askers: 1, mineToo: true });
  });

  test('that is sent twice is said once', async () => {
    const once = saying('Said once?');
    await say(school.db, imke, once, now);
    await say(school.db, imke, once, now);
    expect((await seen(imke)).threads.filter(({ body }) => wordsOf(body).includes('Said once?'))).toHaveLength(1);
  });

  test('waits until a teacher says something; what students say to each other does not count', async () => {
    const waiting = async () =>
      (await read(school.db, waitingOnFloors(bello.id, 0))).find(({ class_id }) => class_id === WEATHER)?.n ?? 0;
    const before = await waiting();
    const question = await ask(imke, 'Does drizzle count?');
    await answer(wren, question.id, 'No idea.');
    expect(await waiting()).toBe(before + 1);
    await answer(bello, question.id, 'It does.');
    expect(await waiting()).toBe(before);
  });

  test('finds earlier ones that are like it', async () => {
    const question = await ask(imke, 'How long should the line of a small kite be?');
    const like = await likeThis(school.db, wren, FLOOR, 'how long is the line of a kite', now);
    expect(like).toMatchObject({ ok: true, like: [{ id: question.id }] });
    expect(await likeThis(school.db, wren, FLOOR, 'kite', now)).toEqual({ ok: true, like: [] });
  });
});

describe('what was said', () => {
  test('is mended for ten minutes, and withdrawn whenever one likes', async () => {
    const question = await ask(imke, 'Is it bigger or smaler?');
    const at = now;
    const body = plainBody('Is it bigger or smaller?');
    expect(await mend(school.db, wren, { post: question.id, body }, at)).toMatchObject({ code: 'not-found' });
    expect(await mend(school.db, imke, { post: question.id, body }, at + 9 * MINUTE)).toEqual({ ok: true });
    expect(await mend(school.db, imke, { post: question.id, body }, at + 11 * MINUTE)).toMatchObject({
      code: 'too-late',
    });
    const reply = await answer(wren, question.id, 'Bigger.');
    expect(await withdraw(school.db, bello, question.id, now)).toMatchObject({ code: 'not-found' });
    expect(await withdraw(school.db, imke, question.id, now)).toEqual({ ok: true });
    const view = (await seen(wren)).threads.find(({ id }) => id === question.id);
    expect(view).toMatchObject({ body: null, withdrawn: 'by-author', mended: true });
    // What others said to it stays; nobody adds to it.
    expect(await say(school.db, wren, saying('More?', question.id), now)).toMatchObject({ code: 'withdrawn' });
    expect(await say(school.db, wren, saying('More?', reply.id), now)).toEqual({ ok: true });
  });

  test('is withdrawn by a teacher with a reason, and by nobody without', async () => {
    const question = await ask(wren, 'You are all silly.');
    expect(await keepOrder(school.db, bello, question.id, { change: 'withdraw', reason: ' ' }, now)).toMatchObject({
      code: 'no-reason',
    });
    expect(await keepOrder(school.db, bello, question.id, { change: 'withdraw', reason: 'unkind' }, now)).toEqual({
      ok: true,
    });
    // Nothing was said to it, so nothing of it is left to be seen.
    expect((await seen(imke)).threads.some(({ id }) => id === question.id)).toBe(false);
    const { rows } = await school.db.query('SELECT reason, words FROM post WHERE id = $1', [question.id]);
    expect(rows).toEqual([{ reason: 'unkind', words: 'You are all silly.' }]);
  });

  test('is reported once by one person, and the office sees it alone', async () => {
    const question = await ask(wren, 'Imke cannot spell.');
    expect(await report(school.db, imke, question.id, ' ', now)).toMatchObject({ code: 'no-reason' });
    await report(school.db, imke, question.id, 'it is about me', now);
    await report(school.db, imke, question.id, 'again', now);
    const office = await school.person('o-quill');
    const open = (await read(school.db, reports(50))).filter(({ settled_at }) => settled_at === null);
    expect(open).toMatchObject([{ reason: 'it is about me', by: imke.name, author: wren.name, kind: 'floor' }]);
    const id = open[0]?.id ?? '';
    expect(await settle(school.db, office, id, 'withdrawn', now)).toEqual({ ok: true });
    expect(await settle(school.db, office, id, 'stays', now)).toMatchObject({ code: 'not-found' });
    expect((await seen(wren)).threads.some((one) => one.id === question.id)).toBe(false);
    const { rows } = await school.db.query("SELECT data FROM office_act WHERE kind = 'report-settled'");
    expect(rows).toEqual([{ data: { outcome: 'withdrawn' } }]);
  });

  test('comes to a class as it was typed: 10,000 letters without a space, and both directions mixed', async () => {
    const long = 'a'.repeat(10_000);
    expect(await say(school.db, imke, saying(`${long}a`), now)).toMatchObject({ code: 'too-long' });
    await ask(imke, long);
    await ask(imke, 'هل يعني the ebb هنا 3–5 ساعات؟');
    expect(await say(school.db, imke, saying(' \n '), now)).toMatchObject({ code: 'empty' });
    const linked = {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [{ type: 'text', text: 'x', marks: [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }] }],
        },
      ],
    };
    expect(await say(school.db, imke, { ...saying('x'), body: linked }, now)).toMatchObject({ code: 'bad-link' });
    const table = { type: 'doc', content: [{ type: 'table', content: [] }] };
    expect(await say(school.db, imke, { ...saying('x'), body: table }, now)).toMatchObject({ code: 'bad-body' });
  });

  test('is unread until it was on the screen, whatever came before it', async () => {
    const question = await ask(wren, 'Not read yet?');
    const view = await seen(imke);
    expect(view.threads.find(({ id }) => id === question.id)?.unread).toBe(true);
    await readTalk(school.db, imke, FLOOR, view.seen[FLOOR] ?? 0, now);
    expect((await seen(imke)).threads.some(({ unread }) => unread)).toBe(false);
    await answer(wren, question.id, 'Now there is more.');
    expect((await seen(imke)).threads.filter(({ unread }) => unread).map(({ id }) => id)).toEqual([question.id]);
    // A mark that is further than what there is counts only up to there.
    await readTalk(school.db, imke, FLOOR, 1_000_000, now);
    await answer(wren, question.id, 'And more.');
    expect((await seen(imke)).threads.find(({ id }) => id === question.id)?.unread).toBe(true);
  });

  test('is shown a window at a time, the newest first, without a gap and without a double', async () => {
    for (let i = 0; i < 45; i += 1) await ask(imke, `Window ${i}?`);
    const found: string[] = [];
    let before: Instant | null = null;
    do {
      const view: FloorView = await seen(wren, now, before);
      found.push(...view.threads.map(({ id }) => id));
      before = view.more;
    } while (before !== null);
    expect(new Set(found).size).toBe(found.length);
    const { rows } = await school.db.query(
      'SELECT count(*)::int AS n FROM post p WHERE talk_id = $1 AND root_id IS NULL AND (withdrawn_at IS NULL OR EXISTS (SELECT 1 FROM post r WHERE r.root_id = p.id))',
      [FLOOR],
    );
    expect(rows).toEqual([{ n: found.length }]);
  });
});

describe('nobody writes', () => {
  test('into a thread or a floor that is closed; a teacher does', async () => {
    const question = await ask(imke, 'Closed soon?');
    await keepOrder(school.db, bello, question.id, { change: 'close' }, now);
    expect(await say(school.db, imke, saying('And?', question.id), now)).toMatchObject({ code: 'thread-closed' });
    expect(await say(school.db, bello, saying('Closed.', question.id), now)).toEqual({ ok: true });
    await keepOrder(school.db, bello, question.id, { change: 'open' }, now);
    expect(await say(school.db, imke, saying('Open again.', question.id), now)).toEqual({ ok: true });
    await closeFloor(school.db, bello, FLOOR, true, now);
    expect(await say(school.db, imke, saying('Anybody?'), now)).toMatchObject({ code: 'floor-closed' });
    expect((await seen(imke)).writing).toMatchObject({ closed: true });
    await closeFloor(school.db, bello, FLOOR, false, now);
    expect(await say(school.db, imke, saying('Open.'), now)).toEqual({ ok: true });
  });

  test('who is paused, and is told why', async () => {
    const given = { classId: WEATHER, student: wren.id, paused: true, reason: 'Three warnings.' };
    expect(await pause(school.db, bello, { ...given, reason: '' }, now)).toMatchObject({ code: 'no-reason' });
    expect(await pause(school.db, bello, { ...given, student: 't-kerr' as PersonId }, now)).toMatchObject({
      code: 'not-found',
    });
    await pause(school.db, bello, given, now);
    expect(await say(school.db, wren, saying('Me?'), now)).toMatchObject({ code: 'paused' });
    expect((await seen(wren)).writing).toMatchObject({ paused: 'Three warnings.' });
    expect((await seen(bello)).pausedHere).toMatchObject([{ id: 's-wren' }]);
    expect((await seen(imke)).pausedHere).toEqual([]);
    await pause(school.db, bello, { ...given, paused: false }, now);
    expect(await say(school.db, wren, saying('Me again.'), now)).toEqual({ ok: true });
  });

  test('or reads, who sits at something that is timed', async () => {
    const question = await ask(wren, 'What is the answer to the exam?');
    const begun = await beginAttempt(
      school.db,
      imke,
      { stepId: 'cloud-names-1' as StepId, act: 'act-timed', word: '' },
      Date.now(),
    );
    expect(begun).toMatchObject({ ok: true });
    await school.db.query(
      `UPDATE attempt SET terms = jsonb_set(terms, '{limit}', '20') WHERE student_id = 's-imke' AND runs`,
    );
    const all = { classId: WEATHER, about: null, before: null };
    expect(await floor(school.db, imke, all, now)).toEqual({ ok: false, code: 'in-attempt' });
    expect(await replies(school.db, imke, question.id, null)).toEqual({ ok: false, code: 'in-attempt' });
    expect(await likeThis(school.db, imke, FLOOR, 'what is the answer to the exam', now)).toEqual({
      ok: false,
      code: 'in-attempt',
    });
    expect(await say(school.db, imke, saying('Help?'), now)).toMatchObject({ code: 'in-attempt' });
    await school.db.query("UPDATE attempt SET runs = false WHERE student_id = 's-imke'");
    expect(await floor(school.db, imke, all, now)).toMatchObject({ ok: true });
  });

  test('once the class is over, or they are in it no more', async () => {
    await school.db.query("UPDATE class SET ended_at = now() WHERE id = 'weather'");
    expect(await say(school.db, imke, saying('Still there?'), now)).toMatchObject({ code: 'class-over' });
    await school.db.query("UPDATE class SET ended_at = NULL WHERE id = 'weather'");
    await school.db.query("DELETE FROM membership WHERE person_id = 's-wren' AND class_id = 'weather'");
    expect(await say(school.db, wren, saying('I left.'), now)).toMatchObject({ code: 'not-member' });
    await school.db.query("INSERT INTO membership (person_id, class_id, role) VALUES ('s-wren', 'weather', 'student')");
  });
});

const onServer = process.env.KITE_TEST_DATABASE ? describe : describe.skip;
onServer('two at once, in every order of their statements', () => {
  test('who post together are numbered one after the other, and nothing is lost', async () => {
    const orders = await inEveryOrder(school.url, {
      prepare: async () => ({ a: saying('One of two'), b: saying('The other') }),
      acts: [(db, { a }) => say(db, imke, a, now), (db, { b }) => say(db, wren, b, now)],
      check: async ({ a, b }, came) => {
        expect(came).toEqual([{ gave: { ok: true } }, { gave: { ok: true } }]);
        const { rows } = await school.db.query('SELECT number FROM post WHERE act = ANY($1)', [[a.act, b.act]]);
        expect(new Set(rows.map((row) => (row as { number: number }).number)).size).toBe(2);
      },
      most: 30,
    });
    expect(orders).toBeGreaterThan(5);
  });

  test('a reply to what is withdrawn comes before it, or is refused; a post on a closing floor likewise', async () => {
    await inEveryOrder(school.url, {
      prepare: async () => {
        const question = await ask(imke, `Withdrawn in that second ${n}?`);
        return { question, reply: saying('Yes', question.id) };
      },
      acts: [(db, { reply }) => say(db, wren, reply, now), (db, { question }) => withdraw(db, imke, question.id, now)],
      check: async ({ reply }, [said]) => {
        const { rows } = await school.db.query('SELECT 1 FROM post WHERE act = $1', [reply.act]);
        expect(['gave' in said && said.gave.ok, rows.length]).toEqual(
          'gave' in said && said.gave.ok ? [true, 1] : [false, 0],
        );
        if ('gave' in said && !said.gave.ok) expect(said.gave.code).toBe('withdrawn');
      },
      most: 24,
    });
    await inEveryOrder(school.url, {
      prepare: async () => {
        await closeFloor(school.db, bello, FLOOR, false, now);
        return saying('As it closes');
      },
      acts: [(db, said) => say(db, wren, said, now), (db) => closeFloor(db, bello, FLOOR, true, now)],
      check: async (reply, [said]) => {
        const { rows } = await school.db.query('SELECT 1 FROM post WHERE act = $1', [reply.act]);
        expect('gave' in said && (said.gave.ok ? 'said' : said.gave.code)).toBe(
          rows.length === 1 ? 'said' : 'floor-closed',
        );
      },
      most: 24,
    });
  });
});
