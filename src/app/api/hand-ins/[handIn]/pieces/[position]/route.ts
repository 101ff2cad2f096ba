import type { HandInId } from '@/core/ids';
import { viewHandedIn } from '@/server/piece-view';
import { route } from '@/server/route';
import type { Person } from '@/store/people';

export const GET = route('GET /api/hand-ins/[handIn]/pieces/[position]', ({ db, person, now, params }) =>
  viewHandedIn(db, { person: person as Person, now }, params.handIn as HandInId, Number(params.position)),
);
