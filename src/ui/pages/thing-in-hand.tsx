'use client';

import { type KeyboardEvent, memo, type PointerEvent, useEffect, useLayoutEffect, useMemo, useRef } from 'react';
import type * as Y from 'yjs';
import { thingText } from '@/core/documents/pages-document';
import { thingKind } from '@/core/kinds/thing';
import { areaOf } from '@/core/kinds/thing/kind';
import { INK_COLOURS, type Thing } from '@/core/pages/things';
import { useSharedText } from '@/ui/common/use-shared-text';
import { ThingLook } from '@/ui/kinds/thing';
import { ARROWS, STEP } from './by-arrows';
import classes from './pages.module.css';
import type { Hand } from './use-hand';

interface Props {
  readonly thing: Thing;
  readonly ydoc: Y.Doc;
  readonly scale: number;
  readonly hand: Hand;
  readonly editable: boolean;
  readonly isChosen: boolean;
  /** What it is, and in which ink. */
  readonly label: string;
}

/** Words that are typed on the sheet: as wide as they were drawn, as tall as they become. */
function Words({ thing, ydoc, hand, editable, label }: Omit<Props, 'scale' | 'isChosen'>) {
  const text = useMemo(() => thingText(ydoc, thing.id), [ydoc, thing.id]);
  const { area, value, type } = useSharedText(text);
  // biome-ignore lint/correctness/useExhaustiveDependencies: as tall as what stands in it
  useLayoutEffect(() => {
    const element = area.current;
    if (!element) return;
    element.style.blockSize = 'auto';
    element.style.blockSize = `${element.scrollHeight}px`;
  }, [area, value, thing.w, thing.size]);
  useEffect(() => {
    if (hand.fresh !== thing.id) return;
    area.current?.focus({ preventScroll: true });
    hand.setFresh(null);
  }, [hand, thing.id, area]);
  return (
    <textarea
      ref={area}
      className={classes.words}
      rows={1}
      aria-label={label}
      value={value}
      readOnly={!editable}
      dir="auto"
      style={{ color: `#${INK_COLOURS[thing.ink]}`, fontSize: thing.size }}
      onChange={({ currentTarget }) => type(currentTarget.value)}
      onFocus={() => hand.choose({ thing: thing.id })}
      onBlur={({ currentTarget }) => {
        // Nothing was written: it was a press beside what was meant.
        if (currentTarget.value.trim() === '' && editable) hand.acts.drop([thing.id]);
        else if (editable && Math.abs(currentTarget.scrollHeight - thing.h) > 1)
          hand.acts.measured(thing.id, currentTarget.scrollHeight);
      }}
    />
  );
}

/** A thing on a sheet that can be chosen, moved, made larger and taken away: by mouse, touch, pen and keys. */
export const ThingInHand = memo(function ThingInHand({ thing, ydoc, scale, hand, editable, isChosen, label }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const grip = useRef<{ readonly x: number; readonly y: number; readonly stretch: boolean } | null>(null);
  const kind = thingKind(thing.is);
  const area = areaOf(thing);
  const isTyped = kind.of === 'words';
  const { acts } = hand;
  const moves = editable && hand.writing.tool === 'move';

  const begin = (event: PointerEvent, stretch: boolean) => {
    if (!moves || event.button !== 0) return;
    event.stopPropagation();
    event.preventDefault();
    hand.choose({ thing: thing.id });
    frame.current?.focus({ preventScroll: true });
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    grip.current = { x: event.clientX, y: event.clientY, stretch };
  };
  const offset = (event: PointerEvent) =>
    grip.current && {
      dx: (event.clientX - grip.current.x) / scale,
      dy: (event.clientY - grip.current.y) / scale,
      stretch: grip.current.stretch,
    };
  const drag = (event: PointerEvent) => {
    const by = offset(event);
    if (!by || !frame.current) return;
    if (by.stretch) {
      frame.current.style.width = `${Math.max(4, area.w + by.dx)}px`;
      frame.current.style.height = `${Math.max(4, area.h + by.dy)}px`;
    } else frame.current.style.translate = `${by.dx}px ${by.dy}px`;
  };
  const drop = (event: PointerEvent) => {
    const by = offset(event);
    grip.current = null;
    if (!by || !frame.current) return;
    frame.current.style.translate = '';
    if (Math.hypot(by.dx, by.dy) < 1) return;
    if (by.stretch) acts.change(thing.id, stretched(thing, by.dx, by.dy));
    else acts.change(thing.id, { x: thing.x + by.dx, y: thing.y + by.dy });
  };
  const key = (event: KeyboardEvent<HTMLElement>) => {
    if (!editable) return;
    const way = ARROWS[event.key];
    const typing = event.target instanceof HTMLTextAreaElement;
    if (way && (event.altKey || !typing)) {
      event.preventDefault();
      const [dx, dy] = way.map((n) => n * STEP * (event.ctrlKey ? 10 : 1)) as [number, number];
      if (event.shiftKey && kind.stretches) acts.shift(thing.id, (now) => stretched(now, dx, dy));
      else acts.shift(thing.id, ({ x, y }) => ({ x: x + dx, y: y + dy }));
    } else if (!typing && (event.key === 'Delete' || event.key === 'Backspace')) {
      event.preventDefault();
      // Whoever goes on by key stays on the sheets.
      frame.current?.closest<HTMLElement>('[data-sheets]')?.focus();
      acts.drop([thing.id]);
      hand.choose(null);
    } else if (event.key === 'Escape') {
      hand.choose(null);
      if (event.target instanceof HTMLTextAreaElement) event.target.blur();
    }
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: words are the field in it; all else is a button with a name
    <div
      ref={frame}
      className={classes.thing}
      data-thing={thing.id}
      data-chosen={isChosen || undefined}
      data-moves={moves || undefined}
      data-of={kind.of}
      style={{
        left: area.x,
        top: area.y,
        width: area.w,
        ...(isTyped ? { minHeight: area.h } : { height: area.h }),
      }}
      {...(isTyped
        ? {}
        : {
            role: 'button',
            tabIndex: 0,
            'aria-label': label,
            'aria-pressed': isChosen,
            onFocus: () => hand.choose({ thing: thing.id }),
          })}
      onPointerDown={(event) => begin(event, false)}
      onPointerMove={drag}
      onPointerUp={drop}
      onPointerCancel={drop}
      onKeyDown={key}
    >
      {isTyped ? (
        <Words thing={thing} ydoc={ydoc} hand={hand} editable={editable && !moves} label={label} />
      ) : kind.of !== 'shape' || isChosen ? (
        <ThingLook thing={thing} />
      ) : null}
      {isChosen && moves && kind.stretches ? (
        <span className={classes.handle} onPointerDown={(event) => begin(event, true)} />
      ) : null}
    </div>
  );
});

/** A thing as large as a drag makes it; what goes from one place to another keeps its way. */
function stretched({ is, w, h }: Thing, dx: number, dy: number): { readonly w: number; readonly h: number } {
  const { directed, of } = thingKind(is);
  if (directed) return { w: w + dx * (w < 0 ? -1 : 1), h: h + dy * (h < 0 ? -1 : 1) };
  return { w: Math.max(6, w + dx), h: of === 'words' ? h : Math.max(6, h + dy) };
}
