import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import * as Y from 'yjs';
import type { AssignmentId, DocumentId, HandInId, PersonId } from '@/core/ids';
import { runsOf } from '@/core/kinds/document';
import { anchorText } from '@/core/remarks/anchor';
import { remarkOn } from '@/core/remarks/annotation';
import { isWhole, piecesWith } from '@/core/work/receipt';
import { GRACE } from '@/core/work/rules';
import { beginHandIn, handIn, openCopy, takeBack } from '@/server/doing/handing-in/handing-in';
import { changeKeptRemarks, markWithoutNames } from '@/server/doing/marking/class-settings';
import { amend, handBack, handBackMarked, UNDO_FOR } from '@/server/doing/marking/handing-back';
import { keepMarks, moreTime, replyTo } from '@/server/doing/marking/marking';
import { keepLoose } from '@/server/doing/pieces/loose-files';
import { mendAside, withdrawAside, writeAside, writeToMissing } from '@/server/doing/talk/asides';
import { Jobs } from '@/server/live/jobs/jobs';
import { JOBS } from '@/server/live/jobs/kinds';
import { Saving } from '@/server/live/saving';
import { desk } from '@/server/reading/desk/desk';
import { compareVersions } from '@/server/reading/documents/comparing';
import { handedInFile } from '@/server/reading/documents/piece-view';
import { markingDesk, soundOf } from '@/server/reading/marking/marking-desk';
import { isGenuine, lossOf, receiptFile, takeReceipt } from '@/server/reading/receipts/receipts';
import { asideAs, MENDABLE, openAsides } from '@/server/reading/talk/asides';
import { studentsOn } from '@/server/reading/work/students-on';
import { read } from '@/store/database';
import { factsOf } from '@/store/events';
import { allReceiptsOf, findReceipt, piecesOf, receiptsOf } from '@/store/hand-ins';
import { handBacksOf } from '@/store/marking';
import { newsFor } from '@/store/news';
import { findSchool, type Person } from '@/store/people';
import { loadDocument, type TestSchool, testSchool } from '@/store/test-school';
import { scratch } from '@/testing/scratch';

const LADDER = 'cloud-ladder' as AssignmentId;
const HOUR = 3_600_000;
const BARE = { remarks: [], sound: null, rubric: null };
let school: TestSchool;
let teacher: Person;

beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
  teacher = await school.person('t-bello');
  // A second teacher of the class, for what two do at once.
  await school.db.query("INSERT INTO membership (person_id, class_id, role) VALUES ('t-kerr', 'weather', 'teacher')");
});
afterAll(() => school.end());

const marks = (...points: (number | null)[]) =>
  points.map((value, i) => ({ criterionId: `cloud-ladder-c${i + 1}`, points: value, comment: '' }));
const FULL = marks(30, 20, 20, 20, 10);
const handInOf = async (who: string, assignment = LADDER) =>
  (await read(school.db, receiptsOf(assignment, who as PersonId)))[0]?.id as HandInId;
/** Sets the times of an assignment, in milliseconds from now. */
const timed = (assignment: string, due: number, closes: number | null, late: object) =>
  school.db.query('UPDATE assignment SET due_at = $2, closes_at = $3, late = $4::text::jsonb WHERE id = $1', [
    assignment,
    new Date(Date.now() + due),
    closes === null ? null : new Date(Date.now() + closes),
    JSON.stringify(late),
  ]);
const act = (assignmentId: AssignmentId, name: string) => ({ assignmentId, act: `act-${name}`, note: '' });

