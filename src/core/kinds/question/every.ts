import type * as z from 'zod/mini';
import { one, several, truth } from './choosing';
import type { QuestionKind } from './kind';
import { file, match, order, point, scale } from './placing';
import { gaps, long, number, short } from './writing';

/** Every kind of question. */
export const QUESTIONS = { one, several, truth, short, number, long, gaps, match, order, point, scale, file };

export type QuestionName = keyof typeof QUESTIONS;
type KindOf<Name extends QuestionName> = (typeof QUESTIONS)[Name];
export type AskedOf<Name extends QuestionName> = ReturnType<KindOf<Name>['asked']>;
export type AnswerOf<Name extends QuestionName> =
  KindOf<Name> extends QuestionKind<infer _Set, infer _Asked, infer Answer> ? Answer : never;

/** What was set of a question of any kind, by its kind. */
export type SetQuestion = {
  readonly [Name in QuestionName]: { readonly kind: Name; readonly set: z.output<KindOf<Name>['settings']> };
}[QuestionName];

/** What is asked of a person, by its kind: nothing of what is right. */
export type AskedQuestion = {
  readonly [Name in QuestionName]: { readonly kind: Name; readonly asked: AskedOf<Name> };
}[QuestionName];
