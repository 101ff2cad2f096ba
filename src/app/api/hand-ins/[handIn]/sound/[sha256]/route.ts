import type { HandInId } from '@/core/ids';
import { route } from '@/server/http/route';
import { soundOf } from '@/server/reading/marking/marking-desk';
import type { Person } from '@/store/people';

export const GET = route('GET /api/hand-ins/[handIn]/sound/[sha256]', ({ db, person, params, request }) =>
  soundOf(db, person as Person, params.handIn as HandInId, params.sha256 ?? '', request),
);
