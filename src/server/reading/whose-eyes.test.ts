import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { firstUpdate } from '@/core/documents/text-document';
import type { AssignmentId, ClassId, DocumentId, HandInId, PersonId, StepId } from '@/core/ids';
import { TEXT_ALONE } from '@/core/setting/class-things';
import type { Doc } from '@/core/text/nodes';
import { handIn, openCopy, takeBack } from '@/server/doing/handing-in/handing-in';
import { markWithoutNames } from '@/server/doing/marking/class-settings';
import { handBack } from '@/server/doing/marking/handing-back';
import { wouldTake } from '@/server/doing/pieces/pieces';
import { type Entry, type Params, PERMISSIONS } from '@/server/entries';
import { filesFolder } from '@/server/kite';
import { may } from '@/server/permissions';
import { classLine } from '@/server/reading/class-line/class-line';
import { exportDocument } from '@/server/reading/documents/exporting';
import { handedInFile, handedInWhole, viewHandedIn } from '@/server/reading/documents/piece-view';
import { find } from '@/server/reading/find/finding';
import { markingDesk } from '@/server/reading/marking/marking-desk';
import { countUnread, whatsNew } from '@/server/reading/news/news';
import { studentToday, teacherWork } from '@/server/reading/today/today';
import { workOf } from '@/server/reading/work/work-list';
import { addAnnouncement } from '@/store/announcements';
import { read } from '@/store/database';
import { addDocument } from '@/store/documents';
import { factsOf, record } from '@/store/events';
import { keepFile } from '@/store/files';
import { piecesOf, receiptsOf } from '@/store/hand-ins';
import type { Person } from '@/store/people';
import { keepAssignment, versionOf } from '@/store/postings';
import { addMaterial, addPicture } from '@/store/setting';
import { type TestSchool, testSchool } from '@/store/test-school';
import { keepPictureOwner } from '@/store/text-pictures';
import { hostileUpdates } from '../../../bench/hostile-inputs';

const LADDER = 'cloud-ladder' as AssignmentId;
let school: TestSchool;
let teacher: Person;
let imke: Person;
let wren: Person;
const now = Date.now();

beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
  [teacher, imke, wren] = [
    await school.person('t-bello'),
    await school.person('s-imke'),
    await school.person('s-wren'),
  ];
});
afterAll(() => school.end());

