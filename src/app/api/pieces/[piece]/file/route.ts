import { pieceFile } from '@/server/piece-view';
import { route } from '@/server/route';

export const GET = route('GET /api/pieces/[piece]/file', ({ db, params, request }) =>
  pieceFile(db, params.piece ?? '', request),
);
