import * as Y from 'yjs';
import { documentJson, nodeIn, TEXT_FIELD } from '../documents/text-document';
import { answerPlaces } from '../text/document-json';
import type { Doc } from '../text/nodes';
import { askedIn } from './asked';

const isNamed = (node: unknown, name: string): node is Y.XmlElement =>
  node instanceof Y.XmlElement && node.nodeName === name;

/**
 * Lets a later version of a starter reach a copy that somebody has begun, without touching what they wrote: questions that the
 * copy lacks come into it, behind the place that stands before them; a question that has other words gets them where it has not
 * been answered. What was taken away from the starter stays.
 *
 * @param ydoc the copy; it is changed
 * @returns whether anything had to be changed
 */
export function reachCopy(ydoc: Y.Doc, starter: Doc): boolean {
  const tree = ydoc.getXmlFragment(TEXT_FIELD);
  const asked = askedIn(starter);
  const filled = new Map(answerPlaces(documentJson(ydoc)).map((place) => [place.id, place.filled]));
  const at = (id: string): number =>
    tree.toArray().findIndex((node) => isNamed(node, 'answer') && node.getAttribute('id') === id);
  let changed = false;
  let before = -1;
  ydoc.transact(() => {
    for (const { id, question, place } of asked) {
      const there = at(id);
      if (there < 0) {
        const where = before < 0 ? tree.length : before + 1;
        tree.insert(where, [...(question ? [nodeIn(question)] : []), nodeIn(place)]);
        before = where + (question ? 1 : 0);
        changed = true;
        continue;
      }
      before = there;
      const own = tree.get(there - 1);
      const { number, text } = (question?.attrs ?? {}) as { readonly number?: unknown; readonly text?: unknown };
      if (!isNamed(own, 'question') || !question) continue;
      if (typeof text === 'string' && filled.get(id) !== true && own.getAttribute('text') !== text) {
        own.setAttribute('text', text);
        changed = true;
      }
      if (typeof number === 'number' && (own.getAttribute('number') as unknown) !== number) {
        // Yjs keeps any JSON value as an attribute, though its type says string.
        own.setAttribute('number', number as unknown as string);
        changed = true;
      }
    }
  });
  return changed;
}
