import { z } from 'zod';
import type { PersonId } from '@/core/ids';
import { giveMinutes } from '@/server/doing/questions/watching';
import { route } from '@/server/http/route';

const shape = z.object({
  student: z.string().max(64).nullable(),
  minutes: z.int().min(0).max(10_080),
  reason: z.string().trim().min(1).max(500),
});

export const POST = route(
  'POST /api/steps/[step]/minutes',
  ({ db, person, params, body, now }) =>
    giveMinutes(db, person, { stepId: params.step, ...body, student: body.student as PersonId | null }, now),
  shape,
);
