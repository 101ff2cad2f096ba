import { z } from 'zod';
import { readTalk } from '@/server/doing/talk/posts';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/talks/[talk]/read',
  ({ db, person, params, body, now }) => readTalk(db, person, params.talk, body.number, now),
  z.object({ number: z.int().min(0) }),
);
