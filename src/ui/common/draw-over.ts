import type { Transaction } from '@tiptap/pm/state';
import type { EditorView } from '@tiptap/pm/view';

/** What an editor has for itself to hear of the browser's selection; its types leave it out. */
interface Reads {
  readonly domObserver?: { flush(): void };
}

/**
 * Reads what the browser has and the editor has not heard of yet: letters and the place of the caret. The browser tells
 * of them a moment after they are there, and whatever is drawn in between puts the caret back to where it was before:
 * what is typed next then lands in another place.
 */
export function readFirst(view: EditorView): void {
  (view as EditorView & Reads).domObserver?.flush();
}

/** Draws something over the text of an editor, whenever that is, without a change of the text or of where the caret is. */
export function drawOver(view: EditorView, say: (transaction: Transaction) => Transaction): void {
  readFirst(view);
  view.dispatch(say(view.state.tr).setMeta('addToHistory', false));
}
