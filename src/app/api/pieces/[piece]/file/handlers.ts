import { route } from '@/server/http/route';
import { pieceFile } from '@/server/reading/documents/piece-view';

export const GET = route('GET /api/pieces/[piece]/file', ({ db, params, request }) =>
  pieceFile(db, params.piece, request),
);
