import { route } from '@/server/http/route';
import { draftView } from '@/server/reading/setting/drafts';

export const GET = route('GET /api/drafts/[draft]', ({ db, person, params }) => draftView(db, person, params.draft));
