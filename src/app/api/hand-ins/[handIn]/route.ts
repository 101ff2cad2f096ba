import type { HandInId } from '@/core/ids';
import { handedInWhole } from '@/server/piece-view';
import { route } from '@/server/route';

export const GET = route('GET /api/hand-ins/[handIn]', ({ db, params }) =>
  handedInWhole(db, params.handIn as HandInId),
);
