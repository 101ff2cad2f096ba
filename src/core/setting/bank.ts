import * as z from 'zod/mini';
import type { Criterion } from '../marks/rubric';
import { type Question, storedSingle } from '../questions/question-set';
import { plainText } from '../text/document-json';
import { criterionPart } from './draft';

/** A kind of thing that a teacher keeps to set it again. */
interface BankKind<Kept> {
  readonly stored: z.core.$ZodType<Kept>;
  /** What it is called among others: its first words. */
  readonly title: (kept: Kept) => string;
}

const firstWords = (text: string): string => text.replace(/\s+/g, ' ').trim().slice(0, 200);

const question: BankKind<Question> = {
  stored: storedSingle,
  title: ({ stem, parts }) =>
    firstWords([...(stem ? [stem] : []), ...parts.map(({ prompt }) => prompt)].map(plainText).join(' ')),
};

const rubric: BankKind<readonly Criterion[]> = {
  stored: z.array(criterionPart).check(z.minLength(1), z.maxLength(60)),
  title: (criteria) => firstWords(criteria.map(({ title }) => title).join(', ')),
};

/** Everything that can be kept. */
const BANK = { question, rubric };
export type BankName = keyof typeof BANK;
export const BANK_NAMES = Object.keys(BANK) as readonly BankName[];
/** What is kept of a kind. */
export type KeptOf<Name extends BankName> = (typeof BANK)[Name] extends BankKind<infer Kept> ? Kept : never;

/** Something that is kept, under the name by which it is found. */
export type Banked = {
  readonly [Name in BankName]: { readonly kind: Name; readonly content: KeptOf<Name>; readonly title: string };
}[BankName];

/** What somebody sent to be kept, whatever that is; `null` for what is nothing of its kind. */
export function readBanked(kind: BankName, sent: unknown): Banked | null {
  const { stored, title } = BANK[kind] as BankKind<unknown>;
  const read = z.safeParse(stored, sent);
  return read.success ? ({ kind, content: read.data, title: title(read.data) } as Banked) : null;
}
