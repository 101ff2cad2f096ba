import { z } from 'zod';
import { sayHours } from '@/server/doing/talk/messages';
import { route } from '@/server/http/route';

const hours = z.object({ weekday: z.int(), from: z.int(), to: z.int() });

export const POST = route(
  'POST /api/answers',
  ({ db, person, body }) => sayHours(db, person, body.hours),
  z.object({ hours: z.array(hours).max(21) }),
);
