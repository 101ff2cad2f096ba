import * as Y from 'yjs';
import { hasMoreThan } from './more-than';

test('what was typed since is more, what was only deleted or came from there is not', () => {
  const [here, there] = [new Y.Doc(), new Y.Doc()];
  expect(hasMoreThan(here, Y.encodeStateVector(there))).toBe(false);
  here.getText('x').insert(0, 'typed');
  expect(hasMoreThan(here, Y.encodeStateVector(there))).toBe(true);
  expect(hasMoreThan(there, Y.encodeStateVector(here))).toBe(false);
  Y.applyUpdate(there, Y.encodeStateAsUpdate(here));
  here.getText('x').delete(0, 2);
  expect(hasMoreThan(here, Y.encodeStateVector(there))).toBe(false);
  there.getText('x').insert(5, ' on');
  expect([hasMoreThan(here, Y.encodeStateVector(there)), hasMoreThan(there, Y.encodeStateVector(here))]).toEqual([
    false,
    true,
  ]);
});
