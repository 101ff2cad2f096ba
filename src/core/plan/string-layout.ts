import { dayStart } from '../calendar/due-words';
import type { Instant } from '../ids';

/** A kite to be hung on the String. */
export interface Hanging {
  readonly id: string;
  readonly dueAt: Instant;
  readonly minutes: number;
  readonly title: string;
}

export interface PlacedKite {
  readonly id: string;
  /** Where its due time is on the line, and how far its thread hangs, in px. */
  readonly x: number;
  readonly lineY: number;
  readonly thread: number;
  /** On which side of the kite its label stands. */
  readonly side: 'after' | 'before';
}

export interface StringLayout {
  readonly width: number;
  readonly height: number;
  readonly days: readonly { readonly at: Instant; readonly x: number; readonly y: number; readonly today: boolean }[];
  readonly now: { readonly x: number; readonly y: number };
  readonly line: readonly { readonly x: number; readonly y: number }[];
  readonly kites: readonly PlacedKite[];
}

export const STRING_SIZES = { day: 186, top: 46, sag: 16, perMinute: 2, labelHeight: 36, gap: 4 } as const;

/** How wide a label is drawn, estimated from its letters: 7.4 px each at 14 px, with half the kite before it. */
const labelWidth = (title: string): number => 20 + Math.max(6, Math.min(title.length, 26)) * 7.4;

interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

const overlap = (a: Box, b: Box, gap: number): boolean =>
  a.left < b.right && a.right > b.left && a.top < b.bottom + gap && a.bottom + gap > b.top;

/**
 * Lays the String out: a line that sags a little, days as ticks, now, and each kite below its due time on
 * a thread of 2 px a minute of work (15 minutes are 30 px, an hour and a half or more 180). Where a label
 * would lie over another it goes to the other side of its kite, and where that does not help its thread is
 * let out until there is room; a kite never leaves its due time.
 *
 * @param span days shown before today and after it
 * @returns positions in px from the start edge of the line and from its top
 */
export function layString(
  hangings: readonly Hanging[],
  now: Instant,
  zone: string,
  span: { readonly before: number; readonly after: number },
): StringLayout {
  const { day, top, sag, perMinute, labelHeight, gap } = STRING_SIZES;
  const count = span.before + span.after + 1;
  const starts = Array.from({ length: count + 1 }, (_, i) => dayStart(now, zone, i - span.before));
  const width = count * day;
  const lineY = (x: number): number => top + sag * Math.sin((Math.PI * x) / width);
  const xOf = (at: Instant): number | null => {
    const i = starts.findIndex((start, index) => at >= start && at < (starts[index + 1] ?? Number.NEGATIVE_INFINITY));
    if (i < 0) return null;
    const start = starts[i] as Instant;
    return (i + (at - start) / ((starts[i + 1] as Instant) - start)) * day;
  };

  const taken: Box[] = [];
  const inTheWay = (box: Box): Box | undefined => taken.find((other) => overlap(box, other, gap));
  const kites: PlacedKite[] = [];
  for (const hanging of hangings.toSorted((a, b) => a.dueAt - b.dueAt || a.id.localeCompare(b.id))) {
    const x = xOf(hanging.dueAt);
    if (x === null) continue;
    const y = lineY(x);
    const label = labelWidth(hanging.title);
    let thread = Math.max(24, Math.min(hanging.minutes, 90) * perMinute);
    for (;;) {
      const boxTop = y + thread - 4;
      const at = { top: boxTop, bottom: boxTop + labelHeight };
      const after: Box = { ...at, left: x - 15, right: x + label };
      const before: Box = { ...at, left: x - label, right: x + 15 };
      const hitAfter = inTheWay(after);
      const hitBefore = hitAfter && before.left >= 0 ? inTheWay(before) : undefined;
      const side = hitAfter === undefined ? 'after' : before.left >= 0 && hitBefore === undefined ? 'before' : null;
      if (side) {
        taken.push(side === 'after' ? after : before);
        kites.push({ id: hanging.id, x, lineY: y, thread, side });
        break;
      }
      // Nothing fits before the first of the two that are in the way has ended.
      const ends = Math.min(hitAfter?.bottom ?? 0, hitBefore?.bottom ?? Number.POSITIVE_INFINITY);
      thread = ends + gap - y + 4 + 0.01;
    }
  }

  const nowX = xOf(now) ?? 0;
  return {
    width,
    height: Math.max(190, ...taken.map((box) => box.bottom + 14)),
    days: starts.slice(0, -1).map((at, i) => ({ at, x: i * day, y: lineY(i * day), today: i === span.before })),
    now: { x: nowX, y: lineY(nowX) },
    line: Array.from({ length: count * 4 + 1 }, (_, i) => ({ x: (i * day) / 4, y: lineY((i * day) / 4) })),
    kites,
  };
}
