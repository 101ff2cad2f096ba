import type { PostId } from '@/core/ids';
import { say } from '@/server/doing/talk/posts';
import { route } from '@/server/http/route';
import { said } from '@/server/http/said';
import { talkWindow } from '@/server/reading/talk/messages';

export const POST = route(
  'POST /api/talks/[talk]/posts',
  ({ db, person, params, body, now }) =>
    say(db, person, { ...body, talkId: params.talk, to: body.to as PostId | null }, now),
  said,
);

export const GET = route('GET /api/talks/[talk]/posts', ({ db, person, params, request }) => {
  const before = new URL(request.url).searchParams.get('before') ?? '';
  return talkWindow(db, person, params.talk, /^\d{1,9}$/.test(before) ? Number(before) : null);
});
