/** @jest-environment ./scripts/window-environment.mjs */

import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { jest } from '@jest/globals';
import { repeatEarly } from './early-acts';

/** As the framework marks what it has taken over. */
const takeOver = (selector: string) =>
  Object.assign(document.querySelector(selector) as Element, { __reactProps$x: {} });

/** Does what stands in the head of a page. */
const hearEarly = new Function(readFileSync(join(process.cwd(), 'src/ui/common/at-once.js'), 'utf8'));

let end: () => void;
beforeEach(() => {
  jest.useFakeTimers();
  document.body.innerHTML =
    '<form><input><button>Sign in</button></form><button id="more"><b>More</b></button><button id="other">Other</button><div data-text><p>Words</p></div>';
  hearEarly();
});
afterEach(() => {
  end();
  jest.useRealTimers();
});

const counted = (selector: string, type: string) => {
  const heard = jest.fn((event: Event) => event.preventDefault());
  document.querySelector(selector)?.addEventListener(type, heard);
  return heard;
};
const tap = (selector: string, type = 'click') =>
  document.querySelector(selector)?.dispatchEvent(new Event(type, { bubbles: true, cancelable: true }));

test('a tap before anybody listens is done once when somebody does', () => {
  tap('#more b');
  expect(document.querySelector('#more')?.hasAttribute('data-heard')).toBe(true);
  end = repeatEarly();
  const clicked = counted('#more', 'click');
  jest.advanceTimersByTime(500);
  expect(clicked).not.toHaveBeenCalled();
  takeOver('#more');
  jest.advanceTimersByTime(500);
  expect(clicked).toHaveBeenCalledTimes(1);
  expect(document.querySelector('[data-heard]')).toBeNull();
});

describe('of several', () => {
  /** What is done to the parts of the page, in the order in which it is. */
  const listed = () => {
    const done: string[] = [];
    for (const element of document.querySelectorAll('button, a'))
      element.addEventListener('click', (event) => {
        event.preventDefault();
        done.push(element.id);
      });
    return done;
  };
  beforeEach(() => {
    document.body.innerHTML =
      '<button id="more"><b>More</b></button><button id="other">Other</button><a id="away" href="/today">Today</a><div data-text>Words</div>';
  });

  test('each is done in its turn, and the same once more is the same', () => {
    tap('#more b');
    tap('#other');
    tap('#other');
    end = repeatEarly();
    const done = listed();
    takeOver('#other');
    jest.advanceTimersByTime(500);
    expect(done).toEqual([]);
    takeOver('#more');
    jest.advanceTimersByTime(500);
    expect(done).toEqual(['more', 'other']);
    expect(document.querySelector('[data-heard]')).toBeNull();
  });

  test('what is awake already waits for what was done before, a link that it takes over, too', () => {
    tap('#more');
    const done = listed();
    for (const selector of ['#other', '#away']) takeOver(selector);
    end = repeatEarly();
    expect([tap('#other'), tap('#away')]).toEqual([false, false]);
    jest.advanceTimersByTime(500);
    expect(done).toEqual([]);
    takeOver('#more');
    jest.advanceTimersByTime(500);
    expect(done).toEqual(['more', 'other', 'away']);
    tap('#other');
    expect(done).toEqual(['more', 'other', 'away', 'other']);
  });

  test('a link that nobody has taken over, or that is opened beside this page, and words that are awake, wait for nothing', () => {
    tap('#more');
    expect(tap('#away')).toBe(true);
    takeOver('#away');
    takeOver('[data-text]');
    const beside = new MouseEvent('click', { bubbles: true, cancelable: true, ctrlKey: true });
    const pressed = counted('[data-text]', 'pointerdown');
    document.querySelector('#away')?.dispatchEvent(beside);
    tap('[data-text]', 'pointerdown');
    expect([beside.defaultPrevented, pressed.mock.calls.length]).toEqual([false, 1]);
    end = repeatEarly();
    const done = listed();
    takeOver('#more');
    jest.advanceTimersByTime(500);
    expect(done).toEqual(['more']);
  });

  test('where the caret was to go holds up nothing, and does not take it away from what was done then', () => {
    tap('[data-text]', 'pointerdown');
    takeOver('#other');
    const done = listed();
    tap('#other');
    expect(done).toEqual(['other']);
    expect(document.querySelector('[data-heard]')).toBeNull();
    const pressed = counted('[data-text]', 'pointerdown');
    takeOver('[data-text]');
    end = repeatEarly();
    jest.advanceTimersByTime(500);
    expect(pressed).not.toHaveBeenCalled();
  });

  test('what has waited as long as a page may take is done without', () => {
    end = repeatEarly();
    jest.advanceTimersByTime(19_000);
    tap('#more');
    tap('#other');
    const done = listed();
    takeOver('#other');
    jest.advanceTimersByTime(1_000);
    expect(done).toEqual(['more', 'other']);
    expect(document.querySelector('[data-heard]')).toBeNull();
  });
});

