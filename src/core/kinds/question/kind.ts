import type * as z from 'zod/mini';
import type { Drawn } from '../../questions/formula';
import type { Randomly } from '../../questions/randomly';
import type { Doc } from '../../text/nodes';

/** By which rule points were given, with what there is to say of it. It becomes words at the very end. */
export interface How {
  readonly rule: /** Right or wrong as a whole. */
    | 'whole'
    /** Each right one counts. */
    | 'each'
    /** The right ones less the wrong ones, over all right ones, and never below nothing. */
    | 'right-less-wrong'
    /** Each thing that can be given is worth what was said of it: `right` points of `of`. */
    | 'mapped'
    /** A person has to read it. */
    | 'by-a-person'
    /** It is enough that it was answered. */
    | 'given'
    /** Nothing was answered. */
    | 'empty';
  readonly right: number;
  readonly wrong: number;
  readonly of: number;
  /** What a number was off by that was nearly right: its unit is missing or another, or it has not the figures asked for. */
  readonly off?: 'no-unit' | 'other-unit' | 'figures' | 'no-number';
}

/** What an answer is worth: a share of its points from 0 to 1, or `null` as long as nobody has read it. */
export interface Scored {
  readonly share: number | null;
  readonly how: How;
}

/** For whom it is laid: what was drawn for them, and what their order follows from. */
export interface Laying {
  readonly random: Randomly;
  readonly drawn: Drawn;
  /** Texts in which names of what was drawn stand for the numbers. */
  readonly said: (doc: Doc) => Doc;
}

/** How an answer is put into words. */
export interface Wording {
  readonly yes: string;
  readonly no: string;
}

/**
 * A kind of question. What a teacher set (`Set`) holds what is right; what is asked (`Asked`) is made from it for one person
 * and holds nothing of that. What an answer is stands in `answered.ts`, since browsers have that, too.
 */
export interface QuestionKind<Set, Asked, Answer> {
  readonly settings: z.core.$ZodType<Set>;
  /** A new question of this kind, with nothing said of it yet. @param newId a name for each thing that can be chosen */
  readonly initial: (newId: () => string) => Set;
  readonly asked: (set: Set, laying: Laying) => Asked;
  /** What counts, for every person who was asked: what takes long is done once. */
  readonly scorer: (set: Set) => (answer: Answer, drawn: Drawn) => Scored;
  /** An answer that is right; `null` where none is. */
  readonly right: (set: Set, drawn: Drawn) => Answer | null;
  /** An answer in words, a line. */
  readonly words: (asked: Asked, answer: Answer, wording: Wording) => string;
  /** What is counted together when a class has answered. */
  readonly tally: (answer: Answer) => readonly string[];
  /** Is it shown as a bar for each thing that can be chosen, or as a list of what was written? */
  readonly shown: 'bars' | 'list' | 'none';
  /** What keeps a set from being posted. */
  readonly unmet: (set: Set, names: ReadonlySet<string>) => readonly QuestionUnmet[];
  /** It asks without any words before it. */
  readonly asksAlone?: true;
  /** A further answer that counts from now on; `null` where the kind has no such. */
  readonly accepting: ((set: Set, answer: Answer) => Set) | null;
}

export type QuestionUnmet =
  | 'no-choices'
  /** One of the things that can be chosen says nothing. */
  | 'empty-thing'
  | 'no-right'
  | 'unknown-choice'
  | 'no-accepted'
  | 'formula'
  | 'unit'
  | 'no-gaps'
  | 'no-picture'
  | 'range';

/** All or nothing. */
export const whole = (right: boolean): Scored => ({
  share: right ? 1 : 0,
  how: { rule: 'whole', right: right ? 1 : 0, wrong: right ? 0 : 1, of: 1 },
});

/** So many of so many. */
export const each = (right: number, of: number): Scored => ({
  share: of === 0 ? 0 : right / of,
  how: { rule: 'each', right, wrong: of - right, of },
});

/** It counts that it was answered. */
export const given: Scored = { share: 1, how: { rule: 'given', right: 1, wrong: 0, of: 1 } };
/** A person has to read it. */
export const unread: Scored = { share: null, how: { rule: 'by-a-person', right: 0, wrong: 0, of: 1 } };
/** Nothing was answered. */
export const empty: Scored = { share: 0, how: { rule: 'empty', right: 0, wrong: 0, of: 1 } };

export const isText = (value: unknown): value is string => typeof value === 'string';
