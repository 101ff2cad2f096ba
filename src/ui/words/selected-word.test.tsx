/** @jest-environment ./scripts/window-environment.mjs */
import { act, waitFor } from '@testing-library/react';
import { Screens } from '@/testing/screen';
import { SelectedWord } from './selected-word';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
  await screens.signIn('s-imke');
  // A window without a layout: everything is where it begins.
  Range.prototype.getBoundingClientRect = () => new DOMRect(10, 10, 40, 20);
});
afterAll(() => screens.end());

const TEXT = 'The mice went up the ladder.';
const open = () =>
  screens.draw(
    () => (
      <div>
        <p data-words id="read">
          {TEXT}
        </p>
        <p id="elsewhere">{TEXT}</p>
        <p data-words id="typed" contentEditable="true" suppressContentEditableWarning>
          {TEXT}
        </p>
        <SelectedWord />
      </div>
    ),
    '(frame)/desk/[assignment]',
  );

function select(id: string, word: string): void {
  const node = document.getElementById(id)?.firstChild;
  if (!node) throw new Error(id);
  const from = TEXT.indexOf(word);
  document.getSelection()?.setBaseAndExtent(node, from, node, from + word.length);
  act(() => void document.dispatchEvent(new Event('selectionchange')));
}

test('a word that is selected in what is read has its meaning, irregular forms too, and none of the one before', async () => {
  const page = await open();
  select('read', 'went');
  await page.hand.click(await page.findByRole('button', { name: 'What “went” means' }));
  const panel = await page.findByRole('dialog', { name: 'What “went” means' });
  await waitFor(() => expect(panel.textContent).toContain('change location'));
  expect(panel.textContent).toMatch(/go verb/);
  expect(await screens.found()).toEqual([]);
  select('read', 'mice');
  await page.findByRole('dialog', { name: 'What “mice” means' });
  expect(page.getByRole('dialog').textContent).not.toContain('change location');
  await waitFor(() => expect(page.getByRole('dialog').textContent).toContain('mouse noun'));
  await page.hand.keyboard('{Escape}');
  await waitFor(() => expect(page.queryByRole('dialog')).toBeNull());
});

test('by key: Enter opens it, and the focus is in it', async () => {
  const page = await open();
  (document.activeElement as HTMLElement | null)?.blur();
  select('read', 'ladder');
  await page.findByText('Enter says what “ladder” means.');
  await page.hand.keyboard('{Enter}');
  const panel = await page.findByRole('dialog', { name: 'What “ladder” means' });
  await waitFor(() => expect(document.activeElement).toBe(panel));
});

test('when what is read is moved, the offer goes, and stands beside the word again; what is open stays', async () => {
  const page = await open();
  select('read', 'ladder');
  await page.findByRole('button', { name: 'What “ladder” means' });
  act(() => void window.dispatchEvent(new Event('scroll')));
  expect(page.queryByRole('button', { name: /^What “/ })).toBeNull();
  await page.hand.click(await page.findByRole('button', { name: 'What “ladder” means' }));
  await page.findByRole('dialog', { name: 'What “ladder” means' });
  act(() => void window.dispatchEvent(new Event('scroll')));
  expect(page.getByRole('dialog', { name: 'What “ladder” means' })).toBeTruthy();
});

test('nothing is offered for what is typed in, for other places, for a sentence, or once nothing is selected', async () => {
  const page = await open();
  select('read', 'ladder');
  await page.findByRole('button', { name: 'What “ladder” means' });
  for (const [id, words] of [
    ['typed', 'ladder'],
    ['elsewhere', 'ladder'],
    ['read', TEXT],
    ['read', ''],
  ] as const) {
    select('read', 'ladder');
    await page.findByRole('button', { name: 'What “ladder” means' });
    select(id, words);
    await waitFor(() => expect(page.queryByRole('button', { name: /^What “/ })).toBeNull());
  }
});
