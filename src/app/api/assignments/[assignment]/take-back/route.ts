import type { AssignmentId } from '@/core/ids';
import { takeBack } from '@/server/doing/handing-in/handing-in';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route('POST /api/assignments/[assignment]/take-back', ({ db, person, params, now }) =>
  takeBack(db, person as Person, params.assignment as AssignmentId, now),
);
