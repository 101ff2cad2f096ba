import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { understandStarter } from '@/core/asks/starter-places';
import { wallTime } from '@/core/calendar/due-words';
import { firstUpdate } from '@/core/documents/text-document';
import { fileType } from '@/core/formats/file-type';
import type { AssignmentId, ClassId, DocumentId, HandInId, Instant, PersonId, StepId } from '@/core/ids';
import type { Ask } from '@/core/kinds/ask';
import { runsOf } from '@/core/kinds/document';
import { anchorText } from '@/core/remarks/anchor';
import { remarkOn } from '@/core/remarks/annotation';
import { attrsOf, type Doc, type DocNode, withContent } from '@/core/text/nodes';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { handBack } from '@/server/doing/marking/marking';
import { writeAside } from '@/server/doing/talk/asides';
import { filesFolder } from '@/server/kite';
import { hashPassword, newId } from '@/server/secrets';
import type { Database, Queryable } from '@/store/database';
import { json, time } from '@/store/database';
import { makeCopy } from '@/store/documents';
import { keepFile } from '@/store/files';
import { keepRemark, piecesOf } from '@/store/hand-ins';
import { findPerson, type Person } from '@/store/people';
import { record, recordAll } from '@/store/work';
import { ASSIGNMENTS, type DemoAssignment } from './assignments';
import { HOURS, INVITE, MATERIALS, PAST_CLASS, WEEK } from './materials';
import {
  ANNOUNCEMENTS,
  CLASSES,
  DEMO_PASSWORD,
  FRESH_STUDENTS,
  SCHOOL,
  SHOWN_STUDENT,
  STUDENTS,
  TEACHERS,
  UNITS,
} from './school';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

const paragraph = (text: string): DocNode => ({ type: 'paragraph', content: [{ type: 'text', text }] });
const teacherOf = (classId: string) => TEACHERS.find(({ classes }) => (classes as readonly string[]).includes(classId));

/** A whole tick-off day may have passed when the demo is made late in the evening: what is due today is due in a while. */
function moment(now: Instant, [days, hours, minutes]: readonly [number, number, number]): Instant {
  const at = wallTime(now, SCHOOL.zone, days, hours, minutes);
  return days === 0 ? Math.max(at, now + 2 * HOUR) : at;
}

/** The place of a question: marked in the starter, or told by its form. */
const placeOf = ({ plain }: DemoAssignment, i: number): string => `${plain ? 'u' : 'q'}${i + 1}`;

/** The asks of a question from its short form (`assignments.ts`). */
function asksOf(assignment: DemoAssignment): Ask[] {
  const own = (assignment.questions ?? []).map(([, measure], i): Ask => {
    const base = {
      id: `${assignment.id}-ask-${i + 1}`,
      place: placeOf(assignment, i),
      bars: assignment.takes === 'short',
    };
    const [, kind, min, max] = /^([sw])(\d+)-(\d+)$/.exec(measure) ?? [];
    if (!kind) return { ...base, kind: 'answered' };
    return { ...base, kind: kind === 's' ? 'sentences' : 'words', min: Number(min), max: Number(max) };
  });
  const more = (assignment.asks ?? []).map(
    (ask, i) => ({ bars: false, id: `${assignment.id}-more-${i + 1}`, ...ask }) as Ask,
  );
  return [...own, ...more];
}

function starterOf(assignment: DemoAssignment): Doc {
  if (assignment.plain) {
    const line = (text: string): DocNode => (text === '' ? { type: 'paragraph' } : paragraph(text));
    return { type: 'doc', content: assignment.plain.map(line) };
  }
  const content = (assignment.questions ?? []).flatMap(([text], i): DocNode[] => [
    { type: 'question', attrs: { number: i + 1, text } },
    { type: 'answer', attrs: { id: `q${i + 1}` }, content: [{ type: 'paragraph' }] },
  ]);
  return { type: 'doc', content };
}

const writeTitle = ({ write, takes }: DemoAssignment): string =>
  write ?? (takes === 'short' ? 'Write your line' : 'Answer the questions');

