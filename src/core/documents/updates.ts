import * as Y from 'yjs';
import { LIMITS, NODE_KINDS, type Overflow } from './limits';

/** So many structs a small update may have: somebody types one or a few at a time. */
const MOST_STRUCTS = 2000;

interface Placed {
  readonly from: number;
  readonly to: number;
  readonly depth: number;
}

/** How deep the things of one update lie, as far as the update itself tells. */
class Depths {
  readonly #byClient = new Map<number, Placed[]>();

  /** The depth of a thing; 0 where it came with another update. */
  of(id: Y.ID | null): number {
    if (id === null) return 0;
    const placed = this.#byClient.get(id.client) ?? [];
    let [low, high] = [0, placed.length - 1];
    while (low <= high) {
      const middle = (low + high) >> 1;
      const one = placed[middle] as Placed;
      if (id.clock < one.from) high = middle - 1;
      else if (id.clock >= one.to) low = middle + 1;
      else return one.depth;
    }
    return 0;
  }

  place(id: Y.ID, length: number, depth: number): void {
    const placed = this.#byClient.get(id.client);
    const one = { from: id.clock, to: id.clock + length, depth };
    if (placed) placed.push(one);
    else this.#byClient.set(id.client, [one]);
  }
}

/** A parent that is named by an id, and not by the root's name. */
const asId = (parent: unknown): Y.ID | null => (parent instanceof Y.ID ? parent : null);

/**
 * Looks at an update by itself, without applying it: it can be read to its end, has no more structs than somebody
 * types, nothing of a kind that documents do not have, and builds nothing too deep. Cost: the update, read once.
 *
 * @param update at most some kilobytes; a longer one is applied elsewhere
 */
export function lookAtUpdate(update: Uint8Array): Overflow | 'malformed' | null {
  let structs: ReturnType<typeof Y.decodeUpdate>['structs'];
  try {
    structs = Y.decodeUpdate(update).structs;
  } catch {
    return 'malformed';
  }
  if (structs.length > MOST_STRUCTS) return 'nodes';
  const depths = new Depths();
  for (const struct of structs) {
    if (!(struct instanceof Y.Item)) continue;
    const sibling = struct.origin ?? struct.rightOrigin;
    const depth = sibling ? Math.max(1, depths.of(sibling)) : depths.of(asId(struct.parent)) + 1;
    if (depth > LIMITS.depth) return 'depth';
    depths.place(struct.id, struct.length, depth);
    if (!(struct.content instanceof Y.ContentType)) continue;
    const { type } = struct.content;
    if (type instanceof Y.XmlElement && !NODE_KINDS.has(type.nodeName)) return 'kind';
  }
  return null;
}
