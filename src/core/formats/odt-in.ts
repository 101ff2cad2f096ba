import { type AnyNode, type Element, isText } from 'domhandler';
import type { Doc, DocNode, Mark } from '../text/nodes';
import type { Archive } from './archive';
import { every, firstNamed, isElement, localName, parseMarkup } from './markup';
import { fitToEditor } from './markup-in';
import { safeAddress } from './safe-address';

type Marks = readonly Mark[];

/** What a style of the file means for its text. */
function marksOf(style: Element): Marks {
  const text = firstNamed(style, 'text-properties');
  const marks: Mark[] = [];
  if (text?.attribs['fo:font-weight'] === 'bold') marks.push({ type: 'bold' });
  if (text?.attribs['fo:font-style'] === 'italic') marks.push({ type: 'italic' });
  if ((text?.attribs['style:text-underline-style'] ?? 'none') !== 'none') marks.push({ type: 'underline' });
  return marks;
}

/** In which list something stands: by which style, which those within it have as well, and how deep, 0 outside of all. */
interface WithinList {
  readonly style: string;
  readonly level: number;
}
const TOP: WithinList = { style: '', level: 0 };
const atLevel = (style: string, level: number): string => `${level} ${style}`;

const MOST_SPACES = 50;

/** Spaces that were counted; none where the number is none. */
const spaces = (n: number): DocNode[] => (n >= 1 ? [{ type: 'text', text: ' '.repeat(Math.min(MOST_SPACES, n)) }] : []);

/**
 * Reads a text in the OpenDocument format (ISO/IEC 26300): headings, paragraphs, lists, tables, links, and bold,
 * italic and underlined words.
 *
 * @returns `null` when the archive holds no such text
 * @throws TooIntricate where there is more of it than a document may hold
 * @throws ArchiveRefused where a part unpacks to something else than the archive says
 */
export function readOdt(archive: Archive): Doc | null {
  const decode = (name: string) => new TextDecoder().decode(archive.read(name) ?? new Uint8Array());
  if (!decode('mimetype').startsWith('application/vnd.oasis.opendocument.text')) return null;
  const root = parseMarkup(decode('content.xml'), { xmlMode: true });
  const body = firstNamed(root, 'text');
  if (!body) return null;
  const styles = new Map(every(root, 'style').map((style) => [style.attribs['style:name'] ?? '', marksOf(style)]));
  const ordered = new Set(
    every(root, 'list-style').flatMap((style) =>
      every(style, 'list-level-style-number').map((level) =>
        atLevel(style.attribs['style:name'] ?? '', Number(level.attribs['text:level'])),
      ),
    ),
  );

  const inline = (nodes: readonly AnyNode[], marks: Marks): DocNode[] =>
    nodes.flatMap((node): DocNode[] => {
      if (isText(node)) {
        const text = node.data.replace(/[\s]+/g, ' ');
        return text === '' ? [] : [{ type: 'text', text, ...(marks.length > 0 ? { marks } : {}) }];
      }
      if (!isElement(node)) return [];
      switch (localName(node)) {
        case 's':
          return spaces(Number(node.attribs['text:c'] ?? 1));
        case 'tab':
          return [{ type: 'text', text: '\t' }];
        case 'line-break':
          return [{ type: 'hardBreak' }];
        case 'span': {
          const own = styles.get(node.attribs['text:style-name'] ?? '') ?? [];
          return inline(node.children, [
            ...marks,
            ...own.filter(({ type }) => !marks.some((one) => one.type === type)),
          ]);
        }
        case 'a': {
          const href = safeAddress(node.attribs['xlink:href']);
          return inline(node.children, href ? [...marks, { type: 'link', attrs: { href } }] : marks);
        }
        case 'note':
        case 'annotation':
        case 'frame':
        case 'tracked-changes':
          return [];
        default:
          return inline(node.children, marks);
      }
    });

  const blocks = (parent: Element, within: WithinList = TOP): DocNode[] =>
    parent.children.filter(isElement).flatMap((element): DocNode[] => {
      switch (localName(element)) {
        case 'h':
        case 'p': {
          const own = styles.get(element.attribs['text:style-name'] ?? '') ?? [];
          const content = inline(element.children, localName(element) === 'p' ? own : []);
          const level = Number(element.attribs['text:outline-level'] ?? 1);
          if (localName(element) === 'h') return [{ type: 'heading', attrs: { level }, content }];
          return [{ type: 'paragraph', ...(content.length > 0 ? { content } : {}) }];
        }
        case 'list': {
          const own = { style: element.attribs['text:style-name'] ?? within.style, level: within.level + 1 };
          const type = ordered.has(atLevel(own.style, own.level)) ? 'orderedList' : 'bulletList';
          const items = element.children
            .filter(isElement)
            .filter((child) => localName(child) === 'list-item' || localName(child) === 'list-header')
            .map((item): DocNode => ({ type: 'listItem', content: blocks(item, own) }));
          return [{ type, content: items }];
        }
        case 'table': {
          const heads = new Set(every(element, 'table-header-rows').flatMap((head) => every(head, 'table-row')));
          const rows = every(element, 'table-row').map(
            (row): DocNode => ({
              type: 'tableRow',
              content: row.children
                .filter(isElement)
                .filter((cell) => localName(cell) === 'table-cell')
                .map(
                  (cell): DocNode => ({ type: heads.has(row) ? 'tableHeader' : 'tableCell', content: blocks(cell) }),
                ),
            }),
          );
          return [{ type: 'table', content: rows }];
        }
        case 'section':
          return blocks(element, within);
        default:
          return [];
      }
    });
  return fitToEditor({ type: 'doc', content: blocks(body) });
}
