import { Mark, mergeAttributes } from '@tiptap/core';
import { GLOWS, INKS } from '@/core/text/tones';

declare module '@tiptap/core' {
  interface Commands<ReturnType> {
    tones: {
      /** Writes in a colour of the palette, or in plain ink with `null`. */
      setInk: (tone: string | null) => ReturnType;
      /** Lays a colour of the palette behind the words, or none with `null`. */
      setGlow: (tone: string | null) => ReturnType;
    };
  }
}

/** Attributes that hold a name of a palette; any other name, pasted or made up, is none. */
const toneAttribute = (names: readonly string[], attribute: string) => ({
  tone: {
    default: null,
    parseHTML: (element: HTMLElement) => {
      const tone = element.getAttribute(attribute);
      return tone !== null && names.includes(tone) ? tone : null;
    },
    renderHTML: ({ tone }: { tone?: string | null }) => (tone ? { [attribute]: tone } : {}),
  },
});

/** The colour of the words, by its name: the scheme decides what it looks like, so that it can always be read. */
export const Ink = Mark.create({
  name: 'ink',
  addAttributes: () => toneAttribute(INKS, 'data-ink'),
  parseHTML: () => [{ tag: 'span[data-ink]' }],
  renderHTML: ({ HTMLAttributes }) => ['span', mergeAttributes(HTMLAttributes), 0],
  addCommands() {
    return {
      setInk:
        (tone) =>
        ({ commands }) =>
          tone === null ? commands.unsetMark(this.name) : commands.setMark(this.name, { tone }),
    };
  },
});

/** The colour behind the words. */
export const Glow = Mark.create({
  name: 'glow',
  addAttributes: () => toneAttribute(GLOWS, 'data-glow'),
  parseHTML: () => [{ tag: 'mark[data-glow]' }],
  renderHTML: ({ HTMLAttributes }) => ['mark', mergeAttributes(HTMLAttributes), 0],
  addCommands() {
    return {
      setGlow:
        (tone) =>
        ({ commands }) =>
          tone === null ? commands.unsetMark(this.name) : commands.setMark(this.name, { tone }),
    };
  },
});
