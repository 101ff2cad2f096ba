import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import sharp from 'sharp';
import type { AssignmentId, ClassId, PersonId, StepId, TalkId } from '@/core/ids';
import { plainBody } from '@/core/talk/body';
import { keepTextPicture } from '@/server/doing/documents/text-pictures';
import { putPiece } from '@/server/doing/pieces/pieces';
import { receiveUpload } from '@/server/doing/pieces/uploads';
import { beginAttempt } from '@/server/doing/questions/beginning';
import { beginDraft } from '@/server/doing/setting/drafts';
import { writeAside } from '@/server/doing/talk/asides';
import { writeTo } from '@/server/doing/talk/messages';
import { say } from '@/server/doing/talk/posts';
import { type TestSchool, testSchool } from '@/store/test-school';
import { type Entry, type Params, PERMISSIONS } from './entries';
import { may } from './permissions';
import { RULES, type Rule } from './rules';

const APP = join(process.cwd(), 'src', 'app');

/** Every page and every method of all handlers, as the table names them. */
function entriesOnDisk(): string[] {
  const files = readdirSync(APP, { recursive: true, encoding: 'utf8' });
  return files.flatMap((file) => {
    const path =
      `/${relative(APP, join(APP, file)).replace(/\(\w+\)\//g, '')}`.replace(/\/(page\.tsx|handlers\.ts)$/, '') || '/';
    if (file.endsWith('page.tsx')) return [`PAGE ${path}`];
    // Another route would answer without having been looked for in the table.
    if (file.endsWith('route.ts')) expect(file).toBe(join('api', '[...path]', 'route.ts'));
    if (!file.endsWith('handlers.ts')) return [];
    const source = readFileSync(join(APP, file), 'utf8');
    return [...source.matchAll(/export const (GET|POST|PUT|PATCH|DELETE|HEAD|OPTIONS) = route\(\s*'([^']+)'/g)].map(
      ([, method, entry]) => {
        expect(entry).toBe(`${method} ${path}`);
        return `${method} ${path}`;
      },
    );
  });
}

test('every page and route is in the table, and the table has no others', () => {
  const inTable = Object.keys(PERMISSIONS).filter((entry) => !/^(SOCKET|STREAM) /.test(entry));
  expect(entriesOnDisk().sort()).toEqual(inTable.sort());
});

