import { z } from 'zod';
import { report } from '@/server/doing/talk/keeping-order';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/posts/[post]/report',
  ({ db, person, params, body, now }) => report(db, person, params.post, body.reason, now),
  z.object({ reason: z.string().max(500) }),
);
