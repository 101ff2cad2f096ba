import { goToStep } from '@/server/doing/handing-in/handing-in';
import { route } from '@/server/http/route';

export const POST = route('POST /api/steps/[step]/here', ({ db, person, params, now }) =>
  goToStep(db, person, params.step, now),
);
