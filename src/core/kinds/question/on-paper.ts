import type { DocNode } from '../../text/nodes';
import type { AskedOf, AskedQuestion, QuestionName } from './every';
import type { Wording } from './kind';
import type { Thing } from './parts';

/** A line to be written on by hand. */
const BLANK = '……………………………………………………………………………………………………';

const line = (text: string): DocNode => ({
  type: 'paragraph',
  ...(text === '' ? {} : { content: [{ type: 'text', text }] }),
});
const blanks = (n: number): readonly DocNode[] => Array.from({ length: n }, () => line(BLANK));

/** What one thing says, behind a sign at which something can be marked. */
function marked(sign: string, { says }: Thing): readonly DocNode[] {
  const [first, ...rest] = says.content ?? [];
  const begin: DocNode = { type: 'text', text: `${sign} ` };
  if (first?.type !== 'paragraph') return [line(sign), ...(says.content ?? [])];
  return [{ ...first, content: [begin, ...(first.content ?? [])] }, ...rest];
}

const letter = (i: number): string => String.fromCharCode(65 + (i % 26));

/** How each kind of question is answered on paper: what can be marked, or room to write. */
const ON_PAPER: {
  readonly [Name in QuestionName]: (asked: AskedOf<Name>, wording: Wording) => readonly DocNode[];
} = {
  one: ({ choices }) => choices.flatMap((one) => marked('○', one)),
  several: ({ choices }) => choices.flatMap((one) => marked('□', one)),
  truth: (_asked, { yes, no }) => [line(`○ ${yes}`), line(`○ ${no}`)],
  short: () => blanks(1),
  number: ({ unit }) => [line(unit === null ? BLANK : `${BLANK} ${unit}`)],
  long: () => blanks(8),
  gaps: ({ text }) =>
    text
      .map((piece) =>
        typeof piece === 'string' ? piece : piece.choices ? `( ${piece.choices.join(' / ')} )` : '………………',
      )
      .join('')
      .split('\n')
      .map(line),
  match: ({ left, right }) => [
    ...left.flatMap((one) => marked('…… ', one)),
    ...right.flatMap((one, i) => marked(`${letter(i)})`, one)),
  ],
  order: ({ items }) => items.flatMap((one) => marked('……', one)),
  point: ({ picture: { src, alt, width, height } }) => [{ type: 'image', attrs: { src, alt, width, height } }],
  scale: ({ from, to, fromSays, toSays }) => {
    const steps = Array.from({ length: Math.max(0, to - from) + 1 }, (_, i) => `○ ${from + i}`);
    return [line([fromSays, ...steps, toSays].filter((piece) => piece !== '').join('   '))];
  },
  file: () => [],
};

/** How a question is answered on paper. */
export const answeredOnPaper = ({ kind, asked }: AskedQuestion, wording: Wording): readonly DocNode[] =>
  (ON_PAPER[kind] as (of: unknown, words: Wording) => readonly DocNode[])(asked, wording);
