import { SaxesParser } from 'saxes';
import { formulaMath } from '../text/formula';
import { html } from './html-out';

/** An element of a formula: its name without a prefix, what it says of itself, and what is in it. */
export interface MathElement {
  readonly name: string;
  readonly attrs: Readonly<Record<string, string>>;
  readonly inside: readonly MathElement[];
  /** The words of an element that has no others in it. */
  readonly words: string;
}

type Growing = MathElement & { readonly inside: MathElement[]; words: string };

const element = (name: string, attrs: Record<string, string>): Growing => ({ name, attrs, inside: [], words: '' });

/** The elements of a formula in TeX, by its MathML, without the notes on it; `null` when it cannot be read. */
export function formulaTree(tex: string): MathElement | null {
  const markup = formulaMath(tex);
  if (markup === null) return null;
  const root = element('', {});
  const open = [root];
  const parser = new SaxesParser();
  parser.on('opentag', ({ name, attributes }) => {
    const found = element(name, attributes as Record<string, string>);
    if (name !== 'annotation') open.at(-1)?.inside.push(found);
    open.push(found);
  });
  parser.on('text', (words) => {
    const last = open.at(-1);
    if (last) last.words += words;
  });
  parser.on('closetag', () => open.pop());
  parser.write(markup).close();
  return root.inside[0] ?? null;
}

const isFence = (at: MathElement | undefined): boolean => at?.name === 'mo' && at.attrs.fence === 'true';

/** The brackets around a row; `null` when it does not begin with one. The second may be missing, as after a brace. */
export function fences(
  row: readonly MathElement[],
): { open: string; close: string; inside: readonly MathElement[] } | null {
  const [first, ...others] = row;
  if (!first || others.length === 0 || !isFence(first)) return null;
  const last = others.at(-1);
  const closed = isFence(last);
  return {
    open: first.words.trim(),
    close: closed ? (last?.words.trim() ?? '') : '',
    inside: closed ? others.slice(0, -1) : others,
  };
}

const fence = (sign: string, form: 'prefix' | 'postfix'): string =>
  `<mo fence="true" form="${form}" stretchy="true">${html(sign)}</mo>`;

function written({ name, attrs, inside, words }: MathElement): string {
  const said = Object.entries(attrs).map(([key, value]) => ` ${key}="${html(value)}"`);
  const found = name === 'mrow' ? fences(inside) : null;
  const content = found
    ? [fence(found.open, 'prefix'), '<mrow>', ...found.inside.map(written), '</mrow>', fence(found.close, 'postfix')]
    : inside.map(written);
  return `<${name}${said.join('')}>${content.join('') || html(words)}</${name}>`;
}

/**
 * A formula in TeX as MathML in which every bracket says where it stands and has its other half, be it empty, as some
 * readers need it; `null` when it cannot be read.
 */
export function formulaForFiles(tex: string): string | null {
  const tree = formulaTree(tex);
  return tree && written(tree);
}
