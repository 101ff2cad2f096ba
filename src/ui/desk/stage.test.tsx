/** @jest-environment ./scripts/window-environment.mjs */
import { fireEvent } from '@testing-library/react';
import { Screens } from '@/testing/screen';
import { SideBySide } from './stage';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
  await screens.signIn('s-imke');
  Object.defineProperty(window, 'innerWidth', { value: 390, configurable: true });
});
afterAll(() => screens.end());

async function open() {
  const page = await screens.draw(
    async () => (
      <SideBySide
        beside={{ label: 'Reading', pane: <p>What is read.</p> }}
        main={{
          label: 'Writing',
          pane: (
            <>
              <p>What is written.</p>
              <div data-testid="wide" style={{ overflowX: 'auto' }}>
                <table />
              </div>
            </>
          ),
        }}
      />
    ),
    '(frame)/desk/[assignment]',
  );
  // There is no style sheet to say it.
  area().style.direction = 'ltr';
  return page;
}

const finger = (x: number, y = 300) => ({ clientX: x, clientY: y });
const area = () => document.querySelector<HTMLElement>('[data-shown]') as HTMLElement;
const shown = () => area().dataset.shown;
/** A finger goes from one place to another on something; was it taken from the browser on its way? */
function swipe(from: number, to: number, down = 0, on: Element = area()): boolean {
  fireEvent.touchStart(on, { touches: [finger(from)] });
  const kept = !fireEvent.touchMove(on, { touches: [finger(to, 300 + down)], cancelable: true });
  fireEvent.touchEnd(on, { changedTouches: [finger(to, 300 + down)], touches: [] });
  return kept;
}

test('a finger that goes across turns between the two, and the browser does nothing of its own with it', async () => {
  await open();
  expect(shown()).toBe('main');
  expect(swipe(80, 320)).toBe(true);
  expect(shown()).toBe('beside');
  expect(swipe(320, 80)).toBe(true);
  expect(shown()).toBe('main');
  // It goes no further than to the last.
  swipe(320, 80);
  expect(shown()).toBe('main');
});

test.each([
  ['a little way', 100, 150, 0],
  ['more down than across', 150, 250, 220],
  ['from the edge at the start, which is the browser’s', 12, 300, 0],
  ['from the edge at the end', 380, 100, 0],
])('%s turns nothing', async (_, from, to, down) => {
  await open();
  swipe(320, 80);
  const before = shown();
  swipe(from, to, down);
  expect(shown()).toBe(before);
});

test('what goes down is left to the browser, which scrolls', async () => {
  await open();
  expect(swipe(150, 160, 200)).toBe(false);
});

test('two fingers are no swipe', async () => {
  await open();
  fireEvent.touchStart(area(), { touches: [finger(80), finger(120)] });
  fireEvent.touchEnd(area(), { changedTouches: [finger(320)], touches: [] });
  expect(shown()).toBe('main');
});

test('in a wide table a finger that goes across moves the table', async () => {
  const page = await open();
  const wide = page.getByTestId('wide');
  Object.defineProperty(wide, 'scrollWidth', { value: 900, configurable: true });
  Object.defineProperty(wide, 'clientWidth', { value: 300, configurable: true });
  expect(swipe(80, 320, 0, wide)).toBe(false);
  expect(shown()).toBe('main');
});

test('in Arabic the reading lies on the other side', async () => {
  await open();
  document.documentElement.dir = 'rtl';
  area().style.direction = 'rtl';
  swipe(320, 80);
  expect(shown()).toBe('beside');
  swipe(80, 320);
  expect(shown()).toBe('main');
  document.documentElement.dir = 'ltr';
});

test('by its buttons, each of which says whether it is the one that is shown', async () => {
  const page = await open();
  const side = (name: string) => page.getByRole('button', { name });
  expect(side('Writing').getAttribute('aria-pressed')).toBe('true');
  await page.hand.click(side('Reading'));
  expect([shown(), side('Reading').getAttribute('aria-pressed')]).toEqual(['beside', 'true']);
  expect(await screens.found()).toEqual([]);
});

const divider = () => document.querySelector('[role="separator"]') as HTMLElement;
const share = () => [
  divider().getAttribute('aria-valuenow'),
  /minmax\(0, (\d+)fr\)/.exec(divider().parentElement?.style.getPropertyValue('--sides') ?? '')?.[1],
];

test('the divider moves by key, keeps within its bounds, and is where it was left', async () => {
  localStorage.clear();
  const page = await open();
  expect(share()).toEqual(['50', '50']);
  expect([divider().getAttribute('aria-orientation'), divider().getAttribute('aria-label')]).toEqual([
    'vertical',
    'Divider between reading and writing',
  ]);
  divider().focus();
  await page.hand.keyboard('{ArrowRight}{ArrowRight}{Shift>}{ArrowRight}{/Shift}');
  expect(share()).toEqual(['62', '62']);
  await page.hand.keyboard('{End}');
  expect(share()).toEqual(['75', '75']);
  await page.hand.keyboard('{Home}');
  expect(share()).toEqual(['25', '25']);
  await open();
  expect(share()).toEqual(['25', '25']);
});

test('it is drawn by hand, and back to the middle by a double click', async () => {
  localStorage.clear();
  await open();
  Object.defineProperty(divider().parentElement, 'getBoundingClientRect', {
    value: () => ({ width: 1000, height: 600 }),
  });
  // There is no pointer here; to listeners a mouse is one.
  const drawn = (type: string, clientX: number) => new MouseEvent(type, { bubbles: true, button: 0, clientX });
  fireEvent(divider(), drawn('pointerdown', 500));
  expect(divider().parentElement?.hasAttribute('data-moved')).toBe(true);
  expect(localStorage.getItem('kite-stage')).toBeNull();
  fireEvent(document, drawn('pointerup', 400));
  expect(share()).toEqual(['40', '40']);
  expect(localStorage.getItem('kite-stage')).toBe('40');
  expect(divider().parentElement?.hasAttribute('data-moved')).toBe(false);
  fireEvent.doubleClick(divider());
  expect(share()).toEqual(['50', '50']);
});

test.each(['', 'wide', '3', '98'])('what is kept as “%s” is no place to put it', async (kept) => {
  localStorage.setItem('kite-stage', kept);
  await open();
  expect(share()).toEqual(['50', '50']);
});

test('a browser that is full, or keeps nothing, lets the divider go and begins in the middle', async () => {
  const { Storage } = window;
  const full = () => {
    throw new DOMException('full', 'QuotaExceededError');
  };
  const before = { setItem: Storage.prototype.setItem, getItem: Storage.prototype.getItem };
  Object.assign(Storage.prototype, { setItem: full, getItem: full });
  try {
    const page = await open();
    expect(share()).toEqual(['50', '50']);
    divider().focus();
    await page.hand.keyboard('{End}');
    expect(share()).toEqual(['75', '75']);
    Object.defineProperty(divider().parentElement, 'getBoundingClientRect', {
      value: () => ({ width: 1000, height: 600 }),
    });
    const drawn = (type: string, clientX: number) => new MouseEvent(type, { bubbles: true, button: 0, clientX });
    fireEvent(divider(), drawn('pointerdown', 750));
    fireEvent(document, drawn('pointerup', 400));
    expect([share()[0], divider().parentElement?.hasAttribute('data-moved')]).toEqual(['40', false]);
  } finally {
    Object.assign(Storage.prototype, before);
  }
});
