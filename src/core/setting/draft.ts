import * as z from 'zod/mini';
import { overflow } from '../documents/limits';
import type { AssignmentId, Instant, PersonId, StepId } from '../ids';
import type { Ask } from '../kinds/ask';
import { storedAsk } from '../kinds/ask/stored';
import { isStepName, type StepName } from '../kinds/step';
import { settled } from '../kinds/step/settings';
import type { Criterion } from '../marks/rubric';
import { type GivenSheets, givenSheets } from '../pages/given';
import { partsIn, type QuestionSet, questionSet } from '../questions/question-set';
import type { Doc } from '../text/nodes';
import type { LateRule } from '../work/rules';

/** One thing to do, as a teacher writes it. What it is opened with lies beside it: a material, a starter, sheets, or questions. */
export interface DraftStep {
  readonly id: StepId;
  readonly kind: StepName;
  readonly title: string;
  /** How long it takes, in minutes. */
  readonly minutes: number;
  /** What its kind is told besides; nothing where that is not all it wants to know. */
  readonly settings: Readonly<Record<string, unknown>>;
  readonly material: string | null;
  readonly starter: Doc | null;
  /** What is asked in it, with what is right. */
  readonly questions?: QuestionSet;
  /** What is written on in it. */
  readonly sheets?: GivenSheets;
}

/** What holds for one student alone, from the first time that it is posted: more time, or that they need not do it. */
export interface Arranged {
  readonly student: PersonId;
  /** How much more time, in minutes; `null` for whoever is excused. */
  readonly minutes: number | null;
}

/** What a teacher sets, whole: as it is written, as it is posted and as each version of it is kept. */
export interface AssignmentDraft {
  readonly title: string;
  readonly unit: string | null;
  /** Behind which work or material of its unit it is put; `null` for the end. */
  readonly behind: string | null;
  readonly instructions: Doc;
  readonly minutes: number;
  /** What it counts at most; `null` where it has no points. */
  readonly points: number | null;
  readonly opensAt: Instant | null;
  readonly dueAt: Instant | null;
  readonly closesAt: Instant | null;
  readonly late: LateRule;
  /** May a hand-in be taken back to revise it? */
  readonly takeBack: boolean;
  /** How many hand-ins there may be; `null` for any number. */
  readonly goes: number | null;
  /** Do the steps come one after the other? */
  readonly inOrder: boolean;
  /** Is it marked without names? */
  readonly unnamed: boolean;
  /** What has to be handed in before this opens. */
  readonly after: readonly AssignmentId[];
  /** Who works together on it; empty where everybody works by themselves. */
  readonly groups: readonly (readonly PersonId[])[];
  /** For whom it is; empty for everybody in the class. */
  readonly only: readonly PersonId[];
  readonly arranged: readonly Arranged[];
  /** Does the same come again every week, and until when? `null` for what is set once. */
  readonly again: { readonly until: Instant } | null;
  readonly steps: readonly DraftStep[];
  readonly asks: readonly Ask[];
  readonly rubric: readonly Criterion[];
}

/** A text in which there is nothing. */
const NOTHING: Doc = { type: 'doc', content: [{ type: 'paragraph' }] };

/** What a new assignment is before anything is said of it: handed in as often as one likes, and late without loss. */
export const EMPTY_DRAFT: AssignmentDraft = {
  title: '',
  unit: null,
  behind: null,
  instructions: NOTHING,
  minutes: 0,
  points: null,
  opensAt: null,
  dueAt: null,
  closesAt: null,
  late: { kind: 'no-loss' },
  takeBack: true,
  goes: null,
  inOrder: false,
  unnamed: false,
  after: [],
  groups: [],
  only: [],
  arranged: [],
  again: null,
  steps: [],
  asks: [],
  rubric: [],
};

