import type { StepId } from '@/core/ids';
import { openCopy } from '@/server/doing/handing-in/handing-in';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route('POST /api/steps/[step]/copy', ({ db, person, params, now }) =>
  openCopy(db, person as Person, params.step as StepId, now),
);
