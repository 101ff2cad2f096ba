import { readAside } from '@/server/doing/talk/asides';
import { route } from '@/server/http/route';

export const POST = route('POST /api/assignments/[assignment]/asides/[student]/read', ({ db, person, params, now }) =>
  readAside(db, person, { assignmentId: params.assignment, studentId: params.student }, now),
);
