'use client';

import { useEffect, useRef } from 'react';
import { thingKind } from '@/core/kinds/thing';
import type { Sheet } from '@/core/pages/given';
import { INK_COLOURS, type Thing } from '@/core/pages/things';
import { afterwards } from '@/ui/common/first-on-stage';
import type { Beneath } from './base';
import classes from './sheet-list.module.css';

/** How wide a sheet is in the list, in pixels. */
const WIDE = 44;

/** Draws the shapes of a sheet, small. */
function drawShapes(canvas: HTMLCanvasElement, sheet: Sheet, things: readonly Thing[], height: number): void {
  const scale = (2 * WIDE) / sheet.width;
  canvas.width = 2 * WIDE;
  canvas.height = Math.ceil(2 * height);
  const pen = canvas.getContext('2d');
  if (!pen) return;
  pen.setTransform(scale, 0, 0, scale, 0, 0);
  for (const thing of things) {
    const shape = thingKind(thing.is).shape(thing);
    if (!shape) continue;
    pen.fillStyle = pen.strokeStyle = `#${INK_COLOURS[thing.ink]}`;
    pen.globalAlpha = shape.clear ? 0.35 : 1;
    // A line of its own thickness would not be seen at this size.
    pen.lineWidth = Math.max(thing.size, 1.4 / scale);
    if (shape.filled) pen.fill(new Path2D(shape.path));
    pen.stroke(new Path2D(shape.path));
  }
}

interface Props {
  readonly sheet: Sheet;
  readonly things: readonly Thing[];
  readonly beneath: Beneath;
}

/** A sheet as small as a stamp: what lies beneath, and the shapes over it. Its words would be too small to be read. */
export function SheetThumb({ sheet, things, beneath }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const over = useRef<HTMLCanvasElement>(null);
  const height = Math.min(70, (WIDE * sheet.height) / sheet.width);
  const picture = sheet.under ?? (beneath.is === 'picture' && sheet.page !== null ? beneath.src : null);
  const pdf = beneath.is === 'pdf' ? beneath.pdf : null;
  useEffect(() => {
    const drawn = canvas.current;
    const { page: number } = sheet;
    if (!pdf || !drawn || number === null) return;
    let left = false;
    let stop = () => {};
    const draw = async () => {
      const page = await pdf.getPage(number);
      if (left) return;
      const viewport = page.getViewport({ scale: (2 * WIDE) / sheet.width });
      drawn.width = Math.ceil(viewport.width);
      drawn.height = Math.ceil(viewport.height);
      const drawing = page.render({ canvas: drawn, viewport });
      stop = () => drawing.cancel();
      await drawing.promise;
    };
    // Only what is seen of the list is drawn.
    const watch = new IntersectionObserver(([entry]) => {
      if (!entry?.isIntersecting) return;
      watch.disconnect();
      stop = afterwards(() => void draw().catch(() => {}));
    });
    watch.observe(drawn);
    return () => {
      left = true;
      watch.disconnect();
      stop();
    };
  }, [pdf, sheet]);
  useEffect(
    () =>
      afterwards(() => {
        if (over.current) drawShapes(over.current, sheet, things, height);
      }),
    [sheet, things, height],
  );
  return (
    <span className={classes.thumb} style={{ inlineSize: WIDE, blockSize: height }} aria-hidden="true">
      {picture ? (
        // biome-ignore lint/performance/noImgElement: the school's own file, shown as it is
        <img src={picture} alt="" loading="lazy" />
      ) : (
        <canvas ref={canvas} />
      )}
      <canvas ref={over} />
    </span>
  );
}
