import { fences, formulaTree, type MathElement } from './formula-tree';

/** An element of Office MathML (ECMA-376 part 1, 22.1), with its attribute `m:val` where it has one. */
export interface Omml {
  readonly name: string;
  readonly val?: string;
  readonly inside: readonly (Omml | string)[];
}

type Made = readonly Omml[];

const el = (name: string, ...inside: (Omml | string)[]): Omml => ({ name: `m:${name}`, inside });
const set = (name: string, val: string): Omml => ({ name: `m:${name}`, val, inside: [] });

/** Signs that stand before what they gather, with their limits: sums, products, integrals, unions. */
const GATHERS = /^[∏∐∑∫∬∭∮∯∰⋀⋁⋂⋃⨀⨁⨂⨄⨆]$/;
const BARS = new Set(['\u203e', '\u00af', '_', '\u0332', '\u0305', '\u2015']);
const LIMITED = /^(?:mo|m(?:sub|sup|subsup|under|over|underover))$/;
const BRACES = /^[⏞⏟⏜⏝⎴⎵]$/;
const ALPHABETS: Readonly<Record<string, string>> = {
  'double-struck': 'double-struck',
  script: 'script',
  fraktur: 'fraktur',
  'sans-serif': 'sans-serif',
  monospace: 'monospace',
};
const MANNERS: Readonly<Record<string, string>> = { normal: 'p', bold: 'b', 'bold-italic': 'bi', italic: 'i' };

function run(words: string, ...manner: Omml[]): Made {
  if (words === '') return [];
  return [el('r', ...(manner.length > 0 ? [el('rPr', ...manner)] : []), el('t', words))];
}

function letter({ words, attrs }: MathElement): Made {
  const variant = attrs.mathvariant ?? '';
  const alphabet = ALPHABETS[variant];
  // A name of several letters, as of a function, stands upright by itself.
  const manner = MANNERS[variant] ?? (words.length > 1 || alphabet ? 'p' : null);
  return run(words, ...(alphabet ? [set('scr', alphabet)] : []), ...(manner ? [set('sty', manner)] : []));
}

/** What is drawn through or around something. */
function enclosed({ attrs }: MathElement): Made {
  const signs = (attrs.notation ?? 'box').split(' ');
  if (signs.includes('box')) return [];
  const hides = ['hideTop', 'hideBot', 'hideLeft', 'hideRight'].map((name) => set(name, '1'));
  return [
    el(
      'borderBoxPr',
      ...hides,
      ...(signs.includes('horizontalstrike') ? [set('strikeH', '1')] : []),
      ...(signs.includes('downdiagonalstrike') ? [set('strikeTLBR', '1')] : []),
      ...(signs.includes('updiagonalstrike') ? [set('strikeBLTR', '1')] : []),
    ),
  ];
}

/** The sign that gathers, when something is one with limits or without; else `null`. */
function gathering(at: MathElement): { sign: string; below: MathElement | null; above: MathElement | null } | null {
  if (!LIMITED.test(at.name)) return null;
  const [base, first = null, second = null] = at.name === 'mo' ? [at] : at.inside;
  if (base?.name !== 'mo' || !GATHERS.test(base.words.trim())) return null;
  const sign = base.words.trim();
  if (at.name === 'msub' || at.name === 'munder') return { sign, below: first, above: null };
  if (at.name === 'msup' || at.name === 'mover') return { sign, below: null, above: first };
  return { sign, below: first, above: second };
}

