'use client';

import { useEffect, useRef, useState } from 'react';
import type * as Y from 'yjs';

/** Keeps a text area and a shared text the same: what is typed is put in where it was typed, so that two devices both keep their words. */
export function useSharedText(text: Y.Text | null) {
  const area = useRef<HTMLTextAreaElement>(null);
  const [value, setValue] = useState(() => text?.toString() ?? '');
  useEffect(() => {
    if (!text) return;
    const look = (event?: Y.YTextEvent) => {
      const next = text.toString();
      const element = area.current;
      if (element && event && !event.transaction.local && document.activeElement === element) {
        // The caret stays with the letters it stood at.
        let at = 0;
        let { selectionStart: from, selectionEnd: to } = element;
        for (const { retain = 0, insert, delete: gone = 0 } of event.delta) {
          at += retain;
          const n = typeof insert === 'string' ? insert.length : 0;
          const moved = (caret: number) => (caret > at ? Math.max(at, caret - gone) + n : caret);
          [from, to] = [moved(from), moved(to)];
          at += n;
        }
        requestAnimationFrame(() => element.setSelectionRange(from, to));
      }
      setValue(next);
    };
    look();
    text.observe(look);
    return () => text.unobserve(look);
  }, [text]);
  const type = (next: string) => {
    if (!text) return;
    const before = text.toString();
    let start = 0;
    while (start < before.length && start < next.length && before[start] === next[start]) start += 1;
    let end = 0;
    while (end < before.length - start && end < next.length - start && before.at(-1 - end) === next.at(-1 - end))
      end += 1;
    text.doc?.transact(() => {
      text.delete(start, before.length - end - start);
      text.insert(start, next.slice(start, next.length - end));
    });
  };
  return { area, value, type };
}
