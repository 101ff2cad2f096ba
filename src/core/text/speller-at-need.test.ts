import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type DictionarySource, SpellerAtNeed } from './speller-at-need';

const part = (name: string) => readFileSync(join('node_modules', 'dictionary-en-gb', name), 'utf8');

/** A source that says what was asked of it, and has nothing the first time where it is told so. */
function opened(away: { dictionary?: boolean; usual?: boolean } = {}) {
  const asked: string[] = [];
  const failed: unknown[] = [];
  const once = (key: keyof typeof away) => {
    if (!away[key]) return;
    away[key] = false;
    throw new Error('away');
  };
  const source: DictionarySource = {
    dictionary: async (variety) => {
      asked.push(variety);
      once('dictionary');
      return [part('index.aff'), part('index.dic')];
    },
    usual: async () => {
      asked.push('usual');
      once('usual');
      return ['the', 'harbour', 'hazard'];
    },
  };
  let begin: () => void = () => {};
  const begun = new Promise<void>((resolve) => {
    begin = resolve;
  });
  const clock = { now: 0 };
  const speller = new SpellerAtNeed(
    source,
    'en-GB',
    ['Tjeerd'],
    begin,
    (error) => failed.push(error),
    () => clock.now,
  );
  const wrong = (text: string) => speller.misspellings(text).map(({ word }) => word);
  return { speller, asked, failed, begun, wrong, clock };
}

test('the dictionary is read when there are words to spell, once, and the usual words when one is looked for', async () => {
  const { speller, asked, begun, wrong } = opened();
  expect([wrong(''), wrong(' 12:30, سحاب 雲 '), asked]).toEqual([[], [], []]);
  expect(wrong('The harbuor, Tjeerd')).toEqual([]);
  expect(wrong('is gray')).toEqual([]);
  await begun;
  expect(asked).toEqual(['en-GB']);
  expect(wrong('The harbuor, Tjeerd')).toEqual(['harbuor']);
  expect((await speller.suggest('harbuor'))[0]).toBe('harbour');
  await speller.suggest('hazzard');
  expect(asked).toEqual(['en-GB', 'usual']);
});

test('where a dictionary is away it is asked for again at the next words after a while; without usual words letters decide', async () => {
  const { speller, asked, failed, begun, wrong, clock } = opened({ dictionary: true, usual: true });
  expect(wrong('harbuor')).toEqual([]);
  expect(await speller.suggest('harbuor')).toEqual([]);
  await new Promise((resolve) => setTimeout(resolve, 0));
  expect(failed).toHaveLength(1);
  clock.now = 9_999;
  expect([wrong('harbuor'), asked]).toEqual([[], ['en-GB']]);
  clock.now = 10_000;
  expect(wrong('harbuor')).toEqual([]);
  await begun;
  expect(wrong('harbuor')).toEqual(['harbuor']);
  expect(await speller.suggest('harbuor')).toContain('harbour');
  expect(failed).toHaveLength(2);
  await speller.suggest('harbuor');
  expect(asked).toEqual(['en-GB', 'en-GB', 'usual', 'usual']);
});

test('a word that is taken is none that is misspelt, until it is let go', async () => {
  const { speller, begun, wrong } = opened();
  wrong('a word');
  await begun;
  speller.learn('harbuor');
  expect(wrong('harbuor')).toEqual([]);
  speller.forget('harbuor');
  expect(wrong('harbuor')).toEqual(['harbuor']);
});
