import { route } from '@/server/http/route';
import { hintFor } from '@/server/reading/questions/hints';

export const GET = route('GET /api/attempts/[attempt]/hints/[part]', ({ db, params }) =>
  hintFor(db, params.attempt, params.part),
);
