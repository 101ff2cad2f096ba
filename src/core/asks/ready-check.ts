import { countSentences, countWords } from '../text/counting';
import { type AnswerPlace, answerPlaces, type DocNode, plainText } from '../text/document-json';
import type { Ask, AskKind } from './ask';

/** What the ready check found about one ask. */
export interface Finding {
  readonly askId: string;
  readonly kind: AskKind;
  readonly result: 'met' | 'unmet';
  /** Why it is unmet: nothing there at all, fewer than asked, more than asked. */
  readonly problem: 'none' | 'empty' | 'too-few' | 'too-many';
  readonly bars: boolean;
  /** The answer place it is about, to jump to; `null` for the whole document. */
  readonly place: string | null;
  /** The number of that place's question, as the student reads it; `null` for the whole document. */
  readonly number: number | null;
  readonly found: number;
  readonly min: number;
  readonly max: number | null;
  /** The last sentence has no end mark yet. */
  readonly openEnd: boolean;
}

export interface ReadyCheck {
  readonly findings: readonly Finding[];
  readonly met: number;
  /** The document is still exactly what the teacher gave, or has nothing in it. This always bars. */
  readonly untouched: boolean;
  /** Nothing bars the hand-in. */
  readonly ready: boolean;
  readonly answers: readonly { readonly id: string; readonly number: number; readonly answered: boolean }[];
  /** Words typed by the student: in the answer places, or in the whole document where there are none. */
  readonly words: number;
}

interface Measured {
  readonly found: number;
  readonly openEnd: boolean;
}

function measure(ask: Ask, text: string, locale: string, words: (text: string) => number): Measured {
  switch (ask.kind) {
    case 'answered':
      return { found: text === '' ? 0 : 1, openEnd: false };
    case 'words':
      return { found: words(text), openEnd: false };
    case 'sentences': {
      const { sentences, openEnd } = countSentences(text, locale);
      return { found: sentences, openEnd };
    }
  }
}

function judge(ask: Ask, place: AnswerPlace | undefined, { found, openEnd }: Measured): Finding {
  const min = ask.kind === 'answered' ? 1 : ask.min;
  const max = ask.kind === 'answered' ? null : ask.max;
  const problem =
    found === 0 && min > 0 ? 'empty' : found < min ? 'too-few' : max !== null && found > max ? 'too-many' : 'none';
  return {
    askId: ask.id,
    kind: ask.kind,
    result: problem === 'none' ? 'met' : 'unmet',
    problem,
    bars: ask.bars,
    place: place?.id ?? null,
    number: place?.number ?? null,
    found,
    min,
    max,
    openEnd,
  };
}

const folded = (node: DocNode): string => plainText(node).replace(/\s+/g, ' ').trim();

/**
 * Checks a document against what the brief asks for, ask by ask. An ask about a place that the document
 * no longer has counts as empty there. Cost: one pass over the text for each kind of count asked for.
 *
 * @param starter what the teacher gave, to see whether it has been touched; `null` where there was none
 * @param locale BCP 47 tag of the language that the text is written in
 */
export function readyCheck(asks: readonly Ask[], doc: DocNode, starter: DocNode | null, locale: string): ReadyCheck {
  const places = answerPlaces(doc);
  const counted = new Map<string, number>();
  const words = (text: string): number => {
    const known = counted.get(text) ?? countWords(text, locale);
    counted.set(text, known);
    return known;
  };
  const byId = new Map(places.map((place) => [place.id, place]));
  const parts = places.length > 0 ? places.map((place) => place.text) : [plainText(doc)];
  const whole = parts.join('\n').trim();
  const missing = new Map((starter ? answerPlaces(starter) : []).map((place) => [place.id, { ...place, text: '' }]));
  const findings = asks.map((ask) => {
    const place = ask.place === null ? undefined : (byId.get(ask.place) ?? missing.get(ask.place));
    return judge(ask, place, measure(ask, ask.place === null ? whole : (place?.text ?? ''), locale, words));
  });
  const untouched = whole === '' || (starter !== null && folded(doc) === folded(starter));
  return {
    findings,
    met: findings.filter((finding) => finding.result === 'met').length,
    untouched,
    ready: !untouched && findings.every((finding) => finding.result === 'met' || !finding.bars),
    answers: places.map(({ id, number, text }) => ({ id, number, answered: text !== '' })),
    words: parts.reduce((sum, part) => sum + words(part), 0),
  };
}
