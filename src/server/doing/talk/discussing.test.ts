import type { AssignmentId, ClassId, DocumentId, Instant, PersonId, PostId, StepId, TalkId } from '@/core/ids';
import type { PartContent } from '@/core/kinds/document/part';
import { plainBody } from '@/core/talk/body';
import { handIn, takeBack } from '@/server/doing/handing-in/handing-in';
import { postAssignment } from '@/server/doing/setting/posting';
import { may } from '@/server/permissions';
import { desk } from '@/server/reading/desk/desk';
import { readStored } from '@/server/reading/documents/stored-documents';
import { find } from '@/server/reading/find/finding';
import { whatsNew } from '@/server/reading/news/news';
import { called } from '@/server/reading/shelf/what-was-said';
import { discussion } from '@/server/reading/talk/discussion';
import { threadReplies } from '@/server/reading/talk/thread-replies';
import { read } from '@/store/database';
import type { Person } from '@/store/people';
import { versionOf } from '@/store/postings';
import { postsAway } from '@/store/said-posts';
import { type TestSchool, testSchool } from '@/store/test-school';
import { sayAtStep } from './discussing';
import { keepOrder } from './keeping-order';
import { mend, withdraw } from './posts';

const LAMP = 'old-lamp' as AssignmentId;
const STEP = 'old-lamp-2' as StepId;
const HOUR = 3_600_000;

let school: TestSchool;
let imke: Person;
let dao: Person;
let tove: Person;
let haddad: Person;
let now = Date.now() + 1000;
let n = 0;
beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
  [imke, dao] = [await school.person('s-imke'), await school.person('s-dao')];
  [tove, haddad] = [await school.person('s-tove'), await school.person('t-haddad')];
});
afterAll(() => school.end());

async function say(
  who: Person,
  words: string,
  to: PostId | null = null,
  stepId = STEP,
  groupId: PersonId | null = null,
) {
  n += 1;
  now += 1000;
  const act = `act-lamp-${n}`;
  const said = await sayAtStep(school.db, who, { stepId, groupId, to, act, body: plainBody(words), files: [] }, now);
  if (!said.ok) return said;
  const { rows } = await school.db.query('SELECT id FROM post WHERE act = $1', [act]);
  return { ok: true as const, post: (rows[0] as { id: PostId }).id };
}
async function seen(who: Person, stepId = STEP, groupId: PersonId | null = null, at: Instant = now) {
  const view = await discussion(school.db, who, { stepId, groupId, before: null }, at);
  if (!view.ok) throw new Error(view.code);
  return view;
}
const words = (n: number) => Array.from({ length: n }, (_, i) => `word${i}`).join(' ');
const posted = async (who: Person, text: string, to: PostId | null = null): Promise<PostId> => {
  const said = await say(who, text, to);
  if (!said.ok) throw new Error(said.code);
  return said.post;
};

/** What somebody finds of what was said in discussions. */
const finds = async (who: Person, asked: string) =>
  (await find(school.db, who, asked, now)).filter(({ kind }) => kind === 'discussed');

describe('own first', () => {
  test('nobody reads what others said, or answers it, before they said something of their own', async () => {
    const before = await seen(dao);
    expect(before).toMatchObject({ ownFirst: true, posts: [] });
    expect(await finds(dao, 'third post')).toEqual([]);
    const hana = (await seen(imke)).posts.find(({ author }) => author === 'Hana S.');
    expect(await say(dao, 'I agree', hana?.id ?? null)).toMatchObject({ code: 'own-first' });
    expect(await threadReplies(school.db, dao, hana?.id as PostId, null)).toMatchObject({ ok: false });
    await posted(dao, `Put it out. ${words(40)}`);
    const after = await seen(dao);
    expect(after.ownFirst).toBe(false);
    expect(after.posts.length).toBeGreaterThan(5);
    expect((await say(dao, 'Who pays for the oil?', hana?.id ?? null)).ok).toBe(true);
    expect((await finds(dao, 'third post')).map(({ place }) => place)).toContainEqual({
      at: 'desk',
      assignment: LAMP,
      step: STEP,
    });
    expect((await finds(haddad, 'third post'))[0]?.place).toEqual({ at: 'discussion', step: STEP });
  });

  test('a reply is news to whom it answers, without a name, and to nobody else', async () => {
    const hana = await school.person('s-hana');
    const told = async (who: Person) =>
      (await whatsNew(school.db, who, now + 10_000)).flatMap(({ news }) =>
        news.filter(({ kind }) => kind === 'replied'),
      );
    const [before, others] = [await told(hana), [...(await told(imke)), ...(await told(dao))]];
    const own = (await seen(hana)).posts.find((post) => post.own && post.root === null);
    await posted(imke, 'Then who looks after it?', own?.id);
    const after = await told(hana);
    expect(after.length).toBe(before.length + 1);
    expect(after[0]?.place).toEqual({ at: 'desk', assignment: LAMP });
    expect(JSON.stringify(after[0])).not.toContain('Imke');
    expect([...(await told(imke)), ...(await told(dao))]).toEqual(others);
    expect(await told(haddad)).toEqual([]);
  });

  test('a teacher reads everything, and what teachers say is for everybody', async () => {
    await posted(haddad, 'Give reasons, please.');
    expect((await seen(haddad)).posts.length).toBeGreaterThan(5);
    expect((await seen(tove)).posts.map(({ author }) => author)).toEqual([haddad.name]);
  });
});

