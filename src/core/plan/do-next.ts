import type { Instant } from '../ids';
import { isDone, isMissing, isToDo, type State } from '../work/standing';

/** What the order of work is made from: one open item, as every list of work has it. */
export interface Workable {
  readonly id: string;
  readonly state: State;
  readonly dueAt: Instant | null;
  readonly closesAt: Instant | null;
  /** About how long it takes, in minutes. */
  readonly minutes: number;
  /** What opens only after this: its title, and by when one should turn to it. */
  readonly unlocks?: readonly Unlocked[];
  /** Until when the student has put it off; absent or `null` where not. */
  readonly putOffUntil?: Instant | null;
  /** Was it due before the student came into the class? Then nobody waits for it. */
  readonly before?: boolean;
}

/** Work that waits for other work. */
export interface Unlocked {
  readonly title: string;
  readonly dueAt: Instant | null;
  readonly minutes: number;
}

/** Why an item stands where it stands; the words come from the catalogue. */
export type Reason =
  | { readonly code: 'closes-for-good'; readonly at: Instant }
  | { readonly code: 'another-go' }
  | { readonly code: 'overdue' }
  | { readonly code: 'due-soon'; readonly at: Instant }
  | { readonly code: 'unlocks'; readonly title: string }
  | { readonly code: 'begun' }
  | { readonly code: 'long'; readonly minutes: number }
  | { readonly code: 'next-due' }
  | { readonly code: 'no-due' };

export interface Ranked<Item extends Workable> {
  readonly item: Item;
  readonly reason: Reason;
}

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

function reasonFor(item: Workable, now: Instant): Reason {
  const left = (at: Instant) => at - now;
  if (item.closesAt !== null && left(item.closesAt) <= DAY) return { code: 'closes-for-good', at: item.closesAt };
  if (item.state === 'another-go') return { code: 'another-go' };
  if (item.state === 'overdue') return { code: 'overdue' };
  if (item.dueAt !== null && left(item.dueAt) <= 36 * HOUR) return { code: 'due-soon', at: item.dueAt };
  const unlocked = item.unlocks?.[0];
  if (unlocked) return { code: 'unlocks', title: unlocked.title };
  if (item.state === 'under-way') return { code: 'begun' };
  if (item.minutes >= 60) return { code: 'long', minutes: item.minutes };
  return item.dueAt === null ? { code: 'no-due' } : { code: 'next-due' };
}

/**
 * The moment by which one should turn to an item: its due time less ten times its length, so that long
 * work comes up earlier; what is begun comes half a day earlier still. Another go has no due time of
 * its own and counts as due in two days. What other work waits for is turned to by the moment at which one
 * should turn to that other work. Without any time an item comes last.
 */
function turnTo(item: Workable, now: Instant): number {
  const due = item.state === 'another-go' ? now + 2 * DAY : (item.dueAt ?? Number.POSITIVE_INFINITY);
  const next = (item.unlocks ?? []).map((one) => (one.dueAt ?? Number.POSITIVE_INFINITY) - 10 * one.minutes * 60_000);
  const end = Math.min(due, item.closesAt ?? Number.POSITIVE_INFINITY, ...next);
  return end - 10 * item.minutes * 60_000 - (item.state === 'under-way' ? 12 * HOUR : 0);
}

/**
 * What to do next, in order, each with its reason. What is overdue but still taken is kept apart (it has
 * a list of its own) unless it closes for good within a day; what was due before the student came has one, too; what the
 * student has put off is left out until its time has come.
 */
export function doNext<Item extends Workable>(items: readonly Item[], now: Instant): readonly Ranked<Item>[] {
  return items
    .filter((item) => isToDo(item.state) && !isBefore(item) && !isPutOff(item, now))
    .map((item) => ({ item, reason: reasonFor(item, now) }))
    .filter(({ item, reason }) => item.state !== 'overdue' || reason.code === 'closes-for-good')
    .sort((a, b) => turnTo(a.item, now) - turnTo(b.item, now) || a.item.id.localeCompare(b.item.id));
}

/** Has the student put this off to a time that has not come yet? */
export const isPutOff = (item: Workable, now: Instant): boolean =>
  isToDo(item.state) && !isBefore(item) && item.putOffUntil != null && item.putOffUntil > now;

/** Was this due before the student came, and is it still to do, or closed with nothing handed in? */
const isBefore = (item: Workable): boolean => item.before === true && isMissing(item.state);

/** Minutes of unfinished work that is due between now and a moment, overdue work included. */
export function minutesBefore(items: readonly Workable[], until: Instant): number {
  return items
    .filter((item) => isToDo(item.state) && item.dueAt !== null && item.dueAt < until)
    .reduce((sum, item) => sum + item.minutes, 0);
}

/** The folds below "Do next": put off, overdue, later, done, closed with nothing handed in, and from before one came, each soonest or latest first as it is read. */
export function folds<Item extends Workable>(items: readonly Item[], now: Instant) {
  const byDue = (a: Item, b: Item) => (a.dueAt ?? 0) - (b.dueAt ?? 0);
  return {
    putOff: items.filter((item) => isPutOff(item, now)).sort(byDue),
    overdue: items.filter((item) => item.state === 'overdue' && !isPutOff(item, now)).sort(byDue),
    later: items.filter((item) => item.state === 'opens-later').sort(byDue),
    done: items.filter((item) => isDone(item.state)).sort((a, b) => byDue(b, a)),
    closed: items.filter((item) => item.state === 'closed' && !isBefore(item)).sort((a, b) => byDue(b, a)),
    before: items.filter(isBefore),
  };
}
