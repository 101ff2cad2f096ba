import { beginDraft } from '@/server/doing/setting/drafts';
import { route } from '@/server/http/route';

export const POST = route('POST /api/classes/[class]/drafts', ({ db, person, params, now }) =>
  beginDraft(db, person, params.class, now),
);
