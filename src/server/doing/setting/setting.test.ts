import * as Y from 'yjs';
import { canonicalJson } from '@/core/documents/fingerprint';
import { assemble } from '@/core/documents/text-document';
import type { AssignmentId, ClassId, DocumentId, StepId } from '@/core/ids';
import { starterIn } from '@/core/setting/answered-places';
import type { AssignmentDraft } from '@/core/setting/draft';
import { firstOfDraft, readDraft } from '@/core/setting/draft-document';
import { handIn, openCopy } from '@/server/doing/handing-in/handing-in';
import { handBack } from '@/server/doing/marking/handing-back';
import { Jobs } from '@/server/live/jobs/jobs';
import { JOBS } from '@/server/live/jobs/kinds';
import { Saving } from '@/server/live/saving';
import { draftView } from '@/server/reading/setting/drafts';
import { read } from '@/store/database';
import type { Person } from '@/store/people';
import { openPostgres } from '@/store/postgres-driver';
import { versionOf } from '@/store/postings';
import { loadDocument, type TestSchool, testSchool } from '@/store/test-school';
import { findAssignment, findBrief, rubricOf, stepsOf } from '@/store/work';
import { announce, startUnit } from './class-things';
import { beginDraft, changeAssignment, postDraft } from './drafts';
import { postAssignment } from './posting';

const WEATHER = 'weather' as ClassId;
const HOUR = 3_600_000;
const NOW = Date.now();

let school: TestSchool;
let bello: Person;
let kerr: Person;
let wren: Person;
beforeAll(async () => {
  school = await testSchool();
  [bello, kerr, wren] = await Promise.all([school.person('t-bello'), school.person('t-kerr'), school.person('s-wren')]);
  // Two teach the class.
  await school.db.query("INSERT INTO membership (person_id, class_id, role) VALUES ('t-kerr', 'weather', 'teacher')");
}, 60_000);
afterAll(() => school.end());

const got = <Made extends { readonly ok: boolean }>(made: Made): Extract<Made, { readonly ok: true }> => {
  if (!made.ok) throw new Error(JSON.stringify(made));
  return made as Extract<Made, { readonly ok: true }>;
};

/** A draft of the class as a tab has it, saved as it is written. */
async function open(document: DocumentId, who: Person) {
  const ydoc = await loadDocument(school.db, document);
  const saving = new Saving(school.db);
  return {
    ydoc,
    write: async (work: (ydoc: Y.Doc) => void) => {
      const before = Y.encodeStateVector(ydoc);
      ydoc.transact(() => work(ydoc));
      return saving.save(who.id, document, Y.encodeStateAsUpdate(ydoc, before));
    },
  };
}

const things = (ydoc: Y.Doc, list: string) => ydoc.getMap<Y.Map<unknown>>(list);
function addStep(ydoc: Y.Doc, id: string, at: string): void {
  const starter = new Y.XmlFragment();
  const step = new Y.Map<unknown>(
    Object.entries({ at, kind: 'write', title: `Write ${id}`, minutes: 20, settings: { tools: 'all' }, starter }),
  );
  things(ydoc, 'steps').set(id, step);
  const answer = new Y.XmlElement('answer');
  answer.setAttribute('id', `${id}-q`);
  answer.insert(0, [new Y.XmlElement('paragraph')]);
  starter.insert(0, [answer]);
}

/** A draft with what it takes, by two teachers. */
async function written(id: string): Promise<{ readonly document: DocumentId }> {
  const { document } = got(await beginDraft(school.db, bello, WEATHER, NOW));
  const [one, other] = [await open(document, bello), await open(document, kerr)];
  expect(await one.write((ydoc) => ydoc.getText('title').insert(0, `Letter ${id}`))).toMatchObject({ ok: true });
  const rest = await other.write((ydoc) => {
    addStep(ydoc, id, 'a0');
    ydoc.getMap('parts').set('minutes', 20).toString();
    ydoc.getMap('parts').set('points', 10);
    things(ydoc, 'criteria').set(
      `${id}-c`,
      new Y.Map<unknown>(Object.entries({ at: 'a0', title: 'Clear', points: 10, levels: [] })),
    );
  });
  expect(rest).toMatchObject({ ok: true });
  return { document };
}

