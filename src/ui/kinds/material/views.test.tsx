/** @jest-environment ./scripts/window-environment.mjs */
import type { MaterialContent } from '@/server/kinds/material';
import { Screens } from '@/testing/screen';
import { ContentShown } from './views';

const file = { address: '/api/materials/book/file', name: 'two-moths.epub', type: 'application/epub+zip', size: 300 };
const nothing = { spot: 0, moved: () => {}, seenAll: () => {} };

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());

type Why = Extract<MaterialContent, { readonly kind: 'broken' }>['why'];

test.each<readonly [Why, string, 'has' | 'has not']>([
  ['gone', 'This file is no longer there.', 'has not'],
  ['not-a-book', 'This is not a book that can be read here.', 'has'],
  ['not-a-sheet', 'This sheet cannot be read.', 'has'],
  ['too-intricate', 'This file is too intricate to be shown here.', 'has'],
])('what cannot be shown (%s) says so, and offers what there is of it', async (why, words, has) => {
  const content = { kind: 'broken', why, file: has === 'has' ? file : null } as const;
  const page = await screens.draw(
    () => <ContentShown id="book" content={content} lang="en" following={nothing} />,
    '(frame)/classes/[class]/materials/[material]',
  );
  expect(page.getByRole('status').textContent).toContain(words);
  const link = page.queryByRole('link');
  expect(link?.getAttribute('href') ?? null).toBe(has === 'has' ? '/api/materials/book/file?download' : null);
  expect(await screens.found()).toEqual([]);
  page.leave();
});
