import type { Thing, ThingName } from '../../pages/things';
import { paragraphs } from '../../text/document-json';
import type { DocNode } from '../../text/nodes';

/** What a thing is made of, and so how it is made visible. */
export type MadeOf = 'shape' | 'words' | 'formula' | 'picture';

/** What a kind of thing is in a text: all that whoever only counts and compares has to load. */
interface InText {
  readonly of: MadeOf;
  /** What it says there; nothing for what is drawn. */
  readonly said: (thing: Thing) => readonly DocNode[];
}

const drawn: InText = { of: 'shape', said: () => [] };

/** Every kind of thing as a text has it. */
export const IN_TEXT: Readonly<Record<ThingName, InText>> = {
  text: { of: 'words', said: ({ words }) => (words.trim() === '' ? [] : paragraphs(words)) },
  ink: drawn,
  marker: drawn,
  line: drawn,
  arrow: drawn,
  rectangle: drawn,
  tick: drawn,
  cross: drawn,
  formula: {
    of: 'formula',
    said: ({ words }) =>
      words.trim() === '' ? [] : [{ type: 'paragraph', content: [{ type: 'formula', attrs: { tex: words } }] }],
  },
  picture: { of: 'picture', said: ({ src, words }) => [{ type: 'image', attrs: { src, alt: words } }] },
};
