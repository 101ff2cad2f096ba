import { route } from '@/server/http/route';
import { viewHandedIn } from '@/server/reading/documents/piece-view';

export const GET = route('GET /api/hand-ins/[handIn]/pieces/[position]', ({ db, person, now, params }) =>
  viewHandedIn(db, { person: person, now }, params.handIn, params.position),
);
