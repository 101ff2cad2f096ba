import { request } from 'node:http';
import type { AssignmentId, ClassId, PostId, StepId, TalkId } from '@/core/ids';
import { plainBody } from '@/core/talk/body';
import { soundsPrivate } from '@/core/talk/private';
import { postAssignment } from '@/server/doing/setting/posting';
import { discussion } from '@/server/reading/talk/discussion';
import { floor, replies } from '@/server/reading/talk/floor';
import { talkWindow } from '@/server/reading/talk/messages';
import { hashToken } from '@/server/secrets';
import { type Database, read } from '@/store/database';
import { addSession, findPerson, type Person } from '@/store/people';
import { openPglite } from '@/store/pglite-driver';
import { versionOf } from '@/store/postings';
import { type TestSchool, testSchool } from '@/store/test-school';
import { School } from '../e2e/school';
import { type Figure, median } from './figures';

const TABS = 200;
const ROUNDS = 60;

/** Posts by the dozen, as they stand in the store. */
async function addPosts(db: Database, talk: string, root: string | null, from: number, n: number): Promise<void> {
  await db.query(
    `INSERT INTO post (id, talk_id, number, root_id, to_id, author_id, act, body, words, at)
     SELECT $1 || '-' || i, $1, i, $2, $2, CASE WHEN i % 2 = 0 THEN 's-imke' ELSE 's-wren' END, $1 || ' ' || i, $5::text::jsonb, $6,
       now() - interval '1 day' + i * interval '1 second' FROM generate_series($3::int, $4::int) i`,
    [
      talk,
      root,
      from,
      from + n - 1,
      JSON.stringify(plainBody('One of very many things that were said.')),
      'One of very many things that were said.',
    ],
  );
  await db.query('UPDATE talk SET posts = greatest(posts, $2), last_at = now() WHERE id = $1', [talk, from + n - 1]);
}

/** How long two things take in turn, in milliseconds: the median of each. */
async function inTurn(a: () => Promise<unknown>, b: () => Promise<unknown>): Promise<readonly [number, number]> {
  const took: [number[], number[]] = [[], []];
  for (let i = 0; i < ROUNDS; i += 1)
    for (const [which, work] of [a, b].entries()) {
      const began = performance.now();
      await work();
      took[which]?.push(performance.now() - began);
    }
  return [median(took[0].slice(10)), median(took[1].slice(10))];
}

/** Sets a discussion like that of the demo, in which so many things were said. */
async function discussionOf(school: TestSchool, step: string, n: number): Promise<void> {
  const version = await read(school.db, versionOf('old-lamp' as AssignmentId, 1));
  const like = version?.brief.steps.find(({ kind }) => kind === 'discussion');
  if (!version || !like) throw new Error('there is no discussion to be like');
  const now = Date.now();
  const draft = { ...version.brief, title: step, rubric: [], steps: [{ ...like, id: step as StepId }] };
  const haddad = await school.person('t-haddad');
  const set = {
    classId: 'stories' as ClassId,
    id: `work-${step}` as AssignmentId,
    draft: draft as never,
    postedAt: now,
  };
  const posted = await postAssignment(school.db, haddad, set, now);
  if (!posted.ok) throw new Error(posted.code);
  await school.db.query(
    "INSERT INTO talk (id, kind, class_id, assignment_id, step_id) VALUES ($1, 'discussion', $2, $3, $4)",
    [`discussion.${step}`, set.classId, set.id, step],
  );
  await addPosts(school.db, `discussion.${step}`, null, 1, n);
}

/** What a thread and a talk of a thousand posts cost beside those of fifty. */
async function windowFigures(): Promise<Figure[]> {
  const school = await testSchool();
  try {
    const imke = await school.person('s-imke');
    const ladder = 'floor.cloud-ladder';
    const roots = ['short', 'long'] as const;
    for (const [i, root] of roots.entries()) {
      await addPosts(school.db, ladder, null, 100 + i * 2000, 1);
      await school.db.query('UPDATE post SET id = $1 WHERE id = $2', [root, `${ladder}-${100 + i * 2000}`]);
      await addPosts(school.db, ladder, root, 101 + i * 2000, i === 0 ? 50 : 1000);
    }
    for (const root of roots) {
      await school.db.query("INSERT INTO talk (id, kind, class_id) VALUES ($1, 'message', 'weather')", [
        `talk-${root}`,
      ]);
      await school.db.query("INSERT INTO talk_party VALUES ($1, 's-imke'), ($1, 't-bello')", [`talk-${root}`]);
      await addPosts(school.db, `talk-${root}`, null, 1, root === 'short' ? 50 : 1000);
    }
    await Promise.all([discussionOf(school, 'lamp-short', 50), discussionOf(school, 'lamp-long', 1000)]);
    await school.db.query('ANALYZE');
    const discussed = (id: string) => () =>
      discussion(school.db, imke, { stepId: id as StepId, groupId: null, before: null }, Date.now());
    const [shortLamp, longLamp] = await inTurn(discussed('lamp-short'), discussed('lamp-long'));
    const thread = (root: string) => () => replies(school.db, imke, root as PostId, null);
    const talk = (root: string) => () => talkWindow(school.db, imke, `talk-${root}` as TalkId, null);
    const [shortThread, longThread] = await inTurn(thread('short'), thread('long'));
    const [shortTalk, longTalk] = await inTurn(talk('short'), talk('long'));
    // Where every question has its thread, and there are a thousand of them.
    const all = () =>
      floor(
        school.db,
        imke,
        { classId: 'weather' as ClassId, about: 'cloud-ladder' as AssignmentId, before: null },
        Date.now(),
      );
    const before: number[] = [];
    for (let i = 0; i < 30; i += 1) {
      const began = performance.now();
      await all();
      before.push(performance.now() - began);
    }
    await addPosts(school.db, ladder, null, 5000, 1000);
    await school.db.query('ANALYZE');
    const after: number[] = [];
    for (let i = 0; i < 30; i += 1) {
      const began = performance.now();
      await all();
      after.push(performance.now() - began);
    }
    return [
      { name: 'thread-1000-to-50', value: longThread / shortThread, unit: 'times', budget: 1.5, bound: 'most' },
      { name: 'messages-1000-to-50', value: longTalk / shortTalk, unit: 'times', budget: 1.5, bound: 'most' },
      { name: 'discussion-1000-to-50', value: longLamp / shortLamp, unit: 'times', budget: 1.5, bound: 'most' },
      {
        name: 'floor-1000-questions',
        value: median(after.slice(10)) / median(before.slice(10)),
        unit: 'times',
        budget: 3,
        bound: 'most',
      },
    ];
  } finally {
    await school.end();
  }
}

