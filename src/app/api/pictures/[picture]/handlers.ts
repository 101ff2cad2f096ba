import { route } from '@/server/http/route';
import { setPicture } from '@/server/reading/materials/material-page';

export const GET = route('GET /api/pictures/[picture]', ({ db, params, request }) =>
  setPicture(db, params.picture, request),
);
