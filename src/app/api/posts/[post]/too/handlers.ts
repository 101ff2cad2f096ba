import { z } from 'zod';
import { asksToo } from '@/server/doing/talk/posts';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/posts/[post]/too',
  ({ db, person, params, body }) => asksToo(db, person, params.post, body.too),
  z.object({ too: z.boolean() }),
);
