import { route } from '@/server/http/route';
import { pieceThumb } from '@/server/reading/documents/piece-view';

export const GET = route('GET /api/pieces/[piece]/thumb', ({ db, person, params, request }) =>
  pieceThumb(db, person, params.piece, request),
);
