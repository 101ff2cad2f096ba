import { z } from 'zod';
import type { PersonId } from '@/core/ids';
import { SLIP_KINDS } from '@/core/office/slip-code';
import { printSlips } from '@/server/doing/office/print-slips';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/people/[person]/slip',
  ({ db, person, params, body, now }) => printSlips(db, person, [params.person as PersonId], body.kind, now),
  z.object({ kind: z.enum(SLIP_KINDS).default('once') }),
);