test('every exported method of a route goes through the table, and every page but the way in asks it', () => {
  for (const file of readdirSync(APP, { recursive: true, encoding: 'utf8' })) {
    const source = /\.tsx?$/.test(file) ? readFileSync(join(APP, file), 'utf8') : '';
    if (file.endsWith('handlers.ts')) {
      expect([file, /export (async )?function|export const \w+ = (?!route\()/.test(source)]).toEqual([file, false]);
    }
    if (file.endsWith('page.tsx') && !/^(page|(sign-in|check|slip|begin)\/page)\.tsx$/.test(file)) {
      expect([file, source.includes("await enter('PAGE ")]).toEqual([file, true]);
    }
  }
});

describe('who may', () => {
  let school: TestSchool;
  let params: Params;
  beforeAll(async () => {
    school = await testSchool();
    // Zofia is in Weather but not in Stories; Imke is in both; Ms Haddad teaches Stories only.
    const { rows } = await school.db.query(
      "SELECT id FROM document WHERE owner_id = 's-imke' AND assignment_id = 'cloud-ladder'",
    );
    const handIn = await school.db.query(
      "SELECT id FROM hand_in WHERE student_id = 's-imke' AND assignment_id = 'storm-words'",
    );
    const imke = await school.person('s-imke');
    const link = { from: 'link', address: 'example.org', name: 'a' } as const;
    await writeAside(
      school.db,
      imke,
      { assignmentId: 'cloud-ladder' as AssignmentId, studentId: imke.id, act: 'act-message', body: 'Which page?' },
      Date.now(),
    );
    const message = await school.db.query("SELECT id FROM aside_message WHERE act = 'act-message'");
    await say(
      school.db,
      imke,
      { talkId: 'floor.cloud-ladder' as TalkId, to: null, act: 'act-floor', body: plainBody('Which page?'), files: [] },
      Date.now(),
    );
    const post = await school.db.query("SELECT id FROM post WHERE act = 'act-floor'");
    const piece = await putPiece(school.db, imke, 'cloud-ladder' as AssignmentId, link, Date.now());
    process.env.KITE_DATA = school.folder;
    const begun = await receiveUpload(
      school.db,
      imke,
      {
        request: new Request('http://x/api/uploads', {
          method: 'POST',
          headers: { 'tus-resumable': '1.0.0', 'upload-length': '9', 'upload-metadata': `name ${btoa('a.txt')}` },
        }),
        upload: null,
      },
      Date.now(),
    );
    const dot = await sharp({ create: { width: 2, height: 2, channels: 3, background: '#123' } })
      .png()
      .toBuffer();
    writeFileSync(join(school.folder, 'dot.png'), dot);
    const picture = await keepTextPicture(
      school.db,
      imke,
      { path: join(school.folder, 'dot.png'), size: dot.length },
      Date.now(),
    );
    const bello = await school.person('t-bello');
    const attempt = await beginAttempt(
      school.db,
      imke,
      { stepId: 'cloud-names-1' as StepId, act: 'act-attempt', word: '' },
      Date.now(),
    );
    const draft = await beginDraft(school.db, bello, 'weather' as ClassId, Date.now());
    params = {
      sha256: picture.ok ? (picture.address.split('/').at(-1) ?? '') : '',
      piece: piece.ok ? piece.piece : '',
      upload: begun.headers.get('location')?.split('/').at(-1) ?? '',
      version: '1',
      remark: 'none',
      message: (message.rows[0] as { id: string }).id,
      position: '0',
      talk: 'floor.cloud-ladder',
      post: (post.rows[0] as { id: string }).id,
      report: 'none',
      class: 'weather',
      material: 'sound-signals',
      chapter: '1',
      part: 'none',
      picture: 'cloud-ladder-cloud-ladder',
      assignment: 'cloud-ladder',
      step: 'cloud-ladder-2',
      form: 'qti-2.1',
      number: '1',
      unit: 'weather-1',
      announcement: 'none',
      attempt: attempt.ok ? attempt.attempt : '',
      document: (rows[0] as { id: string }).id,
      draft: draft.ok ? draft.document : '',
      student: 's-imke',
      handIn: (handIn.rows[0] as { id: string }).id,
      person: 's-imke',
      notice: 'none',
      roster: 'none',
    };
  });
  afterAll(() => school.end());

  /** Everybody who may, by rule. Whoever is not named may not. */
  const EVERYBODY = ['s-imke', 's-zofia', 't-bello', 't-haddad', 'o-quill'] as const;
  const MAY: Record<Rule, readonly (typeof EVERYBODY)[number][]> = {
    anyone: EVERYBODY,
    'signed-in': EVERYBODY,
    teacher: ['t-bello', 't-haddad'],
    'class-member': ['s-imke', 's-zofia', 't-bello'],
    'class-teacher': ['t-bello'],
    'material-member': ['s-imke', 's-zofia', 't-bello'],
    'material-reader': ['s-imke', 's-zofia', 't-bello'],
    'picture-member': ['s-imke', 's-zofia', 't-bello'],
    'assignment-student': ['s-imke', 's-zofia'],
    'assignment-teacher': ['t-bello'],
    'step-student': ['s-imke', 's-zofia'],
    'step-teacher': ['t-bello'],
    'step-member': ['s-imke', 's-zofia', 't-bello'],
    'attempt-student': ['s-imke'],
    'attempt-teacher': ['t-bello'],
    'document-owner': ['s-imke'],
    'document-writer': ['s-imke'],
    'draft-teacher': ['t-bello'],
    'text-picture-reader': ['s-imke', 't-bello', 't-haddad'],
    'upload-owner': ['s-imke'],
    'piece-owner': ['s-imke'],
    'aside-party': ['s-imke', 't-bello'],
    'hand-in-teacher': ['t-bello'],
    'hand-in-party': ['s-imke', 't-bello'],
    'receipt-reader': ['s-imke', 't-bello'],
    'hand-in-student': ['s-imke'],
    'message-author': ['s-imke'],
    'message-reader': ['s-imke', 't-bello'],
    // Zofia shares a class with Imke, and in it students do not write to each other; Imke would write to herself.
    'person-writable': ['t-bello', 't-haddad'],
    'talk-reader': ['s-imke', 's-zofia', 't-bello'],
    'talk-teacher': ['t-bello'],
    'post-author': ['s-imke'],
    'post-reader': ['s-imke', 's-zofia', 't-bello'],
    'post-teacher': ['t-bello'],
    'teacher-of-person': ['t-bello', 't-haddad'],
    // Nothing of anybody's work is in the lists above.
    office: ['o-quill'],
  };

  test('every rule is used and every rule is known', () => {
    expect([...new Set(Object.values(PERMISSIONS))].sort()).toEqual([...RULES].sort());
  });

  test.each(Object.entries(PERMISSIONS) as [Entry, Rule][])('%s (%s)', async (entry, rule) => {
    const now = Date.now();
    expect(await may(school.db, entry, null, params, now)).toBe(rule === 'anyone' ? 'yes' : 'sign-in-first');
    for (const id of EVERYBODY) {
      const verdict = await may(school.db, entry, await school.person(id), params, now);
      expect([id, verdict]).toEqual([id, MAY[rule].includes(id) ? 'yes' : 'no']);
    }
    if (rule === 'anyone' || rule === 'signed-in' || rule === 'teacher' || rule === 'office') return;
    const unknown = Object.fromEntries(Object.keys(params).map((key) => [key, 'unknown']));
    expect(await may(school.db, entry, await school.person('t-bello'), unknown, now)).toBe('no');
  });

  test('a message is read by its two people, and by nobody who teaches, shares a class or keeps the school', async () => {
    const sent = await writeTo(
      school.db,
      await school.person('s-imke'),
      {
        to: 't-bello' as PersonId,
        title: 'The map',
        about: null,
        act: 'act-letter',
        body: plainBody('For you.'),
        files: [],
      },
      Date.now(),
    );
    expect(sent).toMatchObject({ ok: true });
    const { rows } = await school.db.query("SELECT id, talk_id FROM post WHERE act = 'act-letter'");
    const { id: post, talk_id: talk } = rows[0] as { id: string; talk_id: string };
    for (const id of [...EVERYBODY, 't-kerr', 's-wren']) {
      const person = await school.person(id);
      const party = id === 's-imke' || id === 't-bello' ? 'yes' : 'no';
      for (const entry of Object.keys(PERMISSIONS) as Entry[]) {
        const rule = PERMISSIONS[entry];
        if (rule !== 'talk-reader' && rule !== 'post-reader') continue;
        expect([entry, id, await may(school.db, entry, person, { ...params, talk, post }, Date.now())]).toEqual([
          entry,
          id,
          party,
        ]);
      }
      // Nobody keeps order in a message: it is reported.
      for (const entry of Object.keys(PERMISSIONS) as Entry[])
        if (PERMISSIONS[entry] === 'talk-teacher' || PERMISSIONS[entry] === 'post-teacher')
          expect([entry, id, await may(school.db, entry, person, { ...params, talk, post }, Date.now())]).toEqual([
            entry,
            id,
            'no',
          ]);
    }
  });

  test('a student of another class may nothing in one that is not theirs', async () => {
    const zofia = await school.person('s-zofia');
    for (const entry of ['PAGE /desk/[assignment]', 'POST /api/assignments/[assignment]/hand-in'] as const) {
      expect(await may(school.db, entry, zofia, { assignment: 'fog-line' }, Date.now())).toBe('no');
    }
    expect(await may(school.db, 'PAGE /classes/[class]', zofia, { class: 'stories' }, Date.now())).toBe('no');
  });

  test('a draft is typed into by whoever teaches its class, and is no document that anybody takes away', async () => {
    const draft = { document: params.draft ?? '' };
    // Mr Kerr teaches other classes; Ms Bello-Strand began it, and is no longer its teacher afterwards.
    for (const [id, may1] of [
      ['t-bello', 'yes'],
      ['t-kerr', 'no'],
      ['s-imke', 'no'],
    ] as const)
      expect([
        id,
        await may(school.db, 'SOCKET /api/save [document]', await school.person(id), draft, Date.now()),
      ]).toEqual([id, may1]);
    const bello = await school.person('t-bello');
    for (const entry of ['GET /api/documents/[document]/export', 'PAGE /shelf/[document]'] as const)
      expect(await may(school.db, entry, bello, draft, Date.now())).toBe('no');
    await school.db.query("DELETE FROM membership WHERE person_id = 't-bello' AND class_id = 'weather'");
    for (const entry of ['SOCKET /api/save [document]', 'POST /api/drafts/[draft]/post'] as const)
      expect(await may(school.db, entry, bello, { ...draft, draft: params.draft ?? '' }, Date.now())).toBe('no');
    await school.db.query(
      "INSERT INTO membership (person_id, class_id, role) VALUES ('t-bello', 'weather', 'teacher')",
    );
  });

  test('a picture of work that has not opened is for teachers only', async () => {
    await school.db.query("UPDATE assignment SET opens_at = now() + interval '1 day' WHERE id = 'cloud-ladder'");
    const entry = 'GET /api/pictures/[picture]';
    expect(await may(school.db, entry, await school.person('s-wren'), params, Date.now())).toBe('no');
    expect(await may(school.db, entry, await school.person('t-bello'), params, Date.now())).toBe('yes');
  });
});
