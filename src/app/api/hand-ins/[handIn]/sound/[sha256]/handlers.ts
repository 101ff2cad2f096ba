import { route } from '@/server/http/route';
import { soundOf } from '@/server/reading/marking/marking-desk';

export const GET = route('GET /api/hand-ins/[handIn]/sound/[sha256]', ({ db, person, params, request }) =>
  soundOf(db, person, params.handIn, params.sha256, request),
);
