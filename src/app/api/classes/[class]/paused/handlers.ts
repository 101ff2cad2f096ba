import { z } from 'zod';
import type { PersonId } from '@/core/ids';
import { pause } from '@/server/doing/talk/keeping-order';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/classes/[class]/paused',
  ({ db, person, params, body, now }) =>
    pause(db, person, { classId: params.class, ...body, student: body.student as PersonId }, now),
  z.object({ student: z.string().max(200), paused: z.boolean(), reason: z.string().max(500).default('') }),
);
