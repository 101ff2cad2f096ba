import { rightOf, scorerOf } from '../kinds/question';
import type { Scored } from '../kinds/question/kind';
import type { Doc } from '../text/nodes';
import type { Answers } from './answers';
import type { Drawn } from './formula';
import type { Laid } from './paper';
import { type Part, partsIn, type Question, type QuestionSet, questionsIn } from './question-set';

/** What one part came to. */
export interface PartScore extends Scored {
  readonly part: string;
  /** Points; `null` as long as somebody has to read it. */
  readonly points: number | null;
  readonly of: number;
}

/** What one attempt came to. */
export interface Score {
  readonly parts: readonly PartScore[];
  /** What is sure by now. */
  readonly points: number;
  readonly of: number;
  /** What has yet to be read. */
  readonly unread: readonly string[];
}

/** Points that a person gave, by part: they stand before what was reckoned. */
export type GivenPoints = ReadonlyMap<string, number>;

/** Points to a thousandth: thirds add up to what they were a third of. */
const rounded = (points: number): number => Math.round(points * 1000) / 1000;

/** Everything that counts in a set, ready for any number of attempts. */
export class Scoring {
  readonly #parts: ReadonlyMap<
    string,
    { readonly points: number; readonly score: (answer: unknown, drawn: Drawn) => Scored }
  >;

  constructor(set: QuestionSet) {
    this.#parts = new Map(partsIn(set).map((part) => [part.id, { points: part.points, score: scorerOf(part) }]));
  }

  /**
   * What an attempt came to, question by question.
   *
   * @param answers by part, whatever a browser sent
   * @param given points that a person gave
   */
  of({ paper, drawn }: Laid, answers: Answers, given: GivenPoints = new Map()): Score {
    const parts: PartScore[] = [];
    let points = 0;
    let of = 0;
    const unread: string[] = [];
    for (const { id: question, parts: asked } of paper) {
      for (const { id: part } of asked) {
        const counted = this.#parts.get(part);
        if (!counted) continue;
        const scored = counted.score(Object.hasOwn(answers, part) ? answers[part] : null, drawn.get(question) ?? {});
        const person = given.get(part);
        const got = person ?? (scored.share === null ? null : rounded(scored.share * counted.points));
        if (got === null) unread.push(part);
        points += got ?? 0;
        of += counted.points;
        parts.push({ part, share: scored.share, how: scored.how, points: got, of: counted.points });
      }
    }
    return { parts, points: rounded(points), of: rounded(of), unread };
  }
}

/** What is said of a part once it may be: what is right, and why. */
export interface Told {
  readonly part: string;
  /** An answer that is right, as its kind has it; `null` where there is none. */
  readonly right: unknown;
  readonly why: Doc | null;
}

/** What is right in what one person was asked. */
export function told(set: QuestionSet, { paper, drawn }: Laid): readonly Told[] {
  const asked = new Set(paper.map(({ id }) => id));
  return questionsIn(set).flatMap((question: Question) =>
    asked.has(question.id)
      ? question.parts.map((part: Part) => ({
          part: part.id,
          right: rightOf(part, drawn.get(question.id) ?? {}),
          why: part.why,
        }))
      : [],
  );
}
