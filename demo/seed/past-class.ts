import { firstUpdate } from '@/core/documents/text-document';
import type { AssignmentId, ClassId, DocumentId, Instant, StepId } from '@/core/ids';
import type { Doc, DocNode } from '@/core/text/nodes';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { newId } from '@/server/secrets';
import type { Database } from '@/store/database';
import { json, time } from '@/store/database';
import { makeCopy } from '@/store/documents';
import { record } from '@/store/events';
import type { Person } from '@/store/people';
import { PAST_CLASS } from '../materials';
import { SCHOOL } from '../school';
import { paragraph } from './briefs';
import { DAY, HOUR } from './moments';

export async function addPastClass(db: Database, student: Person, now: Instant): Promise<void> {
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