test('a button that sends a form sends it once', () => {
  (document.querySelector('form button') as HTMLButtonElement).click();
  const [clicked, sent] = [counted('#more', 'click'), jest.fn((event: Event) => event.preventDefault())];
  document.querySelector('form')?.addEventListener('submit', sent);
  takeOver('form button');
  takeOver('form');
  end = repeatEarly();
  jest.advanceTimersByTime(500);
  expect([clicked.mock.calls.length, sent.mock.calls.length]).toEqual([0, 1]);
});

test('keys that stand on a button press it, and do nothing of the browser’s meanwhile', () => {
  document.body.innerHTML = '<button id="find" aria-keyshortcuts="Control+K">Find</button>';
  const press = (key: string, how: KeyboardEventInit) => {
    const pressed = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...how });
    document.body.dispatchEvent(pressed);
    return pressed.defaultPrevented;
  };
  expect([press('k', {}), press('j', { ctrlKey: true }), press('"', { ctrlKey: true })]).toEqual([false, false, false]);
  expect(press('k', { ctrlKey: true })).toBe(true);
  takeOver('#find');
  const clicked = counted('#find', 'click');
  end = repeatEarly();
  jest.advanceTimersByTime(500);
  expect(clicked).toHaveBeenCalledTimes(1);
  // What is awake hears its keys itself; a moment before it does, they are kept.
  press('k', { metaKey: true });
  jest.advanceTimersByTime(500);
  expect(clicked).toHaveBeenCalledTimes(2);
  addEventListener('keydown', (event) => event.preventDefault(), { once: true });
  press('k', { metaKey: true });
  jest.advanceTimersByTime(500);
  expect(clicked).toHaveBeenCalledTimes(2);
});

test('a form that is sent does not load the page anew, and is sent when it can be', () => {
  const sent = new Event('submit', { bubbles: true, cancelable: true });
  document.querySelector('form')?.dispatchEvent(sent);
  expect(sent.defaultPrevented).toBe(true);
  const submitted = counted('form', 'submit');
  takeOver('form');
  end = repeatEarly();
  jest.advanceTimersByTime(500);
  expect(submitted).toHaveBeenCalledTimes(1);
});

test('what was typed before a field was taken over, which empties it, is typed again, and then the form is sent', () => {
  const field = document.querySelector('input') as HTMLInputElement;
  field.value = 'imke';
  field.dispatchEvent(new Event('input', { bubbles: true }));
  tap('form', 'submit');
  takeOver('input');
  takeOver('form');
  field.value = '';
  const seen: string[] = [];
  field.addEventListener('input', () => seen.push(`typed ${field.value}`));
  document.querySelector('form')?.addEventListener('submit', (event) => {
    event.preventDefault();
    seen.push(`sent ${field.value}`);
  });
  end = repeatEarly();
  jest.advanceTimersByTime(500);
  expect(seen).toEqual(['typed imke', 'sent imke']);
});

test('what was chosen, ticked or taken from the device before is so afterwards', () => {
  document.body.innerHTML =
    '<select><option>a</option><option>b</option></select><input id="tick" type="checkbox"><input id="kept" type="checkbox"><input id="file" type="file"><textarea></textarea>';
  const of = <Field extends Element>(selector: string) => document.querySelector(selector) as Field;
  const [select, text] = [of<HTMLSelectElement>('select'), of<HTMLTextAreaElement>('textarea')];
  const [tick, kept] = [of<HTMLInputElement>('#tick'), of<HTMLInputElement>('#kept')];
  select.value = 'b';
  text.value = 'words';
  tick.checked = true;
  kept.checked = true;
  for (const field of [select, text, tick, kept, of('#file')])
    field.dispatchEvent(new Event('input', { bubbles: true }));
  for (const selector of ['select', 'textarea', '#tick', '#kept', '#file']) takeOver(selector);
  // As they are drawn by whoever takes them over; one was left as it is.
  select.value = 'a';
  text.value = '';
  tick.checked = false;
  const taken = counted('#file', 'change');
  end = repeatEarly();
  jest.advanceTimersByTime(500);
  expect([select.value, text.value, tick.checked, kept.checked]).toEqual(['b', 'words', true, true]);
  expect(taken).toHaveBeenCalledTimes(1);
});

