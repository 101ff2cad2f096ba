import { z } from 'zod';
import { postDraft } from '@/server/doing/setting/drafts';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/drafts/[draft]/post',
  ({ db, person, params, body, now }) => postDraft(db, person, params.draft, body.postedAt, now),
  z.object({ postedAt: z.int().nullable() }),
);
