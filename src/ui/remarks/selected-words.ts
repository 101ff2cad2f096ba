'use client';

/** How far a point of the page lies from the beginning of a block, in characters as remarks count them. */
function within(block: Element, node: Node, offset: number): number {
  let count = 0;
  let reached = false;
  const walk = (at: Node) => {
    if (reached) return;
    if (at === node && at.nodeType === Node.TEXT_NODE) {
      count += offset;
      reached = true;
      return;
    }
    if (at instanceof Element && at.hasAttribute('data-length')) {
      // A formula counts as it was typed, however it is drawn.
      count += Number(at.getAttribute('data-length'));
      if (at.contains(node)) reached = true;
      return;
    }
    if (at.nodeType === Node.TEXT_NODE) count += at.textContent?.length ?? 0;
    else if (at instanceof Element && at.tagName === 'BR') count += 1;
    for (const [i, child] of [...at.childNodes].entries()) {
      if (at === node && i === offset) reached = true;
      walk(child);
    }
    if (at === node) reached = true;
  };
  walk(block);
  return count;
}

const blockOf = (node: Node): Element | null =>
  (node instanceof Element ? node : node.parentElement)?.closest('[data-at]') ?? null;

/** The stretch of a document's anchor text that is selected within an element; `null` where nothing is. */
export function selectedWords(root: Element): { readonly start: number; readonly end: number } | null {
  const selection = document.getSelection();
  if (!selection || selection.isCollapsed || selection.rangeCount === 0) return null;
  const range = selection.getRangeAt(0);
  const [first, last] = [blockOf(range.startContainer), blockOf(range.endContainer)];
  if (!first || !last || !root.contains(first) || !root.contains(last)) return null;
  const start = Number(first.getAttribute('data-at')) + within(first, range.startContainer, range.startOffset);
  const end = Number(last.getAttribute('data-at')) + within(last, range.endContainer, range.endOffset);
  return end > start ? { start, end } : null;
}
