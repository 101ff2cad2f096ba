import { type AnyNode, isText } from 'domhandler';
import type { Mapping } from '../../kinds/question/mapping';
import type { Thing } from '../../kinds/question/parts';
import type { Question } from '../../questions/question-set';
import type { Doc } from '../../text/nodes';
import { dataAddress, fragment, html, type PicturesAtHand } from '../html-out';
import { isElement, parseMarkup } from '../markup';
import { attributeName, elementName, type QtiVersion, token, tokens } from './names';
import type { NotSaid } from './not-kept';

type Attributes = Readonly<Record<string, string | number | boolean | null | undefined>>;

/** Elements of HTML that the standard does not have, as those it has. */
const AS: Readonly<Record<string, string>> = { u: 'em', mark: 'span' };
/** What it has no place for. */
const NOT_SAID = new Set(['border', 'style']);

/** A text as XML: what is empty ends itself. */
function xhtml(node: AnyNode): string {
  if (isText(node)) return html(node.data);
  if (!isElement(node)) return '';
  const name = AS[node.name] ?? node.name;
  const said = Object.entries(node.attribs)
    .filter(([key]) => !NOT_SAID.has(key))
    .map(([key, value]) => ` ${key}="${html(value)}"`)
    .join('');
  return node.children.length === 0
    ? `<${name}${said}/>`
    : `<${name}${said}>${node.children.map(xhtml).join('')}</${name}>`;
}

/** One item while it is written: its words, and what has none. */
export class Writing {
  constructor(
    readonly version: QtiVersion,
    readonly question: Question,
    private readonly pictures: PicturesAtHand,
    private readonly notSaid: NotSaid[],
  ) {}

  /** An element of the standard, under its name in this version. */
  e(name: string, attributes: Attributes, ...inner: readonly string[]): string {
    const said = Object.entries(attributes)
      .filter(([, value]) => value !== null && value !== undefined)
      .map(([key, value]) => ` ${attributeName(key, this.version)}="${html(String(value))}"`)
      .join('');
    const tag = elementName(name, this.version);
    return inner.length === 0 ? `<${tag}${said}/>` : `<${tag}${said}>${inner.join('')}</${tag}>`;
  }

  lose(code: NotSaid['code'], detail: string): void {
    this.notSaid.push({ item: this.question.id, code, detail });
  }

  /** A text as XHTML. */
  doc(doc: Doc): string {
    return parseMarkup(fragment(doc, this.pictures)).children.map(xhtml).join('');
  }

  /** A picture in its size; with its bytes where they are at hand. */
  picture(src: string, alt: string, width: number, height: number): string {
    const found = this.pictures.get(src);
    if (!found) this.lose('picture', src);
    return `<img src="${found ? dataAddress(found) : html(src)}" alt="${html(alt)}" width="${width}" height="${height}"/>`;
  }

  declare(id: string, cardinality: string, baseType: string, correct: readonly string[], more = ''): string {
    const names = baseType === 'identifier' || baseType === 'directedPair';
    const values = correct.map((value) => this.e('value', {}, html(names ? tokens(value) : value)));
    const right = values.length > 0 ? this.e('correctResponse', {}, ...values) : '';
    return this.e('responseDeclaration', { identifier: id, cardinality, baseType }, right, more);
  }

  mapping(mapping: Mapping | null, caseSensitive: boolean | null = null): string {
    if (!mapping) return '';
    const entries = Object.entries(mapping.entries).map(([mapKey, mappedValue]) =>
      // Words say whether capitals count; names never do.
      this.e('mapEntry', { mapKey: caseSensitive === null ? tokens(mapKey) : mapKey, mappedValue, caseSensitive }),
    );
    const { otherwise: defaultValue, least: lowerBound, most: upperBound } = mapping;
    return this.e('mapping', { defaultValue, lowerBound, upperBound }, ...entries);
  }

  /** Things that can be chosen. */
  choices(name: string, things: readonly Thing[], more: Attributes = {}): string[] {
    return things.map(({ id, says }) => this.e(name, { identifier: token(id), ...more }, this.doc(says)));
  }
}

/** The same for each of some things, and nothing for others: all together, or each by itself, come to some points. */
export const even = (keys: readonly string[], points: number, together: boolean): Mapping => ({
  entries: Object.fromEntries(keys.map((key) => [key, together ? points / Math.max(1, keys.length) : points])),
  otherwise: 0,
  least: null,
  most: points,
});
