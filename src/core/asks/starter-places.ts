import { answerPlaces, hasPicture, plainText } from '../text/document-json';
import { type Doc, type DocNode, withContent } from '../text/nodes';

/** How a question was told in a starter that marks no places. */
export type Sign = 'number' | 'question-mark' | 'blank';

export interface Understood {
  /** The starter with a place for every question that was told. */
  readonly doc: Doc;
  /** What was told, in order. Empty for a starter that marks its own places, and where nothing was told. */
  readonly signs: readonly { readonly id: string; readonly text: string; readonly sign: Sign }[];
}

/** A number or a letter and a mark after it, at the beginning of a line: 1. 2) (3) b) Question 4: */
const NUMBERED = /^\s*(?:question\s*|q|سؤال\s*|السؤال\s*)?(?:\(?\p{N}{1,3}\s*[.):]|\(?[a-hA-H][.)])\)?\s+(?=\S)/iu;
/** A question mark of any script that ends the line. */
const ASKS = /[?？؟;][\p{Pe}\p{Pf}"\s]*$/u;
/** A line to write on: three or more of one filling sign, or empty brackets. */
const BLANK = /_{3,}|\.{5,}|…{2,}|‥{3,}|\[\s{2,}\]|\(\s{3,}\)/u;

function signOf(text: string): Sign | null {
  if (BLANK.test(text)) return 'blank';
  if (NUMBERED.test(text)) return 'number';
  // The Greek question mark looks like a semicolon, and is one only after Greek letters.
  if (ASKS.test(text)) return /;\s*$/.test(text) && !/\p{Script=Greek}/u.test(text) ? null : 'question-mark';
  return null;
}

const isEmptyBlock = (node: DocNode | undefined): boolean =>
  node !== undefined && node.type === 'paragraph' && plainText(node) === '' && !hasPicture(node);

/**
 * Makes answer places in a starter that marks none, as far as its form tells them: numbered lines and items
 * of a numbered list, lines that end in a question mark, and lines with a blank to fill. The empty lines
 * below a question were room to write in and become its place. Everything else stays as it is.
 */
export function understandStarter(starter: Doc): Understood {
  if (answerPlaces(starter).length > 0) return { doc: starter, signs: [] };
  const signs: { id: string; text: string; sign: Sign }[] = [];
  const ask = (text: string, sign: Sign): DocNode[] => {
    const number = signs.length + 1;
    const id = `u${number}`;
    const clean = text.replace(NUMBERED, '').replace(/\s+/g, ' ').trim();
    signs.push({ id, text: clean, sign });
    return [
      { type: 'question', attrs: { number, text: clean } },
      { type: 'answer', attrs: { id }, content: [{ type: 'paragraph' }] },
    ];
  };
  const content: DocNode[] = [];
  const blocks = starter.content ?? [];
  let afterQuestion = false;
  for (const block of blocks) {
    if (afterQuestion && isEmptyBlock(block)) continue;
    afterQuestion = false;
    if (block.type === 'orderedList') {
      const items = (block.content ?? []).map((item) => plainText(item)).filter(Boolean);
      for (const item of items) content.push(...ask(item, signOf(item) === 'blank' ? 'blank' : 'number'));
      afterQuestion = items.length > 0;
      continue;
    }
    const text = plainText(block);
    const sign = block.type === 'paragraph' && !hasPicture(block) && !text.includes('\n') ? signOf(text) : null;
    if (sign === null) {
      content.push(block);
      continue;
    }
    content.push(...ask(text, sign));
    afterQuestion = true;
  }
  return { doc: withContent(starter, content), signs };
}
