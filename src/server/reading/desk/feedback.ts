import type { AssignmentId, HandInId, Instant, PersonId } from '@/core/ids';
import { addUp, type Criterion, type RubricResult } from '@/core/marks/rubric';
import { type Answers, type Queryable, read } from '@/store/database';
import { earlierMarksOf } from '@/store/grades';
import { handBacksOf, repliesOnWork } from '@/store/marking';
import type { Person } from '@/store/people';
import type { ListedAssignment } from '@/store/work';
import type { Asker, OnDesk } from './on-desk';
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

/** What came back to a student on an assignment, newest first, and what was done about each remark. */
export const feedbackQueries = (assignmentId: AssignmentId, studentId: PersonId) => ({
  backs: handBacksOf(assignmentId, studentId),
  replies: repliesOnWork(assignmentId, studentId),
});

/** What came back, as it was asked for. */
export function feedbackAsked({ backs, replies }: Answers<ReturnType<typeof feedbackQueries>>): readonly Feedback[] {
  const byRemark = new Map(replies.map((reply) => [reply.remark_id, reply]));
  return backs.map((back) => ({
    id: back.id,
    handIn: back.hand_in_id,
    remarks: back.remarks.map((remark) => withReply(remark, byRemark.get(remark.id))),
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
  const marked = await read(db, earlierMarksOf(assignment.classId, student.id));
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

export const feedbackAsks = ({ student, assignmentId }: Asker) => feedbackQueries(assignmentId, student.id);

export async function deskFeedback(
  { db, student, assignment, open }: OnDesk,
  asked: Answers<ReturnType<typeof feedbackAsks>>,
  { rubric }: { readonly rubric: readonly Criterion[] },
): Promise<DeskFeedback> {
  const feedback = feedbackAsked(asked);
  // Shown beside what came back, and asked for only then.
  const compared = open && feedback.length > 0 && rubric.length > 0;
  return { feedback, earlier: compared ? await earlierMarks(db, assignment, rubric, student) : [] };
}
