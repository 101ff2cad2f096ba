import { canonicalJson } from '../documents/fingerprint';
import type { SetQuestion } from '../kinds/question';
import { attrsOf, contentOf, type Doc, type DocNode } from '../text/nodes';
import type { Draw, Part, Question, QuestionSet, Section } from './question-set';
import { renamed } from './renamed';
import { readTyped } from './typed';

/** What is said on one line; `null` where that cannot be typed. */
function inlineOut(nodes: readonly DocNode[]): string | null {
  const pieces = nodes.map((node) => {
    if (node.type === 'formula') return `$${attrsOf(node).tex}$`;
    if (node.type !== 'text') return null;
    const [mark, ...more] = node.marks ?? [];
    if (!mark) return node.text;
    return more.length === 0 && mark.type === 'italic' ? `*${node.text}*` : null;
  });
  return pieces.some((piece) => piece === null) ? null : pieces.join('');
}

/**
 * A text as it is typed: a line a paragraph, formulas between dollar signs, what is slanted between stars, a picture on a line
 * of its own (see `typed-text.ts`).
 *
 * @returns `null` for what has more in it: a table, a list, a heading
 */
export function textOut(doc: Doc): string | null {
  const lines = contentOf(doc).map((node) => {
    if (node.type === 'paragraph') return inlineOut(contentOf(node));
    if (node.type !== 'image') return null;
    const { alt, src, width, height } = attrsOf(node);
    const size = typeof width === 'number' && typeof height === 'number' ? ` ${width}x${height}` : '';
    return `![${alt}](${src}${size})`;
  });
  return lines.some((line) => line === null) ? null : lines.join('\n');
}

const line = (doc: Doc): string => textOut(doc) ?? '';

type SetOf<Name extends SetQuestion['kind']> = Extract<SetQuestion, { readonly kind: Name }>['set'];

/** How each kind of question says how it is answered, in lines. What cannot be said so is found by reading it again. */
const ANSWERED: { readonly [Name in SetQuestion['kind']]: (set: SetOf<Name>) => readonly string[] } = {
  one: ({ choices, right }) => choices.map(({ id, says }) => `(${id === right ? 'x' : ' '}) ${line(says)}`),
  several: ({ choices, right }) =>
    choices.map(({ id, says }) => `[${right?.includes(id) === true ? 'x' : ' '}] ${line(says)}`),
  truth: ({ right }) => [`= ${right === null ? 'true or false' : right}`],
  short: ({ accepted }) => [accepted === null ? '= a line' : `= ${accepted.join(' | ')}`],
  number: ({ right, tolerance: { kind, by }, unit }) => {
    const amount = /^[-+]?\d[\d.]*$/.test(right ?? '') ? right : `(${right})`;
    const near = by === 0 ? '' : ` ± ${kind === 'relative' ? `${Number((by * 100).toPrecision(12))} %` : by}`;
    return [`= ${amount}${unit === null ? '' : ` ${unit}`}${near}`];
  },
  long: ({ asks, counted }) => {
    const words = asks.find(({ kind }) => kind === 'words');
    const range = words && 'min' in words ? `, ${words.min}${words.max === null ? '' : ` to ${words.max}`} words` : '';
    return [`= text${range}${counted === 'given' ? ', done' : ''}`];
  },
  gaps: ({ text }) =>
    text
      .map((piece) => (typeof piece === 'string' ? piece : `{${piece.accepted.join('|')}}`))
      .join('')
      .split('\n')
      .map((words) => `_ ${words}`),
  match: ({ left, right, pairs }) =>
    left.map(({ id, says }) => {
      const other = right.find((one) => one.id === pairs[id]);
      return `${line(says)} -> ${other ? line(other.says) : ''}`;
    }),
  order: ({ items }) => items.map(({ says }, i) => `${i + 1}) ${line(says)}`),
  point: ({ picture: { alt, src, width, height }, areas }) => [
    `![${alt}](${src} ${width}x${height})`,
    ...areas.map((area) => ('r' in area ? `@ ${area.x} ${area.y} ${area.r}` : '@')),
  ],
  scale: ({ from, to, fromSays, toSays }) => [
    `= ${from}..${to}${fromSays === '' && toSays === '' ? '' : ` ${fromSays} … ${toSays}`}`,
  ],
  file: () => ['= photographs'],
};

/** What helps, or what is said afterwards, behind the word that says which. */
const behind = (word: 'hint' | 'why', doc: Doc | null): readonly string[] =>
  doc === null ? [] : `${word}: ${line(doc)}`.split('\n');

const pointsOut = (points: number): string => (points === 1 ? '' : ` [${points}]`);

function partOut(part: Part, head: string): readonly string[] {
  const [first = '', ...rest] = line(part.prompt).split('\n');
  const said = (ANSWERED[part.kind] as (set: unknown) => readonly string[])(part.set);
  return [
    `${head} ${first}${pointsOut(part.points)}`,
    ...rest,
    ...said,
    ...behind('hint', part.hint),
    ...behind('why', part.why),
  ];
}

const drawOut = ({ name, from, to, step }: Draw): string =>
  `with ${name} from ${from} to ${to}${step === 1 ? '' : ` step ${step}`}`;

/** One question as it would be typed, line by line: what lines cannot say is left out. */
export function questionOut({ stem, material, draws, parts }: Question, number: number): readonly string[] {
  const besides = [...(material === null ? [] : [`beside: ${material}`]), ...draws.map(drawOut)];
  const [only] = parts;
  if (stem === null && parts.length === 1 && only) {
    const [first = '', ...rest] = partOut(only, `${number}.`);
    return [first, ...besides, ...rest];
  }
  const [first = '', ...rest] = stem === null ? [] : line(stem).split('\n');
  return [
    `${number}. ${first}`,
    ...rest,
    ...besides,
    ...parts.flatMap((part, i) => partOut(part, `${String.fromCharCode(97 + i)})`)),
  ];
}

function headOut({ title, draw, shuffle }: Section): readonly string[] {
  if (title === '' && draw === null && !shuffle) return [];
  const rules = [...(draw === null ? [] : [`${draw} of them`]), ...(shuffle ? ['shuffled'] : [])].join(', ');
  return [`== ${title}${rules === '' ? '' : ` (${rules})`}`];
}

/** Everything that a set says but for the names of its things: these are made anew each time it is typed. */
function unnamed(set: QuestionSet): string {
  let n = 0;
  const numbered = renamed(set, () => {
    n += 1;
    return `#${n}`;
  });
  // What is not said is as if it were not there.
  return canonicalJson(JSON.parse(JSON.stringify(numbered)));
}

/**
 * A set of questions as it would be typed (`typed.ts`).
 *
 * @returns `null` where lines cannot say all of it: read again, they would not be the same
 */
export function typedOut(set: QuestionSet): string | null {
  let number = 0;
  const text = set.sections
    .map((section) => {
      const questions = section.questions.map((question) => {
        number += 1;
        return questionOut(question, number).join('\n');
      });
      return [...headOut(section), questions.join('\n\n')].join('\n');
    })
    .join('\n\n');
  const { set: again, problems } = readTyped(text);
  return problems.length === 0 && unnamed(again) === unnamed(set) ? text : null;
}
