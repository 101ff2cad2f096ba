import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import type { DocNode } from '../text/document-json';
import { blocksOf } from './blocks';
import { type Comparison, compare } from './compare';
import { compareWords, likeness, type Part, wayBetween } from './words';

const text = (words: string): DocNode => ({ type: 'paragraph', content: [{ type: 'text', text: words }] });
const doc = (...content: DocNode[]): DocNode => ({ type: 'doc', content });
const question = (number: number, words: string): DocNode => ({ type: 'question', attrs: { number, text: words } });
const answer = (id: string, ...content: DocNode[]): DocNode => ({ type: 'answer', attrs: { id }, content });
const row = (...cells: string[]): DocNode => ({
  type: 'tableRow',
  content: cells.map((cell) => ({ type: 'tableCell', content: [text(cell)] })),
});

/** Two documents compared by their runs. */
const compared = (before: DocNode, after: DocNode) => compare(blocksOf(before), blocksOf(after), 'en');

const side = (parts: readonly Part[], how: 'added' | 'removed') =>
  parts.map((part) => (part.how === 'same' || part.how === how ? part.text : '')).join('');
/** The blocks of one side as the comparison gives them back. */
function rebuilt({ blocks }: Comparison, which: 'before' | 'after'): string[] {
  return blocks
    .filter((block) => block[which] !== null)
    .sort((a, b) => (a[which] ?? 0) - (b[which] ?? 0))
    .map(({ parts }) => side(parts, which === 'before' ? 'removed' : 'added'));
}

const paragraph = fc
  .array(fc.constantFrom('kite', 'wind', 'the', 'rope', 'a', 'falls', 'rises', 'sea', 'طائرة', '凧'), { maxLength: 9 })
  .map((words) => text(words.join(' ')));
const document = fc
  .tuple(fc.array(paragraph, { maxLength: 6 }), fc.array(fc.array(paragraph, { maxLength: 3 }), { maxLength: 3 }))
  .map(([free, answers]) =>
    doc(...free, ...answers.flatMap((content, i) => [question(i + 1, `Why ${i}?`), answer(`q${i}`, ...content)])),
  );

describe('words', () => {
  // Myers, An O(ND) Difference Algorithm (Algorithmica 1, 1986), figure 2: ABCABBA and CBABAC have 4 in common,
  // and the shortest script has 5 steps.
  test('Myers’ example: what is common is 4 long, and 5 steps lead across', () => {
    const way = wayBetween([...'ABCABBA'], [...'CBABAC']);
    const length = (how: Part['how']) => way.reduce((sum, part) => sum + (part.how === how ? part.text.length : 0), 0);
    expect(length('same')).toBe(4);
    expect(length('added') + length('removed')).toBe(5);
  });

  test('both sides can be had back from what changed between them', () => {
    const words = fc.array(fc.constantFrom('kite', ' ', 'sea', ', ', '.', 'wind', 'ريح', 'é'), { maxLength: 30 });
    fc.assert(
      fc.property(words, words, (a, b) => {
        const parts = compareWords(a.join(''), b.join(''), 'en');
        expect(side(parts, 'removed')).toBe(a.join(''));
        expect(side(parts, 'added')).toBe(b.join(''));
      }),
    );
  });

  test('as long a common part as the program diff finds', () => {
    const folder = mkdtempSync(join(tmpdir(), 'kite-diff-'));
    try {
      const random = fc.sample(fc.array(fc.constantFrom('a', 'b', 'c', 'd', 'e'), { minLength: 20, maxLength: 60 }), {
        numRuns: 24,
        seed: 11,
      });
      for (let i = 0; i < random.length; i += 2) {
        const [a, b] = [random[i] as string[], random[i + 1] as string[]];
        writeFileSync(join(folder, 'a'), `${a.join('\n')}\n`);
        writeFileSync(join(folder, 'b'), `${b.join('\n')}\n`);
        // Ends with 1 where files differ.
        const { stdout, status } = spawnSync(
          'diff',
          ['--minimal', '--unchanged-line-format=%L', '--old-line-format=', '--new-line-format=', 'a', 'b'],
          { cwd: folder, encoding: 'utf8' },
        );
        expect(status).toBeLessThan(2);
        expect(wayBetween(a, b).reduce((sum, part) => sum + (part.how === 'same' ? part.text.length : 0), 0)).toBe(
          stdout.split('\n').filter(Boolean).length,
        );
      }
    } finally {
      rmSync(folder, { recursive: true });
    }
  });

  test('changes that only a space keeps apart are one', () => {
    expect(compareWords('the red kite flies', 'the blue boat flies', 'en')).toEqual([
      { how: 'same', text: 'the ' },
      { how: 'removed', text: 'red kite' },
      { how: 'added', text: 'blue boat' },
      { how: 'same', text: ' flies' },
    ]);
  });

  test.each([
    [['a', 'b'], ['b', 'a'], 1],
    [['a', 'a', 'b', 'c'], ['a', 'd'], 1 / 3],
    [[], [], 1],
    [['a'], [], 0],
  ])('%j is like %j by %f', (a, b, like) => {
    expect(likeness(a, b)).toBeCloseTo(like);
  });
});

