import { route } from '@/server/http/route';
import { effectOf } from '@/server/reading/setting/effect';

export const GET = route('GET /api/drafts/[draft]/effect', ({ db, person, params }) =>
  effectOf(db, person, params.draft),
);