test('what is asked for is counted as it is said: posts by their words, replies, people, questions', async () => {
  const found = async () => {
    const view = await desk(school.db, tove, LAMP, now);
    const step = view?.steps.find(({ id }) => id === STEP);
    return step && 'part' in step.given ? step.given.part.posts.map(({ to }) => to?.who ?? null) : [];
  };
  expect(await found()).toEqual([]);
  await posted(tove, words(20));
  const others = (await seen(tove)).posts.filter(({ root, teacher, own }) => root === null && !teacher && !own);
  await posted(tove, `I see it the other way, ${words(10)}.`, others[0]?.id);
  expect(await found()).toEqual([null, others[0]?.author]);
  const refused = await handIn(school.db, tove, { assignmentId: LAMP, act: 'act-handin-1', note: '' }, now);
  // None of it bars; what is there is counted.
  expect(refused).toMatchObject({ ok: true });
  if (!refused.ok) return;
  const { rows } = await school.db.query('SELECT findings FROM hand_in WHERE id = $1', [refused.receipt.id]);
  const findings = (rows[0] as { findings: { kind: string; found: number; result: string; details: string[] }[] })
    .findings;
  expect(findings.map(({ kind, found: many, result }) => [kind, many, result])).toEqual([
    ['posts', 0, 'unmet'],
    ['replies', 1, 'unmet'],
    ['people', 1, 'unmet'],
    ['asking', 0, 'unmet'],
  ]);
  expect(findings[0]?.details).toEqual(['20']);
});

describe('what one said goes along with one’s work', () => {
  test('frozen with what it answers, as it stood: what is mended, withdrawn or answered later is not in it', async () => {
    const [other] = (await seen(dao)).posts.filter(({ root, teacher, own }) => root === null && !teacher && !own);
    const mine = (await seen(dao)).posts.filter(({ own }) => own);
    const question = await posted(dao, `Is it fog or rain that night? ${words(6)}`, other?.id);
    expect(
      await mend(
        school.db,
        dao,
        { post: question, body: plainBody('Is it fog or is it rain that night, and who says so?') },
        now + 60_000,
      ),
    ).toEqual({ ok: true });
    now += 120_000;
    const done = await handIn(school.db, dao, { assignmentId: LAMP, act: 'act-handin-2', note: '' }, now);
    if (!done.ok) throw new Error(done.code);
    const { rows } = await school.db.query(
      "SELECT content FROM hand_in_piece WHERE hand_in_id = $1 AND kind = 'document'",
      [done.receipt.id],
    );
    const part = JSON.stringify(rows);
    expect(part).toContain('Is it fog or is it rain that night, and who says so?');
    expect(part).not.toContain('word5.');
    expect(part).toContain(other?.author ?? '');
    expect(part).toContain('Put it out.');
    expect(await withdraw(school.db, dao, question, now)).toEqual({ ok: true });
    const later = await school.db.query(
      "SELECT content FROM hand_in_piece WHERE hand_in_id = $1 AND kind = 'document'",
      [done.receipt.id],
    );
    expect(JSON.stringify(later.rows)).toBe(part);
    // The next hand-in is without it.
    expect(await takeBack(school.db, dao, LAMP, now)).toEqual({ ok: true });
    const again = await handIn(school.db, dao, { assignmentId: LAMP, act: 'act-handin-3', note: '' }, now + 1000);
    if (!again.ok) throw new Error(again.code);
    const second = await school.db.query(
      "SELECT content FROM hand_in_piece WHERE hand_in_id = $1 AND kind = 'document'",
      [again.receipt.id],
    );
    expect(JSON.stringify(second.rows)).not.toContain('fog or is it rain');
    expect(mine.length).toBeGreaterThan(0);
  });

  test('what a teacher withdraws is no part of anybody’s work any more', async () => {
    const said = await posted(
      imke,
      `Nonsense. ${words(9)}`,
      (await seen(imke)).posts.find(({ author }) => author === 'Hana S.')?.id ?? null,
    );
    const partOfImke = async () => {
      const { rows } = await school.db.query("SELECT id FROM document WHERE owner_id = 's-imke' AND step_id = $1", [
        STEP,
      ]);
      const stored = await readStored(school.db, imke.id, (rows[0] as { id: DocumentId }).id);
      if (!stored.ok) throw new Error(stored.code);
      return (stored.written.content as PartContent).posts.map(({ id }) => id);
    };
    expect(await partOfImke()).toContain(said);
    await keepOrder(school.db, haddad, said, { change: 'withdraw', reason: 'unkind' }, now);
    expect(await partOfImke()).not.toContain(said);
  });

  test('nobody types into it: it is kept by what was said alone', async () => {
    const { rows } = await school.db.query("SELECT id FROM document WHERE owner_id = 's-imke' AND step_id = $1", [
      STEP,
    ]);
    const document = (rows[0] as { id: string }).id;
    expect(await may(school.db, 'SOCKET /api/save [document]', imke, { document }, now)).toBe('no');
    expect(await may(school.db, 'GET /api/documents/[document]/export', imke, { document }, now)).toBe('yes');
  });
});

