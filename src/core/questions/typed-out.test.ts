import type { QuestionSet } from './question-set';
import { textOut } from './text-out';
import { readTyped } from './typed';
import { typedOut } from './typed-out';
import { typedText } from './typed-text';

const MORE = `== Tides (2 of them, shuffled)
1. Pick one [2]
(x) yes
( ) no
hint: look
at the sea
why: it *is* $x^2$

2. Pick several [2]
[x] a
[ ] b

== Rest
3. About the harbour.
![the map](/api/pictures/m 640x480)
beside: tide-table
a) Name it
= nor'east | north-east
b) How far? [0.5]
= 3.8 m ± 2 %

4. Drawn {a}
with a from 2 to 9 step 0.5
= (2 * a) kg ± 0.1

5. How sure?
= 1..5 not at all … very

6. Say
= text, 20 words, done

7. Vote
( ) north
( ) south

8. Where?
![A chart](/api/pictures/c 400x300)
@ 0.42 0.3 0.08`;

test('sections, parts, points, hints and what is drawn come out as they went in', () => {
  const { set, problems } = readTyped(MORE);
  expect(problems).toEqual([]);
  expect(typedOut(set)).toBe(MORE);
});

const typed = (text: string): QuestionSet => readTyped(text).set;
const [plain] = typed('1. How deep?\n= 3.8 m').sections;

const unsaid: readonly (readonly [string, (set: QuestionSet) => unknown])[] = [
  [
    'figures that are asked for',
    (set) => Object.assign(set.sections[0]?.questions[0]?.parts[0]?.set ?? {}, { figures: 2 }),
  ],
  [
    'capitals that count',
    (set) =>
      Object.assign(set.sections[0]?.questions[0]?.parts[0] ?? {}, {
        kind: 'short',
        set: { accepted: ['a'], capitals: true, accents: true, spaces: false },
      }),
  ],
  [
    'a prompt that would be read as a choice',
    (set) => Object.assign(set.sections[0]?.questions[0]?.parts[0] ?? {}, { prompt: typedText('How?\n(x) like this') }),
  ],
  [
    'a table in a prompt',
    (set) =>
      Object.assign(set.sections[0]?.questions[0]?.parts[0] ?? {}, {
        prompt: { type: 'doc', content: [{ type: 'table', content: [] }] },
      }),
  ],
];
test.each(unsaid)('what lines cannot say is not lost by typing it out: %s', (_, spoil) => {
  const set = structuredClone({ sections: [plain] }) as QuestionSet;
  expect(typedOut(set)).toBe('1. How deep?\n= 3.8 m');
  spoil(set);
  expect(typedOut(set)).toBeNull();
});

test('a text is typed out line by line, and not where it has more in it', () => {
  expect(textOut(typedText('It *is* $x^2$.\nNext'))).toBe('It *is* $x^2$.\nNext');
  expect(textOut({ type: 'doc', content: [{ type: 'heading', attrs: { level: 2 }, content: [] }] })).toBeNull();
  const bold = { type: 'text' as const, text: 'so', marks: [{ type: 'bold' as const }] };
  expect(textOut({ type: 'doc', content: [{ type: 'paragraph', content: [bold] }] })).toBeNull();
});
