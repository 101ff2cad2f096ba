import type { HandInId } from '@/core/ids';
import { soundOf } from '@/server/marking-desk';
import { route } from '@/server/route';
import type { Person } from '@/store/people';

export const GET = route('GET /api/hand-ins/[handIn]/sound/[sha256]', ({ db, person, params, request }) =>
  soundOf(db, person as Person, params.handIn as HandInId, params.sha256 ?? '', request),
);
