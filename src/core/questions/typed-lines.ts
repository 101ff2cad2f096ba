import type { Draw } from './question-set';

/** A line that was not understood. */
export interface TypedProblem {
  readonly line: number;
  readonly text: string;
  readonly code: 'no-question' | 'mixed-answers' | 'bad-answer' | 'bad-draw' | 'no-picture' | 'nothing-asked';
}

/** What is told of one part while its lines are read. */
export interface Reading {
  readonly at: number;
  readonly letter: string;
  points: number;
  words: string[];
  hint: string[];
  why: string[];
  choices: { readonly says: string; readonly right: boolean; readonly many: boolean }[];
  pairs: { readonly from: string; readonly to: string }[];
  items: string[];
  gaps: string[];
  spots: { readonly x: number; readonly y: number; readonly r: number }[];
  answer: { readonly text: string; readonly line: number } | null;
  into: 'words' | 'hint' | 'why';
}

interface ReadingQuestion {
  readonly at: number;
  stem: string[];
  material: string | null;
  draws: Draw[];
  parts: Reading[];
}

interface ReadingSection {
  readonly title: string;
  readonly draw: number | null;
  readonly shuffle: boolean;
  readonly questions: ReadingQuestion[];
}

const QUESTION = /^(\d{1,4})\.\s+(\S.*)$/;
const PART = /^([a-z])\)\s+(\S.*)$/;
const POINTS = /\[(\d{1,4}(?:\.\d{1,3})?)\]$/;
const CHOICE = /^(?:\(([ x])\)|\[([ x])\])\s+(\S.*)$/;
const ITEM = /^(\d{1,3})\)\s+(\S.*)$/;
const DRAW = /^with ([a-zA-Z]\w{0,20}) from (-?[\d.]{1,20}) to (-?[\d.]{1,20})(?: step ([\d.]{1,20}))?$/;
const SPOT = /^@\s*([\d.]{1,10})\s+([\d.]{1,10})\s+([\d.]{1,10})$/;
const BESIDE = /^beside: (\S{1,200})$/;

const reading = (at: number, letter: string): Reading => ({
  at,
  letter,
  points: 1,
  words: [],
  hint: [],
  why: [],
  choices: [],
  pairs: [],
  items: [],
  gaps: [],
  spots: [],
  answer: null,
  into: 'words',
});

/** A line without its points, and these. */
function withPoints(text: string): { readonly words: string; readonly points: number | null } {
  const found = POINTS.exec(text);
  return found
    ? { words: text.slice(0, found.index).trimEnd(), points: Number(found[1]) }
    : { words: text, points: null };
}

/** Reads questions line by line: what stands under what, and not yet what it means. */
export class Reader {
  readonly sections: ReadingSection[] = [];
  readonly problems: TypedProblem[] = [];

  #section(): ReadingSection {
    const last = this.sections.at(-1);
    if (last) return last;
    const first = { title: '', draw: null, shuffle: false, questions: [] };
    this.sections.push(first);
    return first;
  }

  #question = (): ReadingQuestion | undefined => this.sections.at(-1)?.questions.at(-1);
  #part = (): Reading | undefined => this.#question()?.parts.at(-1);

  problem(line: number, text: string, code: TypedProblem['code']): void {
    this.problems.push({ line, text, code });
  }

  line(raw: string, n: number): void {
    const text = raw.trim();
    if (text === '') return;
    const question = QUESTION.exec(text);
    if (text.startsWith('==')) this.#opens(text.slice(2).trim());
    else if (question) this.#asks(question[2] ?? '', n);
    else this.#within(this.#question(), text, n);
  }

  #within(at: ReadingQuestion | undefined, text: string, n: number): void {
    const letter = PART.exec(text);
    const beside = BESIDE.exec(text);
    if (!at) this.problem(n, text, 'no-question');
    else if (letter) this.#partOf(at, letter[1] ?? '', letter[2] ?? '', n);
    else if (text.startsWith('with ')) this.#draws(at, text, n);
    else if (beside) at.material = beside[1] ?? null;
    else this.#says(this.#part() as Reading, text, n);
  }

  #opens(said: string): void {
    const open = said.lastIndexOf('(');
    const rules = open >= 0 && said.endsWith(')') ? said.slice(open + 1, -1) : '';
    const drawn = /^(\d{1,4}) of them/.exec(rules);
    const shuffle = rules.includes('shuffled');
    const known = drawn !== null || shuffle;
    this.sections.push({
      title: (known ? said.slice(0, open) : said).trim(),
      draw: drawn ? Number(drawn[1]) : null,
      shuffle,
      questions: [],
    });
  }

  #asks(text: string, n: number): void {
    const { words, points } = withPoints(text);
    const first = reading(n, '');
    first.words.push(words);
    if (points !== null) first.points = points;
    this.#section().questions.push({ at: n, stem: [], material: null, draws: [], parts: [first] });
  }

  /** The first part turns what was said before it into what all parts are about. */
  #partOf(at: ReadingQuestion, letter: string, text: string, n: number): void {
    const [first] = at.parts;
    if (at.parts.length === 1 && first && first.letter === '' && isBare(first)) {
      at.stem = first.words;
      at.parts = [];
    }
    const { words, points } = withPoints(text);
    const part = reading(n, letter);
    part.words.push(words);
    if (points !== null) part.points = points;
    at.parts.push(part);
  }

  #draws(at: ReadingQuestion, text: string, n: number): void {
    const found = DRAW.exec(text);
    const [from, to, step] = [Number(found?.[2]), Number(found?.[3]), Number(found?.[4] ?? 1)];
    if (found && to >= from && step > 0) at.draws.push({ name: found[1] ?? '', from, to, step });
    else this.problem(n, text, 'bad-draw');
  }

  #says(part: Reading, text: string, n: number): void {
    const choice = CHOICE.exec(text);
    const item = ITEM.exec(text);
    const arrow = text.indexOf(' -> ');
    const spot = SPOT.exec(text);
    if (choice) {
      const many = choice[2] !== undefined;
      if (part.choices.some((one) => one.many !== many)) this.problem(n, text, 'mixed-answers');
      else part.choices.push({ says: choice[3] ?? '', right: (choice[1] ?? choice[2]) === 'x', many });
    } else if (text.startsWith('=') && part.answer) this.problem(n, text, 'mixed-answers');
    else if (text.startsWith('=')) part.answer = { text: text.slice(1).trim(), line: n };
    else if (text.startsWith('_ ')) part.gaps.push(text.slice(2));
    else if (spot) part.spots.push({ x: Number(spot[1]), y: Number(spot[2]), r: Number(spot[3]) });
    else if (text.startsWith('hint:')) this.#into(part, 'hint', text.slice(5));
    else if (text.startsWith('why:')) this.#into(part, 'why', text.slice(4));
    else if (item) part.items.push(item[2] ?? '');
    else if (arrow > 0) part.pairs.push({ from: text.slice(0, arrow).trim(), to: text.slice(arrow + 4).trim() });
    else part[part.into].push(text);
  }

  #into(part: Reading, into: 'hint' | 'why', text: string): void {
    part.into = into;
    if (text.trim() !== '') part[into].push(text.trim());
  }
}

const isBare = ({ choices, pairs, items, gaps, spots, answer }: Reading): boolean =>
  [choices, pairs, items, gaps, spots].every((some) => some.length === 0) && answer === null;