describe('what is posted tomorrow', () => {
  const TITLE = 'Tomorrow’s secret squall';
  const params: Params = {
    assignment: 'later',
    step: 'later-1',
    class: 'weather',
    material: 'later-reading',
    picture: 'later-picture',
    chapter: '1',
    part: 'x',
    student: 's-wren',
  };

  beforeAll(async () => {
    const { db } = school;
    const tomorrow = now + 86_400_000;
    const weather = { classId: 'weather' as ClassId };
    const ladder = await read(db, versionOf('cloud-ladder' as AssignmentId));
    const [step] = ladder?.brief.steps.filter(({ kind }) => kind === 'write') ?? [];
    if (!ladder || !step) throw new Error('there is nothing to write in the ladder');
    const reading = {
      title: TITLE,
      unit: null,
      ...TEXT_ALONE,
      body: ladder.brief.instructions,
      minutes: 5,
      listed: true,
    };
    await addMaterial(db, { ...weather, id: 'later-reading', draft: reading }, tomorrow);
    const draft = {
      ...ladder.brief,
      title: TITLE,
      opensAt: null,
      after: ['cloud-ladder' as AssignmentId],
      steps: [{ ...step, id: 'later-1' as StepId }],
      rubric: [],
    };
    const later = 'later' as AssignmentId;
    await keepAssignment(db, { ...weather, id: later, draft, by: teacher.id, postedAt: tomorrow }, now);
    const picture = { id: 'later-picture', assignmentId: later, type: 'image/svg+xml', bytes: new Uint8Array([120]) };
    await addPicture(db, { ...weather, ...picture });
    const note = { title: TITLE, body: 'squall', unit: null, attachments: ['later-reading'] };
    await addAnnouncement(
      db,
      { ...weather, id: 'later-note', authorId: teacher.id, draft: note, postedAt: tomorrow },
      tomorrow,
    );
    await db.query("INSERT INTO unlocks VALUES ('bottle', 'later')");
    await record(db, {
      kind: 'posted',
      at: now,
      classId: 'weather' as ClassId,
      assignmentId: 'later' as AssignmentId,
      studentId: null,
      actorId: teacher.id,
    });
    await record(db, {
      kind: 'extra-time',
      at: now,
      classId: 'weather' as ClassId,
      assignmentId: 'later' as AssignmentId,
      studentId: wren.id,
      actorId: teacher.id,
    });
  });

  const about = (Object.keys(PERMISSIONS) as Entry[]).filter((entry) =>
    /\[(assignment|step|material|picture)\]/.test(entry),
  );

  test.each(about)('is not there for a student: %s', async (entry) => {
    expect(await may(school.db, entry, wren, params, now)).toBe('no');
  });

  test('is there for its teacher, and for the student once its time has come', async () => {
    expect(await may(school.db, 'PAGE /marking/[assignment]', teacher, params, now)).toBe('yes');
    expect(await may(school.db, 'GET /api/materials/[material]/file', teacher, params, now)).toBe('yes');
    const later = now + 2 * 86_400_000;
    expect(await may(school.db, 'PAGE /desk/[assignment]', wren, params, later)).toBe('yes');
    expect(await may(school.db, 'GET /api/materials/[material]/chapters/[chapter]', wren, params, later)).toBe('yes');
  });

  test('is in no list, no news, nothing that is found, and takes no file', async () => {
    const { db } = school;
    const shown = [
      await workOf(db, wren, null, now),
      await studentToday(db, wren, 'Atlantic/Azores', now),
      await classLine(db, wren, 'weather' as ClassId, { order: 'newest', chip: 'all' }, now),
      await whatsNew(db, wren, now),
      await find(db, wren, 'squall', now),
      await find(db, wren, 'Tomorrow', now),
    ];
    expect(shown.map((one) => JSON.stringify(one).includes('squall'))).toEqual(shown.map(() => false));
    expect(JSON.stringify(await teacherWork(db, teacher, null, now))).toContain('squall');
    const before = await countUnread(db, wren.id, now);
    expect(await countUnread(db, wren.id, now + 2 * 86_400_000)).toBe(before + 2);
    const file = { assignmentId: 'later' as AssignmentId, name: 'a.pdf' };
    expect(await wouldTake(db, wren, file, now)).toMatchObject({ code: 'not-found' });
  });
});

test('a class page sends a student the names of classmates and nothing else of them', async () => {
  const line = await classLine(school.db, wren, 'weather' as ClassId, { order: 'course', chip: 'all' }, now);
  const said = JSON.stringify([line.students, line.teachers]);
  expect(line.students).toHaveLength(24);
  expect(said).toContain('Imke Aalders');
  for (const secret of ['s-imke', '"imke"', 't-bello', 'user']) {
    const found = secret === 'user' ? /"user_?name":"/i.test(said) : said.includes(secret);
    expect([secret, found]).toEqual([secret, false]);
  }
  const taught = await classLine(school.db, teacher, 'weather' as ClassId, { order: 'course', chip: 'all' }, now);
  expect(taught.students[0]?.account).toMatchObject({ id: expect.stringMatching(/^s-/) });
});

