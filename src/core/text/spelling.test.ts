import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeSpeller, wordsToSpell } from './spelling';

const dictionary = (name: string) =>
  ['index.aff', 'index.dic'].map((part) => readFileSync(join('node_modules', name, part), 'utf8')) as [string, string];
const american = makeSpeller(...dictionary('dictionary-en'));
const british = makeSpeller(...dictionary('dictionary-en-gb'), ['Okafor']);
const wrong = (text: string) => british.misspellings(text).map(({ word }) => word);

describe('spelling', () => {
  test('a misspelt word is found where it stands, and what was meant is suggested first', () => {
    const text = 'The harbuor is grey, isn’t it?';
    const [found, ...more] = british.misspellings(text);
    expect(more).toEqual([]);
    expect(found && text.slice(found.from, found.to)).toBe('harbuor');
    expect(british.suggest('harbuor')[0]).toBe('harbour');
  });

  test('the two Englishes differ', () => {
    expect(wrong('colour organise')).toEqual([]);
    expect(wrong('color')).toEqual(['color']);
    expect(american.misspellings('color').length).toBe(0);
    expect(american.misspellings('colour').map(({ word }) => word)).toEqual(['colour']);
  });

  test('hyphens part words; names of files, addresses, numbers and other scripts are left alone', () => {
    expect(wrong('half-past well-knwon')).toEqual(['knwon']);
    expect(wrong('See https://exmple.org/qwxz, me@exmple.org and mapp.pdf, 3rd B2 سحاب 雲')).toEqual([]);
  });

  test('own words are taken, from the beginning and from now on', () => {
    expect(wrong('Okafor')).toEqual([]);
    const speller = makeSpeller(...dictionary('dictionary-en-gb'));
    expect(speller.misspellings('Tjeerd').length).toBe(1);
    speller.learn('Tjeerd');
    expect(speller.misspellings('Tjeerd sails')).toEqual([]);
    speller.forget('Tjeerd');
    expect(speller.misspellings('Tjeerd sails').map(({ word }) => word)).toEqual(['Tjeerd']);
    speller.learn('Tjeerd');
    expect(speller.misspellings('Tjeerd and Tjeerd').length).toBe(0);
  });
});

// Debian's hunspell with the same dictionary, over the words of a published pronouncing dictionary (CMU).
test('agrees with hunspell, the program, on all but one in a thousand words of a list', async () => {
  const { dictionary: pronounced } = (await import('cmu-pronouncing-dictionary')) as {
    dictionary: Record<string, string>;
  };
  const words = Object.keys(pronounced).filter((word, i) => i % 9 === 0 && /^[a-z]+$/.test(word));
  expect(words.length).toBeGreaterThan(10_000);
  const folder = mkdtempSync(join(tmpdir(), 'kite-spell-'));
  for (const part of ['aff', 'dic'])
    writeFileSync(join(folder, `en.${part}`), readFileSync(join('node_modules/dictionary-en', `index.${part}`)));
  const { stdout } = spawnSync('hunspell', ['-d', join(folder, 'en'), '-l'], {
    input: words.join('\n'),
    encoding: 'utf8',
    maxBuffer: 1 << 26,
    env: { ...process.env, LC_ALL: 'C.UTF-8' },
  });
  rmSync(folder, { recursive: true });
  const theirs = new Set(stdout.split('\n').filter(Boolean));
  const differ = words.filter((word) => theirs.has(word) !== american.misspellings(word).length > 0);
  expect(theirs.size).toBeGreaterThan(1000);
  expect(differ.length / words.length).toBeLessThan(0.001);
});

test('words are cut where UAX #29 cuts them, apostrophes within', () => {
  expect(wordsToSpell("It's o’clock—now").map(({ word }) => word)).toEqual(["It's", "o'clock", 'now']);
});
