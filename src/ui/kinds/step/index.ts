import type { ReadyCheck } from '@/core/asks/ready-check';
import type { Written } from '@/core/kinds/document';
import type { StepName } from '@/core/kinds/step';
import type { DeskStep } from '@/server/reading/desk/steps';
import type { StepLook } from './kind';

/** A step that is done once its student says so. */
const told = {
  copy: () => null,
  kept: () => null,
  answers: () => null,
  isAsked: false,
  rules: () => null,
  answeredTimes: () => 0,
  makesCopy: false,
  standsAlone: false,
  isDone: ({ done }: { readonly done: boolean }) => done,
  progress: () => null,
  tellsTask: false,
};

/** A step in which a document is written. */
const write: StepLook<'write'> & StepLook<'pages'> & StepLook<'photographs'> = {
  copy: ({ given }) => given.document,
  kept: () => null,
  answers: () => null,
  isAsked: false,
  rules: () => null,
  answeredTimes: () => 0,
  makesCopy: true,
  standsAlone: false,
  isDone: ({ done }, check) => done || (check?.answers.every(({ answered }) => answered) ?? false),
  progress: (_step, check) => {
    if (!check) return null;
    const n = check.answers.filter(({ answered }) => answered).length;
    return check.answers.length > 0
      ? { key: 'answered', n, of: check.answers.length }
      : { key: 'words', n: check.words };
  },
  tellsTask: false,
};

/** A step that asks. It is done when it was answered to its end. */
const questions: StepLook<'questions'> = {
  ...told,
  answers: ({ given }) => given.running,
  isAsked: true,
  rules: ({ given }) => given.rules,
  answeredTimes: ({ given }) => given.ended.length,
  tellsTask: true,
};

/** A step at which something is discussed. What one says is kept by the school as it is said. */
const discussion: StepLook<'discussion'> = {
  ...told,
  kept: ({ given }) => (given.part.posts.length > 0 ? { kind: 'part', content: given.part } : null),
  isDone: ({ given }, check) =>
    given.part.posts.length > 0 && (check?.findings.every(({ result }) => result !== 'unmet') ?? false),
  progress: ({ given }) => (given.part.posts.length > 0 ? { key: 'said', n: given.part.posts.length } : null),
  tellsTask: true,
};

/** A step at which pages are photographed: how many are there says how far it is. */
const photographs: StepLook<'photographs'> = {
  ...write,
  standsAlone: true,
  isDone: ({ done }, check) =>
    done || ((check?.photographed ?? 0) > 0 && (check?.findings.every(({ result }) => result !== 'unmet') ?? false)),
  progress: (_step, check) => check && { key: 'taken', n: check.photographed },
};

/** What the Desk knows of each kind of step. What stands on its stage is in `stages.tsx`. */
export const STEP_LOOKS: { readonly [Name in StepName]: StepLook<Name> } = {
  read: told,
  write,
  do: { ...told, tellsTask: true },
  agree: told,
  questions,
  discussion,
  pages: write,
  photographs,
  record: { ...told, standsAlone: false },
};

/** The look of a step, with the step that it is of. */
const lookOf = (step: DeskStep): StepLook<DeskStep['kind']> =>
  STEP_LOOKS[step.kind] as unknown as StepLook<DeskStep['kind']>;

export const copyOf = (step: DeskStep) => lookOf(step).copy(step);
/** What goes along and is kept by the school, of all steps. */
export const keptOf = (steps: readonly DeskStep[]): readonly Written[] =>
  steps.flatMap((step) => lookOf(step).kept(step) ?? []);
export const answersOf = (step: DeskStep) => lookOf(step).answers(step);
export const rulesOfAsked = (step: DeskStep) => lookOf(step).rules(step);
export const answeredTimes = (step: DeskStep): number => lookOf(step).answeredTimes(step);
/** Is something asked at a step? */
export const isAsked = (step: DeskStep): boolean => lookOf(step).isAsked;
/** Is everything that is handed in of a work answered, and nothing written? */
export const asksAlone = (steps: readonly DeskStep[]): boolean => steps.some(isAsked) && !steps.some(makesCopy);
export const makesCopy = (step: DeskStep): boolean => lookOf(step).makesCopy;
export const standsAlone = (step: DeskStep): boolean => lookOf(step).standsAlone;
export const looksDone = (step: DeskStep, check: ReadyCheck | null): boolean => lookOf(step).isDone(step, check);
export const tellsTask = (step: DeskStep): boolean => lookOf(step).tellsTask;
export const progressOf = (step: DeskStep, check: ReadyCheck | null) => lookOf(step).progress(step, check);