test('what is typed into a field that is awake is its own affair', () => {
  const field = takeOver('input') as unknown as HTMLInputElement;
  field.value = 'imke';
  field.dispatchEvent(new Event('input', { bubbles: true }));
  field.value = 'imke a';
  end = repeatEarly();
  jest.advanceTimersByTime(500);
  expect(field.value).toBe('imke a');
});

test('words that were pressed are pressed where they were', () => {
  tap('[data-text] p', 'pointerdown');
  const pressed = counted('[data-text]', 'pointerdown');
  takeOver('[data-text]');
  end = repeatEarly();
  jest.advanceTimersByTime(500);
  expect((pressed.mock.calls[0]?.[0] as Event | undefined)?.target).toBe(document.querySelector('[data-text] p'));
});

test('what is heard by the page itself is not done twice', () => {
  takeOver('#more');
  const clicked = counted('#more', 'click');
  tap('#more');
  end = repeatEarly();
  jest.advanceTimersByTime(500);
  expect(clicked).toHaveBeenCalledTimes(1);
});

test('whoever taps once more when the page listens is heard once', () => {
  tap('#more');
  takeOver('#more');
  const clicked = counted('#more', 'click');
  end = repeatEarly();
  tap('#more');
  jest.advanceTimersByTime(500);
  expect(clicked).toHaveBeenCalledTimes(1);
  expect(document.querySelector('[data-heard]')).toBeNull();
});

describe('what is taken over and still asleep', () => {
  let isAwake: boolean;
  // As the framework does: it listens at the document, and stops what is done to a part that waits for something.
  const stops = (event: Event) => {
    if (!isAwake) event.stopPropagation();
  };
  const EVENTS = ['click', 'submit', 'pointerdown', 'input'];
  beforeEach(() => {
    isAwake = false;
    for (const type of EVENTS) document.addEventListener(type, stops, true);
  });
  afterEach(() => {
    for (const type of EVENTS) document.removeEventListener(type, stops, true);
  });

  test.each(['before', 'after'])('does what was done to it %s it was taken over once it is awake', (when) => {
    if (when === 'before') tap('#more');
    takeOver('#more');
    if (when === 'after') tap('#more');
    const clicked = counted('#more', 'click');
    end = repeatEarly();
    jest.advanceTimersByTime(2000);
    expect(clicked).not.toHaveBeenCalled();
    expect(document.querySelector('#more')?.hasAttribute('data-heard')).toBe(true);
    isAwake = true;
    jest.advanceTimersByTime(500);
    expect(clicked).toHaveBeenCalledTimes(1);
    expect(document.querySelector('[data-heard]')).toBeNull();
  });

  test('is not sent by the browser, and what was typed into it is there', () => {
    takeOver('form');
    const field = takeOver('input') as unknown as HTMLInputElement;
    field.value = 'imke';
    field.dispatchEvent(new Event('input', { bubbles: true }));
    const sent = new Event('submit', { bubbles: true, cancelable: true });
    document.querySelector('form')?.dispatchEvent(sent);
    expect(sent.defaultPrevented).toBe(true);
    end = repeatEarly();
    jest.advanceTimersByTime(500);
    // Whatever wakes it up empties it.
    field.value = '';
    isAwake = true;
    const submitted = counted('form', 'submit');
    jest.advanceTimersByTime(500);
    expect([field.value, submitted.mock.calls.length]).toEqual(['imke', 1]);
  });

  test('is given up after as long as anything else', () => {
    tap('#more');
    takeOver('#more');
    end = repeatEarly();
    jest.advanceTimersByTime(16_000);
    expect(document.querySelector('[data-heard]')).toBeNull();
  });
});

test('what was given up, or is not there any more, is not done', () => {
  tap('#more');
  end = repeatEarly();
  const clicked = counted('#more', 'click');
  jest.setSystemTime(Date.now() + 16_000);
  takeOver('#more');
  jest.advanceTimersByTime(500);
  expect(clicked).not.toHaveBeenCalled();
  expect(document.querySelector('[data-heard]')).toBeNull();
  tap('#other');
  const gone = takeOver('#other');
  const other = counted('#other', 'click');
  gone.remove();
  jest.advanceTimersByTime(500);
  expect(other).not.toHaveBeenCalled();
});

test('once it is over nothing is heard early any more', () => {
  end = repeatEarly();
  end();
  tap('#more');
  expect(document.querySelector('[data-heard]')).toBeNull();
});
