import * as z from 'zod/mini';
import { type Formula, formula } from '../../questions/formula';
import { readNumber } from '../../questions/number-text';
import { sameForm } from '../../questions/sameness';
import { converted, unitSign } from '../../questions/units';
import { storedAsk } from '../ask/stored';
import { each, given, type How, isText, type QuestionKind, type Scored, unread, whole } from './kind';
import { type Mapping, mappedScore, mapping, mostMapped } from './mapping';
import { LOOSE, sameness } from './parts';

const shortSet = z.object({ ...sameness, accepted: z.nullable(z.array(z.string())), mapping });

/** A mapping as its words are compared. */
const comparably = (worth: Mapping, by: Parameters<typeof sameForm>[1]): Mapping => ({
  ...worth,
  entries: Object.fromEntries(Object.entries(worth.entries).map(([words, points]) => [sameForm(words, by), points])),
});

/** A line of one's own words, compared with what is accepted. */
export const short: QuestionKind<z.output<typeof shortSet>, Record<never, never>, string> = {
  settings: shortSet,
  initial: () => ({ ...LOOSE, accepted: [] }),
  asked: () => ({}),
  scorer: (set) => {
    if (set.mapping) {
      const worth = comparably(set.mapping, set);
      return (answer) => mappedScore(worth, [sameForm(answer, set)], true);
    }
    if (set.accepted === null) return () => given;
    const forms = new Set(set.accepted.map((text) => sameForm(text, set)));
    return (answer) => whole(forms.has(sameForm(answer, set)));
  },
  right: ({ accepted }) => accepted?.[0] ?? null,
  words: (_asked, answer) => answer.trim(),
  tally: (answer) => [answer.trim().replace(/\s+/g, ' ')],
  shown: 'list',
  unmet: ({ accepted }) => (accepted !== null && !accepted.some((text) => text.trim() !== '') ? ['no-accepted'] : []),
  accepting: (set, answer) => ({
    ...set,
    accepted: [...(set.accepted ?? []), answer.trim()],
    ...(set.mapping && {
      mapping: {
        ...set.mapping,
        entries: { ...set.mapping.entries, [answer.trim()]: mostMapped(set.mapping, true) },
      },
    }),
  }),
};

const numberSet = z.object({
  /** What is right, as a formula of what was drawn; `null` where every number is taken. */
  right: z.nullable(z.string()),
  /** By how much it may be off: so much, or such a share of what is right. */
  tolerance: z._default(z.object({ kind: z.enum(['absolute', 'relative']), by: z.number() }), {
    kind: 'absolute',
    by: 0,
  }),
  /** The unit in which it is right; others of the same kind are turned into it. */
  unit: z._default(z.nullable(z.string()), null),
  /** A number without a unit is taken for one in it. */
  unitOptional: z._default(z.boolean(), false),
  /** So many significant figures are asked for. */
  figures: z._default(z.nullable(z.int()), null),
  /** Further values that count. */
  accepted: z._default(z.array(z.number()), []),
});

type NumberSet = z.output<typeof numberSet>;

/** A number as it was typed, with the language that its signs are of. */
export interface TypedNumber {
  readonly text: string;
  readonly locale: string;
}

const off = (reason: How['off'] & string): Scored => ({
  share: 0,
  how: { rule: 'whole', right: 0, wrong: 1, of: 1, off: reason },
});

/** Sums of decimals are not exact in binary: so little as can come of that is no difference. */
const SLACK = 1e-9;

/** An amount in the unit that is asked for; or why it is none. */
function amountIn(set: NumberSet, value: number, written: string): number | Scored {
  if (written === '') return set.unit === null || set.unitOptional ? value : off('no-unit');
  const sign = unitSign(written);
  if (set.unit === null || sign === null) return off('other-unit');
  return converted(value, sign, set.unit) ?? off('other-unit');
}

function isNear({ tolerance: { kind, by } }: NumberSet, value: number, right: number): boolean {
  const may = kind === 'absolute' ? by : by * Math.abs(right);
  return Math.abs(value - right) <= may + SLACK * Math.max(1, Math.abs(right));
}

/** A number, with or without its unit. */
export const number: QuestionKind<
  NumberSet,
  { readonly unit: string | null; readonly figures: number | null },
  TypedNumber
