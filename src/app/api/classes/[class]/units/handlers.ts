import { z } from 'zod';
import { startUnit } from '@/server/doing/setting/class-things';
import { route } from '@/server/http/route';

const at = z.int().nullable();

export const POST = route(
  'POST /api/classes/[class]/units',
  ({ db, params, body, now }) => startUnit(db, { classId: params.class, draft: body }, now),
  z.object({ title: z.string(), startsAt: at, endsAt: at }),
);
