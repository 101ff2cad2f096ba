import { z } from 'zod';
import { enterBySlip } from '@/server/doing/accounts/slip-in';
import { route } from '@/server/http/route';
import { signInResponse } from '@/server/http/session-cookie';

export const POST = route(
  'POST /api/slip/enter',
  async ({ db, body, address, now }) => signInResponse(await enterBySlip(db, { ...body, address }, now)),
  z.object({
    code: z.string().min(1).max(60),
    password: z.string().max(500).default(''),
    ticket: z.string().max(64).default(''),
  }),
);
