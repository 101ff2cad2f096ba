import { answerPlaces, type DocNode, plainText } from '../text/document-json';
import { understandStarter } from './starter-places';

const line = (text: string): DocNode => ({
  type: 'paragraph',
  ...(text === '' ? {} : { content: [{ type: 'text', text }] }),
});
const told = (...lines: string[]) => understandStarter({ type: 'doc', content: lines.map(line) });
const asked = (...lines: string[]) => told(...lines).signs.map(({ sign, text }) => [sign, text]);

describe('a starter without marked places', () => {
  test('numbered lines are questions, and lose their number', () => {
    expect(asked('1. Name a cloud.', '2) Draw it', '(3) Say why', 'b) Or not', 'Question 5: When was it?')).toEqual([
      ['number', 'Name a cloud.'],
      ['number', 'Draw it'],
      ['number', 'Say why'],
      ['number', 'Or not'],
      ['number', 'When was it?'],
    ]);
  });

  test('a line that ends in a question mark is one, in any script', () => {
    expect(asked('Where is it?', '「どこですか？」', 'أين هو؟', 'Πού είναι;', 'Red; green;', 'Well? I see.')).toEqual([
      ['question-mark', 'Where is it?'],
      ['question-mark', '「どこですか？」'],
      ['question-mark', 'أين هو؟'],
      ['question-mark', 'Πού είναι;'],
    ]);
  });

  test('a blank to fill is a question', () => {
    expect(
      asked('Rain falls from a ______ cloud.', 'My name: .........', 'Tick [   ]', 'He waited ... and left.'),
    ).toEqual([
      ['blank', 'Rain falls from a ______ cloud.'],
      ['blank', 'My name: .........'],
      ['blank', 'Tick [ ]'],
    ]);
  });

  test('a year, a time and a price are no numbers of questions', () => {
    expect(
      asked('1987 was cold.', '3.5 litres fell.', '10:30 the bell rings.', 'A. Ahmed wrote this', 'Read on.'),
    ).toEqual([['number', 'Ahmed wrote this']]);
  });

  test('items of a numbered list are questions; empty lines below one become its place', () => {
    const item = (text: string): DocNode => ({ type: 'listItem', content: [line(text)] });
    const { doc, signs } = understandStarter({
      type: 'doc',
      content: [
        line('Read first.'),
        { type: 'orderedList', content: [item('One'), item('Two')] },
        line(''),
        line('Why?'),
        line(''),
        line(''),
        line('Thank you.'),
      ],
    });
    expect(signs.map(({ id }) => id)).toEqual(['u1', 'u2', 'u3']);
    expect(doc.content?.map(({ type }) => type)).toEqual([
      'paragraph',
      'question',
      'answer',
      'question',
      'answer',
      'question',
      'answer',
      'paragraph',
    ]);
    expect(answerPlaces(doc).map(({ number, question, text }) => [number, question, text])).toEqual([
      [1, 'One', ''],
      [2, 'Two', ''],
      [3, 'Why?', ''],
    ]);
    expect(plainText(doc)).toBe('Read first.\nThank you.');
  });

  test('a starter that marks its places, or asks nothing, stays as it is', () => {
    const marked: DocNode = {
      type: 'doc',
      content: [
        { type: 'question', attrs: { number: 1, text: 'Why?' } },
        { type: 'answer', attrs: { id: 'q1' } },
        line('2. What?'),
      ],
    };
    expect(understandStarter(marked)).toEqual({ doc: marked, signs: [] });
    expect(told('Dear diary,', 'today I saw').signs).toEqual([]);
  });
});
