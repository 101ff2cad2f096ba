import { route } from '@/server/http/route';
import { postFile } from '@/server/reading/talk/floor';

export const GET = route('GET /api/posts/[post]/files/[position]', ({ db, params, request }) =>
  postFile(db, params.post, params.position, request),
);
