import { openCopy } from '@/server/doing/handing-in/handing-in';
import { route } from '@/server/http/route';

export const POST = route('POST /api/steps/[step]/copy', ({ db, person, params, now }) =>
  openCopy(db, person, params.step, now),
);
