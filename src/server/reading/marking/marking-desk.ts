import type { AssignmentId, HandInId, Instant, PersonId } from '@/core/ids';
import { asksQuestions, documentFor } from '@/core/kinds/step';
import { addUp, type Criterion, rubricVersion } from '@/core/marks/rubric';
import { spreadOf } from '@/core/marks/spread';
import { isWithTeacher } from '@/core/work/standing';
import { fileResponse } from '@/server/http/file-response';
import { type Feedback, feedbackAsked, feedbackQueries } from '@/server/reading/desk/feedback';
import { askedPointsAsks, askedPointsIn } from '@/server/reading/questions/asked-points';
import { asideAs } from '@/server/reading/talk/asides';
import { type StudentOnList, studentsAsked, studentsQueries } from '@/server/reading/work/students-on';
import { classOfAssignment, roleIn } from '@/store/classes';
import { type Queryable, readTogether } from '@/store/database';
import { gradesOnAssignment } from '@/store/grades';
import { findReceipt, latestPiecesOf, type Receipt, receiptsOf } from '@/store/hand-ins';
import { type Draft, draftsOf, isSoundOf, keptRemarksOf, otherMarkers } from '@/store/marking';
import type { Person } from '@/store/people';
import { type ListedAssignment, rubricOf, stepsOf } from '@/store/work';
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
  /** Has this teacher begun to mark it? Has every criterion been given points? Was it said that it goes back? */
  readonly draft: 'none' | 'begun' | 'whole' | 'going';
}

interface Listed {
  readonly student: StudentOnList;
  readonly shown: ListedStudent;
}

/**
 * The list as it is shown. Where the work is marked without names, whoever waits for marks has a number instead,
 * in an order that says nothing about the name, and no time by which it could be told.
 */
function listed(
  assignment: ListedAssignment,
  rubric: readonly Criterion[],
  students: readonly StudentOnList[],
  made: readonly Draft[],
  keyOf: (studentId: PersonId) => string,
): readonly Listed[] {
  const drafts = new Map(made.map((one) => [one.hand_in_id, one]));
  const draftOf = ({ handInId }: StudentOnList): ListedStudent['draft'] => {
    const draft = handInId === null ? undefined : drafts.get(handInId);
    if (!draft) return 'none';
    if (draft.said_for !== null) return 'going';
    return addUp(rubric, draft.marks).complete ? 'whole' : 'begun';
  };
  const nameless = ({ state }: StudentOnList) => hidesName(assignment, state);
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
function earlierRemarks(feedback: readonly Feedback[], receipts: readonly Receipt[]) {
  const [latest, before] = receipts;
  if (!latest || !before) return null;
  const back = feedback.find(({ handIn }) => handIn !== latest.id);
  return back && back.remarks.length > 0 ? { handIn: back.handIn, remarks: back.remarks } : null;
}

/** What the Marking desk shows: everybody, and one student's latest hand-in as it was. */
export async function markingDesk(
  db: Queryable,
  teacher: Person,
  assignmentId: AssignmentId,
  chosen: string | null,
  now: Instant,
) {
  const asked = await readTogether(db, {
    found: classOfAssignment(assignmentId),
    rubric: rubricOf(assignmentId),
    steps: stepsOf(assignmentId),
    kept: keptRemarksOf(teacher.id),
    grades: gradesOnAssignment(assignmentId),
    drafts: draftsOf(assignmentId, teacher.id),
    others: otherMarkers(assignmentId, teacher.id),
    students: studentsQueries(assignmentId),
  });
  const { found, rubric, drafts } = asked;
  const { assignment, people } = asked.students;
  if (!assignment || !found) return null;
  const keyOf = await namelessKeys(db, assignmentId);
  const list = listed(assignment, rubric, studentsAsked(asked.students, now), drafts, keyOf);
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
    /** The steps that ask something. */
    discussed: asked.steps
      .filter(({ kind }) => documentFor(kind) === 'part')
      .map(({ id, title }) => ({ step: id, title })),
    asks: asked.steps.filter(({ kind }) => asksQuestions(kind)).map(({ id, title }) => ({ step: id, title })),
    students: list.map(({ shown }) => shown),
    keptRemarks: asked.kept,
    spread: spreadOf(asked.grades, outOf),
  };
  if (!at) return { ...base, open: null };
  const { student, shown } = at;
  const own = await readTogether(db, {
    receipts: receiptsOf(assignmentId, student.id),
    pieces: latestPiecesOf(assignmentId, student.id),
    feedback: feedbackQueries(assignmentId, student.id),
    aside: asideAs(teacher, { assignmentId, studentId: student.id }),
    ...askedPointsAsks(assignmentId, student.id),
  });
  const { receipts } = own;
  const receipt = receipts[0];
  const feedback = feedbackAsked(own.feedback);
  const nameless = shown.name === null;
  const names = people.flatMap((one) => (nameless && one.id === student.id ? [one.short_name, one.name] : []));
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
        ? own.pieces.map((piece) => ({
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
      asked: askedPointsIn(own),
      draft: drafts.find(({ hand_in_id }) => hand_in_id === receipt?.id) ?? null,
      others: asked.others.filter(({ hand_in_id }) => hand_in_id === receipt?.id),
      before: earlierRemarks(feedback, receipts),
      feedback,
      // An exchange carries names, so it waits until the work is back.
      aside: nameless ? [] : own.aside,
    },
  };
}

export type MarkingView = NonNullable<Awaited<ReturnType<typeof markingDesk>>>;

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
