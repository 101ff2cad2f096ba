import * as z from 'zod/mini';
import type { Drawn } from '../../questions/formula';
import { readAnswer } from './answered';
import { type AskedQuestion, QUESTIONS, type QuestionName, type SetQuestion } from './every';
import { empty, type Laying, type QuestionKind, type QuestionUnmet, type Scored, type Wording } from './kind';

export type { AnswerOf, AskedOf, AskedQuestion, QuestionName, SetQuestion } from './every';

export const isQuestionName = (name: unknown): name is QuestionName =>
  typeof name === 'string' && Object.hasOwn(QUESTIONS, name);

type AnyKind = QuestionKind<unknown, unknown, unknown>;
const kindOf = (name: QuestionName): AnyKind => QUESTIONS[name] as unknown as AnyKind;

/** A question as it is stored, whichever kind it is of. */
export const storedQuestion = z.pipe(
  z.object({ kind: z.custom<QuestionName>(isQuestionName), set: z.unknown() }),
  z.transform(({ kind, set }, context): SetQuestion => {
    const read = z.safeParse(kindOf(kind).settings, set);
    if (read.success) return { kind, set: read.data } as SetQuestion;
    context.issues.push({ code: 'custom', input: set, message: `this is no question of the kind ${kind}` });
    return z.NEVER;
  }),
);

export const askedOf = ({ kind, set }: SetQuestion, laying: Laying): AskedQuestion =>
  ({ kind, asked: kindOf(kind).asked(set, laying) }) as AskedQuestion;

/** What counts in a question, made once for everybody who was asked. */
export function scorerOf({ kind, set }: SetQuestion): (answer: unknown, drawn: Drawn) => Scored {
  const score = kindOf(kind).scorer(set);
  return (answer, drawn) => {
    const given = readAnswer(kind, answer);
    return given === null ? empty : score(given, drawn);
  };
}

export const rightOf = ({ kind, set }: SetQuestion, drawn: Drawn): unknown => kindOf(kind).right(set, drawn);

/** An answer in words; nothing where there is none. */
export function answerWords({ kind, asked }: AskedQuestion, answer: unknown, wording: Wording): string {
  const read = readAnswer(kind, answer);
  return read === null ? '' : kindOf(kind).words(asked, read, wording);
}

/** What of an answer is counted together with those of others. */
export function tallyOf(name: QuestionName, answer: unknown): readonly string[] {
  const read = readAnswer(name, answer);
  return read === null ? [] : kindOf(name).tally(read);
}

export const shownAs = (name: QuestionName): 'bars' | 'list' | 'none' => kindOf(name).shown;

export const questionUnmet = ({ kind, set }: SetQuestion, names: ReadonlySet<string>): readonly QuestionUnmet[] =>
  kindOf(kind).unmet(set, names);

/** Can a further answer be accepted in a question of this kind? */
export const canAccept = (name: QuestionName): boolean => kindOf(name).accepting !== null;

/** The question with a further answer that counts; the same where its kind has no such, or that is no answer. */
export function accepting({ kind, set }: SetQuestion, answer: unknown): SetQuestion {
  const { accepting: accept } = kindOf(kind);
  const given = readAnswer(kind, answer);
  return accept === null || given === null
    ? ({ kind, set } as SetQuestion)
    : ({ kind, set: accept(set, given) } as SetQuestion);
}

/** Can it be asked without any words before it? */
export const asksAlone = (name: QuestionName): boolean => kindOf(name).asksAlone === true;

/** A new question of a kind, of which nothing is said yet. */
export const newQuestion = (kind: QuestionName, newId: () => string): SetQuestion =>
  ({ kind, set: kindOf(kind).initial(newId) }) as SetQuestion;

export const QUESTION_NAMES = Object.keys(QUESTIONS) as readonly QuestionName[];
