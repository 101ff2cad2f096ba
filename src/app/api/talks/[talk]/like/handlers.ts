import { route } from '@/server/http/route';
import { likeThis } from '@/server/reading/talk/floor';

export const GET = route('GET /api/talks/[talk]/like', ({ db, person, params, now, request }) =>
  likeThis(db, person, params.talk, new URL(request.url).searchParams.get('words') ?? '', now),
);
