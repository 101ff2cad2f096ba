/** @jest-environment ./scripts/window-environment.mjs */
import { act, cleanup, render, screen } from '@testing-library/react';
import { startTransition } from 'react';
import { useInPieces } from './in-pieces';

let say: (words: string) => void;

function Line() {
  const [words, sayThem] = useInPieces('saving');
  say = sayThem;
  return <p>{words}</p>;
}

const shown = (): string | null => screen.getByRole('paragraph').textContent;
const later = (ms: number) => act(() => new Promise((resolve) => setTimeout(resolve, ms)));

afterEach(cleanup);

test('what is said is drawn', async () => {
  render(<Line />);
  await act(async () => say('saved'));
  expect(shown()).toBe('saved');
});

test('a page that is fetched and does not come holds it up for a moment, and not for good', async () => {
  render(<Line />);
  let come = () => {};
  act(() => {
    startTransition(async () => {
      await new Promise<void>((resolve) => {
        come = resolve;
      });
    });
  });
  await act(async () => say('away'));
  expect(shown()).toBe('saving');
  // Whoever goes on typing does not put it off.
  for (let i = 0; i < 5; i += 1) {
    await later(250);
    await act(async () => say(`away ${i}`));
  }
  expect(shown()).toMatch(/^away/);
  await later(1100);
  expect(shown()).toBe('away 4');
  await act(async () => come());
  expect(shown()).toBe('away 4');
});
