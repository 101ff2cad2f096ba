import { route } from '@/server/route';
import { textPicture } from '@/server/text-pictures';

export const GET = route('GET /api/text-pictures/[sha256]', ({ db, params, request }) =>
  textPicture(db, params.sha256 ?? '', request),
);
