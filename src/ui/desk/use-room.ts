import type { Editor } from '@tiptap/react';
import { type RefObject, useEffect, useLayoutEffect, useRef, useState } from 'react';

/** How many tools of a row fit into it beside the one that holds the rest; all of them where nothing is laid out. */
export function useFitting(count: number) {
  const row = useRef<HTMLDivElement>(null);
  const [fit, setFit] = useState(count);
  useLayoutEffect(() => {
    const element = row.current;
    if (!element || typeof ResizeObserver === 'undefined') return;
    const measure = () => {
      const tool = element.querySelector<HTMLElement>('[data-tool]')?.offsetWidth ?? 0;
      if (tool === 0) return;
      const gap = Number.parseFloat(getComputedStyle(element).columnGap) || 0;
      const others = [...element.children]
        .filter((child) => !child.matches('[data-tool]'))
        .reduce((sum, child) => {
          const wide = (child as HTMLElement).offsetWidth;
          return wide === 0 ? sum : sum + wide + gap;
        }, 0);
      const { paddingInlineStart, paddingInlineEnd } = getComputedStyle(element);
      const padding = [paddingInlineStart, paddingInlineEnd].map((side) => Number.parseFloat(side) || 0);
      const inside = element.clientWidth - padding.reduce((sum, side) => sum + side, 0) - others;
      const room = Math.floor((inside + gap) / (tool + gap));
      setFit(room >= count ? count : Math.max(room - 1, 1));
    };
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(element);
    return () => watch.disconnect();
  }, [count]);
  return { row, fit };
}

export type Edge = 'top' | 'bottom';

/**
 * The edge of the text at which something can float without covering the caret. It stays there while the caret is
 * free of it, and goes to the other one when it is not.
 */
export function useFreeEdge(editor: Editor, open: string | null, floating: RefObject<HTMLElement | null>): Edge {
  const [edge, setEdge] = useState<Edge>('top');
  useLayoutEffect(() => {
    if (open === null || editor.isDestroyed) return;
    const page = editor.view.dom.parentElement?.parentElement?.getBoundingClientRect();
    const caret = caretOf(editor);
    if (!page || !caret) return;
    setEdge(caret.top - page.top < Math.min(page.height, window.innerHeight - page.top) / 2 ? 'bottom' : 'top');
  }, [editor, open]);
  useEffect(() => {
    if (open === null) return;
    const look = () => {
      const over = floating.current?.firstElementChild?.getBoundingClientRect();
      const caret = caretOf(editor);
      if (!over || !caret || caret.bottom <= over.top || caret.top >= over.bottom) return;
      setEdge((now) => (now === 'top' ? 'bottom' : 'top'));
    };
    editor.on('selectionUpdate', look);
    return () => {
      editor.off('selectionUpdate', look);
    };
  }, [editor, open, floating]);
  return edge;
}

function caretOf(editor: Editor) {
  try {
    return editor.view.coordsAtPos(editor.state.selection.head);
  } catch {
    // Nothing is laid out there.
    return null;
  }
}
