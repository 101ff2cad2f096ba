import type { AssignmentId } from '@/core/ids';
import { takeBack } from '@/server/handing-in';
import { route } from '@/server/route';
import type { Person } from '@/store/people';

export const POST = route('POST /api/assignments/[assignment]/take-back', ({ db, person, params, now }) =>
  takeBack(db, person as Person, params.assignment as AssignmentId, now),
);
