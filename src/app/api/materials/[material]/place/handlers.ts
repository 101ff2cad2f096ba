import { z } from 'zod';
import { route } from '@/server/http/route';
import { leaveOff } from '@/server/reading/materials/materials';

const body = z.object({ spot: z.number().min(0).max(1e7) });

export const POST = route(
  'POST /api/materials/[material]/place',
  ({ db, person, params, body: { spot }, now }) => leaveOff(db, person.id, params.material, spot, now),
  body,
);
