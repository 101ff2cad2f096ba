import { blocksOf } from '../../compare/blocks';
import { picturesIn } from '../../formats/pictures-out';
import { type Answers, partLetter } from '../../questions/answers';
import type { AskedPart, AskedSheet, Paper } from '../../questions/paper';
import { paragraphs, plainText } from '../../text/document-json';
import type { Doc, DocNode } from '../../text/nodes';
import type { DocumentKind } from './kind';

/** What one person answered, with what they were asked as far as that is known here. */
export interface AnswersContent {
  /** What was asked; nothing while it is answered, since the stage has it. */
  readonly paper: Paper;
  /** By part, as the browser sent it. */
  readonly answers: Answers;
  /** The same in words, by part: as long as it is answered there are none. */
  readonly words: Readonly<Record<string, string>>;
  /** Questions that somebody wanted to come back to. */
  readonly loops: readonly string[];
}

/** So much the answers of one attempt may hold. */
const MOST = { answers: 3000, text: 600_000, depth: 6 } as const;

/** How much text is in a value, and how deep it goes; without an end where that is too deep. */
function sizeOf(value: unknown, depth: number): number {
  if (typeof value === 'string') return value.length;
  if (typeof value !== 'object' || value === null) return 8;
  if (depth > MOST.depth) return Number.POSITIVE_INFINITY;
  return Object.entries(value).reduce((sum, [key, inner]) => sum + key.length + sizeOf(inner, depth + 1), 2);
}

const isEmpty = (doc: Doc | null): boolean => doc === null || plainText(doc) === '';

/** One part: what was asked as a line, and the place with what was answered. */
function partNodes({ number, parts }: AskedSheet, part: AskedPart, said: AnswersContent['words']): DocNode[] {
  const letter = parts.length > 1 ? `${partLetter(parts.indexOf(part))}) ` : '';
  const words = Object.hasOwn(said, part.id) ? (said[part.id] ?? '') : '';
  const asked: DocNode = {
    type: 'question',
    attrs: { number: parts.indexOf(part) === 0 ? number : null, text: `${letter}${plainText(part.prompt)}` },
  };
  return [asked, { type: 'answer', attrs: { id: part.id }, content: paragraphs(words) }];
}

/** Answers as a text that can be read, compared, remarked on and taken away. */
export function answersText({ paper, answers, words }: AnswersContent): Doc {
  const content = paper.flatMap((sheet) => [
    ...(isEmpty(sheet.stem) ? [] : (sheet.stem?.content ?? [])),
    ...sheet.parts.flatMap((part) => partNodes(sheet, part, words)),
  ]);
  if (paper.length > 0) return { type: 'doc', content };
  const said = Object.values(answers).flatMap((answer) => (typeof answer === 'string' ? paragraphs(answer) : []));
  return { type: 'doc', content: said.length > 0 ? said : [{ type: 'paragraph' }] };
}

/** Answers to questions. */
export const answers: DocumentKind<AnswersContent> = {
  empty: { paper: [], answers: {}, words: {}, loops: [] },
  typed: true,
  legible: false,
  overflow: (content) => {
    const { answers: given, loops } = (content ?? {}) as Partial<AnswersContent>;
    if (typeof given !== 'object' || given === null || !Array.isArray(loops)) return 'shape';
    if (Object.keys(given).length > MOST.answers || loops.length > MOST.answers) return 'nodes';
    return sizeOf(given, 0) + sizeOf(loops, 0) > MOST.text ? 'letters' : null;
  },
  prepared: (starter) => ({ content: starter, understood: [] }),
  plainText: (content) => plainText(answersText(content)),
  measured: answersText,
  runs: (content) => blocksOf(answersText(content)),
  pictures: (content) => picturesIn(answersText(content)),
  asOwn: (content) => content,
};
