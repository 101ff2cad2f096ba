import type { DeskView } from '@/server/reading/desk/desk';
import { documentsAlong } from './documents-along';

const copy = { id: 'copy', title: 'Answers', kind: 'text' };
const piece = (id: string, more: object) => ({ id, name: id, removedAt: null, document: null, ...more });

test('what goes along is the copies of the steps, then documents from the Shelf that were not taken off', () => {
  const view = {
    steps: [
      { kind: 'read', given: { material: null } },
      { kind: 'write', given: { document: copy } },
      { kind: 'write', given: { document: null } },
    ],
    pieces: [
      piece('own', { document: { id: 'own', kind: 'text' } }),
      piece('off', { document: { id: 'off', kind: 'text' }, removedAt: 5 }),
      piece('map', {}),
    ],
  } as unknown as DeskView;
  expect(documentsAlong(view)).toEqual({
    ids: ['copy', 'own'],
    kinds: new Map([
      ['copy', 'text'],
      ['own', 'text'],
    ]),
    pieces: 3,
  });
});
