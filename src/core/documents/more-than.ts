import * as Y from 'yjs';

/**
 * Does a document hold anything that a state vector does not know? Deletions have no clock and are not seen by it.
 *
 * @param vector as `Y.encodeStateVector` gives it
 */
export function hasMoreThan(ydoc: Y.Doc, vector: Uint8Array): boolean {
  const known = Y.decodeStateVector(vector);
  for (const [client, clock] of Y.decodeStateVector(Y.encodeStateVector(ydoc))) {
    if ((known.get(client) ?? 0) < clock) return true;
  }
  return false;
}