describe('rules', () => {
  const WALK = 'tide-walk' as AssignmentId;

  test('a hand-in that was begun before the closing time counts a little after it, and the receipt says so', async () => {
    const leila = await school.person('s-leila');
    const now = Date.now();
    await timed(WALK, -HOUR, 1000, { kind: 'no-loss' });
    const closing = now + 1000;
    await beginHandIn(school.db, leila, WALK, true, now);
    const late = await handIn(school.db, leila, act(WALK, 'too-late-after-grace'), now + GRACE + 5000);
    expect(late).toMatchObject({ ok: false, code: 'closed' });
    const taken = await handIn(school.db, leila, act(WALK, 'within-grace'), closing + 60_000);
    expect(taken).toMatchObject({ ok: true, receipt: { begun_at: now, counts_at: now, at: closing + 60_000 } });
    const idle = (await studentsOn(school.db, WALK, now)).find(({ state }) => state === 'overdue');
    const other = await school.person(idle?.id ?? '');
    await beginHandIn(school.db, other, WALK, true, now);
    await beginHandIn(school.db, other, WALK, false, now + 1);
    const gone = await handIn(school.db, other, act(WALK, 'went-away'), closing + 60_000);
    expect(gone).toMatchObject({ ok: false, code: 'closed' });
  });

  test('more time for one student holds for that student, everywhere, and for nobody else', async () => {
    const [noor, otso] = [await school.person('s-noor'), await school.person('s-otso')];
    await timed(WALK, -2 * HOUR, -HOUR, { kind: 'no-loss' });
    const now = Date.now();
    const given = { assignmentId: WALK, studentId: noor.id, minutes: 180 };
    expect(await moreTime(school.db, teacher, given, now)).toEqual({ ok: true });
    expect(await moreTime(school.db, teacher, { ...given, studentId: 'nobody' as PersonId }, now)).toMatchObject({
      ok: false,
    });
    expect(await desk(school.db, noor, WALK, now)).toMatchObject({ state: 'not-started', extraMinutes: 180 });
    expect(await desk(school.db, otso, WALK, now)).toMatchObject({ state: 'closed', extraMinutes: 0 });
    const states = new Map((await studentsOn(school.db, WALK, now)).map(({ id, state }) => [id, state]));
    expect([states.get(noor.id), states.get(otso.id)]).toEqual(['not-started', 'closed']);
    expect(await handIn(school.db, noor, act(WALK, 'extra'), now)).toMatchObject({ ok: true, receipt: { late_by: 0 } });
    await moreTime(school.db, teacher, { ...given, minutes: 0 }, now);
    expect((await desk(school.db, noor, WALK, now))?.extraMinutes).toBe(0);
  });

  test('points lost by the hour are lost for every hour begun, and the receipt knows the most', async () => {
    const STORM = 'storm-log' as AssignmentId;
    await timed('storm-log', -90 * 60_000, null, { kind: 'loss', points: 1.5, per: 'hour', floor: 5 });
    const rosa = await school.person('s-rosa');
    const now = Date.now();
    await openCopy(school.db, rosa, 'storm-log-1' as never, now);
    const open = await school.db.query(
      "SELECT id FROM document WHERE owner_id = 's-rosa' AND assignment_id = 'storm-log'",
    );
    expect(open.rows.length).toBeGreaterThan(0);
    await school.db.query("UPDATE assignment SET asks = '[]' WHERE id = 'storm-log'");
    await typeInto((open.rows[0] as { id: string }).id, rosa, 'The gulls came in. Then it blew.');
    const handed = await handIn(school.db, rosa, act(STORM, 'by-hour'), now);
    if (!handed.ok) throw new Error(handed.code);
    expect(lossOf(handed.receipt)).toBe(3);
    const given = {
      handInId: handed.receipt.id,
      marks: [8, 6, 4, 2].map((points, i) => ({ criterionId: `storm-log-c${i + 1}`, points, comment: '' })),
      general: '',
      anotherGo: false,
      ...BARE,
    };
    expect(await handBack(school.db, teacher, given, now)).toMatchObject({ ok: true, earned: 20, lostLate: 3 });
  });

  test('in a group one hands in for all, anyone takes back for all, and it comes back to all', async () => {
    const GROUP = 'tide-walk' as AssignmentId;
    const members = ['s-priya', 's-sami', 's-tove'] as const;
    for (const member of members)
      await school.db.query('INSERT INTO work_group (assignment_id, student_id, number) VALUES ($1, $2, 1)', [
        GROUP,
        member,
      ]);
    await timed(GROUP, 5 * HOUR, null, { kind: 'no-loss' });
    const [priya, sami, tove] = await Promise.all(members.map((id) => school.person(id)));
    const now = Date.now();
    const both = await Promise.all([
      handIn(school.db, priya as Person, act(GROUP, 'group-1'), now),
      handIn(school.db, sami as Person, act(GROUP, 'group-2'), now),
    ]);
    expect(both.map(({ ok }) => ok).sort()).toEqual([false, true]);
    for (const one of [priya, sami, tove]) {
      const view = await desk(school.db, one as Person, GROUP, now);
      expect(view).toMatchObject({ state: 'handed-in', group: ['Priya Nair', 'Sami Khoury', 'Tove Strand'] });
      expect(view?.receipts).toHaveLength(1);
      expect(view?.receipts[0]?.members).toHaveLength(3);
    }
    expect(await takeBack(school.db, tove as Person, GROUP, now + 1)).toEqual({ ok: true });
    expect((await desk(school.db, priya as Person, GROUP, now + 2))?.state).not.toBe('handed-in');
    const again = await handIn(school.db, tove as Person, act(GROUP, 'group-3'), now + 3);
    if (!again.ok) throw new Error(again.code);
    const pool = await school.person('t-bello');
    const back = { handInId: again.receipt.id, marks: [], general: 'Seen.', anotherGo: false, ...BARE };
    expect(await handBack(school.db, pool, back, now + 4)).toMatchObject({ ok: true });
    for (const one of [priya, sami, tove])
      expect(await desk(school.db, one as Person, GROUP, now + 5)).toMatchObject({
        state: 'handed-back',
        feedback: [{ general: 'Seen.' }],
      });
  });
});

