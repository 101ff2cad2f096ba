import { route } from '@/server/http/route';
import { handedInWhole } from '@/server/reading/documents/piece-view';

export const GET = route('GET /api/hand-ins/[handIn]', ({ db, params }) => handedInWhole(db, params.handIn));
