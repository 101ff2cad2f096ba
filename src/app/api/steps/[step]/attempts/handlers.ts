import { z } from 'zod';
import { beginAttempt } from '@/server/doing/questions/beginning';
import { route } from '@/server/http/route';

const shape = z.object({ act: z.string().min(8).max(64), word: z.string().max(100).default('') });

export const POST = route(
  'POST /api/steps/[step]/attempts',
  ({ db, person, params, body, now }) => beginAttempt(db, person, { stepId: params.step, ...body }, now),
  shape,
);
