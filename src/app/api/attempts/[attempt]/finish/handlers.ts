import { finishAttempt } from '@/server/doing/questions/ending';
import { route } from '@/server/http/route';

export const POST = route('POST /api/attempts/[attempt]/finish', ({ db, person, params, now }) =>
  finishAttempt(db, person, params.attempt, now),
);
