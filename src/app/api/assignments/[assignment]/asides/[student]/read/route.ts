import type { AssignmentId, PersonId } from '@/core/ids';
import { readAside } from '@/server/doing/talk/asides';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route('POST /api/assignments/[assignment]/asides/[student]/read', ({ db, person, params, now }) =>
  readAside(
    db,
    person as Person,
    { assignmentId: params.assignment as AssignmentId, studentId: params.student as PersonId },
    now,
  ),
);
