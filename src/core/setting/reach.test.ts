import fc from 'fast-check';
import * as Y from 'yjs';
import { assemble, documentJson, firstUpdate, TEXT_FIELD } from '../documents/text-document';
import { answerPlaces, questions } from '../text/document-json';
import type { Doc, DocNode } from '../text/nodes';
import { reachCopy } from './reach';

const starter = (...asked: (readonly [id: string, question: string])[]): Doc => ({
  type: 'doc',
  content: [
    { type: 'paragraph', content: [{ type: 'text', text: 'Read first.' }] },
    ...asked.flatMap(([id, text], i): DocNode[] => [
      { type: 'question', attrs: { number: i + 1, text } },
      { type: 'answer', attrs: { id }, content: [{ type: 'paragraph' }] },
    ]),
  ],
});
const copyOf = (doc: Doc) => assemble([firstUpdate(doc)]);

/** Somebody answers at a place. */
function answer(ydoc: Y.Doc, id: string, text: string): void {
  const place = ydoc
    .getXmlFragment(TEXT_FIELD)
    .toArray()
    .find((node) => node instanceof Y.XmlElement && node.getAttribute('id') === id) as Y.XmlElement;
  (place.get(0) as Y.XmlElement).insert(0, [new Y.XmlText(text)]);
}
const answers = (ydoc: Y.Doc) =>
  answerPlaces(documentJson(ydoc)).map(({ id, number, question, text }) => [id, number, question, text]);

test('a new question comes in behind the one that stands before it, other words reach who has not answered, and what is gone stays', () => {
  const ydoc = copyOf(starter(['a', 'Why?'], ['b', 'How?'], ['gone', 'When?']));
  answer(ydoc, 'a', 'Because.');
  expect(reachCopy(ydoc, starter(['a', 'Why at all?'], ['new', 'Who?'], ['b', 'How, then?'], ['last', 'Where?']))).toBe(
    true,
  );
  expect(answers(ydoc)).toEqual([
    ['a', 1, 'Why?', 'Because.'],
    ['new', 2, 'Who?', ''],
    ['b', 3, 'How, then?', ''],
    ['last', 4, 'Where?', ''],
    ['gone', 3, 'When?', ''],
  ]);
  // Said once more it changes nothing.
  expect(reachCopy(ydoc, starter(['a', 'Why at all?'], ['new', 'Who?'], ['b', 'How, then?'], ['last', 'Where?']))).toBe(
    false,
  );
});

test('a copy in which everything is as it is set is left alone, and so is one that is written freely', () => {
  const same = starter(['a', 'Why?']);
  expect(reachCopy(copyOf(same), same)).toBe(false);
  const free = copyOf({ type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'My own.' }] }] });
  expect(reachCopy(free, { type: 'doc', content: [{ type: 'paragraph' }] })).toBe(false);
});

test('whatever is set later, every question is there once, and nothing that was written is lost', () => {
  const ids = fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f'), { maxLength: 6 });
  fc.assert(
    fc.property(ids, ids, ids, (first, second, third) => {
      const ydoc = copyOf(starter(...first.map((id) => [id, `${id}?`] as const)));
      for (const id of first) answer(ydoc, id, `answer ${id}`);
      for (const set of [second, third, third]) reachCopy(ydoc, starter(...set.map((id) => [id, `${id}!`] as const)));
      const there = answerPlaces(documentJson(ydoc));
      expect(there.map(({ id }) => id).toSorted()).toEqual([...new Set([...first, ...second, ...third])].toSorted());
      for (const id of first) expect(there.find((place) => place.id === id)?.text).toBe(`answer ${id}`);
      expect(questions(documentJson(ydoc))).toHaveLength(there.length);
    }),
  );
});

test('what its student types meanwhile, and what came in, are both there when they meet', () => {
  const first = firstUpdate(starter(['a', 'Why?']));
  const [server, device] = [assemble([first]), assemble([first])];
  reachCopy(server, starter(['a', 'Why?'], ['b', 'How?']));
  answer(device, 'a', 'Typed on the train.');
  Y.applyUpdate(device, Y.encodeStateAsUpdate(server));
  expect(answers(device)).toEqual([
    ['a', 1, 'Why?', 'Typed on the train.'],
    ['b', 2, 'How?', ''],
  ]);
});