describe('a draft', () => {
  test('is written by two teachers of the class, says what it lacks, and is posted as one assignment', async () => {
    const begun = got(await beginDraft(school.db, bello, WEATHER, NOW));
    const empty = got(await draftView(school.db, kerr, begun.document));
    expect(empty.unmet.map(({ code }) => code)).toEqual(['no-title', 'no-number', 'no-steps']);
    expect(await postDraft(school.db, kerr, begun.document, null, NOW)).toMatchObject({ ok: false, code: 'unmet' });

    const { document } = await written('one');
    expect(got(await draftView(school.db, bello, document)).unmet).toEqual([]);
    const { assignment, version } = got(await postDraft(school.db, kerr, document, null, NOW));
    expect(version).toBe(1);
    const posted = await read(school.db, findAssignment(assignment));
    expect(posted).toMatchObject({ title: 'Letter one', classId: WEATHER, points: 10, postedAt: NOW });
    expect(await read(school.db, stepsOf(assignment))).toMatchObject([
      { id: 'one', kind: 'write', title: 'Write one' },
    ]);
    expect(await read(school.db, rubricOf(assignment))).toMatchObject([{ id: 'one-c', points: 10 }]);
    expect((await read(school.db, findBrief(assignment)))?.asks).toEqual([]);
    expect((await read(school.db, versionOf(assignment)))?.brief).toEqual(
      got(await draftView(school.db, bello, document)).draft,
    );
    const { rows } = await school.db.query("SELECT actor_id FROM event WHERE assignment_id = $1 AND kind = 'posted'", [
      assignment,
    ]);
    expect(rows).toEqual([{ actor_id: 't-kerr' }]);
    // Once more, by the other: nothing has changed, so nothing happens.
    expect(await postDraft(school.db, bello, document, null, NOW + HOUR)).toEqual({ ok: true, assignment, version: 1 });
  });

  test('takes nothing from a student, from another teacher, or from one who teaches the class no more', async () => {
    const { document } = await written('two');
    const haddad = await school.person('t-haddad');
    for (const who of [wren, haddad]) {
      const tab = await open(document, who);
      const saved = await tab.write((ydoc) => ydoc.getText('title').insert(0, 'mine '));
      expect(saved).toEqual({ ok: false, code: 'gone' });
    }
    const tab = await open(document, kerr);
    await school.db.query("DELETE FROM membership WHERE person_id = 't-kerr' AND class_id = 'weather'");
    expect(await tab.write((ydoc) => ydoc.getText('title').insert(0, 'late '))).toEqual({ ok: false, code: 'gone' });
    await school.db.query("INSERT INTO membership (person_id, class_id, role) VALUES ('t-kerr', 'weather', 'teacher')");
    expect((await loadDocument(school.db, document)).getText('title').toString()).toBe('Letter two');
  });

  test('with more in it than may be is not taken, and neither is it posted', async () => {
    const { document } = got(await beginDraft(school.db, bello, WEATHER, NOW));
    const tab = await open(document, bello);
    const many = await tab.write((ydoc) => {
      for (let i = 0; i < 61; i += 1) addStep(ydoc, `many-${i}`, `a${i}`);
    });
    expect(many).toEqual({ ok: false, code: 'too-intricate' });
    expect(got(await draftView(school.db, bello, document)).draft.steps).toEqual([]);
  });

  test('is put into one update when it has many, and stays what it was', async () => {
    const { document } = await written('three');
    const before = got(await draftView(school.db, bello, document)).draft;
    const { rows } = await school.db.query('SELECT count(*)::int AS n FROM document_update WHERE document_id = $1', [
      document,
    ]);
    expect(rows).toEqual([{ n: 3 }]);
    await school.db.query(
      'INSERT INTO job (kind, key, due_at, given) VALUES ($1, $2, to_timestamp(0), $3::text::jsonb)',
      ['compact', document, JSON.stringify({ document, owner: bello.id, whole: true })],
    );
    await new Jobs(school.db, JOBS).tick();
    const { rows: after } = await school.db.query('SELECT update FROM document_update WHERE document_id = $1', [
      document,
    ]);
    expect(after).toHaveLength(1);
    expect(
      assemble([(after[0] as { update: Uint8Array }).update])
        .getText('title')
        .toString(),
    ).toBe('Letter three');
    expect(got(await draftView(school.db, bello, document)).draft).toEqual(before);
  });
});

