/** @jest-environment jsdom */
import { getSchema } from '@tiptap/core';
import { Node } from '@tiptap/pm/model';
import { runsOf } from '@/core/kinds/document';
import { anchorText } from '@/core/remarks/anchor';
import type { Doc, DocNode } from '@/core/text/nodes';
import { Pictures } from '@/ui/desk/pictures';
import { TEXT_NODES } from '@/ui/desk/text-nodes';
import { textOf } from './remark-marks';

const schema = getSchema([...TEXT_NODES, Pictures]);
const words = (text: string, ...marks: readonly 'bold'[]): DocNode => ({
  type: 'text',
  text,
  ...(marks.length > 0 ? { marks: marks.map((type) => ({ type })) } : {}),
});
const line = (...content: readonly DocNode[]): DocNode => ({ type: 'paragraph', content });
const item = (...content: readonly DocNode[]): DocNode => ({ type: 'listItem', content });
const cell = (type: 'tableHeader' | 'tableCell', text: string): DocNode => ({ type, content: [line(words(text))] });

/** A text with every kind of node that can be written here, letters of four bytes and empty lines. */
const EVERYTHING: Doc = {
  type: 'doc',
  content: [
    { type: 'heading', attrs: { level: 2 }, content: [words('The '), words('wind', 'bold'), words(' 🪁')] },
    { type: 'question', attrs: { number: 1, text: 'Where does it blow from?' } },
    {
      type: 'answer',
      attrs: { id: 'a1' },
      content: [
        line(words('From the north.'), { type: 'hardBreak' }, words('Or 𝑥 = '), {
          type: 'formula',
          attrs: { tex: 'x^2' },
        }),
        line(),
        { type: 'image', attrs: { src: '/api/text-pictures/a', alt: 'A vane' } },
        {
          type: 'bulletList',
          content: [
            item(line(words('one')), { type: 'orderedList', content: [item(line(words('inner')))] }),
            item(line(words('two'))),
          ],
        },
        { type: 'blockquote', content: [line(words('said so'))] },
      ],
    },
    {
      type: 'table',
      content: [
        { type: 'tableRow', content: [cell('tableHeader', 'Day'), cell('tableHeader', 'Wind')] },
        { type: 'tableRow', content: [cell('tableCell', 'Monday'), cell('tableCell', 'رياح')] },
      ],
    },
    { type: 'image', attrs: { src: '/api/text-pictures/b', alt: '' } },
    line(words('   ')),
    line(words('The end.')),
  ],
};

test('the editor counts a text as the remarks on it do, whatever it is made of', () => {
  const open = Node.fromJSON(schema, EVERYTHING);
  open.check();
  expect(textOf(open).text).toBe(anchorText(runsOf({ kind: 'text', content: EVERYTHING })));
});

/** What a node that stands for words says, by itself. */
const saidBy = ({ type, text, attrs }: Node): string =>
  text ?? { hardBreak: '\n', formula: attrs.tex, image: attrs.alt || attrs.src, question: attrs.text }[type.name];

test('each stretch of it stands in the editor where it is found again', () => {
  const open = Node.fromJSON(schema, EVERYTHING);
  const { text, stretches } = textOf(open);
  expect(stretches.length).toBeGreaterThan(14);
  for (const stretch of stretches) {
    expect(text.slice(stretch.start, stretch.start + stretch.text.length)).toBe(stretch.text);
    const there = open.nodeAt(stretch.at);
    expect(there && saidBy(there).slice(0, stretch.text.length)).toBe(stretch.text);
  }
});
