import { route } from '@/server/http/route';
import { handedInCaptions } from '@/server/reading/documents/piece-view';

export const GET = route('GET /api/hand-ins/[handIn]/pieces/[position]/captions', ({ db, params }) =>
  handedInCaptions(db, params.handIn, params.position),
);
