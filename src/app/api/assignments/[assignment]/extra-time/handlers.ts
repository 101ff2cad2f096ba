import { z } from 'zod';
import type { PersonId } from '@/core/ids';
import { moreTime } from '@/server/doing/marking/marking';
import { route } from '@/server/http/route';
import { sentId } from '@/server/http/sent-id';

export const POST = route(
  'POST /api/assignments/[assignment]/extra-time',
  ({ db, person, params, body, now }) =>
    moreTime(
      db,
      person,
      {
        assignmentId: params.assignment,
        studentId: body.student,
        minutes: body.minutes,
      },
      now,
    ),
  z.object({
    student: sentId<PersonId>(),
    minutes: z
      .number()
      .int()
      .min(0)
      .max(60 * 24 * 60),
  }),
);