> = {
  settings: numberSet,
  initial: () => ({
    right: '',
    tolerance: { kind: 'absolute', by: 0 },
    unit: null,
    unitOptional: false,
    figures: null,
    accepted: [],
  }),
  asked: ({ unit, figures, unitOptional }) => ({ unit: unitOptional ? unit : null, figures }),
  scorer: (set) => {
    const right: Formula | null = set.right === null ? null : formula(set.right);
    return ({ text, locale }, drawn) => {
      const typed = readNumber(text, locale);
      if (!typed) return off('no-number');
      const amount = amountIn(set, typed.value, typed.unit);
      if (typeof amount !== 'number') return amount;
      if (set.right === null) return given;
      const worth = right?.of(drawn) ?? Number.NaN;
      if (!isNear(set, amount, worth) && !set.accepted.some((value) => isNear(set, amount, value))) return whole(false);
      return set.figures !== null && typed.figures !== set.figures ? off('figures') : whole(true);
    };
  },
  right: (set, drawn) => {
    const worth = set.right === null ? Number.NaN : (formula(set.right)?.of(drawn) ?? Number.NaN);
    if (!Number.isFinite(worth)) return null;
    const text = set.figures === null ? String(Number(worth.toPrecision(12))) : worth.toPrecision(set.figures);
    return { text: set.unit === null ? text : `${text} ${set.unit}`, locale: 'en' };
  },
  words: (_asked, { text }) => text.trim(),
  tally: ({ text, locale }) => {
    const typed = readNumber(text, locale);
    return [typed ? `${typed.value}${typed.unit === '' ? '' : ` ${unitSign(typed.unit) ?? typed.unit}`}` : text.trim()];
  },
  shown: 'list',
  unmet: ({ right, unit }, names) => {
    const of = right === null ? null : formula(right);
    const known = right === null || (of !== null && [...of.names].every((name) => names.has(name)));
    return [
      ...(known ? [] : (['formula'] as const)),
      ...(unit === null || unitSign(unit) === unit ? [] : (['unit'] as const)),
    ];
  },
  accepting: (set, { text, locale }) => {
    const typed = readNumber(text, locale);
    const amount = typed && amountIn(set, typed.value, typed.unit);
    return typeof amount === 'number' ? { ...set, accepted: [...set.accepted, amount] } : set;
  },
};

const longSet = z.object({
  /** What is measured of it while it is written. */
  asks: z._default(z.array(storedAsk), []),
  /** It is read by a person, or it is enough that it was written. */
  counted: z._default(z.enum(['by-a-person', 'given']), 'by-a-person'),
  /** What a teacher reads it by. */
  rubric: z._default(z.array(z.object({ says: z.string(), points: z.number() })), []),
});

/** A text of one's own. */
export const long: QuestionKind<
  z.output<typeof longSet>,
  { readonly asks: z.output<typeof longSet>['asks'] },
  string
> = {
  settings: longSet,
  initial: () => ({ asks: [], counted: 'by-a-person', rubric: [] }),
  asked: ({ asks }) => ({ asks }),
  scorer:
    ({ counted }) =>
    () =>
      counted === 'given' ? given : unread,
  right: () => null,
  words: (_asked, answer) => answer.trim(),
  tally: (answer) => [answer.trim().replace(/\s+/g, ' ')],
  shown: 'list',
  unmet: () => [],
  accepting: null,
};

const gapsSet = z.object({
  ...sameness,
  /** The text in the order in which it is read: words, and gaps with what is accepted in each. */
  text: z.array(
    z.union([
      z.string(),
      z.object({
        id: z.string(),
        accepted: z.array(z.string()),
        choices: z._default(z.nullable(z.array(z.string())), null),
      }),
    ]),
  ),
});

type Gap = { readonly id: string; readonly accepted: readonly string[]; readonly choices: readonly string[] | null };
const gapsIn = (text: z.output<typeof gapsSet>['text']): readonly Gap[] =>
  text.filter((piece): piece is Exclude<typeof piece, string> => !isText(piece));

export interface AskedGaps {
  readonly text: readonly (string | { readonly id: string; readonly choices: readonly string[] | null })[];
}

/** Words that are missing in a text. */
export const gaps: QuestionKind<z.output<typeof gapsSet>, AskedGaps, Readonly<Record<string, string>>> = {
  settings: gapsSet,
  asksAlone: true,
  initial: () => ({ ...LOOSE, text: [''] }),
  asked: ({ text }, { random }) => ({
    text: text.map((piece) =>
      isText(piece) ? piece : { id: piece.id, choices: piece.choices && random.shuffled(piece.choices) },
    ),
  }),
  scorer: (set) => {
    const all = gapsIn(set.text).map(({ id, accepted }) => ({
      id,
      forms: new Set(accepted.map((text) => sameForm(text, set))),
    }));
    return (answer) =>
      each(
        all.filter(({ id, forms }) => Object.hasOwn(answer, id) && forms.has(sameForm(answer[id] ?? '', set))).length,
        all.length,
      );
  },
  right: ({ text }) => Object.fromEntries(gapsIn(text).map(({ id, accepted }) => [id, accepted[0] ?? ''])),
  words: ({ text }, answer) => text.map((piece) => (isText(piece) ? piece : `[${answer[piece.id] ?? '…'}]`)).join(''),
  tally: (answer) => [Object.values(answer).join(' / ')],
  shown: 'list',
  unmet: ({ text }) => {
    const all = gapsIn(text);
    if (all.length === 0) return ['no-gaps'];
    return all.every(({ accepted }) => accepted.some((one) => one.trim() !== '')) ? [] : ['no-accepted'];
  },
  accepting: (set, answer) => ({
    ...set,
    text: set.text.map((piece) =>
      isText(piece) || !Object.hasOwn(answer, piece.id)
        ? piece
        : { ...piece, accepted: [...piece.accepted, (answer[piece.id] ?? '').trim()] },
    ),
  }),
};
