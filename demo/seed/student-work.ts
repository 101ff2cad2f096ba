import { understandStarter } from '@/core/asks/starter-places';
import { firstUpdate } from '@/core/documents/text-document';
import type { AssignmentId, ClassId, DocumentId, HandInId, Instant, PersonId, StepId } from '@/core/ids';
import { runsOf } from '@/core/kinds/document';
import { anchorText } from '@/core/remarks/anchor';
import { remarkOn } from '@/core/remarks/annotation';
import { attrsOf, type Doc, withContent } from '@/core/text/nodes';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { handBack } from '@/server/doing/marking/handing-back';
import { newId } from '@/server/secrets';
import { type Database, read } from '@/store/database';
import { makeCopy } from '@/store/documents';
import { type record, recordAll } from '@/store/events';
import { piecesOf } from '@/store/hand-ins';
import { findPerson, type Person } from '@/store/people';
import type { DemoAssignment } from '../assignments';
import { paragraph, placeOf, starterOf, writeTitle } from './briefs';
import { teacherOf } from './people';
import { takePhotographs } from './photographs';
import { writeOn } from './sheets';

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

export async function write(db: Database, student: Person, assignment: DemoAssignment, answers: number, at: Instant) {
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
    assignment.sheets && 'pages',
    ...(assignment.todo ?? []),
    ...(assignment.photographs ? [...(assignment.before ?? []), 'photographs'] : []),
  ].filter(Boolean);
  const happened: Parameters<typeof record>[1][] = [];
  for (const [i, kind] of steps.entries()) {
    const step = `${assignment.id}-${i + 1}` as StepId;
    if (kind === 'pages') {
      await writeOn(db, student, assignment, { step, answers, at });
      happened.push({ ...base, kind: 'opened', at: at - 15 * 60_000 }, { ...base, kind: 'edited', at });
      continue;
    }
    if (kind === 'photographs') {
      await takePhotographs(db, student, assignment, step, at);
      happened.push({ ...base, kind: 'opened', at: at - 15 * 60_000 }, { ...base, kind: 'edited', at });
      continue;
    }
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

export async function handInAt(db: Database, student: Person, assignment: DemoAssignment, at: Instant, note: string) {
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

export const COMMENTS = [
  'This is just right.',
  'Clear, and in your own words.',
  'Say a little more about how you know.',
  'Look at the question again.',
];

/** What the teacher said about words of a hand-in, where they stand in it. */
async function remarksOn(db: Database, assignment: DemoAssignment, handInId: HandInId) {
  const pieces = await read(db, piecesOf(handInId));
  return (assignment.remarks ?? []).flatMap(([words, says]) =>
    pieces.flatMap((piece) => {
      if (!('written' in piece) || !piece.written) return [];
      const text = anchorText(runsOf(piece.written));
      const start = text.indexOf(words);
      return start < 0 ? [] : [remarkOn(newId(), piece.sha256, text, [start, start + words.length], says)];
    }),
  );
}

export async function handBackAt(
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
