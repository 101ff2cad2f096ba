import { route } from '@/server/http/route';
import { textPicture } from '@/server/reading/documents/text-pictures';

export const GET = route('GET /api/text-pictures/[sha256]', ({ db, params, request }) =>
  textPicture(db, params.sha256, request),
);
