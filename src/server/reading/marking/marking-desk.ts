import type { AssignmentId, HandInId, Instant, PersonId } from '@/core/ids';
import { addUp, type Criterion, rubricVersion } from '@/core/marks/rubric';
import { spreadOf } from '@/core/marks/spread';
import { isWithTeacher } from '@/core/work/standing';
import { fileResponse } from '@/server/http/file-response';
import { feedbackFor } from '@/server/reading/desk/feedback';
import { withReply } from '@/server/reading/desk/replies';
import { asideFor } from '@/server/reading/talk/asides';
import { type StudentOnList, studentsOn } from '@/server/reading/work/students-on';
import { findClass, roleIn } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { gradesOnAssignment } from '@/store/grades';
import { findReceipt, piecesOf, type Receipt, receiptsOf } from '@/store/hand-ins';
import { draftsOf, findDraft, handBacksOf, isSoundOf, keptRemarksOf, otherMarkers, repliesOf } from '@/store/marking';
import type { Person } from '@/store/people';
import { findAssignment, type ListedAssignment, rubricOf } from '@/store/work';
import { hidesName, namelessKeys, neutralName, withoutNames } from './nameless';

const HOUR = 3_600_000;

/** What a teacher may want to see of a class's work. */
export type Shown = 'all' | 'waiting' | 'missing' | 'back';

/** One student on the list of the Marking desk. `name` is `null` where the work is marked without names. */
export interface ListedStudent extends Omit<StudentOnList, 'id' | 'name'> {
  /** By what the address names them. */
  readonly key: string;
  readonly name: string | null;
  /** The number of a work without a name. */
  readonly number: number | null;
  /** Has this teacher begun to mark it? Has every criterion been given points? */
  readonly draft: 'none' | 'begun' | 'whole';
}

interface Listed {
  readonly student: StudentOnList;
  readonly shown: ListedStudent;
}

/**
 * The list as it is shown. Where the work is marked without names, whoever waits for marks has a number instead,
 * in an order that says nothing about the name, and no time by which it could be told.
 */
async function listed(
  db: Queryable,
  teacher: Person,
  assignment: ListedAssignment,
  rubric: readonly Criterion[],
  now: Instant,
): Promise<readonly Listed[]> {
  const students = await studentsOn(db, assignment.id, now);
  const drafts = new Map((await draftsOf(db, assignment.id, teacher.id)).map((one) => [one.hand_in_id, one]));
  const draftOf = ({ handInId }: StudentOnList): ListedStudent['draft'] => {
    const draft = handInId === null ? undefined : drafts.get(handInId);
    if (!draft) return 'none';
    return addUp(rubric, draft.marks).complete ? 'whole' : 'begun';
  };
  const nameless = ({ state }: StudentOnList) => hidesName(assignment, state);
  const keyOf = await namelessKeys(db, assignment.id);
  const hidden = students
    .filter(nameless)
    .map((student) => ({ student, key: keyOf(student.id) }))
    .sort((a, b) => (a.key < b.key ? -1 : 1))
    .map(({ student, key }, i): Listed => {
      const { id: _id, name: _name, handedInAt: _at, ...rest } = student;
      const shown = {
        ...rest,
        key,
        name: null,
        number: i + 1,
        handedInAt: null,
        extraMinutes: 0,
        draft: draftOf(student),
      };
      return { student, shown };
    });
  const named = students
    .filter((student) => !nameless(student))
    .map((student): Listed => {
      const { id, ...rest } = student;
      return { student, shown: { ...rest, key: id, number: null, draft: draftOf(student) } };
    });
  return [...hidden, ...named];
}

/** What was remarked on the hand-in before this one, and what the student did about it. */
async function earlierRemarks(
  db: Queryable,
  assignmentId: AssignmentId,
  studentId: PersonId,
  receipts: readonly Receipt[],
) {
  const [latest, before] = receipts;
  if (!latest || !before) return null;
  const back = (await handBacksOf(db, assignmentId, studentId)).find(({ hand_in_id: id }) => id !== latest.id);
  if (!back || back.remarks.length === 0) return null;
  const replies = new Map((await repliesOf(db, back.hand_in_id)).map((reply) => [reply.remark_id, reply]));
  return {
    handIn: back.hand_in_id,
    remarks: back.remarks.map((remark) => withReply(remark, replies.get(remark.id))),
  };
}

