import { z } from 'zod';
import { nameUnit } from '@/server/doing/setting/class-things';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/classes/[class]/units/[unit]',
  ({ db, params, body }) => nameUnit(db, params.class, params.unit, body.title),
  z.object({ title: z.string() }),
);
