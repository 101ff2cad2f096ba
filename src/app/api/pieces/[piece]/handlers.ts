import { z } from 'zod';
import { captionLines } from '@/core/recording/captions';
import { changePiece } from '@/server/doing/pieces/pieces';
import { route } from '@/server/http/route';
import { viewPiece } from '@/server/reading/documents/piece-view';

const body = z.discriminatedUnion('act', [
  z.object({ act: z.literal('rename'), name: z.string().max(400) }),
  z.object({ act: z.literal('caption'), lines: captionLines }),
  z.object({ act: z.literal('remove') }),
  z.object({ act: z.literal('bring-back') }),
]);

export const GET = route('GET /api/pieces/[piece]', ({ db, person, params }) => viewPiece(db, person, params.piece));

export const POST = route(
  'POST /api/pieces/[piece]',
  ({ db, person, params, body: what, now }) => changePiece(db, person, params.piece, what, now),
  body,
);
