import { route } from '@/server/http/route';
import { replies } from '@/server/reading/talk/floor';

export const GET = route('GET /api/posts/[post]/replies', ({ db, person, params, request }) => {
  const before = new URL(request.url).searchParams.get('before') ?? '';
  return replies(db, person, params.post, /^\d{1,9}$/.test(before) ? Number(before) : null);
});
