import { dayStarts, daysAway } from '../calendar/due-words';
import type { Instant } from '../ids';

/** A kite to be hung on the String. */
export interface Hanging {
  readonly id: string;
  readonly dueAt: Instant;
  readonly minutes: number;
  readonly title: string;
  /** Is there still work in it? Only that weighs on its day. */
  readonly open: boolean;
}

export interface PlacedKite {
  readonly id: string;
  /** Where its due time is on the line, and how far its thread hangs, in px. */
  readonly x: number;
  readonly lineY: number;
  readonly thread: number;
  /** The parts of the thread that are seen, in px below the line: it passes behind the labels of other kites. */
  readonly strands: readonly { readonly from: number; readonly to: number }[];
  /** On which side of the kite its label stands. */
  readonly side: 'after' | 'before';
}

/** One day of the String: where it begins, and how many minutes of unfinished work are due on it. */
export interface StringDay {
  readonly at: Instant;
  readonly x: number;
  readonly y: number;
  readonly today: boolean;
  readonly minutes: number;
}

export interface StringLayout {
  readonly width: number;
  readonly height: number;
  readonly days: readonly StringDay[];
  readonly now: { readonly x: number; readonly y: number };
  readonly line: readonly { readonly x: number; readonly y: number }[];
  readonly kites: readonly PlacedKite[];
}

export const STRING_SIZES = {
  day: 186,
  top: 46,
  sag: 26,
  heavy: 150,
  perMinute: 2,
  labelHeight: 36,
  gap: 4,
} as const;

/** How many days the String shows before today and after it. */
export interface Span {
  readonly before: number;
  readonly after: number;
}

const LEAST: Span = { before: 2, after: 12 };
const MOST: Span = { before: 60, after: 60 };

/**
 * The days that the String has to show: two before today and twelve after it, and as far back and ahead
 * as there is unfinished work, up to sixty days either way. Overdue work keeps its place in the past.
 */
export function stringSpan(hangings: readonly Hanging[], now: Instant, zone: string): Span {
  let first = now;
  let last = now;
  for (const { dueAt, open } of hangings) {
    if (!open) continue;
    first = Math.min(first, dueAt);
    last = Math.max(last, dueAt);
  }
  return {
    before: Math.min(MOST.before, Math.max(LEAST.before, -daysAway(first, now, zone))),
    after: Math.min(MOST.after, Math.max(LEAST.after, daysAway(last, now, zone))),
  };
}

/** How wide a label is drawn, estimated from its letters: 7.4 px each at 14 px, with half the kite before it. */
const labelWidth = (title: string): number => 20 + Math.max(6, Math.min(title.length, 26)) * 7.4;

interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** How wide a column of taken boxes is: about half a label, so that few boxes share one. */
const COLUMN = 93;

/** Boxes that are taken, by the columns they touch, so that only neighbours are asked. */
class Taken {
  readonly all: Box[] = [];
  readonly #columns = new Map<number, Box[]>();

  add(box: Box): void {
    this.all.push(box);
    for (let column = Math.floor(box.left / COLUMN); column <= Math.floor(box.right / COLUMN); column += 1) {
      const boxes = this.#columns.get(column);
      if (boxes) boxes.push(box);
      else this.#columns.set(column, [box]);
    }
  }

  /** The boxes in the column of a place. */
  near(x: number): readonly Box[] {
    return this.#columns.get(Math.floor(x / COLUMN)) ?? [];
  }

  /** The first place from `top` down at which a box of this height fits between left and right. */
  firstFree(left: number, right: number, top: number, height: number): number {
    const beside = new Set<Box>();
    for (let column = Math.floor(left / COLUMN); column <= Math.floor(right / COLUMN); column += 1) {
      for (const box of this.#columns.get(column) ?? []) {
        if (box.left < right && box.right > left && box.bottom + STRING_SIZES.gap > top) beside.add(box);
      }
    }
    let free = top;
    for (const box of [...beside].sort((a, b) => a.top - b.top)) {
      if (box.top >= free + height + STRING_SIZES.gap) break;
      free = Math.max(free, box.bottom + STRING_SIZES.gap + 0.01);
    }
    return free;
  }
}

/** A shorter piece of thread between two labels would look like a mark of its own. */
const SHORTEST = 9;

/** What is left of a thread when the boxes that lie over it are taken out. */
function strandsOf(x: number, y: number, thread: number, over: readonly Box[]): PlacedKite['strands'] {
  const hidden = over
    .filter((box) => box.left < x && box.right > x && box.top < y + thread && box.bottom > y)
    .map((box) => ({ from: box.top - y, to: box.bottom - y }))
    .sort((a, b) => a.from - b.from);
  const strands: { from: number; to: number }[] = [];
  let from = 0;
  for (const gap of hidden) {
    if (gap.from - from > SHORTEST) strands.push({ from, to: gap.from });
    from = Math.max(from, gap.to);
  }
  // The last piece is always drawn: by it one sees what the kite hangs on.
  if (thread > from) strands.push({ from, to: thread });
  return strands;
}

