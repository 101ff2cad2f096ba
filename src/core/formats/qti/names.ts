import type { Document, Element } from 'domhandler';
import { isElement, localName } from '../markup';

/** Which version of the standard: IMS QTI 2.1 (2012), or 1EdTech QTI 3.0 (2022). Names from memory. */
export type QtiVersion = '2.1' | '3.0';

/** `qti-choice-interaction` of the later version as the earlier one says it: `choiceInteraction`. */
export function plainName(name: string): string {
  const bare = name.startsWith('qti-') ? name.slice(4) : name;
  return bare
    .split('-')
    .map((part, i) => (i === 0 ? part : part.charAt(0).toUpperCase() + part.slice(1)))
    .join('');
}

const isCapital = (sign: string): boolean => sign >= 'A' && sign <= 'Z';

/** The other way round. */
const withHyphens = (name: string): string =>
  [...name].map((sign) => (isCapital(sign) ? `-${sign.toLowerCase()}` : sign)).join('');

export const elementName = (name: string, version: QtiVersion): string =>
  version === '2.1' ? name : `qti-${withHyphens(name)}`;
export const attributeName = (name: string, version: QtiVersion): string =>
  version === '2.1' ? name : withHyphens(name);

/** What is called by something that the standard does not take for a name: those begin with a letter or a low line. */
export const token = (id: string): string => (/^[A-Za-z_]/.test(id) ? id : `_${id}`);
export const tokens = (ids: string): string => ids.split(' ').map(token).join(' ');

export const nameOf = (element: Element): string => plainName(localName(element));

/** An attribute under either of its names. */
export const attribute = (element: Element, name: string): string | null =>
  element.attribs[name] ?? element.attribs[withHyphens(name)] ?? null;

/** All elements of some names below a node, in the order of the text, without going into those that were found. */
export function named(node: Document | Element, names: ReadonlySet<string>): Element[] {
  const found: Element[] = [];
  const open = [...node.children].reverse();
  for (let at = open.pop(); at; at = open.pop()) {
    if (!isElement(at)) continue;
    if (names.has(nameOf(at))) found.push(at);
    else open.push(...[...at.children].reverse());
  }
  return found;
}

export const children = (element: Element, name: string): Element[] =>
  element.children.filter((child): child is Element => isElement(child) && nameOf(child) === name);
export const child = (element: Element, name: string): Element | null => children(element, name)[0] ?? null;
