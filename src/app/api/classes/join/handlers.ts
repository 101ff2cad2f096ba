import { z } from 'zod';
import { joinClass } from '@/server/doing/accounts/joining';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/classes/join',
  ({ db, person, body: { code }, now }) => joinClass(db, person, code, now),
  z.object({ code: z.string().trim().min(1).max(40) }),
);
