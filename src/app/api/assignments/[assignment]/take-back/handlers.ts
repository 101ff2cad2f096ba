import { takeBack } from '@/server/doing/handing-in/handing-in';
import { route } from '@/server/http/route';

export const POST = route('POST /api/assignments/[assignment]/take-back', ({ db, person, params, now }) =>
  takeBack(db, person, params.assignment, now),
);