/** Types a line into the first answer of a document, as the socket would bring it. */
async function typeInto(documentId: string, owner: Person, words: string): Promise<void> {
  const ydoc = await loadDocument(school.db, documentId as DocumentId);
  const before = Y.encodeStateVector(ydoc);
  const answer = ydoc
    .getXmlFragment('text')
    .toArray()
    .find((node): node is Y.XmlElement => node instanceof Y.XmlElement && node.nodeName === 'answer');
  const line = new Y.XmlElement('paragraph');
  line.insert(0, [new Y.XmlText(words)]);
  answer?.push([line]);
  const update = Y.encodeStateAsUpdate(ydoc, before);
  ydoc.destroy();
  const saving = new Saving(school.db);
  expect(await saving.save(owner.id, documentId as DocumentId, update)).toMatchObject({ ok: true });
}

describe('receipts', () => {
  test('leave as a file whose fingerprint follows from its pieces, and which the school knows again', async () => {
    const imke = await school.person('s-imke');
    const all = await allReceiptsOf(school.db, imke.id);
    expect(all.length).toBeGreaterThan(5);
    expect(all.map(({ number }) => number)).toEqual(all.map(({ number }) => number).toSorted((a, b) => b - a));
    const about = await findSchool(school.db);
    for (const receipt of all) {
      const file = receiptFile(receipt, about ?? { name: '', zone: '' });
      expect(isWhole(file)).toBe(true);
      expect(Date.parse(file.handedInAt)).toBe(receipt.at);
      const { number, fingerprint } = file;
      expect(await isGenuine(school.db, { number, fingerprint })).toEqual({ ok: true, known: true, at: receipt.at });
      expect(await isGenuine(school.db, { number, fingerprint: '0'.repeat(64) })).toEqual({
        ok: true,
        known: false,
        at: null,
      });
    }
    expect(await isGenuine(school.db, { number: 1, fingerprint: '0'.repeat(64) })).toMatchObject({ known: false });
  });

  // The program reads the ligature of lam and alef the wrong way round, so words without it are looked for.
  test.each([
    ['en', ['Class', 'Student']],
    ['ar', ['الواجب', 'الطالب']],
  ])('are a sound PDF in the language of whoever takes one away: %s', async (locale, parts) => {
    const imke = await school.person('s-imke');
    const receipt = await findReceipt(school.db, await handInOf('s-imke', 'storm-words' as AssignmentId));
    if (!receipt) throw new Error('there is no receipt');
    const taken = await takeReceipt(school.db, imke, receipt.id, 'pdf', locale);
    expect(taken.headers.get('content-disposition')).toBe(`attachment; filename="receipt-${receipt.number}.pdf"`);
    const file = join(scratch('kite-'), 'receipt.pdf');
    writeFileSync(file, new Uint8Array(await taken.arrayBuffer()));
    const sound = spawnSync('qpdf', ['--check', file], { encoding: 'utf8' });
    expect([sound.status, sound.stderr]).toEqual([0, '']);
    const words = spawnSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' }).stdout.normalize('NFKC');
    for (const part of [...parts, String(receipt.number), 'Storm words', 'Imke Aalders']) expect(words).toContain(part);
    // A line of its own says how words run.
    expect(words.replace(/[\s\u202a-\u202e]/g, '')).toContain(receipt.fingerprint);
  });

  test('a piece that is fetched has the SHA-256 of its receipt, as the program sha256sum finds it', async () => {
    const receipt = await findReceipt(school.db, await handInOf('s-imke', 'storm-words' as AssignmentId));
    if (!receipt) throw new Error('there is no receipt');
    const fetched = await handedInFile(
      school.db,
      { person: await school.person('s-imke'), now: Date.now() },
      receipt.id,
      0,
      new Request('http://x/'),
    );
    const bytes = new Uint8Array(await fetched.arrayBuffer());
    const sum = spawnSync('sha256sum', { input: bytes, encoding: 'utf8' }).stdout.slice(0, 64);
    expect(sum).toBe(receipt.pieces[0]?.sha256);
    expect(piecesWith(receipt, sum)).toEqual([0]);
    expect(piecesWith(receipt, '0'.repeat(64))).toEqual([]);
  });
});

