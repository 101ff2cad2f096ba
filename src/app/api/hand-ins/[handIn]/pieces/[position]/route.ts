import type { HandInId } from '@/core/ids';
import { viewHandedIn } from '@/server/piece-view';
import { route } from '@/server/route';

export const GET = route('GET /api/hand-ins/[handIn]/pieces/[position]', ({ db, params }) =>
  viewHandedIn(db, params.handIn as HandInId, Number(params.position)),
);