function readingOf({ id, read }: DemoAssignment): Doc {
  const [lead, ...rest] = (read?.text ?? []).map(paragraph);
  const picture: DocNode[] = read?.picture
    ? [{ type: 'image', attrs: { src: `/api/pictures/${id}-${read.picture}`, alt: read.alt ?? '' } }]
    : [];
  return { type: 'doc', content: [...(lead ? [lead] : []), ...picture, ...rest] };
}

const LEVELS = [
  { title: 'In full', share: 1, says: 'Everything that was asked for is there.' },
  { title: 'Mostly', share: 2 / 3, says: 'It is there, with a gap that can be named.' },
  { title: 'Partly', share: 1 / 3, says: 'A beginning that needs more.' },
  { title: 'Not yet', share: 0, says: 'It cannot be seen yet.' },
];

async function addPeople(tx: Queryable): Promise<void> {
  await tx.query('INSERT INTO school (id, name, zone, help, demo) VALUES ($1, $2, $3, $4, true)', [
    SCHOOL.id,
    SCHOOL.name,
    SCHOOL.zone,
    SCHOOL.help,
  ]);
  // The demo's password is no secret, so one hash serves everybody.
  const hash = await hashPassword(DEMO_PASSWORD);
  const add = (person: { id: string; name: string; short: string; userName: string; hours?: string }, role: string) =>
    tx.query(
      `INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash, hours)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
      [person.id, SCHOOL.id, person.name, person.short, person.userName, role, hash, person.hours ?? null],
    );
  for (const teacher of TEACHERS) await add({ ...teacher, userName: teacher.id.slice(2) }, 'teacher');
  for (const student of STUDENTS) await add(student, 'student');
}

async function addClasses(tx: Queryable, now: Instant): Promise<void> {
  for (const { id, name, weave, room } of CLASSES) {
    await tx.query('INSERT INTO class (id, school_id, name, weave, room, locale) VALUES ($1, $2, $3, $4, $5, $6)', [
      id,
      SCHOOL.id,
      name,
      weave,
      room,
      'en',
    ]);
    for (const [position, [title, from, to]] of (UNITS[id] ?? []).entries()) {
      await tx.query(
        'INSERT INTO unit (id, class_id, position, title, starts_at, ends_at) VALUES ($1, $2, $3, $4, $5, $6)',
        [
          `${id}-${position + 1}`,
          id,
          position + 1,
          title,
          time(wallTime(now, SCHOOL.zone, from, 8, 0)),
          time(wallTime(now, SCHOOL.zone, to, 16, 0)),
        ],
      );
    }
  }
  const members = [
    ...TEACHERS.flatMap(({ id, classes }) => classes.map((classId) => [id, classId, 'teacher'] as const)),
    ...STUDENTS.flatMap(({ id, classes }) => classes.map((classId) => [id, classId, 'student'] as const)),
  ];
  await tx.query(
    'INSERT INTO membership (person_id, class_id, role) SELECT * FROM unnest($1::text[], $2::text[], $3::text[])',
    [members.map(([id]) => id), members.map(([, classId]) => classId), members.map(([, , role]) => role)],
  );
  for (const [i, note] of ANNOUNCEMENTS.entries()) {
    await tx.query(
      'INSERT INTO announcement (id, class_id, author_id, title, body, posted_at) VALUES ($1, $2, $3, $4, $5, $6)',
      [
        `note-${i + 1}`,
        note.classId,
        teacherOf(note.classId)?.id,
        note.title,
        note.body,
        time(wallTime(now, SCHOOL.zone, note.days, 8, 10)),
      ],
    );
  }
}

/** A week and a day before it is due; what is due later than that was posted yesterday. */
const postedAtOf = (assignment: DemoAssignment, now: Instant): Instant =>
  Math.min(moment(now, assignment.due) - 8 * DAY, now - 26 * HOUR);

async function addAssignment(tx: Queryable, assignment: DemoAssignment, position: number, now: Instant): Promise<void> {
  const { id, classId, late, read, rubric } = assignment;
  const due = moment(now, assignment.due);
  const postedAt = postedAtOf(assignment, now);
  const opens = assignment.opens ? moment(now, assignment.opens) : null;
  const unitId = `${classId}-${assignment.unit}`;
  const lateRule = late === 'closed' ? { kind: 'closed' } : late ? { kind: 'loss', ...late } : { kind: 'no-loss' };
  await tx.query(
    `INSERT INTO assignment (id, class_id, unit_id, position, title, instructions, minutes, points, posted_at,
       opens_at, due_at, closes_at, late, take_back, goes, asks, in_order)
     VALUES ($1, $2, $3, $4, $5, $6::text::jsonb, $7, $8, $9, $10, $11, $12, $13::text::jsonb, $14, $15, $16::text::jsonb, $17)`,
    [
      id,
      classId,
      unitId,
      position,
      assignment.title,
      json({ type: 'doc', content: [paragraph(assignment.says)] }),
      assignment.minutes,
      assignment.points,
      time(postedAt),
      time(opens),
      time(due),
      time(assignment.closes ? moment(now, assignment.closes) : null),
      json(lateRule),
      assignment.keep !== true,
      assignment.goes ?? null,
      json(asksOf(assignment)),
      assignment.inOrder ?? false,
    ],
  );
  let step = 0;
  const addStep = (kind: string, title: string, minutes: number, materialId: string | null, starter: Doc | null) => {
    step += 1;
    return tx.query(
      `INSERT INTO step (id, assignment_id, position, kind, title, minutes, material_id, starter, settings)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8::text::jsonb, $9::text::jsonb)`,
      [
        `${id}-${step}`,
        id,
        step,
        kind,
        title,
        minutes,
        materialId,
        starter && json(starter),
        json(starter ? { tools: assignment.takes === 'short' ? 'words' : 'all' } : {}),
      ],
    );
  };
  if (assignment.agree) {
    await tx.query(
      `INSERT INTO material (id, class_id, unit_id, position, title, body, minutes, posted_at, listed)
       VALUES ($1, $2, $3, $4, $5, $6::text::jsonb, $7, $8, false)`,
      [
        `${id}-agree`,
        classId,
        unitId,
        position,
        assignment.agree.title,
        json({ type: 'doc', content: assignment.agree.text.map(paragraph) }),
        2,
        time(postedAt),
      ],
    );
    await addStep('agree', assignment.agree.title, 2, `${id}-agree`, null);
  }
  if (read) {
    const materialId = `${id}-reading`;
    if (read.picture) {
      await tx.query('INSERT INTO picture (id, class_id, assignment_id, type, bytes) VALUES ($1, $2, $3, $4, $5)', [
        `${id}-${read.picture}`,
        classId,
        id,
        'image/svg+xml',
        readFileSync(join(process.cwd(), 'demo', 'pictures', `${read.picture}.svg`)),
      ]);
    }
    await tx.query(
      `INSERT INTO material (id, class_id, unit_id, position, title, body, minutes, posted_at, listed)
       VALUES ($1, $2, $3, $4, $5, $6::text::jsonb, $7, $8, false)`,
      [materialId, classId, unitId, position, read.title, json(readingOf(assignment)), read.minutes, time(postedAt)],
    );
    await addStep('read', read.title, read.minutes, materialId, null);
  }
  for (const { material, title, minutes } of assignment.also ?? [])
    await addStep('read', title, minutes, material, null);
  if (assignment.questions) {
    await addStep(
      'write',
      writeTitle(assignment),
      assignment.minutes - (read?.minutes ?? 0),
      null,
      starterOf(assignment),
    );
  }
  for (const todo of assignment.todo ?? []) await addStep('do', todo, assignment.minutes, null, null);
  const criteria = (rubric ?? []).map(([title, points], i) => ({
    id: `${id}-c${i + 1}`,
    position: i + 1,
    title,
    points,
    levels: LEVELS.map((level) => ({
      title: level.title,
      says: level.says,
      points: Math.round(points * level.share * 2) / 2,
    })),
  }));
  if (criteria.length === 0) return;
  await tx.query(
    `INSERT INTO criterion (id, assignment_id, position, title, points, levels)
     SELECT id, $1, position, title, points, levels FROM jsonb_to_recordset($2::text::jsonb)
       AS given (id text, position integer, title text, points double precision, levels jsonb)`,
    [id, json(criteria)],
  );
}

/** Notes that something new stands in a class, as its teacher's act. */
async function post(
  tx: Queryable,
  classId: string,
  at: Instant,
  what: { readonly assignmentId?: AssignmentId; readonly material?: string; readonly announcement?: string },
): Promise<void> {
  const { assignmentId = null, ...data } = what;
  await record(tx, {
    kind: 'posted',
    at,
    classId: classId as ClassId,
    assignmentId,
    studentId: null,
    actorId: (teacherOf(classId)?.id ?? '') as PersonId,
    data,
  });
}

const FILES = join(process.cwd(), 'demo', 'files');

/** Keeps one of the demo's files, its type told by its bytes. */
async function keep(tx: Queryable, name: string | undefined, now: Instant): Promise<string | null> {
  if (!name) return null;
  const bytes = new Uint8Array(readFileSync(join(FILES, name)));
  return keepFile(tx, filesFolder(), { bytes, type: fileType(bytes).type, at: now });
}

/** The materials that stand in the Class line by themselves or hang on an announcement. */
async function addMaterials(tx: Queryable, now: Instant): Promise<void> {
  for (const [i, material] of MATERIALS.entries()) {
    const day = (days: number | undefined, hours: number) =>
      days === undefined ? null : time(wallTime(now, SCHOOL.zone, days, hours, 0));
    await tx.query(
      `INSERT INTO material (id, class_id, unit_id, position, title, body, minutes, posted_at, listed, kind, file_sha256,
         file_name, captions_sha256, address, alt, opens_at, closes_at)
       VALUES ($1, $2, $3, $4, $5, $6::text::jsonb, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17)`,
      [
        material.id,
        material.classId,
        `${material.classId}-${material.unit}`,
        50 + i,
        material.title,
        json({ type: 'doc', content: material.text.map(paragraph) }),
        material.minutes,
        day(material.days, 9),
        material.on === undefined,
        material.kind,
        await keep(tx, material.file, now),
        material.file ?? null,
        await keep(tx, material.captions, now),
        material.address ?? null,
        material.alt ?? null,
        day(material.opens, 8),
        day(material.closes, 18),
      ],
    );
    if (material.on) {
      await tx.query(
        'INSERT INTO announcement_attachment (announcement_id, position, material_id) VALUES ($1, 1, $2)',
        [material.on, material.id],
      );
    }
  }
}

/** The timetable, the way into a class, and a class of the past. */
async function addLessons(tx: Queryable, now: Instant): Promise<void> {
  for (const [day, lessons] of WEEK.entries()) {
    for (const [i, classId] of lessons.entries()) {
      await tx.query('INSERT INTO lesson (class_id, weekday, number, starts, ends) VALUES ($1, $2, $3, $4, $5)', [
        classId,
        day + 1,
        i + 1,
        ...(HOURS[i] ?? []),
      ]);
    }
  }
  await tx.query(
    'INSERT INTO invite_code (code, class_id, made_by, uses_left, expires_at) VALUES ($1, $2, $3, 12, $4)',
    [INVITE.code, INVITE.classId, INVITE.teacher, time(now + 12 * DAY)],
  );
}

async function addPastClass(db: Database, student: Person, now: Instant): Promise<void> {
  const { id, name, weave, room, title, question, answer } = PAST_CLASS;
  const at = now - 200 * DAY;
  await db.query(
    'INSERT INTO class (id, school_id, name, weave, room, locale, ended_at) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [id, SCHOOL.id, name, weave, room, 'en', time(now - 130 * DAY)],
  );
  await db.query(
    'INSERT INTO membership (person_id, class_id, role) SELECT id, $1, role FROM person WHERE id = ANY($2)',
    [id, [student.id, 't-kerr', 's-abena', 's-dao']],
  );
  const doc = (content: DocNode[]): Doc => ({ type: 'doc', content });
  const asked: DocNode = { type: 'question', attrs: { number: 1, text: question } };
  const place = (inner: DocNode): DocNode => ({ type: 'answer', attrs: { id: 'q1' }, content: [inner] });
  await db.query(
    `INSERT INTO assignment (id, class_id, position, title, instructions, minutes, posted_at, due_at, late, take_back, asks)
     VALUES ('splice', $1, 1, $2, $3::text::jsonb, 20, $4, $5, '{"kind":"no-loss"}', true, '[]')`,
    [id, title, json(doc([paragraph('Say how it went.')])), time(at - 5 * DAY), time(at + DAY)],
  );
  await db.query(
    "INSERT INTO step (id, assignment_id, position, kind, title, minutes, starter, settings) VALUES ('splice-1', 'splice', 1, 'write', $1, 20, $2::text::jsonb, $3::text::jsonb)",
    [title, json(doc([asked, place({ type: 'paragraph' })])), json({ tools: 'all' })],
  );
  const assignmentId = 'splice' as AssignmentId;
  await makeCopy(db, {
    id: newId() as DocumentId,
    ownerId: student.id,
    assignmentId,
    stepId: 'splice-1' as StepId,
    title: `${title}, ${student.short_name}`,
    at,
    kind: 'text',
    firstUpdate: () => firstUpdate(doc([asked, place(paragraph(answer))])),
  });
  await record(db, {
    kind: 'edited',
    at,
    classId: id as ClassId,
    assignmentId,
    studentId: student.id,
    actorId: student.id,
  });
  const outcome = await handIn(db, student, { assignmentId, act: 'demo-splice', note: '' }, at + HOUR);
  if (!outcome.ok) throw new Error(`the work of the past could not be handed in: ${outcome.code}`);
}

/** A copy with the first so many answers written, made as if the student had typed them. */
function written(assignment: DemoAssignment, answers: number): Doc {
  const texts = new Map(
    (assignment.questions ?? []).slice(0, answers).map(([, , text], i) => [placeOf(assignment, i), text]),
  );
  const content = (understandStarter(starterOf(assignment)).doc.content ?? []).map((node) => {
    const text = node.type === 'answer' ? texts.get(String(attrsOf(node).id)) : undefined;
    return text === undefined || node.type !== 'answer' ? node : withContent(node, [paragraph(text)]);
  });
  return { type: 'doc', content };
}

async function write(db: Database, student: Person, assignment: DemoAssignment, answers: number, at: Instant) {
  const base = {
    classId: assignment.classId as ClassId,
    assignmentId: assignment.id as AssignmentId,
    studentId: student.id,
    actorId: student.id,
  };
  const steps = [
    assignment.agree && 'agree',
    assignment.read && 'read',
    ...(assignment.also ?? []).map(() => 'read'),
    assignment.questions && 'write',
    ...(assignment.todo ?? []),
  ].filter(Boolean);
  const happened: Parameters<typeof record>[1][] = [];
  for (const [i, kind] of steps.entries()) {
    const step = `${assignment.id}-${i + 1}` as StepId;
    if (kind !== 'write') {
      happened.push({ ...base, kind: 'step-done', at: at - 20 * 60_000, data: { step } });
      continue;
    }
    await makeCopy(db, {
      id: newId() as DocumentId,
      ownerId: student.id,
      assignmentId: base.assignmentId,
      stepId: step,
      title: `${writeTitle(assignment)}, ${student.short_name}`,
      at,
      kind: 'text',
      firstUpdate: () => firstUpdate(written(assignment, answers)),
    });
    happened.push({ ...base, kind: 'opened', at: at - 15 * 60_000 }, { ...base, kind: 'edited', at });
  }
  await recordAll(db, happened);
}

async function handInAt(db: Database, student: Person, assignment: DemoAssignment, at: Instant, note: string) {
  await write(db, student, assignment, 99, at - 10 * 60_000);
  const outcome = await handIn(
    db,
    student,
    { assignmentId: assignment.id as AssignmentId, act: `demo-${assignment.id}`, note },
    at,
  );
  if (!outcome.ok) throw new Error(`${assignment.id} could not be handed in: ${outcome.code}`);
  return outcome.receipt.id;
}

const COMMENTS = [
  'This is just right.',
  'Clear, and in your own words.',
  'Say a little more about how you know.',
  'Look at the question again.',
];

/** What the teacher said about words of a hand-in, where they stand in it. */
async function remarksOn(db: Database, assignment: DemoAssignment, handInId: HandInId) {
  const pieces = await piecesOf(db, handInId);
  return (assignment.remarks ?? []).flatMap(([words, says]) =>
    pieces.flatMap((piece) => {
      if (!('written' in piece) || !piece.written) return [];
      const text = anchorText(runsOf(piece.written));
      const start = text.indexOf(words);
      return start < 0 ? [] : [remarkOn(newId(), piece.sha256, text, [start, start + words.length], says)];
    }),
  );
}

async function handBackAt(
  db: Database,
  assignment: DemoAssignment,
  handInId: HandInId,
  points: readonly number[],
  at: Instant,
  anotherGo: boolean,
) {
  const teacher = await findPerson(db, (teacherOf(assignment.classId)?.id ?? '') as PersonId);
  if (!teacher) throw new Error('the demo has no such teacher');
  const marks = (assignment.rubric ?? []).map(([, most], i) => {
    const won = points[i] ?? most;
    const lost = most - won;
    return {
      criterionId: `${assignment.id}-c${i + 1}`,
      points: won,
      comment: COMMENTS[lost === 0 ? i % 2 : lost < most / 3 ? 2 : 3] ?? '',
    };
  });
  const general = anotherGo
    ? 'You have the idea. Say which lights you used, and what the size of the triangle tells you.'
    : 'Read with pleasure.';
  const remarks = await remarksOn(db, assignment, handInId);
  const outcome = await handBack(
    db,
    teacher,
    { handInId, marks, general, anotherGo, remarks, sound: null, rubric: null },
    at,
  );
  if (!outcome.ok) throw new Error(`${assignment.id} could not be handed back: ${outcome.code}`);
}

/** The same for everyone but spread: a whole number below `below` from two words. */
function spread(a: string, b: string, below: number): number {
  let sum = 7;
  for (const letter of `${a}/${b}`) sum = (sum * 31 + letter.charCodeAt(0)) % 100_003;
  return sum % below;
}

/** Something that somebody did at a moment. All are gathered first and then done in the order of time, as life would have it. */
interface Act {
  readonly at: Instant;
  readonly run: () => Promise<unknown>;
}

function showWork(db: Database, student: Person, teacher: Person, now: Instant): Act[] {
  const acts: Act[] = [];
  for (const assignment of ASSIGNMENTS) {
    const due = moment(now, assignment.due);
    switch (assignment.shown) {
      case 'under-way':
        acts.push({ at: now - 20 * HOUR, run: () => write(db, student, assignment, 2, now - 20 * HOUR) });
        break;
      case 'handed-in': {
        const at = Math.min(due - 5 * HOUR, now - 18 * HOUR);
        acts.push({
          at,
          run: () => handInAt(db, student, assignment, at, 'I asked my grandmother for the second one.'),
        });
        break;
      }
      case 'late': {
        const at = due + 30 * HOUR;
        acts.push({ at, run: () => handInAt(db, student, assignment, at, 'I was on the boat to my aunt.') });
        break;
      }
      case 'handed-back':
      case 'another-go': {
        const again = assignment.shown === 'another-go';
        const back = Math.min(again ? now - 12 * 60_000 : due + 30 * HOUR, now - 60_000);
        let id: HandInId;
        acts.push({
          at: due - 4 * HOUR,
          run: async () => {
            id = await handInAt(db, student, assignment, due - 4 * HOUR, '');
          },
        });
        acts.push({ at: back, run: () => handBackAt(db, assignment, id, assignment.given ?? [], back, again) });
        break;
      }
    }
  }
  const aside = { assignmentId: 'bearings' as AssignmentId, studentId: student.id };
  const says = (author: Person, act: string, body: string, at: Instant): Act => ({
    at,
    run: () => writeAside(db, author, { ...aside, act, body }, at),
  });
  return [
    ...acts,
    says(student, 'demo-1', 'I was not sure about the third light.', now - 70 * HOUR),
    says(teacher, 'demo-2', 'You may leave it out. Say why you did, and the triangle explains itself.', now - HOUR),
  ];
}

function othersWork(db: Database, student: Person, now: Instant): Act[] {
  const acts: Act[] = [];
  const fresh = FRESH_STUDENTS.includes(student.id);
  for (const assignment of ASSIGNMENTS) {
    const known = STUDENTS.find(({ id }) => id === student.id);
    // A photograph of their own the others have not taken yet; and no dictionary is opened while the school is made.
    if (assignment.asks?.some(({ kind }) => kind === 'files' || kind === 'spelling')) continue;
    if (assignment.opens || !known?.classes.includes(assignment.classId)) continue;
    const due = moment(now, assignment.due);
    const chance = spread(student.id, assignment.id, 10);
    const past = assignment.due[0] < -4;
    if (!past && (fresh || chance > (assignment.id === 'cloud-ladder' ? 4 : due < now ? 2 : 0))) continue;
    if (past && chance > (assignment.id === 'ten-mornings' ? 3 : 0)) continue;
    const late = past && spread(assignment.id, student.id, 2) === 1 && assignment.late !== 'closed';
    const at = late
      ? due + (5 + spread(assignment.id, student.id, 40)) * HOUR
      : Math.min(due, now) - (1 + chance * 5) * HOUR;
    let id: HandInId;
    acts.push({
      at,
      run: async () => {
        id = await handInAt(db, student, assignment, at, '');
      },
    });
    if (assignment.due[0] <= -6 && assignment.rubric) {
      const points = assignment.rubric.map(([, most], i) =>
        Math.max(0, most - spread(student.id, `${assignment.id}${i}`, 5) / 2),
      );
      const back = Math.min(at + 50 * HOUR, now - HOUR);
      acts.push({ at: back, run: () => handBackAt(db, assignment, id, points, back, false) });
    }
  }
  return acts;
}

/** Fills an empty database with the demo school, its dates laid out around now. */
export async function seedDemo(db: Database, now: Instant): Promise<void> {
  await db.transaction(async (tx) => {
    // Everything in one transaction: the acts below ask for transactions of their own and get this one.
    const within: Database = { ...db, query: tx.query, transaction: (work) => work(tx) };
    await addPeople(tx);
    await addClasses(tx, now);
    await addMaterials(tx, now);
    for (const [i, assignment] of ASSIGNMENTS.entries()) await addAssignment(tx, assignment, i + 1, now);
    for (const { id, after = [] } of ASSIGNMENTS) {
      for (const before of after)
        await tx.query('INSERT INTO unlocks (assignment_id, after_id) VALUES ($1, $2)', [id, before]);
    }
    for (const { id, group = [] } of ASSIGNMENTS) {
      for (const [i, members] of group.entries()) {
        for (const member of members)
          await tx.query('INSERT INTO work_group (assignment_id, student_id, number) VALUES ($1, $2, $3)', [
            id,
            member,
            i + 1,
          ]);
      }
    }
    await addLessons(tx, now);
    const imke = (await findPerson(within, SHOWN_STUDENT as PersonId)) as Person;
    const kerr = (await findPerson(within, 't-kerr' as PersonId)) as Person;
    await addPastClass(within, imke, now);
    for (const { id } of TEACHERS) {
      for (const [i, body] of COMMENTS.entries())
        await keepRemark(tx, { id: newId(), teacherId: id as PersonId, body, at: now - i * HOUR });
    }
    const acts: Act[] = [...postings(within, now), ...showWork(within, imke, kerr, now)];
    for (const { id } of STUDENTS) {
      if (id === SHOWN_STUDENT) continue;
      acts.push(...othersWork(within, (await findPerson(within, id as PersonId)) as Person, now));
    }
    for (const act of acts.sort((a, b) => a.at - b.at)) await act.run();
    // What is older than a day and a half has been read by everybody.
    await tx.query('UPDATE person SET news_from = (SELECT coalesce(max(id), 0) FROM event WHERE at < $1)', [
      time(now - 36 * HOUR),
    ]);
  });
}

/** What teachers posted lately. */
function postings(tx: Queryable, now: Instant): Act[] {
  const acts: Act[] = [];
  const add = (classId: string, at: Instant, what: Parameters<typeof post>[3]) => {
    if (at > now - 9 * DAY && at <= now) acts.push({ at, run: () => post(tx, classId, at, what) });
  };
  for (const assignment of ASSIGNMENTS) {
    add(assignment.classId, postedAtOf(assignment, now), { assignmentId: assignment.id as AssignmentId });
  }
  for (const material of MATERIALS) {
    if (!material.on) add(material.classId, wallTime(now, SCHOOL.zone, material.days, 9, 0), { material: material.id });
  }
  for (const [i, note] of ANNOUNCEMENTS.entries()) {
    add(note.classId, wallTime(now, SCHOOL.zone, note.days, 8, 10), { announcement: `note-${i + 1}` });
  }
  return acts;
}
