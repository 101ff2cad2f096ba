import { doStep } from '@/server/doing/handing-in/handing-in';
import { route } from '@/server/http/route';

export const POST = route('POST /api/steps/[step]/done', ({ db, person, params, now }) =>
  doStep(db, person, params.step, now),
);
