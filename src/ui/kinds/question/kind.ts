import type { ComponentType } from 'react';
import type * as Y from 'yjs';
import type { AnswerOf, AskedOf, QuestionName } from '@/core/kinds/question';
import type { DeskTools } from '@/ui/kinds/step/kind';

/** What the place of an answer is given. */
export interface InputProps<Asked, Answer> {
  /** The id of its part, by which it is named on the screen. */
  readonly part: string;
  readonly asked: Asked;
  /** `null` before it was answered. */
  readonly answer: Answer | null;
  readonly change: (answer: Answer | null) => void;
  /** The text of an answer in one's own words, for a kind that has one. */
  readonly text: Y.Text | null;
  readonly editable: boolean;
  /** The id of what asks it. */
  readonly labelledBy: string;
  readonly desk: DeskTools;
}

/** How a kind of question is answered. */
export type AnswerInput<Name extends QuestionName> = ComponentType<InputProps<AskedOf<Name>, AnswerOf<Name>>>;
