import { canonicalJson } from '../documents/fingerprint';
import { answeredInLines } from '../kinds/question/typed-out';
import type { Doc } from '../text/nodes';
import type { Draw, Part, Question, QuestionSet, Section } from './question-set';
import { renamed } from './renamed';
import { textOut } from './text-out';
import { readTyped } from './typed';

const line = (doc: Doc): string => textOut(doc) ?? '';

/** What helps, or what is said afterwards, behind the word that says which. */
const behind = (word: 'hint' | 'why', doc: Doc | null): readonly string[] =>
  doc === null ? [] : `${word}: ${line(doc)}`.split('\n');

const pointsOut = (points: number): string => (points === 1 ? '' : ` [${points}]`);

function partOut(part: Part, head: string): readonly string[] {
  const [first = '', ...rest] = line(part.prompt).split('\n');
  const said = answeredInLines(part);
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
