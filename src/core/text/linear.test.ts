import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import swc from '@swc/core';
import { check } from 'recheck';
import { termEntries } from '../asks/terms';
import { toMarkdown } from '../formats/markdown-out';
import { countSentences, countWords } from './counting';
import { type DocNode, linksOf } from './document-json';
import { measureReading } from './reading';
import { shortParts } from './short-parts';
import { wordsToSpell } from './spelling';

interface Expression {
  readonly file: string;
  readonly pattern: string;
  readonly flags: string;
}

/** The sources below a folder, without tests and what only tests use. */
const sources = (folder: string): readonly string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !/^testing\/|\.test\.tsx?$|\.d\.ts$|rendered\.tsx$/.test(file))
    .map((file) => join(folder, file));

/** Every regular expression that is written in what runs, in the browser, on the server and in the workshop. */
function expressions(): readonly Expression[] {
  const found: Expression[] = [];
  for (const file of sources('src')) {
    const walk = (node: unknown): void => {
      if (typeof node !== 'object' || node === null) return;
      const { type, pattern, flags } = node as Record<string, unknown>;
      if (type === 'RegExpLiteral') found.push({ file, pattern: String(pattern), flags: String(flags) });
      for (const inner of Object.values(node)) walk(inner);
    };
    walk(
      swc.parseSync(readFileSync(file, 'utf8'), { syntax: 'typescript', tsx: file.endsWith('.tsx'), target: 'es2023' }),
    );
  }
  return found;
}

// The package recheck decides it by automata where it can, and by searching for an attack where it cannot.
test('every regular expression takes time in proportion to its text', async () => {
  // Each once, wherever it is written.
  const all = [...new Map(expressions().map((one) => [`/${one.pattern}/${one.flags}`, one])).values()];
  expect(all.length).toBeGreaterThan(100);
  // What repeats nothing without an end reads no more than so many letters from each place.
  const endless = all.filter(({ pattern }) => /[*+]|\{\d+,\}/.test(pattern));
  expect(endless.length).toBeGreaterThan(60);
  const slow: string[] = [];
  for (const { file, pattern, flags } of endless) {
    const verdict = await check(pattern, flags, { timeout: 20_000 });
    if (verdict.status === 'vulnerable') slow.push(`${file}: /${pattern}/${flags}`);
  }
  expect(slow).toEqual([]);
  // The checker itself finds what it is there to find.
  expect((await check('\\S+@\\S+\\.\\S+', 'u', { timeout: 20_000 })).status).toBe('vulnerable');
}, 240_000);

test('nothing in the core makes an expression out of a text', () => {
  const made = sources('src/core').filter((file) => /\bRegExp\(/.test(readFileSync(file, 'utf8')));
  expect(made).toEqual([]);
});

const doc = (text: string): DocNode => ({
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
});

/** The lesser of two runs, in milliseconds of the processor: what else the machine does is not in it. */
function cost(work: () => unknown): number {
  let least = Number.POSITIVE_INFINITY;
  for (let run = 0; run < 2; run += 1) {
    const before = process.cpuUsage();
    work();
    const { user, system } = process.cpuUsage(before);
    least = Math.min(least, (user + system) / 1000);
  }
  return least;
}

/** So often it may take too long: a machine that does something else is slower at one thing than at another. */
const TRIES = 5;

const READERS: Readonly<Record<string, (text: string) => unknown>> = {
  words: (text) => countWords(text, 'en'),
  sentences: (text) => countSentences(text, 'en'),
  spelling: wordsToSpell,
  links: (text) => linksOf(doc(text)),
  terms: (text) => termEntries(doc(text)),
  reading: (text) => measureReading(doc(text), 'en'),
  markdown: (text) => toMarkdown(doc(text)),
};

const TEXTS: Readonly<Record<string, (n: number) => string>> = {
  'one line of words': (n) => 'the harbour wind turns. '.repeat(n / 24),
  'one line without a space': (n) => 'a'.repeat(n),
  'signs of mail': (n) => 'a@'.repeat(n / 2),
  spaces: (n) => `a${' '.repeat(n)}`,
  stops: (n) => 'abc.'.repeat(n / 4),
  quotes: (n) => `abc.${'"'.repeat(n)}`,
  brackets: (n) => `https://a.b/${')'.repeat(n)}x`,
  'a dash and spaces': (n) => `${' - '.repeat(n / 3)}`,
};

describe.each(Object.entries(READERS))('reading %s', (_, read) => {
  test.each(Object.entries(TEXTS))('of %s twice as long takes about twice as long', (__, text) => {
    const [short, long] = [text(30_000), text(60_000)];
    read(short);
    // Twice, with as much again for what a machine adds; something quadratic would take four times, however often it is tried.
    const tries: string[] = [];
    const inProportion = () => {
      const [once, twice] = [cost(() => read(short)), cost(() => read(long))];
      tries.push(`${once} and ${twice} ms`);
      return twice < 3.2 * once + 25;
    };
    while (tries.length < TRIES && !inProportion());
    expect(tries).not.toHaveLength(TRIES);
  });
});

describe('a long line in short parts', () => {
  test('is the line again, cut after sentences or words where there are any', () => {
    const line = 'One two three. '.repeat(300);
    const parts = shortParts(line, 100);
    expect(parts.join('')).toBe(line);
    expect(parts.every((part) => part.length <= 100 && /\. $/.test(part))).toBe(true);
    const solid = '𝒜'.repeat(500);
    expect(shortParts(solid, 99).join('')).toBe(solid);
    expect(shortParts(solid, 99).every((part) => !/^[\udc00-\udfff]/.test(part))).toBe(true);
  });

  test('has as many words and sentences as the whole', () => {
    const line = 'The wind turns before noon, and we fly it again. '.repeat(400);
    expect(countWords(line, 'en')).toBe(400 * 10);
    expect(countSentences(line, 'en')).toEqual({ sentences: 400, openEnd: false });
  });
});
