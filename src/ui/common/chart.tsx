'use client';

import { type ReactElement, useEffect, useRef, useState } from 'react';
import { ResponsiveContainer } from 'recharts';

/** A drawing of figures as wide as there is room. What it shows is also said in words or a table beside it. */
export function Chart({ height, label, children }: { height: number; label: string; children: ReactElement }) {
  const box = useRef<HTMLDivElement>(null);
  const [wide, setWide] = useState(false);
  // Drawn once there is a width, so that nothing jumps; what is folded away has none in some browsers until it is opened.
  useEffect(() => {
    const drawn = box.current;
    if (!drawn) return;
    const watch = new ResizeObserver(() => setWide(drawn.clientWidth > 0));
    watch.observe(drawn);
    return () => watch.disconnect();
  }, []);
  return (
    <div ref={box} role="img" aria-label={label} dir="ltr" style={{ inlineSize: '100%', blockSize: height }}>
      {wide ? (
        <ResponsiveContainer width="100%" height="100%">
          {children}
        </ResponsiveContainer>
      ) : null}
    </div>
  );
}