test('a picture of somebody else leaves in no format, whoever knows its fingerprint', async () => {
  const bytes = new Uint8Array(
    await sharp({ create: { width: 9, height: 9, channels: 3, background: '#f00' } })
      .png()
      .toBuffer(),
  );
  const sum = await keepFile(school.db, filesFolder(), { bytes, type: 'image/png', at: now });
  await keepPictureOwner(school.db, sum, imke.id);
  const doc: Doc = {
    type: 'doc',
    content: [{ type: 'image', attrs: { src: `/api/text-pictures/${sum}`, alt: 'what is in it' } }],
  };
  const made = async (owner: Person) => {
    const id = `with-picture-${owner.id}` as DocumentId;
    await addDocument(school.db, {
      id,
      ownerId: owner.id,
      assignmentId: null,
      kind: 'text',
      title: 'T',
      at: now,
      firstUpdate: firstUpdate(doc),
    });
    const html = await (await exportDocument(school.db, owner, id, 'html')).text();
    const docx = unzipSync(new Uint8Array(await (await exportDocument(school.db, owner, id, 'docx')).arrayBuffer()));
    return { html, media: Object.keys(docx).filter((name) => /^word\/media\/./.test(name)) };
  };
  const own = await made(imke);
  expect([own.html.includes('data:image/png'), own.media.length]).toEqual([true, 1]);
  const stolen = await made(wren);
  expect([stolen.html.includes('data:image'), stolen.media.length]).toEqual([false, 0]);
  expect(stolen.html).toContain('what is in it');
});

describe('work that is marked without names', () => {
  let id: HandInId;

  beforeAll(async () => {
    await markWithoutNames(school.db, LADDER, true);
    const copy = await openCopy(school.db, wren, 'cloud-ladder-2' as StepId, now);
    if (!copy.ok) throw new Error(copy.code);
    const facts = await read(school.db, factsOf(LADDER, 's-abena' as PersonId));
    expect(facts.at(-1)?.kind).toBe('handed-in');
    const [receipt] = await read(school.db, receiptsOf(LADDER, 's-abena' as PersonId));
    id = receipt?.id as HandInId;
  });

  test('is named by nothing that the Marking desk is given, nor by what its ids lead to', async () => {
    const view = await markingDesk(school.db, teacher, LADDER, null, now);
    const open = view?.open;
    expect(open?.student.name).toBeNull();
    const [receipt] = await read(school.db, receiptsOf(LADDER, 's-abena' as PersonId));
    const hidden = JSON.stringify([open, view?.students.filter(({ name }) => name === null)]);
    for (const secret of ['Abena', 's-abena', `"number":${receipt?.number}`, `"at":${receipt?.at}`]) {
      expect([secret, hidden.includes(secret)]).toEqual([secret, false]);
    }
    const asked = { handIn: id, position: '0' };
    expect(await may(school.db, 'PAGE /receipts/[handIn]', teacher, asked, now)).toBe('no');
    expect(await may(school.db, 'GET /api/hand-ins/[handIn]/receipt', teacher, asked, now)).toBe('no');
    const abena = await school.person('s-abena');
    expect(await may(school.db, 'PAGE /receipts/[handIn]', abena, asked, now)).toBe('yes');
    expect(JSON.stringify(await handedInWhole(school.db, id))).not.toContain('Abena');
    const text = await handedInFile(school.db, { person: teacher, now }, id, 0, new Request('http://x/'));
    expect(text.headers.get('content-disposition')).toContain('piece-1');
    const own = await handedInFile(school.db, { person: abena, now }, id, 0, new Request('http://x/'));
    expect(decodeURIComponent(own.headers.get('content-disposition') ?? '')).toContain('Abena');
  });

  test('has a key that nobody can compute from what they know', async () => {
    const view = await markingDesk(school.db, teacher, LADDER, null, now);
    const key = view?.students.find(({ name }) => name === null)?.key ?? '';
    expect(key).toMatch(/^w[0-9a-f]{24}$/);
    const other = await testSchool();
    await markWithoutNames(other.db, LADDER, true);
    const elsewhere = await markingDesk(other.db, teacher, LADDER, null, now);
    expect(elsewhere?.students.map((student) => student.key)).not.toContain(key);
    await other.end();
  });

  test('a file of it has a neutral name for the teacher, until it is back', async () => {
    await school.db.query(
      `INSERT INTO hand_in_piece (hand_in_id, position, kind, title, sha256, size, file_sha256)
       SELECT $1, 7, 'file', 'Abena Mensah final.PNG', f.sha256, f.size, f.sha256 FROM file f WHERE f.type = 'image/png' LIMIT 1`,
      [id],
    );
    const asking = { person: teacher, now };
    const named = async () => {
      const view = await viewHandedIn(school.db, asking, id, 7);
      const file = await handedInFile(school.db, asking, id, 7, new Request('http://x/?download'));
      return [view.ok && 'file' in view.content && view.content.file?.name, file.headers.get('content-disposition')];
    };
    const hidden = await named();
    expect(hidden).toEqual(['piece-8.png', expect.stringContaining('piece-8.png')]);
    const marks = (await markingDesk(school.db, teacher, LADDER, null, now))?.rubric ?? [];
    const back = {
      handInId: id,
      marks: marks.map((criterion) => ({ criterionId: criterion.id, points: 1, comment: '' })),
      general: '',
      remarks: [],
      sound: null,
      rubric: null,
      anotherGo: false,
    };
    expect(await handBack(school.db, teacher, back, now)).toMatchObject({ ok: true });
    expect((await named())[0]).toBe('Abena Mensah final.PNG');
    expect(await may(school.db, 'PAGE /receipts/[handIn]', teacher, { handIn: id }, now)).toBe('yes');
  });
});

