import type { LiteElement, LiteNode } from 'mathjax-full/js/adaptors/lite/Element.js';
import { liteAdaptor } from 'mathjax-full/js/adaptors/liteAdaptor.js';
import { RegisterHTMLHandler } from 'mathjax-full/js/handlers/html.js';
import { MathML } from 'mathjax-full/js/input/mathml.js';
import { mathjax } from 'mathjax-full/js/mathjax.js';
import { SVG } from 'mathjax-full/js/output/svg.js';
import { formulaMath } from '../text/formula';

/** Letters that the formula's own shapes do not have, as the path of a font; the width in thousandths of its size. */
export type Outline = (letters: string) => { readonly path: string; readonly width: number } | null;

/** A formula as it is drawn. Lengths are in the size of its letters (em). */
export interface DrawnFormula {
  /** What it looks like, as SVG of shapes alone: no letters, no styles, nothing from elsewhere. */
  readonly svg: (ink: string, outline: Outline) => string;
  readonly width: number;
  readonly height: number;
  /** How far it reaches below the line. */
  readonly depth: number;
}

/** The height of an x in the fonts of the shapes: 0.431 of their size. */
const EX = 0.431;
/** What a letter without a shape is taken to be as wide as, in thousandths, and the space between words of such letters. */
const UNKNOWN = 600;
const SPACE = 250;
/** How thick the sides of a box are that says nothing of it. */
const STROKE = 67;

const adaptor = liteAdaptor();
RegisterHTMLHandler(adaptor);
const page = mathjax.document('', { InputJax: new MathML(), OutputJax: new SVG({ fontCache: 'none' }) });

const attr = (of: LiteElement, name: string): string => adaptor.getAttribute(of, name) ?? '';
const number = (of: LiteElement, name: string): number => Number.parseFloat(attr(of, name)) || 0;
const shape = (kind: string, attrs: Readonly<Record<string, string | number>>, inside: LiteNode[] = []): LiteElement =>
  adaptor.node(kind, attrs, inside);

/** A frame of four strokes instead of a box without a filling, which not everything that draws SVG leaves empty. */
function frame(box: LiteElement): LiteElement[] {
  const [x, y, width, height] = [number(box, 'x'), number(box, 'y'), number(box, 'width'), number(box, 'height')];
  const stroke = number(box, 'stroke-width') || STROKE;
  return [
    shape('rect', { x, y, width, height: stroke }),
    shape('rect', { x, y: y + height - stroke, width, height: stroke }),
    shape('rect', { x, y, width: stroke, height }),
    shape('rect', { x: x + width - stroke, y, width: stroke, height }),
  ];
}

const isElement = (node: LiteNode | undefined): node is LiteElement => node !== undefined && 'children' in node;
/** Is it an element of this name? */
const isA = (node: LiteNode | undefined, name: string): node is LiteElement =>
  isElement(node) && adaptor.kind(node) === name;
const isLetter = (node: LiteNode | undefined): boolean => isA(node, 'text');
const isSpace = (node: LiteNode | undefined): boolean => isA(node, 'path') && attr(node, 'data-c') === 'A0';

/** Letters of other scripts, shaped together and fitted into the room that was kept for them. */
function written(letters: readonly LiteElement[], outline: Outline): LiteElement[] {
  const words = letters.map((one) => (isSpace(one) ? ' ' : adaptor.textContent(one))).join('');
  const drawn = outline(words);
  const first = letters[0];
  if (!drawn || !first) return [];
  const room = [...words].reduce((sum, letter) => sum + (letter === ' ' ? SPACE : UNKNOWN), 0);
  const scale = Math.min(1, room / Math.max(1, drawn.width));
  const [move = ''] = attr(first, 'transform').split(' ');
  const [x = 0, y = 0] = move.startsWith('translate(') ? move.slice(10, -1).split(',').map(Number) : [];
  const at = `translate(${x + (room - drawn.width * scale) / 2},${y}) scale(${scale})`;
  return [shape('g', { transform: at }, [shape('path', { d: drawn.path })])];
}

/** What is drawn with shapes alone. */
function shapesOf(of: LiteElement, outline: Outline): LiteElement {
  const inside: LiteNode[] = [];
  const nodes = of.children;
  for (let at = 0; at < nodes.length; at += 1) {
    const node = nodes[at];
    if (!isElement(node)) continue;
    if (isLetter(node)) {
      let end = at + 1;
      while (isLetter(nodes[end]) || (isSpace(nodes[end]) && isLetter(nodes[end + 1]))) end += 1;
      inside.push(...written(nodes.slice(at, end).filter(isElement), outline));
      at = end - 1;
    } else if (isA(node, 'rect') && attr(node, 'fill') === 'none') inside.push(...frame(node));
    else inside.push(shapesOf(node, outline));
  }
  return shape(of.kind, of.attributes as Record<string, string>, inside);
}

/** A formula in TeX, drawn; `null` for one that cannot be read. */
export function drawFormula(tex: string): DrawnFormula | null {
  const math = formulaMath(tex);
  if (math === null) return null;
  const made = page.convert(math, { em: 1000, ex: 1000 * EX, containerWidth: 1e9, display: false });
  const svg = adaptor.firstChild(made as LiteElement) as LiteElement;
  return {
    svg: (ink, outline) => adaptor.outerHTML(shapesOf(svg, outline)).replaceAll('currentColor', `#${ink}`),
    width: number(svg, 'width') * EX,
    height: number(svg, 'height') * EX,
    depth: -Number.parseFloat(adaptor.getStyle(svg, 'vertical-align') || '0') * EX,
  };
}
