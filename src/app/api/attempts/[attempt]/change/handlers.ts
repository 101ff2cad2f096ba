import { z } from 'zod';
import { changeAttempt } from '@/server/doing/questions/watching';
import { route } from '@/server/http/route';

const reason = z.string().trim().min(1).max(500);
const minutes = z.number().int().min(-600).max(10_080);
const shape = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('minutes'), minutes, reason }),
  z.object({ kind: z.literal('end'), reason }),
  z.object({ kind: z.literal('reopen'), minutes: minutes.min(1), reason }),
  z.object({ kind: z.literal('void'), reason }),
  z.object({ kind: z.literal('count-late'), reason }),
]);

export const POST = route(
  'POST /api/attempts/[attempt]/change',
  ({ db, person, params, body, now }) => changeAttempt(db, person, params.attempt, body, now),
  shape,
);
