import * as z from 'zod/mini';
import { each, empty, given, type QuestionKind, whole } from './kind';
import { mappedScore, mapping } from './mapping';
import { blankAmong, emptyThings, inALine, repeated, type Thing, thing } from './parts';

const choices = { choices: z.array(thing), shuffle: z._default(z.boolean(), false) };
const oneSet = z.object({ ...choices, right: z.nullable(z.string()), mapping });
const severalSet = z.object({
  ...choices,
  /** `null` where none is right: a vote, or a form. */
  right: z.nullable(z.array(z.string())),
  rule: z._default(z.enum(['right-less-wrong', 'each', 'whole']), 'right-less-wrong'),
  /** So many may be chosen. */
  most: z._default(z.nullable(z.int()), null),
  mapping,
});
const truthSet = z.object({ right: z.nullable(z.boolean()) });

export interface AskedChoices {
  readonly choices: readonly Thing[];
}

const laid = (
  set: { readonly choices: readonly Thing[]; readonly shuffle: boolean },
  { random, said }: Parameters<QuestionKind<unknown, unknown, unknown>['asked']>[1],
): readonly Thing[] =>
  (set.shuffle ? random.shuffled(set.choices) : set.choices).map(({ id, says }) => ({ id, says: said(says) }));

const choicesUnmet = (all: readonly Thing[], right: readonly string[]) => [
  ...(all.length < 2 || repeated(all.map(({ id }) => id)) ? (['no-choices'] as const) : []),
  ...blankAmong(all),
  ...(right.every((id) => all.some((one) => one.id === id)) ? [] : (['unknown-choice'] as const)),
];

/** One of several. */
export const one: QuestionKind<z.output<typeof oneSet>, AskedChoices, string> = {
  settings: oneSet,
  initial: (newId) => {
    const choices = [...emptyThings(3, newId)];
    return { choices, shuffle: true, right: choices[0]?.id ?? null };
  },
  asked: (set, laying) => ({ choices: laid(set, laying) }),
  scorer:
    ({ right, choices: all, mapping: worth }) =>
    (answer) =>
      worth
        ? mappedScore(worth, [answer], true)
        : right !== null
          ? whole(answer === right)
          : all.some(({ id }) => id === answer)
            ? given
            : empty,
  right: ({ right }) => right,
  words: ({ choices: all }, answer) => inALine(all, answer),
  tally: (answer) => [answer],
  shown: 'bars',
  unmet: ({ choices: all, right }) => choicesUnmet(all, right === null ? [] : [right]),
  accepting: null,
};

/** Several of several: right less wrong, over all that are right, unless set otherwise (common practice). */
export const several: QuestionKind<
  z.output<typeof severalSet>,
  AskedChoices & { readonly most: number | null },
  readonly string[]
> = {
  settings: severalSet,
  initial: (newId) => ({
    choices: [...emptyThings(4, newId)],
    shuffle: true,
    right: [],
    rule: 'right-less-wrong',
    most: null,
  }),
  asked: (set, laying) => ({ choices: laid(set, laying), most: set.most }),
  scorer: ({ right, rule, choices: all, most, mapping: worth }) => {
    if (worth) return (answer) => mappedScore(worth, answer, false);
    if (right === null)
      return (answer) => (answer.length > 0 && (most === null || answer.length <= most) ? given : empty);
    const key = new Set(right);
    return (answer) => {
      const hits = answer.filter((id) => key.has(id)).length;
      const misses = answer.length - hits;
      if (rule === 'whole') return whole(hits === key.size && misses === 0);
      if (rule === 'each') return each(all.filter(({ id }) => key.has(id) === answer.includes(id)).length, all.length);
      const share = key.size === 0 ? (misses === 0 ? 1 : 0) : Math.max(0, hits - misses) / key.size;
      return { share, how: { rule: 'right-less-wrong', right: hits, wrong: misses, of: key.size } };
    };
  },
  right: ({ right }) => right,
  words: ({ choices: all }, answer) => answer.map((id) => inALine(all, id)).join('; '),
  tally: (answer) => answer,
  shown: 'bars',
  unmet: ({ choices: all, right, most }) => [
    ...choicesUnmet(all, right ?? []),
    ...(most !== null && most < Math.max(1, right?.length ?? 0) ? (['range'] as const) : []),
  ],
  accepting: null,
};

/** True or false. */
export const truth: QuestionKind<z.output<typeof truthSet>, Record<never, never>, boolean> = {
  settings: truthSet,
  initial: () => ({ right: true }),
  asked: () => ({}),
  scorer:
    ({ right }) =>
    (answer) =>
      right === null ? given : whole(answer === right),
  right: ({ right }) => right,
  words: (_asked, answer, { yes, no }) => (answer ? yes : no),
  tally: (answer) => [String(answer)],
  shown: 'bars',
  unmet: () => [],
  accepting: null,
};
