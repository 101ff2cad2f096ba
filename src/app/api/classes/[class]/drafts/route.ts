import { z } from 'zod';
import { beginDraft } from '@/server/doing/setting/drafts';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/classes/[class]/drafts',
  ({ db, person, params, body, now }) => beginDraft(db, person, params.class, now, body.unit ?? null),
  z.object({ unit: z.string().max(100).nullable().optional() }),
);
