import { z } from 'zod';
import type { AssignmentId, PersonId } from '@/core/ids';
import { writeAside } from '@/server/asides';
import { route } from '@/server/route';
import type { Person } from '@/store/people';

const shape = z.object({ act: z.string().min(8).max(64), body: z.string().trim().min(1).max(4000) });

export const POST = route(
  'POST /api/assignments/[assignment]/asides/[student]',
  ({ db, person, params, body, now }) =>
    writeAside(
      db,
      person as Person,
      { assignmentId: params.assignment as AssignmentId, studentId: params.student as PersonId, ...body },
      now,
    ),
  shape,
);
