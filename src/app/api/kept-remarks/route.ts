import { z } from 'zod';
import { route } from '@/server/http/route';
import { changeKeptRemarks } from '@/server/reading/marking/marking-desk';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/kept-remarks',
  ({ db, person, body, now }) => changeKeptRemarks(db, person as Person, body, now),
  z.union([z.object({ keep: z.string().trim().min(1).max(2000) }), z.object({ drop: z.string().max(64) })]),
);