test('a copy, a hand-in and marks name the version that they belong to, and what others have written in stays', async () => {
  const { document } = await written('four');
  const { assignment } = got(await postDraft(school.db, bello, document, null, NOW));
  const step = 'four' as StepId;
  const copy = got(await openCopy(school.db, wren, step, NOW));
  const answered = await (await open(copy.document, wren)).write((ydoc) => {
    const place = ydoc.getXmlFragment('text').get(0) as Y.XmlElement;
    (place.get(0) as Y.XmlElement).insert(0, [new Y.XmlText('Dear keeper,')]);
  });
  expect(answered).toMatchObject({ ok: true });
  expect(got(await changeAssignment(school.db, kerr, assignment, NOW)).document).toBe(document);
  const tab = await open(document, kerr);
  await tab.write((ydoc) => ydoc.getText('title').insert(0, 'The second '));
  expect(await postDraft(school.db, kerr, document, null, NOW + 1)).toEqual({ ok: true, assignment, version: 2 });
  const receipt = got(await handIn(school.db, wren, { assignmentId: assignment, act: 'act-four', note: '' }, NOW + 2));
  const marks = [{ criterionId: 'four-c', points: 9, comment: '' }];
  const said = { general: '', remarks: [], sound: null, rubric: null, anotherGo: false };
  got(await handBack(school.db, bello, { handInId: receipt.receipt.id, marks, ...said }, NOW + 2));
  const yusuf = await school.person('s-yusuf');
  got(await openCopy(school.db, yusuf, step, NOW + 2));
  const { rows } = await school.db.query(
    `SELECT (SELECT version FROM document WHERE owner_id = 's-wren' AND assignment_id = $1) AS copy,
       (SELECT version FROM document WHERE owner_id = 's-yusuf' AND assignment_id = $1) AS later,
       (SELECT version FROM hand_in WHERE assignment_id = $1) AS handed,
       (SELECT version FROM hand_back WHERE hand_in_id = $2) AS marked`,
    [assignment, receipt.receipt.id],
  );
  expect(rows).toEqual([{ copy: 1, later: 2, handed: 2, marked: 2 }]);
  expect((await read(school.db, versionOf(assignment, 1)))?.brief.title).toBe('Letter four');
  expect((await read(school.db, versionOf(assignment)))?.brief.title).toBe('The second Letter four');
  expect((await read(school.db, findAssignment(assignment)))?.title).toBe('The second Letter four');
  // A step in which somebody has written is not taken away under their words.
  await tab.write((ydoc) => {
    things(ydoc, 'steps').delete('four');
    addStep(ydoc, 'four-b', 'a1');
  });
  expect(await postDraft(school.db, kerr, document, null, NOW + 3)).toEqual({
    ok: false,
    code: 'unmet',
    unmet: [{ part: 'steps', id: 'four', code: 'in-use' }],
  });
});

test('every version of the demo says what its tables say', async () => {
  const { rows } = await school.db.query("SELECT id FROM assignment WHERE id NOT LIKE 'letter-%' ORDER BY id");
  const demo = (rows as { id: AssignmentId }[]).slice(0, 60);
  expect(demo.length).toBeGreaterThan(30);
  for (const { id } of demo) {
    const version = await read(school.db, versionOf(id));
    const assignment = await read(school.db, findAssignment(id));
    if (!version || !assignment) throw new Error(`${id} has no version`);
    const { steps, title, rubric, dueAt } = version.brief;
    expect([id, title, dueAt]).toEqual([id, assignment.title, assignment.rules.dueAt]);
    const stored = await read(school.db, stepsOf(id));
    expect(stored.map((step) => [step.id, step.starter, step.material_id])).toEqual(
      steps.map((step) => [step.id, starterIn(step), step.material]),
    );
    expect(await read(school.db, rubricOf(id))).toEqual(rubric);
    // A draft of it in which nothing was changed says the same.
    expect(canonicalJson(readDraft(assemble([firstOfDraft(version.brief)])))).toBe(canonicalJson(version.brief));
  }
});

