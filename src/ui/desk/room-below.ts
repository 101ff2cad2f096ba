import { Extension } from '@tiptap/core';
import type { Node as ProseMirrorNode } from '@tiptap/pm/model';
import { Plugin, Selection, TextSelection } from '@tiptap/pm/state';

/** Stands by itself: no line is in it that a caret could go on from. */
const standsAlone = (node: ProseMirrorNode): boolean => node.isAtom || node.type.spec.tableRole === 'table';

/**
 * A click below what stands last in a text or an answer, where that is a table or a picture, makes a line there and puts
 * the caret into it; one below the last answer goes to its end. Below a line the browser does so by itself.
 */
export const RoomBelow = Extension.create({
  name: 'roomBelow',
  addProseMirrorPlugins: () => [
    new Plugin({
      props: {
        handleDOMEvents: {
          mousedown: (view, event) => {
            const place = event.target;
            if (!view.editable || !(place instanceof HTMLElement)) return false;
            if (place !== view.dom && !place.matches('.answer')) return false;
            if (event.clientY < (place.lastElementChild?.getBoundingClientRect().bottom ?? 0)) return false;
            const { doc, schema, tr } = view.state;
            let end = place === view.dom ? doc.content.size : view.posAtDOM(place, place.childNodes.length);
            let last = doc.resolve(end).nodeBefore;
            // Below the last answer of all is below what is in it: the browser finds no place there.
            const beyond = last?.type.name === 'answer';
            if (beyond) {
              last = last?.lastChild ?? null;
              end -= 1;
            }
            const line = schema.nodes.paragraph?.create();
            if (!last || !line || !(beyond || standsAlone(last))) return false;
            event.preventDefault();
            if (standsAlone(last)) tr.insert(end, line).setSelection(TextSelection.create(tr.doc, end + 1));
            else tr.setSelection(Selection.near(doc.resolve(end), -1));
            view.dispatch(tr.scrollIntoView());
            view.focus();
            return true;
          },
        },
      },
    }),
  ],
});
