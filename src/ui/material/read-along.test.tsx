/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor } from '@testing-library/react';
import { useRef } from 'react';
import { writeVtt } from '@/core/formats/webvtt';
import { Screens } from '@/testing/screen';
import { ReadAlong } from './read-along';

const CUES = [
  { from: 0, to: 2.5, words: 'Dear Captain.' },
  { from: 2.5, to: 65, words: 'The gulls <sit> down.' },
  { from: 70, to: 80, words: 'مع التحية' },
];
let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());
beforeEach(() => {
  screens.instead = ({ url }) =>
    url.endsWith('/said') ? new Response(writeVtt(CUES)) : new Response('{"ok":false}', { status: 404 });
});

function Heard({ captions }: { readonly captions: string }) {
  const media = useRef<HTMLAudioElement>(null);
  return (
    <>
      {/* biome-ignore lint/a11y/useMediaCaption: its words stand beside it */}
      <audio ref={media} />
      <ReadAlong media={media} captions={captions} lang="en" />
    </>
  );
}
const open = (captions = '/api/said') => screens.draw(() => <Heard captions={captions} />, 'all');
type Page = Awaited<ReturnType<typeof open>>;

/** The sound is at a place, and played from there. */
function at(page: Page, seconds: number) {
  const audio = page.container.querySelector('audio') as HTMLAudioElement;
  Object.defineProperty(audio, 'currentTime', { value: seconds, writable: true, configurable: true });
  audio.dispatchEvent(new Event('timeupdate'));
}
const present = (page: Page) =>
  page.getAllByRole('listitem').flatMap((line) => (line.getAttribute('aria-current') ? [line.textContent] : []));

test('every line says from when on it is said, and the one that is said stands out', async () => {
  const page = await open();
  const lines = await page.findAllByRole('listitem');
  expect(lines.map(({ textContent }) => textContent)).toEqual([
    '0:00 Dear Captain.',
    '0:02 The gulls <sit> down.',
    '1:10 مع التحية',
  ]);
  expect(present(page)).toEqual([]);
  for (const [seconds, line] of [
    [1, ['0:00 Dear Captain.']],
    [2.5, ['0:02 The gulls <sit> down.']],
    // Nothing is said between the lines.
    [66, []],
    [70, ['1:10 مع التحية']],
  ] as const) {
    // It says four times a second where it is.
    await waitFor(() => {
      at(page, seconds);
      expect(present(page)).toEqual(line);
    });
  }
  expect(await screens.found()).toEqual([]);
  page.leave();
});

test('a line that is pressed is heard from its beginning', async () => {
  const page = await open();
  const audio = page.container.querySelector('audio') as HTMLAudioElement;
  let played = 0;
  Object.assign(audio, {
    play: async () => {
      played += 1;
    },
  });
  at(page, 0);
  await page.hand.click(await page.findByRole('button', { name: /gulls/ }));
  expect([audio.currentTime, played]).toEqual([2.5, 1]);
  page.leave();
});

test('where there are no words, or they cannot be had, there is no list', async () => {
  const page = await open('/api/nothing');
  await new Promise((resolve) => setTimeout(resolve, 100));
  expect(page.queryByRole('list')).toBeNull();
  screens.instead = () => {
    throw new TypeError('away');
  };
  await page.again();
  await new Promise((resolve) => setTimeout(resolve, 100));
  expect(page.queryByRole('list')).toBeNull();
  page.leave();
});
