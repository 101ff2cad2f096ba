import { type AnyNode, type Element, isText } from 'domhandler';
import type { Doc, DocNode, Mark, MarkName } from '../text/nodes';
import { isElement, localName } from './markup';

/** How addresses within the markup are turned into ones that may be shown; `null` leaves them out. */
export interface Addresses {
  readonly picture: (source: string) => string | null;
  readonly link: (href: string) => string | null;
}

type Marks = readonly Mark[];
type Plain = Exclude<MarkName, 'link' | 'ink' | 'glow' | 'remark'>;

const MARKS: Readonly<Record<string, Plain>> = {
  b: 'bold',
  strong: 'bold',
  i: 'italic',
  em: 'italic',
  cite: 'italic',
  dfn: 'italic',
  u: 'underline',
  ins: 'underline',
  code: 'code',
  kbd: 'code',
  sub: 'subscript',
  sup: 'superscript',
};

/** Whatever could run, ask for input or load something else is left out with all that is in it. */
const LEFT_OUT = new Set(
  'script style iframe object embed form input button select textarea link meta base template noscript applet canvas audio video head title'.split(
    ' ',
  ),
);
const LISTS: Readonly<Record<string, 'bulletList' | 'orderedList'>> = { ul: 'bulletList', ol: 'orderedList' };
const BLOCKS = new Set(
  'p div section article aside header footer main nav figure figcaption h1 h2 h3 h4 h5 h6 ul ol li dl dt dd blockquote pre table thead tbody tfoot tr td th caption hr address body'.split(
    ' ',
  ),
);

/** Whether an element is a block or holds one. What is known of an element is asked once, however deep it lies. */
function blockTest(): (node: AnyNode) => boolean {
  const known = new WeakMap<Element, boolean>();
  const isBlock = (node: AnyNode): boolean => {
    if (!isElement(node)) return false;
    let block = known.get(node);
    if (block === undefined) {
      block = BLOCKS.has(localName(node)) || node.children.some((child) => isBlock(child));
      known.set(node, block);
    }
    return block;
  };
  return isBlock;
}

const sameMarks = (a: DocNode, b: DocNode): boolean => JSON.stringify(a.marks) === JSON.stringify(b.marks);

/** Joins pieces of text with equal marks, and folds white space over their borders. */
function tidied(inline: readonly DocNode[]): DocNode[] {
  const out: DocNode[] = [];
  let open = false;
  for (const node of inline) {
    if (node.text === undefined) {
      out.push(node);
      open = false;
      continue;
    }
    let text = node.text.replace(/[^\S\u00a0]+/g, ' ');
    if (!open) text = text.replace(/^ /, '');
    if (text === '') continue;
    const last = out.at(-1);
    if (last?.text !== undefined && sameMarks(last, node)) out[out.length - 1] = { ...last, text: last.text + text };
    else out.push({ ...node, text });
    open = !text.endsWith(' ');
  }
  const last = out.at(-1);
  if (last?.text?.endsWith(' ')) {
    const text = last.text.slice(0, -1);
    if (text === '') out.pop();
    else out[out.length - 1] = { ...last, text };
  }
  return out;
}

/**
 * Turns parsed markup into a text document of our own kinds of node. Only what is named here comes
 * through: everything else is passed over or, where it could run or load something, left out whole.
 */
