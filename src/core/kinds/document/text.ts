import { understandStarter } from '../../asks/starter-places';
import { blocksOf } from '../../compare/blocks';
import { overflow } from '../../documents/limits';
import { picturesIn } from '../../formats/pictures-out';
import { plainText, questionLine } from '../../text/document-json';
import type { Doc, DocNode } from '../../text/nodes';
import type { DocumentKind } from './kind';

/** A copy of one's own has no places to answer in: questions become headings, answers plain text. */
function withoutPlaces(doc: Doc): Doc {
  const content = (doc.content ?? []).flatMap((node): readonly DocNode[] => {
    if (node.type === 'answer') return node.content ?? [];
    if (node.type !== 'question') return [node];
    return [{ type: 'heading', attrs: { level: 3 }, content: [{ type: 'text', text: questionLine(node) }] }];
  });
  return { ...doc, content };
}

/** A text that is written: paragraphs, lists, tables, pictures, formulas, and the places of a starter. */
export const text: DocumentKind<Doc> = {
  empty: { type: 'doc', content: [{ type: 'paragraph' }] },
  typed: true,
  legible: true,
  overflow,
  prepared: (starter) => {
    const { doc, signs } = understandStarter(starter);
    return { content: doc, understood: signs.map((sign) => sign.text) };
  },
  plainText,
  measured: (content) => content,
  runs: blocksOf,
  pictures: picturesIn,
  asOwn: withoutPlaces,
};
