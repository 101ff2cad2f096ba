import { endAttempt } from '@/server/doing/questions/ending';
import { route } from '@/server/http/route';

export const POST = route('POST /api/attempts/[attempt]/finish', ({ db, person, params, now }) =>
  endAttempt(db, person, { attempt: params.attempt, by: 'person', reason: '' }, now),
);