export function toDocument(root: Element, addresses: Addresses): Doc {
  const isBlock = blockTest();
  const image = (element: Element): DocNode[] => {
    const source = element.attribs.src ?? element.attribs['xlink:href'] ?? element.attribs.href ?? '';
    const src = source === '' ? null : addresses.picture(source);
    return src === null ? [] : [{ type: 'image', attrs: { src, alt: element.attribs.alt ?? '' } }];
  };

  const inline = (node: AnyNode, marks: Marks): DocNode[] => {
    if (isText(node)) return [{ type: 'text', text: node.data, ...(marks.length > 0 ? { marks } : {}) }];
    if (!isElement(node)) return [];
    const name = localName(node);
    if (LEFT_OUT.has(name)) return [];
    if (name === 'br') return [{ type: 'hardBreak' }];
    if (name === 'img' || name === 'image') return image(node);
    let own = marks;
    const mark = MARKS[name];
    if (mark && !marks.some(({ type }) => type === mark)) own = [...marks, { type: mark }];
    if (name === 'a') {
      const href = node.attribs.href === undefined ? null : addresses.link(node.attribs.href.trim());
      if (href !== null) own = [...own.filter(({ type }) => type !== 'link'), { type: 'link', attrs: { href } }];
    }
    return node.children.flatMap((child) => inline(child, own));
  };

  /** Runs of inline content between blocks become paragraphs; pictures stand by themselves. */
  const blocks = (nodes: readonly AnyNode[], asParagraphs = true): DocNode[] => {
    const out: DocNode[] = [];
    let run: DocNode[] = [];
    const close = () => {
      let line: DocNode[] = [];
      const flush = () => {
        const content = tidied(line);
        if (content.length > 0) out.push({ type: 'paragraph', content });
        line = [];
      };
      for (const node of run) {
        if (node.type === 'image') {
          flush();
          out.push(node);
        } else line.push(node);
      }
      flush();
      run = [];
    };
    for (const node of nodes) {
      if (isElement(node) && LEFT_OUT.has(localName(node))) continue;
      if (asParagraphs && isBlock(node)) {
        close();
        out.push(...block(node as Element));
      } else run.push(...inline(node, []));
    }
    close();
    return out;
  };

  const rowOf = (row: Element): DocNode => ({
    type: 'tableRow',
    content: row.children
      .filter((cell): cell is Element => isElement(cell) && ['td', 'th'].includes(localName(cell)))
      .map(
        (cell): DocNode => ({
          type: localName(cell) === 'th' ? 'tableHeader' : 'tableCell',
          content: blocks(cell.children),
        }),
      ),
  });

  const rowsOf = (table: Element): DocNode[] =>
    table.children
      .filter(isElement)
      .flatMap((child) =>
        localName(child) === 'tr' ? [rowOf(child)] : /^t(head|body|foot)$/.test(localName(child)) ? rowsOf(child) : [],
      );

  /** What stands over a table stands above it: it has no place of its own here. */
  const captionOf = (table: Element): DocNode[] =>
    table.children.flatMap((child) =>
      isElement(child) && localName(child) === 'caption' ? blocks(child.children) : [],
    );

  /** Items of a list. What stands between them, as a list that many programs write beside the item it belongs to, goes to the one before. */
  const itemsOf = (list: Element): DocNode[] => {
    const items: DocNode[][] = [];
    for (const child of list.children) {
      if (isElement(child) && localName(child) === 'li') items.push(blocks(child.children));
      else {
        const found = blocks([child]);
        if (found.length > 0) items.push([...(items.pop() ?? []), ...found]);
      }
    }
    return items.map((content): DocNode => ({ type: 'listItem', content }));
  };

  const block = (element: Element): DocNode[] => {
    const name = localName(element);
    if (LEFT_OUT.has(name)) return [];
    const heading = /^h([1-6])$/.exec(name);
    if (heading) {
      const content = tidied(element.children.flatMap((child) => inline(child, []))).filter(
        ({ type }) => type !== 'image',
      );
      return content.length > 0 ? [{ type: 'heading', attrs: { level: Number(heading[1]) }, content }] : [];
    }
    const list = LISTS[name];
    if (list) {
      const items = itemsOf(element);
      return items.length > 0 ? [{ type: list, content: items }] : [];
    }
    if (name === 'blockquote') return [{ type: 'blockquote', content: blocks(element.children) }];
    if (name === 'pre') {
      const text = element.children.flatMap((child) => inline(child, [])).map((node) => node.text ?? '\n');
      return [{ type: 'codeBlock', content: [{ type: 'text', text: text.join('') }] }];
    }
    if (name === 'table') return [...captionOf(element), { type: 'table', content: rowsOf(element) }];
    if (name === 'hr') return [{ type: 'horizontalRule' }];
    return blocks(element.children);
  };

  return { type: 'doc', content: blocks(root.children) };
}
