import type { Instant } from '../ids';
import type { Answers } from './answers';

const MINUTE = 60_000;

/**
 * What happened in one attempt, oldest first. Acts are only ever added; how it stands follows from them, its terms and the
 * time.
 */
export type AttemptAct =
  | { readonly kind: 'begun'; readonly at: Instant }
  /** The window was closed, or the person went elsewhere: the time runs on. */
  | { readonly kind: 'left'; readonly at: Instant }
  | { readonly kind: 'returned'; readonly at: Instant }
  /** The person has come to a further question, where nobody goes back: what they left behind was answered so. */
  | { readonly kind: 'reached'; readonly at: Instant; readonly number: number; readonly left: Answers }
  /** The person has finished answering. */
  | { readonly kind: 'finished'; readonly at: Instant }
  /** A teacher gave minutes, or the school was away for so long. */
  | { readonly kind: 'given-time'; readonly at: Instant; readonly minutes: number; readonly away: boolean }
  | { readonly kind: 'ended'; readonly at: Instant; readonly by: 'person' | 'time' | 'teacher' }
  | { readonly kind: 'reopened'; readonly at: Instant; readonly minutes: number }
  | { readonly kind: 'voided'; readonly at: Instant }
  /** A teacher put what came after the end to the other answers. */
  | { readonly kind: 'late-counted'; readonly at: Instant };

/** What an attempt was begun with: it stays, whatever is set afterwards. */
export interface AttemptTerms {
  /** Minutes for answering, what one person alone has more included; `null` for as long as one likes. */
  readonly limit: number | null;
  /** Minutes afterwards to attach the working. */
  readonly working: number | null;
  /** When the work closes for this person, in any case. */
  readonly closesAt: Instant | null;
}

/** Where an attempt is. */
export type AttemptPhase = 'answering' | 'working' | 'over' | 'void';

/** Is somebody at it: answering, or attaching the working? */
export const isRunning = (phase: AttemptPhase): boolean => phase === 'answering' || phase === 'working';

/** How an attempt stands. */
export interface AttemptStanding {
  readonly phase: AttemptPhase;
  readonly begunAt: Instant;
  /** Until when answers are taken; `null` without an end. */
  readonly answersUntil: Instant | null;
  /** Until when the working can be attached; `null` where there is no such time, or it is not known yet. */
  readonly workingUntil: Instant | null;
  /** The next moment at which time itself ends something; `null` for none. */
  readonly nextEnd: Instant | null;
  readonly finishedAt: Instant | null;
  readonly endedAt: Instant | null;
  readonly endedBy: 'person' | 'time' | 'teacher' | null;
  readonly reached: number;
  /** Is the person there, as far as it was told? */
  readonly present: boolean;
  /** Minutes that the school was away and gave back. */
  readonly givenBack: number;
  /** Minutes that a teacher gave. */
  readonly givenMore: number;
}

const earliest = (...times: readonly (Instant | null)[]): Instant | null => {
  const some = times.filter((time): time is Instant => time !== null);
  return some.length === 0 ? null : Math.min(...some);
};

interface Course {
  begunAt: Instant;
  limit: number | null;
  finishedAt: Instant | null;
  ended: { readonly at: Instant; readonly by: 'person' | 'time' | 'teacher' } | null;
  voided: boolean;
  reached: number;
  present: boolean;
  givenBack: number;
  givenMore: number;
  /** A teacher who opens it again says how long: then neither the limit nor the closing time of the work counts. */
  reopenedUntil: Instant | null;
}

function follow(acts: readonly AttemptAct[], terms: AttemptTerms): Course {
  const course: Course = {
    begunAt: 0,
    limit: terms.limit,
    finishedAt: null,
    ended: null,
    voided: false,
    reached: 1,
    present: false,
    givenBack: 0,
    givenMore: 0,
    reopenedUntil: null,
  };
  for (const act of acts) {
    switch (act.kind) {
      case 'begun':
        course.begunAt = act.at;
        course.present = true;
        break;
      case 'late-counted':
        break;
      case 'left':
        course.present = false;
        break;
      case 'returned':
        course.present = true;
        break;
      case 'reached':
        course.reached = Math.max(course.reached, act.number);
        break;
      case 'finished':
        course.finishedAt = act.at;
        break;
      case 'given-time':
        if (act.away) course.givenBack += act.minutes;
        else course.givenMore += act.minutes;
        if (course.reopenedUntil !== null) course.reopenedUntil += act.minutes * MINUTE;
        break;
      case 'ended':
        course.ended = { at: act.at, by: act.by };
        course.present = false;
        break;
      case 'reopened':
        course.ended = null;
        course.finishedAt = null;
        course.voided = false;
        course.reopenedUntil = act.at + act.minutes * MINUTE;
        break;
      case 'voided':
        course.voided = true;
        course.present = false;
        break;
    }
  }
  return course;
}

