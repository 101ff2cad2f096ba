import type { HandInId, Instant } from '../ids';
import type { Fact, Facts } from './facts';
import { lateness } from './lateness';
import { isOpen, isPastClosing, isPastDue, type Rules } from './rules';

/** The nine states of a piece of work. Exactly one holds at any moment. */
export const STATES = [
  'opens-later',
  'not-started',
  'under-way',
  'handed-in',
  'handed-in-late',
  'handed-back',
  'another-go',
  'overdue',
  'closed',
] as const;
export type State = (typeof STATES)[number];

/** The hand-in that counts at the moment: which one, when, and how late (0 where the teacher had asked for another go). */
export interface StandingHandIn {
  readonly id: HandInId;
  readonly at: Instant;
  readonly lateBy: number;
}

/** Where a piece of work stands: its state, and the few things that every screen asks about it. */
export interface Standing {
  readonly state: State;
  /** Has the student typed, or finished a step? */
  readonly begun: boolean;
  /** Hand-ins so far, within the present go: a request for another go starts the count anew. */
  readonly goesUsed: number;
  /** The hand-in that lies with the teacher or came back; `null` while there is none. */
  readonly handIn: StandingHandIn | null;
}

/**
 * What the facts alone say, before the clock is asked: the hand-in that was made last, whether it has
 * been taken back or handed back since, and whether the teacher has asked for another go.
 */
interface Course {
  begun: boolean;
  goesUsed: number;
  handIn: StandingHandIn | null;
  last: 'none' | 'handed-in' | 'taken-back' | 'handed-back';
  anotherGo: boolean;
  unlocked: boolean;
}

function follow(facts: Facts, rules: Rules): Course {
  const course: Course = { begun: false, goesUsed: 0, handIn: null, last: 'none', anotherGo: false, unlocked: false };
  for (const fact of facts) {
    switch (fact.kind) {
      case 'opened':
        break;
      case 'unlocked':
        course.unlocked = true;
        break;
      case 'edited':
      case 'step-done':
        course.begun = true;
        break;
      case 'handed-in': {
        const due = course.anotherGo ? null : rules.dueAt;
        course.handIn = { id: fact.handIn, at: fact.at, lateBy: lateness(fact.counts ?? fact.at, due).lateBy };
        course.goesUsed += 1;
        course.last = 'handed-in';
        break;
      }
      case 'taken-back':
        course.begun = true;
        course.last = 'taken-back';
        break;
      case 'handed-back':
        course.last = 'handed-back';
        course.anotherGo = fact.anotherGo;
        if (fact.anotherGo) course.goesUsed = 0;
        break;
    }
  }
  return course;
}

function stateOf(course: Course, rules: Rules, now: Instant): State {
  const handedIn: State = (course.handIn?.lateBy ?? 0) > 0 ? 'handed-in-late' : 'handed-in';
  if (course.last === 'handed-in') return handedIn;
  if (course.last === 'handed-back') return course.anotherGo ? 'another-go' : 'handed-back';
  if (course.last === 'taken-back' && course.anotherGo) return 'another-go';
  if (isPastClosing(rules, now)) return course.last === 'taken-back' ? handedIn : 'closed';
  const open = isOpen(rules, now) && (!rules.waits || course.unlocked);
  if (!open && !course.begun) return 'opens-later';
  if (isPastDue(rules, now)) return 'overdue';
  return course.begun ? 'under-way' : 'not-started';
}

/**
 * Folds facts, rules and the time into one standing. Two outcomes are worth naming: what was taken back
 * and not handed in again by the closing time counts as handed in (taking back never costs a hand-in),
 * and a go that the teacher asked for has neither a due nor a closing time. What waits for other work
 * opens for good once that has been handed in: taking the other work back locks nothing again.
 *
 * @param facts of one student on one assignment, oldest first
 */
export function standing(facts: Facts, rules: Rules, now: Instant): Standing {
  const course = follow(facts, rules);
  const state = stateOf(course, rules, now);
  const lies = state !== 'under-way' && state !== 'overdue' && state !== 'another-go';
  return {
    state,
    begun: course.begun,
    goesUsed: course.goesUsed,
    handIn: lies || course.last === 'handed-back' ? course.handIn : null,
  };
}

/** Is there nothing left for the student to do, unless somebody asks? */
export function isDone(state: State): boolean {
  return isWithTeacher(state) || state === 'handed-back';
}

/** Can the student work on it now? */
export function isToDo(state: State): boolean {
  return state === 'not-started' || state === 'under-way' || state === 'overdue' || state === 'another-go';
}

/** Does it lie with the teacher? */
export function isWithTeacher(state: State): boolean {
  return state === 'handed-in' || state === 'handed-in-late';
}

/** Has the student not handed in what they could have, whether it can still be done or not? */
export function isMissing(state: State): boolean {
  return isToDo(state) || state === 'closed';
}

/** How a teacher sorts work: it waits for them, the student owes it, it is back, or it is none of these yet. */
export type WorkState = 'waiting' | 'missing' | 'back' | 'later';

export function listOf(state: State, rules: Pick<Rules, 'beforeJoining'>): WorkState {
  if (isWithTeacher(state)) return 'waiting';
  // Nobody owes what was due before they came.
  if (isMissing(state)) return rules.beforeJoining ? 'later' : 'missing';
  return state === 'handed-back' ? 'back' : 'later';
}

/**
 * How a student's work went, without its times: whether it was begun, and what turned its course, oldest first. Students of
 * one class whose work went the same way are on the same list, however many they are.
 */
export interface CourseOfWork {
  readonly begun: boolean;
  readonly turns: readonly Turn[];
}

/** A fact that turns the course of a piece of work, and whether it asks for another go. */
export interface Turn {
  readonly kind: (typeof TURNS)[number];
  readonly anotherGo: boolean;
}

/** The kinds of facts that turn the course of a piece of work, and those that only say that it was begun. */
export const TURNS = ['unlocked', 'handed-in', 'taken-back', 'handed-back'] as const satisfies readonly Fact['kind'][];
export const BEGINS = ['edited', 'step-done'] as const satisfies readonly Fact['kind'][];

/** On which list work is that went so. The same as `listOf` of its standing, since no list depends on how late it was. */
export function listOfCourse({ begun, turns }: CourseOfWork, rules: Rules, now: Instant): WorkState {
  const at = 0 as Instant;
  const facts = turns.map(
    ({ kind, anotherGo }): Fact =>
      kind === 'handed-in'
        ? { kind, at, handIn: '' as HandInId }
        : kind === 'handed-back'
          ? { kind, at, anotherGo }
          : { kind, at },
  );
  return listOf(standing(begun ? [{ kind: 'edited', at }, ...facts] : facts, rules, now).state, rules);
}
