'use client';

import type { RefObject } from 'react';
import { thingKind } from '@/core/kinds/thing';
import type { Sheet } from '@/core/pages/given';
import { isThingName, type Thing } from '@/core/pages/things';
import type { Tool } from './tools';
import type { Hand } from './use-hand';

/** The middle of the part of a sheet that is seen, in points; `null` where nothing of it is. */
function middleOf(root: HTMLElement | null, sheet: Sheet | undefined) {
  const scrolls = root?.getBoundingClientRect();
  const shown = sheet && root?.querySelector(`[data-sheet="${CSS.escape(sheet.id)}"]`)?.getBoundingClientRect();
  if (!shown || !scrolls || !sheet) return null;
  const scale = shown.width / sheet.width;
  const [top, bottom] = [Math.max(shown.top, scrolls.top), Math.min(shown.bottom, scrolls.bottom)];
  const [left, right] = [Math.max(shown.left, scrolls.left), Math.min(shown.right, scrolls.right)];
  return {
    sheet: sheet.id,
    x: Math.max(10, Math.min(sheet.width - 40, ((left + right) / 2 - shown.left) / scale)),
    y: Math.max(10, Math.min(sheet.height - 30, ((top + bottom) / 2 - shown.top) / scale)),
  };
}

/** Puts a thing down in the middle of what is seen, and goes to it: for whoever has no pointer, and for what is chosen elsewhere. */
export function usePuttingDown(
  root: RefObject<HTMLElement | null>,
  sheets: readonly Sheet[],
  present: string | null,
  hand: Hand,
) {
  return (is: Tool = hand.writing.tool, rest: Partial<Pick<Thing, 'words' | 'src' | 'w' | 'h'>> = {}): void => {
    const where = middleOf(
      root.current,
      sheets.find(({ id }) => id === present),
    );
    if (!where || !isThingName(is)) return;
    const { made, initial, of } = thingKind(is);
    const [w, h] = [rest.w ?? initial.w, rest.h ?? initial.h];
    const id = hand.acts.put(is, { ...where, x: where.x - w / 2, y: where.y - h / 2, w, h, ...rest }, hand.writing);
    hand.choose({ thing: id });
    if (of === 'words') {
      hand.setFresh(id);
      return;
    }
    // What is put down is moved next.
    if (made !== 'typed') hand.take({ tool: 'move' });
    requestAnimationFrame(() => root.current?.querySelector<HTMLElement>(`[data-thing="${id}"]`)?.focus());
  };
}
