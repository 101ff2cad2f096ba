import * as Y from 'yjs';
import type { PartContent, PartPost } from '../kinds/document/part';

const FIELD = 'said';

/** One state of a post: as it was said or mended last, or that it was withdrawn. The latest counts. */
type State = { readonly at: number; readonly post: PartPost | null };

/** What somebody said, as it stands. */
export function readPart(ydoc: Y.Doc): PartContent {
  const latest = new Map<string, State>();
  for (const [key, value] of ydoc.getMap<string>(FIELD)) {
    const id = key.slice(0, key.indexOf(' '));
    const state = JSON.parse(value) as State;
    const before = latest.get(id);
    // In one and the same moment what was withdrawn is.
    if (!before || before.at < state.at || (before.at === state.at && state.post === null)) latest.set(id, state);
  }
  const posts = [...latest.values()].flatMap(({ post }) => post ?? []);
  return { posts: posts.sort((a, b) => a.number - b.number) };
}

/** The update that adds a state of a post to a part. Each has a name of its own, so that none takes the place of another. */
export function partUpdate(id: string, at: number, post: PartPost | null): Uint8Array {
  const ydoc = new Y.Doc();
  ydoc
    .getMap<string>(FIELD)
    .set(`${id} ${at}${post === null ? ' withdrawn' : ''}`, JSON.stringify({ at, post } satisfies State));
  return Y.encodeStateAsUpdate(ydoc);
}

/** The first update of a part. */
export function firstPart({ posts }: PartContent): Uint8Array {
  const ydoc = new Y.Doc();
  for (const post of posts)
    ydoc.getMap<string>(FIELD).set(`${post.id} ${post.at}`, JSON.stringify({ at: post.at, post }));
  return Y.encodeStateAsUpdate(ydoc);
}
