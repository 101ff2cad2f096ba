import {
  type AnswerPlace,
  answerPlaces,
  type DocNode,
  hasPicture,
  linksOf,
  listItems,
  placeNode,
  plainText,
  questions,
} from '../text/document-json';
import { ADVICE, type Ask, type AskKind, type FileKind } from './ask';
import { Measures } from './measures';
import { termEntries, termsMet } from './terms';

/** Why an ask is unmet: nothing there at all, fewer than asked, more than asked, of another kind, or with faults. */
export type Problem = 'none' | 'empty' | 'too-few' | 'too-many' | 'wrong-kind' | 'faults';

/** What the ready check found about one ask. */
export interface Finding {
  readonly askId: string;
  readonly kind: AskKind;
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
  /** Words typed by the student: in the answer places, or in the whole document where there are none. */
  readonly words: number;
}

/** A file or link that goes along. */
export interface CheckedFile {
  readonly name: string;
  readonly kind: FileKind | 'link';
  /** Pages of a PDF; `null` for anything else, and for one that cannot be counted. */
  readonly pages: number | null;
  /** Where a link leads. */
  readonly address?: string;
}

/** Everything that the ready check looks at. */
export interface Checked {
  readonly asks: readonly Ask[];
  /** What was written, several documents as one. */
  readonly doc: DocNode;
  /** What the teacher gave; `null` where there was none. */
  readonly starter: DocNode | null;
  /** BCP 47 tag of the language that the text is written in. */
  readonly locale: string;
  readonly files?: readonly CheckedFile[];
  /** The names by which the student is known: any of them will do. */
  readonly names?: readonly string[];
}

interface Measured {
  readonly found: number;
  readonly openEnd?: boolean;
  readonly details?: readonly string[];
  readonly problem?: Problem;
}

const folded = (text: string): string => text.replace(/\s+/g, ' ').trim();

/** Whether an address has the form of one that can be opened: a scheme, a host with a dot, nothing to hide in it. */
export function isAddress(text: string): boolean {
  if (!URL.canParse(text)) return false;
  const { protocol, hostname, username } = new URL(text);
  return /^https?:$/.test(protocol) && /^[^.\s].*\.[^.\s]+$/.test(hostname) && username === '';
}

/** Below so many words besides the starter, and less than this share of it, a starter is hardly touched. */
const HARDLY = { words: 6, share: 0.05 };

class Check {
  readonly places: readonly AnswerPlace[];
  readonly #byId: ReadonlyMap<string, AnswerPlace>;
  readonly #missing: ReadonlyMap<string, AnswerPlace>;
  readonly whole: string;

  constructor(
    readonly given: Checked,
    readonly measures: Measures,
  ) {
    const { doc, starter } = given;
    this.places = answerPlaces(doc);
    this.#byId = new Map(this.places.map((place) => [place.id, place]));
    this.#missing = new Map(
      (starter ? answerPlaces(starter) : []).map((place) => [place.id, { ...place, text: '', filled: false }] as const),
    );
    const parts = this.places.length > 0 ? this.places.map((place) => place.text) : [plainText(doc)];
    this.whole = parts.join('\n').trim();
  }

  get #files(): readonly CheckedFile[] {
    return this.given.files ?? [];
  }

  placeOf(ask: Ask): AnswerPlace | undefined {
    return ask.place === null ? undefined : (this.#byId.get(ask.place) ?? this.#missing.get(ask.place));
  }

  measure(ask: Ask): Measured {
    const { measures } = this;
    const place = this.placeOf(ask);
    const text = ask.place === null ? this.whole : (place?.text ?? '');
    const node = (): DocNode =>
      ask.place === null ? this.given.doc : (placeNode(this.given.doc, ask.place) ?? { type: 'doc' });
    switch (ask.kind) {
      case 'answered':
        return { found: (place ? place.filled : text !== '' || hasPicture(this.given.doc)) ? 1 : 0 };
      case 'words':
        return { found: measures.words(text) };
      case 'sentences': {
        const { sentences, openEnd } = measures.sentences(text);
        return { found: sentences, openEnd };
      }
      case 'items':
        return { found: listItems(node()).filter((item) => measures.words(item) > 0).length };
      case 'terms': {
        const { found, missing } = termsMet(termEntries(node()), ask.terms, (one) => measures.words(one));
        return { found, details: missing };
      }
      case 'links': {
        const all = [
          ...linksOf(node()),
          ...(ask.place === null ? this.#files.flatMap(({ address }) => (address === undefined ? [] : [address])) : []),
        ];
        const broken = all.filter((address) => !isAddress(address));
        return { found: new Set(all).size - new Set(broken).size, details: broken };
      }
      case 'whole-sentences': {
        const details = measures.faults(text).map(({ sentence }) => sentence);
        return { found: details.length, details, problem: details.length > 0 ? 'faults' : 'none' };
      }
      case 'spelling': {
        const details = measures.misspelt(text);
        return { found: details.length, details, problem: details.length > 0 ? 'faults' : 'none' };
      }
      case 'title': {
        const first = (this.given.doc.content ?? []).find((block) => plainText(block) !== '');
        return { found: first?.type === 'heading' ? 1 : 0 };
      }
      case 'name': {
        const lower = plainText(this.given.doc).toLocaleLowerCase();
        return { found: (this.given.names ?? []).some((name) => lower.includes(name.toLocaleLowerCase())) ? 1 : 0 };
      }
      case 'files': {
        const files = this.#files.filter(({ kind }) => kind !== 'link');
        const fits = files.filter(({ kind }) => ask.types.length === 0 || ask.types.includes(kind as FileKind));
        const others = files.filter((file) => !fits.includes(file)).map(({ name }) => name);
        return {
          found: fits.length,
          details: others,
          ...(others.length > 0 && fits.length < ask.min ? { problem: 'wrong-kind' as const } : {}),
        };
      }
      case 'pages':
        return { found: this.#files.reduce((sum, { pages }) => sum + (pages ?? 0), 0) };
    }
  }

  judge(ask: Ask): Finding {
    const { found, openEnd = false, details = [], problem: given } = this.measure(ask);
    const min = 'min' in ask ? ask.min : ADVICE.has(ask.kind) ? 0 : 1;
    const max = 'max' in ask ? ask.max : null;
    const counted =
      found === 0 && min > 0 ? 'empty' : found < min ? 'too-few' : max !== null && found > max ? 'too-many' : 'none';
    const problem = given ?? counted;
    const place = this.placeOf(ask);
    const advice = ADVICE.has(ask.kind);
    return {
      askId: ask.id,
      kind: ask.kind,
      result: problem === 'none' ? 'met' : advice ? 'advice' : 'unmet',
      problem,
      bars: !advice && (ask.bars || (ask.kind === 'files' && min > 0)),
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
    if (this.whole === '') return starter && typed === before ? 'untouched' : 'blank';
    if (starter && typed === before) return 'untouched';
    const asked = new Set(questions(starter ?? doc).map(folded));
    const lines = this.whole.split('\n').map(folded).filter(Boolean);
    if (asked.size > 0 && lines.every((line) => asked.has(line))) return 'only-questions';
    if (before !== '') {
      const given = this.measures.words(plainText(starter as DocNode));
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
    answers: check.places.map(({ id, number, filled }) => ({ id, number, answered: filled })),
    words: measures.words(check.whole),
  };
}
