import { textOut } from '../../questions/text-out';
import type { Doc } from '../../text/nodes';
import type { SetQuestion } from './every';

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

/** How a question says in lines how it is answered, and what is right. */
export const answeredInLines = ({ kind, set }: SetQuestion): readonly string[] =>
  (ANSWERED[kind] as (of: unknown) => readonly string[])(set);