/** What the Marking desk shows: everybody, and one student's latest hand-in as it was. */
export async function markingDesk(
  db: Queryable,
  teacher: Person,
  assignmentId: AssignmentId,
  chosen: string | null,
  now: Instant,
) {
  const assignment = await findAssignment(db, assignmentId);
  const found = assignment && (await findClass(db, assignment.classId));
  if (!assignment || !found) return null;
  const rubric = await rubricOf(db, assignmentId);
  const list = await listed(db, teacher, assignment, rubric, now);
  const at =
    list.find(({ shown }) => shown.key === chosen) ??
    list.find(({ student, shown }) => student.id === chosen && shown.name !== null) ??
    list.find(({ shown }) => isWithTeacher(shown.state)) ??
    list[0];
  const outOf = rubric.reduce((sum, { points }) => sum + points, 0);
  const base = {
    id: assignment.id,
    title: assignment.title,
    class: found,
    dueAt: assignment.rules.dueAt,
    late: assignment.rules.late,
    points: assignment.points,
    unnamed: assignment.unnamed,
    rubric,
    rubricVersion: rubricVersion(rubric),
    students: list.map(({ shown }) => shown),
    keptRemarks: await keptRemarksOf(db, teacher.id),
    spread: spreadOf(await gradesOnAssignment(db, assignmentId), outOf),
  };
  if (!at) return { ...base, open: null };
  const { student, shown } = at;
  const receipts = await receiptsOf(db, assignmentId, student.id);
  const receipt = receipts[0];
  const draft = receipt ? await findDraft(db, receipt.id, teacher.id) : null;
  const names = shown.name === null ? await namesOf(db, student.id) : [];
  const nameless = shown.name === null;
  return {
    ...base,
    open: {
      student: { ...shown, id: nameless ? null : student.id },
      receipts: receipts.map(({ id, number, at: when, late_by, note, members }) => ({
        id,
        number: nameless ? 0 : number,
        at: nameless ? 0 : when,
        // To the hour, which loses the same points and tells no moment.
        lateBy: nameless ? Math.ceil(late_by / HOUR) * HOUR : late_by,
        note,
        members: nameless ? [] : members,
      })),
      pieces: receipt
        ? (await piecesOf(db, receipt.id)).map((piece) => ({
            position: piece.position,
            title:
              nameless && !('written' in piece)
                ? neutralName(piece.position, piece.title)
                : withoutNames(piece.title, names),
            sha256: piece.sha256,
            document: 'document' in piece ? piece.document : null,
            /** A document with its words; `null` for one that cannot be drawn, and for what is no document. */
            written: 'written' in piece ? piece.written : null,
            /** Where a file or link is looked at; `null` for a text, which is here. */
            address: 'written' in piece ? null : `/api/hand-ins/${receipt.id}/pieces/${piece.position}`,
            file: `/api/hand-ins/${receipt.id}/pieces/${piece.position}/file?download`,
          }))
        : [],
      draft,
      others: receipt ? await otherMarkers(db, receipt.id, teacher.id) : [],
      before: await earlierRemarks(db, assignmentId, student.id, receipts),
      feedback: await feedbackFor(db, assignmentId, student.id),
      // An exchange carries names, so it waits until the work is back.
      aside: nameless ? [] : await asideFor(db, assignmentId, student.id, teacher),
    },
  };
}

export type MarkingView = NonNullable<Awaited<ReturnType<typeof markingDesk>>>;

async function namesOf(db: Queryable, studentId: PersonId): Promise<readonly string[]> {
  const { rows } = await db.query('SELECT name, short_name FROM person WHERE id = $1', [studentId]);
  const row = rows[0] as { name: string; short_name: string } | undefined;
  return row ? [row.short_name, row.name] : [];
}

/** A recording that was made for a hand-in: for its student once it is back, for the teachers of the class before. */
export async function soundOf(
  db: Queryable,
  person: Person,
  handInId: HandInId,
  sha256: string,
  request: Request,
): Promise<Response> {
  const receipt = await findReceipt(db, handInId);
  const teacher = receipt !== null && (await roleIn(db, person.id, receipt.class_id)) === 'teacher';
  const known = await isSoundOf(db, handInId, sha256, teacher);
  if (!known) return Response.json({ ok: false, code: 'not-found' }, { status: 404 });
  return fileResponse(db, { sha256, name: 'remark', download: false }, request);
}
