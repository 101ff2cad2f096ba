import { type AnyNode, type Document, Element, isTag, isText } from 'domhandler';

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
