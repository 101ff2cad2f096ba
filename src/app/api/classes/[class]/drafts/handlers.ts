import { z } from 'zod';
import { beginDraft } from '@/server/doing/setting/drafts';
import { route } from '@/server/http/route';
import { sentId } from '@/server/http/sent-id';

export const POST = route(
  'POST /api/classes/[class]/drafts',
  ({ db, person, params, body, now }) => beginDraft(db, person, params.class, now, body),
  z.object({ unit: sentId<string>().nullable().default(null), behind: sentId<string>().nullable().default(null) }),
);
