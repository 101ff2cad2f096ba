import { z } from 'zod';
import type { ClassId } from '@/core/ids';
import { copyDraft } from '@/server/doing/setting/copying';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/drafts/[draft]/copy',
  ({ db, person, params, body, now }) => copyDraft(db, person, params.draft, body.class as ClassId, now),
  z.object({ class: z.string().max(100) }),
);
