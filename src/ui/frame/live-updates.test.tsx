/** @jest-environment ./scripts/window-environment.mjs */
import { jest } from '@jest/globals';
import { act, waitFor } from '@testing-library/react';
import { Screens } from '@/testing/screen';
import { Clock } from './clock';
import { LiveUpdates } from './live-updates';

/** A stream of events that the test opens, says something on, and cuts. */
class Stream {
  static readonly CLOSED = 2;
  static all: Stream[] = [];
  readyState = 0;
  closed = false;
  onmessage: ((event: { lastEventId: string; data: string }) => void) | null = null;
  onerror: (() => void) | null = null;
  onopen: (() => void) | null = null;
  readonly #others = new Map<string, () => void>();
  constructor(readonly url: string) {
    Stream.all.push(this);
  }
  addEventListener = (name: string, hear: () => void) => void this.#others.set(name, hear);
  say = (name: string) => act(() => this.#others.get(name)?.());
  opens = () => act(() => this.onopen?.());
  hears = (id: string, heard: object = { kind: 'edited' }) =>
    act(() => this.onmessage?.({ lastEventId: id, data: JSON.stringify(heard) }));
  breaks = (forGood: boolean) => {
    this.readyState = forGood ? Stream.CLOSED : 0;
    act(() => this.onerror?.());
  };
  close = () => {
    this.closed = true;
  };
}

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
  await screens.signIn('s-imke');
  Object.assign(globalThis, { EventSource: Stream });
});
afterAll(() => screens.end());
beforeEach(() => {
  Stream.all = [];
});
afterEach(() => jest.useRealTimers());

const AWAY = /^The school cannot be reached just now/;
async function open() {
  let drawn = 0;
  const page = await screens.draw(() => {
    drawn += 1;
    return (
      <>
        <LiveUpdates from="mark-1" />
        <a href="/work">All work</a>
      </>
    );
  });
  return { ...page, drawn: () => drawn, stream: () => Stream.all.at(-1) as Stream };
}

test('listens from the moment at which the screen was drawn, and asks for it again when something happens', async () => {
  const page = await open();
  expect(page.stream().url).toBe('/api/events?from=mark-1');
  page.stream().hears('mark-2');
  page.stream().hears('mark-3');
  await waitFor(() => expect(page.drawn()).toBe(2));
  // Two things in one moment are one look.
  await new Promise((resolve) => setTimeout(resolve, 400));
  expect(page.drawn()).toBe(2);
});

test('a stream that was refused is opened again, from the last that was heard; meanwhile it says so', async () => {
  // The database of the school goes on by what is not a timer.
  jest.useFakeTimers({ doNotFake: ['nextTick', 'setImmediate', 'queueMicrotask'] });
  const page = await open();
  page.stream().opens();
  page.stream().hears('mark-7');
  page.stream().breaks(true);
  expect(page.getByText(AWAY)).toBeTruthy();
  act(() => jest.advanceTimersByTime(4500));
  expect(Stream.all.map(({ url }) => url)).toEqual(['/api/events?from=mark-1', '/api/events?from=mark-7']);
  page.stream().opens();
  expect(page.queryByText(AWAY)).toBeNull();
});

test('while the school is away no link leaves for a page that cannot come; afterwards they do', async () => {
  const page = await open();
  const followed: boolean[] = [];
  const link = page.getByRole('link', { name: 'All work' });
  link.addEventListener('click', (event) => {
    followed.push(true);
    event.preventDefault();
  });
  page.stream().breaks(false);
  await page.hand.click(link);
  expect(followed).toEqual([]);
  page.stream().opens();
  await page.hand.click(link);
  expect(followed).toEqual([true]);
});

test('too many open windows are said, and leaving closes the stream', async () => {
  const page = await open();
  page.stream().say('too-many-open');
  expect(page.getByRole('status').textContent).not.toBe('');
  page.leave();
  expect(page.stream().closed).toBe(true);
});

test('a limit that was met is said with when it goes on', async () => {
  const page = await open();
  act(() => {
    window.dispatchEvent(new CustomEvent('kite-limit', { detail: { what: 'bytes', seconds: 150 } }));
  });
  await waitFor(() => expect(page.getByRole('status').textContent).toMatch(/3 min/));
});

describe('the clock of the device', () => {
  test.each([
    [2 * 3_600_000, 'The clock of this device is 120 min fast.'],
    [-10 * 60_000, 'The clock of this device is 10 min slow.'],
    [60_000, null],
  ])('off by %d ms', async (off, said) => {
    const page = await screens.draw(() => <Clock server={Date.now() - off} />);
    // Its words are fetched when there is something to say.
    if (said === null) expect(page.queryByRole('status')).toBeNull();
    else await waitFor(() => expect(page.getByRole('status').textContent).toContain(said));
  });
});