const WITHIN: Readonly<Record<string, (at: MathElement) => Made>> = {
  mi: letter,
  mn: ({ words }) => run(words),
  mo: ({ words }) => run(words),
  mtext: ({ words }) => run(words.replaceAll('\u00a0', ' '), el('nor')),
  mspace: ({ attrs }) => (Number.parseFloat(attrs.width ?? '0') > 0 ? run(' ', el('nor')) : []),
  mfrac: ({ attrs, inside: [above, below] }) => [
    el(
      'f',
      ...(/^0[a-z]*$/.test(attrs.linethickness ?? '') ? [el('fPr', set('type', 'noBar'))] : []),
      el('num', ...one(above)),
      el('den', ...one(below)),
    ),
  ],
  msqrt: ({ inside }) => [el('rad', el('radPr', set('degHide', '1')), el('deg'), el('e', ...row(inside)))],
  mroot: ({ inside: [base, degree] }) => [el('rad', el('deg', ...one(degree)), el('e', ...one(base)))],
  msub: ({ inside: [base, below] }) => [el('sSub', el('e', ...one(base)), el('sub', ...one(below)))],
  msup: ({ inside: [base, above] }) => [el('sSup', el('e', ...one(base)), el('sup', ...one(above)))],
  msubsup: ({ inside: [base, below, above] }) => [
    el('sSubSup', el('e', ...one(base)), el('sub', ...one(below)), el('sup', ...one(above))),
  ],
  munder: (at) => [marked(at, 'bot')],
  mover: (at) => [marked(at, 'top')],
  munderover: ({ inside: [base, below, above] }) => [
    el('limUpp', el('e', el('limLow', el('e', ...one(base)), el('lim', ...one(below)))), el('lim', ...one(above))),
  ],
  mtable: ({ inside }) => [table(inside)],
  mphantom: ({ inside }) => [el('phant', el('phantPr', set('show', '0')), el('e', ...row(inside)))],
  menclose: (at) => [el('borderBox', ...enclosed(at), el('e', ...row(at.inside)))],
};

/** Something with a mark over or under it: an accent, a bar, a brace, or a limit. */
function marked({ attrs, inside: [base, mark] }: MathElement, where: 'top' | 'bot'): Omml {
  const sign = mark?.words.trim() ?? '';
  const e = el('e', ...one(base));
  if (BARS.has(sign)) return el('bar', el('barPr', set('pos', where)), e);
  if (BRACES.test(sign)) {
    const other = where === 'top' ? 'bot' : 'top';
    return el('groupChr', el('groupChrPr', set('chr', sign), set('pos', where), set('vertJc', other)), e);
  }
  if (where === 'top' && attrs.accent === 'true' && [...sign].length === 1)
    return el('acc', el('accPr', set('chr', sign)), e);
  return el(where === 'top' ? 'limUpp' : 'limLow', e, el('lim', ...one(mark)));
}

function table(rows: readonly MathElement[]): Omml {
  const columns = Math.max(1, ...rows.map(({ inside }) => inside.length));
  const column = el('mc', el('mcPr', set('count', String(columns)), set('mcJc', 'center')));
  return el(
    'm',
    el('mPr', el('mcs', column)),
    ...rows.map(({ inside }) => el('mr', ...Array.from({ length: columns }, (_, i) => el('e', ...one(inside[i]))))),
  );
}

const one = (at: MathElement | undefined): Made => (at ? row([at]) : []);

/** A row: brackets around what they hold, and what is gathered after the sign that gathers it. */
function row(elements: readonly MathElement[]): Made {
  const [first, ...others] = elements;
  if (!first) return [];
  const held = fences(elements);
  if (held)
    return [el('d', el('dPr', set('begChr', held.open), set('endChr', held.close)), el('e', ...row(held.inside)))];
  const found = gathering(first);
  if (found) {
    const [next, ...rest] = others;
    const limits = first.name.startsWith('mu') || first.name === 'mover' ? 'undOvr' : 'subSup';
    const pr = el(
      'naryPr',
      set('chr', found.sign),
      set('limLoc', limits),
      ...(found.below ? [] : [set('subHide', '1')]),
      ...(found.above ? [] : [set('supHide', '1')]),
    );
    const [below, above] = [one(found.below ?? undefined), one(found.above ?? undefined)];
    return [el('nary', pr, el('sub', ...below), el('sup', ...above), el('e', ...one(next))), ...row(rest)];
  }
  const within = WITHIN[first.name];
  return [...(within ? within(first) : row(first.inside)), ...row(others)];
}

/** A formula in TeX as Office MathML, the element `m:oMath`; `null` for one that cannot be read. */
export function formulaOmml(tex: string): Omml | null {
  const tree = formulaTree(tex);
  return tree && el('oMath', ...row(tree.inside));
}
