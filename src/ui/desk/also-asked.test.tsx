/** @jest-environment ./scripts/window-environment.mjs */
import type { CheckedFile } from '@/core/asks/checked';
import { readyCheck } from '@/core/asks/ready-check';
import type { DeskView } from '@/server/reading/desk/desk';
import { Screens } from '@/testing/screen';
import { AlsoAsked } from './also-asked';

let screens: Screens;
let view: DeskView;
beforeAll(async () => {
  screens = await Screens.open();
  view = await screens.desk('s-wren', 'food-web');
});
afterAll(() => screens.end());

const checked = (...files: CheckedFile[]) =>
  readyCheck({ asks: view.asks, doc: { type: 'doc', content: [] }, starter: null, locale: 'en', files, names: [] });

test('the text says what else goes along, leads to where it is attached, and says so once it is there', async () => {
  let attached = 0;
  const attach = () => {
    attached += 1;
  };
  const page = await screens.draw(
    () => <AlsoAsked asks={view.asks} check={checked()} attach={attach} />,
    '(frame)/desk/[assignment]',
  );
  expect(page.getByRole('listitem').textContent).toBe('Besides this text: 1 to 2 files (picture or PDF). Attach it');
  await page.hand.click(page.getByRole('button', { name: 'Attach it' }));
  expect(attached).toBe(1);
  page.leave();
  const there = checked({ name: 'web.jpg', kind: 'picture', pages: null });
  const later = await screens.draw(
    () => <AlsoAsked asks={view.asks} check={there} attach={attach} />,
    '(frame)/desk/[assignment]',
  );
  expect(later.getByRole('listitem').textContent).toContain('✓ attached');
  expect(later.queryByRole('button')).toBeNull();
});

test('a sheet is no photograph, and work that asks for no file says nothing', async () => {
  const wrong = checked({ name: 'web.ods', kind: 'sheet', pages: null });
  const page = await screens.draw(
    () => <AlsoAsked asks={view.asks} check={wrong} attach={() => {}} />,
    '(frame)/desk/[assignment]',
  );
  expect(page.getByRole('button', { name: 'Attach it' })).toBeTruthy();
  page.leave();
  const none = await screens.draw(
    () => <AlsoAsked asks={[]} check={null} attach={() => {}} />,
    '(frame)/desk/[assignment]',
  );
  expect(none.queryByRole('list')).toBeNull();
});
