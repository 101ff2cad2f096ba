import { z } from 'zod';
import { writeAside } from '@/server/doing/talk/asides';
import { route } from '@/server/http/route';

const file = z.object({ sha256: z.string().regex(/^[0-9a-f]{64}$/), name: z.string().min(1).max(200) });
const shape = z.object({
  act: z.string().min(8).max(64),
  body: z.string().trim().max(4000),
  files: z.array(file).max(5).default([]),
});

export const POST = route(
  'POST /api/assignments/[assignment]/asides/[student]',
  ({ db, person, params, body, now }) =>
    writeAside(db, person, { assignmentId: params.assignment, studentId: params.student, ...body }, now),
  shape,
);
