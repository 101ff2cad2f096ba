import { route } from '@/server/http/route';
import { threadReplies } from '@/server/reading/talk/thread-replies';

export const GET = route('GET /api/posts/[post]/replies', ({ db, person, params, request }) => {
  const before = new URL(request.url).searchParams.get('before') ?? '';
  return threadReplies(db, person, params.post, /^\d{1,9}$/.test(before) ? Number(before) : null);
});