/**
 * Lays the String out: a line that sags under the work of each day (two and a half hours or more sag the most), days as
 * ticks, now, and each kite below its due time on a thread of 2 px a minute of work (15 minutes are 30 px,
 * an hour and a half or more 180). Where a label would lie over another it goes to the other side of its
 * kite, and where that does not help its thread is let out until there is room; a kite never leaves its
 * due time.
 *
 * @param span days shown before today and after it
 * @returns positions in px from the start edge of the line and from its top
 */
export function layString(hangings: readonly Hanging[], now: Instant, zone: string, span: Span): StringLayout {
  const { day, top, sag, heavy, perMinute, labelHeight } = STRING_SIZES;
  const count = span.before + span.after + 1;
  const starts = dayStarts(now, zone, -span.before, count + 1);
  const width = count * day;
  const dayOf = (at: Instant): number => {
    const first = starts[0] as Instant;
    const end = starts[count] as Instant;
    if (at < first || at >= end) return -1;
    // Days have 23 to 25 hours: the guess is off by one at most.
    let i = Math.min(count - 1, Math.floor((at - first) / 86_400_000));
    while (i > 0 && at < (starts[i] as Instant)) i -= 1;
    while (at >= (starts[i + 1] as Instant)) i += 1;
    return i;
  };
  const xOf = (at: Instant): number | null => {
    const i = dayOf(at);
    if (i < 0) return null;
    const start = starts[i] as Instant;
    return (i + (at - start) / ((starts[i + 1] as Instant) - start)) * day;
  };

  const minutes = Array.from({ length: count }, () => 0);
  for (const hanging of hangings) {
    const i = hanging.open ? dayOf(hanging.dueAt) : -1;
    if (i >= 0) minutes[i] = (minutes[i] ?? 0) + hanging.minutes;
  }
  const depth = (i: number): number => (sag * Math.min(heavy, minutes[i] ?? 0)) / heavy;
  /** Between the middles of two days the line runs as a half wave, so that it has no corners. */
  const lineY = (x: number): number => {
    const at = x / day - 0.5;
    const from = Math.floor(at);
    const share = (1 - Math.cos(Math.PI * (at - from))) / 2;
    return top + depth(from) * (1 - share) + depth(from + 1) * share;
  };

  const taken = new Taken();
  const hung: (Omit<PlacedKite, 'strands'> & { readonly box: Box })[] = [];
  for (const hanging of hangings.toSorted((a, b) => a.dueAt - b.dueAt || a.id.localeCompare(b.id))) {
    const x = xOf(hanging.dueAt);
    if (x === null) continue;
    const y = lineY(x);
    const label = labelWidth(hanging.title);
    const shortest = Math.max(24, Math.min(hanging.minutes, 90) * perMinute);
    const from = y + shortest - 4;
    const after = taken.firstFree(x - 15, x + label, from, labelHeight);
    // The other side is looked at only where this one is taken and that one lies on the String.
    const before =
      after > from && x - label >= 0 ? taken.firstFree(x - label, x + 15, from, labelHeight) : Number.POSITIVE_INFINITY;
    const side = after <= before ? 'after' : 'before';
    const start = Math.min(after, before);
    const box: Box = {
      left: side === 'after' ? x - 15 : x - label,
      right: side === 'after' ? x + label : x + 15,
      top: start,
      bottom: start + labelHeight,
    };
    taken.add(box);
    hung.push({ id: hanging.id, x, lineY: y, thread: start + 4 - y, side, box });
  }

  const kites = hung.map(({ box, ...kite }): PlacedKite => {
    const over = taken.near(kite.x).filter((other) => other !== box);
    return { ...kite, strands: strandsOf(kite.x, kite.lineY, kite.thread, over) };
  });
  const nowX = xOf(now) ?? 0;
  return {
    width,
    height: taken.all.reduce((most, box) => Math.max(most, box.bottom + 14), 190),
    days: starts.slice(0, -1).map((at, i) => ({
      at,
      x: i * day,
      y: lineY(i * day),
      today: i === span.before,
      minutes: minutes[i] ?? 0,
    })),
    now: { x: nowX, y: lineY(nowX) },
    line: Array.from({ length: count * 8 + 1 }, (_, i) => ({ x: (i * day) / 8, y: lineY((i * day) / 8) })),
    kites,
  };
}
