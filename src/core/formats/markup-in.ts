import { type AnyNode, Element, isComment, isText } from 'domhandler';
import { LIMITS, overflow } from '../documents/limits';
import type { DocNode } from '../text/document-json';
import { isElement, localName, parseMarkup, TooIntricate } from './markup';
import { type Addresses, toDocument } from './markup-to-document';
import { safeAddress } from './text-out';

/** The one kind of picture address that stands in a text: our own, served after a permission check. */
export const PICTURE_ADDRESS = /^\/api\/text-pictures\/[0-9a-f]{64}$/;

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

function withinLimits(doc: DocNode): DocNode {
  const much = overflow(doc);
  if (much) throw new TooIntricate(much);
  return doc;
}
const KEPT_MARKS = new Set(['bold', 'italic', 'underline', 'link']);

/**
 * Makes a document of any markup into one that the editor can hold: its kinds of node, in the places where it has them.
 *
 * @throws TooIntricate where there is more of it than a document may hold
 */
export function fitToEditor(doc: DocNode): DocNode {
  let cells = 0;
  const inline = (node: DocNode): DocNode => {
    const marks = (node.marks ?? []).filter(({ type }) => KEPT_MARKS.has(type));
    const { marks: _, ...rest } = node;
    return marks.length > 0 ? { ...rest, marks } : rest;
  };
  const block = (node: DocNode): DocNode[] => {
    const inner = () => (node.content ?? []).flatMap(block);
    switch (node.type) {
      case 'paragraph':
        return [{ ...node, content: (node.content ?? []).map(inline) }];
      case 'heading': {
        const level = Number(node.attrs?.level ?? 2) > 2 ? 3 : 2;
        return [{ ...node, attrs: { level }, content: (node.content ?? []).map(inline) }];
      }
      case 'codeBlock':
        return (node.content?.[0]?.text ?? '')
          .split('\n')
          .map((text) => (text === '' ? EMPTY : { type: 'paragraph', content: [{ type: 'text', text }] }));
      case 'bulletList':
      case 'orderedList':
      case 'tableRow': {
        const content = inner();
        return content.length > 0 ? [{ ...node, content }] : [];
      }
      case 'table': {
        const content = inner();
        const width = content.reduce((most, row) => Math.max(most, row.content?.length ?? 0), 0);
        cells += width * content.length;
        if (width > LIMITS.columns || cells > LIMITS.cells) throw new TooIntricate('cells');
        // Every row as wide as the widest: a table with holes cannot be walked by key.
        const rows = content.map((row) => ({
          ...row,
          content: [
            ...(row.content ?? []),
            ...Array.from({ length: width - (row.content?.length ?? 0) }, () => ({
              type: 'tableCell',
              content: [EMPTY],
            })),
          ],
        }));
        return width > 0 ? [{ ...node, content: rows }] : [];
      }
      case 'listItem': {
        const content = inner();
        return [{ ...node, content: content[0]?.type === 'paragraph' ? content : [EMPTY, ...content] }];
      }
      case 'tableCell':
      case 'tableHeader':
      case 'blockquote': {
        const content = inner().filter(({ type }) => type !== 'table');
        return [{ ...node, content: content.length > 0 ? content : [EMPTY] }];
      }
      case 'image':
        return [node];
      default:
        return [];
    }
  };
  const content = (doc.content ?? []).flatMap(block);
  return withinLimits({ type: 'doc', content: content.length > 0 ? content : [EMPTY] });
}

/**
 * Markup from elsewhere (pasted, or out of a file) as a document that the editor can hold. Only what a text is made
 * of comes through: nothing that could run, load something or ask for input.
 *
 * @throws TooIntricate where there is more of it than a document may hold
 */
export function fromMarkup(markup: string): DocNode {
  const root = wrapped('body', plainMarkup(parseMarkup(markup).children));
  return fitToEditor(toDocument(root, ADDRESSES));
}

/**
 * Plain text as a document, a paragraph a line.
 *
 * @throws TooIntricate where there is more of it than a document may hold
 */
export const fromPlainText = (text: string): DocNode =>
  withinLimits({
    type: 'doc',
    content: text
      .replace(/\r\n?/g, '\n')
      .split('\n')
      .map((line) => (line === '' ? EMPTY : { type: 'paragraph', content: [{ type: 'text', text: line }] })),
  });
