import { Node } from '@tiptap/core';
import { Plugin, TextSelection } from '@tiptap/pm/state';
import type { EditorView } from '@tiptap/pm/view';
import { schemaOf } from '@/core/text/nodes';
import { PICTURE_ADDRESS } from '@/core/text/picture-address';
import { type SentPicture, sendPicture } from '@/ui/common/send-picture';

/** What the editor needs to say about pictures, in the person's language. */
export interface PictureWords {
  /** Asks what is to be seen in the picture. */
  readonly alt: string;
}

const picturesAmong = (files: FileList | undefined | null): File[] =>
  [...(files ?? [])].filter(({ type }) => /^image\/(png|jpeg|gif|webp)$/.test(type));

interface Options {
  readonly words: PictureWords;
  readonly refused: (code: string) => void;
}

/** Puts a picture into the text, at a place or where the caret is, and the caret behind it: what is typed next goes on there. */
export function insertPicture(view: EditorView, { address, width, height }: SentPicture, at: number | null): void {
  const { nodes } = view.state.schema;
  const picture = nodes.image?.create({ src: address, alt: '', width, height });
  const line = nodes.paragraph?.create();
  if (!picture || !line) return;
  const { tr } = view.state;
  if (at === null) tr.replaceSelectionWith(picture);
  else tr.insert(Math.min(at, tr.doc.content.size), picture);
  let behind = -1;
  tr.doc.descendants((node, pos) => {
    if (node === picture) behind = pos + node.nodeSize;
    return behind < 0;
  });
  if (behind >= 0) {
    if (!tr.doc.resolve(behind).nodeAfter?.isTextblock) tr.insert(behind, line);
    tr.setSelection(TextSelection.create(tr.doc, behind + 1));
  }
  view.dispatch(tr.scrollIntoView());
}

/** Sends pictures and puts them into the text, at a place or where the caret is. */
async function put(view: EditorView, files: readonly File[], at: number | null, refused: Options['refused']) {
  for (const file of files) {
    const sent = await sendPicture(file);
    if ('code' in sent) {
      refused(sent.code);
      continue;
    }
    if (view.isDestroyed) return;
    insertPicture(view, sent, at);
  }
}

/** A picture within a text, with the words that stand for it below: whoever cannot see it reads those. */
export const Pictures = Node.create<Options>({
  ...schemaOf('image'),
  atom: true,
  draggable: true,
  addOptions: () => ({ words: { alt: '' }, refused: () => {} }),
  parseHTML: () => [
    {
      tag: 'img[src]',
      getAttrs: (element) => (PICTURE_ADDRESS.test(element.getAttribute('src') ?? '') ? null : false),
    },
  ],
  renderHTML: ({ node: { attrs } }) => [
    'img',
    { src: attrs.src, alt: attrs.alt, width: attrs.width, height: attrs.height },
  ],
  addNodeView() {
    const { words } = this.options;
    return ({ node, view, getPos }) => {
      let current = node;
      const figure = document.createElement('figure');
      figure.className = 'picture';
      const image = document.createElement('img');
      const field = document.createElement('input');
      field.className = 'field';
      field.placeholder = words.alt;
      field.setAttribute('aria-label', words.alt);
      field.dir = 'auto';
      field.maxLength = 300;
      const draw = () => {
        image.src = PICTURE_ADDRESS.test(current.attrs.src) ? current.attrs.src : '';
        image.alt = current.attrs.alt;
        for (const side of ['width', 'height'] as const)
          if (current.attrs[side] === null) image.removeAttribute(side);
          else image.setAttribute(side, String(current.attrs[side]));
        if (document.activeElement !== field) field.value = current.attrs.alt;
        field.disabled = !view.editable;
      };
      field.addEventListener('change', () => {
        const at = getPos();
        if (at === undefined) return;
        view.dispatch(view.state.tr.setNodeMarkup(at, undefined, { ...current.attrs, alt: field.value.trim() }));
      });
      draw();
      figure.append(image, field);
      return {
        dom: figure,
        update: (next) => {
          if (next.type !== current.type) return false;
          current = next;
          draw();
          return true;
        },
        selectNode: () => figure.setAttribute('data-chosen', ''),
        deselectNode: () => figure.removeAttribute('data-chosen'),
        // What is typed into the field is no business of the text around it.
        stopEvent: (event) => event.target === field,
        ignoreMutation: () => true,
      };
    };
  },
  addProseMirrorPlugins() {
    const { refused } = this.options;
    return [
      new Plugin({
        props: {
          handlePaste: (view, event) => {
            const files = picturesAmong(event.clipboardData?.files);
            // Office programs put a picture of the text beside the text itself: then the text is meant.
            if (files.length === 0 || event.clipboardData?.getData('text/html')) return false;
            void put(view, files, null, refused);
            return true;
          },
          handleDrop: (view, event) => {
            const files = picturesAmong(event.dataTransfer?.files);
            if (files.length === 0) return false;
            event.preventDefault();
            const at = view.posAtCoords({ left: event.clientX, top: event.clientY })?.pos ?? null;
            void put(view, files, at, refused);
            return true;
          },
        },
      }),
    ];
  },
});
