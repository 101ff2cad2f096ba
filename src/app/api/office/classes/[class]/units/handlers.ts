import { z } from 'zod';
import type { ClassId } from '@/core/ids';
import { startUnitByOffice } from '@/server/doing/office/classes';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/office/classes/[class]/units',
  ({ db, person, params, body, now }) => startUnitByOffice(db, person, params.class as ClassId, body, now),
  z.object({ title: z.string().max(200), startsAt: z.int(), endsAt: z.int() }),
);
