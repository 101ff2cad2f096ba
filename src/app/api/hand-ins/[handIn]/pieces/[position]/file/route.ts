import type { HandInId } from '@/core/ids';
import { handedInFile } from '@/server/piece-view';
import { route } from '@/server/route';
import type { Person } from '@/store/people';

export const GET = route('GET /api/hand-ins/[handIn]/pieces/[position]/file', ({ db, person, now, params, request }) =>
  handedInFile(db, { person: person as Person, now }, params.handIn as HandInId, Number(params.position), request),
);
