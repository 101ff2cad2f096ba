import type { Ask } from '@/core/asks/ask';
import type { AssignmentId, DocumentId, Instant, PersonId, StepId } from '@/core/ids';
import { addUp, type Criterion, type RubricResult } from '@/core/marks/rubric';
import { doNext } from '@/core/plan/do-next';
import type { DocNode } from '@/core/text/document-json';
import { allowedMoves, type MoveKind } from '@/core/work/moves';
import { closingTime, type LateRule, type Takes } from '@/core/work/rules';
import { type State, standing } from '@/core/work/standing';
import { openSteps, stepsDone } from '@/core/work/steps';
import { asideMessages } from '@/store/asides';
import { findClass } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { documentsOfWork } from '@/store/documents';
import { handBacksOf, type Receipt, receiptsOf } from '@/store/hand-ins';
import { materialsById } from '@/store/materials';
import type { Person } from '@/store/people';
import { factsOf, findAssignment, findBrief, rubricOf, stepsOf, waitsFor } from '@/store/work';
import { isMaterialOpen, type MaterialView, viewMaterial } from './materials';
import { workOf } from './work-list';

export interface DeskStep {
  readonly id: StepId;
  readonly kind: 'read' | 'write' | 'do' | 'agree';
  readonly title: string;
  readonly minutes: number;
  readonly done: boolean;
  readonly doneAt: Instant | null;
  /** Whether it may be opened: where steps come in order, those before it have to be done. Of a closed one nothing is in here. */
  readonly open: boolean;
  /** What there is to read, see or hear. */
  readonly material: MaterialView | null;
  /** What the teacher gave to write in. */
  readonly starter: DocNode | null;
  /** The student's own copy, once it has been opened. */
  readonly document: { readonly id: DocumentId; readonly title: string } | null;
}

export interface AsideMessage {
  readonly id: string;
  readonly author: string;
  readonly own: boolean;
  readonly body: string;
  readonly at: Instant;
  readonly unread: boolean;
}

/** One thing that came back: the rubric as it was marked, the general word, and what lateness took. */
export interface Feedback {
  readonly at: Instant;
  readonly teacher: string;
  readonly anotherGo: boolean;
  readonly result: RubricResult;
  readonly general: string;
  readonly earned: number | null;
  readonly lostLate: number;
}

/** Everything that the Desk shows. While the work has not opened, nothing of its contents is in here. */
export interface DeskView {
  readonly id: AssignmentId;
  readonly title: string;
  readonly class: { readonly id: string; readonly name: string; readonly weave: string; readonly locale: string };
  readonly teachers: readonly string[];
  readonly unit: string | null;
  readonly minutes: number;
  readonly points: number | null;
  readonly takes: Takes;
  readonly late: LateRule;
  readonly opensAt: Instant | null;
  readonly dueAt: Instant | null;
  readonly closesAt: Instant | null;
  readonly goes: number | null;
  readonly goesUsed: number;
  readonly state: State;
  readonly begun: boolean;
  readonly moves: readonly MoveKind[];
  readonly takeBack: boolean;
  readonly instructions: DocNode | null;
  readonly steps: readonly DeskStep[];
  readonly asks: readonly Ask[];
  readonly rubric: readonly Criterion[];
  readonly receipts: readonly Receipt[];
  readonly feedback: readonly Feedback[];
  readonly aside: readonly AsideMessage[];
  readonly student: { readonly id: PersonId; readonly name: string };
  /** What has to be handed in before this opens. */
  readonly waitsFor: readonly { readonly id: AssignmentId; readonly title: string; readonly done: boolean }[];
  /** What comes after this by the order of Do next; `null` when nothing is left. */
  readonly next: { readonly id: AssignmentId; readonly title: string } | null;
}

