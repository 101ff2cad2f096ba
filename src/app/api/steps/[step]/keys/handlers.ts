import { z } from 'zod';
import { changeKey } from '@/server/doing/questions/keys';
import { route } from '@/server/http/route';

const shape = z.object({
  part: z.string().max(200),
  key: z.union([z.strictObject({ accept: z.unknown() }), z.strictObject({ set: z.record(z.string(), z.unknown()) })]),
  reason: z.string().max(500).default(''),
});

export const POST = route(
  'POST /api/steps/[step]/keys',
  ({ db, person, params, body, now }) => changeKey(db, person, { stepId: params.step, ...body }, now),
  shape,
);
