import { route } from '@/server/http/route';
import { materialFile } from '@/server/reading/materials/material-page';

export const GET = route('GET /api/materials/[material]/file', ({ db, params, request }) =>
  materialFile(db, params.material, request),
);
