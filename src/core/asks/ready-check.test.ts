import type { DocNode } from '../text/document-json';
import type { Ask } from './ask';
import { readyCheck } from './ready-check';

const paragraph = (text: string): DocNode => ({
  type: 'paragraph',
  ...(text === '' ? {} : { content: [{ type: 'text', text }] }),
});

const starter = (...answers: string[]): DocNode => ({
  type: 'doc',
  content: ['Why a ladder?', 'Which cloud?', 'Your sky?'].flatMap((text, i) => [
    { type: 'question', attrs: { number: i + 1, text } },
    { type: 'answer', attrs: { id: `q${i + 1}` }, content: (answers[i] ?? '').split('\n').map(paragraph) },
  ]),
});

const asks: Ask[] = [
  { id: 'a', place: 'q1', bars: false, kind: 'sentences', min: 2, max: 3 },
  { id: 'b', place: 'q2', bars: true, kind: 'words', min: 4, max: 8 },
  { id: 'c', place: 'q3', bars: false, kind: 'answered' },
];

const found = (...answers: string[]) => readyCheck(asks, starter(...answers), starter(), 'en');

describe('the ready check', () => {
  test('an untouched starter is not ready to hand in', () => {
    expect(found()).toMatchObject({ untouched: true, ready: false, met: 0, words: 0 });
    expect(found().findings.map(({ problem }) => problem)).toEqual(['empty', 'empty', 'empty']);
  });

  test('white space alone leaves a starter untouched', () => {
    expect(found('  ', '\n')).toMatchObject({ untouched: true });
  });

  test('each question is looked at by itself, and told what is there and what was asked', () => {
    const check = found('It is easy to remember', 'The thin streaks right at the very top of it', 'Grey.');
    expect(check.findings).toMatchObject([
      { problem: 'too-few', found: 1, min: 2, max: 3, openEnd: true, number: 1, place: 'q1' },
      { problem: 'too-many', found: 10, min: 4, max: 8, number: 2 },
      { problem: 'none', result: 'met', number: 3 },
    ]);
    expect(check).toMatchObject({ met: 1, ready: false, untouched: false });
    expect(check.answers.map(({ answered }) => answered)).toEqual([true, true, true]);
  });

  test('only an ask that bars keeps the work from being handed in', () => {
    expect(found('One.', 'The thin streaks there', '')).toMatchObject({ met: 1, ready: true });
    expect(found('One. Two.', '', 'Grey.')).toMatchObject({ met: 2, ready: false });
  });

  test('a place that was removed from the document counts as empty', () => {
    const doc: DocNode = { type: 'doc', content: starter('One. Two.').content?.slice(0, 2) ?? [] };
    expect(readyCheck(asks, doc, starter(), 'en').findings[1]).toMatchObject({
      problem: 'empty',
      number: 2,
      place: 'q2',
    });
  });

  test('an empty document is not ready, starter or not', () => {
    expect(found('', '', '').ready).toBe(false);
    expect(readyCheck([], { type: 'doc', content: [paragraph('')] }, null, 'en').untouched).toBe(true);
  });

  test('without places, an ask is about the whole document', () => {
    const doc: DocNode = { type: 'doc', content: [paragraph('Two words here.'), paragraph('And more.')] };
    const whole: Ask[] = [{ id: 'w', place: null, bars: true, kind: 'words', min: 5, max: null }];
    expect(readyCheck(whole, doc, null, 'en')).toMatchObject({ ready: true, words: 5, findings: [{ found: 5 }] });
  });

  test('lists and several paragraphs in one answer are all read', () => {
    const item = (text: string): DocNode => ({ type: 'listItem', content: [paragraph(text)] });
    const doc: DocNode = {
      type: 'doc',
      content: [
        { type: 'question', attrs: { number: 1, text: 'Why?' } },
        {
          type: 'answer',
          attrs: { id: 'q1' },
          content: [paragraph('First.'), { type: 'bulletList', content: [item('Second.'), item('Third.')] }],
        },
      ],
    };
    expect(readyCheck([asks[0] as Ask], doc, null, 'en').findings[0]).toMatchObject({ found: 3, result: 'met' });
  });
});
