import { cleanName } from '@/core/formats/file-name';
import { nameLies } from '@/core/formats/file-type';
import type { AssignmentId, Instant, PersonId } from '@/core/ids';
import { type TooMuch, use } from '@/server/limits';
import { MENDABLE } from '@/server/reading/talk/asides';
import { studentsOn } from '@/server/reading/work/students-on';
import { newId } from '@/server/secrets';
import {
  type AsideOf,
  addAsideMessage,
  changeAsideMessage,
  findAsideMessage,
  markAsideRead,
  withdrawAsideMessage,
} from '@/store/asides';
import { type Database, type Queryable, read } from '@/store/database';
import { record } from '@/store/events';
import { findFile, ownsLooseFiles } from '@/store/files';
import type { Person } from '@/store/people';
import { findAssignment } from '@/store/work';

type Outcome = { readonly ok: true } | { readonly ok: false; readonly code: string } | TooMuch;

interface Message {
  readonly act: string;
  readonly body: string;
  readonly files?: readonly { readonly sha256: string; readonly name: string }[];
}

async function write(tx: Queryable, author: Person, given: AsideOf & Message, now: Instant): Promise<void> {
  const assignment = await read(tx, findAssignment(given.assignmentId));
  if (!assignment) throw new Error(`assignment ${given.assignmentId} is gone`);
  const added = await addAsideMessage(tx, {
    ...given,
    files: given.files ?? [],
    id: newId(),
    authorId: author.id,
    at: now,
  });
  await markAsideRead(tx, given, author.id, now);
  if (!added) return;
  await record(tx, {
    kind: 'aside-written',
    at: now,
    classId: assignment.classId,
    assignmentId: given.assignmentId,
    studentId: given.studentId,
    actorId: author.id,
  });
}

/** Writes into an aside. The same act sent again is written once. */
export async function writeAside(
  db: Database,
  author: Person,
  given: AsideOf & Message,
  now: Instant,
): Promise<Outcome> {
  return db.transaction(async (tx) => {
    const files = given.files ?? [];
    if (given.body.trim() === '' && files.length === 0) return { ok: false, code: 'empty' };
    const much = await use(tx, author.id, 'messages', 1, now);
    if (much) return much;
    const sums = files.map(({ sha256 }) => sha256);
    if (!(await ownsLooseFiles(tx, author.id, sums))) return { ok: false, code: 'not-found' };
    const named: { sha256: string; name: string }[] = [];
    for (const { sha256, name } of files) {
      // Cleaned and held against what the file is here, too: it may be another name than the one it was sent up under.
      const clean = cleanName(name) || 'file';
      if (nameLies(clean, (await findFile(tx, sha256))?.type ?? '')) return { ok: false, code: 'name-lies' };
      named.push({ sha256, name: clean });
    }
    await write(tx, author, { ...given, files: named }, now);
    return { ok: true };
  });
}

/** Mends what one has written, for some minutes after it was sent. */
export async function mendAside(
  db: Database,
  author: Person,
  given: { messageId: string; body: string },
  now: Instant,
): Promise<Outcome> {
  return db.transaction(async (tx) => {
    const message = await findAsideMessage(tx, given.messageId);
    if (message?.author_id !== author.id || message.withdrawn_at !== null) return { ok: false, code: 'not-found' };
    if (now - message.at > MENDABLE) return { ok: false, code: 'too-late' };
    await changeAsideMessage(tx, message.id, given.body, now);
    await tellOf(tx, author, message);
    return { ok: true };
  });
}

/** Withdraws what one has written: from then on nobody reads it, and it is said that something stood there. */
export async function withdrawAside(db: Database, author: Person, messageId: string, now: Instant): Promise<Outcome> {
  return db.transaction(async (tx) => {
    const message = await findAsideMessage(tx, messageId);
    if (message?.author_id !== author.id) return { ok: false, code: 'not-found' };
    await withdrawAsideMessage(tx, messageId, now);
    await tellOf(tx, author, message);
    return { ok: true };
  });
}

/** Lets open screens draw an aside anew. What was only changed is no news. */
async function tellOf(
  tx: Queryable,
  author: Person,
  message: { assignment_id: AssignmentId; student_id: PersonId },
): Promise<void> {
  const assignment = await read(tx, findAssignment(message.assignment_id));
  if (!assignment) return;
  await record(tx, {
    kind: 'aside-changed',
    at: Date.now(),
    classId: assignment.classId,
    assignmentId: message.assignment_id,
    studentId: message.student_id,
    actorId: author.id,
  });
}

/** Notes that a reader has had the aside on the screen. */
export async function readAside(db: Database, reader: Person, aside: AsideOf, now: Instant) {
  await markAsideRead(db, aside, reader.id, now);
  return { ok: true as const };
}

/** Writes to everybody who has not handed in, to each in their own aside. Nobody sees to whom else it went. */
export async function writeToMissing(
  db: Database,
  teacher: Person,
  given: Message & { assignmentId: AssignmentId },
  now: Instant,
): Promise<{ readonly ok: true; readonly to: number }> {
  return db.transaction(async (tx) => {
    const students = await studentsOn(tx, given.assignmentId, now);
    const missing = students.filter(({ list }) => list === 'missing');
    for (const { id: studentId } of missing) {
      await write(tx, teacher, { ...given, studentId, act: `${given.act}:${studentId}` }, now);
    }
    return { ok: true, to: missing.length };
  });
}
