import { contentOf, type Doc, type DocNode } from '../text/nodes';

/** A question with its place to answer, as a starter has them: what stands before the place belongs to it. */
interface AskedPlace {
  readonly id: string;
  readonly question: DocNode | null;
  readonly place: DocNode;
}

/** The questions of a starter, or of a copy of it, in their order. */
export function askedIn(starter: Doc): readonly AskedPlace[] {
  const found: AskedPlace[] = [];
  let question: DocNode | null = null;
  for (const node of contentOf(starter)) {
    if (node.type === 'question') question = node;
    else if (node.type === 'answer') {
      const { id } = (node.attrs ?? {}) as { readonly id?: unknown };
      if (typeof id === 'string') found.push({ id, question, place: node });
      question = null;
    }
  }
  return found;
}

/** What a further version of a starter does with one of its questions. */
export interface ReachedPlace {
  /** The place to answer. */
  readonly id: string;
  /** The number of its question, as it is by then, or was. */
  readonly number: number;
  readonly how: 'new' | 'other-words' | 'gone';
}

const wordsAndNumber = ({ question }: AskedPlace, i: number) => {
  const { text, number } = (question?.attrs ?? {}) as { readonly text?: unknown; readonly number?: unknown };
  return { text: typeof text === 'string' ? text : '', number: typeof number === 'number' ? number : i + 1 };
};

/** What would come of a further version of a starter, question by question, those that stay as they are left out. */
export function reachedPlaces(before: Doc, after: Doc): readonly ReachedPlace[] {
  const was = new Map(askedIn(before).map((asked, i) => [asked.id, wordsAndNumber(asked, i)]));
  const is = askedIn(after).map((asked, i) => ({ id: asked.id, ...wordsAndNumber(asked, i) }));
  const stay = new Set(is.map(({ id }) => id));
  return [
    ...is.flatMap(({ id, text, number }): readonly ReachedPlace[] => {
      const old = was.get(id);
      if (!old) return [{ id, number, how: 'new' }];
      return old.text === text ? [] : [{ id, number, how: 'other-words' }];
    }),
    ...[...was].flatMap(([id, { number }]): readonly ReachedPlace[] =>
      stay.has(id) ? [] : [{ id, number, how: 'gone' }],
    ),
  ];
}

/** A question of a copy that its teacher asks in other words by now, or not any more. */
export interface AskedAnew {
  readonly id: string;
  /** Its number in the copy. */
  readonly number: number;
  /** The words by now; `null` for a question that was taken away. */
  readonly text: string | null;
}

/** What of a copy is asked otherwise by now: what was answered before keeps the words that it was an answer to. */
export function askedAnew(copy: Doc, starter: Doc): readonly AskedAnew[] {
  const now = new Map(askedIn(starter).map((asked, i) => [asked.id, wordsAndNumber(asked, i).text]));
  return askedIn(copy).flatMap((asked, i) => {
    const { text, number } = wordsAndNumber(asked, i);
    if (asked.question === null) return [];
    const by = now.get(asked.id);
    return by === text ? [] : [{ id: asked.id, number, text: by ?? null }];
  });
}
