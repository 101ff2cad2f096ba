import * as z from 'zod/mini';
import { asksAlone, questionUnmet, type SetQuestion, storedQuestion } from '../kinds/question';
import type { QuestionUnmet } from '../kinds/question/kind';
import { isBlank, said } from '../kinds/question/parts';
import type { Doc } from '../text/nodes';
import { type Drawn, formula } from './formula';

/** A number that is drawn anew for each attempt: from, to, and the step between those that can come. */
const draw = z.object({ name: z.string(), from: z.number(), to: z.number(), step: z.number() });
export type Draw = z.output<typeof draw>;

/** One part of a question: what is asked, what it is worth, and what is said of it. */
export type Part = {
  readonly id: string;
  readonly points: number;
  readonly prompt: Doc;
  readonly hint: Doc | null;
  /** Why it is so. */
  readonly why: Doc | null;
} & SetQuestion;

const part = z.pipe(
  z.looseObject({
    id: z.string(),
    points: z.number(),
    prompt: said,
    hint: z._default(z.nullable(said), null),
    why: z._default(z.nullable(said), null),
  }),
  z.transform((given, context): Part => {
    const read = z.safeParse(storedQuestion, given);
    if (read.success) {
      const { id, points, prompt, hint, why } = given;
      return { id, points, prompt, hint, why, ...read.data };
    }
    context.issues.push({ code: 'custom', input: given, message: 'this is no question' });
    return z.NEVER;
  }),
);

const question = z.object({
  id: z.string(),
  /** What all its parts are about; a question of one part can do without. */
  stem: z._default(z.nullable(said), null),
  /** Something of the class that stands beside it: to be read, seen or heard. */
  material: z._default(z.nullable(z.string()), null),
  draws: z._default(z.array(draw), []),
  parts: z.array(part),
});
export type Question = z.output<typeof question>;
/** One question as it is stored by itself. */
export const storedSingle = question;

const section = z.object({
  id: z.string(),
  title: z._default(z.string(), ''),
  /** So many of its questions are drawn for each attempt; `null` for all. */
  draw: z._default(z.nullable(z.int()), null),
  shuffle: z._default(z.boolean(), false),
  questions: z.array(question),
});
export type Section = z.output<typeof section>;

/** What a teacher asks, with what is right. It stays on the server. */
export const questionSet = z.object({ sections: z.array(section) });
export type QuestionSet = z.output<typeof questionSet>;

/** So much one set may hold. */
const MOST = { questions: 500, parts: 1500, draws: 20 } as const;

export const questionsIn = ({ sections }: QuestionSet): readonly Question[] =>
  sections.flatMap(({ questions }) => questions);
export const partsIn = (set: QuestionSet): readonly Part[] => questionsIn(set).flatMap(({ parts }) => parts);

/** How many questions one person is asked. */
export const askedCount = ({ sections }: QuestionSet): number =>
  sections.reduce((sum, { draw: n, questions }) => sum + Math.min(n ?? questions.length, questions.length), 0);

const questionPoints = ({ parts }: Question): number => parts.reduce((sum, { points }) => sum + points, 0);

/**
 * What one person can get at most. Where questions are drawn, they are worth the same (`unequal-pool` otherwise), so it is the
 * same for everybody.
 */
export const mostPoints = ({ sections }: QuestionSet): number =>
  sections.reduce((sum, { draw: n, questions }) => {
    const all = questions.map(questionPoints).reduce((points, one) => points + one, 0);
    return sum + (n === null || n >= questions.length ? all : n * questionPoints(questions[0] as Question));
  }, 0);

export type SetUnmet =
  | 'no-questions'
  | 'too-much'
  | 'same-id'
  | 'no-parts'
  | 'no-points'
  /** It says nothing before it is answered. */
  | 'no-prompt'
  | 'unequal-pool'
  | 'draws'
  | 'no-value'
  | QuestionUnmet;

/** What keeps a set from being posted, question by question. */
export interface QuestionSetUnmet {
  /** Which question or part; `null` for the set. */
  readonly id: string | null;
  readonly code: SetUnmet;
}

const NAME = /^[a-zA-Z]\w{0,20}$/;

const isDrawn = ({ name, from, to, step }: Draw): boolean =>
  NAME.test(name) &&
  Number.isFinite(from) &&
  Number.isFinite(to) &&
  step > 0 &&
  to >= from &&
  (to - from) / step <= 100_000;

/** The ends of what can be drawn, all against all, as far as that goes: where nothing can be reckoned in one of them, it is said. */
function corners(draws: readonly Draw[]): readonly Drawn[] {
  let all: Record<string, number>[] = [{}];
  for (const { name, from, to } of draws.slice(0, 8))
    all = all.flatMap((some) => [from, to].map((value) => ({ ...some, [name]: value })));
  return all;
}

function questionUnmets({ id, stem, draws, parts }: Question): QuestionSetUnmet[] {
  const found: QuestionSetUnmet[] = [];
  if (parts.length === 0) found.push({ id, code: 'no-parts' });
  if (draws.length > MOST.draws || !draws.every(isDrawn)) found.push({ id, code: 'draws' });
  const names = new Set(draws.map(({ name }) => name));
  for (const one of parts) {
    if (!(one.points >= 0 && one.points <= 1000)) found.push({ id: one.id, code: 'no-points' });
    const bare = isBlank(one.prompt) && !asksAlone(one.kind) && (stem === null || isBlank(stem));
    if (bare) found.push({ id: one.id, code: 'no-prompt' });
    for (const code of questionUnmet(one, names)) found.push({ id: one.id, code });
  }
  return found;
}

/** Formulas of a question that have no value for what may be drawn: at the ends of what can come, all of them. */
export function worthless({ draws, parts }: Question): readonly string[] {
  const all = corners(draws);
  return parts.flatMap(({ id, set }) => {
    const right = (set as { readonly right?: unknown }).right;
    const reckoned = draws.length > 0 && typeof right === 'string' ? formula(right) : null;
    return reckoned && all.every((drawn) => !Number.isFinite(reckoned.of(drawn))) ? [id] : [];
  });
}

/** What is still missing in a set before it can be asked. */
export function questionSetUnmet(set: QuestionSet): readonly QuestionSetUnmet[] {
  const all = questionsIn(set);
  const parts = partsIn(set);
  if (all.length === 0) return [{ id: null, code: 'no-questions' }];
  if (all.length > MOST.questions || parts.length > MOST.parts) return [{ id: null, code: 'too-much' }];
  const ids = [...set.sections.map(({ id }) => id), ...all.map(({ id }) => id), ...parts.map(({ id }) => id)];
  const found: QuestionSetUnmet[] = new Set(ids).size < ids.length ? [{ id: null, code: 'same-id' }] : [];
  for (const { id, draw: n, questions } of set.sections) {
    if (n === null || n >= questions.length) continue;
    const worth = new Set(questions.map(questionPoints));
    if (worth.size > 1 || n < 1) found.push({ id, code: 'unequal-pool' });
  }
  return [
    ...found,
    ...all.flatMap(questionUnmets),
    ...all.flatMap((one) => worthless(one).map((id) => ({ id, code: 'no-value' as const }))),
  ];
}
