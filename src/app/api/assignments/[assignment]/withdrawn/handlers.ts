import { z } from 'zod';
import { takeBackFromClass } from '@/server/doing/setting/for-whom';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/assignments/[assignment]/withdrawn',
  ({ db, person, params, body, now }) => takeBackFromClass(db, person, params.assignment, body.withdrawn, now),
  z.object({ withdrawn: z.boolean() }),
);
