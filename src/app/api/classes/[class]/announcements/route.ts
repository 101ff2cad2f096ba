import { z } from 'zod';
import { announce } from '@/server/doing/setting/class-things';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/classes/[class]/announcements',
  ({ db, person, params, body, now }) => announce(db, person, { classId: params.class, draft: body }, now),
  z.object({ title: z.string(), body: z.string(), unit: z.string().nullable(), attachments: z.array(z.string()) }),
);
