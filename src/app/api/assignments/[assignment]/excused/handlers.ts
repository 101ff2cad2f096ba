import { z } from 'zod';
import type { PersonId } from '@/core/ids';
import { excuse } from '@/server/doing/setting/for-whom';
import { route } from '@/server/http/route';
import { sentId } from '@/server/http/sent-id';

export const POST = route(
  'POST /api/assignments/[assignment]/excused',
  ({ db, person, params, body, now }) =>
    excuse(db, person, { assignmentId: params.assignment, studentId: body.student, excused: body.excused }, now),
  z.object({ student: sentId<PersonId>(), excused: z.boolean() }),
);
