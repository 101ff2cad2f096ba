import type { QuestionName } from '@/core/kinds/question';
import { MatchInput, OneInput, ScaleInput, SeveralInput, TruthInput } from './choices';
import type { AnswerInput, InputProps } from './kind';
import { FileInput, OrderInput, PointInput } from './placing';
import { GapsInput, LongInput, NumberInput, ShortInput } from './typing';

/** How each kind of question is answered. */
const ANSWER_INPUTS: { readonly [Name in QuestionName]: AnswerInput<Name> } = {
  one: OneInput,
  several: SeveralInput,
  truth: TruthInput,
  short: ShortInput,
  number: NumberInput,
  long: LongInput,
  gaps: GapsInput,
  match: MatchInput,
  order: OrderInput,
  point: PointInput,
  scale: ScaleInput,
  file: FileInput,
};

export const inputOf = (name: QuestionName) =>
  ANSWER_INPUTS[name] as unknown as React.ComponentType<InputProps<unknown, unknown>>;
