import { z } from 'zod';
import type { AssignmentId } from '@/core/ids';
import { putPiece } from '@/server/doing/pieces/pieces';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

const body = z.discriminatedUnion('from', [
  z.object({ from: z.literal('link'), address: z.string().min(1).max(2000), name: z.string().max(400) }),
  z.object({ from: z.literal('piece'), id: z.string().max(64) }),
  z.object({ from: z.literal('document'), id: z.string().max(64) }),
]);

export const POST = route(
  'POST /api/assignments/[assignment]/pieces',
  ({ db, person, params, body: what, now }) =>
    putPiece(db, person as Person, params.assignment as AssignmentId, what, now),
  body,
);
