import { contentOf, type Doc } from '@/core/text/nodes';
import { DocumentNodes, type OtherLook } from '@/ui/common/document-view';
import './things-in-text.css';
import classes from './writing.module.css';

/** As the editor draws them (`answer-nodes.ts`), so that nothing moves when it comes. */
const LOOK: OtherLook = {
  question: ({ attrs }) => (
    // biome-ignore lint/a11y/useSemanticElements: as in the editor, whose heading would have another size
    <div role="heading" aria-level={2} className="question">{`${attrs?.number} ${attrs?.text}`}</div>
  ),
  // One with nothing in it is as high as a line.
  paragraph: (node, inner) => <p>{contentOf(node).length === 0 ? <br /> : inner()}</p>,
  answer: ({ attrs }, inner) => (
    <div className="answer-soon" data-place={attrs?.id}>
      {inner()}
    </div>
  ),
};

/** A text as it stands in its editor, before that is there: read, and not written in. */
export function WrittenText({ content, lang }: { content: Doc; lang: string }) {
  return (
    <div>
      <div className={`tiptap ProseMirror ${classes.text}`} lang={lang} dir="auto">
        <DocumentNodes document={content} other={LOOK} />
      </div>
    </div>
  );
}
