import type { AnswerOf, AskedOf, AskedQuestion, QuestionName } from './every';
import { isText } from './kind';

/** What is known of an answer without what is right: in a browser, too. */
interface AnswerKind<Asked, Answer> {
  /** An answer as it can be read; `null` for what is none. */
  readonly read: (answer: unknown) => Answer | null;
  /** Is it answered in full? */
  readonly isAnswered: (asked: Asked, answer: Answer) => boolean;
  /** It is a text of its own in the document, which two can write on at once. */
  readonly isText?: true;
}

const LONGEST_LINE = 2000;
const LONGEST_TEXT = 60_000;
const MOST = 200;

const texts = (value: unknown): readonly string[] | null =>
  Array.isArray(value) && value.length <= MOST && value.every(isText) ? [...new Set(value)] : null;

/** Some texts by their names; `null` where there are none. */
function named(answer: unknown): Readonly<Record<string, string>> | null {
  if (typeof answer !== 'object' || answer === null || Array.isArray(answer)) return null;
  const filled = Object.entries(answer).filter(
    (entry): entry is [string, string] => isText(entry[1]) && entry[1].trim() !== '' && entry[1].length <= LONGEST_LINE,
  );
  return filled.length > 0 && filled.length <= MOST ? Object.fromEntries(filled) : null;
}

const share = (n: unknown): n is number => typeof n === 'number' && n >= 0 && n <= 1;
const TAG = /^[a-z]{2,3}(-[A-Za-z0-9]{2,8}){0,4}$/;

/** What an answer to each kind of question is. */
export const ANSWERS: { readonly [Name in QuestionName]: AnswerKind<AskedOf<Name>, AnswerOf<Name>> } = {
  one: {
    read: (answer) => (isText(answer) && answer !== '' ? answer : null),
    isAnswered: ({ choices }, answer) => choices.some(({ id }) => id === answer),
  },
  several: {
    read: (answer) => texts(answer),
    isAnswered: ({ most }, answer) => answer.length > 0 && (most === null || answer.length <= most),
  },
  truth: { read: (answer) => (typeof answer === 'boolean' ? answer : null), isAnswered: () => true },
  short: {
    read: (answer) => (isText(answer) && answer.length <= LONGEST_LINE && answer.trim() !== '' ? answer : null),
    isAnswered: () => true,
  },
  number: {
    read: (answer) => {
      const { text, locale } = (answer ?? {}) as { readonly text?: unknown; readonly locale?: unknown };
      if (!isText(text) || text.trim() === '' || text.length > 200) return null;
      return { text, locale: isText(locale) && TAG.test(locale) ? locale : 'en' };
    },
    isAnswered: () => true,
  },
  long: {
    read: (answer) => (isText(answer) && answer.trim() !== '' ? answer.slice(0, LONGEST_TEXT) : null),
    isAnswered: () => true,
    isText: true,
  },
  gaps: {
    read: named,
    isAnswered: ({ text }, answer) => text.every((piece) => isText(piece) || Object.hasOwn(answer, piece.id)),
  },
  match: { read: named, isAnswered: ({ left }, answer) => left.every(({ id }) => Object.hasOwn(answer, id)) },
  order: { read: (answer) => texts(answer), isAnswered: ({ items }, answer) => answer.length === items.length },
  point: {
    read: (answer) => {
      const { x, y } = (answer ?? {}) as { readonly x?: unknown; readonly y?: unknown };
      return share(x) && share(y) ? { x, y } : null;
    },
    isAnswered: () => true,
  },
  scale: {
    read: (answer) => (Number.isInteger(answer) ? (answer as number) : null),
    isAnswered: ({ from, to }, answer) => answer >= from && answer <= to,
  },
  file: {
    read: (answer) => {
      const pieces = texts(answer);
      return pieces !== null && pieces.length > 0 ? pieces : null;
    },
    isAnswered: ({ most }, answer) => answer.length <= most,
  },
};

const answerKind = (name: QuestionName): AnswerKind<unknown, unknown> =>
  ANSWERS[name] as unknown as AnswerKind<unknown, unknown>;

/** An answer as it can be read; `null` for nothing that is one. */
export const readAnswer = (name: QuestionName, answer: unknown): unknown => answerKind(name).read(answer);

/** Are answers to a kind of question texts of their own in the document? */
export const isWrittenText = (name: QuestionName): boolean => answerKind(name).isText === true;

/** Is a question answered in full? */
export function isAnswered({ kind, asked }: AskedQuestion, answer: unknown): boolean {
  const read = answerKind(kind).read(answer);
  return read !== null && answerKind(kind).isAnswered(asked, read);
}
