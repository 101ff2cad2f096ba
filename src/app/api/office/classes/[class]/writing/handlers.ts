import { z } from 'zod';
import { letWrite } from '@/server/doing/office/classes';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/office/classes/[class]/writing',
  ({ db, person, params, body, now }) => letWrite(db, person, params.class, body.students, now),
  z.object({ students: z.boolean() }),
);
