import { pieceThumb } from '@/server/piece-view';
import { route } from '@/server/route';
import type { Person } from '@/store/people';

export const GET = route('GET /api/pieces/[piece]/thumb', ({ db, person, params, request }) =>
  pieceThumb(db, person as Person, params.piece ?? '', request),
);
