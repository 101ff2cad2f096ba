import type { Ask } from '../kinds/ask';
import { pagesText, unwritten } from '../kinds/document/pages';
import { answerWords, rightOf } from '../kinds/question';
import type { Wording } from '../kinds/question/kind';
import { answeredOnPaper } from '../kinds/question/on-paper';
import { documentFor } from '../kinds/step';
import type { Criterion } from '../marks/rubric';
import { partLetter } from '../questions/answers';
import { type AskedPart, type AskedSheet, lay } from '../questions/paper';
import { partsIn, type QuestionSet, questionsIn } from '../questions/question-set';
import { questionOut } from '../questions/typed-out';
import { attrsOf, contentOf, type Doc, type DocNode } from '../text/nodes';
import type { AssignmentDraft, DraftStep } from './draft';

/** What is said on paper besides what a teacher wrote, in the language of whoever reads it. */
export interface PaperWords {
  /** What a student meets and by which rules, a line each. */
  readonly facts: (draft: AssignmentDraft) => readonly string[];
  /** What stands over a step, by its number from 1. */
  readonly step: (step: DraftStep, n: number) => string;
  /** What a step opens that is not written in it; `null` for nothing. */
  readonly opened: (step: DraftStep) => string | null;
  readonly ask: (ask: Ask) => string;
  readonly points: (n: number) => string;
  /** What stands over what is asked of all that is handed in, and over the rubric. */
  readonly ofAll: string;
  readonly rubric: string;
  readonly right: (answer: string) => string;
  readonly wording: Wording;
}

/** How questions stand on paper: as a student is asked, with what is right besides, or as they were set. */
export type PaperMode = 'asked' | 'answered' | 'set';

const line = (text: string, bold = false): DocNode => ({
  type: 'paragraph',
  ...(text === ''
    ? {}
    : { content: [{ type: 'text', text, ...(bold ? { marks: [{ type: 'bold' }] } : {}) } as DocNode] }),
});
const heading = (text: string): DocNode => ({
  type: 'heading',
  attrs: { level: 2, at: null },
  content: [{ type: 'text', text }],
});

const list = (lines: readonly string[]): readonly DocNode[] =>
  lines.length === 0
    ? []
    : [{ type: 'bulletList', content: lines.map((text) => ({ type: 'listItem', content: [line(text)] })) } as DocNode];

/** A starter with what is asked at each of its places, in front of the place. */
function withAsks(starter: Doc, asks: readonly Ask[], words: PaperWords): readonly DocNode[] {
  return contentOf(starter).flatMap((node): readonly DocNode[] => {
    if (node.type !== 'answer') return [node];
    const { id } = attrsOf(node);
    return [...list(asks.filter(({ place }) => place !== null && place === id).map(words.ask)), node];
  });
}

function partOnPaper(part: AskedPart, head: string, right: string | null, words: PaperWords): readonly DocNode[] {
  const [first, ...rest] = contentOf(part.prompt);
  const begin = { type: 'text', text: `${head} `, marks: [{ type: 'bold' }] } as DocNode;
  const led: readonly DocNode[] =
    first?.type === 'paragraph'
      ? [{ ...first, content: [begin, ...(first.content ?? [])] }, ...rest]
      : [line(head, true), ...contentOf(part.prompt)];
  return [
    ...led,
    line(words.points(part.points)),
    ...answeredOnPaper(part, words.wording),
    ...(right === null ? [] : [line(words.right(right))]),
  ];
}

/** What is asked, as it is laid for one person. */
function asked(set: QuestionSet, mode: 'asked' | 'answered', words: PaperWords): readonly DocNode[] {
  const { paper, drawn } = lay(set, 'on paper');
  const parts = new Map(partsIn(set).map((part) => [part.id, part]));
  const right = (sheet: AskedSheet, part: AskedPart): string | null => {
    const found = parts.get(part.id);
    const answer = mode === 'answered' && found ? rightOf(found, drawn.get(sheet.id) ?? {}) : null;
    return answer === null || answer === undefined ? null : answerWords(part, answer, words.wording);
  };
  return paper.flatMap((sheet) => {
    const lettered = sheet.parts.length > 1 || sheet.stem !== null;
    const head = lettered ? [line(`${sheet.number}.`, true), ...(sheet.stem ? contentOf(sheet.stem) : [])] : [];
    return [
      ...head,
      ...sheet.parts.flatMap((part, i) =>
        partOnPaper(part, lettered ? `${partLetter(i)})` : `${sheet.number}.`, right(sheet, part), words),
      ),
    ];
  });
}

/** What is asked as it was set, with what is right: a line for each thing that is said. */
const asSet = (set: QuestionSet): readonly DocNode[] =>
  questionsIn(set).flatMap((question, i) => questionOut(question, i + 1).map((text) => line(text)));

function rubricOnPaper(rubric: readonly Criterion[], words: PaperWords): readonly DocNode[] {
  const cell = (type: 'tableHeader' | 'tableCell', text: string): DocNode =>
    ({ type, attrs: { colspan: 1, rowspan: 1 }, content: [line(text)] }) as DocNode;
  const row = ({ title, points, levels }: Criterion): DocNode =>
    ({
      type: 'tableRow',
      content: [
        cell('tableHeader', `${title} (${words.points(points)})`),
        cell(
          'tableCell',
          levels
            .map((level) =>
              [level.title, words.points(level.points), level.says].filter((text) => text !== '').join(', '),
            )
            .join('; '),
        ),
      ],
    }) as DocNode;
  return rubric.length === 0 ? [] : [heading(words.rubric), { type: 'table', content: rubric.map(row) } as DocNode];
}

/**
 * Everything that is set in some work as one text: to be printed, and to be compared with another version of it.
 *
 * @param mode how questions stand in it
 */
export function onPaper(draft: AssignmentDraft, words: PaperWords, mode: PaperMode): Doc {
  const { instructions, steps, asks, rubric } = draft;
  const ofAll = asks.filter(({ place }) => place === null).map(words.ask);
  const content = [
    ...words.facts(draft).map((text) => line(text)),
    ...contentOf(instructions),
    ...steps.flatMap((step, i): readonly DocNode[] => {
      const opened = words.opened(step);
      const { starter, questions, kind } = step;
      return [
        heading(words.step(step, i + 1)),
        ...(opened === null ? [] : [line(opened)]),
        ...(starter === null ? [] : documentFor(kind) === null ? contentOf(starter) : withAsks(starter, asks, words)),
        ...(step.sheets ? withAsks(pagesText(unwritten(step.sheets)), asks, words) : []),
        ...(questions ? (mode === 'set' ? asSet(questions) : asked(questions, mode, words)) : []),
      ];
    }),
    ...(ofAll.length === 0 ? [] : [heading(words.ofAll), ...list(ofAll)]),
    ...rubricOnPaper(rubric, words),
  ];
  return { type: 'doc', content: content.length > 0 ? content : [line('')] };
}
