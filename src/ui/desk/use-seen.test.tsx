/** @jest-environment ./scripts/window-environment.mjs */
import { cleanup, render } from '@testing-library/react';
import { onPhone, useSeen } from './use-seen';

/** What can be seen of the window, as a browser tells it. */
class Seen {
  readonly #heard = document.createElement('i');
  addEventListener = this.#heard.addEventListener.bind(this.#heard);
  removeEventListener = this.#heard.removeEventListener.bind(this.#heard);
  height = 844;
  offsetTop = 0;
  scale = 1;
  becomes(part: Partial<Pick<Seen, 'height' | 'offsetTop' | 'scale'>>, event = 'resize'): void {
    Object.assign(this, part);
    this.#heard.dispatchEvent(new Event(event));
  }
}

let seen: Seen;
beforeEach(() => {
  seen = new Seen();
  Object.defineProperty(window, 'visualViewport', { value: seen, configurable: true });
});
afterEach(cleanup);

function Desk() {
  useSeen();
  return null;
}
const html = document.documentElement;
const told = () => [
  html.style.getPropertyValue('--seen'),
  html.style.getPropertyValue('--seen-from'),
  html.hasAttribute('data-short'),
];

test('the styles are told how much can be seen, and that a keyboard has come up', () => {
  render(<Desk />);
  seen.becomes({ height: 420 });
  expect(told()).toEqual(['420px', '0px', true]);
  // Some browsers push the page up instead of making it smaller.
  seen.becomes({ offsetTop: 180 }, 'scroll');
  expect(told()).toEqual(['420px', '180px', true]);
  seen.becomes({ height: 844, offsetTop: 0 });
  expect(told()).toEqual(['844px', '0px', false]);
});

test('whoever makes the page larger with two fingers has lost no height', () => {
  render(<Desk />);
  seen.becomes({ height: 840 });
  seen.becomes({ height: 400, scale: 2 });
  expect(told()).toEqual(['840px', '0px', false]);
});

test('a page that has come is not measured before one comes to something in it', () => {
  render(
    <>
      <Desk />
      <input />
    </>,
  );
  expect(told()).toEqual(['', '', false]);
  document.querySelector('input')?.focus();
  expect(told()).toEqual(['844px', '0px', false]);
});

test('who is at something already when the page comes has its keyboard', () => {
  seen.height = 420;
  const field = document.body.appendChild(document.createElement('input'));
  field.focus();
  render(<Desk />);
  expect(told()).toEqual(['420px', '0px', true]);
  field.remove();
});

test('nothing of it is left on the next screen', () => {
  const { unmount } = render(<Desk />);
  seen.becomes({ height: 420 });
  unmount();
  expect(told()).toEqual(['', '', false]);
  seen.becomes({ height: 300 });
  expect(told()).toEqual(['', '', false]);
});

test('a phone is told by the room there is', () => {
  const asked: string[] = [];
  const widths = [390, 1280];
  Object.defineProperty(window, 'matchMedia', {
    value: (query: string) => {
      asked.push(query);
      return { matches: (widths.shift() ?? 0) <= Number(/(\d+)px/.exec(query)?.[1]) };
    },
    configurable: true,
  });
  expect([onPhone(), onPhone()]).toEqual([true, false]);
  expect(asked).toEqual(['(max-width: 640px)', '(max-width: 640px)']);
});
