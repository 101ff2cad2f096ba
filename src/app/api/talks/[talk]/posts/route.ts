import type { PostId } from '@/core/ids';
import { say } from '@/server/doing/talk/posts';
import { route } from '@/server/http/route';
import { said } from '@/server/http/said';

export const POST = route(
  'POST /api/talks/[talk]/posts',
  ({ db, person, params, body, now }) =>
    say(db, person, { ...body, talkId: params.talk, to: body.to as PostId | null }, now),
  said,
);
