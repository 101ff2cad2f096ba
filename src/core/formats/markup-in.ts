import { type AnyNode, Element, isComment, isText } from 'domhandler';
import { LIMITS, overflow } from '../documents/limits';
import { paragraphs, wordsIn } from '../text/document-json';
import {
  attrsOf,
  contentOf,
  type Doc,
  type DocNode,
  type MarkName,
  type NodeOf,
  type TextNode,
  type Visitor,
  visit,
  withContent,
} from '../text/nodes';
import { PICTURE_ADDRESS } from '../text/picture-address';
import { isElement, localName, parseMarkup, TooIntricate } from './markup';
import { type Addresses, toDocument } from './markup-to-document';
import { safeAddress } from './safe-address';

const ADDRESSES: Addresses = {
  picture: (source) => (PICTURE_ADDRESS.test(source) ? source : null),
  link: (href) => safeAddress(href),
};

/** One property of a style attribute; empty where it has none. */
function styled(element: Element, property: string): string {
  for (const rule of (element.attribs.style ?? '').split(';')) {
    const colon = rule.indexOf(':');
    if (colon > 0 && rule.slice(0, colon).trim().toLowerCase() === property) return rule.slice(colon + 1).trim();
  }
  return '';
}

const wrapped = (name: string, children: AnyNode[]): Element => new Element(name, {}, children);

/** What a style says about weight, slant and line, as the elements that mean the same. */
function meant(element: Element, children: AnyNode[]): AnyNode[] {
  let inner = children;
  if (/^(bold|[6-9]00)$/.test(styled(element, 'font-weight'))) inner = [wrapped('b', inner)];
  if (/^italic|^oblique/.test(styled(element, 'font-style'))) inner = [wrapped('i', inner)];
  const line = `${styled(element, 'text-decoration')} ${styled(element, 'text-decoration-line')}`;
  if (line.includes('underline')) inner = [wrapped('u', inner)];
  return inner;
}

/** A paragraph that an office program means as an item of a list, and how deep. */
function listLevel(element: Element): number | null {
  const level = /level(\d)/.exec(styled(element, 'mso-list'))?.[1];
  return level === undefined ? null : Number(level);
}

/** The bullet or number that stands in such a paragraph as text, between conditional comments. */
function withoutBullet(children: readonly AnyNode[]): { readonly children: AnyNode[]; readonly bullet: string } {
  const kept: AnyNode[] = [];
  let bullet = '';
  let inBullet = false;
  const said = (node: AnyNode): string =>
    isText(node) ? node.data : 'children' in node ? node.children.map(said).join('') : '';
  for (const node of children) {
    if (isComment(node)) {
      if (/supportLists/.test(node.data)) inBullet = true;
      else if (/endif/.test(node.data)) inBullet = false;
      continue;
    }
    const ignored = isElement(node) && /ignore/i.test(styled(node, 'mso-list'));
    if (inBullet || ignored) bullet += said(node);
    else kept.push(node);
  }
  return { children: kept, bullet: bullet.trim() };
}

/** Puts what office programs write into plain markup: styles become elements, list paragraphs become lists. */
function plainMarkup(nodes: readonly AnyNode[]): AnyNode[] {
  const out: AnyNode[] = [];
  let list: { readonly element: Element; readonly ordered: boolean } | null = null;
  for (const node of nodes) {
    if (!isElement(node)) {
      if (isText(node) && node.data.trim() !== '') list = null;
      out.push(node);
      continue;
    }
    const name = localName(node);
    const level = name === 'p' ? listLevel(node) : null;
    if (level !== null) {
      const { children, bullet } = withoutBullet(node.children);
      const ordered = /^[(]?[\p{N}a-z]{1,4}[.)]/iu.test(bullet);
      if (!list || list.ordered !== ordered) {
        list = { element: wrapped(ordered ? 'ol' : 'ul', []), ordered };
        out.push(list.element);
      }
      list.element.children.push(wrapped('li', plainMarkup(children) as AnyNode[]) as Element);
      continue;
    }
    list = null;
    const inner = meant(node, plainMarkup(node.children));
    // Some programs wrap everything they copy into a bold element that is styled not to be bold.
    if ((name === 'b' || name === 'strong') && /^(normal|[1-5]00)$/.test(styled(node, 'font-weight')))
      out.push(...inner);
    else out.push(new Element(node.name, node.attribs, inner as Element[]));
  }
  return out;
}

const EMPTY: DocNode = { type: 'paragraph' };

