import { z } from 'zod';
import { giveBeginCode } from '@/server/doing/office/beginning';
import { route } from '@/server/http/route';
import { beginResponse } from '@/server/http/session-cookie';

export const POST = route(
  'POST /api/begin/code',
  async ({ db, body, address, now }) => beginResponse(await giveBeginCode(db, { ...body, address }, now)),
  z.object({ code: z.string().min(1).max(20) }),
);
