import type { HandInId, Instant, StepId } from '../../ids';
import type { Place, SheetName } from '../../places';
import type { Fact } from '../../work/facts';

/** What a row of the events says besides what happened, when, to whose work and by whom. */
export interface EventData {
  readonly step?: StepId | undefined;
  readonly handIn?: HandInId | undefined;
  readonly anotherGo?: boolean | undefined;
  readonly counts?: Instant | undefined;
}

/** To whom something that happened is news: the student whose work it is, everybody in the class, or its teachers. */
export type Reader = 'student' | 'class' | 'teachers';

/** A kind of thing that happens. */
interface EventKind<Made extends Fact | null> {
  /** Whoever did it is told nothing of it, unless `own` says that it follows from what they did. */
  readonly news: readonly Reader[];
  readonly own?: true;
  /** The sheet of the Desk on which the student reads of it; `null` where the Desk itself is meant. */
  readonly sheet: SheetName | null;
  /** It leads to the open floor. */
  readonly floor?: true;
  /** The fact that the state of the work is folded from; `null` for what changes no state. */
  readonly fact: Made extends Fact ? (at: Instant, data: EventData) => Made : null;
}

type Facts = { readonly [Kind in Fact['kind']]: EventKind<Extract<Fact, { readonly kind: Kind }>> };

const given = <Value>(value: Value | undefined, of: string): Value => {
  if (value === undefined) throw new Error(`an event was kept without its ${of}`);
  return value;
};

/** What happens to a student's work: from these its state follows. */
const FACTS: Facts = {
  unlocked: { news: ['student'], own: true, sheet: null, fact: (at) => ({ kind: 'unlocked', at }) },
  opened: { news: [], sheet: null, fact: (at) => ({ kind: 'opened', at }) },
  edited: { news: [], sheet: null, fact: (at) => ({ kind: 'edited', at }) },
  'step-done': {
    news: [],
    sheet: null,
    fact: (at, { step }) => ({ kind: 'step-done', at, step: given(step, 'step') }),
  },
  'handed-in': {
    news: ['teachers'],
    sheet: null,
    fact: (at, { handIn, counts }) => ({
      kind: 'handed-in',
      at,
      handIn: given(handIn, 'hand-in'),
      ...(counts === undefined ? {} : { counts }),
    }),
  },
  'taken-back': { news: ['teachers'], sheet: null, fact: (at) => ({ kind: 'taken-back', at }) },
  'handed-back': {
    news: ['student'],
    sheet: 'feedback',
    fact: (at, { anotherGo }) => ({ kind: 'handed-back', at, anotherGo: anotherGo === true }),
  },
};

const TOLD = {
  posted: { news: ['class'], sheet: null, fact: null },
  /** A further version of an assignment was posted: open screens draw it anew. */
  changed: { news: [], sheet: 'brief', fact: null },
  'aside-written': { news: ['student', 'teachers'], sheet: 'aside', fact: null },
  /** Something in an aside was mended or withdrawn: open screens draw it anew. */
  'aside-changed': { news: [], sheet: 'aside', fact: null },
  /** A student asked something on an open floor, a teacher said something there, and somebody answered a question. */
  asked: { news: ['teachers'], sheet: 'floor', floor: true, fact: null },
  'told-floor': { news: ['class'], sheet: 'floor', floor: true, fact: null },
  answered: { news: ['student'], sheet: 'floor', floor: true, fact: null },
  /** Somebody replied to what a student said in a discussion. */
  replied: { news: ['student'], sheet: null, fact: null },
  /** A teacher says that a student may not write where the class talks, or may again. */
  paused: { news: ['student'], sheet: null, floor: true, fact: null },
  unpaused: { news: ['student'], sheet: null, floor: true, fact: null },
  amended: { news: ['student'], sheet: 'feedback', fact: null },
  'extra-time': { news: ['student'], sheet: 'brief', fact: null },
  /** A student need not do some work, or has to after all. */
  excused: { news: ['student'], sheet: null, fact: null },
  'asked-again': { news: ['student'], sheet: 'brief', fact: null },
  /** An attempt began, went on or ended: open screens of its student and of the teachers draw it anew. */
  attempt: { news: [], sheet: null, fact: null },
  /** Somebody in the class answered what all may see. */
  'class-answered': { news: [], sheet: null, fact: null },
  'remark-answered': { news: ['teachers'], sheet: null, fact: null },
  // What time does to work of a class. States follow from its rules; these say to whoever is here that they have changed.
  opens: { news: ['class'], sheet: null, fact: null },
  due: { news: [], sheet: null, fact: null },
  closes: { news: [], sheet: null, fact: null },
} as const satisfies Readonly<Record<string, EventKind<null>>>;

/** Every kind of event. */
export const EVENTS = { ...FACTS, ...TOLD };

export type EventName = keyof typeof EVENTS;

export const EVENT_NAMES = Object.keys(EVENTS) as readonly EventName[];

const named = (is: (kind: EventKind<Fact | null>) => boolean): readonly EventName[] =>
  EVENT_NAMES.filter((name) => is(EVENTS[name] as EventKind<Fact | null>));

/** The kinds that are facts of a student's work. */
export const FACT_NAMES = named(({ fact }) => fact !== null);

/** The kinds that are news to some reader, and of those the ones that are so to whoever did it. */
export const newsTo = (reader: Reader): readonly EventName[] => named(({ news }) => news.includes(reader));
export const OWN_NEWS = named(({ own }) => own === true);

/** The fact that an event is; `null` for what changes no state. */
export function factOf(name: EventName, at: Instant, data: EventData): Fact | null {
  const make = EVENTS[name].fact;
  return make === null ? null : make(at, data);
}

/** What an event is about, as far as it says where it leads. */
export interface About {
  readonly kind: EventName;
  readonly class: string;
  readonly assignment: string | null;
  readonly material: string | null;
  readonly announcement: string | null;
  readonly student: string | null;
}

/** Where an event leads, for one who is a student of the class or one who teaches it. */
export function leadsTo(about: About, asTeacher: boolean): Place {
  if (about.announcement !== null) return { at: 'class', class: about.class, order: 'newest', show: 'announcements' };
  if (about.material !== null) return { at: 'material', class: about.class, material: about.material };
  const { sheet, floor }: EventKind<Fact | null> = EVENTS[about.kind] as EventKind<Fact | null>;
  if (floor && (asTeacher || about.assignment === null))
    return { at: 'floor', class: about.class, about: about.assignment };
  if (about.assignment === null) return { at: 'class', class: about.class };
  if (asTeacher) return { at: 'marking', assignment: about.assignment, student: about.student };
  return { at: 'desk', assignment: about.assignment, ...(sheet === null ? {} : { sheet }) };
}
