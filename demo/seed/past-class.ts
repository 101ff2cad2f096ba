import { firstUpdate } from '@/core/documents/text-document';
import type { AssignmentId, ClassId, DocumentId, Instant, StepId } from '@/core/ids';
import { type AssignmentDraft, EMPTY_DRAFT } from '@/core/setting/draft';
import type { Doc, DocNode } from '@/core/text/nodes';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { openClass } from '@/server/doing/setting/class-things';
import { postAssignment } from '@/server/doing/setting/posting';
import { newId } from '@/server/secrets';
import type { Database } from '@/store/database';
import { makeCopy } from '@/store/documents';
import { record } from '@/store/events';
import type { Person } from '@/store/people';
import { PAST_CLASS } from '../materials';
import { SCHOOL } from '../school';
import { paragraph } from './briefs';
import { DAY, HOUR } from './moments';
import { done } from './outcomes';

export async function addPastClass(db: Database, student: Person, teacher: Person, now: Instant): Promise<void> {
  const { id, name, weave, room, title, question, answer } = PAST_CLASS;
  const at = now - 200 * DAY;
  const classId = id as ClassId;
  const past = { name, weave, room, locale: 'en', endedAt: now - 130 * DAY };
  done(await openClass(db, { id: classId, schoolId: SCHOOL.id, draft: past }));
  await db.query(
    'INSERT INTO membership (person_id, class_id, role) SELECT id, $1, role FROM person WHERE id = ANY($2)',
    [id, [student.id, teacher.id, 's-abena', 's-dao']],
  );
  const doc = (content: DocNode[]): Doc => ({ type: 'doc', content });
  const asked: DocNode = { type: 'question', attrs: { number: 1, text: question } };
  const place = (inner: DocNode): DocNode => ({ type: 'answer', attrs: { id: 'q1' }, content: [inner] });
  const draft: AssignmentDraft = {
    ...EMPTY_DRAFT,
    title,
    instructions: doc([paragraph('Say how it went.')]),
    minutes: 20,
    dueAt: at + DAY,
    steps: [
      {
        id: 'splice-1' as StepId,
        kind: 'write',
        title,
        minutes: 20,
        material: null,
        starter: doc([asked, place({ type: 'paragraph' })]),
        settings: { tools: 'all' },
      },
    ],
  };
  const assignmentId = 'splice' as AssignmentId;
  done(await postAssignment(db, teacher, { id: assignmentId, classId, draft, postedAt: at - 5 * DAY }, now));
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
    classId,
    assignmentId,
    studentId: student.id,
    actorId: student.id,
  });
  const outcome = await handIn(db, student, { assignmentId, act: 'demo-splice', note: '' }, at + HOUR);
  if (!outcome.ok) throw new Error(`the work of the past could not be handed in: ${outcome.code}`);
}
