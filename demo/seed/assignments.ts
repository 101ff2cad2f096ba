import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { AssignmentId, Instant } from '@/core/ids';
import type { Doc } from '@/core/text/nodes';
import { keepTimes } from '@/server/doing/setting/times';
import type { Queryable } from '@/store/database';
import { json, time } from '@/store/database';
import type { DemoAssignment } from '../assignments';
import { asksOf, LEVELS, paragraph, readingOf, starterOf, writeTitle } from './briefs';
import { moment, postedAtOf } from './moments';

export async function addAssignment(
  tx: Queryable,
  assignment: DemoAssignment,
  position: number,
  now: Instant,
): Promise<void> {
  const { id, classId, late, read, rubric } = assignment;
  const due = moment(now, assignment.due);
  const postedAt = postedAtOf(assignment, now);
  const opens = assignment.opens ? moment(now, assignment.opens) : null;
  const closes = assignment.closes ? moment(now, assignment.closes) : null;
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
      time(closes),
      json(lateRule),
      assignment.keep !== true,
      assignment.goes ?? null,
      json(asksOf(assignment)),
      assignment.inOrder ?? false,
    ],
  );
  await keepTimes(tx, id as AssignmentId, { opensAt: opens, dueAt: due, closesAt: closes }, now);
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
