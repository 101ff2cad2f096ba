import { Schema } from '@tiptap/pm/model';
import { placesIn } from './find-in-text';

const schema = new Schema({
  nodes: {
    doc: { content: 'block+' },
    paragraph: { group: 'block', content: 'inline*' },
    quote: { group: 'block', content: 'block+' },
    question: { group: 'block', atom: true },
    text: { group: 'inline' },
    hardBreak: { group: 'inline', inline: true },
  },
  marks: { bold: {} },
});
const text = (words: string, bold = false) => schema.text(words, bold ? [schema.mark('bold')] : []);
const paragraph = (...content: ReturnType<typeof text>[]) => schema.node('paragraph', null, content);
const doc = schema.node('doc', null, [
  schema.node('question'),
  paragraph(text('The Light by the '), text('li', true), text('ght house')),
  schema.node('quote', null, [paragraph(text('lights, Lights'), schema.node('hardBreak'), text('LIGHT'))]),
  paragraph(),
]);

const found = (words: string) => placesIn(doc, words).map(({ from, to }) => doc.textBetween(from, to));

describe('words that are sought in a text', () => {
  test('are found whatever their capitals, across marks, and in blocks within blocks', () => {
    expect(found('light')).toEqual(['Light', 'light', 'light', 'Light', 'LIGHT']);
  });

  test('are not found across a line break or from one paragraph into the next', () => {
    expect(found('houselights')).toHaveLength(0);
    expect(found('lightslight')).toHaveLength(0);
  });

  test('do not overlap, and nothing is found for nothing', () => {
    const twice = schema.node('doc', null, [paragraph(text('aaaa'))]);
    expect(placesIn(twice, 'aa')).toEqual([
      { from: 1, to: 3 },
      { from: 3, to: 5 },
    ]);
    expect(found('')).toEqual([]);
  });
});
