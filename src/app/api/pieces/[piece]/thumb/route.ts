import { route } from '@/server/http/route';
import { pieceThumb } from '@/server/reading/documents/piece-view';
import type { Person } from '@/store/people';

export const GET = route('GET /api/pieces/[piece]/thumb', ({ db, person, params, request }) =>
  pieceThumb(db, person as Person, params.piece ?? '', request),
);