describe('what was handed in can always be shown', () => {
  test('a text too deep to be drawn, kept before that was refused, is had as a file, and the rest of the screen works', async () => {
    const work = 'storm-words' as AssignmentId;
    const [receipt] = await read(school.db, receiptsOf(work, imke.id));
    const handInId = receipt?.id as HandInId;
    const deep = `{"type":"doc","content":[${'{"type":"blockquote","content":['.repeat(1200)}${']}'.repeat(1200)}]}`;
    await school.db.query('UPDATE hand_in_piece SET content = $2::text::jsonb WHERE hand_in_id = $1 AND position = 0', [
      handInId,
      deep,
    ]);
    const [piece] = await read(school.db, piecesOf(handInId));
    expect(piece && 'written' in piece && piece.written).toBeNull();
    const view = await markingDesk(school.db, teacher, work, imke.id, now);
    expect(view?.open?.pieces[0]).toMatchObject({ written: null, address: null });
    const file = await handedInFile(school.db, { person: teacher, now }, handInId, 0, new Request('http://x/'));
    expect([file.status, (await file.text()).length > 10]).toEqual([200, true]);
  });

  test('1,200 levels are not handed in, and said so', async () => {
    const keanu = await school.person('s-keanu');
    const copy = await openCopy(school.db, keanu, 'cloud-ladder-2' as StepId, now);
    if (!copy.ok) throw new Error(copy.code);
    await school.db.query('INSERT INTO document_update (document_id, update, at) VALUES ($1, $2, now())', [
      copy.document,
      hostileUpdates().deep,
    ]);
    const given = { assignmentId: LADDER, act: 'act-too-deep', note: '' };
    expect(await handIn(school.db, keanu, given, now)).toEqual({ ok: false, code: 'too-intricate' });
    expect(await takeBack(school.db, keanu, LADDER, now)).toMatchObject({ ok: false });
  });
});

test('material that was removed gives neither chapters, captions nor parts', async () => {
  await school.db.query("UPDATE material SET removed_at = now() WHERE id IN ('two-moths', 'kite-goes-up')");
  for (const entry of [
    'GET /api/materials/[material]/chapters/[chapter]',
    'GET /api/materials/[material]/captions',
    'GET /api/materials/[material]/export',
    'GET /api/materials/[material]/parts/[part]',
    'GET /api/materials/[material]/file',
  ] as const) {
    for (const material of ['two-moths', 'kite-goes-up'])
      expect([entry, await may(school.db, entry, teacher, { material, chapter: '1', part: 'x' }, now)]).toEqual([
        entry,
        'no',
      ]);
  }
});
