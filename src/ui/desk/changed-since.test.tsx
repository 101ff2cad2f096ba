/** @jest-environment ./scripts/window-environment.mjs */
import { act } from '@testing-library/react';
import * as Y from 'yjs';
import { firstUpdate, TEXT_FIELD } from '@/core/documents/text-document';
import { reachCopy } from '@/core/setting/reach';
import type { Doc, DocNode } from '@/core/text/nodes';
import { Screens } from '@/testing/screen';
import { ChangedSince } from './changed-since';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());

const asked = (...questions: readonly (readonly [id: string, text: string])[]): Doc => ({
  type: 'doc',
  content: questions.flatMap(([id, text], i): DocNode[] => [
    { type: 'question', attrs: { number: i + 1, text } },
    { type: 'answer', attrs: { id }, content: [{ type: 'paragraph' }] },
  ]),
});

test('a student reads beside their answer what is asked by now; what they had not answered has the new words itself', async () => {
  const ydoc = new Y.Doc();
  Y.applyUpdate(ydoc, firstUpdate(asked(['a', 'Why?'], ['b', 'How?'], ['c', 'When?'])));
  const [, answer] = ydoc.getXmlFragment(TEXT_FIELD).toArray() as Y.XmlElement[];
  const line = answer?.get(0);
  if (!(line instanceof Y.XmlElement)) throw new Error('there is no place to answer');
  line.insert(0, [new Y.XmlText('Because of the wind.')]);
  const starter = asked(['a', 'Why exactly?'], ['b', 'How exactly?']);
  reachCopy(ydoc, starter);
  const page = await screens.draw(() => <ChangedSince ydoc={ydoc} starter={starter} />, '(frame)/desk/[assignment]');
  await page.findByText(/asks question 1 in other words by now: “Why exactly\?”/);
  expect(page.getByText(/has taken question 3 away/)).toBeTruthy();
  expect(page.queryByText(/question 2/)).toBeNull();
  expect(await screens.found()).toEqual([]);
  // Once nothing is written there any more, the copy gets the new words, and there is nothing to say.
  await act(async () => {
    line.delete(0, 1);
    reachCopy(ydoc, starter);
    await new Promise((resolve) => setTimeout(resolve, 1700));
  });
  expect(page.queryByText(/question 1/)).toBeNull();
});
