import { liteAdaptor } from 'mathjax-full/js/adaptors/liteAdaptor.js';
import { RegisterHTMLHandler } from 'mathjax-full/js/handlers/html.js';
import { MathML } from 'mathjax-full/js/input/mathml.js';
import { mathjax } from 'mathjax-full/js/mathjax.js';
import { SVG } from 'mathjax-full/js/output/svg.js';
import { formulaMath } from '../text/formula';

/** A formula as it is drawn. Lengths are in the size of its letters (em). */
export interface DrawnFormula {
  /** What it looks like, as SVG of shapes alone: no letters, no styles, nothing from elsewhere. */
  readonly svg: (ink: string, outline: Outline) => string;
  readonly width: number;
  readonly height: number;
  /** How far it reaches below the line. */
  readonly depth: number;
}

/** Letters that the formula's own shapes do not have, as the path of a font; the width in thousandths of its size. */
export type Outline = (letters: string) => { readonly path: string; readonly width: number } | null;

/** The height of an x in the fonts of the shapes: 0.431 of their size. */
const EX = 0.431;
/** What a letter without a shape is taken to be as wide as, in thousandths. */
const UNKNOWN = 600;
/** The space between words of such letters. */
const SPACE = 250;
const LETTERS =
  /<text [^>]*transform="(?:translate\(([-\d.]+),([-\d.]+)\) )?scale[^>]*>[^<]*<\/text>(?:(?:<path data-c="A0" d=""[^>]*><\/path>)?<text [^>]*>[^<]*<\/text>)*/g;
const BOX = /<rect ([^>]*)fill="none"[^>]*><\/rect>/g;

const adaptor = liteAdaptor();
RegisterHTMLHandler(adaptor);
const page = mathjax.document('', { InputJax: new MathML(), OutputJax: new SVG({ fontCache: 'none' }) });

const number = (from: string, name: string): number =>
  Number(new RegExp(`(?:^|[ ;"])${name}[=:] ?"?(-?[\\d.]+)`).exec(from)?.[1] ?? 0);

/** A frame of four strokes instead of a box without a filling, which not everything that draws SVG leaves empty. */
function frame(_: string, attrs: string): string {
  const [x, y, width, height] = ['x', 'y', 'width', 'height'].map((name) => number(attrs, name)) as [
    number,
    number,
    number,
    number,
  ];
  const stroke = number(attrs, 'stroke-width') || 67;
  const side = (...[left, top, wide, high]: [number, number, number, number]) =>
    `<rect x="${left}" y="${top}" width="${wide}" height="${high}"></rect>`;
  return [
    side(x, y, width, stroke),
    side(x, y + height - stroke, width, stroke),
    side(x, y, stroke, height),
    side(x + width - stroke, y, stroke, height),
  ].join('');
}

/** Letters of other scripts, shaped together and fitted into the room that was kept for them. */
const withLetters = (svg: string, outline: Outline): string =>
  svg.replace(LETTERS, (found, x = '0', y = '0') => {
    const letters = [...found.matchAll(/>([^<]*)<\/(?:text|path)>/g)].map(([, letter]) => letter || ' ').join('');
    const drawn = outline(letters);
    if (!drawn) return '';
    const room = [...letters].reduce((sum, letter) => sum + (letter === ' ' ? SPACE : UNKNOWN), 0);
    const scale = Math.min(1, room / Math.max(1, drawn.width));
    const free = (room - drawn.width * scale) / 2;
    return `<g transform="translate(${Number(x) + free},${y}) scale(${scale})"><path d="${drawn.path}"></path></g>`;
  });

/** A formula in TeX, drawn; `null` for one that cannot be read. */
export function drawFormula(tex: string): DrawnFormula | null {
  const math = formulaMath(tex);
  if (math === null) return null;
  const svg = adaptor.innerHTML(page.convert(math, { em: 1000, ex: 1000 * EX, containerWidth: 1e9, display: false }));
  const head = /^<svg [^>]*>/.exec(svg)?.[0] ?? '';
  return {
    svg: (ink, outline) => withLetters(svg.replace(BOX, frame), outline).replaceAll('currentColor', `#${ink}`),
    width: number(head, 'width') * EX,
    height: number(head, 'height') * EX,
    depth: -number(head, 'vertical-align') * EX,
  };
}
