import type * as z from 'zod/mini';
import type { Takes } from '../../work/rules';
import type { DocumentName } from '../document';

/** A kind of thing to do in an assignment. */
export interface StepKind<Settings> {
  /** What a teacher says of one besides its title and minutes. */
  readonly settings: z.core.$ZodType<Settings>;
  /** The kind of document that is made from its starter; `null` where nothing is written. */
  readonly needs: DocumentName | null;
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
}
