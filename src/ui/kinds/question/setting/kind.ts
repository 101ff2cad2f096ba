import type { ComponentType } from 'react';
import type { QuestionName, SetQuestion } from '@/core/kinds/question';

export type SetOf<Name extends QuestionName> = Extract<SetQuestion, { readonly kind: Name }>['set'];

/** What the place is given at which one says how a question is answered, and what is right. */
export interface SettingProps<Set> {
  readonly set: Set;
  readonly change: (set: Set) => void;
  readonly editable: boolean;
  /** The language that is taught in. */
  readonly lang: string;
  /** The id of its part, by which fields of one question belong together. */
  readonly part: string;
}

/** How a kind of question is set, where a student will answer it. */
export type QuestionSetting<Name extends QuestionName> = ComponentType<SettingProps<SetOf<Name>>>;