describe('blocks', () => {
  test('each knows its kind, its question and its place', () => {
    const found = blocksOf(
      doc(
        { type: 'heading', attrs: { level: 1 }, content: [{ type: 'text', text: 'Log' }] },
        question(3, 'Why?'),
        answer('q3', text('Because.'), { type: 'image', attrs: { src: '/p/1', alt: 'a reef' } }, text('')),
        { type: 'table', content: [row('salt', '35')] },
        { type: 'bulletList', content: [{ type: 'listItem', content: [text('one')] }] },
      ),
    );
    expect(found.map(({ kind, place, number, text: words }) => [kind, place, number, words])).toEqual([
      ['heading', null, null, 'Log'],
      ['question', null, 3, 'Why?'],
      ['paragraph', 'q3', 3, 'Because.'],
      ['picture', 'q3', 3, 'a reef'],
      ['cell', null, null, 'salt'],
      ['cell', null, null, '35'],
      ['item', null, null, 'one'],
    ]);
  });
});

describe('comparing', () => {
  test('both documents can be had back, block for block', () => {
    fc.assert(
      fc.property(document, document, (before, after) => {
        const found = compared(before, after);
        expect(rebuilt(found, 'before')).toEqual(blocksOf(before).map((block) => block.text));
        expect(rebuilt(found, 'after')).toEqual(blocksOf(after).map((block) => block.text));
      }),
    );
  });

  test('a document has no differences from itself', () => {
    fc.assert(
      fc.property(document, (same) => {
        const found = compared(same, same);
        expect(found.blocks.every(({ how }) => how === 'same')).toBe(true);
        expect(found).toMatchObject({ places: [], added: 0, removed: 0, moved: 0 });
      }),
    );
  });

  test('an answer that was written anew is said by its number, with what came and went', () => {
    const before = doc(
      question(1, 'A?'),
      answer('a', text('Same here.')),
      question(2, 'B?'),
      answer('b', text('Wind.')),
    );
    const after = doc(
      question(1, 'A?'),
      answer('a', text('Same here.')),
      question(2, 'B?'),
      answer('b', text('The sea breeze turns after sunset.')),
    );
    expect(compared(before, after).places).toEqual([{ place: 'b', number: 2, how: 'rewritten', added: 6, removed: 1 }]);
  });

  test('an answer is compared with itself, though the same words stand in another', () => {
    const before = doc(answer('a', text('tides come twice a day')), answer('b', text('no idea at all yet')));
    const after = doc(answer('a', text('no idea at all yet')), answer('b', text('tides come twice a day')));
    const found = compared(before, after);
    expect(found.moved).toBe(2);
    expect(found.places).toEqual([]);
  });

  test('what a teacher asks is never compared word by word, and nobody moved it', () => {
    const before = doc(question(1, 'Where does the wind come from?'), answer('a', text('North.')));
    const after = doc(answer('a', text('North.')), question(1, 'Where does the cold wind come from?'));
    const asked = compared(before, after).blocks.filter(({ kind }) => kind === 'question');
    expect(asked.length).toBeGreaterThan(0);
    for (const block of asked) {
      expect(block.parts.length).toBeLessThan(2);
      expect(['moved', 'moved-away']).not.toContain(block.how);
    }
  });

  test('a paragraph that stands elsewhere has moved, and is neither new nor gone', () => {
    const [a, b, c] = [
      text('The first thing is rope.'),
      text('Then comes the sail cloth.'),
      text('Last of all a tail.'),
    ];
    const found = compared(doc(a, b, c), doc(c, a, b));
    expect(found.blocks.map(({ how, parts }) => [how, parts[0]?.text])).toEqual([
      ['moved', 'Last of all a tail.'],
      ['same', 'The first thing is rope.'],
      ['same', 'Then comes the sail cloth.'],
      ['moved-away', 'Last of all a tail.'],
    ]);
    expect(found).toMatchObject({ moved: 1, added: 0, removed: 0 });
  });

  test('in a table the cell that changed is told', () => {
    const before = doc({ type: 'table', content: [row('salt', '35'), row('sand', '12')] });
    const after = doc({ type: 'table', content: [row('salt', '36'), row('sand', '12')] });
    const changed = compared(before, after).blocks.filter(({ how }) => how !== 'same');
    expect(changed).toMatchObject([
      {
        kind: 'cell',
        parts: [
          { how: 'removed', text: '35' },
          { how: 'added', text: '36' },
        ],
      },
    ]);
  });

  test.each([
    ['begun', '', 'Now there is something.'],
    ['emptied', 'There was something.', ''],
  ])('an answer that was %s', (how, was, is) => {
    expect(compared(doc(answer('a', text(was))), doc(answer('a', text(is)))).places).toMatchObject([{ how }]);
  });
});
