import { z } from 'zod';
import { lookAtSlip } from '@/server/doing/accounts/slip-in';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/slip',
  ({ db, body, address, now }) => lookAtSlip(db, { ...body, address }, now),
  z.object({ code: z.string().min(1).max(60) }),
);
