import { route } from '@/server/http/route';
import { bookPart } from '@/server/reading/materials/material-page';

export const GET = route('GET /api/materials/[material]/parts/[part]', ({ db, person, params, request }) =>
  bookPart(db, person, params, request),
);