test('what is posted for later is not there before its time, and then the class hears of it, once', async () => {
  const { document } = await written('five');
  const at = NOW + 3 * HOUR;
  const { assignment } = got(await postDraft(school.db, bello, document, at, NOW));
  const heard = async () =>
    (await school.db.query("SELECT at, actor_id FROM event WHERE assignment_id = $1 AND kind = 'posted'", [assignment]))
      .rows;
  await new Jobs(school.db, JOBS, () => at - 1).tick();
  expect(await heard()).toEqual([]);
  await new Jobs(school.db, JOBS, () => at).tick();
  await new Jobs(school.db, JOBS, () => at + HOUR).tick();
  expect(await heard()).toEqual([{ at: new Date(at), actor_id: 't-bello' }]);
});

describe('what is refused', () => {
  const draft = async (): Promise<AssignmentDraft> =>
    (await read(school.db, versionOf('cloud-ladder' as AssignmentId)))?.brief as AssignmentDraft;

  test('steps and criteria of another assignment stay there, whatever ids a draft has', async () => {
    const posting = { id: 'thief' as AssignmentId, classId: WEATHER, draft: await draft(), postedAt: NOW };
    const refused = await postAssignment(school.db, bello, posting, NOW);
    const codes = refused.ok || refused.code !== 'unmet' ? [] : refused.unmet.map(({ code }) => code);
    expect(codes.length).toBeGreaterThan(1);
    expect(new Set(codes)).toEqual(new Set(['same-id']));
    expect(await read(school.db, findAssignment('thief' as AssignmentId))).toBeNull();
  });

  test('nothing is put into a class that has come to its end', async () => {
    await school.db.query('UPDATE class SET ended_at = $1 WHERE id = $2', [new Date(NOW), 'workshop']);
    const classId = 'workshop' as ClassId;
    const over = { ok: false, code: 'class-over' };
    const unit = { title: 'Sails', startsAt: null, endsAt: null };
    const note = { title: 'Sails', body: '', unit: null, attachments: [] };
    expect(await startUnit(school.db, { classId, draft: unit }, NOW + 1)).toEqual(over);
    expect(await announce(school.db, kerr, { classId, draft: note }, NOW + 1)).toEqual(over);
    const { document } = got(await beginDraft(school.db, kerr, classId, NOW));
    const tab = await open(document, kerr);
    await tab.write((ydoc) => {
      ydoc.getText('title').insert(0, 'Sails');
      ydoc.getMap('parts').set('minutes', 5);
      addStep(ydoc, 'sails', 'a0');
    });
    expect(await postDraft(school.db, kerr, document, null, NOW + 1)).toEqual(over);
    await school.db.query('UPDATE class SET ended_at = NULL WHERE id = $1', ['workshop']);
    expect(await postDraft(school.db, kerr, document, null, NOW + 1)).toMatchObject({ ok: true, version: 1 });
  });
});

const onServer = process.env.KITE_TEST_DATABASE ? test : test.skip;
onServer('two teachers who post one draft at once, each on a connection of their own, post it once', async () => {
  const others = await openPostgres(school.url);
  for (let i = 0; i < 5; i += 1) {
    const { document } = await written(`both-${i}`);
    const both = await Promise.all([
      postDraft(school.db, bello, document, null, NOW),
      postDraft(others, kerr, document, null, NOW),
    ]);
    const [one, other] = both.map(got);
    expect(other).toEqual(one);
    expect(one?.version).toBe(1);
  }
  await others.close();
});
