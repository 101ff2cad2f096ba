import { type AnyNode, type Document, DomHandler, Element, isTag, isText } from 'domhandler';
import { Parser } from 'htmlparser2';

const MOST = { depth: 200, nodes: 200_000, attributes: 200 };

/** Something from elsewhere that was made to keep a reader busy, or that holds more than a document may. */
export class TooIntricate extends Error {}

/** Builds the tree of what is parsed, and gives up where it becomes deeper or larger than anybody writes. */
class CountingHandler extends DomHandler {
  #depth = 0;
  #nodes = 0;

  #count(): void {
    this.#nodes += 1;
    if (this.#nodes > MOST.nodes) throw new TooIntricate('nodes');
  }

  override onopentag(name: string, attribs: Record<string, string>): void {
    this.#depth += 1;
    if (this.#depth > MOST.depth) throw new TooIntricate('depth');
    if (Object.keys(attribs).length > MOST.attributes) throw new TooIntricate('attributes');
    this.#count();
    super.onopentag(name, attribs);
  }

  override onclosetag(): void {
    this.#depth -= 1;
    super.onclosetag();
  }

  override ontext(data: string): void {
    this.#count();
    super.ontext(data);
  }

  override oncomment(data: string): void {
    this.#count();
    super.oncomment(data);
  }
}

/**
 * Markup as a tree.
 *
 * @throws TooIntricate where it is deeper than 200 levels or has more than 200,000 nodes
 */
export function parseMarkup(markup: string, options: { readonly xmlMode?: boolean } = {}): Document {
  const handler = new CountingHandler(undefined, options);
  new Parser(handler, options).end(markup);
  return handler.root;
}

/** A tag's name without its prefix: `dc:title` is `title`. */
export const localName = (element: Element): string => element.name.slice(element.name.indexOf(':') + 1);

export const isElement = (node: AnyNode): node is Element => isTag(node) && node instanceof Element;

/** All elements of a name below a node, in the order of the text. */
export function every(node: Document | Element, name: string): Element[] {
  const found: Element[] = [];
  for (const child of node.children) {
    if (!isElement(child)) continue;
    if (localName(child) === name) found.push(child);
    found.push(...every(child, name));
  }
  return found;
}

/** The first element of a name below a node. */
export function firstNamed(node: Document | Element, name: string): Element | null {
  for (const child of node.children) {
    if (!isElement(child)) continue;
    if (localName(child) === name) return child;
    const within = firstNamed(child, name);
    if (within) return within;
  }
  return null;
}

export const childrenNamed = (node: Element, name: string): Element[] =>
  node.children.filter((child): child is Element => isElement(child) && localName(child) === name);

/** The text below a node, with white space folded. */
export function textOf(node: AnyNode): string {
  const collect = (at: AnyNode): string => {
    if (isText(at)) return at.data;
    return 'children' in at ? at.children.map(collect).join('') : '';
  };
  return collect(node).replace(/\s+/g, ' ').trim();
}
