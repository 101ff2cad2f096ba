import type { Instant, StepId } from '../ids';

/**
 * What lateness costs. `no-loss`: late work counts in full. `loss`: so many points for every day or hour that
 * has begun since the due time, never below the floor. `closed`: nothing is taken after the due time.
 */
export type LateRule =
  | { readonly kind: 'no-loss' }
  | { readonly kind: 'loss'; readonly points: number; readonly per: 'day' | 'hour'; readonly floor: number }
  | { readonly kind: 'closed' };

/** Rules that say something only where there is a due time. */
const FOLLOWS_DUE: Readonly<Record<LateRule['kind'], boolean>> = { 'no-loss': false, loss: true, closed: true };
export const followsDue = (rule: LateRule): boolean => FOLLOWS_DUE[rule.kind];

/** What late work loses; `null` where it loses nothing or is not taken at all. */
export const lossIn = (rule: LateRule): Extract<LateRule, { readonly kind: 'loss' }> | null =>
  'points' in rule ? rule : null;

/** What has to be handed in: pieces, one short text typed in place, or nothing (the work is ticked off). */
export const TAKES = ['pieces', 'short', 'tick'] as const;
export type Takes = (typeof TAKES)[number];

/** What time does to work, each with where its rules say when. */
export const TIMES_OF_WORK = { opens: 'opensAt', due: 'dueAt', closes: 'closesAt' } as const satisfies Readonly<
  Record<string, 'opensAt' | 'dueAt' | 'closesAt'>
>;
export type TimeOfWork = keyof typeof TIMES_OF_WORK;

/** What has to be agreed to before anything else is done, and what can be done before that: what is only read. */
export interface Agreements {
  readonly steps: readonly StepId[];
  readonly before: readonly StepId[];
}

/** The rules of one assignment for one student. A time that is `null` does not exist for it. */
export interface Rules {
  readonly opensAt: Instant | null;
  readonly dueAt: Instant | null;
  readonly closesAt: Instant | null;
  readonly late: LateRule;
  readonly takes: Takes;
  /** May a hand-in be taken back to revise it? */
  readonly takeBack: boolean;
  /** How many hand-ins there may be; `null` for any number. A go that the teacher asks for is on top. */
  readonly goes: number | null;
  /** Does it open only after other work has been handed in? The fact `unlocked` says when it has. */
  readonly waits: boolean;
  readonly agreements?: Agreements;
  /** Was it due before this student came into the class? Then it can be done, and nobody waits for it. */
  readonly beforeJoining?: boolean;
}

/** What holds for one student alone. */
export interface OwnTerms {
  /** More time than the others have, in milliseconds, 0 or more. */
  readonly extra: number;
  /** Since when they are in the class; `null` for those who were there from its beginning. */
  readonly joinedAt: Instant | null;
}

/** The last moment at which work is taken: the closing time, or the due time where lateness is refused. */
export function closingTime(rules: Rules): Instant | null {
  if (rules.late.kind !== 'closed' || rules.dueAt === null) return rules.closesAt;
  return rules.closesAt === null ? rules.dueAt : Math.min(rules.dueAt, rules.closesAt);
}

/**
 * The rules of one student who was given more time: due and closing time lie later by it.
 *
 * @param extra in milliseconds, 0 or more
 */
export function withExtraTime(rules: Rules, extra: number): Rules {
  const later = (at: Instant | null) => (at === null ? null : ((at + extra) as Instant));
  return extra === 0 ? rules : { ...rules, dueAt: later(rules.dueAt), closesAt: later(rules.closesAt) };
}

/**
 * The rules of one student. What was due before they came is not late for them and has no due time; what takes nothing any
 * more by then stays closed.
 */
export function rulesFor(rules: Rules, { extra, joinedAt }: OwnTerms): Rules {
  const own = withExtraTime(rules, extra);
  if (joinedAt === null || own.dueAt === null || own.dueAt >= joinedAt) return own;
  return { ...own, dueAt: null, closesAt: closingTime(own), beforeJoining: true };
}

/** How long after the end a hand-in may be finished that was begun before it, in milliseconds: two minutes. */
export const GRACE = 120_000;

/**
 * The moment from which a hand-in counts: when it was begun, if the due or closing time came between that and its
 * end and no more than the grace has passed since; otherwise now.
 *
 * @param begunAt when the hand-in was begun by the server's clock; `null` when nobody said so
 */
export function countedFrom(begunAt: Instant | null, now: Instant, rules: Rules): Instant {
  if (begunAt === null || begunAt > now) return now;
  const within = (end: Instant | null) => end !== null && begunAt <= end && now > end && now <= end + GRACE;
  return within(rules.dueAt) || within(closingTime(rules)) ? begunAt : now;
}

/** Has the window opened? The opening moment itself counts as open. */
export function isOpen(rules: Rules, now: Instant): boolean {
  return rules.opensAt === null || now >= rules.opensAt;
}

/** Has the closing time passed? The closing moment itself still takes work. */
export function isPastClosing(rules: Rules, now: Instant): boolean {
  const closing = closingTime(rules);
  return closing !== null && now > closing;
}

/** Has the due time passed? Work handed in at the due moment itself is on time. */
export function isPastDue(rules: Rules, now: Instant): boolean {
  return rules.dueAt !== null && now > rules.dueAt;
}
