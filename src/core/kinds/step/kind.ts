import type { Takes } from '../../work/rules';
import type { DocumentName } from '../document';

/** What is known of a step whose minutes are to be proposed. */
export interface ForMinutes {
  /** Words that are written here and read by the student. */
  readonly words: number;
  /** What its material takes, in minutes; 0 where that is not said. */
  readonly material: number;
  /** Places that are answered. */
  readonly places: number;
  /** The fewest words that are asked for. */
  readonly wordsAsked: number;
  /** How many are asked. */
  readonly questions: number;
}

/** A kind of thing to do in an assignment; `Settings` are what a teacher says of one besides its title and minutes. */
export interface StepKind<Settings> {
  /** The kind of document that is made from its starter; `null` where nothing is written. */
  readonly needs: DocumentName | null;
  /** What is written at it begins empty: a teacher gives nothing. */
  readonly bare: boolean;
  /** It opens a material of the class. */
  readonly shows: boolean;
  /** It holds questions, with what is right. */
  readonly asks: boolean;
  /**
   * When it is done: once the student has told so (a fact), as soon as its document has been opened, or when what is asked has
   * been answered to its end: a fact, too, which nobody tells.
   */
  readonly done: 'told' | 'opened' | 'answered';
  /** What it makes of the hand-in of its assignment; `null` where it adds nothing to that. */
  readonly adds: (settings: Settings) => Exclude<Takes, 'tick'> | null;
  /** With regard to what has to be agreed to: it is that, it can be done before it, or only afterwards. */
  readonly agreeing: 'is' | 'before' | 'after';
  /** It is looked at beside a later step in which is written. */
  readonly beside: boolean;
  /** What a teacher says of it at first: nothing of it has to be changed. */
  readonly initial: Settings;
  /** How long it usually takes, in minutes (common practice). */
  readonly minutes: (known: ForMinutes, settings: Settings) => number;
}