describe('two at once', () => {
  test('a hand-back while the student takes back: one of the two holds, never both', async () => {
    const quentin = await school.person('s-quentin');
    const now = Date.now();
    const handInId = (await handInOf('s-quentin')) ?? (await freshHandIn(quentin, now));
    const given = { handInId, marks: FULL, general: '', anotherGo: false, ...BARE };
    const [back, taken] = await Promise.all([
      handBack(school.db, teacher, given, now + 1),
      takeBack(school.db, quentin, LADDER, now + 1),
    ]);
    expect([back.ok, taken.ok].filter(Boolean)).toHaveLength(1);
    const facts = await read(school.db, factsOf(LADDER, quentin.id));
    expect(facts.at(-1)?.kind).toBe(back.ok ? 'handed-back' : 'taken-back');
  });

  test('two teachers keep a draft each; what is handed back first counts, and the other can amend it', async () => {
    const kerr = await school.person('t-kerr');
    const handInId = await handInOf('s-abena');
    const now = Date.now();
    const first = { handInId, marks: marks(20, 20, 20, 20, 10), general: 'From the one.', ...BARE };
    const second = { handInId, marks: FULL, general: 'From the other.', ...BARE };
    await keepMarks(school.db, teacher, first, now);
    await keepMarks(school.db, kerr, second, now + 1);
    expect((await markingDesk(school.db, teacher, LADDER, 's-abena', now))?.open).toMatchObject({
      draft: { general: 'From the one.' },
      others: [{ name: 'Tomasz Kerr' }],
    });
    const [one, other] = await Promise.all([
      handBack(school.db, teacher, { ...first, anotherGo: false }, now + 2),
      handBack(school.db, kerr, { ...second, anotherGo: false }, now + 2),
    ]);
    expect([one.ok, other.ok].filter(Boolean)).toHaveLength(1);
    expect([one, other].find(({ ok }) => !ok)).toMatchObject({ code: 'already-handed-back' });
    const left = one.ok ? kerr : teacher;
    expect((await markingDesk(school.db, left, LADDER, 's-abena', now))?.open?.draft).not.toBeNull();
    expect(await amend(school.db, left, { ...second, general: 'Together.', askAgain: false }, now + 3)).toMatchObject({
      ok: true,
    });
    const abena = await school.person('s-abena');
    const view = await desk(school.db, abena, LADDER, now + 4);
    expect(view?.feedback).toHaveLength(2);
    expect(view?.feedback[0]).toMatchObject({ general: 'Together.', amends: view?.feedback[1]?.id });
    expect((await read(school.db, handBacksOf(LADDER, abena.id))).map(({ amends }) => amends === null)).toEqual([
      false,
      true,
    ]);
    // Afterwards another go can be asked for, once; the student hears of it and can hand in again.
    const again = { ...second, general: 'Once more, please.', askAgain: true };
    expect(await amend(school.db, left, again, now + 5)).toMatchObject({ ok: true });
    const asked = await desk(school.db, abena, LADDER, now + 6);
    expect(asked).toMatchObject({ state: 'another-go' });
    expect(asked?.moves).toContain('hand-in');
    expect(asked?.feedback[0]).toMatchObject({ general: 'Once more, please.', anotherGo: true });
    expect((await read(school.db, newsFor(abena.id, 1, now + 6)))[0]).toMatchObject({
      kind: 'handed-back',
      another_go: true,
    });
    expect(await amend(school.db, left, again, now + 7)).toMatchObject({ code: 'not-handed-in' });
  });

  test('marks by a rubric that was changed meanwhile are not taken, and nothing is lost', async () => {
    const handInId = await handInOf('s-bilal');
    const before = await markingDesk(school.db, teacher, LADDER, 's-bilal', Date.now());
    await keepMarks(school.db, teacher, { handInId, marks: FULL, general: 'Kept.', ...BARE }, Date.now());
    await school.db.query("UPDATE criterion SET points = 25 WHERE id = 'cloud-ladder-c1'");
    const given = {
      handInId,
      marks: FULL,
      general: '',
      anotherGo: false,
      ...BARE,
      rubric: before?.rubricVersion ?? '',
    };
    expect(await handBack(school.db, teacher, given, Date.now())).toEqual({ ok: false, code: 'rubric-changed' });
    const after = await markingDesk(school.db, teacher, LADDER, 's-bilal', Date.now());
    expect(after?.rubricVersion).not.toBe(before?.rubricVersion);
    expect(after?.open?.draft).toMatchObject({ general: 'Kept.' });
    await school.db.query("UPDATE criterion SET points = 30 WHERE id = 'cloud-ladder-c1'");
  });
});

