import type { StepId } from '@/core/ids';
import { doStep } from '@/server/doing/handing-in/handing-in';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route('POST /api/steps/[step]/done', ({ db, person, params, now }) =>
  doStep(db, person as Person, params.step as StepId, now),
);
