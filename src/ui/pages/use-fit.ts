'use client';

import { type RefObject, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Sheet } from '@/core/pages/given';
import { onPhone } from '@/ui/desk/use-seen';

/** How large sheets are seen: whole, as wide as there is room, or so many times as large as on paper. */
export type Zoom = 'sheet' | 'width' | number;

const EDGE = 24;

/** By how much a sheet is made larger or smaller so that it is seen as one wants. */
export function useFit(
  root: RefObject<HTMLElement | null>,
  zoom: Zoom,
): (sheet: Pick<Sheet, 'width' | 'height'>) => number {
  const [room, setRoom] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const element = root.current;
    if (!element) return;
    const measure = () => {
      const next = { width: element.clientWidth, height: element.clientHeight };
      // A bar that comes and goes with the size of what is in it would make both flicker.
      setRoom((before) =>
        Math.abs(before.width - next.width) < 18 && Math.abs(before.height - next.height) < 18 ? before : next,
      );
    };
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(element);
    return () => watch.disconnect();
  }, [root]);
  return useCallback(
    ({ width, height }) => {
      if (typeof zoom === 'number') return zoom;
      const across = (room.width - EDGE) / width;
      if (zoom === 'width') return Math.max(0.2, across);
      return Math.max(0.2, Math.min(across, Math.max((room.height - 18) / height, 0.55)));
    },
    [zoom, room],
  );
}

/** Letters are no smaller on a phone while one types, and an area is no larger than this. */
const READABLE = { letters: 14, most: 2 } as const;

/**
 * On a phone whoever begins to type is brought near enough to read what they type: the sheet becomes so large that its letters are
 * plain, or that the area is as wide as the screen.
 *
 * @param wide how wide the area is that is typed into, in points; `null` where none is
 */
export function useComingNear(
  root: RefObject<HTMLElement | null>,
  wide: number | null,
  scale: number,
  chosen: string | null,
  setZoom: (zoom: Zoom) => void,
): void {
  const before = useRef(scale);
  before.current = scale;
  useEffect(() => {
    const scrolls = root.current;
    if (!scrolls || wide === null || chosen === null || !onPhone()) return;
    const least = READABLE.letters / 12;
    if (before.current >= least) return;
    const across = (scrolls.clientWidth - EDGE) / Math.max(40, wide);
    setZoom(Math.min(READABLE.most, Math.max(least, Math.min(across, READABLE.most))));
    const timer = setTimeout(() => {
      const target = scrolls.querySelector(`[data-box="${CSS.escape(chosen)}"], [data-thing="${CSS.escape(chosen)}"]`);
      target?.scrollIntoView({ block: 'center', inline: 'start' });
    }, 60);
    return () => clearTimeout(timer);
  }, [root, wide, chosen, setZoom]);
}
