import type { HandInId } from '@/core/ids';
import { handedInFile } from '@/server/piece-view';
import { route } from '@/server/route';

export const GET = route('GET /api/hand-ins/[handIn]/pieces/[position]/file', ({ db, params, request }) =>
  handedInFile(db, params.handIn as HandInId, Number(params.position), request),
);
