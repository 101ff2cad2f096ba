import { type Ask, type AskName, doesBar, isAdvice, measure, rangeOf } from '../kinds/ask';
import type { Measured } from '../kinds/ask/kind';
import { isSheetPlace, photographedIn } from '../kinds/document/places';
import {
  type AnswerPlace,
  answerPlaces,
  hasPicture,
  placeNode,
  plainText,
  prose,
  questions,
} from '../text/document-json';
import type { Doc } from '../text/nodes';
import type { CheckedFile, Problem } from './checked';
import { Measures } from './measures';

/** What the ready check found about one ask. */
export interface Finding {
  readonly askId: string;
  readonly kind: AskName;
  /** Advice is said and never keeps the work from being handed in. */
  readonly result: 'met' | 'unmet' | 'advice';
  readonly problem: Problem;
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
  /** What exactly: terms without a meaning, misspelt words, sentences that are not whole, links that do not parse, files. */
  readonly details: readonly string[];
}

/** How the writing stands to what the teacher gave. */
export type Substance =
  /** Something of the student's own. */
  | 'own'
  /** Nothing at all. */
  | 'blank'
  /** Exactly what the teacher gave. */
  | 'untouched'
  /** Only the questions, written again. */
  | 'only-questions'
  /** A few words besides what the teacher gave. */
  | 'hardly-touched';

export interface ReadyCheck {
  readonly findings: readonly Finding[];
  readonly met: number;
  readonly substance: Substance;
  /** There is nothing of the student's own in what would go along. This always bars. */
  readonly untouched: boolean;
  /** Nothing bars the hand-in. */
  readonly ready: boolean;
  readonly answers: readonly { readonly id: string; readonly number: number; readonly answered: boolean }[];
  /** Pages that were photographed. */
  readonly photographed: number;
  /** Words typed by the student: in the answer places, or in the whole document where there are none. */
  readonly words: number;
}

/** Everything that the ready check looks at. */
export interface Checked {
  readonly asks: readonly Ask[];
  /** What was written, several documents as one. */
  readonly doc: Doc;
  /** What the teacher gave; `null` where there was none. */
  readonly starter: Doc | null;
  /** BCP 47 tag of the language that the text is written in. */
  readonly locale: string;
  readonly files?: readonly CheckedFile[];
  /** The names by which the student is known: any of them will do. */
  readonly names?: readonly string[];
}

const joined = (parts: readonly string[]): string => parts.join('\n').trim();

const folded = (text: string): string => text.replace(/\s+/g, ' ').trim();

const linesOf = (doc: Doc): readonly string[] => plainText(doc).split('\n').map(folded).filter(Boolean);

/** Below so many words besides the starter, and less than this share of it, a starter is hardly touched. */
const HARDLY = { words: 6, share: 0.05 };

class Check {
  readonly places: readonly AnswerPlace[];
  readonly #byId: ReadonlyMap<string, AnswerPlace>;
  readonly #missing: ReadonlyMap<string, AnswerPlace>;
  readonly whole: string;
  /** All that is measured of it. */
  readonly prose: string;

  constructor(
    readonly given: Checked,
    readonly measures: Measures,
  ) {
    const { doc, starter } = given;
    this.places = answerPlaces(doc);
    this.#byId = new Map(this.places.map((place) => [place.id, place]));
    this.#missing = new Map(
      (starter ? answerPlaces(starter) : []).map(
        (place) => [place.id, { ...place, text: '', prose: '', filled: false }] as const,
      ),
    );
    const parts = this.places.length > 0 ? this.places : [{ text: plainText(doc), prose: prose(doc) }];
    this.whole = joined(parts.map(({ text }) => text));
    this.prose = joined(parts.map((part) => part.prose));
  }

  placeOf(ask: Ask): AnswerPlace | undefined {
    return ask.place === null ? undefined : (this.#byId.get(ask.place) ?? this.#missing.get(ask.place));
  }

  measure(ask: Ask): Measured {
    const place = this.placeOf(ask);
    return measure(ask, {
      text: ask.place === null ? this.prose : (place?.prose ?? ''),
      node: () => (ask.place === null ? this.given.doc : (placeNode(this.given.doc, ask.place) ?? { type: 'doc' })),
      inPlace: ask.place !== null,
      filled: place ? place.filled : ask.place === null && (this.whole !== '' || hasPicture(this.given.doc)),
      doc: this.given.doc,
      files: this.given.files ?? [],
      names: this.given.names ?? [],
      measures: this.measures,
    });
  }

  judge(ask: Ask): Finding {
    const { found, openEnd = false, details = [], problem: given } = this.measure(ask);
    const { min, max } = rangeOf(ask);
    const counted =
      found === 0 && min > 0 ? 'empty' : found < min ? 'too-few' : max !== null && found > max ? 'too-many' : 'none';
    const problem = given ?? counted;
    const place = this.placeOf(ask);
    const advice = isAdvice(ask);
    return {
      askId: ask.id,
      kind: ask.kind,
      result: problem === 'none' ? 'met' : advice ? 'advice' : 'unmet',
      problem,
      bars: doesBar(ask),
      place: place?.id ?? null,
      number: place?.number ?? null,
      found,
      min,
      max,
      openEnd,
      details,
    };
  }

  substance(): Substance {
    const { doc, starter } = this.given;
    const typed = folded(plainText(doc));
    const before = starter ? folded(plainText(starter)) : '';
    if (this.whole === '' && hasPicture(doc) && !(starter && hasPicture(starter))) return 'own';
    // What stands beside empty answer places and is not the teacher's: a document of one's own, for instance.
    if (this.whole === '' && starter && this.places.length > 0) {
      const given = new Set(linesOf(starter));
      if (linesOf(doc).some((line) => !given.has(line))) return 'own';
    }
    if (this.whole === '') return starter && typed === before ? 'untouched' : 'blank';
    if (starter && typed === before) return 'untouched';
    const asked = new Set(questions(starter ?? doc).map(folded));
    const lines = this.whole.split('\n').map(folded).filter(Boolean);
    if (asked.size > 0 && lines.every((line) => asked.has(line))) return 'only-questions';
    if (before !== '') {
      const given = this.measures.words(plainText(starter ?? doc));
      const added = this.measures.words(plainText(doc)) - given;
      if (added >= 0 && added < HARDLY.words && added < given * HARDLY.share) return 'hardly-touched';
    }
    return 'own';
  }
}

/**
 * Checks what a student made against what the brief asks for, ask by ask. An ask about a place that the
 * document no longer has counts as empty there. Cost: one pass over the text for each kind of count asked
 * for; with the `measures` of the check before, only over the lines that are new.
 */
export function readyCheck(given: Checked, measures: Measures = new Measures(given.locale)): ReadyCheck {
  measures.begin();
  const check = new Check(given, measures);
  const findings = given.asks.map((ask) => check.judge(ask));
  const substance = check.substance();
  const files = given.files ?? [];
  const untouched = substance !== 'own' && substance !== 'hardly-touched' && files.length === 0;
  return {
    findings,
    met: findings.filter((finding) => finding.result === 'met').length,
    substance,
    untouched,
    ready: !untouched && findings.every((finding) => finding.result === 'met' || !finding.bars),
    // What was put on a sheet beside its boxes answers nothing that was asked.
    answers: check.places
      .filter(({ id }) => !isSheetPlace(id))
      .map(({ id, number, filled }) => ({ id, number, answered: filled })),
    photographed: photographedIn(given.doc),
    words: measures.words(check.prose),
  };
}
