import type { HandInId } from '@/core/ids';
import { route } from '@/server/http/route';
import { handedInFile } from '@/server/reading/documents/piece-view';
import type { Person } from '@/store/people';

export const GET = route('GET /api/hand-ins/[handIn]/pieces/[position]/file', ({ db, person, now, params, request }) =>
  handedInFile(db, { person: person as Person, now }, params.handIn as HandInId, Number(params.position), request),
);
