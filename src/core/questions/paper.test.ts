import { sheetState } from './answers';
import { lay } from './paper';
import { askedCount, mostPoints, type QuestionSet, questionSetUnmet } from './question-set';
import { randomly } from './randomly';
import { readTyped } from './typed';

const typed = (text: string): QuestionSet => {
  const { set, problems } = readTyped(text);
  expect(problems).toEqual([]);
  return set;
};

// Outside check: Pearson's chi-squared test; 23 degrees of freedom, 49.73 is passed once in a thousand (published tables).
test('every order of four is as likely as every other', () => {
  const counts = new Map<string, number>();
  const n = 24_000;
  for (let i = 0; i < n; i += 1) {
    const order = randomly(`attempt-${i}`).shuffled(['a', 'b', 'c', 'd']).join('');
    counts.set(order, (counts.get(order) ?? 0) + 1);
  }
  expect(counts.size).toBe(24);
  const chi = [...counts.values()].reduce((sum, seen) => sum + (seen - n / 24) ** 2 / (n / 24), 0);
  expect(chi).toBeLessThan(49.73);
});

test('what is drawn is drawn evenly', () => {
  const seen = Array.from({ length: 10 }, () => 0);
  for (let i = 0; i < 20_000; i += 1) {
    const n = randomly(`seed ${i}`).between(0, 9);
    seen[n] = (seen[n] ?? 0) + 1;
  }
  // 9 degrees of freedom: 27.88 is passed once in a thousand.
  expect(seen.reduce((sum, n) => sum + (n - 2000) ** 2 / 2000, 0)).toBeLessThan(27.88);
});

const POOL = typed(`== Ropes (2 of them, shuffled)
1. One? [2]
(x) yes
( ) no
2. Two? [2]
= two
3. How much is {a} and {b}? [2]
with a from 1 to 9 step 0.5
with b from 10 to 20
= (a + b) kg ± 0
== The rest
4. Right?
a) Is it? [3]
= true
b) Why? [1]
= text
hint: think
why: because`);

test('a paper follows from the set and the seed alone', () => {
  expect(lay(POOL, 'one')).toEqual(lay(POOL, 'one'));
  const papers = Array.from({ length: 40 }, (_, i) =>
    lay(POOL, `seed ${i}`)
      .paper.map(({ id }) => id)
      .join(' '),
  );
  expect(new Set(papers).size).toBeGreaterThan(3);
  for (const paper of papers) expect(paper.split(' ')).toHaveLength(3);
});

test('so many are drawn of a pool, numbers stand in the words, and what is right is nowhere', () => {
  expect([askedCount(POOL), mostPoints(POOL)]).toEqual([3, 8]);
  for (let i = 0; i < 30; i += 1) {
    const { paper, drawn } = lay(POOL, `seed ${i}`);
    expect(paper.map(({ number }) => number)).toEqual([1, 2, 3]);
    const said = JSON.stringify(paper);
    for (const secret of ['accepted', 'right', 'tolerance', 'because', 'think', '"two"'])
      expect(said).not.toContain(secret);
    const numbers = drawn.get('q3');
    if (!numbers) continue;
    expect(said).toContain(`How much is ${numbers.a} and ${numbers.b}?`);
    expect((numbers.a as number) * 2).toBe(Math.round((numbers.a as number) * 2));
  }
});

test('a formula that divides by nothing for some of what may be drawn is drawn again, and for all of it is refused', () => {
  const some = typed(`1. What?\nwith a from 0 to 1\n= (6 / a) m ± 0`);
  expect(questionSetUnmet(some)).toEqual([]);
  for (let i = 0; i < 20; i += 1) expect(lay(some, `s${i}`).drawn.get('q1')).toEqual({ a: 1 });
  const all = typed(`1. What?\nwith a from 0 to 0\n= (6 / a) m ± 0`);
  expect(questionSetUnmet(all)).toEqual([{ id: 'q1p', code: 'no-value' }]);
  expect(() => lay(all, 's')).toThrow('has a value');
});

test('a question with parts is answered when all its parts are', () => {
  const sheet = lay(POOL, 'one').paper.at(-1);
  if (!sheet) throw new Error('no question was laid');
  expect(sheetState(sheet, {})).toBe('empty');
  expect(sheetState(sheet, { q4a: true })).toBe('begun');
  expect(sheetState(sheet, { q4a: true, q4b: '  ' })).toBe('begun');
  expect(sheetState(sheet, { q4a: false, q4b: 'Because.' })).toBe('answered');
});

test.each([
  ['1. Same\n= a\n2. More [2]\n= b', '== S (1 of them)\n', 'unequal-pool'],
  ['1. One?\n(x) only', '', 'no-choices'],
  ['1. A?\n= (a + 1) m', '', 'formula'],
] as const)('%s is not asked', (text, before, code) => {
  expect(questionSetUnmet(typed(before + text)).map((unmet) => unmet.code)).toContain(code);
});
