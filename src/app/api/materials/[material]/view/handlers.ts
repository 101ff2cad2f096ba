import { route } from '@/server/http/route';
import { shownMaterial } from '@/server/reading/materials/material-page';

export const GET = route('GET /api/materials/[material]/view', ({ db, person, params }) =>
  shownMaterial(db, person, params.material),
);
