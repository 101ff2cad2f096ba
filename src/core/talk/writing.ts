import type { Instant } from '../ids';
import { type TalkName, talkKind } from '../kinds/talk';

/** What decides whether somebody may say something now. All of it is read together, while the talk is held. */
export interface Writing {
  /** The part that whoever writes has in the class; `null` for none (any more). */
  readonly role: 'student' | 'teacher' | null;
  /** The class has come to its end. */
  readonly over: boolean;
  readonly closed: boolean;
  readonly paused: boolean;
  /** Whoever writes is at something that is timed. */
  readonly inAttempt: boolean;
  /** No teacher stands alone at the other end: others could help whoever is at something timed. */
  readonly amongStudents: boolean;
  /** Everybody who takes part is still there and may write to each other. */
  readonly parties: boolean;
  /** The work that it belongs to takes nothing more. */
  readonly workClosed: boolean;
  /** One answers before one has said something of one's own, where that comes first. */
  readonly ownFirst: boolean;
  /** What is answered; `null` where nothing is. */
  readonly to: { readonly withdrawn: boolean; readonly threadClosed: boolean } | null;
}

export type NotSaid =
  | 'not-member'
  | 'class-over'
  | 'in-attempt'
  | 'paused'
  | 'floor-closed'
  | 'thread-closed'
  | 'withdrawn'
  | 'party-left'
  | 'work-closed'
  | 'own-first';

/** Why something cannot be said now; `null` where it can. What is known to hold for longest is said first. */
export function notSaid({
  role,
  over,
  closed,
  paused,
  inAttempt,
  amongStudents,
  parties,
  workClosed,
  ownFirst,
  to,
}: Writing): NotSaid | null {
  if (role === null) return 'not-member';
  if (over) return 'class-over';
  if (!parties) return 'party-left';
  if (role === 'student' && inAttempt && amongStudents) return 'in-attempt';
  if (paused) return 'paused';
  if (role === 'student' && workClosed) return 'work-closed';
  if (role === 'student' && closed) return 'floor-closed';
  if (role === 'student' && ownFirst) return 'own-first';
  if (to?.withdrawn) return 'withdrawn';
  if (role === 'student' && to?.threadClosed) return 'thread-closed';
  return null;
}

/** Until when something that was said can be mended. */
export const mendUntil = (kind: TalkName, at: Instant): Instant => at + talkKind(kind).mendable;