/** The exchange between a student and the teachers, as one of them reads it. */
export async function asideFor(
  db: Queryable,
  assignmentId: AssignmentId,
  studentId: PersonId,
  reader: Person,
): Promise<AsideMessage[]> {
  const messages = await asideMessages(db, { assignmentId, studentId }, reader.id);
  return messages.map(({ id, author, author_id, body, at, unread }) => ({
    id,
    author,
    own: author_id === reader.id,
    body,
    at,
    unread,
  }));
}

/** What came back to a student on an assignment, newest first. */
export async function feedbackFor(db: Queryable, assignmentId: AssignmentId, studentId: PersonId): Promise<Feedback[]> {
  const backs = await handBacksOf(db, assignmentId, studentId);
  return backs.map((back) => ({
    at: back.at,
    teacher: back.teacher,
    anotherGo: back.another_go,
    result: addUp(back.rubric, back.marks),
    general: back.general,
    earned: back.earned,
    lostLate: back.lost_late,
  }));
}

/** The Desk of one student on one assignment; `null` when there is no such assignment. */
export async function desk(
  db: Queryable,
  student: Person,
  assignmentId: AssignmentId,
  now: Instant,
): Promise<DeskView | null> {
  const assignment = await findAssignment(db, assignmentId);
  const found = assignment && (await findClass(db, assignment.classId));
  const brief = assignment && (await findBrief(db, assignmentId));
  if (!assignment || !found || !brief) return null;
  const { rules } = assignment;
  const facts = await factsOf(db, assignmentId, student.id);
  const { state, begun, goesUsed } = standing(facts, rules, now);
  const open = state !== 'opens-later';
  const done = stepsDone(facts);
  const documents = open ? await documentsOfWork(db, assignmentId, student.id) : [];
  const steps = open ? await stepsOf(db, assignmentId) : [];
  const written = new Set(documents.map((document) => document.step_id));
  const opened = new Set(openSteps(steps, assignment.inOrder, done, written).map((step) => step.id));
  const shown = steps.flatMap((step) => (step.material_id && opened.has(step.id) ? [step.material_id] : []));
  const materials = new Map<string, MaterialView>();
  for (const material of await materialsById(db, shown)) {
    if (isMaterialOpen(material, now)) materials.set(material.id, await viewMaterial(db, material, student.id));
  }
  const after = doNext(await workOf(db, student, null, now), now).find(({ item }) => item.id !== assignmentId);
  return {
    id: assignment.id,
    title: assignment.title,
    class: { id: found.id, name: found.name, weave: found.weave, locale: found.locale },
    teachers: found.teachers,
    unit: brief.unit,
    minutes: assignment.minutes,
    points: assignment.points,
    takes: rules.takes,
    late: rules.late,
    opensAt: rules.opensAt,
    dueAt: rules.dueAt,
    closesAt: closingTime(rules),
    goes: rules.goes,
    goesUsed,
    state,
    begun,
    moves: allowedMoves(facts, now, rules),
    takeBack: rules.takeBack,
    instructions: open ? brief.instructions : null,
    steps: steps.map((step) => {
      const document = documents.find((one) => one.step_id === step.id);
      return {
        id: step.id,
        kind: step.kind,
        title: step.title,
        minutes: step.minutes,
        done: done.has(step.id),
        doneAt: done.get(step.id) ?? null,
        open: opened.has(step.id),
        material: materials.get(step.material_id ?? '') ?? null,
        starter: opened.has(step.id) ? step.starter : null,
        document: document ? { id: document.id, title: document.title } : null,
      };
    }),
    asks: open ? brief.asks : [],
    rubric: open ? await rubricOf(db, assignmentId) : [],
    receipts: await receiptsOf(db, assignmentId, student.id),
    feedback: await feedbackFor(db, assignmentId, student.id),
    aside: open ? await asideFor(db, assignmentId, student.id, student) : [],
    student: { id: student.id, name: student.name },
    waitsFor: rules.waits ? await waitsFor(db, assignmentId, student.id) : [],
    next: after ? { id: after.item.id, title: after.item.title } : null,
  };
}