async function freshHandIn(student: Person, now: number): Promise<HandInId> {
  await openCopy(school.db, student, 'cloud-ladder-2' as never, now);
  await school.db.query("UPDATE assignment SET asks = '[]' WHERE id = 'cloud-ladder'");
  const { rows } = await school.db.query(
    `SELECT id FROM document WHERE owner_id = '${student.id}' AND assignment_id = 'cloud-ladder'`,
  );
  await typeInto((rows[0] as { id: string }).id, student, 'A line of my own.');
  const handed = await handIn(school.db, student, act(LADDER, `fresh-${student.id}`), now);
  if (!handed.ok) throw new Error(handed.code);
  return handed.receipt.id;
}

/** Bytes as they lie on the disk when they have come in. */
function sent(bytes: Uint8Array) {
  const path = join(school.folder, randomUUID());
  writeFileSync(path, bytes);
  return { path, size: bytes.length };
}

describe('remarks and another go', () => {
  let yusuf: Person;
  let handInId: HandInId;

  test('come back with the work, each to be ticked off and answered by its student alone', async () => {
    yusuf = await school.person('s-yusuf');
    const now = Date.now();
    handInId = (await handInOf('s-yusuf')) ?? (await freshHandIn(yusuf, now));
    const [piece] = await read(school.db, piecesOf(handInId));
    if (!piece || !('written' in piece) || !piece.written) throw new Error('no text was handed in');
    const text = anchorText(runsOf(piece.written));
    const start = text.indexOf('own');
    const remark = remarkOn('remark-1', piece.sha256, text, [start, start + 3], 'Whose?');
    const given = {
      handInId,
      marks: marks(20),
      general: '',
      anotherGo: true,
      remarks: [remark],
      sound: null,
      rubric: null,
    };
    expect(await handBack(school.db, teacher, given, now + 1)).toMatchObject({ ok: true });
    const reply = { handInId, remarkId: 'remark-1', done: true, answer: 'Mine.' };
    expect(await replyTo(school.db, yusuf, reply, now + 2)).toEqual({ ok: true });
    expect(await replyTo(school.db, yusuf, { ...reply, remarkId: 'remark-2' }, now + 2)).toMatchObject({ ok: false });
    expect((await desk(school.db, yusuf, LADDER, now + 3))?.feedback[0]?.remarks).toEqual([
      { remark, doneAt: now + 2, answer: 'Mine.' },
    ]);
    // Ticked off anew it keeps its first time; taken off, it has none.
    await replyTo(school.db, yusuf, { ...reply, answer: 'Mine.' }, now + 9);
    expect((await desk(school.db, yusuf, LADDER, now + 9))?.feedback[0]?.remarks[0]?.doneAt).toBe(now + 2);
    await replyTo(school.db, yusuf, { ...reply, done: false }, now + 10);
    expect((await desk(school.db, yusuf, LADDER, now + 11))?.feedback[0]?.remarks[0]?.doneAt).toBeNull();
  });

  test('the teacher sees remark, answer and both versions with the next hand-in', async () => {
    const now = Date.now();
    const { rows } = await school.db.query(
      "SELECT id FROM document WHERE owner_id = 's-yusuf' AND assignment_id = 'cloud-ladder'",
    );
    await typeInto((rows[0] as { id: string }).id, yusuf, 'And one more, by myself.');
    const again = await handIn(school.db, yusuf, act(LADDER, 'second-go'), now);
    expect(again.ok).toBe(true);
    const view = await markingDesk(school.db, teacher, LADDER, 's-yusuf', now);
    expect(view?.open?.before).toMatchObject({ handIn: handInId, remarks: [{ answer: 'Mine.', doneAt: null }] });
    const compared = await compareVersions(school.db, yusuf.id, LADDER, null, String(again.ok && again.receipt.number));
    expect(compared.pairs).toHaveLength(1);
    const { before, after } = compared.pairs[0] ?? {};
    if (!before || !after) throw new Error('no text is compared');
    expect(anchorText(runsOf(after))).toContain('And one more');
    expect(anchorText(runsOf(before))).not.toContain('And one more');
    // Nothing was changed since: asked for nothing else, it shows what the newest hand-in changed.
    const opened = await compareVersions(school.db, yusuf.id, LADDER, null, null);
    expect([opened.from, opened.to]).toEqual([compared.from, again.ok && again.receipt.number]);
    expect(opened.pairs).toEqual(compared.pairs);
    const asked = await compareVersions(school.db, yusuf.id, LADDER, String(opened.to), 'now');
    expect([asked.from, asked.to]).toEqual([opened.to, null]);
    expect(await compareVersions(school.db, 's-zofia' as PersonId, LADDER, null, null)).toMatchObject({ from: null });
  });
});

