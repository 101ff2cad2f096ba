/**
 * A text document as JSON: the tree that the editor, the store and every computation share. Node types:
 * `doc`, `paragraph`, `heading` (level), `bulletList`, `orderedList`, `listItem`, `blockquote`, `image`
 * (src, alt), `question` (number, text: what the teacher asks, not typed by the student) and `answer`
 * (id: the place in which the student answers).
 */
export interface DocNode {
  readonly type: string;
  readonly attrs?: Readonly<Record<string, unknown>>;
  readonly content?: readonly DocNode[];
  readonly text?: string;
  readonly marks?: readonly { readonly type: string; readonly attrs?: Readonly<Record<string, unknown>> }[];
}

const BLOCKS = new Set(['paragraph', 'heading', 'blockquote', 'listItem', 'codeBlock']);

/** The typed text below a node, a line a block. What a question asks is not typed text and is left out. */
export function plainText(node: DocNode): string {
  const lines: string[] = [];
  const walk = (at: DocNode, into: string[]): void => {
    if (at.text !== undefined) into.push(at.text);
    else if (at.type === 'hardBreak') into.push('\n');
    for (const child of at.content ?? []) {
      if (!BLOCKS.has(child.type) && child.content === undefined) {
        walk(child, into);
        continue;
      }
      const inner: string[] = [];
      walk(child, inner);
      if (inner.length > 0) lines.push(inner.join(''));
    }
  };
  const rest: string[] = [];
  walk(node, rest);
  if (rest.length > 0) lines.push(rest.join(''));
  return lines.join('\n').trim();
}

/** Several documents as one, so that an ask finds its place in whichever holds it. */
export const together = (documents: readonly DocNode[]): DocNode => ({
  type: 'doc',
  content: documents.flatMap((document) => document.content ?? []),
});

/** One answer place: its id, the question that stands before it, and what has been typed into it. */
export interface AnswerPlace {
  readonly id: string;
  readonly number: number;
  readonly question: string;
  readonly text: string;
}

/** Every answer place of a document, in order. A place without an id is passed over; an id counts once. */
export function answerPlaces(doc: DocNode): readonly AnswerPlace[] {
  const places: AnswerPlace[] = [];
  const seen = new Set<string>();
  let question = '';
  let number = 0;
  const walk = (node: DocNode): void => {
    if (node.type === 'question') {
      question = String(node.attrs?.text ?? '');
      number = Number(node.attrs?.number ?? number + 1);
      return;
    }
    if (node.type === 'answer') {
      const id = node.attrs?.id;
      if (typeof id !== 'string' || seen.has(id)) return;
      seen.add(id);
      places.push({ id, number: number || places.length + 1, question, text: plainText(node) });
      return;
    }
    for (const child of node.content ?? []) walk(child);
  };
  walk(doc);
  return places;
}
