import { z } from 'zod';
import type { AssignmentId, PersonId } from '@/core/ids';
import { moreTime } from '@/server/doing/marking/marking';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/assignments/[assignment]/extra-time',
  ({ db, person, params, body, now }) =>
    moreTime(
      db,
      person as Person,
      {
        assignmentId: params.assignment as AssignmentId,
        studentId: body.student as PersonId,
        minutes: body.minutes,
      },
      now,
    ),
  z.object({
    student: z.string().max(64),
    minutes: z
      .number()
      .int()
      .min(0)
      .max(60 * 24 * 60),
  }),
);
