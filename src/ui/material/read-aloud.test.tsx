/** @jest-environment ./scripts/window-environment.mjs */
import { act } from '@testing-library/react';
import { useRef } from 'react';
import { Screens } from '@/testing/screen';
import { ReadAloud } from './read-aloud';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());
afterEach(() => {
  Reflect.deleteProperty(window, 'speechSynthesis');
});

function Heard() {
  const text = useRef<HTMLElement>(null);
  return <ReadAloud text={text} lang="en" />;
}
const NONE = 'This browser has no voice to read aloud with.';

/** What speaks in a browser, with the voices it knows so far. */
function speech(voices: { name: string; lang: string }[]) {
  const made = Object.assign(new window.EventTarget(), { getVoices: () => voices, cancel: () => {} });
  Object.defineProperty(window, 'speechSynthesis', { value: made, configurable: true });
  return made;
}

test('where a browser has nothing that speaks, that is said', async () => {
  const page = await screens.draw(() => <Heard />, 'all');
  expect(page.getByText(NONE)).toBeTruthy();
});

test('a voice that comes late has its place from the beginning, and none is not said to be there meanwhile', async () => {
  const voices: { name: string; lang: string }[] = [];
  const speaks = speech(voices);
  const page = await screens.draw(() => <Heard />, 'all');
  const place = page.container.querySelector('span');
  expect(place?.textContent).toBe('');
  voices.push({ name: 'Low', lang: 'en-GB' });
  act(() => void speaks.dispatchEvent(new window.Event('voiceschanged')));
  expect(page.getByRole('button', { name: 'Read aloud' }).closest('span')?.parentElement).toBe(place);
});

test('where no voice comes, that is said after a while', async () => {
  speech([]);
  const page = await screens.draw(() => <Heard />, 'all');
  expect(page.queryByText(NONE)).toBeNull();
  await page.findByText(NONE, undefined, { timeout: 10_000 });
});
