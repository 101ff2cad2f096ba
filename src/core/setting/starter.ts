import { plainText } from '../text/document-json';
import { attrsOf, contentOf, type Doc, type DocNode, descendants } from '../text/nodes';

/** A line that is asked: with a number or a letter before it, which is put away. */
const NUMBERED = /^\(?(?:\d{1,3}|[a-z])[.):]\s+(?=\S)/u;
/** So it ends in most scripts: Latin, Arabic, Greek, Armenian, Chinese and Japanese. */
const ASKS = /[?؟;՞？]["”»)\]]*$/u;

const isLine = ({ type }: DocNode): boolean => type === 'paragraph' || type === 'heading';
const isAsked = ({ type }: DocNode): boolean => type === 'question' || type === 'answer';

/** A question and the place in which it is answered. */
const asked = (text: string, id: string): DocNode[] => [
  { type: 'question', attrs: { number: 1, text } },
  { type: 'answer', attrs: { id }, content: [{ type: 'paragraph' }] },
];

/** Gives the questions of a text their numbers, in their order, from 1. */
export function renumbered(doc: Doc): Doc {
  let number = 0;
  const content = contentOf(doc).map((node): DocNode => {
    if (node.type !== 'question') return node;
    number += 1;
    return { type: 'question', attrs: { ...attrsOf(node), number } };
  });
  return { ...doc, content };
}

/** Is this what is asked, and what is asked without its number? `null` where it is no question. */
function question(node: DocNode): string | null {
  if (!isLine(node)) return null;
  const text = plainText(node);
  if (!NUMBERED.test(text) && !ASKS.test(text)) return null;
  return text.replace(NUMBERED, '');
}

/** The questions of a numbered list; `null` where one of its items holds more than a line. */
function listed(node: DocNode): readonly string[] | null {
  if (node.type !== 'orderedList') return null;
  const items = contentOf(node).map((item) => contentOf(item));
  return items.every((inner) => inner.length === 1 && isLine(inner[0] as DocNode))
    ? items.map(([line]) => plainText(line as DocNode))
    : null;
}

/**
 * A text that was read in, with a place to answer under each of its questions: lines with a number or a question mark, and the
 * items of numbered lists. What stands under a question up to the next and holds no words was the room for its answer, and goes.
 * A text that has answer places already keeps them.
 *
 * @param newId makes the id of a place
 */
export function withPlaces(doc: Doc, newId: () => string): Doc {
  if ([...descendants(doc)].some(isAsked)) return renumbered(doc);
  const content: DocNode[] = [];
  let room = false;
  for (const node of contentOf(doc)) {
    const found = question(node);
    const all = found === null ? listed(node) : [found];
    if (all !== null) {
      for (const text of all) content.push(...asked(text, newId()));
      room = true;
    } else if (!room || !isLine(node) || plainText(node) !== '') {
      content.push(node);
      room = false;
    }
  }
  return renumbered({ ...doc, content: content.length === 0 ? [{ type: 'paragraph' }] : content });
}
