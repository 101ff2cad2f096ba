import { jest } from '@jest/globals';
import { TypedJournal } from './typed-journal';

/** A storage as browsers have it. */
class MemoryStorage implements Storage {
  readonly #items = new Map<string, string>();
  constructor(private readonly most = Number.POSITIVE_INFINITY) {}
  get length(): number {
    return this.#items.size;
  }
  clear = () => this.#items.clear();
  getItem = (key: string) => this.#items.get(key) ?? null;
  key = (index: number) => [...this.#items.keys()][index] ?? null;
  removeItem = (key: string) => void this.#items.delete(key);
  setItem(key: string, value: string): void {
    if (this.#items.size >= this.most) throw new Error('full');
    this.#items.set(key, value);
  }
}

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

test('what a closed tab typed is found by the next one, in order, and only for its document', () => {
  const storage = new MemoryStorage();
  const closed = new TypedJournal('one', storage, () => true);
  for (const update of ['a', 'b', 'c']) {
    closed.write(update);
    jest.advanceTimersByTime(1);
  }
  expect(new TypedJournal('other', storage, () => true).takeAll()).toEqual([]);
  expect(new TypedJournal('one', storage, () => true).takeAll()).toEqual(['a', 'b', 'c']);
});

test('the journal is empty again after a few seconds, and a full storage breaks nothing', () => {
  const storage = new MemoryStorage(1);
  const journal = new TypedJournal('one', storage, () => true);
  journal.write('a');
  expect(() => journal.write('b')).not.toThrow();
  jest.advanceTimersByTime(3001);
  expect(storage.length).toBe(0);
});

test('what nothing else holds stays written down until something does', () => {
  const storage = new MemoryStorage();
  let isElsewhere = false;
  const journal = new TypedJournal('one', storage, () => isElsewhere);
  journal.write('a');
  jest.advanceTimersByTime(600_000);
  expect(journal.takeAll()).toEqual(['a']);
  isElsewhere = true;
  jest.advanceTimersByTime(2000);
  journal.write('b');
  jest.advanceTimersByTime(1001);
  expect(storage.length).toBe(1);
  jest.advanceTimersByTime(3000);
  expect(storage.length).toBe(0);
});