function withinLimits(doc: Doc): Doc {
  const much = overflow(doc);
  if (much) throw new TooIntricate(much);
  return doc;
}
const KEPT_MARKS: ReadonlySet<MarkName> = new Set(['bold', 'italic', 'underline', 'link']);

/**
 * Makes a document of any markup into one that the editor can hold: its kinds of node, in the places where it has them.
 *
 * @throws TooIntricate where there is more of it than a document may hold
 */
export function fitToEditor(doc: Doc): Doc {
  const counted: Counted = { cells: 0 };
  const content = contentOf(doc).flatMap((node) => fitted(node, counted));
  return withinLimits({ type: 'doc', content: content.length > 0 ? content : [EMPTY] });
}

const inline = (node: DocNode): DocNode => {
  if (node.type !== 'text') return node;
  const { marks: _, ...bare } = node;
  const marks = (node.marks ?? []).filter(({ type }) => KEPT_MARKS.has(type));
  return marks.length > 0 ? { ...bare, marks } : bare;
};

const kept = <Node extends Exclude<DocNode, TextNode>>(node: Node): Node =>
  withContent(node, contentOf(node).map(inline));

/** How many cells there have been so far: a document of many small tables counts like one large. */
interface Counted {
  cells: number;
}

const inside = (node: DocNode, counted: Counted): DocNode[] =>
  contentOf(node).flatMap((child) => fitted(child, counted));

/** What holds others stands where it has some. */
const filled = (node: Exclude<DocNode, TextNode>, counted: Counted): DocNode[] => {
  const content = inside(node, counted);
  return content.length > 0 ? [withContent(node, content)] : [];
};

/** A cell or a quotation: no table stands in it, and something always does. */
const holding = (node: Exclude<DocNode, TextNode>, counted: Counted): DocNode[] => {
  const content = inside(node, counted).filter(({ type }) => type !== 'table');
  return [withContent(node, content.length > 0 ? content : [EMPTY])];
};

/** Every row as wide as the widest: a table with holes cannot be walked by key. */
function table(node: NodeOf<'table'>, counted: Counted): DocNode[] {
  const rows = inside(node, counted).filter((row): row is NodeOf<'tableRow'> => row.type === 'tableRow');
  const width = rows.reduce((most, row) => Math.max(most, contentOf(row).length), 0);
  counted.cells += width * rows.length;
  if (width > LIMITS.columns || counted.cells > LIMITS.cells) throw new TooIntricate('cells');
  const empty = (): DocNode => ({ type: 'tableCell', content: [EMPTY] });
  const wide = rows.map((row) => {
    const cells = contentOf(row);
    return withContent(row, [...cells, ...Array.from({ length: width - cells.length }, empty)]);
  });
  return width > 0 ? [withContent(node, wide)] : [];
}

const left = (): DocNode[] => [];

/** Each kind of node as the editor can hold it; what it has no place for is left out. */
const FITTED: Visitor<DocNode[], Counted> = {
  doc: left,
  text: left,
  paragraph: (node) => [kept(node)],
  heading: (node) => [{ ...kept(node), attrs: { level: attrsOf(node).level > 2 ? 3 : 2 } }],
  bulletList: filled,
  orderedList: filled,
  listItem: (node, counted) => {
    const content = inside(node, counted);
    return [withContent(node, content[0]?.type === 'paragraph' ? content : [EMPTY, ...content])];
  },
  blockquote: holding,
  codeBlock: (node) => [...paragraphs(wordsIn(node))],
  horizontalRule: left,
  hardBreak: left,
  image: (node) => [node],
  formula: left,
  question: left,
  answer: left,
  table,
  tableRow: filled,
  tableHeader: holding,
  tableCell: holding,
};

const fitted = (node: DocNode, counted: Counted): DocNode[] => visit(node, FITTED, counted);

/**
 * Markup from elsewhere (pasted, or out of a file) as a document that the editor can hold. Only what a text is made
 * of comes through: nothing that could run, load something or ask for input.
 *
 * @throws TooIntricate where there is more of it than a document may hold
 */
export function fromMarkup(markup: string): Doc {
  const root = wrapped('body', plainMarkup(parseMarkup(markup).children));
  return fitToEditor(toDocument(root, ADDRESSES));
}

/**
 * Plain text as a document, a paragraph a line.
 *
 * @throws TooIntricate where there is more of it than a document may hold
 */
export const fromPlainText = (text: string): Doc =>
  withinLimits({
    type: 'doc',
    content: paragraphs(text.replace(/\r\n?/g, '\n')),
  });
