import { z } from 'zod';
import { putPiece } from '@/server/doing/pieces/pieces';
import { route } from '@/server/http/route';

const body = z.discriminatedUnion('from', [
  z.object({ from: z.literal('link'), address: z.string().min(1).max(2000), name: z.string().max(400) }),
  z.object({ from: z.literal('piece'), id: z.string().max(64) }),
  z.object({ from: z.literal('document'), id: z.string().max(64) }),
]);

export const POST = route(
  'POST /api/assignments/[assignment]/pieces',
  ({ db, person, params, body: what, now }) => putPiece(db, person, params.assignment, what, now),
  body,
);
