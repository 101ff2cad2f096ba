import type { PostId } from '@/core/ids';
import { talkKind } from '@/core/kinds/talk';
import { type Queryable, read } from '@/store/database';
import type { Person } from '@/store/people';
import { findPost } from '@/store/talks';
import { discussionReplies } from './discussion';
import { replies } from './floor';

/** The replies of a thread, a window of them, by the rules of the talk in which it stands. */
export async function threadReplies(db: Queryable, reader: Person, root: PostId, before: number | null) {
  const place = await read(db, findPost(root));
  const step = place && talkKind(place.kind).part ? place.step_id : null;
  return place && step !== null
    ? discussionReplies(db, reader, { root, stepId: step, talkId: place.talk_id, before })
    : replies(db, reader, root, before);
}
