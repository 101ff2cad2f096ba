import type { StepId } from '@/core/ids';
import { goToStep } from '@/server/handing-in';
import { route } from '@/server/route';
import type { Person } from '@/store/people';

export const POST = route('POST /api/steps/[step]/here', ({ db, person, params, now }) =>
  goToStep(db, person as Person, params.step as StepId, now),
);