/** A text document of our own kinds of node, of a size that may be kept. */
export const text = z.custom<Doc>(
  (value) => overflow(value) === null && (value as Partial<Doc> | null | undefined)?.type === 'doc',
);
const id = <Id extends string>() => z.custom<Id>((value) => typeof value === 'string' && value !== '');
const maybe = <Value>(of: z.ZodMiniType<Value>) => z.catch(z.nullable(of), null);
/** What lateness costs, as it is stored. */
export const lateRule: z.ZodMiniType<LateRule> = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('no-loss') }),
  z.object({ kind: z.literal('loss'), points: z.number(), per: z.enum(['day', 'hour']), floor: z.number() }),
  z.object({ kind: z.literal('closed') }),
]);

/**
 * How each part is read from what is stored, whatever that is: a part that cannot be read is as if nothing had been said of
 * it. What is in a list and cannot be read is left out by `oneOf`.
 */
export const chosenParts = z.object({
  unit: maybe(z.string()),
  behind: maybe(z.string()),
  minutes: z.catch(z.number(), EMPTY_DRAFT.minutes),
  points: maybe(z.number()),
  opensAt: maybe(z.int()),
  dueAt: maybe(z.int()),
  closesAt: maybe(z.int()),
  late: z.catch(lateRule, EMPTY_DRAFT.late),
  takeBack: z.catch(z.boolean(), EMPTY_DRAFT.takeBack),
  goes: maybe(z.int()),
  inOrder: z.catch(z.boolean(), EMPTY_DRAFT.inOrder),
  unnamed: z.catch(z.boolean(), EMPTY_DRAFT.unnamed),
  after: z.catch(z.array(id<AssignmentId>()), []),
  groups: z.catch(z.array(z.array(id<PersonId>())), []),
  only: z.catch(z.array(id<PersonId>()), []),
  arranged: z.catch(z.array(z.object({ student: id<PersonId>(), minutes: z.nullable(z.int()) })), []),
  again: maybe(z.object({ until: z.int() })),
});

/** Of a step's settings only what its kind knows comes in, so that nothing of a draft is deeper than we say. */
export const stepPart = z.pipe(
  z.object({
    id: id<StepId>(),
    kind: z.custom<StepName>(isStepName),
    title: z.catch(z.string(), ''),
    minutes: z.catch(z.number(), 0),
    settings: z.catch(z.record(z.string(), z.unknown()), {}),
    material: maybe(z.string()),
    starter: maybe(text),
    questions: maybe(questionSet),
    sheets: maybe(givenSheets),
  }),
  z.transform(
    ({ questions, sheets, ...step }): DraftStep => ({
      ...step,
      settings: { ...settled(step.kind, step.settings) },
      ...(questions === null ? {} : { questions }),
      ...(sheets === null ? {} : { sheets }),
    }),
  ),
);

export const criterionPart = z.object({
  id: z.string(),
  title: z.catch(z.string(), ''),
  points: z.catch(z.number(), 0),
  levels: z.catch(z.array(z.object({ title: z.string(), points: z.number(), says: z.string() })), []),
});

const whole = z.object({
  title: z.string(),
  instructions: text,
  ...chosenParts.shape,
  steps: z.array(stepPart),
  asks: z.array(storedAsk),
  rubric: z.array(criterionPart),
});

/** A version as it was kept; throws where it is none. */
export const readVersion = (stored: unknown): AssignmentDraft => z.parse(whole, stored);

/** What can be read of one thing in a list; `null` for what is none. */
export function oneOf<Value>(part: z.core.$ZodType<Value>, stored: unknown): Value | null {
  const read = z.safeParse(part, stored);
  return read.success ? read.data : null;
}

/** So much one draft may hold. Nobody sets as much; whatever has more was made to keep a machine busy. */
const MOST = { steps: 60, asks: 600, rubric: 60, groups: 400, only: 1000, arranged: 1000 } as const;

/** So many parts of questions one draft may hold. */
const MOST_QUESTIONS = 2000;

/** Has a draft more in it than may be kept? The texts in it have been looked at when they were read. */
export const isTooMuch = (draft: AssignmentDraft): boolean =>
  (Object.keys(MOST) as (keyof typeof MOST)[]).some((part) => draft[part].length > MOST[part]) ||
  draft.steps.reduce((sum, { questions }) => sum + (questions ? partsIn(questions).length : 0), 0) > MOST_QUESTIONS;
