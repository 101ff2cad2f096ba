'use client';

import { type PointerEvent, type RefObject, useRef } from 'react';
import { thingKind } from '@/core/kinds/thing';
import { between, type Point } from '@/core/pages/geometry';
import { MOST_POINTS, type PenPoint, packed, simplified, strokePath } from '@/core/pages/ink';
import { isThingName, type Thing, type ThingName } from '@/core/pages/things';
import { LiveInk } from './live-ink';
import type { Acts, Hand } from './use-hand';

/** A touch that goes no farther than this is a press, in points. */
const PRESS = 3;

const roundTo = (n: number): number => Math.round(n * 10) / 10;

/** With what is drawn, and what becomes of it. */
export interface PenHand extends Pick<Hand, 'writing' | 'choose' | 'setFresh'> {
  readonly acts: Pick<Acts, 'put' | 'drop'>;
}

interface Surface {
  readonly sheet: string;
  readonly scale: number;
  readonly hand: PenHand;
  /** What lies on the sheet now. */
  readonly things: () => readonly Thing[];
  /** Where what is being drawn is shown, without anything else being drawn anew. */
  readonly live: RefObject<HTMLCanvasElement | null>;
}

/** What a pen, a finger or a mouse does on a sheet. */
export function usePen({ sheet, scale, hand, things, live }: Surface) {
  const stroke = useRef<PenPoint[] | null>(null);
  const rubbed = useRef<Set<string>>(new Set());
  /** Once a pen was seen, fingers push the sheet and draw no more. */
  const hasPen = useRef(false);
  const drawn = useRef(0);
  const ink = useRef<LiveInk | null>(null);
  /** Where the sheet is on the screen: it stays there while something is drawn. */
  const corner = useRef({ left: 0, top: 0 });
  const { writing, acts } = hand;
  const { tool } = writing;
  const kind = isThingName(tool) ? thingKind(tool) : null;
  const size = (kind?.initial.size ?? 1) * writing.weight;

  const pointOf = (event: { clientX: number; clientY: number }, target: Element): Point => {
    if (!stroke.current) corner.current = target.getBoundingClientRect();
    const { left, top } = corner.current;
    return { x: (event.clientX - left) / scale, y: (event.clientY - top) / scale };
  };
  const penned = (event: PointerEvent, target: Element): PenPoint[] => {
    const all = event.nativeEvent.getCoalescedEvents?.() ?? [];
    return (all.length > 0 ? all : [event.nativeEvent]).map((one) => ({
      ...pointOf(one, target),
      // A mouse says 0.5 while it is pressed, and so does a finger that cannot be measured.
      pressure: one.pointerType === 'pen' ? one.pressure : 0.5,
    }));
  };
  const preview = (points: readonly PenPoint[]): string => {
    const [first, last] = [points[0], points.at(-1)];
    if (!first || !last || !isThingName(tool)) return '';
    if (kind?.made === 'by-pen') return strokePath(points, size);
    const made = drawnOut(tool, first, last);
    const shape = made && thingKind(tool).shape({ ...made, size } as Thing);
    return shape?.path ?? '';
  };
  const show = () => {
    const points = stroke.current;
    if (points) ink.current?.show(preview(points));
  };
  const rubAt = (at: Point) => {
    for (const thing of things())
      if (!rubbed.current.has(thing.id) && thingKind(thing.is).touched(thing, at, 4)) {
        rubbed.current.add(thing.id);
        for (const one of document.querySelectorAll(`[data-thing="${thing.id}"], [data-shape="${thing.id}"]`))
          one.setAttribute('data-rubbed', '');
      }
  };
  const done = (event: PointerEvent<HTMLElement>) => {
    const points = stroke.current;
    stroke.current = null;
    cancelAnimationFrame(drawn.current);
    ink.current?.end();
    ink.current = null;
    if (tool === 'rub') {
      if (rubbed.current.size > 0) acts.drop([...rubbed.current]);
      rubbed.current = new Set();
      return;
    }
    if (!points || !isThingName(tool) || event.type === 'pointercancel') return;
    const thing = thingFrom(tool, points, size);
    if (!thing) return;
    const id = acts.put(tool, { sheet, ...thing }, writing);
    if (kind?.made === 'typed') {
      hand.setFresh(id);
      hand.choose({ thing: id });
    }
  };
  return {
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      if (event.button !== 0 || !event.isPrimary) return;
      if (event.pointerType === 'pen') hasPen.current = true;
      if (event.pointerType === 'touch' && hasPen.current && kind?.made === 'by-pen') return;
      if (tool === 'move') return hand.choose(null);
      if (tool === 'picture' || tool === 'formula') return;
      event.preventDefault();
      (document.activeElement as HTMLElement | null)?.blur?.();
      event.currentTarget.setPointerCapture(event.pointerId);
      if (tool === 'rub') {
        // Asked before anything is drawn: that is when it is found out where the sheet is.
        const at = pointOf(event, event.currentTarget);
        stroke.current = [];
        return rubAt(at);
      }
      const filled = kind?.made === 'by-pen';
      if (live.current)
        ink.current = new LiveInk(live.current, scale, {
          ink: writing.ink,
          width: size,
          filled,
          clear: tool === 'marker',
        });
      stroke.current = penned(event, event.currentTarget);
      show();
    },
    onPointerMove: (event: PointerEvent<HTMLElement>) => {
      const points = stroke.current;
      if (!points) return;
      if (tool === 'rub') return rubAt(pointOf(event, event.currentTarget));
      if (points.length < MOST_POINTS) points.push(...penned(event, event.currentTarget));
      cancelAnimationFrame(drawn.current);
      drawn.current = requestAnimationFrame(show);
    },
    onPointerUp: done,
    onPointerCancel: done,
  };
}

/** Where a thing lies that is drawn from one place to another; `null` for a press. */
function drawnOut(tool: ThingName, from: Point, to: Point) {
  if (Math.hypot(to.x - from.x, to.y - from.y) < PRESS) return null;
  return thingKind(tool).directed ? { x: from.x, y: from.y, w: to.x - from.x, h: to.y - from.y } : between(from, to);
}

/** What becomes of the places of a pen; `null` where that is nothing. */
function thingFrom(tool: ThingName, points: readonly PenPoint[], size: number) {
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last) return null;
  const { made, initial } = thingKind(tool);
  if (made === 'by-pen') {
    const kept = simplified(points);
    const [xs, ys] = [kept.map(({ x }) => x), kept.map(({ y }) => y)];
    const corner = { x: roundTo(Math.min(...xs)), y: roundTo(Math.min(...ys)) };
    return {
      ...corner,
      w: roundTo(Math.max(...xs) - corner.x),
      h: roundTo(Math.max(...ys) - corner.y),
      points: packed(kept, corner),
    };
  }
  if (made === 'set-down') return { x: roundTo(first.x - initial.w / 2), y: roundTo(first.y - initial.h / 2) };
  if (made === 'typed') {
    const w = Math.max(initial.w, Math.abs(last.x - first.x));
    return { x: roundTo(Math.min(first.x, last.x)), y: roundTo(Math.min(first.y, last.y) - size * 0.7), w: roundTo(w) };
  }
  const area = drawnOut(tool, first, last);
  return area && { x: roundTo(area.x), y: roundTo(area.y), w: roundTo(area.w), h: roundTo(area.h) };
}