/** What the rule of what sounds private takes for five hundred words. */
function ruleFigures(): Figure[] {
  const words =
    'Which page is the map on and does the tide turn before the moon is up in the third picture of the book. ';
  const text = words.repeat(25).split(' ').slice(0, 500).join(' ');
  const people = { students: Array.from({ length: 30 }, (_, i) => `Student${i} F.`), teachers: ['Ms Bello-Strand'] };
  const took: number[] = [];
  for (let i = 0; i < 60; i += 1) {
    const began = performance.now();
    soundsPrivate(text, people, text);
    took.push(performance.now() - began);
  }
  return [{ name: 'private-rule-500-words', value: median(took.slice(20)), unit: 'ms', budget: 2, bound: 'most' }];
}

const PEOPLE = `
  INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash)
    SELECT 'b' || i, (SELECT id FROM school), 'Student ' || i, 'S. ' || i, 'tabs' || i, 'student', '' FROM generate_series(1, ${TABS}) i;
  INSERT INTO membership (person_id, class_id, role) SELECT 'b' || i, 'weather', 'student' FROM generate_series(1, ${TABS}) i;
  ANALYZE;`;

const tokenOf = (i: number): string => `tabs-${i}`.padEnd(43, 'x');
const cookieOf = (i: number): string => `kite_session=${tokenOf(i)}`;

/** An open tab that shows the floor: it has what the stream says was added. */
function tab(
  school: School,
  i: number,
  has: (at: number) => void,
): { readonly open: Promise<void>; readonly end: () => void } {
  const asked = request(`${school.url}/api/events`, { headers: { cookie: cookieOf(i) } });
  const open = new Promise<void>((resolve) => {
    asked.once('response', (stream) => {
      stream.setEncoding('utf8');
      let heard = '';
      stream.on('data', (text: string) => {
        resolve();
        heard += text;
        // What was said comes whole at the end of its line.
        const end = heard.lastIndexOf('\n\n');
        if (heard.slice(0, end).includes('Which page is the map on?')) has(performance.now());
        heard = heard.slice(end + 2);
      });
    });
  });
  asked.end();
  return { open, end: () => asked.destroy() };
}

/** How soon a new post is in two hundred open tabs of a class, each of which asks for what it shows. */
async function tabFigures(): Promise<Figure[]> {
  const school = await School.open();
  await school.end();
  const db = await openPglite(school.folder);
  await db.run(PEOPLE);
  const now = Date.now();
  for (let i = 1; i <= TABS; i += 1) {
    const person = (await findPerson(db, `b${i}` as Person['id'])) as Person;
    await addSession(db, {
      tokenHash: hashToken(tokenOf(i)),
      personId: person.id,
      at: now,
      expiresAt: now + 3_600_000,
    });
  }
  await db.close();
  await school.start();
  const medians: number[] = [];
  let came: number[] = [];
  const tabs = Array.from({ length: TABS }, (_, i) => tab(school, i + 1, (at) => came.push(at)));
  try {
    await Promise.all(tabs.map(({ open }) => open));
    for (let round = 0; round < 4; round += 1) {
      came = [];
      const began = performance.now();
      await fetch(`${school.url}/api/talks/floor.cloud-ladder/posts`, {
        method: 'POST',
        headers: { cookie: cookieOf(1), origin: school.url, 'content-type': 'application/json' },
        body: JSON.stringify({
          act: `bench-post-${round}`,
          to: null,
          body: plainBody('Which page is the map on?'),
          files: [],
        }),
      });
      while (came.length < TABS && performance.now() - began < 20_000)
        await new Promise((resolve) => setTimeout(resolve, 20));
      if (came.length < TABS) throw new Error(`${came.length} of ${TABS} tabs have it`);
      medians.push(median(came.map((at) => at - began)));
    }
  } finally {
    for (const { end } of tabs) end();
    await school.end();
    school.remove();
  }
  // The first round opens what every later one finds open.
  return [{ name: 'post-in-200-tabs', value: median(medians.slice(1)), unit: 'ms', budget: 500, bound: 'most' }];
}

export async function talkFigures(): Promise<Figure[]> {
  return [...ruleFigures(), ...(await windowFigures()), ...(await tabFigures())];
}
