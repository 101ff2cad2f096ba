import { pieceThumb } from '@/server/piece-view';
import { route } from '@/server/route';

export const GET = route('GET /api/pieces/[piece]/thumb', ({ db, params, request }) =>
  pieceThumb(db, params.piece ?? '', request),
);