describe('the class', () => {
  test('what is marked to the end is handed back together; what is not stays', async () => {
    const now = Date.now();
    const waiting = (await studentsOn(school.db, LADDER, now)).filter(({ state }) => state.startsWith('handed-in'));
    const [whole, half] = waiting;
    if (!whole?.handInId || !half?.handInId) throw new Error('nobody waits');
    await school.db.query('DELETE FROM marking_draft');
    await keepMarks(school.db, teacher, { handInId: whole.handInId, marks: FULL, general: '', ...BARE }, now);
    await keepMarks(school.db, teacher, { handInId: half.handInId, marks: marks(5), general: '', ...BARE }, now);
    const done = await handBackMarked(school.db, teacher, { assignmentId: LADDER, handIns: null }, now + 1);
    const outcomes = new Map(done.each.map(({ handIn: id, ok, code }) => [id, ok ? 'ok' : code]));
    expect(outcomes).toEqual(
      new Map([
        [whole.handInId, 'ok'],
        [half.handInId, 'bad-points'],
      ]),
    );
    await new Jobs(school.db, JOBS, () => now + 1 + UNDO_FOR).tick();
    const view = await markingDesk(school.db, teacher, LADDER, half.id, now + 2 + UNDO_FOR);
    expect(view?.open?.student.draft).toBe('begun');
    expect(view?.spread?.n).toBeGreaterThan(0);
  });

  test('without names nothing that waits for marks says whose it is', async () => {
    const now = Date.now();
    await markWithoutNames(school.db, LADDER, true);
    const view = await markingDesk(school.db, teacher, LADDER, null, now);
    const waiting = (await studentsOn(school.db, LADDER, now)).filter(({ state }) => state.startsWith('handed-in'));
    expect(view?.open?.student).toMatchObject({ name: null, id: null, number: 1, handedInAt: null });
    const said = JSON.stringify({ ...view, instructions: null, class: null });
    for (const { id, name } of waiting) {
      const [given = ''] = name.split(' ');
      expect([name, said.includes(`"${id}"`), said.includes(name), said.includes(`${given} `)]).toEqual([
        name,
        false,
        false,
        false,
      ]);
    }
    await markWithoutNames(school.db, LADDER, false);
    expect((await markingDesk(school.db, teacher, LADDER, null, now))?.open?.student.name).not.toBeNull();
  });

  test('a word to all who have not handed in goes to each of them once, and to nobody else', async () => {
    const now = Date.now();
    const missing = (await studentsOn(school.db, LADDER, now)).filter(({ handedInAt }) => handedInAt === null);
    const given = { assignmentId: LADDER, act: 'act-missing', body: 'What keeps you?' };
    const sent = await writeToMissing(school.db, teacher, given, now);
    await writeToMissing(school.db, teacher, given, now + 1);
    const { rows } = await school.db.query("SELECT student_id FROM aside_message WHERE body = 'What keeps you?'");
    expect(rows).toHaveLength(sent.to);
    expect(sent.to).toBeGreaterThanOrEqual(missing.length);
    expect(rows).not.toContainEqual({ student_id: 's-bilal' });
  });

  test('remarks that are kept are the teacher’s own, and go when they are dropped', async () => {
    const kept = await changeKeptRemarks(school.db, teacher, { keep: 'How do you know?' }, Date.now() + 5);
    expect(kept.kept[0]?.body).toBe('How do you know?');
    const kerr = await changeKeptRemarks(school.db, await school.person('t-kerr'), { drop: kept.kept[0]?.id ?? '' }, 0);
    expect(kerr.kept.some(({ body }) => body === 'How do you know?')).toBe(false);
    const dropped = await changeKeptRemarks(school.db, teacher, { drop: kept.kept[0]?.id ?? '' }, 0);
    expect(dropped.kept.some(({ body }) => body === 'How do you know?')).toBe(false);
  });

  test('a recording is a sound, the teacher’s own, and heard by the student once it is back', async () => {
    const now = Date.now();
    const wav = new Uint8Array(44);
    wav.set(new TextEncoder().encode('RIFF'), 0);
    wav.set(new TextEncoder().encode('WAVEfmt '), 8);
    const text = new TextEncoder().encode('no sound at all');
    const keep = (bytes: Uint8Array) =>
      keepLoose(school.db, teacher, { file: sent(bytes), name: 'a', only: 'sound' }, now);
    expect(await keep(text)).toMatchObject({ ok: false, code: 'not-a-sound' });
    const sound = await keep(wav);
    if (!sound.ok) throw new Error(sound.code);
    const student = await school.person('s-wren');
    const handInId = (await handInOf('s-wren')) ?? (await freshHandIn(student, now));
    const given = { handInId, marks: FULL, general: '', remarks: [], rubric: null, sound: sound.sha256 };
    const stolen = { ...given, sound: '1'.repeat(64) };
    expect(await keepMarks(school.db, teacher, stolen, now)).toEqual({ ok: false, code: 'not-found' });
    expect(await keepMarks(school.db, teacher, given, now)).toMatchObject({ ok: true });
    const heard = (who: Person) => soundOf(school.db, who, handInId, sound.sha256, new Request('http://x/'));
    expect([(await heard(student)).status, (await heard(teacher)).status]).toEqual([404, 200]);
    await handBack(school.db, teacher, { ...given, anotherGo: false }, now + 1);
    expect((await heard(student)).headers.get('content-type')).toBe('audio/wav');
  });
});

