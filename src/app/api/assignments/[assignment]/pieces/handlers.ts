import { z } from 'zod';
import type { PostId } from '@/core/ids';
import { putFromPost } from '@/server/doing/pieces/from-post';
import { putPiece } from '@/server/doing/pieces/pieces';
import { route } from '@/server/http/route';

const body = z.discriminatedUnion('from', [
  z.object({ from: z.literal('link'), address: z.string().min(1).max(2000), name: z.string().max(400) }),
  z.object({ from: z.literal('piece'), id: z.string().max(64) }),
  z.object({ from: z.literal('document'), id: z.string().max(64) }),
  z.object({ from: z.literal('post'), id: z.string().max(64), position: z.int().min(0) }),
]);

export const POST = route(
  'POST /api/assignments/[assignment]/pieces',
  ({ db, person, params, body: what, now }) =>
    what.from === 'post'
      ? putFromPost(
          db,
          person,
          { assignmentId: params.assignment, post: what.id as PostId, position: what.position },
          now,
        )
      : putPiece(db, person, params.assignment, what, now),
  body,
);
