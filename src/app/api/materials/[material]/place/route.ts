import { z } from 'zod';
import { leaveOff } from '@/server/materials';
import { route } from '@/server/route';
import type { Person } from '@/store/people';

const body = z.object({ spot: z.number().min(0).max(1e7) });

export const POST = route(
  'POST /api/materials/[material]/place',
  ({ db, person, params, body: { spot }, now }) =>
    leaveOff(db, (person as Person).id, params.material ?? '', spot, now),
  body,
);