test('after the work has closed nothing is said, and what was said is read', async () => {
  await school.db.query('UPDATE assignment SET closes_at = $2 WHERE id = $1', [LAMP, new Date(now - HOUR)]);
  expect(await say(imke, 'Too late?')).toMatchObject({ code: 'work-closed' });
  expect((await seen(imke)).over).toBe(true);
  expect((await say(haddad, 'Closed now.')).ok).toBe(true);
  await school.db.query('UPDATE assignment SET closes_at = NULL WHERE id = $1', [LAMP]);
});

test('by letters nobody can tell who said something; teachers see both; in groups each talks by itself', async () => {
  const version = await read(school.db, versionOf(LAMP));
  if (!version) throw new Error('the lamp was never set');
  const [, step] = version.brief.steps;
  if (!step) throw new Error('it has no step');
  const groups = [
    [imke.id, dao.id],
    [tove.id, 's-hana' as PersonId],
  ];
  const draft = {
    ...version.brief,
    title: 'In groups',
    groups,
    rubric: [],
    steps: [
      {
        ...step,
        id: 'groups-1' as StepId,
        settings: { ownFirst: false, pseudonyms: true, inGroups: true, postsBefore: null },
      },
    ],
  };
  const set = await postAssignment(
    school.db,
    haddad,
    { classId: 'stories' as ClassId, id: 'groups' as AssignmentId, draft: draft as never, postedAt: now - HOUR },
    now - HOUR,
  ).catch((error: unknown) => ({ ok: false as const, error }));
  expect(set).toMatchObject({ ok: true });
  const at = 'groups-1' as StepId;
  expect((await say(imke, 'We two alone.', null, at)).ok).toBe(true);
  expect((await say(tove, 'The other two.', null, at)).ok).toBe(true);
  const own = await seen(dao, at);
  expect(own.posts.map(({ author, authorId }) => [author, authorId])).toEqual([['A', '']]);
  expect(JSON.stringify(own)).not.toContain('Imke');
  expect(JSON.stringify(own)).not.toContain('The other two.');
  expect(own.readers).toBe(2);
  expect(await finds(dao, 'the other two')).toEqual([]);
  expect(await finds(dao, 'we two alone')).toHaveLength(1);
  const teacher = await seen(haddad, at);
  expect(teacher.groups).toHaveLength(2);
  expect(teacher.posts[0]).toMatchObject({ letters: 'A' });
  const talk = `discussion.groups-1.${[imke.id, dao.id].sort()[0]}` as TalkId;
  expect(await may(school.db, 'POST /api/talks/[talk]/read', dao, { talk }, now)).toBe('yes');
  expect(await may(school.db, 'POST /api/talks/[talk]/read', tove, { talk }, now)).toBe('no');
  expect(await may(school.db, 'POST /api/talks/[talk]/read', haddad, { talk }, now)).toBe('yes');
  // What is taken away calls others by the same letters, and oneself by name.
  expect((await say(dao, 'Two of us.', own.posts[0]?.id, at)).ok).toBe(true);
  const shown = (await seen(dao, at)).posts.map(({ author }) => author);
  const taken = await called(school.db, await read(school.db, postsAway(dao.id)));
  const there = taken.filter(({ title }) => title === draft.title).map(({ author }) => author);
  expect(there).toEqual([expect.stringMatching(/^[AB]$/), 'Dao N.']);
  expect(there[0]).toBe(shown[0]);
  expect(JSON.stringify(taken)).not.toContain(imke.id);
});