/**
 * How an attempt stands at a moment. Time never pauses: it runs from the beginning on the server's clock, whoever is there. An
 * end that has come counts from its own moment on, whether anybody noted it yet or not.
 *
 * @param acts of one attempt, oldest first; the first of them is its beginning
 */
export function attemptStanding(acts: readonly AttemptAct[], terms: AttemptTerms, now: Instant): AttemptStanding {
  const course = follow(acts, terms);
  const more = (course.givenBack + course.givenMore) * MINUTE;
  const limited = course.limit === null ? null : course.begunAt + course.limit * MINUTE + more;
  // What was given to everybody or one person moves the end of the work for them, too.
  const closing = terms.closesAt === null ? null : terms.closesAt + more;
  const answersUntil = course.reopenedUntil ?? earliest(limited, closing);
  const answered = earliest(course.finishedAt, answersUntil);
  const workingUntil = terms.working === null || answered === null ? null : answered + terms.working * MINUTE;
  const lastEnd = workingUntil ?? course.finishedAt ?? answersUntil;
  const over = course.ended !== null || (lastEnd !== null && now >= lastEnd);
  const answering = course.finishedAt === null && (answersUntil === null || now < answersUntil);
  const phase: AttemptPhase = course.voided ? 'void' : over ? 'over' : answering ? 'answering' : 'working';
  const closed = phase === 'void' || course.ended !== null;
  return {
    phase,
    begunAt: course.begunAt,
    answersUntil,
    workingUntil,
    nextEnd: closed ? null : answering ? answersUntil : lastEnd,
    finishedAt: course.finishedAt,
    endedAt: course.ended?.at ?? (over ? lastEnd : null),
    endedBy:
      course.ended?.by ?? (over ? (course.finishedAt !== null && terms.working === null ? 'person' : 'time') : null),
    reached: course.reached,
    present: course.present && isRunning(phase),
    givenBack: course.givenBack,
    givenMore: course.givenMore,
  };
}

/** What was answered, with what was left behind as it was then: nobody goes back to it by any way. */
export function withLeft(
  acts: readonly AttemptAct[],
  paper: readonly { readonly number: number; readonly parts: readonly { readonly id: string }[] }[],
  answers: Answers,
): Answers {
  const found: Record<string, unknown> = { ...answers };
  for (const act of acts) {
    if (!('left' in act)) continue;
    for (const { id } of paper.find(({ number }) => number === act.number - 1)?.parts ?? []) {
      delete found[id];
      if (Object.hasOwn(act.left, id)) found[id] = act.left[id];
    }
  }
  return found;
}

const ENDS: ReadonlySet<AttemptAct['kind']> = new Set(['ended', 'voided']);
const TURNS: ReadonlySet<AttemptAct['kind']> = new Set([...ENDS, 'reopened']);

/** Was it noted that an attempt has come to its end, and was it not opened again since? */
export function isNoted(acts: readonly AttemptAct[]): boolean {
  const last = acts.findLast(({ kind }) => TURNS.has(kind));
  return last !== undefined && ENDS.has(last.kind);
}

/** Does an attempt count for nothing? */
export function isVoided(acts: readonly AttemptAct[]): boolean {
  return attemptStanding(acts, { limit: null, working: null, closesAt: null }, 0).phase === 'void';
}

/** Why somebody cannot begin. */
export type BeginRefusal =
  | { readonly code: 'no-attempts-left' }
  | { readonly code: 'wait'; readonly until: Instant }
  | { readonly code: 'attempt-runs' }
  | { readonly code: 'all-right' };

/** An attempt that was made, as far as it decides whether another may be. */
export interface MadeAttempt {
  readonly phase: AttemptPhase;
  readonly endedAt: Instant | null;
  /** Everything in it was right. */
  readonly allRight: boolean;
}

/** Whether another attempt may begin; `null` where it may. One that was voided is as if it had not been. */
export function mayBegin(
  rules: { readonly attempts: number | null; readonly wait: number; readonly untilRight: boolean },
  made: readonly MadeAttempt[],
  now: Instant,
): BeginRefusal | null {
  const counted = made.filter(({ phase }) => phase !== 'void');
  if (counted.some(({ phase }) => isRunning(phase))) return { code: 'attempt-runs' };
  if (rules.untilRight && counted.some(({ allRight }) => allRight)) return { code: 'all-right' };
  if (rules.attempts !== null && counted.length >= rules.attempts) return { code: 'no-attempts-left' };
  const last = Math.max(0, ...counted.map(({ endedAt }) => endedAt ?? 0));
  const until = last + rules.wait * MINUTE;
  return last > 0 && now < until ? { code: 'wait', until } : null;
}

/** The moments before an end at which it is said that it comes, in minutes. */
export const SAID_BEFORE = [10, 5, 1] as const;

/** Of these the one that holds now: the least that is not over; `null` while there is more time than all of them. */
export function minutesToSay(now: Instant, end: Instant): (typeof SAID_BEFORE)[number] | null {
  const left = end - now;
  return SAID_BEFORE.findLast((minutes) => left > 0 && left <= minutes * MINUTE) ?? null;
}
