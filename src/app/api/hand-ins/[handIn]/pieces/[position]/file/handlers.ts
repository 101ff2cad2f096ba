import { route } from '@/server/http/route';
import { handedInFile } from '@/server/reading/documents/piece-view';

export const GET = route('GET /api/hand-ins/[handIn]/pieces/[position]/file', ({ db, person, now, params, request }) =>
  handedInFile(db, { person: person, now }, params.handIn, params.position, request),
);