describe('an aside', () => {
  const of = { assignmentId: LADDER, studentId: 's-zofia' as PersonId };

  test('is mended for some minutes, withdrawn at any time, by its author only', async () => {
    const zofia = await school.person('s-zofia');
    const now = Date.now();
    await writeAside(school.db, zofia, { ...of, act: 'act-mend', body: 'First word.' }, now);
    const [message] = (await read(school.db, asideAs(zofia, { assignmentId: LADDER, studentId: zofia.id }))).slice(-1);
    const messageId = message?.id ?? '';
    expect(message?.mendUntil).toBe(now + MENDABLE);
    const mend = (who: Person, at: number) => mendAside(school.db, who, { messageId, body: 'Mended.' }, at);
    expect(await mend(teacher, now + 1)).toEqual({ ok: false, code: 'not-found' });
    expect(await mend(zofia, now + MENDABLE)).toEqual({ ok: true });
    expect(await mend(zofia, now + MENDABLE + 1)).toEqual({ ok: false, code: 'too-late' });
    expect(
      (await read(school.db, asideAs(teacher, { assignmentId: LADDER, studentId: zofia.id }))).at(-1),
    ).toMatchObject({ body: 'Mended.' });
    expect((await openAsides(school.db, teacher)).find(({ student_id: id }) => id === zofia.id)).toMatchObject({
      waits: true,
      body: 'Mended.',
    });
    expect(await withdrawAside(school.db, teacher, messageId, now)).toMatchObject({ ok: false });
    expect(await withdrawAside(school.db, zofia, messageId, now + 2 * MENDABLE)).toEqual({ ok: true });
    const after = (await read(school.db, asideAs(teacher, { assignmentId: LADDER, studentId: zofia.id }))).at(-1);
    expect(after).toMatchObject({ withdrawn: true, body: '', unread: false });
    expect(JSON.stringify(after)).not.toContain('Mended.');
  });

  test('carries files that its author sent up, and none that somebody only knows the name of', async () => {
    const zofia = await school.person('s-zofia');
    const now = Date.now();
    const bytes = new TextEncoder().encode('my notes');
    const kept = await keepLoose(school.db, zofia, { file: sent(bytes), name: '../my notes.txt', only: null }, now);
    if (!kept.ok) throw new Error(kept.code);
    expect(kept.name).toBe('my notes.txt');
    const lies = { file: sent(bytes), name: 'notes.pdf', only: null } as const;
    expect(await keepLoose(school.db, zofia, lies, now)).toMatchObject({ code: 'name-lies' });
    const file = { sha256: kept.sha256, name: '../\u202emy notes.txt' };
    const written = { ...of, act: 'act-file', body: '', files: [file] };
    expect(await writeAside(school.db, teacher, { ...written, act: 'act-stolen' }, now)).toMatchObject({ ok: false });
    expect(await writeAside(school.db, zofia, written, now)).toEqual({ ok: true });
    expect(
      (await read(school.db, asideAs(teacher, { assignmentId: LADDER, studentId: zofia.id }))).at(-1)?.files,
    ).toMatchObject([{ name: kept.name }]);
    expect(await writeAside(school.db, zofia, { ...of, act: 'act-empty', body: '  ' }, now)).toMatchObject({
      code: 'empty',
    });
  });
});
