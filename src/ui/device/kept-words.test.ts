/** @jest-environment ./scripts/window-environment.mjs */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { jest } from '@jest/globals';
import { keepWords, wordsHere } from './kept-words';

/** A browser that takes nothing more in, while something is done. */
function full(work: () => void): void {
  const none = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  try {
    work();
  } finally {
    none.mockRestore();
  }
}

beforeEach(() => localStorage.clear());

test('words are kept under their name, and let go', () => {
  expect(keepWords('a', 'The wind')).toBe(true);
  expect([wordsHere('a'), localStorage.getItem('a')]).toEqual(['The wind', 'The wind']);
  keepWords('a', null);
  expect([wordsHere('a'), localStorage.length]).toEqual([null, 0]);
});

test('what a full browser does not take is there until the page goes, and what it was more of stays', () => {
  keepWords('a', 'The wind');
  full(() => {
    expect(keepWords('a', 'The wind turns')).toBe(false);
    expect(wordsHere('a')).toBe('The wind turns');
  });
  expect(localStorage.getItem('a')).toBe('The wind');
  // Once there is room again all of it is kept.
  expect(keepWords('a', 'The wind turns.')).toBe(true);
  expect([wordsHere('a'), localStorage.getItem('a')]).toEqual(['The wind turns.', 'The wind turns.']);
});

test('what said something else than what a full browser does not take is not found again', () => {
  keepWords('a', '{"points":3}');
  full(() => expect(keepWords('a', '{"points":4}')).toBe(false));
  expect([wordsHere('a'), localStorage.getItem('a')]).toEqual(['{"points":4}', null]);
  full(() => keepWords('a', null));
  expect(wordsHere('a')).toBeNull();
});

// What is typed into a journal as well as into a database, and the page that says what this browser can do.
const BY_THEMSELVES = ['desk/document-session.ts', 'help/device.tsx'];

test('nothing else on a screen asks the browser for what it keeps', () => {
  const ui = join('src', 'ui');
  const all = readdirSync(ui, { recursive: true, encoding: 'utf8' }).filter((file) => /(?<!\.test)\.tsx?$/.test(file));
  const asking = all.filter((file) => /\b(localStorage|sessionStorage)\b/.test(readFileSync(join(ui, file), 'utf8')));
  expect(asking.filter((file) => !file.startsWith('device/')).sort()).toEqual(BY_THEMSELVES);
});
