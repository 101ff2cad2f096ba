import { z } from 'zod';
import { changeKeptRemarks } from '@/server/doing/marking/class-settings';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/kept-remarks',
  ({ db, person, body, now }) => changeKeptRemarks(db, person, body, now),
  z.union([z.object({ keep: z.string().trim().min(1).max(2000) }), z.object({ drop: z.string().max(64) })]),
);
