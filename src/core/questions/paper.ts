import { type AskedQuestion, askedOf } from '../kinds/question';
import type { Doc, DocNode } from '../text/nodes';
import { type Drawn, formula } from './formula';
import { type Draw, type Part, type Question, type QuestionSet, type Section, worthless } from './question-set';
import { type Randomly, randomly } from './randomly';

/** One part as a person has it before them. */
export type AskedPart = {
  readonly id: string;
  readonly points: number;
  readonly prompt: Doc;
  /** There is a hint to be asked for. */
  readonly hinted: boolean;
} & AskedQuestion;

/** One question as a person has it before them. Nothing of what is right is in it. */
export interface AskedSheet {
  readonly id: string;
  /** Counted from 1, in the order in which this person is asked. */
  readonly number: number;
  readonly section: string;
  readonly stem: Doc | null;
  readonly material: string | null;
  readonly points: number;
  readonly parts: readonly AskedPart[];
}

/** Everything that one person is asked in one attempt. */
export type Paper = readonly AskedSheet[];

/** What was laid for one attempt: what is asked, and what only the server knows of it. */
export interface Laid {
  readonly paper: Paper;
  /** What was drawn, by question. */
  readonly drawn: ReadonlyMap<string, Drawn>;
}

const PLACE = /\{([a-zA-Z]\w{0,20})\}/g;

/** A drawn number without what binary adds to it. */
const written = (value: number): string => String(Number(value.toPrecision(12)));

/** A text with what was drawn in the places of its names: {a}. */
function withDrawn(drawn: Drawn) {
  const fill = (text: string) =>
    text.replace(PLACE, (whole, name: string) => (Object.hasOwn(drawn, name) ? written(drawn[name] as number) : whole));
  const node = (one: DocNode): DocNode => {
    if ('text' in one && typeof one.text === 'string') return { ...one, text: fill(one.text) } as DocNode;
    const tex = (one.attrs as { readonly tex?: unknown } | undefined)?.tex;
    const attrs = typeof tex === 'string' ? { attrs: { ...one.attrs, tex: fill(tex) } } : {};
    const content = (one as { readonly content?: readonly DocNode[] }).content;
    return { ...one, ...attrs, ...(content ? { content: content.map(node) } : {}) } as DocNode;
  };
  return (doc: Doc): Doc => (Object.keys(drawn).length === 0 ? doc : (node(doc) as Doc));
}

function drawOne({ from, to, step }: Draw, random: Randomly): number {
  const n = random.between(0, Math.floor((to - from) / step + 1e-9));
  return Number((from + n * step).toPrecision(12));
}

/** Draws until everything in the question has a value: a formula may divide by nothing for some of what can come. */
function drawFor({ draws, parts, ...rest }: Question, random: Randomly): Drawn {
  const formulas = parts.flatMap(({ set }) => {
    const right = (set as { readonly right?: unknown }).right;
    const found = draws.length > 0 && typeof right === 'string' ? formula(right) : null;
    return found ?? [];
  });
  let drawn: Drawn = {};
  for (let tries = 0; tries < 100; tries += 1) {
    drawn = Object.fromEntries(draws.map((one) => [one.name, drawOne(one, random)]));
    if (formulas.every(({ of }) => Number.isFinite(of(drawn)))) return drawn;
  }
  if (worthless({ draws, parts, ...rest }).length === 0) return drawn;
  throw new Error(`nothing that could be drawn for the question ${rest.id} has a value`);
}

const chosen = ({ draw: n, shuffle, questions }: Section, random: Randomly): readonly Question[] => {
  if (n === null || n >= questions.length) return shuffle ? random.shuffled(questions) : questions;
  const some = random.shuffled(questions).slice(0, n);
  return shuffle ? some : questions.filter((one) => some.includes(one));
};

/**
 * Lays what one person is asked in one attempt: which questions, in which order, with which numbers and choices. It follows
 * from the set and the seed alone, so it is the same wherever and whenever it is opened.
 *
 * @param seed what tells this attempt from all others
 */
export function lay(set: QuestionSet, seed: string): Laid {
  const drawn = new Map<string, Drawn>();
  const paper: AskedSheet[] = [];
  for (const section of set.sections) {
    for (const question of chosen(section, randomly(`${seed} ${section.id}`))) {
      const numbers = drawFor(question, randomly(`${seed} ${question.id}`));
      drawn.set(question.id, numbers);
      const said = withDrawn(numbers);
      paper.push({
        id: question.id,
        number: paper.length + 1,
        section: section.title,
        stem: question.stem && said(question.stem),
        material: question.material,
        points: question.parts.reduce((sum, { points }) => sum + points, 0),
        parts: question.parts.map((part: Part): AskedPart => {
          const laying = { random: randomly(`${seed} ${part.id}`), drawn: numbers, said };
          return {
            id: part.id,
            points: part.points,
            prompt: said(part.prompt),
            hinted: part.hint !== null,
            ...askedOf(part, laying),
          };
        }),
      });
    }
  }
  return { paper, drawn };
}
