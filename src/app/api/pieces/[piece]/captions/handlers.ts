import { route } from '@/server/http/route';
import { pieceCaptions } from '@/server/reading/documents/piece-view';

export const GET = route('GET /api/pieces/[piece]/captions', ({ db, params }) => pieceCaptions(db, params.piece));
