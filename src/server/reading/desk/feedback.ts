import type { AssignmentId, HandInId, Instant, PersonId } from '@/core/ids';
import { addUp, type Criterion, type RubricResult } from '@/core/marks/rubric';
import type { Queryable } from '@/store/database';
import { earlierMarksOf } from '@/store/grades';
import { handBacksOf, repliesOf } from '@/store/marking';
import type { Person } from '@/store/people';
import { type ListedAssignment, rubricOf } from '@/store/work';
import type { OnDesk } from './on-desk';
import { type RepliedRemark, withReply } from './replies';

/** One thing that came back: the rubric as it was marked, the general word, and what lateness took. */
export interface Feedback {
  readonly id: string;
  readonly handIn: HandInId;
  readonly at: Instant;
  readonly teacher: string;
  readonly anotherGo: boolean;
  readonly result: RubricResult;
  readonly general: string;
  readonly earned: number | null;
  readonly lostLate: number;
  /** Remarks on words of the hand-in, with what the student did about each. */
  readonly remarks: readonly RepliedRemark[];
  /** Where a recording is heard; `null` where there is none. */
  readonly sound: string | null;
  /** It was put in the place of this one. */
  readonly amends: string | null;
}

/** What one earned before on a criterion of the same name, as a share of its points. */
export interface EarlierMarks {
  readonly assignment: AssignmentId;
  readonly title: string;
  readonly at: Instant;
  readonly shares: readonly { readonly criterion: string; readonly won: number; readonly of: number }[];
}

/** What came back to a student on an assignment, newest first. */
export async function feedbackFor(db: Queryable, assignmentId: AssignmentId, studentId: PersonId): Promise<Feedback[]> {
  const backs = await handBacksOf(db, assignmentId, studentId);
  const replies = new Map<string, Awaited<ReturnType<typeof repliesOf>>[number]>();
  for (const handIn of new Set(backs.map((back) => back.hand_in_id))) {
    for (const reply of await repliesOf(db, handIn)) replies.set(reply.remark_id, reply);
  }
  return backs.map((back) => ({
    id: back.id,
    handIn: back.hand_in_id,
    remarks: back.remarks.map((remark) => withReply(remark, replies.get(remark.id))),
    sound: back.sound === null ? null : `/api/hand-ins/${back.hand_in_id}/sound/${back.sound}`,
    amends: back.amends,
    at: back.at,
    teacher: back.teacher,
    anotherGo: back.another_go,
    result: addUp(back.rubric, back.marks),
    general: back.general,
    earned: back.earned,
    lostLate: back.lost_late,
  }));
}

/** What a student earned on earlier work of the class by criteria that this assignment has, too. */
export async function earlierMarks(
  db: Queryable,
  assignment: ListedAssignment,
  criteria: readonly Criterion[],
  student: Person,
): Promise<readonly EarlierMarks[]> {
  const own = new Set(criteria.map(({ title }) => title));
  const marked = await earlierMarksOf(db, assignment.classId, student.id);
  return marked.flatMap(({ assignment_id, title, at, rubric, marks }) => {
    if (assignment_id === assignment.id) return [];
    const shares = addUp(rubric, marks).byCriterion.flatMap(({ criterion, won }) =>
      won !== null && own.has(criterion.title) ? [{ criterion: criterion.title, won, of: criterion.points }] : [],
    );
    return shares.length > 0 ? [{ assignment: assignment_id, title, at, shares }] : [];
  });
}

/** What came back, and how it compares with earlier work. */
export interface DeskFeedback {
  readonly feedback: readonly Feedback[];
  /** Earlier work of the class on criteria of the same names, oldest first. */
  readonly earlier: readonly EarlierMarks[];
}

export async function deskFeedback({ db, student, assignment, open }: OnDesk): Promise<DeskFeedback> {
  const feedback = await feedbackFor(db, assignment.id, student.id);
  // Shown beside what came back, and asked for only then.
  const rubric = open && feedback.length > 0 ? await rubricOf(db, assignment.id) : [];
  return { feedback, earlier: rubric.length > 0 ? await earlierMarks(db, assignment, rubric, student) : [] };
}
