import type { Counts } from './counts';

/** When it is said what was right, and why. */
export const TELLS = ['answer', 'attempt', 'due', 'back', 'never'] as const;

/** What a set of questions is for. Everything else about it is a rule of its own, proposed by this. */
export const PURPOSES = ['practice', 'quiz', 'exam', 'form', 'vote', 'class'] as const;
export type Purpose = (typeof PURPOSES)[number];

/** The rules by which questions are asked. Of these the start word alone never leaves the server. */
export type QuestionRules = {
  readonly purpose: Purpose;
  /** How often it may be begun; `null` for any number. */
  readonly attempts: number | null;
  /** Minutes from the end of one to the beginning of the next. */
  readonly wait: number;
  readonly counts: Counts;
  /** Again until all are right: then no further attempt begins. */
  readonly untilRight: boolean;
  /** A further attempt begins with what was answered before. */
  readonly carries: boolean;
  /** Minutes on the server's clock; `null` for as long as one likes. */
  readonly limit: number | null;
  /** Minutes afterwards to photograph and attach the working; `null` for none. */
  readonly working: number | null;
  /** A word that stands in the instructions, without which nobody begins. */
  readonly startWord: string | null;
  /** Whether a practice run of the same form is offered before it. */
  readonly trial: boolean;
  /** All questions on one sheet, or one after the other. */
  readonly pace: 'one' | 'all';
  /** One may go back to a question before. */
  readonly back: boolean;
  readonly tells: (typeof TELLS)[number];
  /** After one's own answer, how the class answered. */
  readonly classAnswers: boolean;
  /** Whether the class sees who answered what. It is said before anybody answers. */
  readonly names: boolean;
};

/** What holds where nothing else is said. */
export const UNSAID: Omit<QuestionRules, 'purpose'> = {
  attempts: 1,
  wait: 0,
  counts: 'best',
  untilRight: false,
  carries: false,
  limit: null,
  working: null,
  startWord: null,
  trial: false,
  pace: 'one',
  back: true,
  tells: 'attempt',
  classAnswers: false,
  names: false,
};

/** What is usual for each purpose (common practice). */
const USUAL: Readonly<Record<Purpose, Partial<QuestionRules>>> = {
  practice: { attempts: null, counts: 'last', tells: 'answer' },
  quiz: { attempts: 1, tells: 'attempt' },
  exam: { attempts: 1, limit: 45, tells: 'back' },
  form: { attempts: null, counts: 'last', carries: true, tells: 'never', pace: 'all' },
  vote: { attempts: null, counts: 'last', carries: true, tells: 'never', classAnswers: true },
  class: { attempts: null, counts: 'last', carries: true, tells: 'due', classAnswers: true },
};

/** The usual rules for a purpose, with what was said otherwise. */
export const rulesFor = (purpose: Purpose, said: Partial<QuestionRules> = {}): QuestionRules => ({
  ...UNSAID,
  ...USUAL[purpose],
  ...said,
  purpose,
});

/** Each answer is looked at by itself, and wrong ones come back. */
export const looksAtOnce = ({ tells }: QuestionRules): boolean => tells === 'answer';

/** Rules that contradict each other, by name. */
export function rulesUnmet(rules: QuestionRules): readonly (keyof QuestionRules)[] {
  const most = 60 * 24 * 7;
  const minute = (n: number | null) => n === null || (n > 0 && n <= most);
  return [
    ...(minute(rules.limit) ? [] : (['limit'] as const)),
    ...(minute(rules.working) && (rules.working === null || rules.limit !== null) ? [] : (['working'] as const)),
    ...(rules.wait >= 0 && rules.wait <= most ? [] : (['wait'] as const)),
    ...(rules.attempts === null || rules.attempts >= 1 ? [] : (['attempts'] as const)),
    ...(rules.back || rules.pace === 'one' ? [] : (['back'] as const)),
    ...(rules.startWord === null || rules.startWord.trim() !== '' ? [] : (['startWord'] as const)),
    ...(rules.untilRight && rules.attempts !== null ? (['untilRight'] as const) : []),
  ];
}
