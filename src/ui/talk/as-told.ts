import { mendUntil } from '@/core/talk/writing';
import type { AddedPost, PostView } from '@/server/reading/talk/floor';

/** What was just added, as somebody reads it who was told of it. */
export const asTold = (post: AddedPost, reader: string, now: number): PostView => {
  const own = post.authorId === reader;
  return { ...post, own, mendUntil: own ? mendUntil('floor', now) : null };
};
