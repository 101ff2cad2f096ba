'use client';

import { useEffect, useRef, useState } from 'react';

/** Text is being written there: what is pasted or dropped there belongs into the text. */
const inWriting = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('input, textarea, [contenteditable="true"]') !== null;

/**
 * Hands over files that are dropped anywhere on the screen, or pasted outside of what is being written.
 *
 * @param take what to do with them; `null` where none are taken: then the browser does not open them either
 * @returns whether files are being held over the screen
 */
export function useDropped(take: ((files: readonly File[]) => void) | null): boolean {
  const [over, setOver] = useState(false);
  const taking = useRef(take);
  taking.current = take;
  const may = take !== null;
  useEffect(() => {
    let depth = 0;
    const holds = (event: DragEvent) => event.dataTransfer?.types.includes('Files') ?? false;
    const enter = (event: DragEvent) => {
      if (!holds(event)) return;
      depth += 1;
      setOver(may);
    };
    const leave = (event: DragEvent) => {
      if (!holds(event)) return;
      depth = Math.max(0, depth - 1);
      if (depth === 0) setOver(false);
    };
    const hover = (event: DragEvent) => {
      if (!holds(event)) return;
      event.preventDefault();
      if (event.dataTransfer) event.dataTransfer.dropEffect = may ? 'copy' : 'none';
    };
    const drop = (event: DragEvent) => {
      depth = 0;
      setOver(false);
      if (event.defaultPrevented || !holds(event)) return;
      event.preventDefault();
      const files = [...(event.dataTransfer?.files ?? [])];
      if (files.length > 0) taking.current?.(files);
    };
    const paste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (files.length === 0 || event.defaultPrevented || inWriting(event.target)) return;
      event.preventDefault();
      taking.current?.(files);
    };
    window.addEventListener('dragenter', enter);
    window.addEventListener('dragleave', leave);
    window.addEventListener('dragover', hover);
    window.addEventListener('drop', drop);
    window.addEventListener('paste', paste);
    return () => {
      window.removeEventListener('dragenter', enter);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('dragover', hover);
      window.removeEventListener('drop', drop);
      window.removeEventListener('paste', paste);
    };
  }, [may]);
  return over;
}
