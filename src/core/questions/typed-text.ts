import type { Doc, DocNode } from '../text/nodes';

/** Splits a text at a sign that comes in pairs: what stands outside and inside of them by turns. */
function paired(text: string, sign: string): readonly { readonly inside: boolean; readonly text: string }[] {
  const pieces = text.split(sign);
  // A sign that is alone stands for itself.
  if (pieces.length % 2 === 0) {
    const last = pieces.pop() ?? '';
    pieces.push(`${pieces.pop() ?? ''}${sign}${last}`);
  }
  return pieces.map((piece, i) => ({ inside: i % 2 === 1, text: piece }));
}

/** A line of words: between dollar signs a formula in TeX, between stars what is said slanted. */
function inline(line: string): DocNode[] {
  return paired(line, '$').flatMap(({ inside, text }): DocNode[] => {
    if (inside) return [{ type: 'formula', attrs: { tex: text } }];
    return paired(text, '*').flatMap(({ inside: slanted, text: words }): DocNode[] => {
      if (words === '') return [];
      return [{ type: 'text', text: words, ...(slanted ? { marks: [{ type: 'italic' }] } : {}) } as DocNode];
    });
  });
}

const PICTURE = /^!\[([^\]]*)\]\(([^()\s]+)(?: (\d{1,5})x(\d{1,5}))?\)$/;

/** A picture on a line of its own: `![what it shows](address 640x480)`. */
export function pictureIn(line: string): {
  readonly alt: string;
  readonly src: string;
  readonly width: number | null;
  readonly height: number | null;
} | null {
  const found = PICTURE.exec(line.trim());
  if (!found) return null;
  const side = (n: string | undefined) => (n === undefined ? null : Number(n));
  return { alt: found[1] ?? '', src: found[2] ?? '', width: side(found[3]), height: side(found[4]) };
}

/** A text that was typed, as a document: a paragraph a line, and a picture where one stands at its end. */
export function typedText(text: string): Doc {
  const content = text.split('\n').flatMap((line): DocNode[] => {
    const at = line.indexOf('![');
    const picture = at < 0 ? null : pictureIn(line.slice(at));
    const words = picture ? line.slice(0, at).trim() : line.trim();
    return [
      ...(words === '' ? [] : [{ type: 'paragraph', content: inline(words) } as const]),
      ...(picture ? [{ type: 'image', attrs: picture } as const] : []),
    ];
  });
  return { type: 'doc', content: content.length > 0 ? content : [{ type: 'paragraph' }] };
}
