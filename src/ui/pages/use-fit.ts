'use client';

import { type RefObject, useCallback, useLayoutEffect, useState } from 'react';
import type { Sheet } from '@/core/pages/given';

/** How large sheets are seen: whole, as wide as there is room, or so many times as large as on paper. */
export type Zoom = 'sheet' | 'width' | number;

const EDGE = 24;

/** By how much a sheet is made larger or smaller so that it is seen as one wants. */
export function useFit(root: RefObject<HTMLElement | null>, zoom: Zoom): (sheet: Sheet) => number {
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
