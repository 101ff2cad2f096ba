import { route } from '@/server/http/route';
import { captions } from '@/server/reading/materials/material-page';

export const GET = route('GET /api/materials/[material]/captions', ({ db, params, request }) =>
  captions(db, params.material, request),
);
