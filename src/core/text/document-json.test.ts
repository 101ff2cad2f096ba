import fc from 'fast-check';
import { answerPlaces, type DocNode, plainText } from './document-json';

const text = (value: string): DocNode => ({ type: 'text', text: value });
const paragraph = (...content: DocNode[]): DocNode => ({
  type: 'paragraph',
  ...(content.length > 0 ? { content } : {}),
});
const doc = (...content: DocNode[]): DocNode => ({ type: 'doc', content });

describe('plain text', () => {
  test('is a line a block, whatever the blocks are in', () => {
    const item = (value: string): DocNode => ({ type: 'listItem', content: [paragraph(text(value))] });
    const whole = doc(
      { type: 'heading', attrs: { level: 2 }, content: [text('Head')] },
      paragraph(text('One '), { type: 'text', text: 'bold', marks: [{ type: 'bold' }] }),
      { type: 'bulletList', content: [item('first'), item('second')] },
      { type: 'blockquote', content: [paragraph(text('said'))] },
    );
    expect(plainText(whole)).toBe('Head\nOne bold\nfirst\nsecond\nsaid');
  });

  test('keeps a break inside a paragraph, and drops empty blocks', () => {
    expect(
      plainText(doc(paragraph(text('a'), { type: 'hardBreak' }, text('b')), paragraph(), paragraph(text('c')))),
    ).toBe('a\nb\nc');
  });

  test('leaves out what a question asks: it was not typed', () => {
    expect(plainText(doc({ type: 'question', attrs: { text: 'Why?' } }, paragraph(text('Because.'))))).toBe('Because.');
  });

  test('of paragraphs is their texts, one a line', () => {
    const typed = fc
      .string({ minLength: 1, maxLength: 20 })
      .filter((value) => value.trim() === value && !/[\n\r]/.test(value));
    fc.assert(
      fc.property(fc.array(typed, { maxLength: 12 }), (lines) => {
        expect(plainText(doc(...lines.map((line) => paragraph(text(line)))))).toBe(lines.join('\n').trim());
      }),
    );
  });
});

describe('answer places', () => {
  const answer = (id: unknown, ...lines: string[]): DocNode => ({
    type: 'answer',
    attrs: { id: id as string },
    content: lines.map((line) => paragraph(text(line))),
  });
  const question = (number: number, words: string): DocNode => ({ type: 'question', attrs: { number, text: words } });

  test('each has its question, its number and its lines', () => {
    const found = answerPlaces(
      doc(question(1, 'Why?'), answer('q1', 'Because.', 'And so.'), question(2, 'How?'), answer('q2')),
    );
    expect(found).toEqual([
      { id: 'q1', number: 1, question: 'Why?', text: 'Because.\nAnd so.', prose: 'Because.\nAnd so.', filled: true },
      { id: 'q2', number: 2, question: 'How?', text: '', prose: '', filled: false },
    ]);
  });

  test('two places after one question share its number', () => {
    expect(answerPlaces(doc(question(3, 'Two signs'), answer('a'), answer('b'))).map(({ number }) => number)).toEqual([
      3, 3,
    ]);
  });

  test('a place without an id, or with one that was there already, does not count', () => {
    const found = answerPlaces(
      doc(answer(null, 'x'), answer('q1', 'first'), answer('q1', 'pasted again'), answer(7, 'y')),
    );
    expect(found.map((place) => place.text)).toEqual(['first']);
  });

  test('places inside other blocks are found, in order', () => {
    const nested = doc(
      { type: 'blockquote', content: [question(1, 'In'), answer('inner', 'x')] },
      answer('outer', 'y'),
    );
    expect(answerPlaces(nested).map(({ id }) => id)).toEqual(['inner', 'outer']);
  });

  test('what stands in the places is all that is typed where there is nothing beside them', () => {
    fc.assert(
      fc.property(fc.array(fc.stringMatching(/^[a-z]{1,8}$/), { minLength: 1, maxLength: 8 }), (answers) => {
        const whole = doc(...answers.flatMap((words, i) => [question(i + 1, 'Q'), answer(`q${i}`, words)]));
        expect(
          answerPlaces(whole)
            .map((place) => place.text)
            .join('\n'),
        ).toBe(plainText(whole));
      }),
    );
  });
});
