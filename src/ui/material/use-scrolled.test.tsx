/** @jest-environment ./scripts/window-environment.mjs */
import { jest } from '@jest/globals';
import { render } from '@testing-library/react';
import { useRef } from 'react';
import { useScrolled } from './use-scrolled';

beforeAll(() => {
  Object.assign(globalThis, {
    IntersectionObserver: class {
      observe() {}
      disconnect() {}
    },
  });
});

/** A text of 1,000 px in a box of 200 that had been scrolled so far before it was awake. */
function Text({ scrolled, spot, moved }: { scrolled: number; spot: number; moved: (spot: number) => void }) {
  const box = useRef<HTMLElement | null>(null);
  const end = useScrolled(box, 1, { spot, moved, seenAll: () => {} });
  return (
    <section
      aria-label="text"
      ref={(element) => {
        box.current = element;
        if (!element) return;
        Object.defineProperties(element, { scrollHeight: { value: 1000 }, clientHeight: { value: 200 } });
        element.scrollTop = scrolled;
      }}
    >
      <div ref={end} />
    </section>
  );
}

test.each([
  ['begins where one left off', 0, 0.5, 400, []],
  ['stays where one has scrolled to before the page was awake, and says so', 200, 0.5, 200, [0.25]],
  ['begins at its beginning where nobody has been', 0, 0, 0, []],
])('a text %s', (_says, scrolled, spot, top, told) => {
  const moved = jest.fn<(spot: number) => void>();
  const { getByRole, unmount } = render(<Text scrolled={scrolled} spot={spot} moved={moved} />);
  expect(getByRole('region').scrollTop).toBe(top);
  expect(moved.mock.calls.map(([at]) => at)).toEqual(told);
  unmount();
});
